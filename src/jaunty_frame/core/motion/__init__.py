"""How the frame moves during a slide: courses, moves, paths, ways."""
