"""What every option of every verb does: what is said, what changes in the project, what is written."""

import atexit
import json
import os
import re
import shlex
import shutil
from pathlib import Path
from pkgutil import resolve_name
from tempfile import mkdtemp

import numpy as np
import typer

from jaunty_frame.cli.verb_list import VERBS
from tests.cli.command_case import CommandCase
from tests.media.photo_sets import write_set
from tests.media.sounds.sound_files import clicks, tone, write_sound
from tests.records.record import ensure_as_recorded, flat

# Made before all others; then each command below is tried on this project.
_FIRST = """
new photos --to P --output 96x160 --output 160x90@25 --seconds 2 --transition 0.5 --title Kiln
words P --add "Kiln day" --slide 1 --kind title
words P --add "Bowls on the shelf" --slide 3
sound P --music song.wav
emblem P --add mark.png --slides 1-2 --size 12
look P --save Quiet --from 2
add P more
group P --together 5-6
edit P --slides 3 --set move=pan --set placement=cover
edit P --slides 1 --set placement=whole
edit P --output 96x160 --set zones.tile=3/4 --set pace=3/2
"""
_COMMANDS = """
new photos --to Q --output square --seconds 3 --placement whole --move pan --covering readily
new photos photos --to Q --output square --copies show --overwrite --transition 0
add P photos/photo-1.jpg
add P more --at 2
add P more --at 2 --dry-run
remove P --slides 2
remove P --where upright --from-set
remove P --slides 1-2 --dry-run
remove P --unused
outputs P
outputs P --add square
outputs P --add 200x100@24 --dry-run
outputs P --remove 96x160
outputs P --of 96x160 --save-zones zones.json
outputs P --of 96x160 --save-zones zones.json --overwrite
outputs P --of 160x90@25 --zones zones.json
title P "Another day"
title P "Another day" --dry-run
check P
check P --json
plan P
plan P --output 160x90@25
frame P --output 96x160 --at 1.5 --to frame.png
frame P --output 96x160 --at 2.5 --to frame.png --overwrite
still P --slide 2 --at 0.5 --output 96x160 --to still.png
still P --slide 2 --at 0.5 --output 96x160 --to still.png --overwrite --add
still P --slide 2 --at 0.5 --to other.png
still P --slide 2 --at 90 --output 96x160 --to other.png
mix P --output 96x160 --to mix.wav
mix P --output 160x90@25 --to mix.wav --overwrite
plan P --measure --json --output 96x160
title P "Another day" --author "A. Potter" --description "What the kiln gave"
render P --to out --output 96x160 --format gif,stills --set rate=10 --name "{title}-{format}"
render P --to out --output 96x160 --format mp4,draft --name show
render P --to out --output 96x160 --format wav --limit-mb 1
render P --to out --output 96x160 --limit-mb 0.2
render P --to out --output 96x160 --format mp4,nothing
render P --to shows --output 96x160 --captions srt --quality quick
render P --to shows --output 96x160 --captions vtt --quality quick --overwrite
render P --to shows --all --captions burnt --quality fine --overwrite
render P --to shows --output 96x160 --format mp4 --set size=2
render P --to shows --output 96x160 --format film
export-cuts P --to cuts.otio
export-cuts P --to cuts.otio --output 160x90@25 --overwrite
beats P --tempo 100
beats P --tempo 100 --offset 0.2 --every 4
beats P --bars --output 160x90@25
beats P --dry-run
carry P --from 1 --aspects placement,joint --to 2-3
carry P --from 3 --aspects move --mirrored
carry P --from 3 --aspects move
carry P --from 1 --aspects seconds --to following --dry-run
edit P --set seconds=4 --slides 2
edit P --set placement=cover --where upright
edit P --set move=hold --like 1
edit P --set pace=3/2 --output 96x160
edit P --set shown=false --output 96x160 --slides 2
edit P --rules --set strength=strong
edit P --rules --where upright --set placement=whole
edit P --photo --slides 1 --set correction.exposure=0.5
edit P --slides 1 --unset move --set seconds=5
edit P --set seconds=4 --dry-run
look P
look P --save Calm --from 1 --aspects move,placement
look P --apply Quiet --slides 2-3
look P --apply Quiet --where sideways
look P --apply Quiet --export look.json
look P --apply Quiet --export look.json --overwrite
look P --import look.json
look P --delete Quiet
look P --apply Quiet --dry-run
group P --together 1,3
group P --apart 5
group P --together 1-3 --dry-run
words P --list
words P --styles
words P --add "Here\\nnow" --slide 2 --kind credit --at 0.5 --for 1
words P --add "Here" --slide 2 --style typewriter
words P --card "Part two" --before 3
words P --card "Part two" --before 3 --kind caption --style typewriter
words P --credits
words P --remove words-1 --slide 1
words P --find Kiln --replace Oven
words P --export words.srt
words P --export words.srt --output 160x90@25 --overwrite
words P --import words.srt --output 160x90@25
words P --find Kiln --replace Oven --dry-run
emblem P --list
emblem P --add mark.png --anchor top --at 0.5 --for 1.5
emblem P --edit emblem-1 --size 20
emblem P --edit emblem-1 --output 96x160 --leave-out
emblem P --remove emblem-1
emblem P --remove emblem-1 --dry-run
sound P --list
sound P --shelf morning-yard
sound P --music song.wav --start 1 --end 5 --fade-in 1/2 --fade-out 3/2
sound P --ambience yard.wav --slides 2-3 --gain -3
sound P --voice yard.wav --slide 2 --at 0.25 --clean
sound P --speak "Good morning" --language sv --pace 120
sound P --edit music-1 --tempo half
sound P --edit music-1 --gain -6 --output 96x160
sound P --edit music-1 --output 96x160 --leave-out
sound P --remove music-1
sound P --remove music-1 --dry-run
order P --by reverse
order P --by spread
order P --as 3,1,2,4,5
order P --by name --dry-run
fit P --length 12
fit P --length 12 --output 160x90@25
fit P --to-music
fit P --length 9 --dry-run
"""
_ELSEWHERE = ("schema", "demo", "estimate")
"""Verbs that have tests of their own: they change no project, or say what takes how long."""
_VOICE = re.compile(r"voice-[0-9a-f]{12}")
"""How a spoken file is named, by its content, which is another with another speaking voice."""
_made: list[Path] = []


