"""The side panels: what is offered in menus, by which keys, and where each is loaded from when it is first wanted."""

from typing import NamedTuple


class PanelEntry(NamedTuple):
    """place : module and class, loaded late; needs_slides : whether it has anything to show without slides."""

    label: str
    keys: str
    place: str
    needs_slides: bool = True


PANELS = {
    "export": PanelEntry("Export", "Ctrl+E", "jaunty_frame.app.panels.export_panel:ExportPanel"),
    "house-rules": PanelEntry(
        "House rules", "Ctrl+H", "jaunty_frame.app.panels.house_rules_panel:HouseRulesPanel", needs_slides=False
    ),
    "set": PanelEntry("Set of photos", "Ctrl+U", "jaunty_frame.app.panels.set_panel:SetPanel", needs_slides=False),
    "joint": PanelEntry("Joint after the slide", "Ctrl+J", "jaunty_frame.app.panels.joint_panel:JointPanel"),
    "pace": PanelEntry("Pace", "Ctrl+T", "jaunty_frame.app.panels.pace_panel:PacePanel"),
    "carry": PanelEntry("Carry over", "Ctrl+Shift+C", "jaunty_frame.app.panels.carry_panel:CarryPanel"),
    "looks": PanelEntry("Looks", "Ctrl+L", "jaunty_frame.app.panels.looks_panel:LooksPanel"),
    "script": PanelEntry("Script", "Ctrl+Shift+W", "jaunty_frame.app.panels.script_panel:ScriptPanel"),
    "sound": PanelEntry("Sound", "Ctrl+M", "jaunty_frame.app.panels.sound.sound_panel:SoundPanel", needs_slides=False),
    "speak": PanelEntry("Speaking voice", "", "jaunty_frame.app.panels.sound.speak_panel:SpeakPanel"),
    "record": PanelEntry("Record a voice", "Ctrl+Shift+R", "jaunty_frame.app.panels.sound.record_panel:RecordPanel"),
    "emblems": PanelEntry("Emblems", "Ctrl+Shift+E", "jaunty_frame.app.panels.emblems_panel:EmblemsPanel"),
    "undo-list": PanelEntry(
        "Undo list", "Ctrl+Shift+U", "jaunty_frame.app.panels.undo_panel:UndoPanel", needs_slides=False
    ),
    "zones": PanelEntry("Zones of the output…", "", "jaunty_frame.app.panels.zones_panel:ZonesPanel"),
    "findings": PanelEntry("All findings", "Ctrl+Shift+G", "jaunty_frame.app.panels.findings_panel:FindingsPanel"),
}
