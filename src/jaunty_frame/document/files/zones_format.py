"""The zones of an output as a file of their own, to be used for others."""

from jaunty_frame.document.files.json_text import Form, checked, read_object, write_object
from jaunty_frame.document.model import ZoneMargins

_FORM = Form("jaunty-frame-zones", 1, "set of zones")


def zones_to_text(zones: ZoneMargins) -> str:
    return write_object(_FORM, zones.model_dump(mode="json", exclude_none=True))


def zones_from_text(text: str, name: str = "The zones") -> ZoneMargins:
    """Return the zones written in ``text``; ProjectError where they cannot be used. name : what messages call the
    file."""
    content, _ = read_object(text, name, _FORM)
    return checked(ZoneMargins, content, name)
