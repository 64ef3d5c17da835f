"""Application configuration."""

from django.apps import AppConfig


class RunsConfig(AppConfig):
    """The runs app."""

    name = "runs"
