"""What lies behind each photo, and what sets the photo off from it where the two are alike."""

from dataclasses import dataclass, field

from jaunty_frame.core.colouring.likeness import Help
from jaunty_frame.core.geometry.windows import Window, grown, lies_in_photo
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.mount import SET_OFF
from jaunty_frame.show.planning.places.mounting import Mounting, mounting_of
from jaunty_frame.show.planning.places.outlines import outline_of
from jaunty_frame.show.planning.places.readability import help_wanted, helped
from jaunty_frame.show.planning.stages.places import Places


@dataclass(frozen=True, eq=False, kw_only=True)
class Fills(Places):
    """The fill of each slide, and mounts as they are painted."""

    mountings: dict[int, Mounting] = field(init=False, default_factory=dict, repr=False)
    covers: dict[int, bool] = field(init=False, default_factory=dict, repr=False)
    stays: dict[int, tuple[bool, bool]] = field(init=False, default_factory=dict, repr=False)

    def fill(self, k: int) -> Fill:
        """Return the fill of slide ``k``."""
        own = self.slides[k].in_output(self.output.id) if self.slides[k].in_outputs else None
        return (own.fill if own else None) or self.table.settings[k].fill

    def mounting(self, row: int) -> Mounting:
        """Return how the photo of a row is mounted."""
        return self.once(self.mountings, row, self._mounting)

    def hides_fill(self, row: int) -> bool:
        """Return whether nothing is seen beside a photo that is shown by itself, nor through it."""
        return self.once(self.covers, row, self._hides_fill)

    def stays_put(self, row: int) -> tuple[bool, bool]:
        """Return whether a print has the same outline throughout, and whether the photo in it does not move either."""
        return self.once(self.stays, row, self._stays_put)

    def _mounting(self, row: int) -> Mounting:
        wanted = self._help(row) if self.set_off[row] else None
        if wanted is None:
            return self.placing(row)
        found = mounting_of(self.output, self.table, row, helped(SET_OFF, wanted), self.stations[row], by_itself=True)
        # The border lies about the photo, which keeps its place.
        return found._replace(piece=Window(*self.pieces[row].tolist()), help=wanted)

    def _help(self, row: int) -> Help | None:
        """Return what a photo that is set off needs to stand out from its fill, at its solved composition."""
        fill, photo, window = self.fill(int(self.table.slide_of[row])), self.photo(row), self.framing(row).base.window
        picture = self.table.by_id.get(fill.picture or "") or photo
        x, y, w, h = self.pieces[row].tolist()
        left, top = max(window.x, 0.0), max(window.y, 0.0)
        seen = Window(left, top, min(window.x + window.w, 1.0) - left, min(window.y + window.h, 1.0) - top)
        rectangle = Window(
            x + (seen.x - window.x) / window.w * w,
            y + (seen.y - window.y) / window.h * h,
            seen.w / window.w * w,
            seen.h / window.h * h,
        )
        return help_wanted(photo, seen, rectangle, fill, picture, float(self.output.aspect))

    def _hides_fill(self, row: int) -> bool:
        path, reach = self.trail(row)
        return not self.photo(row).transparent and all(lies_in_photo(grown(window, reach)) for window in path)

    def _stays_put(self, row: int) -> tuple[bool, bool]:
        framing, mounting, photo = self.framing(row), self.mounting(row), self.photo(row)
        aspect, way = float(self.output.aspect), framing.way
        outlines = {outline_of(photo, framing.move, mounting, way.at(share), aspect) for share in (0.0, 0.5, 1.0)}
        swings = mounting.mount.swings and bool(mounting.mount.yaw or mounting.mount.pitch)
        held = len({(one.window, one.degrees) for one in way.stations}) == 1
        return len(outlines) == 1 and not swings, held and photo.moving is None
