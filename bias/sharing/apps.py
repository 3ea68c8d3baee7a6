"""Shared pieces."""

from django.apps import AppConfig


class SharingConfig(AppConfig):
    """The app of what is shared by a link."""

    name = "bias.sharing"
