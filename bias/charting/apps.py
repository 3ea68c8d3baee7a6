"""A piece seen."""

from django.apps import AppConfig


class ChartingConfig(AppConfig):
    """The page of a piece: cloth, needle, strip, ledger, words."""

    name = "bias.charting"
