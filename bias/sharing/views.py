"""Sharing a piece by a link, and reading one that is shared: without an account, and never its log, notes or shelf."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.accounts.attempts import WITHIN_S, Tries
from bias.accounts.secrets import LETTERS
from bias.parsing import whole_number
from bias.pieces.models import Piece
from bias.publishing.models import Publication
from bias.publishing.pattern import pattern_of
from bias.results import Results, dialects, results_of_words
from bias.results.yarn import yarn_of_piece
from bias.serving.error_pages import too_often
from bias.sharing import actions, reading, remarks
from bias.sharing.forms import RemarkForm
from bias.sharing.models import SharedLink
from knitting.measures import said_length
from knitting.saying.yarn import said_colour

DAYS = (7, 30, 90, 365)
LONGEST_DAYS = 3_650
_LONGEST_WISH = 12
_BEHIND_LINKS = ").,;:]>\"'!?\N{RIGHT DOUBLE QUOTATION MARK}\N{RIGHT SINGLE QUOTATION MARK}"
"""What stands behind a link that was copied out of a sentence."""


@require_http_methods(["GET", "POST"])
def share(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The link of a piece: made, renewed, taken back. Its secret is shown once, in the answer to the press."""
    piece = Piece.objects.one_of(request.user, piece_id)
    shown = ""
    if request.method == "POST" and request.POST.get("do") == "take-back":
        actions.take_back(piece)
    elif request.method == "POST":
        days = whole_number(request.POST.get("days"), LONGEST_DAYS)
        secret = actions.share(piece, days, bool(request.POST.get("says_who")))
        shown = request.build_absolute_uri(reverse("shared", args=[secret]))
    link = piece.shared_links.open().first()
    about = {"piece": piece, "link": link, "shown": shown, "days": DAYS, "taken": _taken_from(piece)}
    about["open_remarks"] = piece.remarks.filter(resolved_at=None).count()
    return render(request, "sharing/share.html", about)


@login_not_required
@require_http_methods(["GET", "HEAD", "POST"])
def shared(request: HttpRequest, secret: str) -> HttpResponse:
    """A shared piece as its reader sees it, in the words that she reads; a remark of hers is sent here."""
    if (clean := secret.rstrip(_BEHIND_LINKS)) != secret and len(clean) == LETTERS:
        return redirect("shared", clean)
    link, refused = _link(request, secret)
    if link is None:
        return refused
    shown = _shown(request, link)
    found = shown["results"]
    form = RemarkForm(len(found.worked.rows), request.POST if request.method == "POST" else None)
    why = ""
    if request.method == "POST" and form.is_valid():
        why = _leave(request, link, form)
        if not why:
            return redirect(f"{request.path}?left=1#remarks")
    dialect = request.GET.get("dialect", "")
    dialect = dialect if dialect in dict(dialects()) else found.reading.dialect.code
    about: dict[str, Any] = {
        **shown,
        "link": link,
        "secret": secret,
        "title": link.piece.title,
        "svg": found.cloth_svg(),
        "dialect": dialect,
        "dialects": dialects(),
        "lines": found.written(dialect).splitlines(),
        "glossary": found.glossary(dialect),
        "yarn": _yarn(found),
        "form": form,
        "why": why,
        "left": request.GET.get("left") == "1",
        "published": _published(link.piece) is not None,
        "answered": link.piece.remarks.exclude(answer=""),
    }
    status = 422 if why or form.errors else 200
    return unlisted(render(request, "sharing/shared.html", about, status=status))


def _shown(request: HttpRequest, link: SharedLink) -> dict[str, Any]:
    """What of the piece the reader sees: what is open of it, or all of it in the size that she wishes."""
    piece, part = link.piece, reading.open_part(list(link.piece.instalments.all()))
    if part.of:
        results = results_of_words(reading.open_words(piece, part))
        count = results.worked.rows[-1].end if results.worked.rows else 0
        return {"results": results, "part": part, "count": count}
    size = _wished_size(request, piece)
    sticks = [(key, words, said_length(cm)) for key, words, cm in reading.measures_of(piece)]
    results = results_of_words(size.words) if size is not None else piece.results
    return {
        "results": results,
        "sticks": sticks,
        "size": size,
        "wished": request.GET if request.GET.get("wish") else None,
    }


def _wished_size(request: HttpRequest, piece: Piece) -> reading.OtherSize | None:
    """The size that an address asks for; ``None`` where it asks for none, or for one that cannot be."""
    given = request.GET if request.method in ("GET", "HEAD") else request.POST
    wish = given.get("wish", "")[:_LONGEST_WISH]
    if not wish:
        return None
    return reading.in_another_size(piece, given.get("measure", ""), wish, given.get("unit") == "in")


