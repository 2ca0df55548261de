"""What is seen where the photo does not cover the frame; the kinds are in ``fills``, their painters in ``core``."""

from jaunty_frame.document.kinds import Kind, Kinds


class Fill(Kind):
    """Base of all fills."""


FILLS = Kinds(Fill, "jaunty_frame.document.fills")
