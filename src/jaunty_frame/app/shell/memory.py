"""Letting go of memory: what pictures took goes back to the system when they are forgotten."""

import ctypes

# <malloc.h> of the GNU C library.
_M_MMAP_THRESHOLD = -3
_M_ARENA_MAX = -8
_LARGE_BYTES = 1 << 20
_ARENAS = 2


def give_memory_back() -> None:
    """Let large arrays have pages of their own, and all workers share two arenas.

    Otherwise the allocator learns to keep what large pictures took, once for each thread, and the process only grows.
    On a system with another allocator nothing is changed.
    """
    mallopt = getattr(ctypes.CDLL(None), "mallopt", None)
    if mallopt is not None:
        mallopt(_M_MMAP_THRESHOLD, _LARGE_BYTES)
        mallopt(_M_ARENA_MAX, _ARENAS)
