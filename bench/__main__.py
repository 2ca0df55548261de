"""``make bench``, or ``python -m bench NAME ...`` for some of the figures; with --smallest only to see that they can be
had."""

import sys
import tempfile
from pathlib import Path

from bench import (
    clips,
    export_ratio,
    framing,
    looks,
    memory,
    sound,
    speed,
    stalls,
    start,
    steadiness,
    sync,
    transitions,
    words,
)
from bench.subjects import Scale

FIGURES = {
    "framing": framing.run,
    "export": export_ratio.run,
    "transitions": transitions.run,
    "looks": looks.run,
    "words": words.run,
    "sound": sound.run,
    "clips": clips.run,
    "sync": sync.run,
    "steadiness": steadiness.run,
    "screening": speed.run_screening,
    "import": speed.run_import,
    "plan": speed.run_plan,
    "start": start.run,
    "drag": speed.run_drag,
    "stalls": stalls.run,
    "memory": memory.run,
}


def main() -> int:
    scale = Scale.SMALLEST if "--smallest" in sys.argv else Scale.FULL
    names = [name for name in sys.argv[1:] if name != "--smallest"] or list(FIGURES)
    unknown = set(names) - set(FIGURES)
    if unknown:
        print(f"Unknown: {', '.join(unknown)}; there are {', '.join(FIGURES)}.", file=sys.stderr)
        return 2
    with tempfile.TemporaryDirectory() as folder:
        for name in names:
            FIGURES[name](Path(folder), scale)
    return 0


if __name__ == "__main__":
    sys.exit(main())
