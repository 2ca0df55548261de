"""A display without a screen, for what has to be seen in a real window."""

import os
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager


@contextmanager
def x_server() -> Iterator[dict[str, str]]:
    """Run an X server of 1400 x 900 and yield the environment in which windows open on it; it needs Xvfb."""
    reading, writing = os.pipe()
    server = subprocess.Popen(
        ["Xvfb", "-displayfd", str(writing), "-screen", "0", "1400x900x24", "-nolisten", "tcp"],
        pass_fds=[writing],
        stderr=subprocess.DEVNULL,
    )
    os.close(writing)
    try:
        with open(reading) as pipe:
            yield {**os.environ, "DISPLAY": f":{pipe.readline().strip()}", "QT_QPA_PLATFORM": "xcb"}
    finally:
        server.terminate()
        server.wait()
