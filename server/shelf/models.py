"""The shelf: what was put there, and what became of it."""

from __future__ import annotations

from typing import ClassVar

from django.db import models

from accounts.models import Identified, Owned
from snabo_core.shelf.batches import ShelfEventKind
from snabo_core.shelf.keeping import Place


class ShelfBatch(Identified, Owned):
    """Something that is kept, by weight.

    `keeping` is the core's `KeepingKind` as it was when this was put, so that no later release
    moves a day. `food` and `form` are its food values, empty where nobody has said; `dish`,
    `part` and `run` name where it came from. `gone_on` is the day nothing of it was left.
    """

    name = models.CharField(max_length=120)
    food = models.CharField(max_length=200, default="", blank=True)
    form = models.CharField(max_length=40, null=True)  # noqa: DJ001  null: the usual form
    keeping = models.JSONField()
    grams = models.FloatField()
    pieces = models.FloatField(null=True)
    place: models.CharField[Place, Place] = models.CharField(max_length=10)
    made = models.DateField()
    put = models.DateField()
    said = models.DateField(null=True)
    note = models.CharField(max_length=300, default="", blank=True)
    dish = models.UUIDField(null=True)
    part = models.CharField(max_length=40, default="", blank=True)
    run = models.UUIDField(null=True)
    gone_on = models.DateField(null=True)
    removed_at = models.DateTimeField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["id"]

    def __str__(self) -> str:
        return f"{self.name}, {self.grams:g} g"


class ShelfEvent(models.Model):
    """What became of a batch; `client_id` makes sending it twice harmless.

    `place` is where it was moved to, `of` the event taken back, `run` the cooking it went into.
    """

    batch = models.ForeignKey(ShelfBatch, on_delete=models.CASCADE, related_name="events")
    client_id = models.UUIDField()
    kind: models.CharField[ShelfEventKind, ShelfEventKind] = models.CharField(max_length=20)
    on = models.DateField()
    grams = models.FloatField(default=0.0)
    place: models.CharField[Place, Place] = models.CharField(max_length=10, default="fridge")
    of = models.UUIDField(null=True)
    run = models.UUIDField(null=True)
    server_time = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["id"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["batch", "client_id"], name="shelf_event_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.grams:g} g"
