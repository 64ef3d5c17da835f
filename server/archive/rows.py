"""The rows a household owns, kind by kind: how each is told in an archive and found again.

A new model that a household owns has to be named here; a test compares with all models.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from decimal import Decimal
from typing import Any
from uuid import UUID

import msgspec
from django.db.models import Model, QuerySet

from accounts.models import Household, Identified
from dishes.models import Dish, DishVersion
from foods.models import HomemadeFood, LearnedReading, OwnFood, OwnMeasure, OwnName, OwnStandIn
from menu.models import MenuDay, MenuMeal, PantryFood, ShoppingEvent, ShopPrice
from runs.models import CookingSession, Photo, Run, RunEvent, SessionEvent
from shelf.models import ShelfBatch, ShelfEvent
from snabo_core.exchange import archive_rows as core
from table.models import Eater


@dataclass(frozen=True)
class Kind:
    """A kind of row. `known_by` are the fields that tell which row it is.

    `links` are fields that hold another row's id, with the attribute that holds its key and the
    kind it is of. `kept` rows never change once written; `set_by_clock` are set at creation and
    put right after it. `aside` fields are not part of what is compared.
    """

    key: str
    record: type[msgspec.Struct]
    model: type[Model]
    named: str
    known_by: tuple[str, ...] = ("id",)
    path: str = "household"
    links: Mapping[str, tuple[str, str]] = field(default_factory=dict)
    kept: bool = False
    set_by_clock: tuple[str, ...] = ()
    aside: tuple[str, ...] = ()

    def of(self, household: Household) -> QuerySet[Any]:
        """Return the household's rows of this kind, oldest first."""
        return self.model._default_manager.filter(**{self.path: household}).order_by("pk")  # noqa: SLF001

    def elsewhere(self, household: Household, ids: Iterable[str]) -> set[str]:
        """Return those of some ids that rows of other households have."""
        if self.known_by != ("id",):
            return set()
        found = self.model._default_manager.filter(**{f"{self.id_field}__in": list(ids)})  # noqa: SLF001
        others = found.exclude(**{self.path: household})
        return {str(one) for one in others.values_list(self.id_field, flat=True)}

    @property
    def id_field(self) -> str:
        """The model's field for the record's id."""
        return "uid" if issubclass(self.model, Identified) else "id"

    def fields(self) -> tuple[str, ...]:
        """Return the record's fields."""
        return self.record.__struct_fields__

    def column(self, name: str) -> str:
        """Return the model's attribute for a field of the record."""
        if name in self.links:
            return self.links[name][0]
        return self.id_field if name == "id" else name


DISH = {"dish": ("dish_id", "dishes")}
KINDS = (
    Kind("eaters", core.EaterRow, Eater, "name"),
    Kind("own_foods", core.FoodRow, OwnFood, "name"),
    Kind("measures", core.MeasureRow, OwnMeasure, "unit", ("food", "unit"), aside=("id",)),
    Kind("names", core.NameRow, OwnName, "written", ("key",), aside=("id",)),
    Kind("readings", core.ReadingRow, LearnedReading, "written", ("key",), aside=("id",)),
    Kind("stand_ins", core.StandInRow, OwnStandIn, "name"),
    Kind("dishes", core.DishRow, Dish, "title", set_by_clock=("created_at",),
         aside=("revision", "created_at")),
    Kind("versions", core.VersionRow, DishVersion, "number", path="dish__household", links=DISH,
         kept=True, set_by_clock=("created_at",)),
    Kind("homemade", core.HomemadeRow, HomemadeFood, "name", links={"dish": ("dish", "dishes")},
         set_by_clock=("created_at",), aside=("created_at",)),
    Kind("sessions", core.SessionRow, CookingSession, "opens_at"),
    Kind("session_events", core.SessionEventRow, SessionEvent, "kind", ("session", "client_id"),
         "session__household", {"session": ("session_id", "sessions")}, kept=True,
         set_by_clock=("server_time",)),
    Kind("runs", core.RunRow, Run, "started_at", set_by_clock=("started_at",),
         aside=("started_at",),
         links={"session": ("session_id", "sessions"), "version": ("version_id", "versions"),
                **DISH}),
    Kind("run_events", core.RunEventRow, RunEvent, "kind", ("run", "client_id"), "run__household",
         {"run": ("run_id", "runs")}, kept=True, set_by_clock=("server_time",)),
    Kind("photos", core.PhotoRow, Photo, "taken_at", links={"run": ("run_id", "runs")}, kept=True),
    Kind("shelf", core.BatchRow, ShelfBatch, "name", set_by_clock=("created_at",),
         aside=("created_at",)),
    Kind("shelf_events", core.ShelfEventRow, ShelfEvent, "kind", ("batch", "client_id"),
         "batch__household", {"batch": ("batch_id", "shelf")}, kept=True,
         set_by_clock=("server_time",)),
    Kind("menu_days", core.DayRow, MenuDay, "date", ("date",)),
    Kind("menu_meals", core.MealRow, MenuMeal, "title", links=DISH, set_by_clock=("created_at",),
         aside=("created_at",)),
    Kind("shopping", core.ShoppingRow, ShoppingEvent, "words", ("client_id",), kept=True,
         set_by_clock=("server_time",)),
    Kind("prices", core.PriceRow, ShopPrice, "food", ("food", "form")),
    Kind("pantry", core.PantryRow, PantryFood, "food", ("food",)),
)  # fmt: skip


def told(kind: Kind, row: Any, ids: Mapping[str, Mapping[int, str]], **more: Any) -> msgspec.Struct:
    """Return a row as an archive tells it.

    Args:
        kind: what it is.
        row: the row.
        ids: by kind, the uuid of each row by its key.
        more: fields that are no column.
    """
    values: dict[str, Any] = {}
    for name in kind.fields():
        if name in more:
            values[name] = more[name]
            continue
        value = getattr(row, kind.column(name))
        if name in kind.links:
            value = ids[kind.links[name][1]].get(value)
        elif isinstance(value, UUID | Decimal):
            value = str(value)
        values[name] = value
    return kind.record(**values)


def identity(kind: Kind, record: msgspec.Struct) -> tuple[Any, ...]:
    """Return which row a record is of its kind."""
    return tuple(getattr(record, name) for name in kind.known_by)


def compared(kind: Kind, record: msgspec.Struct) -> dict[str, Any]:
    """Return what of a record says whether a row is still the same."""
    whole = msgspec.to_builtins(record)
    return {name: value for name, value in whole.items() if name not in kind.aside}
