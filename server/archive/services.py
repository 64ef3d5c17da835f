"""A household taken along as a file, and put back: looked through first, taken whole or not."""

import datetime as dt
import hashlib
import re
from collections.abc import Iterator
from typing import Annotated, Any, Literal
from uuid import NAMESPACE_OID, uuid5

import msgspec
from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.contrib.sessions.models import Session
from django.db import DatabaseError
from django.utils import timezone

from accounts.models import Household, SignIn, User
from accounts.services import KitchenSettings, change_kitchen
from accounts.writing import mark_anew, writes
from archive.rows import KINDS, Kind, compared, identity, told
from archive.sound import refuse_unsound, shown_whole
from config.wire import convert
from dishes.models import DishVersion
from foods.models import OwnStandIn
from foods.own import foods_changed
from foods.stand_ins import PackForm, import_pack
from runs.models import Photo
from snabo_core.errors import BadInput
from snabo_core.exchange import archive as core
from snabo_core.exchange import archive_rows as records
from snabo_core.exchange.formats import file_name as plain_name
from snabo_core.wording import worded

SETTINGS = tuple(records.Settings.__struct_fields__)
# Names that are shown of each kind; more are counted.
MOST_NAMED = 12
# Kinds whose names say something to a cook; the others are counted.
NAMED = {"eaters", "own_foods", "names", "stand_ins", "dishes", "homemade", "shelf"}
LARGEST_FILE = 45_000_000
# Where a pack begins to name its stand-ins.
MOST_OF_A_PACK = 2_000_000


class RestoreForm(msgspec.Struct):
    """An archive in base64. Without `apply` only the plan comes back.

    `replace` lets what is here and otherwise become what the archive has; else it stays.
    """

    data: Annotated[bytes, msgspec.Meta(max_length=LARGEST_FILE)]
    replace: bool = False
    apply: bool = False


class KindPlan(msgspec.Struct):
    """What becomes of one kind of row: how many are added, replaced, the same, left as they are.

    `differ` are here otherwise; they are replaced or stay, as was asked. `here` are only here.
    """

    kind: str
    label: str
    added: int
    differ: int
    same: int
    here: int
    added_names: list[str]
    differ_names: list[str]


class RestorePlan(msgspec.Struct):
    """What restoring would do, or did."""

    household: str
    made: dt.datetime
    settings: list[str]
    kinds: list[KindPlan]
    photos_missing: int
    applied: bool
    replaced: bool


class _OnlyLooked(Exception):
    """Ends the transaction in which a plan was tried out."""

    def __init__(self, plan: RestorePlan) -> None:
        super().__init__()
        self.plan = plan


def write(*, household: Household, photos: bool = True) -> tuple[bytes, Literal["zip", "json"]]:
    """Return everything a household owns as a file: a zip where there are photos to go along."""
    whole, _ = _household_of(household)
    pictures = _pictures(household) if photos and whole.photos else None
    content = core.write_archive(whole, timezone.now(), pictures)
    return content, "zip" if pictures is not None else "json"


def _pictures(household: Household) -> Iterator[tuple[str, bytes]]:
    for photo in Photo.objects.of(household).order_by("pk").iterator(chunk_size=20):
        yield str(photo.uid), bytes(photo.jpeg)


def _household_of(household: Household) -> tuple[records.Household, dict[str, dict[int, str]]]:
    """Return the household as an archive tells it, and by kind the uuid of each row by its key."""
    ids: dict[str, dict[int, str]] = {}
    lists: dict[str, Any] = {}
    for kind in KINDS:
        lists[kind.key] = []
        ids[kind.key] = {}
        for row in kind.of(household).iterator(chunk_size=200):
            if kind.known_by == ("id",):
                ids[kind.key][row.pk] = str(getattr(row, kind.id_field))
            lists[kind.key].append(told(kind, row, ids, **_more(kind, row)))
    settings = records.Settings(**{name: getattr(household, name) for name in SETTINGS})
    return records.Household(settings=settings, **lists), ids


def _more(kind: Kind, row: Any) -> dict[str, Any]:
    if kind.key != "photos":
        return {}
    return {"digest": hashlib.sha256(bytes(row.jpeg)).hexdigest()}


def restore(*, household: Household, by: User, form: RestoreForm) -> RestorePlan:
    """Return what an archive would change here, or change it, as a whole.

    Raises:
        BadInput: the archive is cut, changed, newer, or holds what no household can.
    """
    if (pack := _pack_in(form.data)) is not None:
        return _from_pack(household, by, pack, form)
    archive, photos = core.read_archive(form.data)
    try:
        return _restored(household=household, by=by, archive=archive, photos=photos, form=form)
    except _OnlyLooked as looked:
        return looked.plan
    except DatabaseError as error:
        raise BadInput(
            "This archive holds a value that cannot be kept: nothing of it was taken.", "data"
        ) from error


