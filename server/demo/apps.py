"""Application configuration."""

from django.apps import AppConfig


class DemoConfig(AppConfig):
    """The demo household, invented, and the command that loads it."""

    name = "demo"
