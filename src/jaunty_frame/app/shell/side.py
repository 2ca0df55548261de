"""The place beside the sheet: the bench, or one of the side panels, each made when it is first wanted."""

from pkgutil import resolve_name

from PySide6.QtWidgets import QStackedWidget, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.panel_list import PANELS
from jaunty_frame.app.panels.side_panel import SidePanel


class Side(QStackedWidget):
    """Opens panels by their names."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._desk = desk
        self.panels: dict[str, SidePanel] = {}

    def panel(self, name: str) -> SidePanel:
        """Return a panel, made if need be."""
        if name not in self.panels:
            panel = self.panels[name] = resolve_name(PANELS[name].place)(self._desk)
            panel.closed.connect(lambda: self._desk.open("bench"))
            self.addWidget(panel)
        return self.panels[name]

    @property
    def panel_name(self) -> str:
        """The name of the panel that is shown, "" where it is the bench."""
        return next((name for name, panel in self.panels.items() if panel is self.currentWidget()), "")

    def open(self, name: str, about: str) -> None:
        """Show a panel, about an output or all slides where that is asked for."""
        panel = self.panel(name)
        panel.open_for(about)
        self.setCurrentWidget(panel)
        panel.first_focus().setFocus()

    def under_way(self) -> list[str]:
        """Return a sentence for each piece of work that closing the window would end."""
        return [sentence for panel in self.panels.values() if (sentence := panel.under_way())]

    def shut_down(self) -> None:
        for panel in self.panels.values():
            panel.shut_down()
