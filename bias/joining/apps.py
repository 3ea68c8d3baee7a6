"""Who knits here."""

from django.apps import AppConfig


class JoiningConfig(AppConfig):
    """Accounts, and the one knitter of a household machine."""

    name = "bias.joining"

    def ready(self) -> None:
        """Register the check that keeps a household machine to itself."""
        from bias.joining import checks  # noqa: F401
