"""A fill of a picture, enlarged and blurred: mostly of the photo itself."""

import numpy as np

from jaunty_frame.core.colouring.blurring import blurred_grid
from jaunty_frame.core.colouring.planes import planes_of_grid
from jaunty_frame.core.colouring.treatment import PLAIN_TREATMENT, Treatment, darkened, treated
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat


def blurred_fill(
    photo: Pixels, frame: FrameFormat, treatment: Treatment = PLAIN_TREATMENT, darker: float = 0.0
) -> tuple[Pixels, ...]:
    """Return the planes of the photo, covering the frame x ``enlarged``, blurred and treated.

    photo : as ``blurred_grid`` wants it; darker : strength of a vignette. All stays in float until the enlargement, so
    that no steps are seen in smooth skies.
    """
    grid, margin, r = blurred_grid(photo, frame, treatment)
    colours = treated(grid, treatment)
    x = (np.arange(grid.shape[1])[None] + 0.5 - margin[0]) * r
    y = (np.arange(grid.shape[0])[:, None] + 0.5 - margin[1]) * r
    return planes_of_grid(darkened(colours, x, y, frame, darker), r, margin, frame)
