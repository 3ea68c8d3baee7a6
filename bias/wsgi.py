"""The entry for a web server."""

import os

from django.core.wsgi import get_wsgi_application

from bias.serving.checks import start_only_sound
from bias.serving.lanes import Lanes
from bias.serving.settling import settle

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings")


application = Lanes(get_wsgi_application())
start_only_sound()
settle()
