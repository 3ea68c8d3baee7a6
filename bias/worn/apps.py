"""What is worn."""

from django.apps import AppConfig


class WornConfig(AppConfig):
    """The app of what is worn."""

    name = "bias.worn"
