"""Small clips on disk whose pictures say their numbers: eight blocks, white for a bit that is set."""

import os
from contextlib import contextmanager
from fractions import Fraction

os.environ.setdefault("SVT_LOG", "0")  # what this encoder would say of itself

import av
import numpy as np
from av.video.reformatter import ColorRange, Colorspace

BITS = 8


def numbered(n, width=128, height=64):
    """Return picture ``n`` (h, w, 3) R G B: its bits across the upper half, a grey below."""
    pixels = np.full((height, width, 3), 90, np.uint8)
    for bit in range(BITS):
        if n >> bit & 1:
            pixels[: height // 2, bit * width // BITS : (bit + 1) * width // BITS] = 235
        else:
            pixels[: height // 2, bit * width // BITS : (bit + 1) * width // BITS] = 20
    return pixels


def number_of(pixels):
    """Return the number that a picture (h, w, ...) says."""
    height, width = pixels.shape[:2]
    luma = pixels[height // 4].reshape(width, -1)[:, :3].mean(axis=1)
    return sum(int(luma[int((bit + 0.5) * width / BITS)] > 128) << bit for bit in range(BITS))


@contextmanager
def _as_patient_as_before():
    """For root, SVT-AV1 makes the thread that opens it run before all else; what runs beside it would starve."""
    policy, priority = os.sched_getscheduler(0), os.sched_getparam(0)
    try:
        yield
    finally:
        os.sched_setscheduler(0, policy, priority)


def write_clip(
    path,
    count=40,
    rate=Fraction(25),
    codec="libx264",
    pix_fmt="yuv420p",
    picture=numbered,
    stamps=None,
    time_base=None,
    options=None,
    rotation=0,
    sound=None,
    prepare=lambda context: None,
    **of_picture,
):
    """Write a clip of ``count`` pictures. stamps : times of uneven ones, in steps of ``time_base``; sound : (n, 2)."""
    with _as_patient_as_before(), av.open(str(path), "w") as container:
        stream = container.add_stream(codec, rate=rate, options=options or {})
        first = picture(0, **of_picture)
        stream.height, stream.width = first.shape[:2]
        stream.pix_fmt = pix_fmt
        context = stream.codec_context
        context.time_base = time_base or 1 / Fraction(rate)
        context.gop_size = 12
        context.colorspace, context.color_range = Colorspace.ITU709, ColorRange.MPEG
        prepare(context)
        if rotation:
            stream.set_display_rotation(rotation)
        heard = container.add_stream("aac", rate=48000, layout="stereo") if sound is not None else None
        for n in range(count):
            frame = av.VideoFrame.from_ndarray(picture(n, **of_picture), format="rgb24").reformat(
                format=pix_fmt, dst_colorspace=context.colorspace, dst_color_range=context.color_range,
                src_color_range=ColorRange.JPEG,
            )  # fmt: skip
            frame.pts = stamps[n] if stamps else n
            frame.time_base = context.time_base
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
        if heard is not None:
            sound = np.broadcast_to(sound, (len(sound), 2))
            for at in range(0, len(sound), 1024):
                part = av.AudioFrame.from_ndarray(np.ascontiguousarray(sound[at : at + 1024].T), "fltp", "stereo")
                part.sample_rate, part.pts, part.time_base = 48000, at, Fraction(1, 48000)
                container.mux(heard.encode(part))
            container.mux(heard.encode(None))
    return path
