"""Signing in and out, and what a household says about its kitchen."""

import msgspec
from django.contrib.auth import authenticate, login
from django.db import transaction
from django.http import HttpRequest
from rest_framework import exceptions

from accounts.models import Household, User
from snabo_core.errors import BadInput


class Credentials(msgspec.Struct):
    """What is typed to sign in."""

    username: str
    password: str


class KitchenSettings(msgspec.Struct):
    """What the computation needs to know of a household's kitchen."""

    microwave_watts: int
    unit_system: str
    polyol_share: float


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
    return KitchenSettings(household.microwave_watts, household.unit_system, household.polyol_share)


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


UNIT_SYSTEMS = ("metric", "us", "australia")
WATTS = (200, 3000)


@transaction.atomic
def change_kitchen(household: Household, settings: KitchenSettings) -> KitchenSettings:
    """Store new kitchen settings.

    Raises:
        BadInput: a value no kitchen has.
    """
    low, high = WATTS
    if not low <= settings.microwave_watts <= high:
        raise BadInput(
            f"Microwaves have {low} to {high} W; look at the plate on the back of yours.",
            "microwave_watts",
        )
    if settings.unit_system not in UNIT_SYSTEMS:
        raise BadInput(f"Choose one of {', '.join(UNIT_SYSTEMS)}.", "unit_system")
    if not 0 <= settings.polyol_share <= 1:
        raise BadInput("The share of polyols taken off runs from 0 to 1.", "polyol_share")
    household.microwave_watts = settings.microwave_watts
    household.unit_system = settings.unit_system
    household.polyol_share = settings.polyol_share
    household.save()
    return kitchen_of(household)
