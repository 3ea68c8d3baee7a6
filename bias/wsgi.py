"""The entry for a web server."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings")

site = get_wsgi_application()

from django.conf import settings  # noqa: E402

from bias.serving.checks import start_only_sound  # noqa: E402
from bias.serving.in_service import mark_served  # noqa: E402
from bias.serving.lanes import Lanes  # noqa: E402
from bias.serving.settling import settle  # noqa: E402

start_only_sound()
mark_served(settings.VAR)
settle()
application = Lanes(site)