def _pack_in(data: bytes) -> str | None:
    """Return the text of a pack of stand-ins, None for anything else."""
    if not re.search(rb"^\[\[stand_in\]\]", data[:MOST_OF_A_PACK], re.MULTILINE):
        return None
    return data.decode("utf-8", "replace")


def _from_pack(household: Household, by: User, text: str, form: RestoreForm) -> RestorePlan:
    """Return what a pack of stand-ins would change, or take it, told as an archive's plan."""
    found = import_pack(
        household=household, by=by, form=PackForm(text, apply=form.apply, replace=form.replace)
    )
    names = {
        what: [change.name for change in found.changes if change.what == what]
        for what in ("new", "changed", "same")
    }
    here = OwnStandIn.objects.of(household).filter(deleted_at=None).count()
    kind = KindPlan(
        "stand_ins", worded("archive_stand_ins"), len(names["new"]), len(names["changed"]),
        len(names["same"]), max(0, here - len(found.changes)) if form.apply
        else max(0, here - len(names["changed"]) - len(names["same"])),
        names["new"][:MOST_NAMED], names["changed"][:MOST_NAMED],
    )  # fmt: skip
    return RestorePlan(
        found.name, timezone.now(), [], [kind], 0, applied=form.apply, replaced=form.replace
    )


@writes
def _restored(
    *,
    household: Household,
    by: User,
    archive: records.Archive,
    photos: dict[str, bytes],
    form: RestoreForm,
) -> RestorePlan:
    names = _new_ids(household, archive)
    archive = core.renamed(archive, names)
    photos = {names.get(one, one): jpeg for one, jpeg in photos.items()}
    refuse_unsound(archive)
    plan = _Restoring(household, by, archive, photos, replace=form.replace).run()
    foods_changed(household=household)
    mark_anew(household=household)
    household.refresh_from_db()
    shown_whole(household=household)
    if not form.apply:
        raise _OnlyLooked(plan)
    plan.applied = True
    return plan


def _new_ids(household: Household, archive: records.Archive) -> dict[str, str]:
    """Return new ids for rows whose ids another household of this server has.

    The same archive gets the same ids here every time, so that taking it twice adds nothing.
    """
    found: dict[str, str] = {}
    for kind in KINDS:
        if kind.known_by == ("id",):
            ids = [record.id for record in getattr(archive.household, kind.key)]
            for one in kind.elsewhere(household, ids):
                found[one] = str(uuid5(NAMESPACE_OID, f"{household.pk}/{one}"))
    return found


