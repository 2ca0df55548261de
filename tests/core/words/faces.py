"""Faces for the tests of words."""

from jaunty_frame.core.words.typesetting import Typeset
from jaunty_frame.media.typefaces import fonts


def typeset(family="Inter", weight=600, spacing=0.0):
    return Typeset(fonts().faces_for(family, weight), spacing)