def lines_of(text):
    return [line for line in text.splitlines() if line]


class Commands(CommandCase):
    def setUp(self):
        super().setUp()
        here = os.getcwd()
        self.addCleanup(os.chdir, here)
        if not _made:
            _made.append(self.made())
        os.chdir(self.folder)
        shutil.copytree(_made[0], self.folder, dirs_exist_ok=True)

    def made(self):
        """Return a folder with the project that is there at first; it is kept for the other tests."""
        folder = Path(mkdtemp())
        atexit.register(shutil.rmtree, folder)
        os.chdir(folder)
        for name, count, seed in (("photos", 4, 0), ("more", 2, 9), ("", 1, 20)):
            (folder / name).mkdir(exist_ok=True)
            write_set(folder / name, count, first_seed=seed)
        Path("photo-1.jpg").rename("mark.png")
        beats = np.arange(0.25, 9, 0.5)
        write_sound(folder / "song.wav", clicks(9.0, beats, 0.4) + clicks(9.0, beats[::4], 0.4))
        write_sound(folder / "yard.wav", tone(3, 300))
        for line in lines_of(_FIRST):
            code, _, errors = self.said(line)
            self.assertEqual((code, errors), (0, ""), line)
        return folder

    def said(self, line):
        names = {"P": "kiln.jaunty", "Q": "other.jaunty"}
        code, out, errors = self.run_program(*(names.get(one, one) for one in shlex.split(line)))
        return code, self.without_folder(out), self.without_folder(errors)

    def without_folder(self, text):
        return _VOICE.sub("voice", text.replace(str(self.folder), ""))

    def project_values(self):
        return dict(flat(json.loads(_VOICE.sub("voice", Path("kiln.jaunty").read_text()))))

    def files(self):
        found = (path for path in Path().rglob("*") if path.is_file() and "cache" not in path.parts)
        return {_VOICE.sub("voice", str(path)): path.stat().st_mtime_ns for path in found}

    def ensure_does_what_it_did(self, verb):
        begin, found = Path("kiln.jaunty").read_text(), []
        for line in lines_of(_COMMANDS):
            if line.split()[0] != verb:
                continue
            Path("kiln.jaunty").write_text(begin)
            before, files = self.project_values(), self.files()
            said = self.said(line)
            after = self.project_values()
            changed = {k: after.get(k) for k in sorted(before.keys() | after.keys()) if before.get(k) != after.get(k)}
            written = sorted(name for name, at in self.files().items() if files.get(name) != at)
            texts = [
                self.without_folder(Path(name).read_text())
                for name in written
                if name.endswith((".srt", ".vtt", ".otio"))
            ]
            found.append({"line": line, "said": said, "changed": changed, "files": written, "in": texts})
        ensure_as_recorded(self, f"commands/{verb}.jsonl", found)

    def test_every_option_of_every_verb_is_tried(self):
        tried = {verb: set() for verb in VERBS}
        for line in lines_of(_FIRST + _COMMANDS):
            tried[line.split()[0]] |= {word for word in shlex.split(line) if word.startswith("--")}
        for verb, module in VERBS.items():
            app = typer.Typer(add_completion=False)
            app.command(verb)(resolve_name(f"{module}:run"))
            options = {one.opts[0] for one in typer.main.get_command(app).params if one.opts[0].startswith("--")}
            if verb not in _ELSEWHERE:
                self.assertEqual(options - tried[verb], set(), verb)


for _verb in VERBS:
    if _verb not in _ELSEWHERE:  # each a test of its own, so that it can be run by itself
        setattr(Commands, f"test_{_verb}", lambda self, verb=_verb: self.ensure_does_what_it_did(verb))
