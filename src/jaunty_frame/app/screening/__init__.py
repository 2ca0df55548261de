"""Where the show is watched."""
