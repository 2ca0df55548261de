"""The panel of emblems, and the tool that moves them on the frame."""
