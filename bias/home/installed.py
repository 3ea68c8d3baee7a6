"""The application on a device: what it is called there and looks like, and where it opens."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.templatetags.static import static
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_safe

from bias.at_needles.models import Event
from bias.pieces.models import Piece

PAPER = "#fffdf8"
"""The colour of the bar in the light."""
_ICONS = (("icon-192", 192, "any"), ("icon-512", 512, "any"), ("maskable-512", 512, "maskable"))


@login_not_required
@require_safe
def manifest(request: HttpRequest) -> JsonResponse:
    """What a device has to know to install the application; there is nothing of a knitter in it."""
    icons = [
        {"src": static(f"icons/{name}.png"), "sizes": f"{wide}x{wide}", "type": "image/png", "purpose": purpose}
        for name, wide, purpose in _ICONS
    ]
    shortcuts = [
        {"name": _("Go on knitting"), "url": reverse("go-on"), "icons": icons[:1]},
        {"name": _("Bring in rows"), "url": reverse("bring-in"), "icons": icons[:1]},
    ]
    about: dict[str, Any] = {
        "id": "/",
        "name": "Bias",
        "short_name": "Bias",
        "description": _("Written rows counted, drawn and kept while you knit."),
        "start_url": reverse("basket"),
        "scope": "/",
        "display": "standalone",
        "background_color": PAPER,
        "theme_color": PAPER,
        "icons": icons,
        "shortcuts": shortcuts,
    }
    return JsonResponse(about, content_type="application/manifest+json")


@require_safe
def go_on(request: HttpRequest) -> HttpResponse:
    """To the row of the piece that was worked last; to the basket where none was."""
    own = Piece.objects.of(request.user).in_basket().unfinished()
    last = Event.objects.filter(piece__in=own).order_by("-happened_at", "-pk").first()
    return redirect("needles", last.piece_id) if last is not None else redirect("basket")


@require_safe
def offline(request: HttpRequest) -> HttpResponse:
    """What a device shows in place of the basket while the server cannot be reached: the pieces that it holds."""
    return render(request, "home/offline.html")
