"""Several photos at once."""

from collections.abc import Mapping, Sequence
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, model_validator

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.arrangements import Arrangement, Corner, Member, solved_slots
from jaunty_frame.document.basis.values import Identifier, Shown
from jaunty_frame.document.exhibit import Exhibit

MOST_TOGETHER = 4


class GroupExhibit(Exhibit):
    """Two to four photos; how they share the frame is solved for each output."""

    label: ClassVar[str] = "Group"
    kind: Literal["group"] = "group"
    members: Annotated[tuple[Identifier, ...], Field(min_length=2, max_length=MOST_TOGETHER)]
    arrangement: Annotated[Arrangement, Shown("Arrangement")] = "auto"
    gap: Annotated[float, Field(ge=0.0, le=0.2), Shown("Gap", " %", 0.005)] = 0.02
    """Short sides between the photos and about them."""
    inset: Annotated[float, Field(ge=0.1, le=0.7), Shown("Size of insets", " %", 0.02)] = 0.35
    corner: Annotated[Corner, Shown("Insets")] = "auto"

    @model_validator(mode="after")
    def _all_different(self) -> Self:
        if len(set(self.members)) < len(self.members):
            raise ValueError("a group shows a photo once")
        return self

    @property
    def photos(self) -> tuple[str, ...]:
        return self.members

    def places(self, members: Sequence[Member], frame_aspect: float) -> tuple[Window, ...]:
        return solved_slots(members, frame_aspect, self.arrangement, self.gap, self.corner, self.inset)

    def lies_over(self, member: int) -> bool:
        return self.arrangement == "inset" and member > 0

    def renamed(self, photos: Mapping[str, str]) -> Self:
        return self.changed(members=tuple(photos[name] for name in self.members))
