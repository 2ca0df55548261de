"""Edits of words: titles, captions, credits and the cards that they stand on."""

from collections.abc import Callable, Iterable, Mapping
from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.instants import instant_near
from jaunty_frame.document.edits.slides import free_slide_id, with_slides
from jaunty_frame.document.exhibits.card import CardExhibit
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.instant import Instant
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.document.words import TypeStyle, Words, WordsInOutput, WordsKind

CARD_COLOUR = "#26231f"


def free_words_id(slide: Slide) -> str:
    """Return an id for words that come to a slide."""
    taken = {one.id for one in slide.words}
    number = 1
    while f"words-{number}" in taken:
        number += 1
    return f"words-{number}"


def add_words(slide_id: str, text: str, kind: WordsKind = "caption", **fields: Any) -> Edit:
    """Put words on a slide, over those that it has."""

    def changed(slide: Slide) -> Slide:
        new = Words(id=free_words_id(slide), kind=kind, text=text, **fields)
        return slide.changed(words=(*slide.words, new)) if slide.id == slide_id else slide

    return Edit(f"Add {kind}", lambda project: with_slides(project, changed))


def set_words(slide_id: str, words_id: str, label: str = "Words", **fields: Any) -> Edit:
    """Set fields of words, for all outputs."""
    return _edit(slide_id, words_id, label, lambda words: words.changed(**fields))


def set_words_in_output(slide_id: str, words_id: str, output_id: str, label: str = "Words", **fields: Any) -> Edit:
    """Set what words have of their own in one output; None means "as elsewhere"."""

    def changed(words: Words) -> Words:
        own = (words.in_output(output_id) or WordsInOutput(output=output_id)).changed(**fields)
        others = tuple(one for one in words.in_outputs if one.output != output_id)
        kept = others if own == WordsInOutput(output=output_id) else (*others, own)
        return words.changed(in_outputs=kept)

    return _edit(slide_id, words_id, label, changed)


def drop_words_in_output(slide_id: str, words_id: str, output_id: str) -> Edit:
    """Let words be in an output as they are elsewhere."""

    def changed(words: Words) -> Words:
        return words.changed(in_outputs=tuple(one for one in words.in_outputs if one.output != output_id))

    return _edit(slide_id, words_id, "Words as elsewhere", changed)


def remove_words(slide_id: str, words_id: str) -> Edit:
    def changed(slide: Slide) -> Slide:
        if slide.id != slide_id:
            return slide
        return slide.changed(words=tuple(one for one in slide.words if one.id != words_id))

    return Edit("Remove words", lambda project: with_slides(project, changed))


def set_words_instant(slide_id: str, words_id: str, at: float, **values: Any) -> Edit:
    """Set values of words at a point of their time: of the instant there, or of a new one."""

    def changed(words: Words) -> Words:
        there = instant_near(words.instants, at)
        new = there.changed(**values) if there else Instant(at=at, **values)
        kept = [one for one in words.instants if one is not there]
        return words.changed(instants=tuple(sorted([*kept, new], key=lambda one: one.at)))

    return _edit(slide_id, words_id, "Words at an instant", changed)


def set_style_for_kind(kind: WordsKind, style: TypeStyle) -> Edit:
    """Set the house rule for a kind of words, and let all words of that kind follow it."""

    def changed(slide: Slide) -> Slide:
        words = tuple(one.changed(style=None) if one.kind == kind and one.style else one for one in slide.words)
        return slide if words == slide.words else slide.changed(words=words)

    def apply(project: Project) -> Project:
        project = with_slides(project, changed)
        return project.changed(house_rules=project.house_rules.changed(**{kind: style}))

    return Edit(f"Style of all {kind}s", apply)


def add_card(at: int, text: str, kind: WordsKind = "title", **fields: Any) -> Edit:
    """Put a card with words into the running order, before position ``at``."""

    def apply(project: Project) -> Project:
        words = (Words(id="words-1", kind=kind, text=text, **fields),) if text or fields else ()
        card = Slide(
            id=free_slide_id("card", project.slides),
            exhibit=CardExhibit(),
            fill=PlainFill(colour=CARD_COLOUR),
            words=words,
        )
        return project.changed(slides=(*project.slides[:at], card, *project.slides[at:]))

    return Edit("Add card", apply)


def add_credits(project: Project) -> Edit:
    """Put a card with the credits, built of what the set says, at the end of the running order."""
    return add_card(len(project.slides), "", "credit", built=True)._replace(label="Add credits")


def rewrite_words(texts: Mapping[tuple[str, str], str], label: str = "Script") -> Edit:
    """Give words (by their slide's id and their own) other texts; without text they go."""

    def changed(slide: Slide) -> Slide:
        words = []
        for one in slide.words:
            text = texts.get((slide.id, one.id), one.text)
            if text == one.text:
                words.append(one)
            elif text.strip():
                words.append(one.changed(text=text, built=False))
        return slide if tuple(words) == slide.words else slide.changed(words=tuple(words))

    return Edit(label, lambda project: with_slides(project, changed))


def replace_text(find: str, by: str, slide_ids: Iterable[str] | None = None) -> Edit:
    """Replace a text by another in all words, also in those of single outputs. slide_ids : None = of all slides."""
    chosen = None if slide_ids is None else set(slide_ids)

    def renewed(words: Words) -> Words:
        own = tuple(
            one.changed(text=one.text.replace(find, by)) if one.text and find in one.text else one
            for one in words.in_outputs
        )
        if find not in words.text and own == words.in_outputs:
            return words
        return words.changed(text=words.text.replace(find, by), in_outputs=own)

    def changed(slide: Slide) -> Slide:
        if not find or (chosen is not None and slide.id not in chosen):
            return slide
        words = tuple(renewed(one) for one in slide.words)
        return slide if words == slide.words else slide.changed(words=words)

    return Edit("Replace", lambda project: with_slides(project, changed))


def _edit(slide_id: str, words_id: str, label: str, change: Callable[[Words], Words]) -> Edit:
    def changed(slide: Slide) -> Slide:
        if slide.id != slide_id:
            return slide
        return slide.changed(words=tuple(change(one) if one.id == words_id else one for one in slide.words))

    return Edit(label, lambda project: with_slides(project, changed))
