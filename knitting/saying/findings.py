"""How a cloth lies, in words. It is "should" and never "will": stretch, blocking, curl and gravity are not known."""

from __future__ import annotations

from knitting.flatness.findings import Bend, Finding
from knitting.flatness.statements import (
    CupsAsMeant,
    NoSquare,
    RateChanges,
    RoundsOpen,
    RoundsTurn,
    Slanting,
    Strained,
    TopEdges,
    UnevenSides,
)
from knitting.flatness.verdicts import Verdict
from knitting.measures import said_number
from knitting.saying.language import _, ngettext
from knitting.saying.marks import said_mark
from knitting.saying.sentences import Templates, filled
from knitting.statements import N_

_NOTHING_GAINED = 0.05


def _top_edges(found: TopEdges) -> str:
    if found.verdict is Verdict.FLAT:
        sentence = _("The top edges meet at {angle_deg:.0f}°, nearly straight: it should block out.")
    elif found.missing_deg > 0:
        sentence = _("In this gauge the top edges meet at {angle_deg:.0f}°, not straight: they bend down by {by:.0f}°.")
    else:
        sentence = _("In this gauge the top edges meet at {angle_deg:.0f}°: they stand up by {by:.0f}° past straight.")
    return filled(sentence, found, by=abs(found.missing_deg))


def _rounds_turn(found: RoundsTurn) -> str:
    if found.verdict is Verdict.FLAT:
        return filled(_("The rounds make {angle_deg:.0f}°: it should lie flat."), found)
    if found.missing_deg > 0:
        sentence = _(
            "The rounds make {angle_deg:.0f}°, {by:.0f}° less than flat: the middle cups; these rounds gain {gains} "
            "each, and {flat} would lie flat."
        )
    else:
        sentence = _(
            "The rounds make {angle_deg:.0f}°, {by:.0f}° more than flat: the edge ruffles; these rounds gain {gains} "
            "each, and {flat} would lie flat."
        )
    numbers = {"gains": said_number(found.gains), "flat": said_number(found.flat_gains)}
    return filled(sentence, found, by=abs(found.missing_deg), **numbers)


def _at(lines: tuple[str, ...]) -> str:
    if not lines:
        return ""
    return _(" at each of the lines") if len(lines) > 1 else _(" at '{line}'").format(line=said_mark(lines[0]))


def _cups_as_meant(found: CupsAsMeant) -> str:
    if found.dome:
        sentence = _("From round {row} on it cups by {angle_deg:.0f}°{at}, as it should to close above a head.")
    elif found.in_round:
        sentence = _("From round {row} on it cups by {angle_deg:.0f}°{at}, as it should at the shoulders.")
    else:
        sentence = _("From row {row} on it cups by {angle_deg:.0f}°{at}, as it should at the shoulders.")
    return filled(sentence, found, at=_at(found.lines))


def _rate_changes(found: RateChanges) -> str:
    if found.in_round:
        rows = _("Rounds {first} to {last} {then}: they {gained} a round{there}, and {flat} would lie flat.")
    else:
        rows = _("Rows {first} to {last} {then}: they {gained} a row{there}, and {flat} would lie flat.")
    facts = {"gained": _gained(found.gains), "flat": _flat_rate(found.flat_gains, found.gains)}
    return filled(rows, found, then=_bends(found), there=_(" there") if found.lines else "", **facts)


def _bends(found: RateChanges) -> str:
    """That rows cup or ruffle, and what should become of it."""
    cups = found.defect_deg > 0
    match found.verdict:
        case Verdict.FLAT if cups:
            sentence = _("cup by {by:.0f}°{at} and should lie flat all the same")
        case Verdict.FLAT:
            sentence = _("ruffle by {by:.0f}°{at} and should lie flat all the same")
        case Verdict.BLOCKS if cups:
            sentence = _("cup a little, by {by:.0f}°{at}, and should block out")
        case Verdict.BLOCKS:
            sentence = _("ruffle a little, by {by:.0f}°{at}, and should block out")
        case _shows if cups:
            sentence = _("cup by {by:.0f}°{at}, and that should show")
        case _shows:
            sentence = _("ruffle by {by:.0f}°{at}, and that should show")
    return sentence.format(by=abs(found.defect_deg), at=_at(found.lines))


def _gained(gains: float) -> str:
    if abs(gains) < _NOTHING_GAINED:
        return _("neither gain nor lose")
    sentence = _("gain {number}") if gains > 0 else _("lose {number}")
    return sentence.format(number=said_number(abs(gains)))


def _flat_rate(flat: float, gains: float) -> str:
    """The rate that would lie flat, said so that it can be told from one of the other sign."""
    if abs(flat) < _NOTHING_GAINED:
        return _("none")
    number = said_number(abs(flat))
    if (flat > 0) is (gains > 0):
        return number
    many = 1 if number == "1" else 2
    if flat > 0:
        return ngettext("1 increase", "{number} increases", many).format(number=number)
    return ngettext("1 decrease", "{number} decreases", many).format(number=number)


def _uneven_sides(found: UnevenSides) -> str:
    where = f"'{said_mark(found.lines[0])}'" if len(found.lines) == 1 else _("each of {number} lines")
    if found.before:
        sentence = _("The side before {where} is {share} longer than the other: it should pull.")
    else:
        sentence = _("The side after {where} is {share} longer than the other: it should pull.")
    share = _("up to {share:.0%}") if found.up_to else "{share:.0%}"
    return sentence.format(where=where.format(number=len(found.lines)), share=share.format(share=found.share))


def _strained(found: Strained) -> str:
    if found.verdict is Verdict.BLOCKS:
        sentence = _(
            "To lie flat its stitches are stretched or pushed by {share:.0%} on the whole: it should block out."
        )
    else:
        sentence = _("To lie flat its stitches are stretched or pushed by {share:.0%} on the whole: it should distort.")
    return filled(sentence, found)


TEMPLATES: Templates = {
    TopEdges: _top_edges,
    RoundsOpen: N_("The rounds open to {angle_deg:.0f}° of the 360° of a flat circle."),
    RoundsTurn: _rounds_turn,
    NoSquare: N_("Its corners are {least_deg:.0f}° and {most_deg:.0f}°: in this gauge it is no square."),
    CupsAsMeant: _cups_as_meant,
    RateChanges: _rate_changes,
    UnevenSides: _uneven_sides,
    Strained: _strained,
    Slanting: N_(
        "Every yarn over lies on the same side of its decrease: the cloth should slant a little, which no count shows. "
        "Turn their order in every other pattern row."
    ),
}


def said_place(finding: Finding) -> str:
    """Where on the cloth a finding is, in a few words.

    A line by its name; of several lines, how many they are.
    """
    about = finding.about
    lines = about.lines if isinstance(about, CupsAsMeant | RateChanges | UnevenSides) else ()
    if lines and (len(lines) == 1 or finding.bend is Bend.PULL):
        return said_mark(lines[0])
    if finding.bend is Bend.CHANGE:
        return _("{number} lines").format(number=len(lines)) if lines else _("all round")
    if finding.wished:
        return _("the rounds")
    return {
        Bend.TOP: _("top edge"),
        Bend.CENTRE: _("centre"),
        Bend.CORNERS: _("corners"),
        Bend.STRAIN: _("the whole cloth"),
        Bend.SLANT: _("the eyelets"),
    }[finding.bend]
