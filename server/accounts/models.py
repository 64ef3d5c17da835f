"""Households and the people who sign in to them."""

from __future__ import annotations

import uuid
from typing import ClassVar, Literal, Self, TypeVar

from django.contrib.auth.models import AbstractUser
from django.db import models

from snabo_core.dish import UnitSystem
from snabo_core.foods.labels import Jurisdiction
from snabo_core.plate.rows import EnergyRule, PolyolRule
from snabo_core.plate.setting import EnergyUnit

Scope = Literal["read", "write"]
Row = TypeVar("Row", bound=models.Model)


class Household(models.Model):
    """One kitchen: everything else belongs to exactly one of these."""

    name = models.CharField(max_length=120)
    zone = models.CharField(max_length=64, default="Europe/London")
    unit_system: models.CharField[UnitSystem, UnitSystem] = models.CharField(
        max_length=16, default="metric"
    )
    microwave_watts = models.PositiveIntegerField(default=800)
    polyols: models.CharField[PolyolRule, PolyolRule] = models.CharField(
        max_length=8, default="all"
    )
    label_region: models.CharField[Jurisdiction, Jurisdiction] = models.CharField(
        max_length=8, default="eu"
    )
    energy_rules: models.CharField[EnergyRule, EnergyRule] = models.CharField(
        max_length=8, default="eu"
    )
    energy_unit: models.CharField[EnergyUnit, EnergyUnit] = models.CharField(
        max_length=8, default="kcal"
    )
    salt_kind = models.CharField(max_length=40, default="fine table salt")
    # millilitres of this household's pinch, drizzle ... by unit id
    habits = models.JSONField(default=dict)
    # counts changes to own foods, measures, names and habits, so that caches can follow
    foods_revision = models.PositiveIntegerField(default=0)
    # minutes without a request after which a session ends; 0 for never
    idle_minutes = models.PositiveIntegerField(default=0)
    # appliances of the swap book that this kitchen lacks
    missing = models.JSONField(default=list)
    # pans, tins and dishes: the core's `Pan` each
    pans = models.JSONField(default=list)
    # what it cooks on: the core's `Equipment`, empty for the usual
    equipment = models.JSONField(default=dict)
    # families of stand-ins that this household has had enough of
    not_again = models.JSONField(default=list)
    # whether its own yields go before the book's, and since when they count
    learns = models.BooleanField(default=True)
    learns_since = models.DateTimeField(null=True)
    # another word whenever its eaters or what was told of its cookings change, so that caches
    # can follow; never the same again, so that nothing undone is taken for what came after it
    mark = models.CharField(max_length=32, default="")
    # set while own foods were changed and not committed; nothing may be cached then
    foods_in_change = False

    class Meta:
        constraints: ClassVar = [
            models.CheckConstraint(
                condition=models.Q(microwave_watts__gte=200, microwave_watts__lte=3000),
                name="household_microwave_watts_plausible",
            ),
            models.CheckConstraint(
                condition=models.Q(polyols__in=("all", "half", "none")),
                name="household_polyols_is_a_rule",
            ),
            models.CheckConstraint(
                condition=models.Q(label_region__in=("us", "eu", "other"))
                & models.Q(energy_rules__in=("us", "eu"))
                & models.Q(energy_unit__in=("kcal", "kj")),
                name="household_rules_are_known",
            ),
        ]

    def __str__(self) -> str:
        return self.name


class User(AbstractUser):
    """Somebody who signs in; belongs to one household."""

    household = models.ForeignKey(
        Household, on_delete=models.CASCADE, null=True, related_name="users"
    )


class SignIn(models.Model):
    """One open session of a user, for the list in which it can be ended."""

    uid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="sign_ins")
    session_key = models.CharField(max_length=40, unique=True)
    device = models.CharField(max_length=120)
    since = models.DateTimeField(auto_now_add=True)
    seen = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["-seen", "-id"]

    def __str__(self) -> str:
        return f"{self.user} on {self.device}"


class OwnedQuerySet(models.QuerySet[Row]):
    """Rows that belong to households."""

    def of(self, household: Household) -> Self:
        """Return only this household's rows."""
        return self.filter(household=household)


class Owned(models.Model):
    """Base of every row a household owns; queries start at `Model.objects.of(household)`."""

    household = models.ForeignKey(Household, on_delete=models.CASCADE, related_name="+")
    objects = OwnedQuerySet.as_manager()

    class Meta:
        abstract = True


class Identified(models.Model):
    """Base of rows that documents, addresses and archives name: by `uid`, never by the key."""

    uid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)

    class Meta:
        abstract = True


class ApiToken(Identified, Owned):
    """What lets another program in, until a day. Only the digest of the token is kept.

    `scope` is "read" (it may look and compute) or "write" (it may change what the kitchen keeps).
    """

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="tokens")
    name = models.CharField(max_length=80)
    scope: models.CharField[Scope, Scope] = models.CharField(max_length=8)
    digest = models.CharField(max_length=64, unique=True)
    created_at = models.DateTimeField(auto_now_add=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)

    class Meta:
        ordering: ClassVar = ["-created_at", "-id"]
        constraints: ClassVar = [
            models.CheckConstraint(
                condition=models.Q(scope__in=("read", "write")), name="token_scope_known"
            )
        ]

    def __str__(self) -> str:
        return self.name
