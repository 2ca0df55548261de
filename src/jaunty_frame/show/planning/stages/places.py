"""Where each photo sits in the frame: how it is mounted, alone, in a group or in a pile."""

from dataclasses import dataclass, field

from jaunty_frame.core.mounts.pieces import WHOLE_FRAME
from jaunty_frame.core.mounts.piles import Rest
from jaunty_frame.document.mount import PLAIN_MOUNT, SET_OFF
from jaunty_frame.show.planning.places.mounting import PLAIN, Mounting, mounting_of
from jaunty_frame.show.planning.places.piles import pile_rests, piles
from jaunty_frame.show.planning.stages.ways import Ways


@dataclass(frozen=True, eq=False, kw_only=True)
class Places(Ways):
    """What each photo is mounted in, before its fill is looked at."""

    placed: dict[int, Mounting] = field(init=False, default_factory=dict, repr=False)
    piles: dict[None, dict[int, tuple[int, ...]]] = field(init=False, default_factory=dict, repr=False)
    rests: dict[tuple[int, ...], dict[int, Rest]] = field(init=False, default_factory=dict, repr=False)

    def placing(self, row: int) -> Mounting:
        """Return how the photo of a row is mounted, but for what may set it off its fill."""
        return self.once(self.placed, row, self._placing)

    def pile_of(self, k: int) -> tuple[int, ...]:
        """Return the slides of the pile that slide ``k`` lies in, from the lowest up; none where it is in no pile."""
        if not self.table.piled[k]:
            return ()
        found = self.once(
            self.piles, None, lambda _: {one: pile for pile in piles(self.table, self.shown) for one in pile}
        )
        return found.get(k, ())

    def rest(self, row: int) -> Rest | None:
        """Return where the print of a row lies in its pile, None where it is in none."""
        pile = self.pile_of(int(self.table.slide_of[row]))
        if not pile:
            return None
        return self.once(self.rests, pile, lambda own: pile_rests(self.output, self.table, own)).get(row)

    def _placing(self, row: int) -> Mounting:
        by_itself = bool(self.set_off[row])
        mount = SET_OFF if by_itself else self.table.mount_of(row, self.output.id, float(self.output.aspect))
        if mount is None or mount == PLAIN_MOUNT:
            slot = self.table.slot_of(row, float(self.output.aspect))
            return PLAIN if slot == WHOLE_FRAME else Mounting(PLAIN_MOUNT, slot, slot)
        return mounting_of(self.output, self.table, row, mount, self.stations[row], by_itself, self.rest(row))
