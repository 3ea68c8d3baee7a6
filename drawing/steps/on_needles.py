"""Loops on two needles as they hang after a movement, with what the tip does and where the yarn runs."""

from __future__ import annotations

from drawing.steps.fabric import PITCH, RISE, ROW, leg, plain_cloth, sinker
from drawing.steps.loops import draw_through, hang, hang_lifted, kind_of, stand, stand_on_one
from drawing.steps.places import (
    BACK_LEG,
    FRONT_LEG,
    MIDDLE,
    NEEDLE,
    NEEDLE_Y,
    Hung,
    left_places,
    right_needle,
    right_places,
)
from drawing.steps.strands import Sheet, curve, smooth
from drawing.svg import Place
from knitting.techniques.needles import Into, Needles, Origin
from knitting.techniques.scene import WIDE


def draw_needles(sheet: Sheet, now: Needles) -> None:
    """Everything that hangs there."""
    left = left_places(now)
    right = right_places(now, left)
    _left_needle(sheet, now)
    _tip(sheet, now, left, right)
    for at, hung in enumerate(left):
        if hung.loop.origin is Origin.STITCH:
            hang(sheet, hung, kind_of(hung.loop, now))
        else:
            hang_lifted(sheet, hung, left[at + 1 :], right)
    attached = now.attached
    for hung in right:
        if attached and hung.loop.through == attached:
            draw_through(sheet, hung, left[: len(attached)], now.purl_side)
        else:
            stand(sheet, hung, now)
    stand_on_one(sheet, now, right)
    _cloth(sheet, now, left, right)
    _pointed_leg(sheet, now, left, right)
    _held(sheet, now)
    _yarn(sheet, now, left, right)


def _left_needle(sheet: Sheet, now: Needles) -> None:
    if now.left or not now.tip:
        sheet.rod(NEEDLE, (-12, NEEDLE_Y), (MIDDLE - 4, NEEDLE_Y))


def _tip(sheet: Sheet, now: Needles, left: list[Hung], right: list[Hung]) -> None:
    slope, tip = right_needle(now, left)
    butt = (WIDE + 12.0, tip[1] + slope * (WIDE + 12 - tip[0]))
    if now.tip is None:
        sheet.rod(NEEDLE, butt, tip)
        return
    heads = [hung.head[0] for hung in left[: max(1, now.tip.count)]] or [MIDDLE - 20]
    middle = (heads[0] + heads[-1]) / 2
    dives = (middle, tip[1] + slope * (middle - tip[0]))
    if now.tip.into is Into.KNIT:
        sheet.rod(BACK_LEG - 1, dives, tip)
        sheet.rod(FRONT_LEG + 2, butt, dives, pointed=False)
    elif now.tip.into is Into.PURL:
        sheet.rod(NEEDLE + 1, butt, tip)
    elif now.tip.into is Into.BACK:
        sheet.rod(BACK_LEG + 1, butt, tip)
    else:
        _from_behind(sheet, butt, heads)
    if now.tip.wrapped:
        _wrapped(sheet, now, right, tip, slope)


def _from_behind(sheet: Sheet, butt: Place, heads: list[float]) -> None:
    """The needle lies behind, its tip comes round to the front from the left of the loops."""
    away, dives = (heads[-1] - 50, NEEDLE_Y - 26), ((heads[0] + heads[-1]) / 2 - 4, NEEDLE_Y + 4)
    sheet.rod(BACK_LEG - 2, butt, (heads[-1] - 40, NEEDLE_Y - 12), pointed=False)
    sheet.rod(BACK_LEG - 1, away, dives, pointed=False)
    sheet.rod(FRONT_LEG + 2, dives, (heads[0] + 30, NEEDLE_Y + 26))
    x, y = heads[-1] - 20, NEEDLE_Y - 44
    sheet.way([(x, y), (x - 36, y), (x - 42, y + 30), (x - 18, y + 52)])


def _wrapped(sheet: Sheet, now: Needles, right: list[Hung], tip: Place, slope: float) -> None:
    """The yarn comes from the newest stitch, goes under the tip and over it, and away behind."""
    x, y = tip[0] + 14, tip[1] + slope * 14
    if now.tip and now.tip.into is Into.PURL_BACK:
        x, y = x + 40, NEEDLE_Y + 18
    below, above = (x + 3, y + 11), (x - 3, y - 11)
    begin = (right[0].foot[0] - 6, right[0].foot[1] - 2) if right else (WIDE - 20.0, NEEDLE_Y + 60)
    behind = BACK_LEG - 2 if not now.purl_side else FRONT_LEG + 1.5
    start = smooth([begin, (begin[0] - 14, begin[1] + 4), ((begin[0] + x) / 2 - 4, (begin[1] + y) / 2 + 8), below])
    sheet.strand(behind, start, "new")
    sheet.strand(FRONT_LEG + 3, curve(below, (x - 12, y + 8), (x - 14, y - 6), above), "new")
    sheet.strand(BACK_LEG - 2, smooth([above, (x + 20, y - 26), (x + 60, 18), (x + 84, -8)]), "new")


