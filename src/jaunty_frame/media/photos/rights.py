"""Who made a photo, and under which licence: from its EXIF, XMP or IPTC fields, in this order.

EXIF: CIPA DC-008, Artist and Copyright. XMP: ISO 16684-1, dc:creator, dc:rights, xmpRights:UsageTerms, and cc:license
of the Creative Commons. IPTC: IIM 4.2, 2:80 and 2:116."""

import re
from html import unescape

from PIL import ExifTags, Image, ImageFile, IptcImagePlugin

_MOST = 200
_TAG = r"<(?:\w+:)?{name}>"
_ITEM = re.compile(r"<rdf:li[^>]{0,200}>([^<]*)</rdf:li>")
_ITEM_WITHIN = 4000
"""Characters after a property's name, in which its first item stands."""
_LICENCE = re.compile(r"""creativecommons\.org/(?:licenses/([a-z-]+)|publicdomain/(zero))/(\d\.\d)""")
_BY_LINE, _COPYRIGHT = (2, 80), (2, 116)


def rights_of(image: Image.Image, exif: Image.Exif) -> tuple[str, str]:
    """Return author and licence of an opened picture; "" for what it does not say."""
    xmp = _xmp(image)
    author = _text(exif.get(ExifTags.Base.Artist)) or _item(xmp, "creator")
    found = _LICENCE.search(xmp)
    licence = _creative(found) if found else _text(exif.get(ExifTags.Base.Copyright)) or _item(xmp, "rights")
    if not author or not licence:
        iptc = _iptc(image)
        author, licence = author or _text(iptc.get(_BY_LINE)), licence or _text(iptc.get(_COPYRIGHT))
    return author, licence or _item(xmp, "UsageTerms")


def _creative(found: re.Match[str]) -> str:
    kind, zero, version = found.groups()
    return f"CC0 {version}" if zero else f"CC {kind.upper()} {version}"


def _xmp(image: Image.Image) -> str:
    packet = image.info.get("xmp") or image.info.get("XML:com.adobe.xmp") or b""
    return packet.decode("utf-8", "ignore") if isinstance(packet, bytes) else str(packet)


def _item(xmp: str, name: str) -> str:
    tag = re.search(_TAG.format(name=name), xmp)
    found = _ITEM.search(xmp[tag.end() : tag.end() + _ITEM_WITHIN]) if tag else None
    return _text(unescape(found[1])) if found else ""


def _iptc(image: Image.Image) -> dict:
    if not isinstance(image, ImageFile.ImageFile):
        return {}
    try:
        return IptcImagePlugin.getiptcinfo(image) or {}
    except (OSError, ValueError, SyntaxError, TypeError, KeyError, IndexError):  # a damaged block costs nothing else
        return {}


def _text(value: object) -> str:
    if isinstance(value, list | tuple):
        value = value[0] if value else ""
    if isinstance(value, bytes):
        value = value.decode("utf-8", "replace")
    text = " ".join("".join(one if one.isprintable() else " " for one in str(value or "")).split())
    return text[:_MOST]
