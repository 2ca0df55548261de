"""Where the frame stands before it moves: placements and base windows."""
