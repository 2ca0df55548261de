"""How a photo sits on its fill. Lengths are shares of the frame's short side, so that they carry over between
shapes."""

from typing import Annotated, Literal

from pydantic import Field

from jaunty_frame.core.mounts.pieces import PieceShape
from jaunty_frame.document.basis.values import Colour, Share, Shown, Value

Length = Annotated[float, Field(ge=0.0, le=0.25, allow_inf_nan=False)]
Offset = Annotated[float, Field(ge=-0.5, le=0.5, allow_inf_nan=False)]
Lean = Annotated[float, Field(ge=-15.0, le=15.0, allow_inf_nan=False)]
Depth = Annotated[float, Field(ge=-30.0, le=30.0, allow_inf_nan=False)]
Angle = Annotated[float, Field(ge=0.0, le=360.0, allow_inf_nan=False)]


class Mount(Value):
    """size : of the print, border included, by fit, by equal area or by equal height (``core.mounts.pieces``); piece :
    the shape of what is seen of the photo, ``frame`` being as the output; across, down : of its middle from the
    frame's; foot : how many times as wide the border is at the bottom; line : about the photo, ``gap`` away from it;
    swings : the turn in depth goes through to the other side while the slide is seen."""

    size: Annotated[float, Field(ge=0.1, le=1.0), Shown("Size", " %", 0.02)] = 1.0
    sized_by: Annotated[Literal["fit", "area", "height"], Shown("Sized by")] = "fit"
    place: Annotated[Literal["solved", "by-hand"], Shown("Place")] = "solved"
    across: Annotated[Offset, Shown("Across", " %", 0.01)] = 0.0
    down: Annotated[Offset, Shown("Down", " %", 0.01)] = 0.0
    piece: Annotated[PieceShape, Shown("Shape")] = "frame"
    piece_aspect: Annotated[float, Field(ge=0.25, le=4.0), Shown("Aspect ratio", "", 0.05)] = 1.0
    border: Annotated[Length, Shown("Border", " %", 0.005)] = 0.0
    border_colour: Annotated[Colour, Shown("Colour")] = "#ffffff"
    border_paper: Annotated[bool, Shown("Of paper")] = False
    foot: Annotated[float, Field(ge=0.0, le=3.0), Shown("Foot", " x", 0.25)] = 1.0
    line: Annotated[float, Field(ge=0.0, le=0.02), Shown("Line", " %", 0.0005)] = 0.0
    line_gap: Annotated[Length, Shown("Line gap", " %", 0.002)] = 0.0
    line_colour: Annotated[Colour, Shown("Line colour")] = "#8a8678"
    corners: Annotated[float, Field(ge=0.0, le=0.5), Shown("Corners", " %", 0.01)] = 0.0
    shadow: Annotated[Share, Shown("Shadow", " %", 0.05)] = 0.0
    shadow_blur: Annotated[Length, Shown("Blur", " %", 0.005)] = 0.03
    shadow_distance: Annotated[Length, Shown("Distance", " %", 0.002)] = 0.01
    shadow_direction: Annotated[Angle, Shown("Falls to", "°", 15.0)] = 180.0
    shadow_colour: Annotated[Colour, Shown("Colour")] = "#000000"
    lean: Annotated[Lean, Shown("Lean", "°", 0.5)] = 0.0
    yaw: Annotated[Depth, Shown("Yaw", "°", 1.0)] = 0.0
    pitch: Annotated[Depth, Shown("Pitch", "°", 1.0)] = 0.0
    swings: Annotated[bool, Shown("Turns through")] = False
    softness: Annotated[Length, Shown("Soft edge", " %", 0.005)] = 0.0
    vignette: Annotated[Share, Shown("Vignette", " %", 0.05)] = 0.0

    @property
    def shapes_cell(self) -> bool:
        """Whether the photo is seen in a rectangle of another shape than the output's."""
        return self.piece != "frame" or self.sized_by != "fit" or self.border > 0


PLAIN_MOUNT = Mount.model_construct()
SET_OFF = Mount.model_construct(size=0.92, shadow=0.4, shadow_blur=0.04, shadow_distance=0.008)
"""What the house rule "set off" gives to photos that do not cover."""

PILED = Mount.model_construct(
    size=0.37, sized_by="area", piece="photo", border=0.018, shadow=0.45, shadow_blur=0.03, shadow_distance=0.012
)
"""Of prints in a pile that have no mount of their own. Its size is also theirs who have a mount as large as the frame:
it would hide the table that they lie on."""
TOGETHER = Mount.model_construct(shadow=0.4, shadow_blur=0.04, shadow_distance=0.008)
"""Of photos that are shown whole side by side, likewise."""
INSET = Mount.model_construct(piece="photo", border=0.006, shadow=0.5, shadow_blur=0.04, shadow_distance=0.01)
"""Of photos set over another one in a group, likewise."""

MOUNT_PARTS: dict[str, tuple[str, ...]] = {
    "Size": ("size", "sized_by", "piece", "piece_aspect", "place", "across", "down"),
    "Border": ("border", "foot", "border_colour", "border_paper", "line", "line_gap", "line_colour", "corners"),
    "Shadow": ("shadow", "shadow_blur", "shadow_distance", "shadow_direction", "shadow_colour"),
    "Depth": ("lean", "yaw", "pitch", "swings"),
    "Edge": ("softness", "vignette"),
}
"""Its fields in the groups in which they are edited."""
