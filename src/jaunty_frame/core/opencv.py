"""OpenCV, set up once for the whole process.

Its own threads are off: work is spread over the cores by workers of ours (photos, cells, an encoder's own threads),
among which more threads would only take turns. Nobody else may change this: it holds for all threads at once.
"""

import cv2

cv2.setNumThreads(1)

__all__ = ["cv2"]
