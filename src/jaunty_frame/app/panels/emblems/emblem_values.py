"""What is set of the emblem that is worked on: everywhere, or in the output that is shown."""

from collections.abc import Callable
from typing import Any

from jaunty_frame.app.desk import Desk
from jaunty_frame.document.edits.material.emblems import set_emblem, set_emblem_in_output
from jaunty_frame.document.words import Emblem
from jaunty_frame.show.planning.words.placed import PlacedEmblem


class EmblemValues:
    """emblem : gives the one that is worked on; here_only : whether size and place are set in this output alone."""

    def __init__(self, desk: Desk, emblem: Callable[[], Emblem | None], here_only: Callable[[], bool]) -> None:
        self._session, self._cells, self._emblem, self._here_only = desk.session, desk.cells, emblem, here_only

    def set(self, **fields: Any) -> None:
        if (emblem := self._emblem()) is not None:
            self._session.apply(set_emblem(emblem.id, **fields), "emblem", emblem.id, *fields)

    def _set_here(self, label: str, **fields: Any) -> None:
        """Set what it has of its own in the output that is shown."""
        if (emblem := self._emblem()) is not None:
            output_id = self._cells.chosen_place()[1]
            edit = set_emblem_in_output(emblem.id, output_id, label, **fields)
            self._session.apply(edit, "emblem", emblem.id, output_id, *fields)

    def _set_place(self, **fields: Any) -> None:
        """Set size or place: in this output alone where that is wished, or where it has its own already."""
        emblem = self._emblem()
        own = emblem and emblem.in_output(self._cells.chosen_place()[1])
        if self._here_only() or (own and any(getattr(own, name) is not None for name in fields)):
            self._set_here("Emblem in one output", **fields)
        else:
            self.set(**fields)

    def set_fields(self, shown: Emblem) -> None:
        """Set what differs from the emblem as it is shown here. shown : what is wanted of size and times."""
        if (emblem := self._emblem()) is None:
            return
        here = emblem.as_in(self._cells.chosen_place()[1]) or emblem
        if shown.size != here.size:
            self._set_place(size=shown.size)
        fields = {name: getattr(shown, name) for name in ("opacity", "at", "lasts")}
        self.set(**{name: value for name, value in fields.items() if value != getattr(here, name)})

    def set_anchor(self, anchor: str, placed: PlacedEmblem | None) -> None:
        """Set what its place goes by. placed : where it lies now, where a place of its own begins."""
        if anchor == "free" and placed is not None:
            box = placed.box
            self._set_place(anchor="free", place=(box.x + box.w / 2, box.y + box.h / 2))
        else:
            self._set_place(anchor=anchor)

    def set_as_elsewhere(self) -> None:
        self._set_here("Emblem as elsewhere", size=None, anchor=None, place=None)

    def drag_to(self, place: tuple[float, float]) -> None:
        self._set_here("Place of an emblem", anchor="free", place=place)

    def drag_size(self, size: float) -> None:
        self._set_here("Size of an emblem", size=size)

    def settle(self) -> None:
        self._session.edited.end_gesture()

    def leave_out_or_show(self) -> None:
        emblem = self._emblem()
        own = emblem and emblem.in_output(self._cells.chosen_place()[1])
        self._set_here("Leave out an emblem", left_out=not (own and own.left_out))
