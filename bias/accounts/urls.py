"""Addresses of signing in, of an account, and of a knitter's own ways.

Those that the library of accounts leads to have the names that it asks for.
"""

from allauth.account import views as library
from allauth.mfa.base import views as second_step
from allauth.mfa.recovery_codes import views as spare_codes
from allauth.mfa.totp import views as by_app
from allauth.mfa.webauthn import views as by_passkey
from django.urls import path

from bias.accounts import account_pages, household_pages, views
from bias.accounts.sign_in import SignInView, SignOutView, SignUpView

urlpatterns = [
    path("ways/", views.ways, name="ways"),
    path("ways/close/", views.close_account, name="close-account"),
    path("who/", household_pages.who, name="who"),
    path("sign-in/", SignInView.as_view(), name="account_login"),
    path("sign-out/", SignOutView.as_view(), name="account_logout"),
    path("join/<str:secret>/", account_pages.join, name="join"),
    path("account/", account_pages.account, name="account"),
    path("account/sign-up/", SignUpView.as_view(), name="account_signup"),
    path("account/codes/", account_pages.recovery_codes, name="recovery-codes"),
    path("account/forgotten/", account_pages.forgotten, name="forgotten"),
    path("account/devices/", account_pages.devices, name="devices"),
    path("account/invite/", account_pages.invite, name="invite"),
    path("account/closed/", library.account_inactive, name="account_inactive"),
    path("account/password/", library.password_change, name="account_change_password"),
    path("account/password/first/", library.password_set, name="account_set_password"),
    path("account/password/by-mail/", library.password_reset, name="account_reset_password"),
    path("account/password/by-mail/sent/", library.password_reset_done, name="account_reset_password_done"),
    path(
        "account/password/new/<base36:uidb36>-<str:key>/",
        library.password_reset_from_key,
        name="account_reset_password_from_key",
    ),
    path("account/password/new/", library.password_reset_from_key_done, name="account_reset_password_from_key_done"),
    path("account/e-mail/", library.email, name="account_email"),
    path("account/e-mail/sent/", library.email_verification_sent, name="account_email_verification_sent"),
    path("account/e-mail/<str:key>/", library.confirm_email, name="account_confirm_email"),
    path("account/again/", library.reauthenticate, name="account_reauthenticate"),
    path("account/second-step/", second_step.index, name="mfa_index"),
    path("account/second-step/enter/", second_step.authenticate, name="mfa_authenticate"),
    path("account/second-step/again/", second_step.reauthenticate, name="mfa_reauthenticate"),
    path("account/second-step/app/", by_app.activate_totp, name="mfa_activate_totp"),
    path("account/second-step/app/off/", by_app.deactivate_totp, name="mfa_deactivate_totp"),
    path("account/second-step/codes/", spare_codes.view_recovery_codes, name="mfa_view_recovery_codes"),
    path("account/second-step/codes/new/", spare_codes.generate_recovery_codes, name="mfa_generate_recovery_codes"),
    path("account/second-step/passkeys/", by_passkey.list_webauthn, name="mfa_list_webauthn"),
    path("account/second-step/passkeys/add/", by_passkey.add_webauthn, name="mfa_add_webauthn"),
    path("account/second-step/passkeys/again/", by_passkey.reauthenticate_webauthn, name="mfa_reauthenticate_webauthn"),
    path("account/second-step/passkeys/<number:pk>/off/", by_passkey.remove_webauthn, name="mfa_remove_webauthn"),
    path("account/second-step/passkeys/<number:pk>/name/", by_passkey.edit_webauthn, name="mfa_edit_webauthn"),
]
