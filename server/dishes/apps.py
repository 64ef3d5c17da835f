"""Application configuration."""

from django.apps import AppConfig


class DishesConfig(AppConfig):
    """The dishes app."""

    name = "dishes"
