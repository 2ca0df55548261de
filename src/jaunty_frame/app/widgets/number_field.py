"""Fields for numbers, alike everywhere."""

from PySide6.QtWidgets import QDoubleSpinBox

_TEXT_MARGIN = 5


def number_field(
    name: str, low: float, high: float, decimals: int = 2, step: float = 0.1, suffix: str = ""
) -> QDoubleSpinBox:
    """Return a field that tells its value once a number was typed to its end. name : what it is, in words."""
    box = QDoubleSpinBox()
    box.setDecimals(decimals)
    box.setRange(low, high)
    box.setSingleStep(step)
    box.setSuffix(suffix)
    box.setKeyboardTracking(False)
    box.setAccessibleName(name)
    box.setToolTip(name)
    # No padding of the style sheet reaches the line inside.
    box.lineEdit().setTextMargins(_TEXT_MARGIN, 0, 0, 0)
    return box
