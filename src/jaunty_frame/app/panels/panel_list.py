"""The side panels: what is offered in menus, by which keys, and where each is loaded from when it is first wanted."""

from typing import NamedTuple


class PanelEntry(NamedTuple):
    """place : module and class, loaded late; guide : the page of the guide that tells about it; needs_slides : whether
    it has anything to show without slides."""

    label: str
    keys: str
    place: str
    guide: str
    needs_slides: bool = True


PANELS = {
    "export": PanelEntry("Export", "Ctrl+E", "jaunty_frame.app.panels.export.export_panel:ExportPanel", "writing"),
    "house-rules": PanelEntry(
        "House rules", "Ctrl+H", "jaunty_frame.app.panels.house_rules_panel:HouseRulesPanel", "pace", needs_slides=False
    ),
    "set": PanelEntry(
        "Set of photos", "Ctrl+U", "jaunty_frame.app.panels.set_panel:SetPanel", "bringing-in", needs_slides=False
    ),
    "joint": PanelEntry("Joint after the slide", "Ctrl+J", "jaunty_frame.app.panels.joint_panel:JointPanel", "pace"),
    "pace": PanelEntry("Pace", "Ctrl+T", "jaunty_frame.app.panels.pace_panel:PacePanel", "pace"),
    "carry": PanelEntry("Carry over", "Ctrl+Shift+C", "jaunty_frame.app.panels.carry_panel:CarryPanel", "pace"),
    "looks": PanelEntry("Looks", "Ctrl+L", "jaunty_frame.app.panels.looks_panel:LooksPanel", "looks"),
    "script": PanelEntry("Script", "Ctrl+Shift+W", "jaunty_frame.app.panels.script_panel:ScriptPanel", "words"),
    "sound": PanelEntry(
        "Sound", "Ctrl+M", "jaunty_frame.app.panels.sound.sound_panel:SoundPanel", "sound", needs_slides=False
    ),
    "speak": PanelEntry("Speaking voice", "", "jaunty_frame.app.panels.sound.speak_panel:SpeakPanel", "sound"),
    "record": PanelEntry(
        "Record a voice", "Ctrl+Shift+R", "jaunty_frame.app.panels.sound.record_panel:RecordPanel", "sound"
    ),
    "emblems": PanelEntry(
        "Emblems", "Ctrl+Shift+E", "jaunty_frame.app.panels.emblems.emblems_panel:EmblemsPanel", "words"
    ),
    "undo-list": PanelEntry(
        "Undo list", "Ctrl+Shift+U", "jaunty_frame.app.panels.undo_panel:UndoPanel", "bringing-in", needs_slides=False
    ),
    "zones": PanelEntry("Zones of the output…", "", "jaunty_frame.app.panels.zones.zones_panel:ZonesPanel", "checking"),
    "findings": PanelEntry(
        "All findings", "Ctrl+Shift+G", "jaunty_frame.app.panels.findings_panel:FindingsPanel", "checking"
    ),
}
