"""Application configuration."""

from django.apps import AppConfig


class RunsConfig(AppConfig):
    """The runs app."""

    name = "runs"

    def ready(self) -> None:
        """Let nobody be signed out for sitting still while an evening is open."""
        # Models are not loaded before this.
        from accounts.idle import BUSY  # noqa: PLC0415
        from runs.models import is_cooking  # noqa: PLC0415

        BUSY.append(is_cooking)
