"""Application configuration."""

from django.apps import AppConfig


class ArchiveConfig(AppConfig):
    """The archive app."""

    name = "archive"
