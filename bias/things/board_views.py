"""The pages of a board of squares: reckoning and beginning one, turning and colouring its squares, knitting them."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST, require_safe

from bias.parsing import given_id, whole_number
from bias.results.boards import BoardResults, offered_board
from bias.things import boards
from bias.things.answers import gauge_answered
from bias.things.finishing import steps_of_board
from bias.things.models import LONGEST_TITLE, Thing
from knitting.assembly.board import Square, Turns
from knitting.assembly.board_colours import coloured
from knitting.assembly.board_design import MOST_COLOURS, BoardDesign, design
from knitting.saying.statements import said, said_refusal, said_words
from knitting.statements import N_, Refused, Statement, sentence

TURNS = (
    (Turns.SAME, N_("all the same way")),
    (Turns.DIAMONDS, N_("as diamonds")),
    (Turns.STRIPES, N_("as stripes")),
    (Turns.PINWHEEL, N_("as pinwheels")),
    (Turns.RANDOM, N_("at random")),
)
_USUAL = {"rows": "4", "columns": "5", "ridges": "16", "turns": Turns.DIAMONDS.value, "colours": "4", "seed": "1"}
_LETTERS = "ABCDEFGHIJKL"


def begin(request: HttpRequest) -> HttpResponse:
    """A board before it is begun: what it comes to with the answers given; and beginning it."""
    given = request.POST if request.method == "POST" else request.GET
    sent = {**_USUAL, **{key: given[key] for key in (*_USUAL, "strong", "title") if key in given}}
    title = " ".join(given.get("title", "").split())[:LONGEST_TITLE] or _("Board of squares")
    about: dict[str, Any] = {
        "sent": sent,
        "title": title,
        "turns": _turns(),
        "gauge": given,
        "most_colours": MOST_COLOURS,
    }
    page = "things/_board_sums.html" if request.headers.get("HX-Request") == "true" else "things/begin_board.html"
    try:
        gauge = gauge_answered(given)
        made, clash = _designed(sent)
    except Refused as refused:
        return render(
            request, page, {**about, "why": said_refusal(refused)}, status=422 if request.method == "POST" else 200
        )
    if request.method == "POST":
        return redirect(
            "thing-board", boards.begin_board(request.user, title, made, gauge, given_id(given.get("form_id"))).pk
        )
    found = offered_board(made, gauge)
    about |= {"found": found, "drawing": found.svg(title), "clash": said_words_of(clash)}
    return render(request, page, about)


@require_safe
def board(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The board with what is done of it, and the square that is looked at."""
    return _page(request, _board_thing(request, thing_id))


@require_POST
def change(request: HttpRequest, thing_id: int) -> HttpResponse:
    """A square turned or coloured otherwise; the whole turned, mirrored, repeated, coloured anew."""
    thing = _board_thing(request, thing_id)
    found = boards.board_results(thing)
    square = _square(request.POST.get("square"), found) or (0, 0)
    try:
        after = _changed(request.POST, found.design, square)
    except Refused as refused:
        return _page(request, thing, said_refusal(refused), 422)
    if not boards.keep_design(thing, whole_number(request.POST.get("seen")) or 0, after):
        why = _("This board was changed elsewhere since. It is shown as it stands now: press once more.")
        return _page(request, _board_thing(request, thing_id), why, 409)
    return redirect(f"{reverse('thing-board', args=[thing_id])}?square={square[0] + 1}.{square[1] + 1}")


@require_POST
def knit(request: HttpRequest, thing_id: int) -> HttpResponse:
    """Knit a square: its page at the needles."""
    thing = _board_thing(request, thing_id)
    found = boards.board_results(thing)
    square, piece = _square(request.POST.get("square"), found), boards.square_piece(thing)
    if square is None or piece is None:
        return _page(request, thing, _("The piece of its squares is not there: bring it back into the basket."), 422)
    copy = boards.begin_square(piece, found.design, square)
    return redirect(f"{reverse('needles', args=[piece.pk])}?copy={copy}")


