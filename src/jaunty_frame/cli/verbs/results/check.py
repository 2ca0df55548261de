"""``check``: the findings."""

from typing import Annotated

import typer

from jaunty_frame.cli.opened import Opened, ProjectPath, print_json
from jaunty_frame.media.frames.flashes import found_flashes
from jaunty_frame.media.frames.legibility import measured_contrasts
from jaunty_frame.show.findings.findings import all_findings, is_accepted
from jaunty_frame.show.findings.groups import grouped


def run(
    project: ProjectPath,
    as_json: Annotated[bool, typer.Option("--json", help="Print one JSON object.")] = False,
) -> None:
    """List the findings, the most severe first: what is cut, soft, covered, too fast, left to bars, or missing.

    What is so of many photos is said once.
    """
    opened = Opened(project)
    plans = {chosen.output.id: chosen for chosen in opened.readable_plans(None)}
    flashes, contrasts = found_flashes(plans, opened.source), measured_contrasts(plans, opened.source)
    findings = all_findings(opened.project, plans, opened.states, flashes, contrasts)
    if as_json:
        print_json(
            {
                "findings": [
                    {
                        "slide": finding.slide,
                        "slide_id": finding.slide_id,
                        "output": finding.output,
                        "kind": finding.kind,
                        "amount": finding.amount,
                        "severity": finding.severity.name.lower(),
                        "sentence": finding.sentence,
                        "remedy": finding.remedy.name,
                        "noted_only": finding.noted_only,
                        "outputs": list(finding.outputs),
                        "words": finding.words_id or None,
                        "sound": finding.sound_id or None,
                        "accepted": is_accepted(opened.project, finding),
                    }
                    for finding in findings
                ]
            }
        )
        return
    told = [finding for finding in findings if not is_accepted(opened.project, finding)]
    for group in grouped(told):
        what = ", or ".join(dict.fromkeys(one.remedy.label.lower() for one in group.findings if one.remedy.label))
        numbers = list(dict.fromkeys(one.slide for one in group.findings))
        slides = f"{'Slide' if len(numbers) == 1 else 'Slides'} {', '.join(map(str, numbers))}."
        where = f" {slides}" if len(group.findings) > 1 else ""
        print(f"{group.sentence}{where}{f' Remedy: {what}.' if what else ''}")
    if not told:
        print("No findings.")
