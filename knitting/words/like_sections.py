"""Parts worked as others were: "Work as for the back to the armholes"."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from knitting.dialects.dialect import Dialect
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token, tokens_of
from knitting.problems import Span
from knitting.rows import CastOn, Order, Repeat, Row, SameAs, Section, Stretch, Tab, UntilCount
from knitting.words.slots import slots_of

_FORMS = ("like_section_to_count", "like_section_to_row", "like_section_to", "like_section")


@dataclass(frozen=True, slots=True)
class Likeness:
    """The name of the part that is worked again, and its rows: those of one section, or of several up to a limit."""

    name: str
    sections: tuple[Section, ...]


def likeness(tokens: Sequence[Token], parts: Sequence[Section], words: Dialect) -> Likeness | None:
    """What a clause asks for that points to a part read before; ``None`` where it points to none, or says no known end.

    ``parts`` are those read so far, in their order.
    """
    for form in _FORMS:
        found = slots_of(words).form(form, tokens, 0)
        if found is None or found[1] < len(tokens):
            continue
        wanted = _bare(str(found[0]["words"]), words)
        at = next(
            (at for at in reversed(range(len(parts))) if parts[at].orders and _is(parts[at], wanted, words)), None
        )
        sections = _up_to(form, found[0], parts[at:], words) if at is not None else None
        if at is not None and sections:
            return Likeness(parts[at].name, sections)
    return None


def under(sections: Sequence[Section], where: Span, begun: bool) -> tuple[Section, ...]:
    """The rows of a part, standing at the clause that points to them; without their cast-on where one is there."""
    found = []
    for at, section in enumerate(sections):
        orders = [order for order in section.orders if not (begun and at == 0 and isinstance(order, CastOn | Tab))]
        found.append(replace(section, orders=tuple(replace(order, span=where) for order in orders)))
    return tuple(found)


def _up_to(form: str, found: Found, parts: Sequence[Section], words: Dialect) -> tuple[Section, ...] | None:
    """The rows from the first of some parts on, up to the limit that the clause names."""
    first = parts[0]
    match form:
        case "like_section_to":
            limit = _bare(str(found["limit"]), words)
            end = next((at for at in range(1, len(parts)) if _is(parts[at], limit, words)), None)
            return tuple(parts[:end]) if end is not None else None
        case "like_section_to_count":
            last = next((at for at, order in enumerate(first.orders) if _ends_with(order, found["n"])), None)
        case "like_section_to_row":
            last = next((at for at, order in enumerate(first.orders) if _ends_at_row(order, found["n"])), None)
        case _:
            return (first,)
    return (replace(first, orders=first.orders[: last + 1]),) if last is not None else None


def _ends_with(order: Order, count: object) -> bool:
    """Whether an order says that it ends with so many stitches."""
    if isinstance(order, Repeat | Stretch) and isinstance(order.until, UntilCount):
        return order.until.count == count
    return isinstance(order, Row | SameAs | Repeat | Stretch) and order.claim is not None and order.claim.total == count


def _ends_at_row(order: Order, number: object) -> bool:
    return isinstance(order, Row | SameAs) and order.numbers[-1:] == (number,)


def _is(part: Section, wanted: frozenset[str], words: Dialect) -> bool:
    return bool(wanted) and _bare(part.name, words) == wanted


def _bare(name: str, words: Dialect) -> frozenset[str]:
    """The words of a name but for those that every name may have: "Shape armholes" and "armhole shaping" are one."""
    said = (token.text for token in tokens_of(name) if token.is_word or token.number is not None)
    return frozenset(_singular(word) for word in said if word not in words.name_words)


def _singular(word: str) -> str:
    return word[:-1] if word.endswith("s") and len(word) > 3 else word
