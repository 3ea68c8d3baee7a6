"""At the needles."""

from django.apps import AppConfig


class MakingConfig(AppConfig):
    """The log of worked rows."""

    name = "bias.at_needles"
    label = "making"
