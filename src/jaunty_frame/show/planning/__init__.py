"""From a project to a plan: what every output shows, in numbers."""
