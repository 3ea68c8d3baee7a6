"""The basket."""

from django.apps import AppConfig


class BasketConfig(AppConfig):
    """Home."""

    name = "bias.home"
    label = "basket"
