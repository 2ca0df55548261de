"""What every edit makes of a project in which there is something of everything."""

import ast
import json
import unittest
from fractions import Fraction
from pathlib import Path

import jaunty_frame.document.edits as edits_package
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.core.time.typed_seconds import TypedSeconds, typed_seconds
from jaunty_frame.document.edits import (
    accepted,
    aspects,
    clips,
    fields,
    framings,
    groups,
    house_rules,
    in_outputs,
    instants,
    order,
    outputs,
    pasting,
    seconds,
    slides,
)
from jaunty_frame.document.edits.edit import all_of
from jaunty_frame.document.edits.material import emblems, keep_areas, photos, sounds, words
from jaunty_frame.document.exhibits.group import GroupExhibit
from jaunty_frame.document.files.project_format import project_to_text
from jaunty_frame.document.files.slides_format import copied_slides
from jaunty_frame.document.keep_areas import KeepArea, Track
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.model import Accepted, Project, ZoneMargins
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.document.photo import Correction, Moving, MovingSound, Photo, Shape
from jaunty_frame.document.sound import SoundFile, SoundRules
from jaunty_frame.document.words import Entrance, TypeStyle
from jaunty_frame.errors import JauntyError
from tests.records.record import ensure_as_recorded, flat
from tests.records.test_decisions import recorded_photos

CLIP = Photo(
    id="clip",
    path="clip.mp4",
    width=640,
    height=360,
    moving=Moving(kind="clip", pictures=100, rate=Fraction(25), sound=MovingSound()),
)
TALL, WIDE = "180x320", "320x180@25"
BOX = Window(0.1, 0.2, 0.5, 0.4)


def song(number, length):
    beats = tuple(k * 0.5 + 0.25 for k in range(int(length * 2)))
    content = f"blake2b:{number:032x}"
    return SoundFile(
        id=f"song{number}", path=f"{number}.flac", seconds=length, content=content, finder=1, beats=beats, tempo=120.0
    )


def dense_project():
    """Return a project with something of everything; its slides are s[0] to s[6]."""
    project = Project(title="Kiln", outputs=(output_from_text(TALL), output_from_text(WIDE)))
    pictures = list(recorded_photos().values())
    project = photos.add_photos(pictures[:6]).apply(project)
    s = [slide.id for slide in project.slides]
    for edit in (
        words.add_words(s[0], "Kiln day", "title"),
        words.add_words(s[1], "Bowls on the shelf", "caption", style=TypeStyle(size=0.06)),
        words.set_words_in_output(s[1], "words-1", TALL, size=0.07),
        words.set_words_instant(s[1], "words-1", 0.4, scale=1.2),
        groups.put_together(s[3:5]),
        emblems.add_emblem(pictures[6], [s[0], s[1]], size=0.2),
        emblems.set_emblem_in_output("emblem-1", TALL, size=0.3, anchor="top"),
        framings.set_framing(s[0], TALL, BOX, Window(0.2, 0.2, 0.4, 0.4)),
        framings.set_framing(s[2], WIDE, None, BOX),
        instants.set_at_instant([s[1]], 0.3, scale=0.8, lean=5.0),
        instants.set_at_instant([s[1]], 0.7, across=0.2),
        slides.set_on_slides([s[1]], "", move=Move.PAN, direction=Direction.RIGHT, mount=Mount(lean=4.0, across=0.1)),
        slides.set_on_slides([s[2]], "", transition={"kind": "wipe", "direction": "left"}),
        slides.leave_out([s[2]], TALL, True),
        seconds.change_seconds([s[0], s[2]], typed_seconds("4")),
        seconds.lock_seconds([s[2]], True),
        in_outputs.set_in_output([s[1]], TALL, "", mount=Mount(size=0.5)),
        sounds.add_sound(song(1, 12.0), "music"),
        sounds.add_sound(song(2, 8.0), "music", gain_db=-3.0, fade_out=Fraction(1)),
        sounds.add_sound(song(3, 2.0), "voice", [s[1]]),
        sounds.set_sound_in_output("music-1", TALL, gain_db=-2.0),
        house_rules.set_for_shape(Shape.UPRIGHT, "", move=Move.TILT),
        accepted.accept(Accepted(kind="small-photo", slide=s[0])),
        slides.add_close_up(s[0], Window(0.3, 0.3, 0.3, 0.3)),
    ):
        project = edit.apply(project)
    mine = aspects.look_of(project, s[1], {SlideAspect.MOVE, SlideAspect.MOUNT}, "Mine")
    return aspects.save_look(mine).apply(project)


