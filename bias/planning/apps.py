"""Plans: what a knitter intends, before and while its rows are written."""

from django.apps import AppConfig


class PlanningConfig(AppConfig):
    """Beginning from a shape, plan and size."""

    name = "bias.planning"
