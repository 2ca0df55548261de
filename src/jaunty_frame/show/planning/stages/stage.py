"""What all stages of a plan share: whatever is asked of one is worked out once, by one thread at a time.

A plan settles in stages: times -> ways -> places -> fills -> grounds -> words -> sound. Each is the one before and
more, so that what is worked out in one can ask those before it, and no others: the types say so. ``Plan`` is the last.
"""

from collections.abc import Callable
from dataclasses import dataclass, field, fields
from threading import RLock
from typing import Self, TypeVar

K = TypeVar("K")
V = TypeVar("V")


@dataclass(frozen=True, eq=False, kw_only=True)
class Stage:
    """What is found lies in dictionaries that are no part of what a stage is made of: ``dataclasses.replace`` gives one
    that knows nothing yet."""

    _lock: RLock = field(init=False, default_factory=RLock, repr=False)

    def once(self, found: dict[K, V], key: K, make: Callable[[K], V]) -> V:
        """Return what is found under ``key``, made the first time; who asks meanwhile waits for it."""
        if key not in found:
            with self._lock:
                if key not in found:
                    found[key] = make(key)
        return found[key]

    def all_once(self, found: dict[K, V], keys: list[K], make: Callable[[list[K]], dict[K, V]]) -> None:
        """See to it that all of ``keys`` are found: what is not yet is made together, with what goes with it."""
        if any(key not in found for key in keys):
            with self._lock:
                lacking = [key for key in keys if key not in found]
                if lacking:
                    found.update(make(lacking))

    def knowing(self, other: "Stage", up_to: "type[Stage]") -> Self:
        """Return this stage with all that another has found, in its stages up to ``up_to``."""
        for one in fields(up_to):
            if not one.init and one.name != "_lock":
                getattr(self, one.name).update(dict(getattr(other, one.name)))
        return self
