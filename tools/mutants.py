"""Breaks rules of the program one at a time and says which no test noticed.

``mutants.py ROOM COUNT SEED``: COUNT breaches of rules in the modules of a room such as core/sound ("" : of each
package), drawn by SEED, each tried on the tests that reach the function in which it lies. Which those are is found
once under coverage and kept in build/mutants for as long as a test module is as it was and no module of the program has
moved: a first run takes as long as the tests, some three times over.
"""

import hashlib
import io
import json
import os
import random
import sys
import tempfile
import time
import unittest
from concurrent.futures import ProcessPoolExecutor, ThreadPoolExecutor
from importlib.abc import MetaPathFinder
from importlib.machinery import ModuleSpec, PathFinder
from multiprocessing import get_context
from pathlib import Path

from breaches import Breach, breaches_in, functions_of  # beside this file

ROOT = Path(__file__).resolve().parent.parent
SOURCES = ROOT / "src" / "jaunty_frame"
KEPT = ROOT / "build" / "mutants"
PACKAGES = ("core", "document", "show", "media", "cli", "app")
_SAY_LITTLE = ("test_figures", "test_random_user")
"""They reach much, and look only for what breaks down."""
_MOST_SECONDS = 90.0
"""Of tests for each breach, as long as they take under coverage, which is some three times as long."""
_PATIENCE_S = 30.0
_PRELOADED = ["numpy", "scipy.optimize", "scipy.ndimage", "scipy.signal", "cv2", "PIL.Image", "pydantic", "hypothesis"]


def main(room: str, count: int, seed: int) -> int:
    reached = _reached()
    drawn = random.Random(seed)
    survived: list[Breach] = []
    for package in [room] if room else PACKAGES:
        paths = sorted((SOURCES / package).rglob("*.py")) or [SOURCES / f"{package}.py"]
        found = [breach for path in paths for breach in breaches_in(path, ROOT)]
        chosen = drawn.sample(found, min(count, len(found)))
        left = []
        with ThreadPoolExecutor(os.cpu_count()) as pool:
            for breach, lives in zip(chosen, pool.map(lambda one: _survives(one, reached), chosen), strict=True):
                if lives:
                    left.append(breach)
                    print(f"    {breach.path}:{breach.line}: {breach.said}", flush=True)
        survived += left
        print(f"{package}: {len(chosen) - len(left)} of {len(chosen)} noticed", flush=True)
    return 1 if survived else 0


# -- which tests reach what


def _reached() -> dict[str, list[tuple[float, str]]]:
    """Return the tests that reach each function, by "module:function", with their seconds, the quickest first."""
    # Where modules moved or came, what was found before names others.
    sources = "\n".join(str(path.relative_to(SOURCES)) for path in sorted(SOURCES.rglob("*.py")))
    folder = KEPT / hashlib.sha256(sources.encode()).hexdigest()[:12]
    folder.mkdir(parents=True, exist_ok=True)
    modules = {}
    for path in sorted(ROOT.glob("tests/**/test_*.py")):
        if path.stem in _SAY_LITTLE:
            continue
        kept = folder / f"{hashlib.sha256(path.read_bytes()).hexdigest()[:16]}-{path.stem}.json"
        modules[kept] = ".".join(path.relative_to(ROOT).with_suffix("").parts)
    new = [(name, kept) for kept, name in modules.items() if not kept.is_file()]
    with ProcessPoolExecutor(os.cpu_count(), get_context("spawn"), max_tasks_per_child=1) as pool:
        list(pool.map(_look, [name for name, _ in new], [kept for _, kept in new]))
    reached: dict[str, set[tuple[float, str]]] = {}
    for kept in modules:
        for test, (seconds, functions) in json.loads(kept.read_text()).items():
            for function in functions:
                reached.setdefault(function, set()).add((seconds, test))
                # What stands outside functions is read when the module is loaded: all that comes after may notice.
                reached.setdefault(f"{function.partition(':')[0]}:", set()).add((seconds, test))
    return {function: sorted(tests) for function, tests in reached.items()}


