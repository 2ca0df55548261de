"""The cache that makes each thing once: its budget, and what is larger than that."""

import threading
import unittest

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.media.once import OnceCache


class Made:
    """Counts what is made; values are their own sizes."""

    def __init__(self, most):
        self.cache = OnceCache(most, lambda size: size)
        self.count = 0

    def get(self, key, size):
        def make():
            self.count += 1
            return size

        return self.cache.get(key, make)


class Budget(unittest.TestCase):
    @given(st.lists(st.tuples(st.integers(0, 9), st.integers(1, 60)), max_size=40))
    def test_no_more_is_kept_than_the_budget_but_for_the_last_two(self, asked):
        made, sizes = Made(100), {}
        for key, size in asked:
            size = sizes.setdefault(key, size)
            self.assertEqual(made.get(key, size), size)
            kept = [sizes[key] for key in sizes if made.cache.peek(key) is not None]
            self.assertTrue(sum(kept) <= 100 or len(kept) <= 2)
            self.assertIsNotNone(made.cache.peek(key))

    def test_what_is_larger_than_the_budget_is_made_once_and_so_are_two_in_turns(self):
        made = Made(100)
        for _ in range(5):
            made.get("large", 150)
        self.assertEqual(made.count, 1)
        for _ in range(5):
            made.get("large", 150)
            made.get("as large", 180)
        self.assertEqual(made.count, 2)
        made.get("small", 10)
        self.assertIsNone(made.cache.peek("large"))

    def test_several_threads_that_ask_at_once_wait_for_the_same(self):
        made, may_go, found = Made(100), threading.Event(), []

        def make():
            may_go.wait(30)
            made.count += 1
            return 5

        asking = [threading.Thread(target=lambda: found.append(made.cache.get("a", make))) for _ in range(4)]
        for one in asking:
            one.start()
        may_go.set()
        for one in asking:
            one.join()
        self.assertEqual((found, made.count), ([5] * 4, 1))


if __name__ == "__main__":
    unittest.main()
