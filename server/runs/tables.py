"""A household's cookings and weigh-ins as tables."""

from collections.abc import Iterator
from uuid import UUID

from accounts.models import Household
from dishes.services import own_dish
from runs.models import Run
from runs.records import run_answer
from snabo_core.errors import BadInput
from snabo_core.views.run import RunView
from snabo_core.views.run_tables import runs_table, weigh_ins_table

TABLES = {"runs": runs_table, "weigh-ins": weigh_ins_table}
# The latest; each is computed from what was frozen with it.
MOST_RUNS = 200


def table(*, household: Household, name: str, dish: UUID | None) -> str:
    """Return a table as CSV, of one dish or of all.

    Raises:
        BadInput: there is no such table.
    """
    if name not in TABLES:
        raise BadInput(f"There is no table called {name[:30]}.", "name")
    runs = Run.objects.of(household).order_by("-started_at", "-id")
    if dish is not None:
        runs = runs.filter(dish=own_dish(household=household, dish_id=dish))
    return TABLES[name](_views(household, [run.uid for run in runs[:MOST_RUNS]]))


def _views(household: Household, ids: list[UUID]) -> Iterator[RunView]:
    for run_id in ids:
        yield run_answer(household=household, run_id=run_id).view
