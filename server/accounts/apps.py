"""Application configuration."""

from django.apps import AppConfig


class AccountsConfig(AppConfig):
    """The accounts app."""

    name = "accounts"
