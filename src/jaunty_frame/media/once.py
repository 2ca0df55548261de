"""A cache for several threads: what is asked for is made once, kept within a budget, and forgotten by disuse."""

import threading
from collections import OrderedDict
from collections.abc import Callable, Hashable
from typing import TYPE_CHECKING, Generic, TypeVar

if TYPE_CHECKING:  # see get
    from concurrent.futures import Future

K = TypeVar("K", bound=Hashable)
V = TypeVar("V")


_LEAST_KEPT = 2
"""Values that stay however large they are: those of the two pictures that dissolve into each other, say, which would
otherwise be made anew for every frame."""


class OnceCache(Generic[K, V]):
    """Values by key, at most ``most_bytes`` of them as ``size_of`` counts, but two at least; the one used least lately
    goes first."""

    def __init__(self, most_bytes: int, size_of: Callable[[V], int]) -> None:
        self._most_bytes, self._size_of = most_bytes, size_of
        self._lock = threading.Lock()
        self._kept: OrderedDict[K, V] = OrderedDict()
        self._bytes = 0
        self._running: dict[K, Future[V]] = {}

    def peek(self, key: K) -> V | None:
        """Return the value of ``key`` if it is there."""
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
            return self._kept.get(key)

    def get(self, key: K, make: Callable[[], V]) -> V:
        """Return the value of ``key``; several threads that ask at once wait for the same one."""
        # With logging it takes 0.006 s to load, which the first painted window does not wait for.
        from concurrent.futures import Future

        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]
            running = self._running.get(key)
            mine = running is None
            if running is None:
                running = self._running[key] = Future()
        if not mine:
            return running.result()
        try:
            value = make()
        except BaseException as error:
            running.set_exception(error)
            raise
        else:
            running.set_result(value)
            self._keep(key, value)
            return value
        finally:
            with self._lock:
                del self._running[key]

    def clear(self) -> None:
        with self._lock:
            self._kept.clear()
            self._bytes = 0

    def _keep(self, key: K, value: V) -> None:
        with self._lock:
            self._kept[key] = value
            self._bytes += self._size_of(value)
            while self._bytes > self._most_bytes and len(self._kept) > _LEAST_KEPT:
                self._bytes -= self._size_of(self._kept.popitem(last=False)[1])
