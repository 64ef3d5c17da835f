"""Application configuration."""

from django.apps import AppConfig


class ReckonConfig(AppConfig):
    """The reckon app: computes what screens show and stores nothing of the cook's."""

    name = "reckon"
