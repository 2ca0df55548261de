"""Choices: one or some of what is offered, as words, colours, pictures or places."""
