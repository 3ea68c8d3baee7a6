"""The entry for a web server."""

import gc
import os

from django.core.wsgi import get_wsgi_application
from django.urls import get_resolver

from bias.serving.checks import start_only_sound

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings")


def settle() -> None:
    """Load all pages, and spare the collector what is never freed: it would look through that again and again, for
    longer than most answers take."""
    get_resolver().url_patterns  # noqa: B018 - asking is what loads them
    gc.collect()
    gc.freeze()


application = get_wsgi_application()
start_only_sound()
settle()
