"""What knitters keep."""

from django.apps import AppConfig


class KeepingConfig(AppConfig):
    """Pieces and their revisions."""

    name = "bias.pieces"
    label = "keeping"
