"""Edits of the outputs."""

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Output, Project, ZoneMargins
from jaunty_frame.document.outputs import with_free_id


def add_output(output: Output) -> Edit:
    def apply(project: Project) -> Project:
        taken = {other.id for other in project.outputs}
        return project.changed(outputs=(*project.outputs, with_free_id(output, taken)))

    return Edit("Add output", apply)


def remove_output(output_id: str) -> Edit:
    def apply(project: Project) -> Project:
        return project.changed(
            outputs=tuple(output for output in project.outputs if output.id != output_id),
            hand_set=tuple(framing for framing in project.hand_set if framing.output != output_id),
            accepted=tuple(one for one in project.accepted if one.output != output_id),
        )

    return Edit("Remove output", apply)


def set_zones(output_id: str, zones: ZoneMargins, merge: str = "") -> Edit:
    def apply(project: Project) -> Project:
        return project.changed(
            outputs=tuple(o.changed(zones=zones) if o.id == output_id else o for o in project.outputs)
        )

    return Edit("Zones", apply, merge)


def duplicate_output(output_id: str) -> Edit:
    """Add a second output like the first, with its hand-set framings."""

    def apply(project: Project) -> Project:
        again = with_free_id(project.output(output_id), {output.id for output in project.outputs})
        framings = tuple(f.changed(output=again.id) for f in project.hand_set if f.output == output_id)
        return project.changed(outputs=(*project.outputs, again), hand_set=project.hand_set + framings)

    return Edit("Duplicate output", apply)
