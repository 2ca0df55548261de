"""The panel of zones, and the tool that draws them on the frame."""
