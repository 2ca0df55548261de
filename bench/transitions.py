"""Exporting transitions against encoding the very same frames from memory: a show that is nothing but a joint.

What it takes to make the two photos ready, which any show has to pay, is measured by itself and left out.
"""

import statistics
from fractions import Fraction
from pathlib import Path

from bench.export_ratio import against_encoding, first_frame
from bench.subjects import Scale, project_of, report, seconds_of, write_photos
from jaunty_frame.document.edits.house_rules import set_for_all
from jaunty_frame.document.transition import TRANSITIONS
from jaunty_frame.show.planning.planner import plan_output

_SECONDS = Fraction(1)
_RUNS = 3
_OTHERWISE = {
    "wipe": ({}, {"direction": "left"}, {"angle": 30.0}, {"softness": 0.3}),
    "iris": ({}, {"shape": "rectangle", "softness": 0.2}),
    "glide": ({}, {"direction": "up"}, {"fill_kind": "cross-dissolve"}),
}
"""Settings that are worth a figure of their own."""


def run(folder: Path, scale: Scale) -> None:
    output, seconds, runs = scale.of(("wide", _SECONDS, _RUNS), ("320x180", Fraction(1, 2), 1))
    project = project_of(write_photos(folder, 2, scale), folder, output, seconds, seconds)
    for kind, value_type in TRANSITIONS.types.items():
        if kind == "cut":
            continue
        for settings in _OTHERWISE.get(kind, ({},)):
            transition = value_type(seconds=seconds, **settings)
            plan = plan_output(set_for_all("Transition", transition=transition).apply(project), output)
            _, a, b = against_encoding(plan, folder, runs)
            a -= statistics.median(seconds_of(lambda plan=plan: first_frame(plan, folder)) for _ in range(runs))
            said = ", ".join([kind, *(f"{name} {value}" for name, value in settings.items())])
            wanted = "<= 1.45" if kind == "cross-dissolve" else "<= 1.6"
            report(f"export / encoding from memory, {said}", f"{a / b:.2f} ({a:.1f} s / {b:.1f} s)", wanted)
