"""What a request meets before and after the pages."""

from django.apps import AppConfig


class ServingConfig(AppConfig):
    """Error pages, the log of requests, checks at the start."""

    name = "bias.serving"

    def ready(self) -> None:
        """Register the checks at the start."""
        from bias.serving import checks  # noqa: F401
