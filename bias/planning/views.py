"""Beginning from a shape, and the plan of a piece: its sentences, its cloth, every change."""

from __future__ import annotations

import contextlib
import secrets
from typing import Any

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_GET, require_POST, require_safe

from bias.parsing import given_id, whole_number
from bias.pieces.actions import RevisionConflict, keep_plan, turn_into_words
from bias.pieces.models import Piece, Revision
from bias.planning import actions
from bias.planning.actions import Overtaken, SketchState, state_over
from bias.planning.plan_changes import PLAN_CHANGES, reworded
from bias.planning.presses import PlanPress, answer_press
from bias.planning.sentences import fields, paragraphs
from bias.planning.shape_gallery import film_of_shape, shape_drawing, shape_groups
from bias.results import (
    COMPACT,
    NotRead,
    PlanResults,
    begun_text,
    cloth_context,
    in_its_words,
    kept_text,
    plan_of_words,
    plans_of_parts,
    read_text,
    results_of_plan,
    row_context,
    words_of_part,
)
from knitting.constructions import CONSTRUCTIONS, over_head
from knitting.constructions.answers import answered
from knitting.files import plan_from_text, plan_to_json
from knitting.plan_editing.structure import bare_parts
from knitting.saying.statements import said_refusal
from knitting.sizing.trial_piece import trial_piece

_LONGEST_FILE = 200_000


@require_safe
def begin(request: HttpRequest) -> HttpResponse:
    """Three ways to begin: a shape, written rows, bare parts."""
    return render(request, "planning/begin.html", {"groups": shape_groups(settings.BIAS_CARD_SECONDS)})


@require_safe
def shape(request: HttpRequest, key: str) -> HttpResponse:
    """The drawing of one shape, for a page that waits for it."""
    if key not in CONSTRUCTIONS:
        raise Http404("There is no such shape.")
    return HttpResponse(shape_drawing(key))


@require_safe
def shape_film(request: HttpRequest, key: str) -> JsonResponse:
    """How one shape grows, with its defaults."""
    if key not in CONSTRUCTIONS:
        raise Http404("There is no such shape.")
    return JsonResponse(film_of_shape(key), json_dumps_params=COMPACT)


@require_POST
def begin_shape(request: HttpRequest, key: str) -> HttpResponse:
    """A new piece of a shape with its defaults, to be sized and changed; or of bare parts."""
    form_id = given_id(request.POST.get("form_id"))
    if key == "bare":
        return redirect("plan", keep_plan(request.user, begun_text(bare_parts()), form_id=form_id).pk)
    if key not in CONSTRUCTIONS:
        raise Http404("There is no such shape.")
    return redirect(
        "size", keep_plan(request.user, begun_text(answered(CONSTRUCTIONS[key], {}).plan()), form_id=form_id).pk
    )


@require_POST
def begin_file(request: HttpRequest) -> HttpResponse:
    """A new piece of a plan that was saved as a file."""
    upload = request.FILES.get("file")
    if upload is None or (upload.size or 0) > _LONGEST_FILE:
        return _begun_not(request, _("Choose a plan file of at most 200 kB."))
    try:
        plan = plan_from_text(upload.read().decode("utf-8", "replace"))
    except NotRead as refused:
        return _begun_not(request, said_refusal(refused))
    form_id = given_id(request.POST.get("form_id"))
    return redirect("plan", keep_plan(request.user, kept_text(plan), form_id=form_id).pk)


def _begun_not(request: HttpRequest, why: str) -> HttpResponse:
    return render(request, "planning/begin.html", {"groups": shape_groups(settings.BIAS_CARD_SECONDS), "refusal": why})


