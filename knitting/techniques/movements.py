"""What hands do, a movement at a time, each with what it does to the loops: "enter 2 knit", "wrap", "draw", "off"."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace
from types import MappingProxyType

from knitting.techniques.needles import Into, Loop, Needles, Origin, Tip


class NotPossibleError(ValueError):
    """A movement that the loops do not allow: the data of a technique is wrong."""


def moved(needles: Needles, does: str) -> Needles:
    """The needles after some movements, parted by semicolons.

    >>> after = moved(Needles.begin(left=3, right=1, purl_side=False), "enter 2 knit; wrap; draw; off")
    >>> len(after.left), len(after.right)
    (1, 2)
    """
    for movement in filter(None, (part.strip() for part in does.split(";"))):
        verb, *rest = movement.split()
        if verb not in _MOVEMENTS:
            raise NotPossibleError(f"'{movement}' is no movement: {', '.join(_MOVEMENTS)} are.")
        needles = _MOVEMENTS[verb](needles, rest)
    return needles


def _into(words: list[str]) -> Into:
    return Into(" ".join(words))


def _count(words: list[str], there: int, what: str) -> int:
    count = int(words[0]) if words and words[0].isdigit() else 1
    if not 1 <= count <= there:
        raise NotPossibleError(f"{count} loops are asked for {what}, and there are {there}.")
    return count


def _enter(needles: Needles, words: list[str]) -> Needles:
    count = _count(words, len(needles.left), "on the left needle")
    return replace(needles, tip=Tip(count, _into([word for word in words if not word.isdigit()])))


def _edge(needles: Needles, words: list[str]) -> Needles:
    return replace(needles, tip=Tip(0, Into.KNIT))


def _wrap(needles: Needles, words: list[str]) -> Needles:
    if needles.tip is None:
        raise NotPossibleError("The yarn goes round a tip that is in no loop.")
    return replace(needles, tip=replace(needles.tip, wrapped=True))


def _draw(needles: Needles, words: list[str]) -> Needles:
    tip = needles.tip
    if tip is None or not tip.wrapped:
        raise NotPossibleError("No yarn lies round the tip that is drawn through.")
    needles, number = needles.numbered()
    through = needles.left[: tip.count] if tip.count else (Loop(number, Origin.EDGE),)
    new = Loop(number, through=through, into=tip.into)
    return replace(needles, right=(new, *needles.right), tip=None)


def _off(needles: Needles, words: list[str]) -> Needles:
    """The loops go from the left needle through which the newest one was drawn."""
    worked = needles.right[0].through if needles.right else ()
    if not worked or needles.left[: len(worked)] != worked:
        raise NotPossibleError("What is let off was not worked.")
    return replace(needles, left=needles.left[len(worked) :])


def _slip(needles: Needles, words: list[str]) -> Needles:
    """One by one, or several at once, which then hang the other way round. As if to knit turns a loop."""
    count = _count(words, len(needles.left), "to slip")
    turns = "knit" in words
    taken = tuple(replace(loop, turned=loop.turned != turns, slipped=True) for loop in needles.left[:count])
    moved_on = taken if turns else tuple(reversed(taken))
    return replace(needles, left=needles.left[count:], right=(*moved_on, *needles.right), tip=None)


def _return(needles: Needles, words: list[str]) -> Needles:
    count = _count(words, len(needles.right), "to give back")
    back = tuple(replace(loop, slipped=False) for loop in reversed(needles.right[:count]))
    return replace(needles, left=(*back, *needles.left), right=needles.right[count:])


def _pass(needles: Needles, words: list[str]) -> Needles:
    count = _count(words, len(needles.right) - 1, "to pass over")
    new, *rest = needles.right
    new = replace(new, passed=(*new.passed, *rest[:count]))
    return replace(needles, right=(new, *rest[count:]))


def _made(origin: Origin) -> Callable[[Needles, list[str]], Needles]:
    def make(needles: Needles, words: list[str]) -> Needles:
        needles, number = needles.numbered()
        right = (Loop(number, origin), *needles.right)
        return replace(needles, right=right, tip=None, yarn_in_front=needles.purl_side)

    return make


def _bar(needles: Needles, words: list[str]) -> Needles:
    """The strand between both needles is lifted: the left tip comes to it from the front, or from the back."""
    needles, number = replace(needles, shown=None).numbered()
    return replace(needles, left=(Loop(number, Origin.BAR, turned="back" in words), *needles.left))


def _show(needles: Needles, words: list[str]) -> Needles:
    shown = {"bar": Origin.BAR, "next": Origin.LEG_OF_NEXT, "last": Origin.LEG_OF_LAST}
    return replace(needles, shown=shown[words[0]])


def _leg(needles: Needles, words: list[str]) -> Needles:
    origin = Origin.LEG_OF_NEXT if "next" in words else Origin.LEG_OF_LAST
    needles, number = replace(needles, shown=None).numbered()
    return replace(needles, left=(Loop(number, origin), *needles.left))


def _yarn(needles: Needles, words: list[str]) -> Needles:
    return replace(needles, yarn_in_front="front" in words)


def _aside(needles: Needles, words: list[str]) -> Needles:
    count = _count(words, len(needles.left), "to hold")
    held = (*needles.aside, *needles.left[:count])
    return replace(needles, left=needles.left[count:], aside=held, aside_in_front="back" not in words)


def _taken_back(needles: Needles, words: list[str]) -> Needles:
    if not needles.aside:
        raise NotPossibleError("Nothing is held that could be taken back.")
    return replace(needles, left=(*needles.aside, *needles.left), aside=())


def _drop(needles: Needles, words: list[str]) -> Needles:
    count = _count(words, len(needles.left), "to drop")
    return replace(needles, left=needles.left[count:], dropped=(*needles.dropped, *needles.left[:count]))


def _unwork(needles: Needles, words: list[str]) -> Needles:
    """The newest loop is drawn out; what it went through hangs on the left needle again, but for a lifted bar."""
    new, *rest = needles.right
    back = tuple(loop for loop in new.through if loop.origin is Origin.STITCH)
    return replace(needles, right=tuple(rest), left=(*back, *needles.left))


def _mark(needles: Needles, words: list[str]) -> Needles:
    new, *rest = needles.right
    return replace(needles, right=(replace(new, marked=True), *rest))


def _turn(needles: Needles, words: list[str]) -> Needles:
    """The other side faces the knitter: what was worked waits now."""
    return replace(
        needles,
        left=needles.right,
        right=needles.left,
        purl_side=not needles.purl_side,
        yarn_in_front=not needles.purl_side,
    )


_MOVEMENTS: Mapping[str, Callable[[Needles, list[str]], Needles]] = MappingProxyType(
    {
        "enter": _enter,
        "edge": _edge,
        "wrap": _wrap,
        "draw": _draw,
        "off": _off,
        "slip": _slip,
        "return": _return,
        "pass": _pass,
        "over": _made(Origin.YARN_OVER),
        "loop": _made(Origin.CAST_ON),
        "bar": _bar,
        "leg": _leg,
        "show": _show,
        "yarn": _yarn,
        "aside": _aside,
        "take": _taken_back,
        "drop": _drop,
        "unwork": _unwork,
        "mark": _mark,
        "turn": _turn,
    }
)
