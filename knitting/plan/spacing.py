"""Changes spread evenly over rows or stitches."""

from __future__ import annotations


def evenly(changes: int, over: int) -> tuple[bool, ...]:
    """``changes`` spread over ``over`` places so that the gaps differ by one at most.

    J. E. Bresenham, IBM Systems Journal 4 (1965); the same as Euclidean rhythms up to rotation (G. Toussaint,
    BRIDGES 2005). The first place always changes, unless there are no changes. ``ValueError`` if there are more
    changes than places, or fewer than none.

    >>> "".join("x" if each else "." for each in evenly(3, 8))
    'x..x..x.'
    """
    if not 0 <= changes <= over:
        raise ValueError(f"{changes} changes cannot be spread over {over} places.")
    return tuple(place * changes % over < changes for place in range(over))


def gaps(changes: int, over: int) -> tuple[int, ...]:
    """How many places lie from each change to the next one, the last counted to the end.

    >>> gaps(3, 8)
    (3, 3, 2)
    """
    at = [place for place, change in enumerate(evenly(changes, over)) if change]
    return tuple(after - before for before, after in zip(at, [*at[1:], over], strict=False)) if at else ()
