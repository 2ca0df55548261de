"""``schema``: what a project file may hold."""

from jaunty_frame.cli.opened import print_json
from jaunty_frame.document.file_format import project_schema


def run() -> None:
    """Print the JSON Schema of project files."""
    print_json(project_schema())
