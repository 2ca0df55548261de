"""The panels about sound: the track, the shelf, levels, the speaking voice, recording."""
