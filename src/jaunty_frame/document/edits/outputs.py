"""Edits of the outputs."""

from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.model import Output, Project, Slide, ZoneMargins
from jaunty_frame.document.outputs import with_free_id
from jaunty_frame.document.sound import Sound
from jaunty_frame.document.words import Emblem, Words


def add_output(output: Output) -> Edit:
    def apply(project: Project) -> Project:
        taken = {other.id for other in project.outputs}
        return project.changed(outputs=(*project.outputs, with_free_id(output, taken)))

    return Edit("Add output", apply)


def remove_output(output_id: str) -> Edit:
    def apply(project: Project) -> Project:
        kept = {output.id for output in project.outputs} - {output_id}
        return project.changed(
            outputs=tuple(output for output in project.outputs if output.id != output_id),
            slides=with_slides(project, lambda slide: slide.with_outputs(kept)).slides,
            hand_set=tuple(framing for framing in project.hand_set if framing.output != output_id),
            accepted=tuple(one for one in project.accepted if one.output != output_id),
            emblems=tuple(one.with_outputs(kept) for one in project.emblems),
            sound=project.sound.changed(sounds=tuple(one.with_outputs(kept) for one in project.sound.sounds)),
        )

    return Edit("Remove output", apply)


def set_zones(output_id: str, zones: ZoneMargins) -> Edit:
    return set_on_output(output_id, "Zones", zones=zones)


def duplicate_output(output_id: str) -> Edit:
    """Add a second output like the first, with what was set for it alone."""

    def apply(project: Project) -> Project:
        again = with_free_id(project.output(output_id), {output.id for output in project.outputs})

        def there_too(slide: Slide) -> Slide:
            own = slide.in_output(output_id)
            return slide.changed(
                left_out=(*slide.left_out, again.id) if output_id in slide.left_out else slide.left_out,
                in_outputs=(*slide.in_outputs, own.changed(output=again.id)) if own else slide.in_outputs,
                words=tuple(map(words_there_too, slide.words)),
            )

        def words_there_too(words: Words) -> Words:
            own = words.in_output(output_id)
            return words.changed(in_outputs=(*words.in_outputs, own.changed(output=again.id))) if own else words

        def emblem_there_too(emblem: Emblem) -> Emblem:
            own = emblem.in_output(output_id)
            return emblem.changed(in_outputs=(*emblem.in_outputs, own.changed(output=again.id))) if own else emblem

        def sound_there_too(sound: Sound) -> Sound:
            own = sound.in_output(output_id)
            return sound.changed(in_outputs=(*sound.in_outputs, own.changed(output=again.id))) if own else sound

        framings = tuple(f.changed(output=again.id) for f in project.hand_set if f.output == output_id)
        added = project.changed(
            outputs=(*project.outputs, again),
            hand_set=project.hand_set + framings,
            emblems=tuple(map(emblem_there_too, project.emblems)),
            sound=project.sound.changed(sounds=tuple(map(sound_there_too, project.sound.sounds))),
        )
        return with_slides(added, there_too)

    return Edit("Duplicate output", apply)


def set_on_output(output_id: str, label: str, **fields: Any) -> Edit:
    """Set ``fields`` (name, pace, frame rate) of an output."""

    def apply(project: Project) -> Project:
        outputs = tuple(o.changed(**fields) if o.id == output_id else o for o in project.outputs)
        return project if outputs == project.outputs else project.changed(outputs=outputs)

    return Edit(label, apply)
