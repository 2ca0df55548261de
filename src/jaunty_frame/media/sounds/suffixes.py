"""How sound files are named; what they hold is found out when they are read."""

SOUND_SUFFIXES = (".wav", ".flac", ".mp3", ".ogg", ".oga", ".opus", ".m4a", ".aac", ".aif", ".aiff", ".wma")


def is_named_like_sound(name: str) -> bool:
    return name.lower().endswith(SOUND_SUFFIXES)
