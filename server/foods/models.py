"""What a household says about foods; the generic food list lives in the core."""

import uuid
from typing import ClassVar

from django.db import models

from accounts.models import Identified, Owned


class LearnedReading(Identified, Owned):
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


class OwnFood(Owned):
    """A food from a label; `document` is the core's own food without its id.

    Put away softly, since dishes may still use it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=80)
    document = models.JSONField()
    changed_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class HomemadeFood(Owned):
    """A food made of a kept version; `document` is the core's `Homemade` without its id.

    `dish` is the row's number in this database. Put away softly, as dishes may still use it.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    dish = models.PositiveBigIntegerField()
    name = models.CharField(max_length=80)
    document = models.JSONField()
    created_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class OwnMeasure(Identified, Owned):
    """What one unit of a food weighs in this household, grams."""

    food = models.CharField(max_length=200)
    unit = models.CharField(max_length=40)
    grams = models.FloatField()
    low = models.FloatField()
    high = models.FloatField()

    class Meta:
        ordering: ClassVar = ["food", "unit"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "food", "unit"], name="own_measure_once"),
            models.CheckConstraint(
                condition=models.Q(low__gt=0)
                & models.Q(low__lte=models.F("grams"))
                & models.Q(grams__lte=models.F("high")),
                name="own_measure_runs_upward",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.unit} of {self.food}: {self.grams:g} g"


class OwnName(Identified, Owned):
    """What a household also calls a food; `key` is how lines are compared."""

    key = models.CharField(max_length=120)
    written = models.CharField(max_length=80)
    food = models.CharField(max_length=200)

    class Meta:
        ordering: ClassVar = ["written"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "key"], name="own_name_once")
        ]

    def __str__(self) -> str:
        return f"{self.written}: {self.food}"


class OwnStandIn(Owned):
    """A household's own stand-in; `document` is the core's `OwnStandIn`.

    The id comes from the browser, so that adding twice adds once. Dishes hold their own copy of
    what was chosen, so that putting one away changes no dish.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=80)
    role = models.CharField(max_length=40)
    document = models.JSONField()
    changed_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["role", "name", "id"]

    def __str__(self) -> str:
        return f"{self.name} for {self.role}"
