"""Settings for tests: the same site on a database file of its own."""

import os

from bias.databases import sqlite_file
from bias.settings import *  # noqa: F403
from bias.settings import CACHES, DATABASES, STORAGES, VAR

SECRET_KEY = "for tests only"
ALLOWED_HOSTS = ["*"]
_WORKER = os.environ.get("PYTEST_XDIST_WORKER", "gw0").removeprefix("gw")
if "LOCATION" in CACHES["default"]:  # workers of the tests that share a Redis have a part of it each
    CACHES["default"]["LOCATION"] = CACHES["default"]["LOCATION"].replace("db=0", f"db={_WORKER}")
if sqlite_file(DATABASES):
    DATABASES["default"]["TEST"] = {"NAME": VAR / "test.sqlite3"}
STORAGES["staticfiles"] = {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
WHITENOISE_AUTOREFRESH = True
BIAS_TRY_SECONDS = 60
BIAS_CARD_SECONDS = 60
BIAS_PRINTS_BESIDE = False
