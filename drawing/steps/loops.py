"""Single loops: hanging on a needle, lifted out of the cloth, standing on those they were drawn through."""

from __future__ import annotations

from drawing import svg
from drawing.steps.fabric import RISE, ROW, stitch
from drawing.steps.places import BACK_LEG, FRONT_LEG, HANGS, MIDDLE, NEEDLE_Y, Hung
from drawing.steps.strands import Sheet, curve, flowing, smooth
from drawing.svg import Place
from knitting.techniques.needles import Loop, Needles, Origin


def kind_of(loop: Loop, now: Needles) -> str:
    if loop.origin in (Origin.BAR, Origin.LEG_OF_NEXT, Origin.LEG_OF_LAST):
        return "new"
    taken = now.tip.count if now.tip else 0
    worked = now.right[0].through if now.right and now.right[0].is_new else ()
    return "taken" if loop in now.left[:taken] or loop in worked else ""


def hang(sheet: Sheet, hung: Hung, kind: str = "") -> None:
    """A loop over a needle: one leg behind it, one in front; which one leads is seen by its slant."""
    (fx, fy), (hx, hy) = hung.foot, hung.head
    side = -1.0 if hung.loop.turned else 1.0
    back = flowing(
        (fx - 5 * side, fy),
        (fx - 8 * side, fy - 16),
        (hx - 13 * side, hy + 18),
        (hx - 11 * side, hy + 4),
        (hx - 4 * side, hy - 9),
        (hx, hy - 9),
    )
    front = flowing(
        (hx - 2 * side, hy - 9),
        (hx + 7 * side, hy - 9),
        (hx + 11 * side, hy - 2),
        (hx + 12 * side, hy + 10),
        (fx + 8 * side, fy - 14),
        (fx + 5 * side, fy),
    )
    sheet.strand(BACK_LEG, back, kind)
    sheet.strand(FRONT_LEG, front, kind)
    if hung.loop.marked:
        place = {"cx": svg.number(hx - 19), "cy": svg.number(hy + 3)}
        sheet.add(FRONT_LEG + 4, svg.tag("circle", r=11, class_="st-mark", **place))


def hang_lifted(sheet: Sheet, hung: Hung, left: list[Hung], right: list[Hung]) -> None:
    """A bar or a leg on the left needle, still hanging in its own place."""
    ends = _ends(hung.loop.origin, left, right)
    (lx, ly), (rx, ry) = ends
    (hx, hy) = hung.head
    from_left = smooth(
        [(lx, ly), ((lx + hx) / 2 - 6, (ly + hy) / 2 + 8), (hx - 10, hy + 6), (hx - 6, hy - 8), (hx, hy - 9)]
    )
    from_right = smooth(
        [(rx, ry), ((rx + hx) / 2 + 6, (ry + hy) / 2 + 8), (hx + 11, hy + 8), (hx + 6, hy - 8), (hx, hy - 9)]
    )
    turned = hung.loop.turned
    sheet.strand(FRONT_LEG if turned else BACK_LEG, from_left, "new")
    sheet.strand(BACK_LEG if turned else FRONT_LEG, from_right, "new")


def _ends(origin: Origin, left: list[Hung], right: list[Hung]) -> tuple[Place, Place]:
    """Where a bar, or a leg, goes into the cloth: its end at the left and the one at the right."""
    near_left = left[0].foot if left else (MIDDLE - 26, NEEDLE_Y + HANGS)
    near_right = right[0].foot if right else (MIDDLE + 26, NEEDLE_Y + HANGS)
    if origin is Origin.LEG_OF_NEXT:
        x, y = near_left
        return (x + 2, y - 10), (x + 8, y + ROW - 4)
    if origin is Origin.LEG_OF_LAST:
        x, y = near_right[0], near_right[1] + ROW
        return (x - 8, y + ROW - 4), (x - 2, y - 10)
    return (near_left[0] + 5, near_left[1] + 2), (near_right[0] - 5, near_right[1] + ROW + 2)


def stand(sheet: Sheet, hung: Hung, now: Needles) -> None:
    """A loop on the right needle, standing on whatever it was drawn through."""
    loop = hung.loop
    if loop.origin is Origin.YARN_OVER:
        _yarn_over(sheet, hung, newest=now.right[0] is loop)
        return
    if loop.origin is Origin.CAST_ON:
        _cast_on(sheet, hung)
        return
    neighbour = len(loop.through) == 1 and loop.through[0].number <= now.beside
    new = bool(loop.through) and not neighbour
    hang(sheet, hung, "new" if new else ("taken" if loop.slipped else ""))
    if not new:
        return
    lifted = loop.through[0].origin
    if lifted is Origin.BAR:
        _on_bar(sheet, hung, now.purl_side)
    elif lifted in (Origin.LEG_OF_NEXT, Origin.LEG_OF_LAST):
        _on_leg(sheet, hung, lifted)
    elif lifted is Origin.STITCH and sum(each.through == loop.through for each in now.right) == 1:
        _used_below(sheet, hung, [*reversed(loop.passed), *loop.through], now.purl_side)


