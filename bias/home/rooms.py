"""The rooms of a piece, in the order of the work, and the pages in each. A new page is one line here."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

from django.urls import reverse
from django.utils.functional import Promise
from django.utils.translation import gettext_lazy as _

from bias.pieces.models import Piece

Keys: TypeAlias = "tuple[tuple[str | Promise, ...], Promise]"
"""Keys, and what they do."""

CLOTH_KEYS: tuple[Keys, ...] = (
    (("↑", "↓"), _("the needle a row on or back")),
    ((_("PgUp"), _("PgDn")), _("ten rows on or back")),
    ((_("Home"), _("End")), _("to the first or the last row")),
    (("+", "-", "0"), _("nearer, further, the whole cloth")),
)


@dataclass(frozen=True, slots=True)
class RoomPage:
    """One page of a room, with the keys that work there.

    ``address`` names its address, ``of_plan`` the one that it has where a piece is planned.
    """

    key: str
    title: Promise
    address: str
    of_plan: str = ""
    plans_only: bool = False
    keys: tuple[Keys, ...] = ()

    def link(self, piece: Piece, planned: bool) -> str:
        """Where it stands for a piece."""
        return reverse(self.of_plan if planned and self.of_plan else self.address, args=[piece.pk])


@dataclass(frozen=True, slots=True)
class Room:
    """A room: what it is called, and its pages, the first of which it opens with."""

    key: str
    title: Promise
    pages: tuple[RoomPage, ...]

    @property
    def varies(self) -> bool:
        """Whether a planned piece has other pages here than a written one, or has them elsewhere."""
        return any(page.plans_only or page.of_plan for page in self.pages)

    def pages_of(self, planned: bool) -> tuple[RoomPage, ...]:
        """The pages that a piece has: written rows have none of those that change a plan."""
        return tuple(page for page in self.pages if planned or not page.plans_only)


ROOMS = (
    Room(
        "plan",
        _("Plan"),
        (
            RoomPage("plan", _("Shape"), "plan", keys=CLOTH_KEYS),
            RoomPage("size", _("Size"), "size", plans_only=True),
            RoomPage(
                "stitches",
                _("Stitches"),
                "stitches",
                plans_only=True,
                keys=((("←", "→", "↑", "↓"), _("from square to square of a stitch pattern")),),
            ),
        ),
    ),
    Room(
        "cloth",
        _("Cloth"),
        (
            RoomPage("piece", _("Cloth and rows"), "piece", keys=CLOTH_KEYS),
            RoomPage(
                "chart",
                _("Chart"),
                "chart",
                of_plan="plan-chart",
                keys=(
                    (("←", "→"), _("to the stitch beside")),
                    (("↑", "↓"), _("along the wale, a row up or down")),
                    ((_("PgUp"), _("PgDn")), _("ten rows up or down")),
                    ((_("Home"), _("End")), _("to the ends of the row")),
                    (("+", "-", "0"), _("nearer, further, the whole chart")),
                ),
            ),
            RoomPage(
                "film",
                _("How it grows"),
                "film",
                keys=((("←", "→"), _("a row back or on, once the row is chosen")),),
            ),
            RoomPage(
                "worn",
                _("Worn"),
                "worn",
                keys=(
                    (("←", "→", "↑", "↓"), _("turn what is worn, once the picture is chosen")),
                    (("+", "-"), _("nearer, further")),
                    ((_("Home"),), _("the front")),
                ),
            ),
        ),
    ),
    Room(
        "words",
        _("Words"),
        (
            RoomPage(
                "words",
                _("Rows"),
                "edit",
                keys=(
                    (("F8",), _("to the next place that asks; with Shift to the one before")),
                    ((_("Tab"),), _("from such a place to its answers")),
                    ((_("Ctrl+Z"), _("Ctrl+Y")), _("a change back, or on again")),
                ),
            ),
            RoomPage("written", _("Written out"), "written"),
            RoomPage("hand", _("Own hand"), "hand"),
            RoomPage("revisions", _("Revisions"), "revisions"),
        ),
    ),
    Room(
        "yarn",
        _("Yarn"),
        (RoomPage("yarn", _("Forecast"), "piece-yarn"), RoomPage("stripes", _("Stripes"), "stripes")),
    ),
    Room(
        "needles",
        _("Needles"),
        (
            RoomPage(
                "needles",
                _("Row"),
                "needles",
                keys=(
                    ((_("Space"), _("Enter")), _("row done")),
                    ((_("Backspace"),), _("a row back")),
                    (("→", "←"), _("to the next part, or the one before")),
                    (("c",), _("count")),
                    (("l",), _("lost")),
                    (("n",), _("a note")),
                    (("r",), _("the row aloud")),
                ),
            ),
            RoomPage("count", _("Count"), "count"),
            RoomPage("lost", _("Lost?"), "lost"),
            RoomPage("log", _("Log"), "log"),
        ),
    ),
    Room(
        "finish",
        _("Finish"),
        (RoomPage("finishing", _("Bind off and block"), "finishing"), RoomPage("publish", _("To publish"), "publish")),
    ),
)


def keys_of(key: str) -> tuple[Keys, ...]:
    """The keys of a page."""
    return next((page.keys for room in ROOMS for page in room.pages if page.key == key), ())


def room_of(key: str) -> Room | None:
    """The room that a page stands in; ``None`` for one that stands in none, as printing does."""
    return next((room for room in ROOMS if any(page.key == key for page in room.pages)), None)
