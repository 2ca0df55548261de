"""What the window says once about work that was done behind it."""

from collections.abc import Callable
from typing import NamedTuple


class NoticeAction(NamedTuple):
    """What a button beside the sentences says and does."""

    label: str
    act: Callable[[], object]
