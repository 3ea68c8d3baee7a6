"""Secrets of links: shown once, and kept as a digest alone."""

from __future__ import annotations

import base64
import hashlib
import hmac
import secrets

_BYTES = 16
LETTERS = 22
"""How long the secret part of a link is: 128 random bits."""


def new_secret() -> str:
    """128 random bits for an address."""
    return secrets.token_urlsafe(_BYTES)


def derived(secret: str, about: str) -> str:
    """A secret of its own for one thing of several that share a secret: known from it, and telling nothing of it."""
    made = hmac.new(secret.encode(), about.encode(), hashlib.sha256).digest()[:_BYTES]
    return base64.urlsafe_b64encode(made).decode().rstrip("=")


def digest(secret: str) -> str:
    """What is kept of a secret: enough to know it again, not enough to use it."""
    return hashlib.sha256(secret.encode("utf-8", "replace")).hexdigest()
