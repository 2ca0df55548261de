"""Edits of how long slides are seen."""

from fractions import Fraction
from itertools import pairwise
from math import floor

from jaunty_frame.core.time.fitting import fitted_durations
from jaunty_frame.core.time.schedule import MIN_SECONDS
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project
from jaunty_frame.document.settings import project_settings
from jaunty_frame.errors import UsageError


def fit_show(length: Fraction, frame_rate: Fraction) -> Edit:
    """Make the show last ``length`` seconds, exact to the frame at a rate; all slides are scaled together.

    None becomes shorter than its transitions, fades included, so that no joint changes. UsageError where that is too
    long, or there is nothing to fit.
    """

    def apply(project: Project) -> Project:
        if not project.slides:
            raise UsageError("The project has no slides; add photos first.")
        rules = project.house_rules
        settings = project_settings(project)
        joints = [rules.fade_in, *(own.transition.joint_seconds for own in settings[:-1]), rules.fade_out]
        least = [max(before + after, MIN_SECONDS) for before, after in pairwise(joints)]
        shared = sum(joints[1:-1], Fraction(0))
        frames = floor(length * frame_rate + Fraction(1, 2))
        try:
            fitted = fitted_durations(
                [own.seconds for own in settings],
                least,
                [False] * len(settings),
                frames / frame_rate + shared,
                1 / frame_rate,
            )
        except ValueError as error:
            wanted, least_of_all = clock_text(length), clock_text(sum(least) - shared)
            raise UsageError(
                f"The show cannot be as short as {wanted}; with its transitions it lasts {least_of_all} at least."
            ) from error
        slides = (
            slide if own.seconds == seconds else slide.changed(seconds=seconds)
            for slide, own, seconds in zip(project.slides, settings, fitted, strict=True)
        )
        return project.changed(slides=tuple(slides))

    return Edit(f"Fit to {clock_text(length)}", apply)