def _look(name: str, kept: Path) -> None:
    """Run a module's tests under coverage, and keep which functions each of them reached."""
    import coverage  # only here: what it traces is slower

    _prepare()
    watch = coverage.Coverage(data_file=None, source=[str(SOURCES)])
    seconds: dict[str, float] = {}
    watch.start()
    for test in _tests_of(unittest.defaultTestLoader.loadTestsFromName(name)):
        watch.switch_context(test.id())
        begin = time.monotonic()
        unittest.TextTestRunner(io.StringIO()).run(test)
        seconds[test.id()] = time.monotonic() - begin
    watch.stop()
    data = watch.get_data()
    found: dict[str, set[str]] = {test: set() for test in seconds}
    for file in data.measured_files():
        names = functions_of(Path(file), ROOT)
        for line, contexts in data.contexts_by_lineno(file).items():
            for test in contexts:
                if test in found and line in names:
                    found[test].add(names[line])
    kept.write_text(json.dumps({test: (round(seconds[test], 3), sorted(found[test])) for test in found}))


# -- one breach


def _survives(breach: Breach, reached: dict[str, list[tuple[float, str]]]) -> bool:
    """Return whether all tests that reach a breach pass; those that do not end are failures."""
    tests, spent = [], 0.0
    for seconds, test in sorted(reached.get(breach.function, []), key=lambda one: (_farness(one[1], breach), one)):
        if spent + seconds > _MOST_SECONDS:
            continue
        tests.append(test)
        spent += seconds
    if not tests:
        return True
    context = get_context("forkserver")
    context.set_forkserver_preload(_PRELOADED)
    process = context.Process(target=_try, args=(breach.module, breach.source(ROOT), tests))
    process.start()
    process.join(_PATIENCE_S + 4 * spent)
    if process.is_alive():
        process.kill()
        process.join()
    return process.exitcode == 0


def _farness(test: str, breach: Breach) -> int:
    """Return how likely a test is not to notice: least those of the same part, then what is kept of all decisions."""
    part = breach.path.parent.relative_to("src/jaunty_frame")
    return 0 if test.startswith(".".join(("tests", *part.parts))) else 1 if test.startswith("tests.records") else 2


def _try(module: str, source: str, tests: list[str]) -> None:
    """Leave with 1 at the first test that fails with a module's source exchanged."""
    _prepare()
    sys.meta_path.insert(0, _Exchanged(module, source))
    for name in tests:
        result = unittest.TextTestRunner(io.StringIO(), failfast=True).run(
            unittest.defaultTestLoader.loadTestsFromName(name)
        )
        if not result.wasSuccessful():
            os._exit(1)
    os._exit(0)


class _Exchanged(MetaPathFinder):
    """Finds one module with another source."""

    def __init__(self, module: str, source: str) -> None:
        self._module, self._source = module, source

    def find_spec(self, name: str, path: object = None, target: object = None) -> ModuleSpec | None:
        if name != self._module:
            return None
        spec = PathFinder.find_spec(name, path)  # type: ignore[arg-type]
        source, loader = self._source, spec.loader  # type: ignore[union-attr]
        loader.get_code = lambda _name: compile(source, loader.path, "exec")  # type: ignore[union-attr, method-assign]
        return spec


def _prepare() -> None:
    sys.path.insert(0, str(ROOT))
    home = tempfile.mkdtemp(prefix="mutants-")
    os.environ |= {"XDG_STATE_HOME": home, "XDG_CONFIG_HOME": home, "QT_QPA_PLATFORM": "offscreen"}
    os.chdir(home)  # what broken code writes to a wrong place
    os.dup2(os.open(os.devnull, os.O_WRONLY), 2)


def _tests_of(suite: unittest.TestSuite) -> list[unittest.TestCase]:
    return [test for one in suite for test in (_tests_of(one) if isinstance(one, unittest.TestSuite) else [one])]


if __name__ == "__main__":
    sys.exit(main(sys.argv[1], int(sys.argv[2]), int(sys.argv[3])))
