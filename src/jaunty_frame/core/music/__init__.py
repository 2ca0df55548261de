"""Music made by computation: instruments as sums of partials and noise, pieces as chords, bass, rhythm and melody."""
