"""Eaters: listing, adding, changing, taking away and bringing back; who can eat what."""

import datetime as dt
import zoneinfo
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from uuid import UUID, uuid4

import msgspec
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import mark_anew, writes
from config.wire import convert
from snabo_core.errors import BadInput
from snabo_core.plate import Eater as CoreEater
from snabo_core.plate import Exclusion, Rules, Target
from snabo_core.plate.eaters import check_target, schools
from snabo_core.plate.equipment import Equipment
from snabo_core.plate.exclusions import check_exclusion
from snabo_core.plate.pans import Pan
from snabo_core.plate.programme import Programme, check_programme
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.unseen import one_line
from table.models import Eater

MOST_EATERS, MOST_EXCLUSIONS = 20, 40


class SchoolView(msgspec.Struct):
    """A way of eating with its preset and source."""

    key: str
    name: str
    source: str
    targets: tuple[dict[str, str | float | bool | None], ...]
    exclusions: tuple[str, ...]


class EaterForm(msgspec.Struct):
    """What can be said of an eater."""

    name: str
    school: str
    targets: list[Target]
    exclusions: list[Exclusion]
    programme: Programme | None = None
    dismissed: list[str] = []


class EaterRecord(msgspec.Struct):
    """An eater as stored."""

    id: UUID
    name: str
    school: str
    school_name: str
    targets: list[Target]
    exclusions: list[Exclusion]
    programme: Programme | None
    dismissed: list[str]
    preset: bool


def record(eater: Eater) -> EaterRecord:
    """Return an eater for the wire."""
    school = schools().get(eater.school)
    targets = convert(eater.targets, list[Target])
    exclusions = convert(eater.exclusions, list[Exclusion])
    as_preset = school is not None and tuple(targets) == school.targets
    return EaterRecord(
        eater.uid,
        eater.name,
        eater.school,
        school.name if school else eater.school,
        targets,
        exclusions,
        convert(eater.programme, Programme) if eater.programme else None,
        list(eater.dismissed),
        as_preset,
    )


def eaters_of(*, household: Household) -> list[EaterRecord]:
    """Return the eaters at this household's table."""
    return [record(e) for e in Eater.objects.of(household).filter(deleted_at=None)]


def setting_of(*, household: Household, chosen: Sequence[str] = ()) -> Setting:
    """Return what the household brings to a computation; `chosen` eaters, or all."""
    people = _people(household.pk, household.mark)
    return Setting(
        tuple(eater for eater in people if not chosen or eater.id in chosen),
        household.microwave_watts,
        Rules(household.polyols, household.energy_rules),
        household.energy_unit,
        today_in(household=household),
        missing=frozenset(household.missing),
        not_again=frozenset(household.not_again),
        pans=tuple(convert(household.pans, list[Pan])),
        equipment=Equipment(**household.equipment),
    )


# A few households' eaters; the mark is another one whenever they change.
@lru_cache(maxsize=64)
def _people(household_id: int, _mark: str) -> tuple[CoreEater, ...]:
    return tuple(_core_eater(e) for e in eaters_of(household=Household(pk=household_id)))


def _core_eater(eater: EaterRecord) -> CoreEater:
    school = schools().get(eater.school)
    name = eater.school_name if eater.preset else f"{eater.school_name}, own limits"
    own = CoreEater(
        str(eater.id),
        eater.name,
        eater.school_name if eater.school == "no_preset" else name,
        tuple(eater.targets),
        tuple(eater.exclusions),
        programme=eater.programme,
        dismissed=tuple(eater.dismissed),
    )
    return replace(own, oil=school.oil) if school else own


def today_in(*, household: Household) -> dt.date:
    """Return the day it is in the household's zone."""
    return timezone.now().astimezone(zoneinfo.ZoneInfo(household.zone)).date()


