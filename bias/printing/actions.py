"""Every change to a print, one small function each."""

from __future__ import annotations

from collections.abc import Sequence
from time import monotonic

from django.db import IntegrityError, transaction

from bias.pieces.models import Piece
from bias.printing.models import MadeInParts, Printing
from bias.printing.pdf import bound_pdf, can_print, part_as_pdf
from bias.printing.print_parts import PrintChoices, PrintPart, print_parts
from bias.results import Results
from bias.results.yarn import PieceYarn, yarn_of_piece
from bias.worn.sheet import worn_sheet
from bias.yarns.models import yarn_in_hand

_LONGEST_STEP_S = 0.6
_MOST_KEPT = 3


@transaction.atomic
def ask(piece: Piece, choices: PrintChoices) -> Printing | None:
    """A print of a piece as it stands; one that was asked for before goes on. ``None`` where there is nothing in it."""
    revision = piece.current
    found = Printing.objects.filter(revision=revision, choices=choices.as_json()).order_by("-pk").first()
    if found is not None:
        return found
    wanted = len(_parts(piece, revision.results, choices))
    if not wanted:
        return None
    made = Printing.objects.create(revision=revision, choices=choices.as_json(), parts_in_all=wanted)
    older = Printing.objects.filter(revision__piece=piece).order_by("-pk").values_list("pk", flat=True)[_MOST_KEPT:]
    Printing.objects.filter(pk__in=list(older)).delete()
    return made


def go_on(printing: Printing) -> int:
    """Make the next parts of a print of a piece for about half a second; how many are done then."""
    results, choices = printing.revision.results, PrintChoices(**printing.choices)
    return make_parts(printing, _parts(printing.revision.piece, results, choices), results.title)


def make_parts(printing: MadeInParts, wanted: Sequence[PrintPart], title: str) -> int:
    """Make the next of some parts for about half a second, and bind the whole after the last; how many are done then.

    A part that another tab made meanwhile is left as it is.
    """
    begun = monotonic()
    choices = PrintChoices(**printing.choices)
    done: int = printing.parts.count()
    while done < len(wanted) and can_print() and (monotonic() - begun < _LONGEST_STEP_S):
        pdf = part_as_pdf(choices, wanted[done])
        try:
            with transaction.atomic():
                printing.parts.create(number=done, pdf=pdf)
        except IntegrityError:
            pass
        done = printing.parts.count()
    if done >= len(wanted) and not printing.ready and monotonic() - begun < _LONGEST_STEP_S:
        _bind(printing, title)
    return done


def _bind(printing: MadeInParts, title: str) -> None:
    whole = bound_pdf((bytes(part.pdf) for part in printing.parts.all()), title)
    with transaction.atomic():
        printing.whole = whole
        printing.save(update_fields=["whole"])
        printing.parts.all().delete()


def _parts(piece: Piece, results: Results, choices: PrintChoices) -> list[PrintPart]:
    return print_parts(results, choices, _yarn(piece, results), worn_sheet(piece) if choices.worn else None)


def _yarn(piece: Piece, found: Results) -> PieceYarn:
    """The yarn of a piece as it is known before anything is knitted: a print is for whoever knits it anew."""
    yarns, reserves = yarn_in_hand(piece.yarns.all())
    return yarn_of_piece(found, yarns, reserves, (), 0)
