"""The verbs of the command line, in the order in which the help tells them."""

VERBS = {
    "demo": "jaunty_frame.cli.verbs.project.demo",
    "new": "jaunty_frame.cli.verbs.project.new",
    "plan": "jaunty_frame.cli.verbs.results.plan",
    "frame": "jaunty_frame.cli.verbs.results.frame",
    "render": "jaunty_frame.cli.verbs.results.render",
    "estimate": "jaunty_frame.cli.verbs.results.estimate",
    "mix": "jaunty_frame.cli.verbs.results.mix",
    "check": "jaunty_frame.cli.verbs.results.check",
    "edit": "jaunty_frame.cli.verbs.slides.edit",
    "carry": "jaunty_frame.cli.verbs.slides.carry",
    "look": "jaunty_frame.cli.verbs.slides.look",
    "add": "jaunty_frame.cli.verbs.project.add",
    "remove": "jaunty_frame.cli.verbs.project.remove",
    "outputs": "jaunty_frame.cli.verbs.project.outputs",
    "title": "jaunty_frame.cli.verbs.project.title",
    "group": "jaunty_frame.cli.verbs.slides.group",
    "words": "jaunty_frame.cli.verbs.slides.words",
    "emblem": "jaunty_frame.cli.verbs.slides.emblem",
    "sound": "jaunty_frame.cli.verbs.slides.sound",
    "still": "jaunty_frame.cli.verbs.slides.still",
    "order": "jaunty_frame.cli.verbs.slides.order",
    "fit": "jaunty_frame.cli.verbs.slides.fit",
    "beats": "jaunty_frame.cli.verbs.slides.beats",
    "export-cuts": "jaunty_frame.cli.verbs.results.export_cuts",
    "schema": "jaunty_frame.cli.verbs.project.schema",
}
"""By name, as it is typed (``cut-list``), the module whose ``run`` it is."""


def is_verb(argument: str) -> bool:
    """Return whether a first argument asks for a verb: its name, or an option."""
    return argument in VERBS or argument.startswith("-")
