"""A recording as it runs: the count of three, then the microphone, the pictures' time, and the other sound."""

from collections.abc import Sequence
from fractions import Fraction
from typing import Any, NamedTuple

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.sound.takes import Over, Recorded
from jaunty_frame.app.project.show_sound import ShowSound
from jaunty_frame.app.project.transport import Transport
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.sounds.count_in import CountIn
from jaunty_frame.media.sounds.devices import Microphone, microphone_of, speaker
from jaunty_frame.media.sounds.recording import Take
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.soundtrack import sound_plan

_COUNT_MS = 1000
_COUNT = 3
_LONGEST = Fraction(3600)
_OTHER_SOUND_DB = -6.0


class Now(NamedTuple):
    """Which slide is seen while it is recorded, how far on its way, and what the microphone hears."""

    slide_id: str
    output_id: str
    progress: float
    take: Take


class Recording(QObject):
    """Idle, counting, or recording. ``changed`` follows every change between these, ``passed`` the time; ``made``
    brings what was recorded, ``fault`` a sentence."""

    changed = Signal()
    passed = Signal()
    made = Signal(object)
    fault = Signal(str)

    def __init__(self, desk: Desk, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._desk, self._session = desk, desk.session
        self._take: Take | None = None
        self.count = 0
        """Seconds until it begins."""
        self._count_in = CountIn(speaker)
        self._over = Over((), "", [])
        self._begins = self._slide_from = Fraction(0)
        self._sound = ShowSound(desk.session, lambda: desk.sounds.cache)
        self.transport = Transport(self._sound, self)
        self.transport.moved.connect(self._pass)
        self.transport.fault.connect(self.fault)
        self._with_sound = False
        self._counting = QTimer(self)
        self._counting.setInterval(_COUNT_MS)
        self._counting.timeout.connect(self._count_down)
        self.microphone_for: Any = microphone_of

    @property
    def is_under_way(self) -> bool:
        return self._take is not None

    @property
    def seconds(self) -> float:
        """How long it has been recorded."""
        return 0.0 if self.count else float(self.transport.seconds - self._begins)

    def begin(self, slides: Sequence[str], output_id: str, microphone_name: str, with_sound: bool) -> None:
        """Count, and then record what is said over slides, from the first on."""
        microphone: Microphone = self.microphone_for(microphone_name)
        take = Take(microphone)
        try:
            take.listen()
        except JauntyError as error:
            take.close()
            self.fault.emit(str(error))
            return
        self._take, self._over, self._with_sound = take, Over(slides, output_id, []), with_sound
        self.count = _COUNT
        self._count_in.play(_COUNT)
        self._counting.start()
        # Its time runs while it counts, so that the level is seen.
        self._begins = self._slide_from = Fraction(0)
        self._sound.show_plan(None)
        self.transport.cue(_LONGEST)
        self.transport.play()
        self.changed.emit()

    def _count_down(self) -> None:
        self.count -= 1
        if not self.count and self._take is not None:
            self._counting.stop()
            self._count_in.stop()
            self._take.keep()
            self._start_time()
        self.changed.emit()

    def _start_time(self) -> None:
        """Let the show's time run from the first slide on, with its other sound where that is wished."""
        plan = self._plan
        k = _position(plan, self._over.slides[0])
        if plan is None or k is None:
            return  # it was removed meanwhile
        if self._with_sound:
            self._sound.show_heard(sound_plan(plan), _OTHER_SOUND_DB)
        self._begins = self._slide_from = Fraction(plan.schedule.first[k]) / plan.output.frame_rate
        self.transport.cue(self._begins + _LONGEST, self._begins)
        self.transport.play()

    @property
    def _plan(self) -> Plan | None:
        return self._session.plans().get(self._over.output_id)

    @property
    def may_go_on(self) -> bool:
        """Whether there is a next slide to go to."""
        return self._take is not None and not self.count and len(self._over.nexts) + 1 < len(self._over.slides)

    def next_slide(self) -> None:
        """Show the next slide, and remember when."""
        if self._take is not None and self.may_go_on:
            self._over.nexts.append(self._take.seconds)
            self._slide_from = self.transport.seconds

    def now(self) -> Now | None:
        """Return what is seen and heard now; None where nothing is recorded."""
        plan = self._plan
        if self._take is None or plan is None:
            return None
        slide_id = self._over.slides[len(self._over.nexts)]
        k = _position(plan, slide_id)
        if k is None:
            return None
        lasts = max(plan.schedule.frames[k] / float(plan.output.frame_rate), 0.1)
        progress = 0.0 if self.count else min(float(self.transport.seconds - self._slide_from) / lasts, 1.0)
        return Now(slide_id, self._over.output_id, progress, self._take)

    def _pass(self) -> None:
        if self._take is not None and self.now() is None:  # the slide was removed meanwhile
            self.stop(keep=True)
        else:
            self.passed.emit()

    def stop(self, keep: bool) -> None:
        """End it; what was recorded is kept in a file where that is wished, and it was not still counting."""
        take, self._take = self._take, None
        keep = keep and not self.count
        self._counting.stop()
        self._count_in.stop()
        self.count = 0
        self.transport.pause()
        self._sound.show_plan(None)
        if take is None:
            return
        take.stop()
        if keep:
            self._keep(take)
        take.close()
        self.changed.emit()

    def _keep(self, take: Take) -> None:
        from jaunty_frame.media.sounds.peaks import wave_of

        try:
            path, begins, ends = take.save(self._desk.sounds.made_folder)
            peaks = wave_of(path)
        except JauntyError as error:
            self.fault.emit(str(error))
            return
        self.made.emit(Recorded(path, peaks, take.seconds, begins, ends, self._over))


def _position(plan: Plan | None, slide_id: str) -> int | None:
    return next((k for k, slide in enumerate(plan.slides) if slide.id == slide_id), None) if plan is not None else None
