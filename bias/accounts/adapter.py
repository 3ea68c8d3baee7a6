"""What the library of accounts asks the site: who may join, where she comes from, where she goes next."""

from __future__ import annotations

from typing import Any

from allauth.account.adapter import DefaultAccountAdapter
from allauth.mfa.adapter import DefaultMFAAdapter
from django.http import HttpRequest
from django.urls import reverse
from django.utils.translation import gettext_lazy as _lazy

from bias.accounts.attempts import place_of
from bias.accounts.invitations import may_sign_up


class AccountAdapter(DefaultAccountAdapter):
    """The answers of this site."""

    error_messages = DefaultAccountAdapter.error_messages | {
        "username_password_mismatch": _lazy(
            "The name and the password do not go together. Both count capital letters."
        ),
        "username_taken": _lazy("Somebody has that name already: choose another."),
        "incorrect_password": _lazy("That is not your password."),
        "enter_current_password": _lazy("That is not your password."),
    }

    def is_open_for_signup(self, request: HttpRequest) -> bool:
        """Whether an account may be made from this browser."""
        return may_sign_up(request)

    def pre_authenticate(self, request: HttpRequest, **credentials: Any) -> None:
        """Wrong passwords are counted elsewhere, so that nobody can lock another out of her own place."""

    def get_client_ip(self, request: HttpRequest) -> str:
        """Where a request comes from, as at all other limits."""
        return place_of(request) or "127.0.0.1"

    def get_signup_redirect_url(self, request: HttpRequest) -> str:
        """First the codes for who forgets the password."""
        return reverse("recovery-codes")

    def get_password_change_redirect_url(self, request: HttpRequest) -> str:
        """Back to the account."""
        return f"{reverse('account')}?changed=password"


class SecondStepAdapter(DefaultMFAAdapter):
    """The words of the second step."""

    error_messages = DefaultMFAAdapter.error_messages | {
        "incorrect_code": _lazy("That code is not right. It changes every half minute: type the newest."),
    }
