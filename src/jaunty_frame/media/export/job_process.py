"""Runs a job in a process of its own: ``python -m jaunty_frame.media.export.job_process`` reads it from its input.

It prints a line for each per cent done, "37 100", and at the end where the show is; a fault is one line on the error
stream, and the process ends with 2. What stops it leaves nothing half-written.
"""

import signal
import sys

from jaunty_frame.errors import JauntyError
from jaunty_frame.media.export.job import job_from_text, run_job


def main() -> int:
    stopped: list[int] = []
    signal.signal(signal.SIGTERM, lambda number, frame: stopped.append(number))
    told = -1

    def report(done: int, total: int) -> None:
        nonlocal told
        if (share := done * 100 // total) > told:
            told = share
            print(share, 100, flush=True)

    try:
        print(run_job(job_from_text(sys.stdin.read()), report, lambda: bool(stopped)))
    except JauntyError as error:
        print(error, file=sys.stderr)
        return 2
    return 0


if __name__ == "__main__":
    sys.exit(main())
