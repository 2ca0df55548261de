"""What the solver needs to know of each photo that a slide frames, as arrays; what did not change is taken over."""

from dataclasses import dataclass, fields
from typing import Any

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS, LEAST_ATTENTION, PLACEMENTS, KeepAreas
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import ZOOM_RATE
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings


@dataclass(frozen=True, eq=False, kw_only=True)
class RowFacts:
    """What is known of M rows, one value of each array for each row.

    photo_size : (M, 2) upright pixels; straightening : (M,) degrees; opaque : (M,) where nothing is seen through the
    photo; placement, least_attention, rate, seconds : (M,).
    """

    photo_size: FloatArray
    areas: KeepAreas
    straightening: FloatArray
    opaque: NDArray[np.bool_]
    placement: NDArray[np.intp]
    least_attention: FloatArray
    rate: FloatArray
    seconds: FloatArray

    @classmethod
    def blank(cls, count: int, most: int) -> "RowFacts":
        """Return rows to be filled. most : keep areas of a photo."""
        return cls(
            photo_size=np.ones((count, 2)),
            areas=KeepAreas(
                np.zeros((count, most, 4)), np.zeros((count, most)), np.zeros((count, 2, ATTENTION_STRIPS))
            ),
            straightening=np.zeros(count),
            opaque=np.ones(count, bool),
            placement=np.zeros(count, np.intp),
            least_attention=np.zeros(count),
            rate=np.zeros(count),
            seconds=np.zeros(count),
        )

    def arrays(self) -> list[NDArray[Any]]:
        """Return all arrays, in one order."""
        assert self.areas.attention is not None
        others = (getattr(self, one.name) for one in fields(RowFacts) if one.name != "areas")
        return [self.areas.boxes, self.areas.weights, self.areas.attention, *others]

    def take(self, before: "RowFacts", source: NDArray[np.intp]) -> None:
        """Take over the rows of ``source``; where it is -1 there is none."""
        kept = np.flatnonzero(source >= 0)
        for new, old in zip(self.arrays(), before.arrays(), strict=True):
            if new.shape[1:] == old.shape[1:]:
                new[kept] = old[source[kept]]
            else:  # as many areas as the photo with most of them has
                most = min(new.shape[1], old.shape[1])
                new[kept, :most] = old[source[kept], :most]

    def fill(self, row: int, own: Settings, photo: Photo, areas: tuple[KeepArea, ...]) -> None:
        self.photo_size[row], self.straightening[row] = photo.upright_size, photo.straightening
        self.opaque[row] = not photo.transparent
        self.placement[row] = PLACEMENTS.index(own.placement)
        self.least_attention[row] = LEAST_ATTENTION[own.covering]
        self.rate[row], self.seconds[row] = ZOOM_RATE[own.strength], float(own.seconds)
        for i, area in enumerate(areas):
            self.areas.boxes[row, i], self.areas.weights[row, i] = area.box, area.weight
        assert self.areas.attention is not None
        self.areas.attention[row] = photo.attention.across, photo.attention.down
