"""Written rows."""

from django.apps import AppConfig


class WritingConfig(AppConfig):
    """Bringing in and editing written rows."""

    name = "bias.writing"
