"""A piece as a pattern for others."""

from django.apps import AppConfig


class PublishingConfig(AppConfig):
    """The published page of a piece, on screen and on paper."""

    name = "bias.publishing"