@require_safe
def drawing(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The board as a drawing that stands alone."""
    thing = _board_thing(request, thing_id)
    found = boards.board_results(thing)
    done = [square for square, whole in boards.squares_done(thing, found.design).items() if whole]
    return HttpResponse(found.svg(thing.title, done, alone=True), content_type="image/svg+xml")


@require_safe
def json_file(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The order of a board and what it comes to in the published JSON."""
    found = boards.board_results(_board_thing(request, thing_id))
    return JsonResponse(found.json, json_dumps_params={"indent": 1})


def _board_thing(request: HttpRequest, thing_id: int) -> Thing:
    thing = Thing.objects.one_of(request.user, thing_id)
    if not thing.board:
        raise Http404("This thing is no board.")
    return thing


def _page(request: HttpRequest, thing: Thing, why: str = "", status: int = 200) -> HttpResponse:
    found = boards.board_results(thing)
    begun = boards.squares_done(thing, found.design)
    done = [square for square, whole in begun.items() if whole]
    following = next((square for square in found.order.squares if square not in done), None)
    asked = request.POST.get("square") or request.GET.get("square")
    square = _square(asked, found) or following or (0, 0)
    address = f"{reverse('thing-board', args=[thing.pk])}?square="
    about = {
        "thing": thing,
        "on": "board",
        "why": why,
        "found": found,
        "drawing": found.svg(thing.title, done, square, address),
        "square": square,
        "asked": f"{square[0] + 1}.{square[1] + 1}",
        "row": square[0] + 1,
        "column": square[1] + 1,
        "number": found.numbers[square],
        "lines": found.square_lines(square),
        "pair": found.design.pair(square),
        "is_done": square in done,
        "is_begun": square in begun,
        "done": len(done),
        "left": found.design.board.squares - len(done),
        "following": found.numbers[following] if following is not None else 0,
        "following_asked": f"{following[0] + 1}.{following[1] + 1}" if following is not None else "",
        "turns": _turns(),
        "around": _around(found, square),
        "most_colours": MOST_COLOURS,
        "steps": steps_of_board(found, thing.done_steps),
    }
    return render(request, "things/board.html", about, status=status)


def _turns() -> list[tuple[str, str]]:
    return [(turns.value, said_words(words)) for turns, words in TURNS]


def _around(found: BoardResults, square: Square) -> dict[str, str]:
    """The squares that the arrow keys lead to."""
    row, column = square
    steps = {
        "up": (row + 1, column),
        "down": (row - 1, column),
        "right": (row, column + 1),
        "left": (row, column - 1),
    }
    return {key: f"{r + 1}.{c + 1}" for key, (r, c) in steps.items() if (r, c) in found.numbers}


def _square(asked: str | None, found: BoardResults) -> Square | None:
    """A square as an address names it, by row and column from 1; ``None`` where there is none."""
    row, _dot, column = (asked or "").partition(".")
    at = (whole_number(row) or 0) - 1, (whole_number(column) or 0) - 1
    return at if at in found.numbers else None


def _designed(sent: Mapping[str, str]) -> tuple[BoardDesign, Statement | None]:
    figures = {key: _figure(key, sent[key]) for key in ("rows", "columns", "ridges", "colours", "seed")}
    known = {turns.value: turns for turns in Turns}
    if sent["turns"] not in known:
        raise Refused(sentence("A board is turned in one of these ways: {turns}.", turns=", ".join(known)))
    return design(
        figures["rows"],
        figures["columns"],
        figures["ridges"],
        known[sent["turns"]],
        _palette(figures["colours"]),
        bool(sent.get("strong")),
        figures["seed"],
    )


def _palette(colours: int) -> tuple[str, ...]:
    if not 2 <= colours <= MOST_COLOURS:
        raise Refused(sentence("A board has 2 to {most} colours, not {colours}.", most=MOST_COLOURS, colours=colours))
    return tuple(_LETTERS[:colours])


def _figure(key: str, typed: str) -> int:
    found = whole_number(typed, 1_000_000)
    if found is None:
        raise Refused(sentence("'{key}' needs a whole number from 0 up, not '{value}'.", key=key, value=typed[:40]))
    return found


def _changed(sent: Mapping[str, str], before: BoardDesign, square: Square) -> BoardDesign:
    turn = before.board.turn(square)
    size = before.board.rows, before.board.columns
    changes: dict[str, Callable[[], BoardDesign]] = {
        "turn": lambda: before.turned(square, turn + 1),
        "turn-back": lambda: before.turned(square, turn - 1),
        "pair": lambda: before.paired(square, _pair(sent, before)),
        "mirror": before.mirrored,
        "repeat": lambda: before.repeated(
            _figure("rows", sent.get("rows", "")), _figure("columns", sent.get("columns", ""))
        ),
        "turn-all": lambda: _turned_all(sent, before),
        "colour-all": lambda: _coloured_all(sent, before),
    }
    do = sent.get("do", "")
    if do not in changes:
        return before
    after = changes[do]()
    assert (after.board.rows, after.board.columns) == size, "a change keeps the size of the board"
    return after


def _pair(sent: Mapping[str, str], before: BoardDesign) -> tuple[str, str]:
    one, other = sent.get("first", ""), sent.get("second", "")
    if one not in before.palette or other not in before.palette:
        raise Refused(sentence("The colours of this board are {colours}.", colours=", ".join(before.palette)))
    return one, other


def _turned_all(sent: Mapping[str, str], before: BoardDesign) -> BoardDesign:
    board = before.board
    answers = {
        **_USUAL, "rows": str(board.rows), "columns": str(board.columns), "ridges": str(board.ridges),
        "turns": sent.get("turns", ""), "seed": sent.get("seed", "1"),
    }  # fmt: skip
    made, _clash = _designed(answers)
    return BoardDesign(made.board, before.palette, before.pairs)


def _coloured_all(sent: Mapping[str, str], before: BoardDesign) -> BoardDesign:
    palette = _palette(_figure("colours", sent.get("colours", "")))
    found = coloured(before.board, palette, bool(sent.get("strong")), _figure("seed", sent.get("seed", "1")))
    return BoardDesign(before.board, palette, found.pairs)


def said_words_of(clash: Statement | None) -> str:
    """What is said of colours that clash; nothing where none do."""
    return said(clash) if clash is not None else ""
