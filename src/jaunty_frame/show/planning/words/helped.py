"""Words that were measured on the frames and got what lets them be read there.

A plan knows photos by their tones only. Where the frames say that words fail all the same, ``media.frames.legibility``
finds what helps, and the plan is made anew with it: the same project and photos always give the same help.
"""

from collections.abc import Iterable
from dataclasses import replace

from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.placed import Helped, PlacedWords, Worded
from jaunty_frame.show.planning.words.planned import words_of


def helped_words(plan: Plan) -> tuple[Helped, ...]:
    """Return the words of a plan that were helped so."""
    return plan.helped.get(None, ())


def before_help(plan: Plan, placed: PlacedWords) -> PlacedWords:
    """Return words of a plan as they would be without."""
    return next((one.before for one in helped_words(plan) if one.after == placed), placed)


def helped_plan(plan: Plan, helped: Iterable[Helped]) -> Plan:
    """Return the plan with these words helped, and no others; those that are no longer as they were before stay."""
    wanted, now = tuple(helped), helped_words(plan)
    if wanted == now:
        return plan
    result, taken = replace(plan).knowing(plan, Worded), list[Helped]()
    for k in sorted({one.before.slide for one in (*wanted, *now) if one.before.slide < len(plan.slides)}):
        words = [before_help(plan, one) for one in words_of(plan, k)]
        for place, one in enumerate(words):
            match = next((help_ for help_ in wanted if help_.before == one), None)
            if match is not None:
                words[place] = match.after
                taken.append(match)
        result.words[k] = tuple(words)
    result.helped[None] = tuple(taken)
    return result
