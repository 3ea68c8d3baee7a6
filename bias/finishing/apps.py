"""The finishing of a piece."""

from django.apps import AppConfig


class FinishingConfig(AppConfig):
    """The app of the finishing."""

    name = "bias.finishing"
