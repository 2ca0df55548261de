"""What the windows of a plan show of the keep areas, exactly, straightened photos and leans included."""

from dataclasses import dataclass

import numpy as np

from jaunty_frame.core.geometry.straightening import corner_points, turned_share
from jaunty_frame.core.geometry.windows import WHOLE_PHOTO, FloatArray, Window, bar_share, visible_share
from jaunty_frame.core.motion.courses import ENTERING_COURSES
from jaunty_frame.show.planning.places.poses import pose_at
from jaunty_frame.show.planning.stages.fills import Fills
from jaunty_frame.show.planning.stages.ways import Ways

# Of a slide's time, at which it is told what instants let be seen.
_MOMENTS = 41


@dataclass(frozen=True, eq=False)
class Visibility:
    """Of M rows. shares : (M, K) of each area at the worst station of the way; bars : (M,) at the worst station.

    A photo that enters is told at its closing: at the opening it is outside by definition; what instants move is told
    when most of it is seen.
    """

    shares: FloatArray
    bars: FloatArray

    def required(self, plan: Ways) -> FloatArray:
        """Return the shares with 1 in the place of areas that are not required."""
        return np.where(plan.table.areas.required, self.shares, 1.0)


def visibility(plan: Fills) -> Visibility:
    """Return what ``plan`` shows of the areas of every row."""
    boxes, stations, degrees = plan.table.areas.boxes, plan.stations.copy(), plan.degrees
    entering = np.isin(plan.course, ENTERING_COURSES)
    stations[entering] = plan.closing[entering, None]
    at = range(stations.shape[1])
    shares = np.minimum.reduce([visible_share(stations[:, s], boxes) for s in at])
    bars = np.maximum.reduce([bar_share(stations[:, s]) for s in at])
    for k, places in plan.between.items():
        windows = np.array([place.window for place in places])
        shares[k] = np.minimum(shares[k], visible_share(windows, boxes[[k] * len(places)]).min(axis=0))
        bars[k] = max(bars[k], float(bar_share(windows).max()))
    for k in np.flatnonzero(degrees.any(axis=1)).tolist():
        width, height = plan.table.photo_size[k]
        # The photo turned clockwise is the window turned the other way.
        ends = list(zip(stations[k], -degrees[k], strict=True))
        for j in range(boxes.shape[1]):
            shares[k, j] = min(turned_share(window, turn, boxes[k, j], width / height) for window, turn in ends)
        bars[k] = max(
            1 - turned_share(window, turn, WHOLE_PHOTO, width / height) / (window[2] * window[3])
            for window, turn in ends
        )
    for k, seen in plan.followed.items():
        shares[k, : len(seen.shares)] = seen.shares
    moved = _rows_with_instants(plan)
    in_frame = frame_boxes(plan) if moved else boxes
    for k in moved:
        shares[k] = np.minimum(shares[k], _best_on_the_way(plan, k, in_frame[k]))
    return Visibility(shares, np.clip(bars, 0.0, 1.0))


def _rows_with_instants(plan: Ways) -> list[int]:
    return [row for k, slide in enumerate(plan.slides) if slide.instants for row in plan.rows_of(k)]


def _best_on_the_way(plan: Fills, row: int, boxes: FloatArray) -> FloatArray:
    """Return the share (K,) of each area that lies in the frame when most of it does, leans and turns aside. boxes :
    (K, 4) where the areas lie in the frame without instants.

    A photo that comes in or goes out is beyond the frame at some time by design: what counts is whether an area is ever
    seen.
    """
    mounting, slide = plan.mounting(row), plan.table.slide(row)
    x, y, w, h = mounting.piece
    middle = np.array([x + w / 2, y + h / 2])
    best = np.zeros(len(boxes))
    for at in np.linspace(0.0, 1.0, _MOMENTS).tolist():
        pose = pose_at(slide.instants, mounting.mount, at)
        low = middle + (boxes[:, :2] - middle) * pose.scale + (pose.across, pose.down)
        high = low + boxes[:, 2:] * pose.scale
        inside = np.clip(np.minimum(high, 1.0) - np.maximum(low, 0.0), 0, None)
        whole = np.maximum(high - low, 1e-12)
        seen = np.prod(inside / whole, axis=1) if pose.opacity > 0 else np.zeros(len(boxes))
        best = np.maximum(best, seen)
    return best


def frame_boxes(plan: Ways, station: int = -1) -> FloatArray:
    """Return the boxes (M, K, 4) about every area in fractions of the frame, at a station, by default at the
    closing."""
    boxes, windows = plan.table.areas.boxes, plan.stations[:, station]
    place = (boxes[..., :2] - windows[:, None, :2]) / windows[:, None, 2:]
    found = np.concatenate([place, boxes[..., 2:] / windows[:, None, 2:]], axis=-1)
    degrees = plan.degrees[:, station]
    for k in np.flatnonzero(degrees).tolist():
        width, height = plan.table.photo_size[k]
        top_left, top_right, _, bottom_left = corner_points(windows[k], -degrees[k], width / height)
        sides = np.stack([top_right - top_left, bottom_left - top_left], axis=1)
        x, y, w, h = boxes[k].T
        corners = np.stack([[x, y], [x + w, y], [x + w, y + h], [x, y + h]]).transpose(2, 0, 1)
        seen = np.linalg.solve(sides, (corners - top_left)[..., None])[..., 0]
        low, high = seen.min(axis=1), seen.max(axis=1)
        found[k] = np.concatenate([low, high - low], axis=1)
    pieces = plan.pieces[:, None]
    return np.concatenate(
        [pieces[..., :2] + found[..., :2] * pieces[..., 2:], found[..., 2:] * pieces[..., 2:]], axis=-1
    )


def shares_within(plan: Ways, *parts: Window) -> FloatArray:
    """Return the share (M, K) of each area that lies in ``parts`` of the frame, disjoint ones, at the closing."""
    frame = frame_boxes(plan)
    common, area = np.zeros(frame.shape[:2]), np.prod(frame[..., 2:], axis=-1)
    for x, y, w, h in parts:
        low = np.maximum(frame[..., :2], (x, y))
        high = np.minimum(frame[..., :2] + frame[..., 2:], (x + w, y + h))
        common += np.prod(np.clip(high - low, 0, None), axis=-1)
    shares = np.divide(common, area, out=np.zeros_like(area), where=area > 0)
    degrees = plan.degrees[:, -1]
    for k in np.flatnonzero(degrees).tolist():
        width, height = plan.table.photo_size[k]
        px, py, pw, ph = plan.pieces[k].tolist()
        own = [Window((x - px) / pw, (y - py) / ph, w / pw, h / ph) for x, y, w, h in parts]
        for j, box in enumerate(plan.table.areas.boxes[k]):
            shares[k, j] = sum(turned_share(plan.closing[k], -degrees[k], box, width / height, part) for part in own)
    return shares
