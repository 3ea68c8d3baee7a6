"""Settings for tests: the same site on a database file of its own."""

from bias.settings import *  # noqa: F403
from bias.settings import DATABASES, STORAGES, VAR

SECRET_KEY = "for tests only"
ALLOWED_HOSTS = ["*"]
DATABASES["default"]["TEST"] = {"NAME": VAR / "test.sqlite3"}
STORAGES["staticfiles"] = {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
WHITENOISE_AUTOREFRESH = True
BIAS_TRY_SECONDS = 60
BIAS_CARD_SECONDS = 60
