"""Application configuration."""

from django.apps import AppConfig


class FoodsConfig(AppConfig):
    """The foods app."""

    name = "foods"
