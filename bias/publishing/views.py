"""A pattern: what its writer adds, the page as it will be read, the files."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.utils.translation import get_language
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.pieces.models import Piece, Revision
from bias.printing.views import pdf_answer
from bias.publishing import making
from bias.publishing.epub import epub
from bias.publishing.errata import since
from bias.publishing.forms import PublicationForm
from bias.publishing.models import Publication
from bias.publishing.pattern import Pattern, pattern_of
from knitting.saying.statements import said

_MOST_EARLIER = 30


@require_http_methods(["GET", "POST"])
def publish(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What the writer adds, with the technical edit beside it."""
    publication = _publication(request, piece_id)
    found = pattern_of(publication)
    form = _form(request, found)
    if request.method == "POST" and form.is_valid():
        form.save()
        return redirect("publish", piece_id)
    return render(
        request,
        "publishing/publish.html",
        {"piece": publication.piece, "form": form, "pattern": found, "earlier": _earlier(publication.piece)},
    )


@require_POST
def pattern_seen(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The page as it would be with what stands in the form, which is not kept."""
    publication = _publication(request, piece_id)
    form = _form(request, pattern_of(publication))
    if not form.is_valid():
        return render(request, "publishing/_seen.html", {"wrong": [each for of in form.errors.values() for each in of]})
    return render(request, "publishing/_seen.html", {"pattern": pattern_of(form.instance)})


@require_safe
def pattern(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The page as others will read it."""
    found = pattern_of(_publication(request, piece_id))
    return render(request, "publishing/page.html", {"piece": found.publication.piece, "pattern": found})


@require_http_methods(["GET", "POST"])
def pattern_making(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The paper being made: how many pages are laid, and the file once it is there."""
    publication = _kept(request, piece_id)
    made = making.asked(publication)
    if request.method == "POST":
        if "again" in request.POST:
            making.try_again(made)
        making.go_on(made)
    about = {"piece": publication.piece, "made": made}
    asks = request.headers.get("HX-Request") == "true"
    return render(request, "publishing/_making.html" if asks else "publishing/making.html", about)


@require_safe
def pattern_pdf(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The page on paper, tagged, as it was made; where it was not, it is."""
    made = making.asked(_kept(request, piece_id))
    if made.whole is None:
        return redirect("pattern-making", piece_id)
    return pdf_answer(made.whole, f"pattern-{piece_id}")


@require_safe
def pattern_txt(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The same as plain text."""
    found = pattern_of(_publication(request, piece_id))
    text = render_to_string("publishing/pattern.txt", {"pattern": found})
    answer = HttpResponse(text, content_type="text/plain; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="pattern-{piece_id}.txt"'
    return answer


@require_safe
def pattern_epub(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The same as a book for a phone."""
    found = pattern_of(_publication(request, piece_id), alone=True)
    body = render_to_string("publishing/_pattern.html", {"pattern": found})
    changed = f"{found.publication.piece.touched_at:%Y-%m-%dT%H:%M:%SZ}"
    title, kept = found.title or _("A pattern"), found.publication
    whole = epub(body, title, kept.by, get_language() or "en", str(kept.piece.uid), changed)
    answer = HttpResponse(whole, content_type="application/epub+zip")
    answer["Content-Disposition"] = f'attachment; filename="pattern-{piece_id}.epub"'
    return answer


@require_safe
def pattern_errata(request: HttpRequest, piece_id: int, number: int) -> HttpResponse:
    """What changed since a revision that people have."""
    publication = _publication(request, piece_id)
    found = since(publication.piece, number, publication.dialect)
    if found is None:
        raise Http404("There is no such revision.")
    about = {"piece": publication.piece, "number": number, "errata": found}
    return render(request, "publishing/errata.html", about)


def _form(request: HttpRequest, found: Pattern) -> PublicationForm:
    knobs = [(each.key, said(each.words)) for each in found.knobs]
    given, files = request.POST or None, request.FILES or None
    return PublicationForm(given, files, instance=found.publication, knobs=knobs, use_required_attribute=False)


def _publication(request: HttpRequest, piece_id: int) -> Publication:
    """The publication of a piece; not kept before something of it is."""
    piece = Piece.objects.one_of(request.user, piece_id)
    kept = Publication.objects.filter(piece=piece).first()
    if kept is not None:
        kept.piece = piece
        return kept
    return Publication(piece=piece, dialect=piece.results.reading.dialect.code, needles=piece.results.needles)


def _kept(request: HttpRequest, piece_id: int) -> Publication:
    """The same, kept: with what a piece tells of itself where nobody added anything."""
    publication = _publication(request, piece_id)
    if publication.pk is None:
        usual = {"dialect": publication.dialect, "needles": publication.needles}
        publication, _new = Publication.objects.get_or_create(piece=publication.piece, defaults=usual)
    return publication


def _earlier(piece: Piece) -> list[Revision]:
    """Revisions that people may have, the newest first, without the one that is there now."""
    return list(piece.revisions.defer("written", "plan").order_by("-number")[1:_MOST_EARLIER])
