"""Runs: one cooking of a version, as a row of events that is only ever added to."""

import datetime as dt
from typing import ClassVar

from django.db import models
from django.utils import timezone

from accounts.models import Household, Identified, Owned
from dishes.models import Dish, DishVersion

# A cooking that ended no longer ago is what is on the table; common practice, no source.
ON_THE_TABLE = dt.timedelta(hours=36)


class CookingSession(Identified, Owned):
    """An evening of cooking: one or more runs, what the cook wished for, and a row of events.

    `opens_at` is minute 0 of its sheet; `wishes` are the core's `Plan` as it was at the start.
    """

    opens_at = models.DateTimeField()
    zone = models.CharField(max_length=64)
    wishes = models.JSONField()
    finished_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["-opens_at", "-id"]

    def __str__(self) -> str:
        return f"{self.opens_at:%d %B %Y, %H:%M}"


def is_cooking(household: Household) -> bool:
    """Return whether an evening is open that began not long ago."""
    found = CookingSession.objects.of(household).filter(finished_at=None)
    return found.filter(opens_at__gte=timezone.now() - ON_THE_TABLE).exists()


class Run(Identified, Owned):
    """One cooking of a dish version; a weigh-in on its own needs no session."""

    session = models.ForeignKey(
        CookingSession, on_delete=models.CASCADE, null=True, related_name="runs"
    )
    place = models.PositiveSmallIntegerField(default=0)

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


class SessionEvent(models.Model):
    """Something that happened in an evening; `client_id` makes sending it twice harmless.

    `happened_at` is the device's time on the server's clock; `seq` is the device's own count.
    """

    session = models.ForeignKey(CookingSession, on_delete=models.CASCADE, related_name="events")
    client_id = models.UUIDField()
    kind = models.CharField(max_length=30)
    device = models.CharField(max_length=40)
    seq = models.PositiveIntegerField()
    client_time = models.DateTimeField()
    offset_ms = models.BigIntegerField(default=0)
    happened_at = models.DateTimeField()
    server_time = models.DateTimeField(auto_now_add=True)
    payload = models.JSONField()
    schema = models.PositiveSmallIntegerField(default=1)

    class Meta:
        ordering: ClassVar = ["id"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["session", "client_id"], name="session_event_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.payload}"


class Photo(Identified, Owned):
    """A photo of a cooking, small and without where it was taken; `task` is the Stove's step."""

    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="photos")
    task = models.CharField(max_length=120, default="", blank=True)
    taken_at = models.DateTimeField()
    width = models.PositiveSmallIntegerField()
    height = models.PositiveSmallIntegerField()
    jpeg = models.BinaryField()

    class Meta:
        ordering: ClassVar = ["taken_at", "id"]

    def __str__(self) -> str:
        return f"{self.run}, {self.width} x {self.height}"