def _cloth(sheet: Sheet, now: Needles, left: list[Hung], right: list[Hung]) -> None:
    """The rows below: those of the right needle hang a row lower, for they were worked once more."""
    depth = FRONT_LEG + 0.6 if now.purl_side else 1.0
    waiting = [(hung.foot[0], hung.foot[1] - 12) for hung in left if hung.loop.origin is Origin.STITCH]
    worked: list[Place] = []
    attached = now.attached
    for hung in right:
        plain = not hung.loop.is_new
        if plain:
            worked.append((hung.foot[0], hung.foot[1] - 12))
        elif hung.loop.through and hung.loop.through[0].origin is Origin.STITCH and hung.loop.through != attached:
            same = [each for each in right if each.loop.through == hung.loop.through]
            if same[0] is not hung:
                continue
            neighbour = len(hung.loop.through) == 1 and hung.loop.through[0].number <= now.beside
            used = len({loop.number for loop in (*hung.loop.through, *hung.loop.passed)})
            lower = hung.foot[1] - 12 + (0 if neighbour else RISE - 12)
            x = sum(each.foot[0] for each in same) / len(same)
            worked += [(x + (at - (used - 1) / 2) * 26, lower) for at in range(used)]
    plain_cloth(sheet, waiting, now.purl_side, depth)
    plain_cloth(sheet, sorted(worked, reverse=True), now.purl_side, depth)
    if waiting and worked:
        near = min(worked)
        link = sinker((near[0], near[1] + RISE), (waiting[0][0], waiting[0][1] + RISE))
        sheet.strand(depth + (0.5 if now.purl_side else 0), link)
        if not (now.left and now.left[0].origin is Origin.BAR) and not _made_of_bar(now):
            bar = sinker((near[0], near[1] + RISE - ROW), (waiting[0][0], waiting[0][1] + RISE - ROW))
            pointed = now.shown is Origin.BAR
            sheet.strand(depth + (0.6 if now.purl_side else 0), bar, "new" if pointed else "")
    if (not now.left and now.tip is not None) or any(
        loop.through and loop.through[0].origin is Origin.EDGE for loop in now.right
    ):
        plain_cloth(sheet, [(MIDDLE + 26 + PITCH * at, NEEDLE_Y + 46) for at in range(-5, 5)][::-1], False, 1.0)


def _pointed_leg(sheet: Sheet, now: Needles, left: list[Hung], right: list[Hung]) -> None:
    """The leg that will be lifted: of the stitch under the next one, or of the one two below the newest."""
    if now.shown is Origin.LEG_OF_NEXT and left:
        x, y = left[0].foot
        sheet.strand(30, leg((x, y - 12 + RISE), (x, y - 12), right=True), "new")
    if now.shown is Origin.LEG_OF_LAST and right:
        x, y = right[0].foot[0], right[0].foot[1] + ROW
        sheet.strand(30, leg((x, y - 12 + RISE), (x, y - 12), right=False), "new")


def _made_of_bar(now: Needles) -> bool:
    return bool(now.right and now.right[0].through and now.right[0].through[0].origin is Origin.BAR)


def _held(sheet: Sheet, now: Needles) -> None:
    if not now.aside:
        return
    y = NEEDLE_Y + 30 if now.aside_in_front else NEEDLE_Y - 30
    depth = FRONT_LEG + 5 if now.aside_in_front else BACK_LEG - 5
    x = MIDDLE - 10 + 19 * (len(now.aside) - 1) / 2
    sheet.rod(depth + 1, (x - 46, y), (x + 46, y), half=3.5)
    for at in range(len(now.aside)):
        hx = x + (len(now.aside) - 1) * 11 - at * 22
        sheet.strand(depth, curve((hx - 5, y + 40), (hx - 9, y + 22), (hx - 12, y - 9), (hx, y - 9)), "taken")
        sheet.strand(depth + 2, curve((hx - 2, y - 9), (hx + 12, y - 9), (hx + 10, y + 22), (hx + 5, y + 40)), "taken")


def _yarn(sheet: Sheet, now: Needles, left: list[Hung], right: list[Hung]) -> None:
    """The yarn from the newest stitch to the ball, behind the work or in front of it."""
    if (now.tip and now.tip.wrapped) or not right:
        return
    newest = next((hung for hung in right if not hung.loop.slipped), right[0])
    x, y = newest.foot[0] - 6, newest.foot[1] - 1
    if newest.loop.through and newest.loop.through == now.attached:
        x, y = left[0].head[0] - 4, NEEDLE_Y + 22
    elif newest.loop.origin in (Origin.YARN_OVER, Origin.CAST_ON):
        x, y = newest.head[0] - 12, newest.head[1] + (40 if newest.loop.origin is Origin.YARN_OVER else 18)
    if now.yarn_in_front and newest is not right[0]:
        across = right[0].foot
        places = [
            (x, y),
            ((x + across[0]) / 2, across[1] - 4),
            (across[0] - 18, across[1] - 8),
            (across[0] - 22, across[1] + 24),
            (across[0] + 6, 230),
        ]
        sheet.strand(FRONT_LEG + 1.8, smooth(places), "new")
    elif now.yarn_in_front:
        sheet.strand(
            FRONT_LEG + 1.8, smooth([(x, y), (x - 10, y + 8), (x - 2, y + 30), (x + 40, y + 74), (x + 60, 230)]), "new"
        )
    else:
        sheet.strand(0.5, smooth([(x, y), (x - 12, y + 4), (x - 16, y - 30), (x + 10, 20), (x + 40, -8)]))
