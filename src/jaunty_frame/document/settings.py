"""What holds for a slide: its own value, else the house rule for its photo's shape, else the one for all."""

from collections.abc import Iterable, Mapping
from fractions import Fraction
from typing import NamedTuple

from jaunty_frame.core.framing.bases import Covering, Placement
from jaunty_frame.core.motion.courses import Move, Strength
from jaunty_frame.core.motion.paths import Easing
from jaunty_frame.document.exhibit import Length
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.model import HouseRules, Project, ShapeRules, Slide
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Photo, Shape
from jaunty_frame.document.transition import Transition


class Settings(NamedTuple):
    """The resolved settings of one slide.

    follows_show : whether it takes part in the show's own move. easing : of moves that have none of their own kind.
    mount : None where it is plain, or set off by itself.
    """

    seconds: Fraction
    placement: Placement
    covering: Covering
    move: Move
    follows_show: bool
    strength: Strength
    easing: Easing
    fill: Fill
    mount: Mount | None
    transition: Transition


def settings_of(slide: Slide, rules: HouseRules) -> Settings:
    """Return what holds for ``slide`` under ``rules``, which are those of its shape."""
    lies_still = slide.move is None and slide.exhibit.moves_by_itself
    move = Move.HOLD if lies_still else slide.move or rules.move
    follows_show = slide.move is None and rules.show_move != "none" and not lies_still
    held = move is Move.HOLD and not follows_show
    return Settings(
        seconds=slide.seconds or (rules.seconds_held if held else rules.seconds_moving),
        placement=slide.placement or rules.placement,
        covering=slide.covering or rules.covering,
        move=move,
        follows_show=follows_show,
        strength=slide.strength or rules.strength,
        easing=slide.easing or rules.easing,
        fill=slide.fill or rules.fill,
        mount=slide.mount or rules.mount,
        transition=slide.transition or rules.transition,
    )


def rules_of_shape(rules: HouseRules, shape: Shape | None) -> HouseRules:
    """Return the rules with those of a shape in their place; the same where it has none."""
    own = next((one for one in rules.shapes if one.shape is shape), None)
    if own is None:
        return rules
    fields = {name: value for name in _SHARED if (value := getattr(own, name)) is not None}
    if own.seconds is not None:
        fields |= {"seconds_held": own.seconds, "seconds_moving": own.seconds}
    if own.move is not None:
        fields["show_move"] = "none"
    return rules.changed(**fields)


_SHARED = tuple(name for name in ShapeRules.model_fields if name in HouseRules.model_fields)


def shape_of(slide: Slide, photos: Mapping[str, Photo]) -> Shape | None:
    """Return the shape of a slide's (first) photo; None where it shows none. photos : by id."""
    return next((photos[name].shape for name in slide.exhibit.photos), None)


def project_settings(project: Project, slides: Iterable[Slide] | None = None) -> list[Settings]:
    """Return what holds for slides of a project, by default for all."""
    rules = project.house_rules
    chosen = list(project.slides if slides is None else slides)
    if not rules.shapes:
        found = [settings_of(slide, rules) for slide in chosen]
    else:
        photos = {photo.id: photo for photo in project.photos}
        by_shape = {shape: rules_of_shape(rules, shape) for shape in (None, *Shape)}
        found = [settings_of(slide, by_shape[shape_of(slide, photos)]) for slide in chosen]
    lengths = lengths_of(project)
    return [lasting(own, slide, lengths.get(slide.id)) for slide, own in zip(chosen, found, strict=True)]


def lengths_of(project: Project) -> dict[str, Length]:
    """Return how long slides last by themselves, by slide id: those that have a voice, or show what moves."""
    lengths = {name: Length(least=seconds) for name, seconds in project.sound.voice_seconds().items()}
    # Hardly a show has any: of a thousand slides each question takes as long as a plan.
    if any(photo.moving is not None for photo in project.photos):
        photos = {photo.id: photo for photo in project.photos}
        for slide in project.slides:
            own, spoken = slide.exhibit.length(photos), lengths.get(slide.id, Length())
            if own != Length():
                least = max(filter(None, (own.least, spoken.least)), default=None)
                lengths[slide.id] = Length(least, own.natural)
    return lengths


def lasting(settings: Settings, slide: Slide, length: Length | None) -> Settings:
    """Return settings of a slide that lasts as long as what it shows, unless it says another length, and never shorter
    than that or its voice needs."""
    if length is None:
        return settings
    natural = length.natural if slide.seconds is None else None
    seconds = max(natural or settings.seconds, length.least or Fraction(0))
    return settings if seconds == settings.seconds else settings._replace(seconds=seconds)
