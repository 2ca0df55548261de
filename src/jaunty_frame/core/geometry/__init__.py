"""The plane of the photo: windows, turning, straightening, zones of the frame."""
