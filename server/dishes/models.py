"""Dishes: a draft that changes and versions that do not."""

from typing import ClassVar

from django.db import models

from accounts.models import Identified, Owned


class Dish(Identified, Owned):
    """What goes on the table. `draft` is the document being worked on, `revision` counts saves."""

    title = models.CharField(max_length=200)
    draft = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True)
    # The list's figures and what they follow from; renewed when that has changed.
    summary = models.JSONField(null=True)
    summary_key = models.CharField(max_length=64, default="")

    class Meta:
        ordering: ClassVar = ["-changed_at", "-id"]

    def __str__(self) -> str:
        return self.title


class DishVersion(Identified, models.Model):
    """A kept document with the figures it had, immutable.

    `frozen` holds resolved grams, the values per 100 g they were computed from and the
    digest of the food list, so that a later release never changes history.
    """

    dish = models.ForeignKey(Dish, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    frozen = models.JSONField()
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["number"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["dish", "number"], name="version_number_once_a_dish")
        ]

    def __str__(self) -> str:
        return f"{self.dish} {self.number}"
