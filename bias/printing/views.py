"""Choosing what to print, watching it being made, taking the file."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.pieces.models import Piece
from bias.printing import actions
from bias.printing.forms import PrintForm
from bias.printing.models import Printing
from bias.printing.pdf import PrintingUnavailable
from bias.printing.print_parts import MOST_CHART_PAGES, PrintChoices, chart_pages


@require_http_methods(["GET", "POST"])
def choose(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What is printed of a piece; pressing begins the print."""
    piece = Piece.objects.one_of(request.user, piece_id)
    found = piece.results
    if request.method == "GET":
        usual = PrintChoices(dialect=found.reading.dialect.code, yarn=True)
        return _page(request, piece, PrintForm(initial=usual.as_json(), label_suffix=""))
    form = PrintForm(request.POST, label_suffix="")
    choices = form.choices
    pages = len(chart_pages(found, choices)) if choices.chart and found.worked.rows else 0
    if pages > MOST_CHART_PAGES:
        why = _("The chart would fill {pages} pages; {most} is the most. Choose smaller cells or leave it out.").format(
            pages=pages, most=MOST_CHART_PAGES
        )
        return _page(request, piece, form, why)
    printing = actions.ask(piece, choices)
    if printing is None:
        return _page(request, piece, form, _("There is nothing to print in that: choose something more."))
    return redirect("printing", piece.pk, printing.pk)


@require_safe
def printing(request: HttpRequest, piece_id: int, printing_id: int) -> HttpResponse:
    """A print, being made or ready."""
    piece, made = _one_of(request, piece_id, printing_id)
    return render(request, "printing/printing.html", {"piece": piece, **_progress(made)})


@require_POST
def go_on(request: HttpRequest, piece_id: int, printing_id: int) -> HttpResponse:
    """The next parts of a print; the page asks again until it is whole."""
    piece, made = _one_of(request, piece_id, printing_id)
    refusal = ""
    try:
        actions.go_on(made)
    except PrintingUnavailable as why:
        refusal = str(why)
    about = {"piece": piece, "refusal": refusal, **_progress(made)}
    if request.headers.get("HX-Request") != "true":
        return render(request, "printing/printing.html", about)
    return render(request, "printing/_progress.html", about)


@require_safe
def pdf(request: HttpRequest, piece_id: int, printing_id: int) -> HttpResponse:
    """The file."""
    piece, made = _one_of(request, piece_id, printing_id)
    if made.whole is None:
        raise Http404("That print is not whole yet.")
    return pdf_answer(made.whole, f"piece-{piece.pk}")


def _one_of(request: HttpRequest, piece_id: int, printing_id: int) -> tuple[Piece, Printing]:
    piece = Piece.objects.one_of(request.user, piece_id)
    made = Printing.objects.filter(revision__piece=piece, pk=printing_id).select_related("revision").first()
    if made is None:
        raise Http404("There is no such print.")
    return piece, made


def pdf_answer(whole: bytes | memoryview, name: str) -> HttpResponse:
    """A print as a file of a name."""
    answer = HttpResponse(bytes(whole), content_type="application/pdf")
    answer["Content-Disposition"] = f'attachment; filename="{name}.pdf"'
    return answer


def _progress(made: Printing) -> dict[str, object]:
    at = (made.revision.piece_id, made.pk)
    to = {
        "on": reverse("print-on", args=at),
        "pdf": reverse("print-pdf", args=at),
        "back": reverse("print", args=at[:1]),
    }
    return {"printing": made, "to": to}


def _page(request: HttpRequest, piece: Piece, form: PrintForm, refusal: str = "") -> HttpResponse:
    return render(request, "printing/choose.html", {"piece": piece, "form": form, "refusal": refusal})
