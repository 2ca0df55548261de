"""What an export is asked for: its quality, the name of its file, and whether it can be done at all."""

import re
import unicodedata
from enum import StrEnum
from pathlib import Path

from jaunty_frame.document.model import Output, Project
from jaunty_frame.errors import ExportError
from jaunty_frame.media.photos.sources import resolved


class Quality(StrEnum):
    QUICK = "quick"
    STANDARD = "standard"
    FINE = "fine"


def show_file_name(project: Project, output: Output) -> str:
    """Return the name of an exported show, like ``kiln-opening-tall-1080x1920.mp4``."""
    plain = unicodedata.normalize("NFKD", project.title).encode("ascii", "ignore").decode().lower()
    title = re.sub(r"[^a-z0-9]+", "-", plain).strip("-")[:80] or "show"
    return f"{title}-{output.id}-{output.width}x{output.height}.mp4"


def ensure_exportable(project: Project, folder: Path) -> None:
    """Raise ExportError where there is nothing to show, or where a photo is missing."""
    if not project.slides:
        raise ExportError("The project has no slides; add photos first.")
    missing = [Path(p.path).name for p in project.photos if not resolved(p, folder).is_file()]
    if missing:
        names = ", ".join(missing[:5]) + (f" and {len(missing) - 5} more" if len(missing) > 5 else "")
        raise ExportError(f"Photos are missing: {names}. Put them back, or remove their slides.")
