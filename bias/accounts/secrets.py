"""Secrets of links: shown once, and kept as a digest alone."""

from __future__ import annotations

import hashlib
import secrets

_BYTES = 16
LETTERS = 22
"""How long the secret part of a link is: 128 random bits."""


def new_secret() -> str:
    """128 random bits for an address."""
    return secrets.token_urlsafe(_BYTES)


def digest(secret: str) -> str:
    """What is kept of a secret: enough to know it again, not enough to use it."""
    return hashlib.sha256(secret.encode("utf-8", "replace")).hexdigest()
