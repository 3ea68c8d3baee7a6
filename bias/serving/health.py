"""Whether all is well, for whoever watches the server: the database answers and takes writing, and there is room."""

from __future__ import annotations

import shutil
from typing import Any

from django.conf import settings
from django.contrib.auth.decorators import login_not_required
from django.db import DatabaseError, connection, transaction
from django.http import HttpRequest, JsonResponse
from django.views.decorators.http import require_safe

LEAST_ROOM_MB = 50


@login_not_required
@require_safe
def health(_request: HttpRequest) -> JsonResponse:
    """200 where all is well, else 503; nothing of a knitter's is told."""
    room = shutil.disk_usage(settings.VAR).free // 1_000_000
    told: dict[str, Any] = {"database": _database(), "room_mb": room}
    well = told["database"] == "ok" and room >= LEAST_ROOM_MB
    return JsonResponse({"well": well, **told}, status=200 if well else 503)


def _database() -> str:
    """``ok``, or the kind of fault. A transaction begins as one that writes does; nothing is written."""
    try:
        with transaction.atomic(), connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM django_migrations")
            cursor.fetchone()
    except DatabaseError as why:
        return type(why).__name__
    return "ok"