def _yarn_over(sheet: Sheet, hung: Hung, newest: bool) -> None:
    """Yarn that lies over the needle: the newest one goes on to the ball, another one to its neighbour's foot."""
    hx, hy = hung.head
    left_end = (hx - 12, hy + 40) if newest else (hx - 32, hy + 46)
    front = curve((hx - 2, hy - 9), (hx + 14, hy - 9), (hx + 14, hy + 36), (hx + 32, hy + 46))
    sheet.strand(BACK_LEG, curve(left_end, (hx - 16, hy + 30), (hx - 13, hy - 10), (hx, hy - 9)), "new")
    sheet.strand(FRONT_LEG, front, "new")


def _cast_on(sheet: Sheet, hung: Hung) -> None:
    """A loop laid on the needle: its strand crosses itself below."""
    hx, hy = hung.head
    behind = smooth([(hx + 20, hy + 16), (hx - 2, hy + 22), (hx - 11, hy + 6), (hx - 6, hy - 8), (hx, hy - 9)])
    front = smooth([(hx - 2, hy - 9), (hx + 9, hy - 2), (hx + 8, hy + 14), (hx - 4, hy + 21), (hx - 18, hy + 17)])
    sheet.strand(BACK_LEG, behind, "new")
    sheet.strand(FRONT_LEG, front, "new")


def _on_bar(sheet: Sheet, hung: Hung, purl: bool) -> None:
    """The strand that crosses itself at the foot of the new loop, between its neighbours; what leads lies on top."""
    fx, fy = hung.foot
    depth = BACK_LEG - 3 if not purl else FRONT_LEG + 0.6
    turned = hung.loop.through[0].turned
    left = smooth([(fx - 47, fy + 2), (fx - 22, fy + 14), (fx + 5, fy + 8), (fx + 9, fy - 6), (fx, fy - 13)])
    right = smooth([(fx + 33, fy + 36), (fx + 16, fy + 30), (fx - 5, fy + 10), (fx - 9, fy - 6), (fx, fy - 13)])
    sheet.strand(depth + 0.1 * turned, left, "taken")
    sheet.strand(depth + 0.1 * (not turned), right, "taken")


def _on_leg(sheet: Sheet, hung: Hung, lifted: Origin) -> None:
    """The leg of a neighbour's stitch that was drawn up."""
    fx, fy = hung.foot
    side = -1 if lifted is Origin.LEG_OF_NEXT else 1
    across = ((28, 40), (20, 16), (6, -8), (-7, -10), (-8, 8), (16, 8))
    sheet.strand(BACK_LEG - 3, smooth([(fx + x * side, fy + y) for x, y in across]), "taken")


def stand_on_one(sheet: Sheet, now: Needles, right: list[Hung]) -> None:
    """Several new loops that stand on the same old ones: these are drawn once, between them."""
    groups: dict[tuple[Loop, ...], list[Hung]] = {}
    for hung in right:
        if hung.loop.through and hung.loop.through != now.attached:
            groups.setdefault(hung.loop.through, []).append(hung)
    for through, group in groups.items():
        if len(group) > 1 and through[0].origin is Origin.STITCH:
            x = sum(hung.foot[0] for hung in group) / len(group)
            y = max(hung.foot[1] for hung in group)
            _used_below(sheet, Hung(group[0].loop, (x, y), (x, y - HANGS)), list(through), now.purl_side)


def _used_below(sheet: Sheet, hung: Hung, used: list[Loop], purl: bool) -> None:
    """The loops that were made one: their heads meet, and the one that shows lies on top."""
    (fx, fy) = hung.foot
    top = hung.loop.on_top
    order = sorted(used, key=lambda loop: loop.number)
    head_y = fy - 12
    for at, loop in enumerate(order):
        x = fx - (at - (len(order) - 1) / 2) * 26
        over = 0.3 if loop is top or len(order) == 1 else 0.05 * (at if not purl else -at)
        depth = (BACK_LEG - 3 + over) if not purl else (FRONT_LEG + 0.6 - over)
        line = stitch(
            (x, head_y + RISE),
            (fx - (at - (len(order) - 1) / 2) * 5, head_y),
            crossed=hung.loop.twists and not loop.turned,
        )
        sheet.strand(depth, line, "taken")


def draw_through(sheet: Sheet, hung: Hung, through: list[Hung], purl: bool) -> None:
    """A new loop that still hangs in the old ones on the left needle."""
    hx, hy = hung.head
    ox, oy = sum(each.head[0] for each in through) / len(through), NEEDLE_Y
    low = BACK_LEG - 0.5 if purl else FRONT_LEG + 1
    sheet.strand(low, curve((ox - 4, oy + 22), (ox + 10, oy + 32), (hx - 24, hy + 28), (hx - 10, hy + 8)), "new")
    sheet.strand(BACK_LEG, curve((hx - 10, hy + 8), (hx - 8, hy - 4), (hx - 5, hy - 9), (hx, hy - 9)), "new")
    front = curve(
        (hx - 2, hy - 9),
        (hx + 10, hy - 9),
        (hx + 13, hy + 6),
        (hx + 7, hy + 20),
        (hx - 4, hy + 44),
        (ox + 22, oy + 48),
        (ox + 2, oy + 32),
    )
    sheet.strand(FRONT_LEG + (0 if purl else 1.2), front, "new")
