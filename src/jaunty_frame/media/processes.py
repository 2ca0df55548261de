"""Other processes of this machine."""

import contextlib
import os
from pathlib import Path

_STARTED = 19
"""Place of the start time in /proc/PID/stat behind the name (proc(5), field 22)."""


def is_running(pid: int) -> bool:
    """Return whether there is a process of this number."""
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    except (PermissionError, OverflowError):
        return True
    return True


def start_of(pid: int) -> str:
    """Return when a process began, as this boot of the machine counts; "" where that cannot be known."""
    with contextlib.suppress(OSError, IndexError):
        boot = Path("/proc/sys/kernel/random/boot_id").read_text().strip()
        fields = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
        return f"{boot} {fields[_STARTED]}"
    return ""
