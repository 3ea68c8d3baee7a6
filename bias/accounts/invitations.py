"""Invitations: made by who keeps the server, used once by who makes an account."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone

from bias.accounts.models import Invitation, Knitter
from bias.accounts.secrets import digest, new_secret

_IN_SESSION = "invitation"


def make_invitation(by: Knitter | None) -> str:
    """A new invitation; its secret."""
    secret = new_secret()
    Invitation.objects.create(digest=digest(secret), made_by=by, ends_at=timezone.now() + Invitation.KEPT_FOR)
    return secret


def accept(request: HttpRequest, secret: str) -> bool:
    """Keep an invitation for the account that is made in this browser next; whether it can still be used."""
    found = Invitation.objects.filter(digest=digest(secret)).first()
    if found is None or not found.is_open:
        return False
    request.session[_IN_SESSION] = found.pk
    return True


def may_sign_up(request: HttpRequest) -> bool:
    """Whether an account may be made from this browser."""
    if settings.BIAS_SIGN_UP == "invited":
        found = Invitation.objects.filter(pk=request.session.get(_IN_SESSION, 0)).first()
        return found is not None and found.is_open
    return bool(settings.BIAS_SIGN_UP == "open")


def use(request: HttpRequest) -> Invitation | None:
    """Use the invitation of this browser up, in the transaction that makes the account; nothing if another did so."""
    number = request.session.get(_IN_SESSION, 0)
    still = Invitation.objects.filter(pk=number, used_at=None, ends_at__gt=timezone.now())
    if not still.update(used_at=timezone.now()):
        return None
    request.session.pop(_IN_SESSION)
    return Invitation.objects.get(pk=number)
