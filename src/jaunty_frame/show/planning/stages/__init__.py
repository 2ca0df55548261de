"""The first stages in which a plan settles: times, ways, places, fills; the others stand with what works them out."""