class _Restoring:
    """Takes an archive kind by kind; rows that hang on others find them by their ids."""

    def __init__(
        self,
        household: Household,
        by: User,
        archive: records.Archive,
        photos: dict[str, bytes],
        *,
        replace: bool,
    ) -> None:
        self.household, self.by, self.replace = household, by, replace
        self.archive, self.photos = archive, photos
        self.now, self.ids = _household_of(household)
        self.keys = {
            kind: {uid: pk for pk, uid in known.items()} for kind, known in self.ids.items()
        }
        self.missing = 0

    def run(self) -> RestorePlan:
        """Take everything and return what became of it."""
        settings = self._settings()
        kinds = [self._kind(kind) for kind in KINDS]
        return RestorePlan(
            self.archive.household.settings.name, self.archive.made, settings,
            [plan for plan in kinds if plan.added or plan.differ or plan.same or plan.here],
            self.missing, applied=False, replaced=self.replace,
        )  # fmt: skip

    def _settings(self) -> list[str]:
        """Return which settings differ, and take them where that is asked."""
        new, old = self.archive.household.settings, self.now.settings
        differ = [name for name in SETTINGS if getattr(new, name) != getattr(old, name)]
        if differ and self.replace:
            kitchen = {name: getattr(new, name) for name in KitchenSettings.__struct_fields__}
            change_kitchen(
                household=self.household, by=self.by, wanted=convert(kitchen, KitchenSettings)
            )
            for name in set(SETTINGS) - set(kitchen):
                setattr(self.household, name, getattr(new, name))
            self.household.save(update_fields=[*set(SETTINGS) - set(kitchen)])
        return [name.replace("_", " ") for name in differ]

    def _kind(self, kind: Kind) -> KindPlan:
        here = {identity(kind, one): one for one in getattr(self.now, kind.key)}
        rows = {}
        if here:
            for row, record in zip(
                kind.of(self.household), getattr(self.now, kind.key), strict=True
            ):
                rows[identity(kind, record)] = row
        plan = KindPlan(kind.key, worded(f"archive_{kind.key}"), 0, 0, 0, 0, [], [])
        seen = set()
        for record in getattr(self.archive.household, kind.key):
            key = identity(kind, record)
            if key in seen:
                raise BadInput("This archive tells the same thing twice.", "data")
            seen.add(key)
            if key not in here:
                if self._add(kind, record):
                    plan.added += 1
                    _name(plan.added_names, kind, record)
            elif kind.kept or compared(kind, here[key]) == compared(kind, record):
                plan.same += 1
            else:
                plan.differ += 1
                _name(plan.differ_names, kind, record)
                if self.replace:
                    self._replace(kind, rows[key], record)
        plan.here = len(set(here) - seen)
        return plan

    def _values(self, kind: Kind, record: Any) -> dict[str, Any]:
        values = {}
        for name in kind.fields():
            if name in kind.links:
                values[kind.column(name)] = self._linked(kind, name, getattr(record, name))
            elif name != "digest":
                values[kind.column(name)] = getattr(record, name)
        return values

    def _linked(self, kind: Kind, name: str, uid: str | None) -> int | None:
        if uid is None:
            return None
        key = self.keys[kind.links[name][1]].get(uid)
        if key is None:
            raise BadInput(
                f"Something in this archive belongs to what is not in it ({kind.key}).", "data"
            )
        return key

    def _add(self, kind: Kind, record: Any) -> bool:
        values = self._values(kind, record)
        if kind.known_by != ("id",):
            values.pop("uid", None)
        if kind.key == "photos":
            jpeg = self.photos.get(record.id)
            if jpeg is None:
                self.missing += 1
                return False
            values["jpeg"] = jpeg
        if kind.key == "versions":
            values["number"] = self._free_number(values["dish_id"], record.number)
        if kind.path == "household":
            values["household"] = self.household
        if kind.key == "homemade" and values["dish"] is None:
            # Its dish is gone; no dish has this key.
            values["dish"] = 0
        row = kind.model._default_manager.create(**values)  # noqa: SLF001
        # The clock sets these when a row is made; what they were is what counts.
        times = {name: values[name] for name in kind.set_by_clock}
        if times:
            kind.model._default_manager.filter(pk=row.pk).update(**times)  # noqa: SLF001
        if kind.known_by == ("id",):
            self.keys[kind.key][record.id] = row.pk
        return True

    def _free_number(self, dish: int, number: int) -> int:
        """Return a version's number, or the next free one where another version has it."""
        taken = {*DishVersion.objects.filter(dish_id=dish).values_list("number", flat=True)}
        return number if number not in taken else max(taken) + 1

    def _replace(self, kind: Kind, row: Any, record: Any) -> None:
        values = self._values(kind, record)
        for name in {*kind.aside, *kind.set_by_clock, *kind.known_by}:
            values.pop(kind.column(name), None)
        if kind.key == "dishes":
            # A page that is open on the old draft is told.
            values |= {"revision": row.revision + 1, "summary": None, "summary_key": ""}
        for name, value in values.items():
            setattr(row, name, value)
        row.save(update_fields=list(values))


def _name(names: list[str], kind: Kind, record: Any) -> None:
    if kind.key in NAMED and len(names) < MOST_NAMED:
        names.append(str(getattr(record, kind.named)))


def file_name(*, household: Household, ending: str, today: dt.date) -> str:
    """Return what an archive is called."""
    return f"snabo-{plain_name(household.name)}-{today:%Y-%m-%d}.{ending}"


class EraseForm(msgspec.Struct):
    """Who erases a household says its name and gives the own password."""

    household: Annotated[str, msgspec.Meta(max_length=200)]
    password: Annotated[str, msgspec.Meta(max_length=500)]


def erase(*, household: Household, by: User, form: EraseForm) -> None:
    """Erase everything a household owns, its people's accounts, their sessions and tries to enter.

    Raises:
        BadInput: the name or the password is another.
    """
    if form.household.strip() != household.name:
        raise BadInput(f"Write the household's name as it is: {household.name}.", "household")
    if not by.check_password(form.password):
        raise BadInput("That is not your password.", "password")
    _erased(household=household, by=by)


@writes
def _erased(*, household: Household, by: User) -> None:
    for kind in reversed(KINDS):
        kind.of(household).delete()
    names = [*household.users.values_list("username", flat=True)]
    keys = SignIn.objects.filter(user__household=household).values_list("session_key", flat=True)
    Session.objects.filter(session_key__in=[*keys]).delete()
    for log in (AccessAttempt, AccessFailureLog, AccessLog):
        log.objects.filter(username__in=names).delete()
    household.delete()
