"""Progress on the error stream: a bar for people, nothing for pipes."""

import contextlib
from collections.abc import Callable, Iterator

from rich.console import Console
from rich.progress import BarColumn, MofNCompleteColumn, Progress, TextColumn, TimeRemainingColumn


@contextlib.contextmanager
def progress_bar(label: str) -> Iterator[Callable[[int, int], None]]:
    """Give a function (done, total) that shows how far the work is."""
    columns = TextColumn("{task.description}"), BarColumn(), MofNCompleteColumn(), TimeRemainingColumn()
    console = Console(stderr=True)
    with Progress(*columns, console=console, disable=not console.is_terminal, transient=True) as bar:
        task = bar.add_task(label, total=None)

        def report(done: int, total: int) -> None:
            bar.update(task, completed=done, total=total)

        yield report
