"""How a dish stands for one eater, as reach bars and sentences."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from snabo_core.book.cautions import cautions
from snabo_core.foods.records import Certainty
from snabo_core.plate import Plate
from snabo_core.plate.cautions import relevant_keys
from snabo_core.plate.eaters import Code, Eater, Per
from snabo_core.plate.exclusions import Breach
from snabo_core.plate.judging import ForEater
from snabo_core.plate.nutrients import LABELS, UNIT, Unit
from snabo_core.plate.programme import RULES, rule_standings
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure
from snabo_core.swaps.judged import Judged
from snabo_core.wording import Message, in_energy_unit, say


@dataclass(frozen=True)
class Reach:
    """One target of an eater against the serving: what a reach bar draws."""

    nutrient: str
    label: str
    unit: Unit
    figure: Figure
    was: float | None
    at_least: float | None
    at_most: float | None
    per: Per
    hard: bool
    code: Code
    met: bool
    line_id: str | None
    words: str


@dataclass(frozen=True)
class BreachView:
    """An exclusion broken, or not surely kept, and the line to blame."""

    what: str
    certainty: Certainty
    line_id: str
    words: str
    # what else the recipe offers that would do, in words; empty where nothing does
    help: str = ""


@dataclass(frozen=True)
class RuleView:
    """A rule of an eater's programme and whether the dish keeps it."""

    rule: str
    kept: bool
    words: str


@dataclass(frozen=True)
class PeopleCautionView:
    """A caution said once for a dish, with the ids of the eaters it concerns."""

    key: str
    text: str
    why: str
    eaters: tuple[str, ...]


@dataclass(frozen=True)
class EaterView:
    """How their portion stands for one eater; without `portion_grams` it is a serving.

    `whole_grams` is what the whole dish weighs made as they have it, None where nobody asked.
    """

    id: str
    name: str
    school: str
    suits: bool
    excluded: bool
    reaches: tuple[Reach, ...]
    breaches: tuple[BreachView, ...]
    portion_grams: float | None = None
    whole_grams: float | None = None
    rules: tuple[RuleView, ...] = ()


def eater_of(person: ForEater, made: Judged, was: Plate, whole: float) -> EaterView:
    """Return how what an eater is given stands; `whole` are the grams of the dish.

    Who has a variant is given of that.
    """
    eater, setting = person.eater, made.setting
    share = made.sharing.of(eater.id)
    usual = share == 1 / made.dish.servings
    figures = made.figures_of(eater.id)
    own = made.of(eater.id)
    if own is not made:
        whole = own.grams
    rules = tuple(
        RuleView(RULES[r.rule], r.kept, say(r.message))
        for r in rule_standings(eater.programme, own.lines, made.library, setting.today)
    )
    view = eater_view(person, figures, was.figures if usual else was.of_share(share), setting)
    return replace(view, portion_grams=share * whole, whole_grams=whole, rules=rules)


def concerned(made: Judged) -> dict[str, list[Eater]]:
    """Return the cautions that people call for by what they eat, each with whom it concerns."""
    found: dict[str, list[Eater]] = {}
    for eater in made.setting.eaters:
        for key in dict.fromkeys(relevant_keys(eater, made.figures_of(eater.id))):
            found.setdefault(key, []).append(eater)
    return found


def cautions_of(made: Judged) -> tuple[PeopleCautionView, ...]:
    """Return what concerns somebody eating, each caution once with everybody it concerns."""
    known, found = cautions(), []
    for key, eaters in concerned(made).items():
        ids = tuple(eater.id for eater in eaters if key not in eater.dismissed)
        if ids:
            found.append(PeopleCautionView(key, known[key].text, known[key].why, ids))
    return tuple(found)


def eater_view(
    person: ForEater,
    figures: Mapping[str, Figure],
    was: Mapping[str, Figure],
    setting: Setting,
) -> EaterView:
    """Return one eater's reach bars and broken exclusions, in the household's energy unit."""
    reaches = tuple(
        Reach(
            nutrient=target.nutrient,
            label=LABELS[target.nutrient],
            unit=UNIT.get(target.nutrient, "g"),
            figure=figures[target.nutrient],
            was=was[target.nutrient].best,
            at_least=target.meal(target.at_least),
            at_most=target.meal(target.at_most),
            per=target.per,
            hard=target.hard,
            code=result.code,
            met=result.met,
            line_id=result.line_id,
            words=say(in_energy_unit(result.message, setting.energy_unit)),
        )
        for target, result in zip(person.eater.targets, person.standings, strict=True)
    )
    broken = tuple(
        BreachView(b.what, b.certainty, b.line_id, say(b.message), _helped(b))
        for b in person.breaches
    )
    eater = person.eater
    return EaterView(
        eater.id, eater.name, eater.school, person.suits, person.excluded, reaches, broken
    )


def _helped(breach: Breach) -> str:
    """Say which other choice of the recipe would do, empty where none would."""
    if breach.other is None:
        return ""
    return say(Message("other_would_do", {"food": breach.other.food_name}))
