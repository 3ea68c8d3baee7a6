"""The shelf of yarns."""

from django.apps import AppConfig


class YarnsConfig(AppConfig):
    """The app of the shelf."""

    name = "bias.yarns"
