"""What a request meets before and after the pages."""

from django.apps import AppConfig
from django.urls import register_converter

from bias.parsing import Base36Converter, NumberConverter


class ServingConfig(AppConfig):
    """Error pages, the log of requests, checks at the start."""

    name = "bias.serving"

    def ready(self) -> None:
        """Register the checks at the start, and how numbers stand in addresses."""
        from bias.serving import checks  # noqa: F401

        register_converter(NumberConverter, "number")
        register_converter(Base36Converter, "base36")
