"""What is seen on the bench, kept as a photo of the set, after its slide."""

from fractions import Fraction

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.desk import Desk
from jaunty_frame.show.words import frame_name, still_name


def keep_picture(desk: Desk, cell: BenchCell, progress: float) -> None:
    """Keep the picture of the cell's clip that is seen at ``progress`` in 0..1 of the slide, in its full size."""
    photo, picture, source = cell.photo, cell.plan.picture_at(cell.row, progress), cell.session.source
    assert photo.moving is not None

    def png() -> bytes:
        from jaunty_frame.media.moving.stills import clip_still  # with OpenCV

        return clip_still(photo, picture, source)

    desk.importer.bring_in_still(png, still_name(photo, picture / photo.moving.rate), cell.position + 1)


def keep_frame(desk: Desk, cell: BenchCell, progress: float) -> None:
    """Keep what the cell's output shows at ``progress`` in 0..1 of the slide: fill, mount and words with it."""
    if not cell.exists:
        return
    plan, position, source = cell.plan, cell.position, cell.session.source
    at = Fraction(progress) * plan.schedule.frames[position] / plan.output.frame_rate

    def png() -> bytes:
        from jaunty_frame.media.moving.stills import frame_still  # with OpenCV

        return frame_still(plan, position, progress, source)

    desk.importer.bring_in_still(png, frame_name(position + 1, plan.output.id, at), position + 1)
