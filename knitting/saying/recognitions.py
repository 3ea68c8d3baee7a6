"""What was recognised in some rows, in words."""

from __future__ import annotations

from knitting.recognise.course import RecognisedStage
from knitting.saying.language import _
from knitting.saying.pieces import said_fabric
from knitting.saying.sentences import Templates, counted, filled


def _stage(facts: RecognisedStage) -> str:
    unit = "rounds" if facts.in_round else "rows"
    if facts.first == facts.last:
        where = _("Round {first}") if facts.in_round else _("Row {first}")
    else:
        where = _("Rounds {first} to {last}") if facts.in_round else _("Rows {first} to {last}")
    said = [_shaping(facts, unit), _("in {fabrics}").format(fabrics=_listed(facts.fabrics))]
    if facts.lines:
        said.insert(0, _("{lines:marked lines} more"))
    if facts.rest and facts.change:
        said.append(_("the last time cut short after {rest}").format(rest=counted(facts.rest, unit)))
    return filled(f"{where}: {', '.join(said)}.", facts)


def _shaping(facts: RecognisedStage, unit: str) -> str:
    if not facts.change:
        return _("shaped, and the count stands still") if facts.shaped else _("the count stands still")
    if facts.times == 1 and not facts.rest:
        return _("{change:+}")
    if facts.rhythm == 1:
        if facts.in_round:
            return _("{change:+} every round, {times:times}")
        return _("{change:+} every row, {times:times}")
    if facts.in_round:
        return _("{change:+} every {rhythm:rounds}, {times:times}")
    return _("{change:+} every {rhythm:rows}, {times:times}")


def _listed(fabrics: tuple[str, ...]) -> str:
    names = [said_fabric(key) for key in fabrics]
    if len(names) == 1:
        return names[0]
    return _("{first} and {last}").format(first=", ".join(names[:-1]), last=names[-1])


TEMPLATES: Templates = {RecognisedStage: _stage}
