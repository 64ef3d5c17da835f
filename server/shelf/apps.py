"""Application configuration."""

from django.apps import AppConfig


class ShelfConfig(AppConfig):
    """The shelf app."""

    name = "shelf"
