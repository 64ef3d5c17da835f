"""Signing in and out, and what a household says about its kitchen."""

import datetime as dt
from dataclasses import asdict
from uuid import UUID

import msgspec
from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.models import AnonymousUser
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.backends.db import SessionStore
from django.core.cache import cache
from django.core.exceptions import ValidationError
from django.db import transaction
from django.db.models import F, Sum
from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from rest_framework import exceptions

from accounts.address import client_address
from accounts.idle import BUSY
from accounts.models import Household, SignIn, User
from accounts.writing import writes
from config.paging import Cut, whole
from config.wire import convert
from snabo_core.dish import UnitSystem
from snabo_core.errors import BadInput
from snabo_core.foods.labels import Jurisdiction
from snabo_core.foods.own import check_habits
from snabo_core.plate.equipment import Equipment, check_equipment
from snabo_core.plate.pans import Pan, check_pan
from snabo_core.plate.rows import EnergyRule, PolyolRule
from snabo_core.plate.setting import EnergyUnit
from snabo_core.quantities.conversions import salt_kinds
from snabo_core.swaps.book import book
from snabo_core.unseen import one_line, without_unseen


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
    energy_rules: EnergyRule
    energy_unit: EnergyUnit
    salt_kind: str
    habits: dict[str, float]
    idle_minutes: int = 0
    # appliances that some stand-in asks for and this kitchen lacks
    missing: list[str] = []
    pans: list[Pan] = []
    equipment: Equipment = msgspec.field(default_factory=Equipment)


class Family(msgspec.Struct):
    """A family of stand-ins, and whether this household wants it again."""

    family: str
    again: bool


class Families(msgspec.Struct):
    """The families of stand-ins that a household does not want again."""

    not_again: list[str]


class PasswordChange(msgspec.Struct):
    """The password there is and the one there will be."""

    old: str
    new: str


class SignInRecord(msgspec.Struct):
    """An open session; `here` is the one that asks."""

    id: UUID
    device: str
    since: dt.datetime
    seen: dt.datetime
    here: bool


class Session(msgspec.Struct):
    """Who is signed in, where."""

    username: str
    household: str
    kitchen: KitchenSettings


def describe(user: User) -> Session:
    """Return the session as the screen needs it."""
    household = household_of(user)
    return Session(user.username, household.name, kitchen_of(household=household))


def acting(user: User | AnonymousUser) -> User:
    """Return who acts.

    Raises:
        NotAuthenticated: nobody is signed in.
    """
    if not isinstance(user, User):
        raise exceptions.NotAuthenticated
    return user


def household_of(user: User | AnonymousUser) -> Household:
    """Return the household of a signed-in user.

    Raises:
        NotAuthenticated: nobody is signed in.
        PermissionDenied: the user belongs to none.
    """
    household = acting(user).household
    if household is None:
        raise exceptions.PermissionDenied
    return household


def kitchen_of(*, household: Household) -> KitchenSettings:
    """Return the household's kitchen settings as a plain value."""
    values = {name: getattr(household, name) for name in SETTINGS}
    typed = {
        "pans": convert(household.pans, list[Pan]),
        "equipment": Equipment(**household.equipment),
    }
    return KitchenSettings(**values | typed)


def sign_in(request: HttpRequest, credentials: Credentials) -> Session:
    """Open a session.

    Raises:
        BadInput: name and password do not belong together, or too many tries.
    """
    _refuse_sprayed(request)
    user = authenticate(
        request, username=credentials.username[:150], password=credentials.password[:500]
    )
    if not isinstance(user, User):
        raise BadInput("That name and password do not belong together. Try again.", "password")
    login(request, user)
    SignIn.objects.create(
        user=user, session_key=str(request.session.session_key), device=_device(request)
    )
    return describe(user)


def sign_out(request: HttpRequest) -> None:
    """End the session that asks."""
    SignIn.objects.filter(session_key=request.session.session_key).delete()
    logout(request)


def _refuse_sprayed(request: HttpRequest) -> None:
    """Refuse an address from which too many passwords were tried, for whatever names."""
    since = timezone.now() - dt.timedelta(seconds=settings.LOCKOUT_SECONDS)
    tried = AccessAttempt.objects.filter(
        ip_address=client_address(request), attempt_time__gte=since
    ).aggregate(failures=Sum("failures_since_start"))
    if (tried["failures"] or 0) >= settings.MOST_FAILURES_OF_ADDRESS:
        raise exceptions.Throttled(wait=settings.LOCKOUT_SECONDS)


def _device(request: HttpRequest) -> str:
    """Return what somebody would call the browser they sign in with."""
    agent = request.headers.get("User-Agent", "")
    program = next((name for key, name in BROWSERS if key in agent), "a browser")
    system = next((name for key, name in SYSTEMS if key in agent), "")
    return f"{program} on {system}" if system else program


def check_password(password: str, user: User) -> None:
    """Refuse a password that is easily guessed.

    Raises:
        BadInput: it is; says why.
    """
    try:
        validate_password(password[:500], user)
    except ValidationError as refusal:
        raise BadInput(" ".join(refusal.messages), "password") from refusal


def change_password(*, by: User, request: HttpRequest, change: PasswordChange) -> None:
    """Give who acts another password; their other sessions end.

    Raises:
        BadInput: the old one is wrong, or the new one easily guessed.
    """
    if not by.check_password(change.old[:500]):
        raise BadInput("That is not the password there is now.", "old")
    check_password(change.new, by)
    by.set_password(change.new[:500])
    by.save(update_fields=["password"])
    update_session_auth_hash(request, by)
    here = request.session.session_key
    SignIn.objects.filter(user=by).exclude(session_key=here).delete()
    SignIn.objects.get_or_create(
        session_key=here, defaults={"user": by, "device": _device(request)}
    )


