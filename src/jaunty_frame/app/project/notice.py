"""What the window says once about work that was done behind it."""

from collections.abc import Callable, Sequence
from typing import NamedTuple


class NoticeAction(NamedTuple):
    """What a button beside the sentences says and does."""

    label: str
    act: Callable[[], object]


class Said(NamedTuple):
    """Sentences, and what can be done about them; without sentences there is nothing to say."""

    sentences: Sequence[str] = ()
    action: NoticeAction | None = None
