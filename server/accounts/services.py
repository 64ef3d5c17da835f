"""Signing in and out, and what a household says about its kitchen."""

from typing import Literal

import msgspec
from django.contrib.auth import authenticate, login
from django.db.models import F
from django.http import HttpRequest
from rest_framework import exceptions

from accounts.models import Household, User
from accounts.writing import writes
from snabo_core.dish import UnitSystem
from snabo_core.errors import BadInput
from snabo_core.foods.labels import Jurisdiction
from snabo_core.foods.own import check_habits
from snabo_core.plate.rows import PolyolRule
from snabo_core.quantities.conversions import salt_kinds


class Credentials(msgspec.Struct):
    """What is typed to sign in."""

    username: str
    password: str


class KitchenSettings(msgspec.Struct):
    """What the computation needs to know of a household's kitchen."""

    microwave_watts: int
    unit_system: UnitSystem
    polyols: PolyolRule
    label_region: Jurisdiction
    energy_rules: Literal["us", "eu"]
    energy_unit: Literal["kcal", "kj"]
    salt_kind: str
    habits: dict[str, float]


class Session(msgspec.Struct):
    """Who is signed in, where."""

    username: str
    household: str
    kitchen: KitchenSettings


def describe(user: User) -> Session:
    """Return the session as the screen needs it."""
    household = household_of(user)
    return Session(user.username, household.name, kitchen_of(household))


def household_of(user: User) -> Household:
    """Return the household of a signed-in user.

    Raises:
        PermissionDenied: the user belongs to none.
    """
    if user.household is None:
        raise exceptions.PermissionDenied
    return user.household


def kitchen_of(household: Household) -> KitchenSettings:
    """Return the household's kitchen settings as a plain value."""
    return KitchenSettings(**{name: getattr(household, name) for name in SETTINGS})


def sign_in(request: HttpRequest, credentials: Credentials) -> Session:
    """Open a session.

    Raises:
        BadInput: name and password do not belong together, or too many tries.
    """
    user = authenticate(
        request, username=credentials.username[:150], password=credentials.password[:500]
    )
    if not isinstance(user, User):
        raise BadInput("That name and password do not belong together. Try again.", "password")
    login(request, user)
    return describe(user)


WATTS = (200, 3000)
SETTINGS = KitchenSettings.__struct_fields__


@writes
def change_kitchen(household: Household, settings: KitchenSettings) -> KitchenSettings:
    """Store new kitchen settings; dishes already here keep the units they were read in.

    Raises:
        BadInput: a value no kitchen has.
    """
    low, high = WATTS
    if not low <= settings.microwave_watts <= high:
        raise BadInput(
            f"Microwaves have {low} to {high} W; look at the plate on the back of yours.",
            "microwave_watts",
        )
    if settings.salt_kind not in salt_kinds():
        raise BadInput(f"Choose one of {', '.join(salt_kinds())}.", "salt_kind")
    check_habits(settings.habits)
    values = {name: getattr(settings, name) for name in SETTINGS}
    Household.objects.filter(pk=household.pk).update(
        **values, foods_revision=F("foods_revision") + 1
    )
    household.refresh_from_db()
    return kitchen_of(household)
