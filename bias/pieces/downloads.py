"""Files of a piece for taking away."""

from __future__ import annotations

from django.http import Http404, HttpResponse

from bias.pieces.models import Piece


def svg_file(piece: Piece, svg: str, name: str) -> HttpResponse:
    """A drawing as a file; nothing is drawn of nothing."""
    if not svg:
        raise Http404("There is nothing there that one drawing could hold.")
    answer = HttpResponse(svg, content_type="image/svg+xml; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{name}-{piece.pk}.svg"'
    return answer
