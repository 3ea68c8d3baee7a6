"""What the page of something worn shows, for a piece and for a thing alike."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.http import urlencode
from django.utils.translation import gettext as _

from bias.results.worn import Wearable, hem_drawing, named_bodies, said_worn
from bias.worn import actions
from bias.worn.forms import BodyForm
from bias.worn.models import OwnBody
from knitting.measures import said_length
from knitting.worn.body import Body

OWN = "own"
_USUAL = "medium"


@dataclass(frozen=True)
class Addresses:
    """Where something worn stands: its page, how it goes on, its numbers, and the table of all bodies."""

    page: str
    on: str
    data: str
    bodies: str


@dataclass(frozen=True, slots=True)
class BodyChosen:
    """A body that can be chosen: its key, its words, its measures, and whether it is chosen."""

    key: str
    says: str
    body: Body
    here: bool

    @property
    def said_measures(self) -> str:
        """Its three measures in a sentence."""
        return _("{bust} round the bust, {neck} round the neck, {shoulders} across the shoulders.").format(
            bust=said_length(self.body.bust_cm),
            neck=said_length(self.body.neck_cm),
            shoulders=said_length(self.body.shoulders_cm),
        )


def bodies_of(owner: Any, asked: str) -> list[BodyChosen]:
    """Every body that can be chosen; her own is chosen where nothing is asked for and she gave her measures."""
    own = OwnBody.objects.filter(owner=owner).first()
    known = [(OWN, _("my measures"), own.body), *named_bodies()] if own is not None else named_bodies()
    usual = OWN if own is not None else _USUAL
    chosen = asked if asked in {key for key, *_rest in known} else usual
    return [BodyChosen(key, says, body, key == chosen) for key, says, body in known]


def worn_page(
    request: HttpRequest, wearable: Wearable | None, addresses: Addresses, template: str, about: Mapping[str, Any]
) -> HttpResponse:
    """The page: how it hangs on the body that is asked for, as far as that is known."""
    shown = dict(about)
    if wearable is not None:
        shown |= _shown(request, wearable, addresses)
    return render(request, template, {**shown, "wearable": wearable, "to": addresses})


def worn_on(request: HttpRequest, wearable: Wearable | None, addresses: Addresses) -> HttpResponse:
    """Go on a little; the page asks again until it is at rest."""
    if wearable is None:
        raise Http404("That cannot be laid out.")
    chosen = _chosen(request)
    if not wearable.why_not(chosen.body):
        actions.go_on(request.user, wearable, chosen.body)
    return render(request, "worn/_hangs.html", {**_shown(request, wearable, addresses), "to": addresses})


def worn_data(request: HttpRequest, wearable: Wearable | None) -> HttpResponse:
    """The numbers of the cloth at rest."""
    kept = actions.kept_worn(request.user, wearable, _chosen(request).body) if wearable is not None else None
    if kept is None or not kept.data:
        raise Http404("That is not at rest yet.")
    return HttpResponse(bytes(kept.data), content_type="application/octet-stream")


def worn_bodies(request: HttpRequest, wearable: Wearable | None, addresses: Addresses) -> HttpResponse:
    """All bodies side by side; pressed, those that are not known yet are worked out one after the other."""
    if wearable is None:
        return render(request, "worn/_bodies.html", {"rows": ()})
    each = bodies_of(request.user, "")
    if request.method == "POST":
        left = [one for one in each if not wearable.why_not(one.body) and not _kept(request, wearable, one).ready]
        if left:
            actions.go_on(request.user, wearable, left[0].body)
    rows = [_row(request, wearable, one) for one in each]
    waits = [row for row in rows if row["told"] is None and not row["why"]]
    asked = urlencode({"way": wearable.way}) if wearable.ways else ""
    goes_on = bool(waits) and request.method == "POST"
    return render(
        request,
        "worn/_bodies.html",
        {"rows": rows, "waits": waits, "goes_on": goes_on, "to": addresses, "asked": asked},
    )


def _row(request: HttpRequest, wearable: Wearable, one: BodyChosen) -> dict[str, Any]:
    why = wearable.why_not(one.body)
    kept = _kept(request, wearable, one)
    told = kept.told if kept.ready and not why else None
    if told is not None and told["slips"]:
        why, told = said_worn(told)[0], None
    figures = [said_length(round(told[key])) if told[key] else "" for key in _FIGURES] if told else []
    return {"body": one, "why": why, "told": told, "figures": figures, "share": round(100 * kept.share)}


_FIGURES = ("back_cm", "arm_cm", "front_cm", "ends_cm")


def _kept(request: HttpRequest, wearable: Wearable, one: BodyChosen) -> Any:
    return actions.kept_worn(request.user, wearable, one.body)


def _chosen(request: HttpRequest) -> BodyChosen:
    return next(each for each in bodies_of(request.user, request.GET.get("body", "")) if each.here)


def _shown(request: HttpRequest, wearable: Wearable, addresses: Addresses) -> dict[str, Any]:
    each = bodies_of(request.user, request.GET.get("body", ""))
    chosen = next(one for one in each if one.here)
    why = wearable.why_not(chosen.body)
    kept = actions.kept_worn(request.user, wearable, chosen.body)
    told = kept.told if not why else None
    asked = {"body": chosen.key, "way": wearable.way} if wearable.ways else {"body": chosen.key}
    return {
        "bodies": each,
        "body": chosen,
        "body_form": BodyForm.of(chosen.body),
        "wearable": wearable,
        "why_not": why,
        "kept": kept,
        "percent": round(100 * kept.share),
        "sentences": said_worn(told) if told else [],
        "figures": _figures(told) if told else [],
        "hem": hem_drawing(told) if told else "",
        "asked": urlencode(asked),
    }


def _figures(told: Mapping[str, Any]) -> list[tuple[str, str]]:
    """What is looked for first, the largest."""
    names = (_("down the back"), _("over the arm"), _("in front"), _("its ends, in front"))
    found = [(name, told[key]) for name, key in zip(names, _FIGURES, strict=True)]
    if told["front_cm"]:
        found = found[:3]
    return [(name, said_length(round(cm))) for name, cm in found if cm]


def measures_refused(request: HttpRequest, form: BodyForm, back: str) -> HttpResponse:
    """Measures that cannot be, as they were typed, and what is wrong with them."""
    return render(request, "worn/measures.html", {"form": form, "why": form.why_not(), "back": back}, status=422)
