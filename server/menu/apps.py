"""Application configuration."""

from django.apps import AppConfig


class MenuConfig(AppConfig):
    """The menu app."""

    name = "menu"
