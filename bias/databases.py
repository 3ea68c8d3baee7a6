"""Where the site keeps its data, from the environment: SQLite in its own folder, or PostgreSQL; and a shared cache."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from environs import Env

_KEPT_OPEN_S = 300


def databases(env: Env, folder: Path) -> dict[str, dict[str, Any]]:
    """``DATABASE_URL`` where there is one, such as postgresql://bias@db.example.org/bias, else SQLite in the folder."""
    if not env.str("DATABASE_URL", ""):
        return {"default": _sqlite(folder / "bias.sqlite3")}
    # Connections are not tried before each request: where one broke off, that request is told so and the next has
    # another; a press waits on its device meanwhile. A try would be a ninth statement beside the eight of a press.
    found = env.dj_db_url("DATABASE_URL", conn_max_age=_KEPT_OPEN_S, conn_health_checks=False)
    return {"default": dict(found)}


def caches(env: Env) -> dict[str, dict[str, Any]]:
    """``CACHE_URL`` where several machines or workers share one, a Redis, such as redis://cache.example.org/0.

    Without it each worker counts for itself what is counted there: wrong passwords, links that lead nowhere.
    """
    shared = env.str("CACHE_URL", "")
    if not shared:
        return {"default": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache"}}
    return {"default": {"BACKEND": "django.core.cache.backends.redis.RedisCache", "LOCATION": shared}}


def _sqlite(place: Path) -> dict[str, Any]:
    return {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": place,
        # Kept open: the last one that closes would copy the journal back and delete it, after every answer.
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            "timeout": 10,
            "transaction_mode": "IMMEDIATE",
            # FULL: a row that was acknowledged survives a power cut as well as a killed process.
            "init_command": "PRAGMA journal_mode=WAL;PRAGMA synchronous=FULL;"
            "PRAGMA temp_store=MEMORY;PRAGMA cache_size=-4000;",
        },
    }


def sqlite_file(of: dict[str, dict[str, Any]]) -> Path | None:
    """The file of a database of SQLite; ``None`` where the data are with another server."""
    about = of["default"]
    return Path(str(about["NAME"])) if about.get("ENGINE", "").endswith("sqlite3") else None
