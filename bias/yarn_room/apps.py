"""The yarn of a piece."""

from django.apps import AppConfig


class YarnRoomConfig(AppConfig):
    """The app of a piece's yarn."""

    name = "bias.yarn_room"
