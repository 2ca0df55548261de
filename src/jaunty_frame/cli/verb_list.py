"""The verbs of the command line, in the order in which the help tells them."""

VERBS = {
    "demo": "jaunty_frame.cli.verbs.demo",
    "new": "jaunty_frame.cli.verbs.new",
    "plan": "jaunty_frame.cli.verbs.plan",
    "frame": "jaunty_frame.cli.verbs.frame",
    "render": "jaunty_frame.cli.verbs.render",
    "check": "jaunty_frame.cli.verbs.check",
    "edit": "jaunty_frame.cli.verbs.edit",
    "carry": "jaunty_frame.cli.verbs.carry",
    "look": "jaunty_frame.cli.verbs.look",
    "add": "jaunty_frame.cli.verbs.add",
    "remove": "jaunty_frame.cli.verbs.remove",
    "outputs": "jaunty_frame.cli.verbs.outputs",
    "title": "jaunty_frame.cli.verbs.title",
    "group": "jaunty_frame.cli.verbs.group",
    "order": "jaunty_frame.cli.verbs.order",
    "fit": "jaunty_frame.cli.verbs.fit",
    "beats": "jaunty_frame.cli.verbs.beats",
    "export-cuts": "jaunty_frame.cli.verbs.export_cuts",
    "schema": "jaunty_frame.cli.verbs.schema",
}
"""By name, as it is typed (``cut-list``), the module whose ``run`` it is."""


def is_verb(argument: str) -> bool:
    """Return whether a first argument asks for a verb: its name, or an option."""
    return argument in VERBS or argument.startswith("-")
