"""How much memory a long export takes."""

import subprocess
import sys
from fractions import Fraction
from pathlib import Path

from bench.subjects import Scale, project_of, report, write_photos
from jaunty_frame.document.model import Project
from jaunty_frame.media.projects.project_store import save_project

# The kernel's mark of this program's own memory: getrusage would count what the measuring program had before it started
# this one.
_SCRIPT = """
import sys
from jaunty_frame.cli.entry import main
try:
    main(["render", sys.argv[1], "--all", "--to", sys.argv[2], "--overwrite"])
except SystemExit as left:
    assert not left.code, left.code
print(next(line for line in open("/proc/self/status") if line.startswith("VmHWM")).split()[1])
"""

_SLIDES = 80
"""Many times what the caches hold: more would show nothing new."""


def run(folder: Path, scale: Scale) -> None:
    slides, output = scale.of((_SLIDES, "wide"), (2, "320x180"))
    paths = write_photos(folder, slides, scale)
    project = project_of(paths, folder, output, Fraction(1, 2), Fraction(1, 5))
    peak = peak_of_export(project, folder)
    report(f"peak memory, {slides} slides of 24 MP at 1080p", f"{peak / 1e9:.2f} GB", "< 1.5 GB")


def peak_of_export(project: Project, folder: Path) -> int:
    """Return the most bytes that a program has which exports a project, whose photos lie in ``folder``."""
    save_project(project, folder / "long.jaunty")
    command = [sys.executable, "-c", _SCRIPT, str(folder / "long.jaunty"), str(folder / "shows")]
    done = subprocess.run(command, check=True, capture_output=True, text=True)
    return int(done.stdout.split()[-1]) * 1024
