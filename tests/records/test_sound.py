"""What a show with every kind of sound plays, against what was kept: where each part lies, and how loud it is heard."""

from fractions import Fraction

import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.material.sounds import add_sound, set_sound_rules
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.sound import SILENCE, SoundRules
from jaunty_frame.show.planning.plan_json import plan_object
from tests.media.sounds.sound_files import tone
from tests.media.sounds.test_mix import MixCase, busy
from tests.records.record import ensure_as_recorded

_STEP = RATE // 20


class Soundtrack(MixCase):
    def show(self, **rules):
        """Put two pieces, an ambience over some slides, two voices and a clip's sound under the slides."""
        ids = [slide.id for slide in self.project.slides]
        files = [
            ("one", busy(2.6), "music", [], {"gain_db": -2.0}),
            ("two", busy(1.9, 2) * 0.5, "music", [], {"repeats": True, "begins": Fraction(1, 5)}),
            ("wind", busy(1.4, 3) * 0.2, "ambience", ids[1:3], {}),
            ("spoken", tone(1.1, 440, 0.1), "voice", [ids[1]], {"at": Fraction(1, 10)}),
            ("aside", tone(0.7, 330, 0.4), "voice", [ids[-1]], {"fade_out": Fraction(1, 4)}),
            ("clip", tone(0.8, 900, 0.05), "clip", [ids[2]], {"ends": Fraction(7, 10)}),
        ]
        self.apply(
            set_house_rules("Seconds", seconds_moving=Fraction(2)),
            set_sound_rules(SoundRules(cross_fade=Fraction(1, 2), **rules)),
            set_on_slides([ids[1]], "Joint", transition={"kind": "cross-dissolve", "seconds": "1/2"}),
        )
        for name, samples, kind, slides, more in files:
            self.apply(add_sound(self.sound(f"{name}.wav", samples), kind, slides, **more))

    def test_every_part_lies_where_it_lay(self):
        found = []
        for rules in ({}, {"ducking_db": 6.0, "attack": Fraction(1, 10), "voice_lead": Fraction(1, 2)}):
            self.project = self.project.changed(sound=SILENCE)
            self.show(**rules)
            found += [plan_object(self.plan(output.id))["sound"] for output in self.project.outputs]
        ensure_as_recorded(self, "sounds.jsonl", found)

    def test_the_mix_is_as_loud_from_moment_to_moment(self):
        self.show(ducking_db=8.0, attack=Fraction(1, 10), release=Fraction(3, 10))
        mix, measured = self.mix()
        steps = mix[: len(mix) // _STEP * _STEP].reshape(-1, _STEP, 2)
        heard = 10 * np.log10(np.maximum((steps**2).mean(axis=1), 1e-8))
        ensure_as_recorded(self, "mix.jsonl", [list(map(float, row)) for row in np.round(heard, 2)] + [measured])
