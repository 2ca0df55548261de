"""The open project: its history, its place on disk, its plans. Views send edits here and are told what changed."""

from collections.abc import Callable, Mapping
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.project.autosaver import Autosaver, Unsaved
from jaunty_frame.app.project.show_work import Shown, ShowWork
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.files.slides_format import CopiedSlides
from jaunty_frame.document.history import History, Step
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.photos.sources import PhotoSource, resolved
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import path_from, project_file, read_project, rebased, save_project
from jaunty_frame.media.projects.recovery import Autosave, AutosaveStore
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.findings.findings import is_accepted
from jaunty_frame.show.findings.groups import marked
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.helped import helped_plan, helped_words

START_OUTPUTS = ("tall", "square", "wide")


def empty_project() -> Project:
    """Return a new project with the outputs that most people need."""
    return Project(outputs=tuple(output_from_text(name) for name in START_OUTPUTS))


class Session(QObject):
    """One open project. Edits go to its ``latest`` state; views show ``project``, with the plans that belong to it.

    The two are the same but for the time that planning takes. ``changed`` follows every change of what is shown,
    ``findings_changed`` what the checks say of it, ``saved_changed`` every change of path or savedness.
    """

    changed = Signal()
    findings_changed = Signal()
    saved_changed = Signal()
    # Another project is open: what is under way for the one before concerns it no longer.
    replaced = Signal()
    # The place (see ``where``) at which a step was made that is taken back or done again.
    returned = Signal(object)
    # A sentence for the user.
    failed = Signal(str)

    def __init__(self, cache: ThumbnailCache | None = None, autosaves: AutosaveStore | None = None) -> None:
        super().__init__()
        self.cache = cache or ThumbnailCache()
        self._autosaves = autosaves or AutosaveStore()
        self._history = History(empty_project())
        self._saved: Project | None = self._history.project
        self.path: Path | None = None
        # Of what the file held when it was read or written last.
        self._digest: str | None = None
        self.states: dict[str, FileState] = {}
        self._work = ShowWork(self)
        self._work.planned.connect(self._show)
        self._work.checked.connect(self._take_findings)
        self._work.failed.connect(self.failed)
        self._shown = Shown(Project(), {})
        self._is_showing = False
        # Where the user is, as the view that is worked in knows it: its steps go back there.
        self.where: Callable[[], object] = lambda: None
        self._wanted: Callable[[], object] | None = None
        self._findings: list[Finding] = []
        self._checked: list[Finding] = []
        self._checked_plans: object = None
        self._checked_states: object = None
        # Where the photos of ``project`` are read from, and those of ``latest``.
        self.source = self.latest_source = PhotoSource(self.folder, self.cache)
        self.autosaver = Autosaver(self._autosaves, self._unsaved, self)
        self._work.plan(self.latest)

    @property
    def project(self) -> Project:
        """The project as it is shown."""
        return self._shown.project

    @property
    def latest(self) -> Project:
        """The project with every edit, also those that are still being planned."""
        return self._history.project

    @property
    def is_working(self) -> bool:
        """Whether plans or findings are still being made."""
        return self._work.is_working

    @property
    def folder(self) -> Path:
        """The folder that relative photo paths start from."""
        return self.path.parent if self.path else Path("/")

    def _unsaved(self) -> Unsaved:
        return Unsaved(None if self.is_saved else self.latest, self.path, self._digest or "")

    def absolute(self, path: str) -> str:
        """Return a photo's path as one that holds outside the project too."""
        return str(resolved(path, self.folder))

    def taken_in(self, copied: CopiedSlides) -> CopiedSlides:
        """Return slides of another project with the paths of their photos as this one names its own."""
        folder = self.folder if self.path else None
        photos = tuple(photo.changed(path=path_from(folder, Path(photo.path))) for photo in copied.photos)
        return copied.changed(photos=photos)

    @property
    def is_saved(self) -> bool:
        return self.latest is self._saved

    @property
    def undo_label(self) -> str:
        return self._history.undo_label

    @property
    def redo_label(self) -> str:
        return self._history.redo_label

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

    def _show(self, shown: Shown) -> None:
        """Show a planned project, with its findings if they are found at once."""
        self._shown = _with_known_help(shown, self._shown)
        shown = self._shown
        if shown.project is self.latest:
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
        self, shown: Shown, states: Mapping[str, FileState], findings: list[Finding], from_now_on: Shown
    ) -> None:
        if shown.plans is not self._shown.plans:
            return  # of a state before; the one that is shown is checked next
        self._checked, self._checked_plans, self._checked_states = findings, from_now_on.plans, states
        self._choose_findings()
        if from_now_on.plans is not shown.plans:
            self._shown = from_now_on
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

    def when_shown(self, act: Callable[[], object]) -> None:
        """Do something with the newest state: at once, or as soon as it is planned; only what was asked for last."""
        self._wanted = act
        self._do_wanted()

    def _do_wanted(self) -> None:
        if self.project is self.latest and self._wanted is not None:
            act, self._wanted = self._wanted, None
            act()

    def apply(self, edit: Edit) -> None:
        try:
            changed = self._history.apply(edit, self.where)
        except (JauntyError, LookupError, StopIteration, ValueError):
            if self.latest is self.project:
                raise
            return  # made for what is still to be seen, but was taken away by an edit before
        if changed:
            self._announce()

    def close_gesture(self) -> None:
        self._history.close_gesture()

    def gesture_key(self) -> str:
        """Return the merge key of the gesture that is under way, "" if none is."""
        return self._history.gesture_key

    def undo(self) -> None:
        self.go_to_step(self.step - 1)

    def redo(self) -> None:
        self.go_to_step(self.step + 1)

    @property
    def step(self) -> int:
        """How many steps are done."""
        return self._history.position

    def steps(self) -> list[Step]:
        """Return all steps, those that were taken back too."""
        return self._history.steps()

    def go_to_step(self, position: int) -> None:
        """Take steps back, or do them again, until ``position`` of them are done."""
        before = self.step
        place = self._history.go_to(max(position, 0))
        if self.step != before:
            self._announce()
            self.when_shown(lambda: self.returned.emit(place))

    def take_facts(self, states: Mapping[str, FileState], edit: Edit) -> None:
        """Take over what the disk says of the photos; it is no step of the history."""
        self.states = dict(states)
        self.amend(edit)

    def amend(self, edit: Edit) -> None:
        """Apply facts about photos outside the history; a saved project stays a saved one."""
        was_saved = self.is_saved
        self._history.amend(edit)
        if was_saved:
            self._saved = self.latest
        self._announce()

    def _announce(self) -> None:
        self._work.plan(self.latest)
        self.saved_changed.emit()
        if not self.is_saved:
            self.autosaver.start()

    def start_new(self) -> None:
        self._replace(empty_project(), None, None)
        self.replaced.emit()

    def open(self, path: Path) -> None:
        """Open the project in ``path``; ProjectError where it cannot be read, and the open one stays."""
        path = project_file(path)
        project, digest = read_project(path)
        self._replace(project, path, digest)
        self.replaced.emit()

    def recover(self, autosave: Autosave) -> None:
        """Take up an autosaved state as unsaved changes of its project."""
        self._replace(autosave.project, autosave.path, autosave.digest or None)
        self._saved = None
        # Kept as this process's own before the old one goes, so that at no time it can be lost.
        if self.autosaver.write_now():
            self._autosaves.remove(autosave.file)
        self._announce()
        self.replaced.emit()

    def _replace(self, project: Project, path: Path | None, digest: str | None) -> None:
        self.autosaver.discard(self.path)  # its changes are saved or given up
        self.path, self._digest = path, digest
        self._history = History(project)
        self._saved = project
        self.states = {}
        self.latest_source = PhotoSource(self.folder, self.cache)
        self._work.forget()
        self._announce()

    def save(self, path: Path, over_changes: bool = False) -> None:
        """Write the project to ``path``, which it has from then on; ProjectError where that cannot be: all is then as
        it was.

        Raises ProjectChangedError where another program has written to the project's own file since it was read, unless
        ``over_changes``.
        """
        before, path = self.folder, project_file(path)
        after = path.parent
        over = self._digest if path == self.path and not over_changes else None
        digest = save_project(rebased(self.latest, before, after), path, over)
        if before != after:
            self._history.amend(Edit("Paths", lambda project: rebased(project, before, after)))
        for old in (self.path, path):
            self.autosaver.discard(old)
        self.path, self._digest = path, digest
        self.latest_source = PhotoSource(self.folder, self.cache)
        self._saved = self.latest
        self._announce()

    def write_autosave(self) -> None:
        """Write an autosave at once, because the program is about to end."""
        self.autosaver.write_now()

    def forget_changes(self) -> None:
        """Count the present state as saved: the user gave up the changes, or they are saved elsewhere."""
        self._saved = self.latest

    def wait(self) -> None:
        """Let nothing more be worked on, because the window closes."""
        self._work.wait()
        if self.is_saved:
            self.autosaver.discard(self.path)
        else:
            self.autosaver.stop()

    def forget_left_behind(self, autosave: Autosave) -> None:
        """Let go of what was left behind, because it is no other than what is saved."""
        self._autosaves.remove(autosave.file)

    def left_behind(self, path: Path | None) -> Autosave | None:
        """Return what a killed program left of the project in ``path``, if it differs from what is saved."""
        return self._autosaves.of(path)


def _with_known_help(shown: Shown, before: Shown) -> Shown:
    """Return what is to be shown with words helped as they are now, where they are as they were: until frames have been
    looked at again they do not change."""
    known = {name: helped_words(plan) for name, plan in before.plans.items() if helped_words(plan)}
    if not known:
        return shown
    plans = {name: helped_plan(plan, known.get(name, ())) for name, plan in shown.plans.items()}
    return Shown(shown.project, plans)
