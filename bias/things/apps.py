"""Things of several pieces."""

from django.apps import AppConfig


class ThingsConfig(AppConfig):
    """The app of the things."""

    name = "bias.things"
