"""What every kind looks like with each of its fields at another value, against sheets of small pictures."""

from fractions import Fraction

from jaunty_frame.core.motion.courses import Move, Strength
from jaunty_frame.document.basis.fields import FieldType, editable_fields
from jaunty_frame.document.edits.edit import all_of
from jaunty_frame.document.edits.groups import set_exhibit
from jaunty_frame.document.edits.instants import set_at_instant
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.exhibits.group import GroupExhibit
from jaunty_frame.document.fill import FILLS
from jaunty_frame.document.instant import Instant, Pose
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Correction
from jaunty_frame.document.transition import TRANSITIONS
from jaunty_frame.document.words import Entrance, TypeStyle
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.planning.planner import Planner
from tests.records.painted import PaintedRecord
from tests.records.test_decisions import recorded_photos

OUTPUT = "132x96"


def variants(value, **fixed):
    """Yield a value, and it with each of its editable fields at another value; ``fixed`` holds in all."""
    yield value.changed(**fixed)
    for field in editable_fields(type(value)):
        before = getattr(value, field.name)
        match field.type:
            case FieldType.CHOICE:
                others = [one for one in field.options if one != before]
            case FieldType.SWITCH:
                others = [not before]
            case FieldType.COLOUR:
                others = ["#3a6ea5"]
            case FieldType.NUMBER:
                other = field.low + 0.7 * (field.high - field.low)
                others = [round(other) if isinstance(before, int) else other]
            case _:
                others = []
        for other in others:
            yield value.changed(**{**fixed, field.name: other})


class Kinds(PaintedRecord):
    def ensure_painted(self, name, values, edits_for, share, more=()):
        """Paint one slide for each value at a share of its time, or of its joint, with what the edits make of it."""
        photos = recorded_photos()
        rules = HouseRules(seconds_moving=Fraction(2), seconds_held=Fraction(2), transition={"kind": "cut"})
        project = Project(outputs=(output_from_text(OUTPUT),), house_rules=rules)
        pair = [photos["coffee"], photos["upright"]]
        project = add_photos([photos["china"], *pair]).apply(project)
        while len(project.slides) < len(values) + 1:
            project = add_photos(pair).apply(project)
        project = project.changed(photos=tuple(photos.values())) if more else project
        ids = [slide.id for slide in project.slides]
        edits = [edit for k, value in enumerate(values) for edit in edits_for(ids[k], value)]
        plan = Planner(fonts()).plans(all_of(edits).apply(project))[OUTPUT]
        schedule = plan.schedule
        moments = []
        for k in range(len(values)):
            joint = schedule.transition_frames(k)
            start = schedule.first[k] + (schedule.frames[k] - joint if share < 0 else 0)
            moments.append(start + round(abs(share) * (joint if share < 0 else schedule.frames[k] - joint)))
        cells = self.pictures(plan, moments)
        self.ensure_as_kept(f"{name}.png", [cells[k : k + 16] for k in range(0, len(cells), 16)])

    def test_fills(self):
        values = [one for kind in FILLS.types.values() for one in variants(kind())]
        self.ensure_painted(
            "fills",
            values,
            lambda name, fill: [set_on_slides([name], "", fill=fill, placement="whole", move="push-in")],
            0.8,
        )

    def test_mounts(self):
        plain, dressed = Mount(size=0.8), Mount(size=0.8, border=0.04, line=0.01, shadow=0.7, line_gap=0.02)
        values = [*variants(plain), *variants(dressed), *variants(dressed, corners=0.1, yaw=20.0)]
        placed = {"fill": {"kind": "colour", "colour": "#c8b090"}, "placement": "whole", "move": "hold"}
        self.ensure_painted(
            "mounts", values, lambda name, mount: [set_on_slides([name], "", mount=mount, **placed)], 0.3
        )

    def test_joints(self):
        values = [one for kind in TRANSITIONS.types.values() for one in variants(kind())]
        values = [one.changed(seconds="1") if hasattr(one, "seconds") else one for one in values]
        for share in (0.3, 0.8):
            self.ensure_painted(
                f"joints-{share}", values, lambda name, joint: [set_on_slides([name], "", transition=joint)], -share
            )

    def test_words(self):
        style = TypeStyle(size=0.16, colour_by="chosen")
        values = [*variants(style), *variants(style, outline=0.1, shadow=0.8, shadow_distance=0.1, plate=0.6)]
        self.ensure_painted(
            "words", values, lambda name, value: [add_words(name, "Kiln day\nnow", "caption", style=value)], 0.5
        )

    def test_words_come_and_go(self):
        ways = [one.changed(seconds="1") for one in variants(Entrance())]
        ways += [one.changed(seconds="1") for one in variants(Entrance(kind="side"))]
        style = TypeStyle(size=0.3)
        for share, at in (("comes", 0.15), ("goes", 0.85)):
            self.ensure_painted(
                share,
                ways,
                lambda name, way: [add_words(name, "Kiln day", "title", style=style, comes=way, goes=way)],
                at,
            )

    def test_poses(self):
        values = [*variants(Pose()), *variants(Pose(scale=0.6)), Pose(lean=-30.0, scale=0.7, across=0.2)]
        style = TypeStyle(size=0.2, shadow=0.8, shadow_distance=0.15)

        def edits(name, pose):
            to = pose.model_dump()
            words = Instant(at=0.5, **{k: v for k, v in to.items() if k not in ("yaw", "pitch")})
            lettering = add_words(name, "Kiln day", "title", style=style, instants=(words, Instant(at=0.9, scale=1.5)))
            return [set_at_instant([name], 0.6, **to), set_at_instant([name], 0.1, lean=4.0), lettering]

        for share in (0.5, 0.7):
            self.ensure_painted(f"poses-{share}", values, edits, share)

    def test_groups(self):
        pictures = ("coffee", "upright", "panorama", "white")
        values = [GroupExhibit(members=pictures[:count]) for count in (2, 3, 4)]
        values = [other for one in values for other in variants(one, inset=0.4)]

        def edits(name, group):
            members = tuple(photo.id for photo in recorded_photos().values() if photo.path[:-4] in group.members)
            return [set_exhibit(name, group.changed(members=members))]

        self.ensure_painted("groups", values, edits, 0.6, more=pictures)

    def test_moves(self):
        values = [(move, strength) for move in Move for strength in Strength]
        self.ensure_painted(
            "moves", values, lambda name, way: [set_on_slides([name], "", move=way[0], strength=way[1])], 0.9
        )

    def test_corrections(self):
        values = [Correction(**{name: amount}) for name in Correction.model_fields for amount in (-0.8, -0.3, 0.4, 0.9)]
        values.append(Correction(exposure=0.7, contrast=0.5, saturation=0.4, warmth=-0.5))
        coffee = recorded_photos()["coffee"]
        photos = [
            coffee.changed(id=f"p{k}", content=f"blake2b:{k:032x}", correction=value) for k, value in enumerate(values)
        ]
        rules = HouseRules(transition={"kind": "cut"})
        project = add_photos(photos).apply(Project(outputs=(output_from_text(OUTPUT),), house_rules=rules))
        plan = Planner().plans(project)[OUTPUT]
        moments = [plan.schedule.first[k] + 30 for k in range(len(values))]
        self.ensure_as_kept("corrections.png", [self.pictures(plan, moments)])
