"""A thing to print: on a page for the browser, and as a PDF that is watched being made."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.printing.forms import PrintForm
from bias.printing.pdf import PrintingUnavailable
from bias.printing.print_parts import MOST_CHART_PAGES, PrintChoices
from bias.printing.views import pdf_answer
from bias.things import printing as prints
from bias.things.boards import board_results
from bias.things.models import Thing, ThingPrinting
from bias.things.page_context import thing_view


@require_http_methods(["GET", "POST"])
def print_page(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The whole thing on paper, and what of it makes a PDF: pressing begins one."""
    thing = Thing.objects.one_of(request.user, thing_id)
    if request.method == "GET":
        usual = PrintChoices(cloth=False, chart=False)
        return _page(request, thing, PrintForm(initial=usual.as_json(), label_suffix=""))
    form = PrintForm(request.POST, label_suffix="")
    pages = prints.chart_pages_of(request.user, thing, form.choices)
    if pages > MOST_CHART_PAGES:
        why = _(
            "The charts would fill {pages} pages; {most} is the most. Choose smaller cells or leave them out."
        ).format(pages=pages, most=MOST_CHART_PAGES)
        return _page(request, thing, form, why)
    return redirect("thing-printing", thing.pk, prints.ask(request.user, thing, form.choices).pk)


@require_safe
def printing(request: HttpRequest, thing_id: int, printing_id: int) -> HttpResponse:
    """A print, being made or ready."""
    return render(request, "things/printing.html", _about(_one_of(request, thing_id, printing_id)))


@require_POST
def go_on(request: HttpRequest, thing_id: int, printing_id: int) -> HttpResponse:
    """The next parts of a print; the page asks again until it is whole."""
    made = _one_of(request, thing_id, printing_id)
    refusal = ""
    try:
        if not prints.go_on(request.user, made):
            refusal = _("The thing was changed since this print was asked for. Choose once more.")
    except PrintingUnavailable as why:
        refusal = str(why)
    fragment = request.headers.get("HX-Request") == "true"
    page = "printing/_progress.html" if fragment else "things/printing.html"
    return render(request, page, {**_about(made), "refusal": refusal})


@require_safe
def pdf(request: HttpRequest, thing_id: int, printing_id: int) -> HttpResponse:
    """The file."""
    made = _one_of(request, thing_id, printing_id)
    if made.whole is None:
        raise Http404("That print is not whole yet.")
    return pdf_answer(made.whole, f"thing-{thing_id}")


def _one_of(request: HttpRequest, thing_id: int, printing_id: int) -> ThingPrinting:
    thing = Thing.objects.one_of(request.user, thing_id)
    made = thing.printings.filter(pk=printing_id).first()
    if made is None:
        raise Http404("There is no such print.")
    return made


def _about(made: ThingPrinting) -> dict[str, object]:
    at = (made.thing_id, made.pk)
    to = {"on": reverse("thing-print-on", args=at), "pdf": reverse("thing-print-pdf", args=at)}
    return {"thing": made.thing, "on": "", "printing": made, "to": {**to, "back": reverse("thing-print", args=at[:1])}}


def _page(request: HttpRequest, thing: Thing, form: PrintForm, refusal: str = "") -> HttpResponse:
    about = {"thing": thing, "form": form, "refusal": refusal, "on": ""}
    if thing.board:
        found = board_results(thing)
        about |= {"board": found, "board_drawing": found.svg(thing.title)}
    else:
        view = thing_view(request.user, thing)
        about |= {"view": view, "words": view.words}
    return render(request, "things/print.html", about)
