"""Runs all tests; the last line says how many passed, failed and were skipped."""

import os
import sys
import tempfile
import unittest
from pathlib import Path


def main() -> int:
    root = Path(__file__).resolve().parent.parent
    sys.path.insert(0, str(root))
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    pattern = sys.argv[1] if len(sys.argv) > 1 else "test_*.py"
    with tempfile.TemporaryDirectory() as home:
        # Tests leave the user's settings and recovery data alone; the drawn demo may be shared.
        os.environ["XDG_STATE_HOME"] = home
        os.environ["XDG_CONFIG_HOME"] = home
        suite = unittest.TestLoader().discover(str(root / "tests"), pattern, str(root))
        result = unittest.TextTestRunner(verbosity=1, buffer=False).run(suite)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    print(f"{result.testsRun - failed - skipped} passed, {failed} failed, {skipped} skipped", flush=True)
    return 1 if failed or not result.testsRun else 0


if __name__ == "__main__":
    sys.exit(main())
