"""Mounted photos: how each print lies at an instant, and the layers that it is made of."""

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import eased
from jaunty_frame.core.motion.way import Station
from jaunty_frame.core.mounts.outline import STRAIGHT, Turn, mapped, rectangle_outline, turn_matrix
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.document.mount import Mount
from jaunty_frame.show.frames.fills import fill_layer, seen_fill
from jaunty_frame.show.frames.layers.layer import Layer, Layers, photo_file
from jaunty_frame.show.frames.layers.print import GroundLayer, Print, PrintLayer
from jaunty_frame.show.frames.layers.still import Faded, Still
from jaunty_frame.show.planning.places.mounting import rectangles
from jaunty_frame.show.planning.places.outlines import Corners, corners_of, outline_of
from jaunty_frame.show.planning.places.poses import pose_at
from jaunty_frame.show.planning.plan import Plan


def print_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    """Return the photos of a slide as prints on its fill; what lies at the back and is the same throughout, as one."""
    if plan.slides[k].instants:
        prints = (_posed(plan, row, progress) for row in plan.rows_of(k))
        return (seen_fill(plan, k, progress), *(layer for one in prints for layer in one))
    fill = fill_layer(plan, k, progress)
    layers: list[Layer] = [fill]
    stays = [fill.view is None and not fill.seconds]
    for row in plan.rows_of(k):
        layer = print_layer(plan, row, progress)
        layers += [GroundLayer(layer.print), layer]
        outline, window = plan.stays_put(row)
        stays += [outline, outline and window]
    if fill.view is not None and len(layers) == 3:
        layers[0] = fill._replace(hidden=_hidden_by(layer, float(plan.output.aspect)))
    count = next((n for n, one in enumerate(stays) if not one), len(stays))
    return (Still(tuple(layers[:count])), *layers[count:]) if count > 1 else tuple(layers)


def _hidden_by(layer: PrintLayer, frame_aspect: float) -> Window | None:
    """Return the part of the frame of which nothing is seen through a print; None where it is no upright rectangle."""
    of, mount = layer.print, layer.print.mount
    shaped = mount.corners or mount.softness or mount.piece == "circle" or of.turn != STRAIGHT or layer.degrees
    if of.see_through or shaped or len(of.seen) != 4:
        return None
    unit_x, unit_y = short_side(frame_aspect)
    (left, top), _, (right, bottom), _ = of.seen
    return Window(left * unit_x, top * unit_y, (right - left) * unit_x, (bottom - top) * unit_y)


def _posed(plan: Plan, row: int, progress: float | None) -> Layers:
    """Return a print as the slide's instants have it; None : in the middle of its time."""
    instants, layer = plan.table.slide(row).instants, print_layer(plan, row, progress)
    pose = pose_at(instants, plan.mounting(row).mount, 0.5 if progress is None else progress)
    turn = Turn(pose.lean, pose.yaw, pose.pitch)
    posed = moved_print(layer, float(plan.output.aspect), pose.across, pose.down, turn, pose.scale)
    # Sharp at its largest, too.
    scale = max((one.scale for one in instants if one.scale is not None), default=1.0)
    posed = posed._replace(largest=(layer.largest[0] * max(scale, 1.0), layer.largest[1] * max(scale, 1.0)))
    layers = (GroundLayer(posed.print), posed)
    return layers if pose.opacity >= 1 else (Faded(layers, pose.opacity),)


def print_layer(plan: Plan, row: int, progress: float | None) -> PrintLayer:
    """Return the photo of a row as a print, at ``progress`` of its way; None : at its solved composition."""
    framing, mounting, photo = plan.framing(row), plan.mounting(row), plan.photo(row)
    at = framing.base if progress is None else framing.way.at(progress)
    path, reach = plan.trail(row)
    piece, seen = mounting.piece, _seen_of(plan, row, at)
    turn = _turn_at(mounting.mount, 0.0 if progress is None else eased(progress, plan.settings_of_row(row).easing))
    of = Print(mounting.mount, piece, seen, photo.transparent, turn)
    file = photo_file(photo, *plan.picture_of(row, progress))
    return PrintLayer(file, at.window, at.degrees, path, reach, (piece.w, piece.h), of)


def print_as_if(plan: Plan, row: int, mount: Mount, window: Window) -> PrintLayer:
    """Return the photo of a row as a print with another mount than its own, through ``window``."""
    photo, aspect = plan.photo(row), float(plan.output.aspect)
    width, height = photo.upright_size
    piece = rectangles(mount, width / height, aspect)[1]
    of = Print(mount, piece, corners_of(rectangle_outline(piece, aspect)), photo.transparent, _turn_at(mount, 0.0))
    return PrintLayer(photo_file(photo), window, 0.0, (window, window), (1.0, 1.0), (piece.w, piece.h), of)


def moved_print(
    layer: PrintLayer,
    frame_aspect: float,
    across: float,
    down: float,
    turn: Turn,
    scale: float = 1.0,
    mount: Mount | None = None,
) -> PrintLayer:
    """Return a print elsewhere in the frame (by fractions of it), turned otherwise, larger about its middle."""
    of = layer.print
    x, y, w, h = of.piece
    middle_x, middle_y = x + w / 2, y + h / 2
    piece = Window(middle_x + across - w * scale / 2, middle_y + down - h * scale / 2, w * scale, h * scale)
    unit_x, unit_y = short_side(frame_aspect)
    seen = tuple(
        (
            (middle_x + across) / unit_x + (px - middle_x / unit_x) * scale,
            (middle_y + down) / unit_y + (py - middle_y / unit_y) * scale,
        )
        for px, py in of.seen
    )
    return layer._replace(print=of._replace(mount=mount or of.mount, piece=piece, seen=seen, turn=turn))


def _turn_at(mount: Mount, eased_progress: float) -> Turn:
    share = 1 - 2 * eased_progress if mount.swings else 1.0
    return Turn(mount.lean, mount.yaw * share, mount.pitch * share)


def _seen_of(plan: Plan, row: int, at: Station) -> Corners:
    """Return the outline of what is seen of a photo, in short sides of the frame."""
    return outline_of(plan.photo(row), plan.framing(row).move, plan.mounting(row), at, float(plan.output.aspect))


def print_corners(plan: Plan, row: int) -> list[tuple[float, float]]:
    """Return the corners of a print, border included, in fractions of the frame, as it lies at its beginning."""
    aspect, mounting = float(plan.output.aspect), plan.mounting(row)
    unit_x, unit_y = short_side(aspect)
    outline = rectangle_outline(mounting.outer, aspect)
    piece = mounting.piece
    middle = (piece.x + piece.w / 2) / unit_x, (piece.y + piece.h / 2) / unit_y
    placed = mapped(outline, turn_matrix(_turn_at(mounting.mount, 0.0), middle))
    return [(x * unit_x, y * unit_y) for x, y in placed.tolist()]
