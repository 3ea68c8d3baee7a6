"""The least that any server does for a press: a plain Django view that inserts one row, on the same settings."""

from __future__ import annotations

import os
import uuid

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings")

from django.core.wsgi import get_wsgi_application

application = get_wsgi_application()

from django.db import connection, transaction  # noqa: E402
from django.http import HttpRequest, JsonResponse  # noqa: E402
from django.urls import path  # noqa: E402
from django.views.decorators.csrf import csrf_exempt  # noqa: E402

from bias import urls  # noqa: E402


@csrf_exempt
def insert(request: HttpRequest) -> JsonResponse:
    """One row in a table of its own."""
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute("insert into bare (id, sent) values (%s, %s)", [str(uuid.uuid4()), request.body.decode()])
    return JsonResponse({"taken": []})


urls.urlpatterns.append(path("bare/", insert))