@require_safe
def plan(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The plan of a piece; for written rows, the plan that can be read out of them."""
    state = plan_state(request, piece_id)
    if not state.plan:
        words = state.revision.words
        about = {"piece": state.piece, "found": plan_of_words(words), "parts": plans_of_parts(words)}
        return render(request, "planning/read.html", about)
    about = {"page_name": secrets.token_hex(8), **desk(state, number(request, "row", 1))}
    return render(request, "planning/plan.html", about)


@require_POST
def change(request: HttpRequest, piece_id: int) -> HttpResponse:
    """One change: words typed or chosen, or a button pressed. Answers with the whole desk."""
    state = plan_state(request, piece_id)
    if not state.plan:
        return redirect("plan", piece_id)
    press, sent = PlanPress.of(request), request.POST.dict()
    answer = answer_press(state, press, PLAN_CHANGES, sent, lambda known: reworded(known, fields(state.plan), sent))
    about = {
        "page_name": press.page or secrets.token_hex(8),
        "notices": answer.notices,
        "saved_elsewhere": answer.saved_elsewhere,
        **desk(answer.state, number(request, "row", 1)),
    }
    whole = request.headers.get("HX-Request") != "true"
    return render(request, "planning/plan.html" if whole else "planning/_desk.html", about)


@require_safe
def row(request: HttpRequest, piece_id: int, row: int) -> HttpResponse:
    """One row of the plan as it stands: its strip and its words."""
    piece, found = plan_of_piece(request, piece_id)
    if not 1 <= row <= len(found.results.worked.rows):
        raise Http404("There is no such row.")
    about = {"piece": piece, "results": found.results, **row_context(found.results, row, found.part_names(row))}
    return render(request, "planning/_row.html", about)


@require_safe
def row_group(request: HttpRequest, piece_id: int, row_group: int) -> HttpResponse:
    """The rows of one fold of the ledger, of the plan as it stands."""
    state = plan_state(request, piece_id)
    row_groups = results_of_plan(state.plan).results.row_groups if state.plan else ()
    if row_group >= len(row_groups):
        raise Http404("There is no such stretch of rows.")
    return render(request, "ledger/_rows.html", {"row_group": row_groups[row_group]})


@require_safe
def lies(request: HttpRequest, piece_id: int) -> HttpResponse:
    """How the cloth of the plan lies as it stands, with what would mend it."""
    piece, found = plan_of_piece(request, piece_id)
    advice = found.advice_within(settings.BIAS_TRY_SECONDS)
    if advice is None:
        return render(request, "still_trying.html", {"again": reverse("plan-lies", args=[piece.pk])})
    return render(request, "planning/_lies.html", {"advice_given": advice})


@require_POST
def mended(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A mend of how the cloth lies, pressed on the page of the piece: the plan with it is sketched, not saved.

    Written rows become the plan that they can be read as first; the words stay among the revisions.
    """
    state = plan_state(request, piece_id)
    finding, mend = number(request, "finding", -1), number(request, "mend", -1)
    advice = state.piece.advice
    mends = advice[finding].mends if 0 <= finding < len(advice) else ()
    plan = mends[mend].plan if 0 <= mend < len(mends) else None
    if plan is not None:
        state = state if state.revision.plan else _taken_up(state)
        with contextlib.suppress(Overtaken):  # the plan's page shows what stands there instead
            actions.change(state, kept_text(plan))
    return redirect("plan", piece_id)


@require_POST
def to_words(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The saved plan's rows as written rows: from then on they are edited as words.

    Where that is asked for, in the words that they were brought in with.
    """
    state = plan_state(request, piece_id)
    if state.plan:
        saved = actions.save(state)
        if isinstance(saved, RevisionConflict):
            return redirect("plan", piece_id)
        written = saved.piece.revisions.all().newest_words() if request.POST.get("words") == "own" else ""
        words = in_its_words(written, saved.plan).text if written else saved.piece.words
        turn_into_words(saved.piece, saved.revision.number, words)
        actions.drop(saved)
    return redirect("edit", piece_id)


@require_POST
def from_words(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Take up the plan that was read out of written rows."""
    state = plan_state(request, piece_id)
    if not state.revision.plan:
        _taken_up(state)
    return redirect("size" if request.POST.get("then") == "size" else "plan", piece_id)


def _taken_up(state: SketchState) -> SketchState:
    """Written rows become the plan that they can be read as; as they are where they cannot."""
    found = plan_of_words(state.revision.words)
    if found.plan is None:
        return state
    saved = actions.save(actions.change(state, read_text(found.plan)))
    return state if isinstance(saved, RevisionConflict) else actions.drop(saved)


@require_POST
def from_part(request: HttpRequest, piece_id: int, part: int) -> HttpResponse:
    """A new piece of one of several that are written in one text: its plan."""
    state = plan_state(request, piece_id)
    parts = plans_of_parts(state.revision.words) if not state.plan else ()
    if not 1 <= part <= len(parts):
        raise Http404("There is no such piece in these rows.")
    found = parts[part - 1].found
    if found.plan is None:
        return redirect("plan", piece_id)
    words = words_of_part(state.revision.words, part)
    form_id = given_id(request.POST.get("form_id"))
    return redirect("plan", keep_plan(request.user, read_text(found.plan), words, form_id).pk)


@require_POST
def make_trial(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A new piece: the smallest that meets every stage of the plan."""
    state = plan_state(request, piece_id)
    if not state.plan:
        return redirect("plan", piece_id)
    trial = kept_text(trial_piece(results_of_plan(state.plan).plan))
    return redirect("plan", keep_plan(request.user, trial, form_id=given_id(request.POST.get("form_id"))).pk)


@require_GET
def plan_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The plan as it stands, as a file."""
    piece, found = plan_of_piece(request, piece_id)
    answer = JsonResponse(plan_to_json(found.plan), json_dumps_params={"ensure_ascii": False, "indent": 1})
    answer["Content-Disposition"] = f'attachment; filename="plan-{piece.pk}.json"'
    return answer


def plan_of_piece(request: HttpRequest, piece_id: int) -> tuple[Piece, PlanResults]:
    """A piece and its plan as it stands; not found where it is none of the knitter's, or has no plan."""
    state = plan_state(request, piece_id)
    if not state.plan:
        raise Http404("This piece has no plan.")
    return state.piece, results_of_plan(state.plan)


def plan_state(request: HttpRequest, piece_id: int) -> SketchState:
    """The plan of a knitter's piece as it stands, read once a request; anybody else's is not found."""
    return state_over(Revision.objects.newest_of(request.user, piece_id))


def desk(state: SketchState, row: int) -> dict[str, Any]:
    """Everything that the plan's page shows of a plan as it stands."""
    found = results_of_plan(state.plan)
    results = found.results
    at = min(max(row, 1), max(len(results.worked.rows), 1))
    return {
        "piece": state.piece,
        "sketch_state": state,
        "plan_results": found,
        "forecast": found.forecast,
        "construction": CONSTRUCTIONS.get(found.plan.construction),
        "over_head": over_head(found.forecast),
        "paragraphs": paragraphs(found.source),
        "results": results,
        "row_group_view": "plan-row-group",
        "part_names": [(stage.first_row, found.wide_parts(stage.first_row)) for stage in found.forecast.stages],
        **row_context(results, at, found.part_names(at)),
        **cloth_context(results, at),
    }


def number(request: HttpRequest, key: str, otherwise: int) -> int:
    value = (request.POST if request.method == "POST" else request.GET).get(key, "")
    found = whole_number(value)
    return otherwise if found is None else found
