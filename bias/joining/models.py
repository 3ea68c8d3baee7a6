"""The knitter."""

from django.contrib.auth.models import AbstractUser


class Knitter(AbstractUser):
    """Somebody who owns pieces."""
