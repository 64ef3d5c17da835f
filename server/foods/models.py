"""What a household says about foods; the generic food list lives in the core."""

from typing import ClassVar

from django.db import models

from accounts.models import Owned


class LearnedReading(Owned):
    """A food text that always means the same food here, as lines are read."""

    key = models.CharField(max_length=120)
    written = models.CharField(max_length=200)
    food = models.CharField(max_length=200)
    form = models.CharField(max_length=40, null=True)  # noqa: DJ001  null: the usual form
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering: ClassVar = ["written"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "key"], name="learned_reading_once")
        ]

    def __str__(self) -> str:
        return f"{self.written}: {self.food}"
