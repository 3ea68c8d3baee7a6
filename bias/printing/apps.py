"""Printing pieces."""

from django.apps import AppConfig


class PrintingConfig(AppConfig):
    """The app of printed pieces."""

    name = "bias.printing"
