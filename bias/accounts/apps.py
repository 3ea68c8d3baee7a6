"""Who knits here."""

from django.apps import AppConfig


class JoiningConfig(AppConfig):
    """Accounts, and the one knitter of a household machine."""

    name = "bias.accounts"
    label = "joining"

    def ready(self) -> None:
        """Register the check that keeps a household machine to itself."""
        from bias.accounts import checks  # noqa: F401
