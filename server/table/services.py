"""Eaters: listing, adding, changing, taking away and bringing back."""

from collections.abc import Sequence

import msgspec
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household
from snabo_core.errors import BadInput
from snabo_core.plate import Eater as CoreEater
from snabo_core.plate import Target
from snabo_core.plate.eaters import EXCLUSIONS, check_target, schools
from snabo_core.preview import Setting
from snabo_core.wire import SchoolView
from table.models import Eater

MOST_EATERS = 20


class EaterForm(msgspec.Struct):
    """What can be said of an eater."""

    name: str
    school: str
    targets: list[Target]
    exclusions: list[str]


class EaterRecord(msgspec.Struct):
    """An eater as stored."""

    id: int
    name: str
    school: str
    school_name: str
    targets: list[Target]
    exclusions: list[str]


class Words(msgspec.Struct):
    """A plain list of words."""

    words: list[str]


def record(eater: Eater) -> EaterRecord:
    """Return an eater for the wire."""
    school = schools().get(eater.school)
    return EaterRecord(
        eater.id,
        eater.name,
        eater.school,
        school.name if school else eater.school,
        msgspec.convert(eater.targets, list[Target]),
        list(eater.exclusions),
    )


def eaters_of(household: Household) -> list[EaterRecord]:
    """Return the eaters at this household's table."""
    return [record(e) for e in Eater.objects.of(household).filter(deleted_at=None)]


def setting_of(household: Household, chosen: Sequence[int] = ()) -> Setting:
    """Return what the household brings to a computation; `chosen` eaters, or all."""
    people = [e for e in eaters_of(household) if not chosen or e.id in chosen]
    eaters = tuple(
        CoreEater(str(e.id), e.name, e.school_name, tuple(e.targets), tuple(e.exclusions))
        for e in people
    )
    return Setting(eaters, household.microwave_watts, household.polyols)


def _checked(form: EaterForm) -> dict[str, object]:
    if not form.name.strip() or len(form.name) > 80:
        raise BadInput("A name has 1 to 80 letters.", "name")
    if form.school not in schools():
        raise BadInput("Choose one of the ways of eating in the list.", "school")
    for target in form.targets:
        check_target(target)
    nutrients = [target.nutrient for target in form.targets]
    if len(set(nutrients)) != len(nutrients):
        raise BadInput("There are two targets for the same nutrient; keep one.", "targets")
    strange = [e for e in form.exclusions if e not in EXCLUSIONS]
    if strange:
        raise BadInput(f"'{strange[0]}' is not in the list of what can be left out.", "exclusions")
    return {
        "name": form.name.strip(),
        "school": form.school,
        "targets": msgspec.to_builtins(form.targets),
        "exclusions": form.exclusions,
    }


@transaction.atomic
def add_eater(household: Household, form: EaterForm) -> EaterRecord:
    """Seat somebody at the table.

    Raises:
        BadInput: the form contradicts itself, or the table is full.
    """
    fields = _checked(form)
    if Eater.objects.of(household).filter(deleted_at=None).count() >= MOST_EATERS:
        raise BadInput(f"{MOST_EATERS} eaters are the most a table holds.", "name")
    return record(Eater.objects.create(household=household, **fields))


def _own(household: Household, eater_id: int) -> Eater:
    return get_object_or_404(Eater.objects.of(household), id=eater_id)


@transaction.atomic
def change_eater(household: Household, eater_id: int, form: EaterForm) -> EaterRecord:
    """Change an eater; the change counts from now on, kept versions keep their figures.

    Raises:
        BadInput: the form contradicts itself.
    """
    eater = _own(household, eater_id)
    for field, value in _checked(form).items():
        setattr(eater, field, value)
    eater.save()
    return record(eater)


def remove_eater(household: Household, eater_id: int) -> None:
    """Take an eater from the table; `restore_eater` brings them back."""
    eater = _own(household, eater_id)
    eater.deleted_at = timezone.now()
    eater.save()


def restore_eater(household: Household, eater_id: int) -> EaterRecord:
    """Bring a removed eater back."""
    eater = _own(household, eater_id)
    eater.deleted_at = None
    eater.save()
    return record(eater)


def school_views() -> list[SchoolView]:
    """Return the schools with their presets and sources."""
    return [
        SchoolView(
            s.key,
            s.name,
            s.source,
            tuple(msgspec.to_builtins(t) for t in s.targets),
            s.exclusions,
            s.caution,
        )
        for s in schools().values()
    ]
