"""Reading and writing the outside world: photos, caches, projects on disk, video files."""
