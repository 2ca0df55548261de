"""Sound files: decoded as a stream, listened to once, cleaned, mixed, played, recorded, spoken."""
