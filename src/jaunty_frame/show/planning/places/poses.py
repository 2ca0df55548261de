"""What a slide's instants make of its prints at a point of its time."""

from jaunty_frame.core.motion.instants import Key, value_at
from jaunty_frame.document.instant import POSE_FIELDS, Instant, Pose
from jaunty_frame.document.mount import Mount


def pose_at(instants: tuple[Instant, ...], mount: Mount, at: float) -> Pose:
    """Return the values at a share of the slide's time."""
    rest = Pose.model_construct(lean=mount.lean, yaw=mount.yaw, pitch=mount.pitch)
    if not instants:
        return rest
    values = {}
    for name in POSE_FIELDS:
        keys = [Key(one.at, getattr(one, name), one.easing) for one in instants if getattr(one, name) is not None]
        values[name] = value_at(keys, at, getattr(rest, name))
    return rest.model_copy(update=values)
