"""Options of formats as they are typed, NAME=VALUE."""

from jaunty_frame.errors import UsageError


def typed_options(options: list[str]) -> dict[str, str]:
    """Return options by name; UsageError where one is not typed so."""
    for option in options:
        if "=" not in option:
            raise UsageError(f"An option of a format is typed NAME=VALUE, not {option}.")
    return dict(option.split("=", 1) for option in options)
