"""The least that any server does for a press: a plain Django view that inserts one row, as the site is served."""

from __future__ import annotations

import os
import uuid

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings")

from bias.wsgi import application  # noqa: F401 - what the server asks for; apps are ready from here

# isort: split

from django.db import connection, transaction
from django.http import HttpRequest, JsonResponse
from django.urls import path
from django.views.decorators.csrf import csrf_exempt

from bias import urls


@csrf_exempt
def insert(request: HttpRequest) -> JsonResponse:
    """One row in a table of its own."""
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute("insert into bare (id, sent) values (%s, %s)", [str(uuid.uuid4()), request.body.decode()])
    return JsonResponse({"taken": []})


# It ends as the address of presses does, so that it is answered before pages are.
urls.urlpatterns.append(path("bare/needles/events/", insert))