def checked_form(form: EaterForm) -> dict[str, object]:
    """Return the columns of what is said of an eater.

    Raises:
        BadInput: a name, a limit or an exclusion that cannot be; names the field.
    """
    if not form.name.strip() or len(form.name) > 80 or not one_line(form.name):
        raise BadInput("A name has 1 to 80 letters, on one line.", "name")
    if form.school not in schools():
        raise BadInput("Choose one of the ways of eating in the list.", "school")
    for target in form.targets:
        check_target(target)
    aims = [(target.nutrient, target.per) for target in form.targets]
    if len(set(aims)) != len(aims):
        raise BadInput("There are two targets for the same nutrient; keep one.", "targets")
    for exclusion in form.exclusions:
        check_exclusion(exclusion)
    words = [exclusion.what.strip().casefold() for exclusion in form.exclusions]
    if len(set(words)) != len(words):
        raise BadInput("Something is left out twice; keep one.", "exclusions")
    if len(form.exclusions) > MOST_EXCLUSIONS:
        raise BadInput(f"At most {MOST_EXCLUSIONS} things can be left out.", "exclusions")
    if form.programme is not None:
        check_programme(form.programme)
    if any(key not in book().cautions for key in form.dismissed):
        raise BadInput("There is no such caution.", "dismissed")
    return {
        "name": form.name.strip(),
        "school": form.school,
        "targets": msgspec.to_builtins(form.targets),
        "exclusions": msgspec.to_builtins(form.exclusions),
        "programme": msgspec.to_builtins(form.programme),
        "dismissed": form.dismissed,
    }


@writes
def add_eater(
    *, household: Household, by: User, form: EaterForm, client_id: UUID | None = None
) -> EaterRecord:
    """Seat somebody at the table; sent twice under the same id they are seated once.

    Raises:
        BadInput: the form contradicts itself, or the table is full.
    """
    fields = checked_form(form)
    known = Eater.objects.filter(uid=client_id).first() if client_id else None
    if known is not None:
        if known.household_id != household.id:
            raise BadInput("This id is taken; load the page again.", "Client-Id")
        return record(known)
    _refuse_full_table(household)
    mark_anew(household=household)
    return record(Eater.objects.create(household=household, uid=client_id or uuid4(), **fields))


def _refuse_full_table(household: Household) -> None:
    if Eater.objects.of(household).filter(deleted_at=None).count() >= MOST_EATERS:
        raise BadInput(f"{MOST_EATERS} eaters are the most a table holds.", "name")


def _to_change(household: Household, eater_id: UUID) -> Eater:
    found = get_object_or_404(Eater.objects.of(household).select_for_update(), uid=eater_id)
    mark_anew(household=household)
    return found


@writes
def change_eater(*, household: Household, by: User, eater_id: UUID, form: EaterForm) -> EaterRecord:
    """Change an eater; the change counts from now on, kept versions keep their figures.

    Raises:
        BadInput: the form contradicts itself.
    """
    eater, fields = _to_change(household, eater_id), checked_form(form)
    for field, value in fields.items():
        setattr(eater, field, value)
    eater.save(update_fields=list(fields))
    return record(eater)


@writes
def remove_eater(*, household: Household, by: User, eater_id: UUID) -> None:
    """Take an eater from the table; `restore_eater` brings them back."""
    eater = _to_change(household, eater_id)
    eater.deleted_at = timezone.now()
    eater.save(update_fields=["deleted_at"])


@writes
def restore_eater(*, household: Household, by: User, eater_id: UUID) -> EaterRecord:
    """Bring a removed eater back.

    Raises:
        BadInput: the table is full.
    """
    eater = _to_change(household, eater_id)
    if eater.deleted_at is not None:
        _refuse_full_table(household)
    eater.deleted_at = None
    eater.save(update_fields=["deleted_at"])
    return record(eater)


def school_views() -> list[SchoolView]:
    """Return the schools with their presets and sources."""
    return [
        SchoolView(
            s.key,
            s.name,
            s.source,
            tuple(msgspec.to_builtins(t) for t in s.targets),
            tuple(e.what for e in s.exclusions),
        )
        for s in schools().values()
    ]


@writes
def dismiss(*, household: Household, by: User, eater_id: UUID, key: str) -> EaterRecord:
    """Put a caution away for one eater; putting it away twice changes nothing.

    Raises:
        BadInput: there is no such caution.
    """
    if key not in book().cautions:
        raise BadInput("There is no such caution.", "key")
    eater = _to_change(household, eater_id)
    eater.dismissed = sorted({*eater.dismissed, key})
    eater.save(update_fields=["dismissed"])
    return record(eater)
