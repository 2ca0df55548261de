"""The plan: everything that decides what one output shows and lets be heard, frame by frame; ``planner`` makes it."""

from dataclasses import dataclass

from jaunty_frame.show.planning.soundtrack import Sounding


@dataclass(frozen=True, eq=False, kw_only=True)
class Plan(Sounding):
    """The plan of one output: the last of its stages (``stages.stage``)."""
