"""What a recipe's steps say and what it leaves open."""

from __future__ import annotations

from dataclasses import dataclass

from snabo_core.dish import Dish
from snabo_core.foods import Library
from snabo_core.quantities.step_facts import StepHeat, StepTime, heats_in, times_in
from snabo_core.recipe.gaps import Gap, gaps_of
from snabo_core.recipe.method import with_method


@dataclass(frozen=True)
class StepView:
    """What a step's text says, by character: times in seconds, temperatures in C."""

    step_id: str
    times: tuple[StepTime, ...]
    heats: tuple[StepHeat, ...]


@dataclass(frozen=True)
class RecipeView:
    """A brought recipe looked through: its steps' facts and what it leaves open."""

    steps: tuple[StepView, ...]
    gaps: tuple[Gap, ...]


def recipe_view(dish: Dish, library: Library) -> RecipeView:
    """Return the facts inside the steps and what the recipe leaves open.

    The steps of a dish brought before methods were read are read now.
    """
    read = dish if dish.method or not dish.steps else with_method(dish, library)
    steps = (StepView(s.id, times_in(s.text), heats_in(s.text)) for s in dish.steps)
    return RecipeView(tuple(steps), gaps_of(read))
