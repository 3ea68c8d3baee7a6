"""Her account: the password, ways back in, devices, invitations."""

from __future__ import annotations

from typing import Any

from allauth.account.internal.flows.reauthentication import raise_if_reauthentication_required
from allauth.mfa.utils import is_mfa_enabled
from allauth.usersessions.models import UserSession
from django.conf import settings
from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.decorators import login_not_required
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.utils import timezone
from django.utils.translation import gettext as _
from django.views.decorators.debug import sensitive_post_parameters
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.accounts import invitations, recovery
from bias.accounts.account_forms import RecoveryForm
from bias.accounts.attempts import WITHIN_S, Tries
from bias.accounts.devices import name_of
from bias.accounts.models import Invitation, Knitter
from bias.accounts.sign_in import too_many_passwords
from bias.accounts.signed_in import knitter_of
from bias.serving.error_pages import error_page, too_often


@require_safe
def account(request: HttpRequest) -> HttpResponse:
    """What lets her in, on one page."""
    knitter = knitter_of(request)
    about = {
        "codes_left": recovery.codes_left(knitter),
        "second_step": is_mfa_enabled(knitter),
        "devices": len(UserSession.objects.purge_and_list(knitter)),
        "sends_mail": settings.BIAS_SENDS_MAIL,
        "changed": request.GET.get("changed", ""),
        "invited": knitter.invited.select_related("used_by") if knitter.is_keeper else None,
    }
    return render(request, "accounts/account.html", about)


@require_http_methods(["GET", "HEAD", "POST"])
def recovery_codes(request: HttpRequest) -> HttpResponse:
    """Eight codes, shown once: when the account is made, and whenever she wants others."""
    knitter = knitter_of(request)
    first = not knitter.recovery_codes.exists()
    codes: list[str] = []
    if request.method == "POST":
        if not first:
            raise_if_reauthentication_required(request, app="allauth.mfa")
        codes = recovery.new_codes(knitter)
    about = {"codes": codes, "first": first, "left": recovery.codes_left(knitter)}
    return render(request, "accounts/recovery_codes.html", about)


@login_not_required
@sensitive_post_parameters("password1", "code")
@require_http_methods(["GET", "HEAD", "POST"])
def forgotten(request: HttpRequest) -> HttpResponse:
    """The ways to another password: a code, mail where it is sent, or who keeps the server."""
    form = RecoveryForm(request.POST or None, label_suffix="")
    if request.method == "POST":
        tries = Tries.of_name(request, request.POST.get("username", ""))
        if tries.too_many:
            return too_many_passwords(request)
        if form.is_valid():
            if form.recovered():
                return redirect(f"{reverse('account_login')}?changed=1")
            tries.note_wrong()
    about = {"form": form, "sends_mail": settings.BIAS_SENDS_MAIL}
    return render(request, "accounts/forgotten.html", about, status=422 if form.errors else 200)


@login_not_required
@require_safe
def join(request: HttpRequest, secret: str) -> HttpResponse:
    """An invitation leads to making an account, once."""
    tries = Tries.at_links(request)
    if tries.too_many:
        return too_often(request, _("Too many links that lead nowhere: wait a few minutes."), WITHIN_S)
    if settings.BIAS_SIGN_UP != "closed" and invitations.accept(request, secret):
        return redirect("account_signup")
    tries.note_wrong()
    words = _("It was used already, it has ended, or a letter of it is missing. Whoever sent it can make a new one.")
    return error_page(request, 404, _("This invitation leads nowhere"), words)


@require_POST
def invite(request: HttpRequest) -> HttpResponse:
    """Make an invitation; its link is shown in the answer to this press alone."""
    knitter = knitter_of(request)
    if not knitter.is_keeper or settings.BIAS_SIGN_UP == "closed":
        raise PermissionDenied(_("Who keeps this server invites."))
    link = request.build_absolute_uri(reverse("join", args=[invitations.make_invitation(knitter)]))
    return render(request, "accounts/invited.html", {"link": link, "days": Invitation.KEPT_FOR.days})


@require_http_methods(["GET", "HEAD", "POST"])
def devices(request: HttpRequest) -> HttpResponse:
    """The devices that she is signed in on; one of them, or all others, signed out."""
    knitter = knitter_of(request)
    if request.method == "POST" and request.POST.get("do") == "everywhere":
        _sign_out_elsewhere(request, knitter)
        return redirect("devices")
    if request.method == "POST":
        number = request.POST.get("device", "")
        get_object_or_404(UserSession, user=knitter, pk=number if number.isdecimal() and len(number) < 12 else 0).end()
        return redirect("devices")
    rows: list[dict[str, Any]] = [
        {"session": each, "name": name_of(each.user_agent), "here": each.session_key == request.session.session_key}
        for each in UserSession.objects.purge_and_list(knitter)
    ]
    rows.sort(key=lambda row: (not row["here"], -row["session"].created_at.timestamp()))
    return render(request, "accounts/devices.html", {"devices": rows})


def _sign_out_elsewhere(request: HttpRequest, knitter: Knitter) -> None:
    """End every other session, also those that began before devices were listed."""
    knitter.signed_out_at = timezone.now()
    knitter.save(update_fields=["signed_out_at"])
    before = request.session.session_key
    update_session_auth_hash(request, knitter)
    UserSession.objects.filter(session_key=before).update(session_key=request.session.session_key)
