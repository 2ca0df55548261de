"""What takes finished files on: a disc, a service, a phone."""
