"""What frames look like in which everything meets everything, against a sheet of small pictures that was kept."""

from tests.records.painted import PaintedRecord
from tests.records.test_decisions import recorded_moments, recorded_plans


class Frames(PaintedRecord):
    def test_frames_look_as_they_did(self):
        chosen = [plans[output] for _, plans, output in recorded_plans()]
        self.ensure_as_kept("frames.png", [self.pictures(plan, recorded_moments(plan)) for plan in chosen])
