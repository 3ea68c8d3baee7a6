"""What one knows."""

from django.apps import AppConfig


class LearningConfig(AppConfig):
    """Drills from her own pieces, and when each comes again."""

    name = "bias.learning"
