"""Runs: one cooking of a version, as a row of events that is only ever added to."""

from typing import ClassVar

from django.db import models

from accounts.models import Identified, Owned
from dishes.models import Dish, DishVersion


class Run(Identified, Owned):
    """One cooking of a dish version."""

    dish = models.ForeignKey(Dish, on_delete=models.CASCADE, related_name="runs")
    version = models.ForeignKey(DishVersion, on_delete=models.PROTECT, related_name="runs")
    started_at = models.DateTimeField(auto_now_add=True)
    finished_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["-started_at", "-id"]

    def __str__(self) -> str:
        return f"{self.dish}, {self.started_at:%d %B %Y}"


class RunEvent(models.Model):
    """Something that happened; `client_id` makes sending it twice harmless."""

    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="events")
    client_id = models.UUIDField()
    kind = models.CharField(max_length=30)
    payload = models.JSONField()
    server_time = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["id"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["run", "client_id"], name="run_event_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.payload}"
