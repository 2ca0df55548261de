"""Fields in which values are typed, drawn or slid."""
