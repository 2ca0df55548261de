"""Remedies: what a finding's button says and the edit that it makes. A check may have one of its own."""

from collections.abc import Callable
from fractions import Fraction
from math import ceil

from jaunty_frame.core.framing.bases import REQUIRED_WEIGHT, WISHED_WEIGHT, Placement
from jaunty_frame.core.motion.courses import Direction
from jaunty_frame.core.words.legibility import seconds_to_read
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.framings import drop_framings
from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import remove_photos, turn_photos
from jaunty_frame.document.edits.material.sounds import remove_sound
from jaunty_frame.document.edits.material.words import set_words, set_words_in_output
from jaunty_frame.document.edits.slides import place_slides, remove_slides, set_on_slides
from jaunty_frame.document.model import Project
from jaunty_frame.document.settings import project_settings
from jaunty_frame.document.words import Words
from jaunty_frame.show.findings.finding import Finding, Remedy

_LONGEST_SECONDS = 30


def _placing(placement: Placement) -> Callable[[Project, Finding], Edit | None]:
    return lambda project, finding: place_slides([finding.slide_id], placement)


def _back_to_solved(project: Project, finding: Finding) -> Edit:
    return drop_framings([(finding.slide_id, finding.output)])


def _only_wish(project: Project, finding: Finding) -> Edit:
    photo = project.photo(finding.photo_id)
    wished = [a.changed(weight=WISHED_WEIGHT) if a.weight >= REQUIRED_WEIGHT else a for a in photo.keep_areas]
    if photo.moving is not None:  # what was found over its time would go on being required
        wished = [area.changed(origin="hand") for area in wished]
    return set_keep_areas(photo.id, wished)


def _slower(project: Project, finding: Finding) -> Edit:
    seconds = project_settings(project, [project.slide(finding.slide_id)])[0].seconds
    calm = ceil(float(seconds) * finding.amount * 10) / 10
    if calm > _LONGEST_SECONDS:
        return _back_to_solved(project, finding)
    return set_on_slides([finding.slide_id], "Seconds", seconds=Fraction(round(calm * 10), 10))


def _another_move(project: Project, finding: Finding) -> Edit:
    if project.is_hand_set(finding.slide_id, finding.output):
        return _back_to_solved(project, finding)
    return set_on_slides([finding.slide_id], "Move", move=None, direction=Direction.AUTO)


def _remove_with_photo(project: Project, finding: Finding) -> Edit:
    """Remove a slide; its photo, which cannot be used, goes with the last slide that shows it."""
    others = [slide for slide in project.slides if slide.id != finding.slide_id]
    if any(finding.photo_id in slide.exhibit.photos for slide in others):
        return remove_slides([finding.slide_id])
    return remove_photos([finding.photo_id])._replace(label="Remove slide")


def _turned_upright(project: Project, finding: Finding) -> Edit:
    return turn_photos([finding.photo_id], project.photo(finding.photo_id).seems_turned)


def _words(project: Project, finding: Finding) -> Words:
    return next(one for one in project.slide(finding.slide_id).words if one.id == finding.words_id)


def _readable_colour(project: Project, finding: Finding) -> Edit:
    """Let the words find their colour and what helps it."""
    words = _words(project, finding)
    style = (words.style or getattr(project.house_rules, words.kind)).changed(colour_by="auto")
    return set_words(finding.slide_id, finding.words_id, "Readable colour", style=style)


def _another_place(project: Project, finding: Finding) -> Edit:
    """Let the words find their place: in this output if it has one of its own, else in all."""
    own = _words(project, finding).in_output(finding.output)
    where = finding.slide_id, finding.words_id
    if own is not None and own.anchor is not None:
        return set_words_in_output(*where, finding.output, "Another place", anchor=None, place=None)
    return set_words(*where, "Another place", anchor="auto")


def _usual_size(project: Project, finding: Finding) -> Edit:
    words = _words(project, finding)
    own, where = words.in_output(finding.output), (finding.slide_id, finding.words_id)
    if own is not None and own.size is not None:
        return set_words_in_output(*where, finding.output, "Usual size", size=None)
    return set_words(*where, "Usual size", style=None)


def _read_in_time(project: Project, finding: Finding) -> Edit:
    """Show words for as long as they take to read, with the slide if they belong to it alone."""
    words = _words(project, finding)
    wanted = Fraction(ceil(seconds_to_read(words.text) * 10), 10)
    if words.times == "slide":
        return set_on_slides([finding.slide_id], "Seconds", seconds=wanted)
    return set_words(finding.slide_id, finding.words_id, "Longer", times="own", lasts=wanted)


READABLE_COLOUR = Remedy("readable-colour", "Find a readable colour", _readable_colour)
ANOTHER_PLACE = Remedy("another-place", "Find another place", _another_place)
USUAL_SIZE = Remedy("usual-size", "Back to the usual size", _usual_size)
READ_IN_TIME = Remedy("longer", "Show them longer", _read_in_time)
NO_REMEDY = Remedy("none", "", lambda project, finding: None)
BACK_TO_SOLVED = Remedy("back-to-solved", "Back to solved", _back_to_solved)
PLACE_SUBJECT = Remedy("place-subject", "Show all that must stay", _placing(Placement.SUBJECT))
PLACE_COVER = Remedy("place-cover", "Fill the frame", _placing(Placement.COVER))
PLACE_WHOLE = Remedy("place-whole", "Show the whole photo", _placing(Placement.WHOLE))
ONLY_WISH = Remedy("only-wish", "Let it be cut a little", _only_wish)
TRANSITION_AS_RULED = Remedy(
    "transition-as-ruled",
    "As the house rules say",
    lambda project, finding: set_on_slides([finding.slide_id], "Transition", transition=None),
)
TURN_UPRIGHT = Remedy("turn-upright", "Turn it upright", _turned_upright)
SLOWER = Remedy("slower", "Give it more time", _slower)
ANOTHER_MOVE = Remedy("another-move", "Let it vary", _another_move)
REMOVE_SLIDE = Remedy("remove-slide", "Remove slide", _remove_with_photo)
REMOVE_SOUND = Remedy("remove-sound", "Remove sound", lambda project, finding: remove_sound(finding.sound_id))
# The importer looks again; that is no edit.
FIND_AGAIN = Remedy("find-again", "Find keep areas again", lambda project, finding: None)
