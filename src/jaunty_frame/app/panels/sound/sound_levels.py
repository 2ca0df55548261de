"""How loud: the mixer of the four kinds, what a voice does to the others, and the loudness of every output."""

from collections.abc import Callable
from typing import Any

from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.jobs import MEASURE
from jaunty_frame.app.widgets.fields.amount_field import AmountField
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import named, part_label, quiet_label, row_of
from jaunty_frame.document.edits.material.sounds import set_kind_level, set_loudness, set_sound_rules
from jaunty_frame.document.sound import SOUND_KINDS
from jaunty_frame.show.planning.soundtrack import sound_plan

_NAMES = {"music": "Music", "ambience": "Ambience", "voice": "Voices", "clip": "Clip sound"}
_AS_USUAL = -70.0


class SoundLevels(QWidget):
    """What is measured is what the exported file will be."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._desk, self._session = desk, desk.session
        self._measured: dict[str, tuple[object, str]] = {}
        self.kinds: dict[str, AmountField] = {}
        for kind in SOUND_KINDS:
            field = self.kinds[kind] = AmountField(f"Level of all {_NAMES[kind].lower()}", -40, 24, 1.0, " dB")
            field.chosen.connect(lambda value, kind=kind: self._set_kind(kind, value))
            field.settled.connect(self._settle)
        self.rules = ValueFields(columns=1, sliders=True)
        self.rules.chosen.connect(lambda rules: self._session.apply(set_sound_rules(rules), "sound rules"))
        self.rules.settled.connect(self._settle)
        self.measure = QPushButton("Measure")
        self.measure.clicked.connect(self._measure)
        self.targets: dict[str, NumberField] = {}
        self._rows = QVBoxLayout()
        self._rows.setSpacing(4)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 4, 0, 0)
        layout.setSpacing(5)
        self._kind_rows = {kind: named(_NAMES[kind], field) for kind, field in self.kinds.items()}
        layout.addWidget(part_label("Mixer"))
        for row in self._kind_rows.values():
            layout.addWidget(row)
        layout.addSpacing(6)
        layout.addWidget(part_label("Voices and pieces"))
        layout.addWidget(self.rules)
        layout.addSpacing(6)
        layout.addWidget(part_label("Loudness of each output"))
        layout.addLayout(self._rows)
        layout.addWidget(self.measure)
        self._shown: list[tuple] = []

    def show_document(self) -> None:
        project = self._session.project
        here = {one.kind for one in project.sound.sounds}
        for kind, field in self.kinds.items():
            self._kind_rows[kind].setVisible(kind in here or kind != "clip")
            field.setEnabled(kind in here)
            levels = [one.gain_db for one in project.sound.sounds if one.kind == kind]
            field.show_value(sum(levels) / len(levels) if levels else 0.0)
        self.rules.show_value(project.sound.rules)
        rows = [(one.id, one.name) for one in project.outputs]
        if rows != self._shown:
            self._build_rows(rows)
        for output in project.outputs:
            target = self.targets[output.id]
            target.show_value(_AS_USUAL if output.loudness is None else output.loudness)
            target.setSpecialValueText(f"as usual, {output.changed(loudness=None).target_lufs:g} LUFS")
            plan = self._session.plans().get(output.id)
            known = self._measured.get(output.id)
            heard = sound_plan(plan) if plan is not None else None
            self._said[output.id].setText(known[1] if known is not None and known[0] == heard else "")
        measures = self._session.jobs.running(MEASURE) is not None
        self.measure.setText("Measuring…" if measures else "Measure")
        self.measure.setEnabled(bool(project.sound.sounds) and not measures)

    def _build_rows(self, rows: list[tuple]) -> None:
        while (item := self._rows.takeAt(0)) is not None:
            if (widget := item.widget()) is not None:
                widget.deleteLater()
        self.targets, self._said = {}, {}
        for output_id, name in rows:
            field = self.targets[output_id] = NumberField(f"Loudness of {name}", _AS_USUAL, 0, 1, 1, " LUFS")
            field.setMinimumWidth(150)
            field.chosen.connect(lambda value, name=output_id: self._set_target(name, value))
            self._said[output_id] = quiet_label("")
            self._rows.addWidget(named(name, row_of(field, self._said[output_id], stretch_first=False), 110))
        self._shown = rows

    def _set_target(self, output_id: str, value: float) -> None:
        self._session.apply(set_loudness(output_id, None if value <= _AS_USUAL else value))

    def _set_kind(self, kind: str, gain_db: float) -> None:
        self._session.apply(set_kind_level(kind, gain_db), "level", kind)

    def _settle(self) -> None:
        self._session.edited.end_gesture()

    def _measure(self) -> None:
        plans = {name: sound_plan(plan) for name, plan in self._session.plans().items()}
        folder, cache = self._session.folder, self._desk.sounds.cache

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            from jaunty_frame.media.sounds.mixing import mixed_show

            found = {}
            for k, (name, plan) in enumerate(plans.items()):
                report(k, len(plans))
                if plan.heard:
                    with mixed_show(plan, folder, cache, cancelled=stopped) as mix:
                        found[name] = plan, mix.measured
            return found

        def take(found: Any) -> None:
            for name, (plan, measured) in found.items():
                said = f"{measured.lufs:.1f} LUFS, peak {measured.peak_dbtp:.1f} dBTP"
                if measured.lufs < plan.target_lufs - 0.5:
                    said += "; its peaks let it be no louder"
                self._measured[name] = plan, said

        self._session.jobs.start(MEASURE, work, take, ended=self.show_document)
        self.show_document()