def all_edits(p):
    """Return edits of a project, each by what it is called here."""
    s, coffee = [slide.id for slide in p.slides], p.photos[0].id
    other = next(slide for slide in p.slides if len(slide.exhibit.photos) > 1)
    file, found = song(4, 5.0), [KeepArea(box=BOX, origin="found")]
    beats = [k * 0.7 + 0.1 for k in range(60)]
    every = set(SlideAspect)
    settings = {"seconds": "3", "placement": "whole"}
    return [
        accepted.accept(Accepted(kind="soft", output=TALL)),
        accepted.accept(Accepted(kind="small-photo")),
        accepted.show_accepted_again(),
        *(aspects.carry_over(s[2], {one}, [s[0], s[3], s[5]]) for one in SlideAspect),
        aspects.carry_over(s[2], every, s, mirrored=True),
        aspects.carry_over(s[0], every, s[1:4]),
        aspects.apply_look(p.looks[0], s[3:5]),
        aspects.save_look(aspects.look_of(p, s[0], every, "Mine")),
        aspects.rename_look("Mine", "Ours"),
        aspects.delete_look("Mine"),
        emblems.add_emblem(p.photos[1], [s[3]], at=Fraction(1)),
        emblems.set_emblem("emblem-1", size=0.3, anchor="top"),
        emblems.set_emblem_in_output("emblem-1", WIDE, size=0.1),
        emblems.remove_emblem("emblem-1"),
        fields.set_slide_fields(s[:2], settings),
        fields.set_in_output_fields(s[:2], TALL, {"fill.kind": "light"}),
        fields.set_rule_fields({"strength": "strong"}),
        fields.set_rule_fields({"placement": "cover"}, Shape.UPRIGHT),
        fields.set_output_fields(TALL, {"pace": "3/2"}),
        fields.set_photo_fields([coffee], {"correction.warmth": "0.5"}),
        framings.set_framing(s[0], TALL, BOX, BOX, (2.0, -1.0)),
        framings.set_framing(other.id, WIDE, BOX, BOX, member=1),
        framings.drop_framings([(s[0], TALL), (s[2], TALL)]),
        groups.put_together([s[0], s[2]]),
        groups.put_together([s[0], other.id]),
        groups.add_to_slide(s[0], [p.photos[2].id]),
        groups.take_apart(other.id),
        groups.set_exhibit(other.id, GroupExhibit(members=other.exhibit.photos, arrangement="inset")),
        house_rules.set_for_all("All", move=Move.HOLD),
        house_rules.set_for_shape(Shape.SIDEWAYS, "Shape", move=Move.HOLD),
        house_rules.set_for_shape(Shape.UPRIGHT, "Shape", move=None),
        house_rules.set_house_rules("Rules", fade_in="1/4"),
        house_rules.set_seconds_for_all(seconds_moving=Fraction(5)),
        house_rules.set_up([output_from_text("square")], fade_in="1/4"),
        house_rules.set_title("Oven"),
        house_rules.set_about("Author", author="A. Potter", description="What the kiln gave"),
        in_outputs.set_in_output(s[:3], WIDE, "Here", fill={"kind": "light"}),
        in_outputs.set_in_output([s[1]], TALL, "Here", mount=None),
        instants.set_at_instant([s[2], s[0]], 0.5, scale=1.1),
        instants.set_at_instant([s[2]], 0.301, lean=9.0),
        *(instants.move_instant([name], 0.3, to) for name in s[1:3] for to in (0.5, 0.701, 1.2)),
        *(instants.copy_instant([name], 0.3, to) for name in s[1:3] for to in (0.5, 0.7)),
        *(instants.delete_instant([name], 0.3) for name in s[1:3]),
        *(instants.come_from([s[0], s[2]], edge) for edge in ("left", "top")),
        *(instants.go_to([s[0], s[2]], edge) for edge in ("left", "bottom")),
        instants.set_window_instant(s[0], TALL, 0.5, BOX),
        keep_areas.set_keep_areas(coffee, [KeepArea(box=BOX), KeepArea(box=BOX, weight=0.5)]),
        keep_areas.set_seems_turned(coffee, 0, 1),
        keep_areas.set_seems_turned(coffee, 1, 1),
        keep_areas.set_sketch(coffee, 0, "", ""),
        *(
            keep_areas.set_found_areas(coffee, found, p.photos[1].attention, turns, 99, again)
            for turns in (0, 1)
            for again in (False, True)
        ),
        keep_areas.use_elsewhere(s[0], coffee, BOX, Move.PUSH_IN, Direction.AUTO),
        keep_areas.use_elsewhere(s[2], coffee, BOX, Move.PAN, Direction.LEFT),
        *(order.order_slides(by) for by in order.Order),
        order.order_slides(order.Order.REVERSE, s[1:4]),
        order.arrange_slides([3, 1, 2, *range(4, len(s) + 1)]),
        outputs.add_output(output_from_text("square")),
        outputs.remove_output(TALL),
        outputs.set_zones(TALL, ZoneMargins(overlay_top=0.1)),
        outputs.duplicate_output(TALL),
        outputs.duplicate_output(WIDE),
        outputs.set_on_output(TALL, "Pace", pace=Fraction(2)),
        pasting.paste_slides(copied_slides(p, s[:4], str), 2),
        pasting.paste_slides(copied_slides(p, [], str).changed(photos=p.photos[:2]), 0),
        photos.add_photos([p.photos[0], recorded_photos()["transparent"]], 1),
        photos.add_photos([recorded_photos()["white"]]),
        photos.show_photos([coffee, p.photos[2].id], 3),
        photos.remove_photos([coffee, other.exhibit.photos[1]]),
        photos.set_on_photo(coffee, "Level", straightening=2.0),
        photos.correct_photos([coffee], Correction(contrast=0.3)),
        *(photos.turn_photos([coffee, p.photos[1].id], turns) for turns in (1, 2, 3)),
        *(seconds.change_seconds(s, typed_seconds(text)) for text in ("5", "+0.5", "-20", "x1.5", "2s10f")),
        seconds.change_seconds(s[1:2], TypedSeconds(Fraction(2), Fraction(1, 3))),
        seconds.seconds_as_ruled(s[:3]),
        seconds.lock_seconds(s[:4], True),
        seconds.lock_seconds(s[:4], False),
        *(seconds.fit_show(Fraction(length), name) for length in (20, 33) for name in (TALL, WIDE)),
        *(seconds.cut_on_beats(Fraction(100), Fraction(1, 5), every, WIDE) for every in (1, 4)),
        *(seconds.cut_on_times(beats, name, every) for name in (TALL, WIDE) for every in (1, 3)),
        seconds.change_at({s[1]: Fraction(3), s[3]: Fraction(9)}, WIDE),
        slides.remove_slides([s[1], s[2]]),
        slides.remove_slides(s),
        slides.repeat_slide(s[0]),
        slides.repeat_slide(other.id),
        *(slides.move_slides(s[1:3], to) for to in (0, 2, 5, len(s))),
        slides.add_close_up(s[2], BOX),
        slides.leave_out(s[1:4], WIDE, True),
        slides.leave_out(s[1:4], TALL, False),
        slides.set_on_slides(s[:2], "Move", move=None),
        slides.place_slides(s[:3], None),
        slides.place_slides(s[:3], "whole"),
        sounds.add_sound(file, "ambience", s[1:3], at=Fraction(1)),
        sounds.add_sound(song(1, 12.0), "music"),
        sounds.set_sound("music-1", gain_db=4.0),
        sounds.set_sound_in_output("music-1", TALL, left_out=True),
        sounds.set_sound_in_output("music-2", WIDE, gain_db=1.0),
        *(sounds.set_tempo("music-1", times) for times in ("half", "double")),
        *(sounds.remove_sound(name) for name in ("music-1", "voice-1")),
        *(sounds.split_sound(name, Fraction(3, 2)) for name in ("music-1", "voice-1")),
        *(sounds.remove_middle(name, Fraction(1, 2), Fraction(1)) for name in ("music-2", "voice-1")),
        *(sounds.move_music("music-1", to) for to in (0, 1, 2)),
        *(sounds.set_kind_level(kind, -6.0) for kind in ("music", "voice")),
        sounds.set_sound_rules(SoundRules(ducking_db=3.0)),
        sounds.set_loudness(TALL, -14.0),
        sounds.set_loudness(TALL, None),
        words.add_words(s[0], "More", "credit", times="own"),
        words.set_words(s[0], "words-1", text="Less", comes=Entrance(kind="fade")),
        words.set_words_in_output(s[0], "words-1", WIDE, text="Here"),
        words.drop_words_in_output(s[2], "words-1", TALL),
        words.remove_words(s[0], "words-1"),
        words.set_words_instant(s[2], "words-1", 0.4, lean=3.0),
        words.set_words_instant(s[2], "words-1", 0.8, lean=3.0),
        words.set_style_for_kind("caption", TypeStyle(weight=900)),
        words.add_card(2, "Part two"),
        words.add_card(0, "Part one", "caption"),
        words.add_credits(p),
        words.rewrite_words({(s[0], "words-1"): "Anew", (s[2], "words-1"): ""}),
        words.replace_text("o", "0"),
        words.replace_text("o", "0", s[:1]),
        aspects.save_look(Look(name="Bare")),
        *(
            all_of([photos.add_photos([CLIP]), edit])
            for edit in (
                clips.set_clip(["clip-1"], "Part", begins=Fraction(1), speed=Fraction(2)),
                clips.split_clip("clip-1", Fraction(2)),
                clips.split_clip("clip-1", Fraction(4)),
                keep_areas.set_found_sound("clip", -20.0, 1),
                keep_areas.set_found_tracks("clip", 0, [Track(times=(0.5, 1.0), boxes=(BOX, BOX))]),
            )
        ),
    ]


class Edits(unittest.TestCase):
    def test_every_edit_makes_of_a_project_what_it_made(self):
        project = dense_project()

        def values(one):
            return dict(flat(json.loads(project_to_text(one))))

        before, found = values(project), []
        for edit in all_edits(project):
            try:
                after = values(edit.apply(project))
            except JauntyError as error:
                found.append([edit.label, str(error)])
                continue
            changed = {k: after.get(k) for k in sorted(before.keys() | after.keys()) if before.get(k) != after.get(k)}
            found.append([edit.label, changed])
        ensure_as_recorded(self, "edits.jsonl", found)

    def test_there_is_one_for_every_function_that_makes_an_edit(self):
        made = Path(__file__).read_text()
        for path in Path(edits_package.__path__[0]).rglob("*.py"):
            functions = [one for one in ast.parse(path.read_text()).body if isinstance(one, ast.FunctionDef)]
            for one in functions:
                makes_edit = one.returns is not None and ast.unparse(one.returns) == "Edit"
                if makes_edit and path.stem != "edit" and not one.name.startswith("_"):
                    self.assertTrue(f"{path.stem}.{one.name}(" in made, f"{path.stem}.{one.name}")
