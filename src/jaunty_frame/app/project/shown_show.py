"""What views show: a project with the plans and findings that belong to it. It follows the edited one as soon as that
is planned."""

from collections.abc import Callable, Mapping
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.project.jobs import Jobs
from jaunty_frame.app.project.show_work import Shown, ShowWork
from jaunty_frame.document.model import Project
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.findings.findings import is_accepted
from jaunty_frame.show.findings.groups import marked
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.helped import helped_plan, helped_words


class ShownShow(QObject):
    """``changed`` follows every change of what is shown, ``findings_changed`` what the checks say of it."""

    changed = Signal()
    findings_changed = Signal()

    def __init__(self, cache: ThumbnailCache, jobs: Jobs, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._cache = cache
        self.states: Mapping[str, FileState] = {}
        self._work = ShowWork(jobs, self)
        self._work.planned.connect(self._show)
        self._work.checked.connect(self._take_findings)
        self._latest = Project()
        self._shown = Shown(Project(), {})
        self._is_showing = False
        self._wanted: Callable[[], object] | None = None
        self._findings: list[Finding] = []
        self._checked: list[Finding] = []
        self._checked_plans: object = None
        self._checked_states: object = None
        # Where the photos of ``project`` are read from, and those of the latest one.
        self.source = self.latest_source = PhotoSource(Path("/"), cache)

    @property
    def project(self) -> Project:
        """The project as it is shown."""
        return self._shown.project

    @property
    def is_working(self) -> bool:
        """Whether plans or findings are still being made."""
        return self._work.is_working

    def plans(self) -> dict[str, Plan]:
        """Return the plans of ``project``, by the ids of its outputs."""
        return self._shown.plans

    def place_of(self, slide_id: str, output_id: str) -> tuple[Plan, int] | None:
        """Return the plan of an output and a slide's position in it; None where either is gone."""
        plan = self.plans().get(output_id)
        position = next((k for k, slide in enumerate(self.project.slides) if slide.id == slide_id), None)
        return None if plan is None or position is None else (plan, position)

    def findings(self) -> list[Finding]:
        """Return the findings that are to be marked, those that the user asked for left out.

        While new ones are worked out they are those of the state before, of slides and outputs that are still there.
        """
        return self._findings

    def marked_findings(self) -> list[Finding]:
        """Return those findings that are marked in the place that they are about."""
        return marked(self._findings, len(self.project.slides))

    # -- following

    def follow(self, latest: Project) -> None:
        """Show a project: at once where that is quick, else as soon as it is planned."""
        self._latest = latest
        self._work.plan(latest)

    def read_from(self, folder: Path) -> None:
        """Read photos from a folder from the next state on."""
        self.latest_source = PhotoSource(folder, self._cache)

    def begin_anew(self, folder: Path) -> None:
        """Another project follows, in a folder; what is being worked out for the one before is not shown, and what
        waits for it is not done."""
        self.states, self._wanted = {}, None
        self.read_from(folder)
        self._work.forget()

    def stop(self) -> None:
        """Begin no more work, because the window closes."""
        self._work.forget()

    def when_shown(self, act: Callable[[], object]) -> None:
        """Do something with the newest state: at once, or as soon as it is planned; only what was asked for last."""
        self._wanted = act
        self._do_wanted()

    def _do_wanted(self) -> None:
        if self.project is self._latest and self._wanted is not None:
            act, self._wanted = self._wanted, None
            act()

    def _show(self, shown: Shown) -> None:
        """Show a planned project, with its findings if they are found at once."""
        self._shown = _with_known_help(shown, self._shown)
        shown = self._shown
        if shown.project is self._latest:
            self.source = self.latest_source
        self._is_showing = True
        if shown.plans is self._checked_plans and self.states is self._checked_states:
            self._choose_findings()
        else:
            self._work.check(shown, self.states, self.source)
        self._is_showing = False
        self.changed.emit()
        self._do_wanted()

    def _take_findings(
        self, shown: Shown, states: Mapping[str, FileState], findings: list[Finding], helped: dict[str, Plan]
    ) -> None:
        if shown.plans is not self._shown.plans:
            return  # of a state before; the one that is shown is checked next
        self._checked, self._checked_plans, self._checked_states = findings, helped, states
        self._choose_findings()
        if helped is not shown.plans:
            # The project may be a later one that is planned alike: its title was typed, a finding accepted.
            self._shown = Shown(self._shown.project, helped)
            if not self._is_showing:
                self.changed.emit()
        if not self._is_showing:
            self.findings_changed.emit()

    def _choose_findings(self) -> None:
        slides = {slide.id for slide in self.project.slides}
        self._findings = [
            finding
            for finding in self._checked
            if not (finding.noted_only or is_accepted(self.project, finding))
            and finding.slide_id in slides
            and finding.output in self._shown.plans
        ]


def _with_known_help(shown: Shown, before: Shown) -> Shown:
    """Return what is to be shown with words helped as they are now, where they are as they were: until frames have been
    looked at again they do not change."""
    known = {name: helped_words(plan) for name, plan in before.plans.items() if helped_words(plan)}
    if not known:
        return shown
    plans = {name: helped_plan(plan, known.get(name, ())) for name, plan in shown.plans.items()}
    return Shown(shown.project, plans)
