"""Runs the tests, a module at a time on every core; the last line says how many passed, failed and were skipped.

``run_tests.py TEXT`` runs only tests whose full name (tests.core.motion.test_paths.EasingTests.test_...) contains TEXT.
"""

import io
import os
import sys
import tempfile
import time
import unittest
from collections.abc import Iterator
from concurrent.futures import Future, ProcessPoolExecutor, as_completed
from multiprocessing import get_context
from pathlib import Path
from typing import NamedTuple

_ROOT = Path(__file__).resolve().parent.parent
_SLOWEST_SHOWN = 5
# Beside the window's; they draw or encode.
_LONG = ("test_keep_areas.py", "test_export.py", "test_commands.py")


class _Ran(NamedTuple):
    """What came of one module's tests. report : what unittest says of those that failed."""

    tests: int
    failed: int
    skipped: int
    seconds: float
    report: str


def main() -> int:
    wanted = sys.argv[1] if len(sys.argv) > 1 else ""
    with tempfile.TemporaryDirectory() as home:
        # Tests leave the user's settings and recovery data alone; the drawn demo may be shared.
        os.environ |= {"XDG_STATE_HOME": home, "XDG_CONFIG_HOME": home}
        os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
        ran = _run_all(_modules(), wanted)
    tests, failed, skipped = (sum(getattr(r, name) for r in ran.values()) for name in ("tests", "failed", "skipped"))
    slowest = sorted(ran, key=lambda name: -ran[name].seconds)[:_SLOWEST_SHOWN]
    print("Slowest: " + ", ".join(f"{name} {ran[name].seconds:.0f} s" for name in slowest))
    print(f"{tests - failed - skipped} passed, {failed} failed, {skipped} skipped", flush=True)
    return 1 if failed or not tests else 0


def _modules() -> list[str]:
    """Return the test modules, those first that take longest, so that the cores end together."""

    def place(path: Path) -> tuple[bool, int]:
        return path.parent.name != "app" and path.name not in _LONG, -path.stat().st_size

    paths = sorted(_ROOT.glob("tests/**/test_*.py"), key=place)
    return [".".join(path.relative_to(_ROOT).with_suffix("").parts) for path in paths]


def _run_all(modules: list[str], wanted: str) -> dict[str, _Ran]:
    ran: dict[str, _Ran] = {}
    # Fresh processes: forking one that has threads or Qt in it would hang now and then.
    with ProcessPoolExecutor(os.cpu_count() or 2, get_context("spawn")) as pool:
        waiting: dict[Future[_Ran], str] = {pool.submit(_run_module, name, wanted): name for name in modules}
        for future in as_completed(waiting):
            name = waiting[future]
            try:
                ran[name] = future.result()
            except Exception as error:  # a crash takes its process along, and with it the modules still waiting
                ran[name] = _Ran(1, 1, 0, 0.0, f"{name} did not end: {type(error).__name__}: {error}")
            if ran[name].report:
                print(ran[name].report, flush=True)
            elif ran[name].tests:
                print(f"{name}: {ran[name].tests} in {ran[name].seconds:.1f} s", flush=True)
    return ran


def _run_module(name: str, wanted: str) -> _Ran:
    sys.path.insert(0, str(_ROOT))
    suite = unittest.TestSuite(
        test for test in _tests_of(unittest.defaultTestLoader.loadTestsFromName(name)) if wanted in test.id()
    )
    stream, start = io.StringIO(), time.monotonic()
    result = unittest.TextTestRunner(stream, verbosity=1).run(suite)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    report = f"{name}:\n{stream.getvalue()}" if failed else ""
    return _Ran(max(result.testsRun, failed), failed, len(result.skipped), time.monotonic() - start, report)


def _tests_of(suite: unittest.TestSuite) -> Iterator[unittest.TestCase]:
    for test in suite:
        if isinstance(test, unittest.TestSuite):
            yield from _tests_of(test)
        else:
            yield test


if __name__ == "__main__":
    sys.exit(main())
