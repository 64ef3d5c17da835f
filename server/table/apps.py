"""Application configuration."""

from django.apps import AppConfig


class TableConfig(AppConfig):
    """The table app."""

    name = "table"
