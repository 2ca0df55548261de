"""The deliveries that there are."""

from pkgutil import resolve_name
from typing import NamedTuple

from jaunty_frame.errors import UsageError
from jaunty_frame.media.deliveries.delivery import Delivery


class DeliveryEntry(NamedTuple):
    """label : for people; place : module and Delivery, loaded late."""

    label: str
    place: str


DELIVERIES: dict[str, DeliveryEntry] = {}


def delivery_of(name: str) -> Delivery:
    """Return the delivery of a name in DELIVERIES; UsageError where there is none."""
    if name not in DELIVERIES:
        raise UsageError(f"There is no delivery {name}. Choose one of: {', '.join(DELIVERIES) or 'none'}.")
    found: Delivery = resolve_name(DELIVERIES[name].place)
    return found
