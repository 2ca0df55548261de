"""Sound as numbers: levels, loudness, limiting, beats, where pieces begin and repeat, speech, and the mix.

Samples are float32 arrays of shape (samples, channels) at ``RATE``, 1.0 = full scale. Times are whole samples; those
that are stored are seconds.
"""