def _leave(request: HttpRequest, link: SharedLink, form: RemarkForm) -> str:
    """Keep a remark; why it was not kept, or nothing."""
    tries = Tries.at_remarks(request)
    if tries.too_many:
        return _("That were many remarks in a few minutes: wait a little, then send this one.")
    tries.note_wrong()
    if not remarks.leave(link, form.cleaned_data):
        return _("There are more remarks here than its writer can answer: try again later.")
    return ""


@login_not_required
@require_safe
def pattern(request: HttpRequest, secret: str) -> HttpResponse:
    """The page that its writer made of it, where she made one and all of it is open."""
    link, refused = _link(request, secret)
    if link is None:
        return refused
    publication = _published(link.piece)
    if publication is None:
        raise Http404("No page is made of it.")
    about: dict[str, Any] = {"pattern": pattern_of(publication), "secret": secret, "title": link.piece.title}
    about["chart_url"] = reverse("shared-chart", args=[secret])
    return unlisted(render(request, "sharing/pattern.html", about))


def _published(piece: Piece) -> Publication | None:
    """The page of a piece; ``None`` also where it comes part by part: the page would show all of it."""
    if piece.instalments.exists():
        return None
    return Publication.objects.filter(piece=piece).select_related("piece").first()


@login_not_required
@require_safe
def copied(_request: HttpRequest, secret: str, behind: str) -> HttpResponse:
    """A link with what stood behind it in the sentence that it was copied from."""
    if behind.strip(_BEHIND_LINKS):
        raise Http404("Nothing is shared there.")
    return redirect("shared", secret)


@login_not_required
@require_safe
def words(request: HttpRequest, secret: str) -> HttpResponse:
    """Its words as a file, in the words of a dialect."""
    link, refused = _link(request, secret)
    if link is None:
        return refused
    found = _shown(request, link)["results"]
    dialect = request.GET.get("dialect", "")
    text = found.written(dialect) if dialect in dict(dialects()) else found.text
    answer = HttpResponse(text, content_type="text/plain; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="pattern.txt"'
    return unlisted(answer)


@login_not_required
@require_safe
def chart(request: HttpRequest, secret: str) -> HttpResponse:
    """Its chart as a drawing."""
    link, refused = _link(request, secret)
    if link is None:
        return refused
    found = _shown(request, link)["results"]
    if not found.charted:
        raise Http404("There is no chart of it.")
    return unlisted(HttpResponse(found.chart_alone(""), content_type="image/svg+xml"))


@require_http_methods(["GET", "POST"])
def all_remarks(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The remarks of a piece by row, with what the counts in them mean; an answer is sent here."""
    piece = Piece.objects.one_of(request.user, piece_id)
    if request.method == "POST":
        remark_id = whole_number(request.POST.get("remark")) or 0
        remarks.answer(piece, remark_id, request.POST.get("answer", "").strip(), bool(request.POST.get("resolved")))
        return redirect("remarks", piece_id)
    about = {"piece": piece, "rows": remarks.by_row(piece, piece.results)}
    return render(request, "sharing/remarks.html", about)


@require_POST
def take(request: HttpRequest, secret: str) -> HttpResponse:
    """A piece of one's own that begins as the shared one."""
    link, refused = _link(request, secret)
    if link is None:
        return refused
    if link.piece.owner_id == request.user.pk:
        return redirect("piece", link.piece.pk)
    return redirect("piece", actions.take(request.user, link, _wished_size(request, link.piece)).pk)


def _link(request: HttpRequest, secret: str) -> tuple[SharedLink | None, HttpResponse]:
    """The link of a secret, or what is answered where there is none; who guesses is soon asked to wait."""
    if (refused := guesser_refused(request)) is not None:
        return None, refused
    link = SharedLink.objects.of_secret(secret) if len(secret) == LETTERS else None
    if link is None or not link.piece.current.readable:
        return None, not_there(request)
    return link, HttpResponse()


def guesser_refused(request: HttpRequest) -> HttpResponse | None:
    """What is answered to who has tried too many links that lead nowhere."""
    if not Tries.at_links(request).too_many:
        return None
    return too_often(request, _("Too many links that lead nowhere: wait a few minutes, then try again."), WITHIN_S)


def not_there(request: HttpRequest) -> HttpResponse:
    """A link that leads nowhere: it counts."""
    Tries.at_links(request).note_wrong()
    return unlisted(render(request, "sharing/gone.html", status=404))


def _yarn(found: Results) -> list[str]:
    """What each colour takes, for whoever knits it with yarn of her own."""
    report = yarn_of_piece(found, (), (), (), 0).report if found.worked.rows else None
    return [said_colour(each) for each in report.colours] if report is not None else []


def unlisted(answer: HttpResponse) -> HttpResponse:
    """An answer that no search engine keeps."""
    answer["X-Robots-Tag"] = "noindex, nofollow"
    return answer


def _taken_from(piece: Piece) -> Any:
    return getattr(piece, "taken_from", None)
