"""What a recipe's steps say and what it leaves open."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import Dish
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.quantities.step_facts import StepHeat, StepTime, heats_in, times_in
from snabo_core.recipe.gaps import Gap, gaps_of
from snabo_core.recipe.method import with_method
from snabo_core.swaps.book import Book
from snabo_core.views.claims import ClaimsView, claims_view


@dataclass(frozen=True)
class StepView:
    """What a step's text says, by character: times in seconds, temperatures in C."""

    step_id: str
    times: tuple[StepTime, ...]
    heats: tuple[StepHeat, ...]


@dataclass(frozen=True)
class RecipeView:
    """A brought recipe looked through: its steps' facts, what it leaves open, what it claims.

    `claims` is None where it claims nothing.
    """

    steps: tuple[StepView, ...]
    gaps: tuple[Gap, ...]
    claims: ClaimsView | None


def recipe_view(dish: Dish, setting: Setting, book: Book, library: Library) -> RecipeView:
    """Return the facts inside the steps, what the recipe leaves open, and its claims compared.

    The steps of a dish brought before methods were read are read now.
    """
    read = dish if dish.method or not dish.steps else with_method(dish, library)
    steps = (StepView(s.id, times_in(s.text), heats_in(s.text)) for s in dish.steps)
    claims = claims_view(read, setting, book, library)
    claimed = claims.claims or dish.told.claims or claims.minutes_claimed is not None
    return RecipeView(tuple(steps), gaps_of(read), claims if claimed else None)