def sign_ins(*, by: User, here: str | None, cut: Cut = whole) -> list[SignInRecord]:
    """Return the open sessions of who asks, last used first."""
    return [
        SignInRecord(s.uid, s.device, s.since, s.seen, s.session_key == here)
        for s in cut(by.sign_ins.all())
    ]


def end_sign_in(*, by: User, sign_in_id: UUID) -> None:
    """End one of the sessions of who acts."""
    found = get_object_or_404(by.sign_ins, uid=sign_in_id)
    SessionStore(found.session_key).delete()
    found.delete()


def seen_now(user: User, session_key: str | None) -> bool:
    """Note that a session is used; False where it was idle for too long or ended elsewhere.

    Where none is ended for being idle it is noted once a minute.
    """
    idles = user.household is not None and user.household.idle_minutes > 0
    noted = f"seen-{session_key}"
    if not idles and cache.get(noted):
        return True
    found = SignIn.objects.filter(user=user, session_key=session_key).first()
    if found is None and session_key:
        # Opened by an older release.
        found = SignIn.objects.create(user=user, session_key=session_key, device="a browser")
    if found is None:
        return True
    now, household = timezone.now(), user.household
    if household is not None and household.idle_minutes:
        idle = now - found.seen > dt.timedelta(minutes=household.idle_minutes)
        if idle and not any(busy(household) for busy in BUSY):
            found.delete()
            return False
    if now - found.seen > SEEN_EVERY:
        SignIn.objects.filter(pk=found.pk).update(seen=now)
    cache.set(noted, "noted", SEEN_EVERY.total_seconds())
    return True


@transaction.atomic
def add_household(*, name: str, username: str, password: str) -> Household:
    """Make a household and its first sign-in.

    Raises:
        BadInput: a name is none or taken, or the password is easily guessed.
    """
    name = without_unseen(name)
    if not 0 < len(name.strip()) <= LONGEST_NAME or not one_line(name):
        raise BadInput(
            f"A household's name has 1 to {LONGEST_NAME} characters, on one line.", "name"
        )
    user = User(username=username.strip())
    try:
        user.username_validator(user.username)
    except ValidationError as refusal:
        raise BadInput(" ".join(refusal.messages), "username") from refusal
    if not user.username or User.objects.filter(username__iexact=user.username).exists():
        raise BadInput("Somebody signs in with that name already; choose another.", "username")
    check_password(password, user)
    household = Household.objects.create(name=name.strip())
    user.household = household
    user.set_password(password)
    user.save()
    return household


WATTS = (200, 3000)
MOST_IDLE_MINUTES, LONGEST_NAME, MOST_PANS = 1440, 120, 60
SEEN_EVERY = dt.timedelta(minutes=1)
BROWSERS = (("Edg/", "Edge"), ("Firefox/", "Firefox"), ("Chrome/", "Chrome"), ("Safari/", "Safari"))
SYSTEMS = (("Android", "Android"), ("iPhone", "an iPhone"), ("iPad", "an iPad"),
           ("Windows", "Windows"), ("Mac OS", "a Mac"), ("Linux", "Linux"))  # fmt: skip
SETTINGS = KitchenSettings.__struct_fields__


@writes
def change_kitchen(*, household: Household, by: User, wanted: KitchenSettings) -> KitchenSettings:
    """Store new kitchen wanted; dishes already here keep the units they were read in.

    Raises:
        BadInput: a value no kitchen has.
    """
    low, high = WATTS
    if not low <= wanted.microwave_watts <= high:
        raise BadInput(
            f"Microwaves have {low} to {high} W; look at the plate on the back of yours.",
            "microwave_watts",
        )
    if wanted.salt_kind not in salt_kinds():
        raise BadInput(f"Choose one of {', '.join(salt_kinds())}.", "salt_kind")
    check_habits(wanted.habits)
    if not 0 <= wanted.idle_minutes <= MOST_IDLE_MINUTES:
        raise BadInput("A session ends after 0 (never) to 1440 idle minutes.", "idle_minutes")
    unknown = set(wanted.missing) - book().appliances
    if unknown:
        raise BadInput(f"No stand-in asks for a {min(unknown)}.", "missing")
    wanted.missing = sorted(set(wanted.missing))
    if len(wanted.pans) > MOST_PANS:
        raise BadInput(f"{MOST_PANS} pans are the most a kitchen lists.", "pans")
    check_equipment(wanted.equipment)
    values = {name: getattr(wanted, name) for name in SETTINGS}
    values["equipment"] = asdict(wanted.equipment)
    values["pans"] = [msgspec.to_builtins(check_pan(pan)) for pan in wanted.pans]
    Household.objects.filter(pk=household.pk).update(
        **values, foods_revision=F("foods_revision") + 1
    )
    household.refresh_from_db()
    return kitchen_of(household=household)


def families_of(*, household: Household) -> Families:
    """Return the families a household does not want again."""
    return Families(list(household.not_again))


@writes
def want_again(*, household: Household, by: User, wanted: Family) -> Families:
    """Remember whether a household wants a family of stand-ins again; return those it does not.

    Raises:
        BadInput: no stand-in is of that family.
    """
    if wanted.family not in book().families:
        raise BadInput("No stand-in of the book is of that family.", "family")
    rest = [name for name in household.not_again if name != wanted.family]
    household.not_again = rest if wanted.again else sorted([*rest, wanted.family])
    household.save(update_fields=["not_again"])
    return families_of(household=household)
