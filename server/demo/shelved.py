"""What stands on the demo household's shelf."""

import datetime as dt
import uuid
from dataclasses import dataclass

from accounts.models import Household
from foods.own import library_of
from runs.models import Run
from shelf.models import ShelfBatch
from shelf.services import happened, put
from snabo_core.shelf import Batch, Place, ShelfEvent, keeping_of
from table.services import today_in


@dataclass(frozen=True)
class Kept:
    """Something kept: its food and form, what it is, how many days ago it was made."""

    name: str
    food: str
    form: str | None
    kind: str
    grams: float
    place: Place
    days: int
    pieces: float | None = None


KEPT = (
    Kept("Butter beans, boiled on Sunday", "butter_beans", "boiled", "pulses_cooked", 420,
         "freezer", 9),
    Kept("Cauliflower stems", "cauliflower", "raw", "stems", 260, "fridge", 1),
    Kept("Plum tomatoes, rest of the tin", "tomato", "tinned", "tin_acid", 180, "fridge", 4),
    Kept("Egg whites", "egg_white", None, "egg_whites", 66, "fridge", 1, pieces=2),
    Kept("Almond crumb", "almond_flour", None, "nut_crumb", 140, "cupboard", 2),
)  # fmt: skip


def fill_shelf(*, household: Household) -> None:
    """Put there what was made and opened lately."""
    today = today_in(household=household)
    for one in KEPT:
        library_of(household=household).row(one.food, one.form)
        day = today - dt.timedelta(days=one.days)
        batch = Batch(one.grams, one.place, day, day, one.pieces)
        put(
            household=household,
            batch_id=uuid.uuid4(),
            name=one.name,
            batch=batch,
            keeping=keeping_of(one.kind),
            food=(one.food, one.form),
        )


def shelve_days_before(run: Run, days: int) -> None:
    """Move what is left over of a cooking to its day; what was older than that is eaten."""
    by = dt.timedelta(days=days)
    for row in ShelfBatch.objects.filter(run=run.uid):
        row.made, row.put = row.made - by, row.put - by
        row.save(update_fields=["made", "put"])
        if days > 1:
            eaten = row.put + dt.timedelta(days=1)
            happened(row, ShelfEvent(str(uuid.uuid4()), "took", eaten, row.grams), eaten)
