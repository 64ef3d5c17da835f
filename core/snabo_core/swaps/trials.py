"""Cooks every stand-in of the book in whole dishes and looks for orders nobody could follow."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from snabo_core.book import entries_of
from snabo_core.dish import Dish, Line, Part, Slot
from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book, StandIn
from snabo_core.swaps.ledgers import slot_ledger
from snabo_core.swaps.sauces import liquid_of
from snabo_core.swaps.scaling import scale_to
from snabo_core.water import Ledger, advise
from snabo_core.water.thickness import MOST_BOILED_OFF

FEWEST = 3


@dataclass(frozen=True)
class Trial:
    """A dish of one part with the slot that a role's stand-ins go into."""

    name: str
    role: str
    dish: Dish

    @property
    def part(self) -> Part:
        """The dish's only part."""
        return self.dish.parts[0]

    @property
    def slot(self) -> Slot:
        """The part's only slot."""
        return self.part.slots[0]


def trials(foods: Library) -> Iterator[Trial]:
    """Yield the trial dishes of the book, settled."""
    for entry in entries_of("trials.toml")["trial"]:
        lines = []
        for food_key, grams, *form in entry["lines"]:
            food = foods.food(food_key)
            lines.append(Line(
                food_key, food.name, food=food_key, food_name=food.name, grams=float(grams),
                form=form[0] if form else food.default_form,
                grams_low=float(grams), grams_high=float(grams),
            ))  # fmt: skip
        part = Part(
            "part", "Dish", tuple(lines), (Slot("slot", entry["role"], tuple(entry["swap"])),)
        )
        yield Trial(entry["name"], entry["role"], Dish("", servings=4.0, parts=(part,)))


def cook(trial: Trial, stand_in: StandIn, book: Book, foods: Library) -> Iterator[str]:
    """Yield what no cook could do, or should, with a stand-in in a trial dish."""
    role_file = book.files[trial.role]
    try:
        choice = scale_to(trial.part, trial.slot, stand_in, role_file, foods)
        made = trial.dish.with_choice("part", "slot", choice)
        ledger = slot_ledger(made.parts[0], made.parts[0].slots[0], book, foods, Setting(()))
    except SnaboError as refusal:
        yield refusal.sentence
        return
    if stand_in.basis == "thickening_power":
        share = liquid_of(trial.part, trial.slot, role_file, foods) / role_file.power_grams
        for item, line in zip(stand_in.lines, choice.lines, strict=True):
            if (line.grams or 0.0) > item.high * share * 1.001:
                yield f"{line.grams:.1f} g {line.food_name} is past its highest"
    yield from _orders(ledger, stand_in)


def _orders(ledger: Ledger, stand_in: StandIn) -> Iterator[str]:
    for point in ledger.points:
        advice = advise(point)
        if point.vapour < -1e-9:
            yield f"{point.label}: a vapour of {point.vapour:.0f} g"
        if advice.kind in {"press_more", "heat_more", "simmer_more"} and (
            advice.grams > MOST_BOILED_OFF * point.state.mass
        ):
            yield f"{point.label}: {advice.grams:.0f} of {point.state.mass:.0f} g to dry off"
        if advice.kind == "sauce_thick" and advice.grams > point.state.mass:
            yield f"{point.label}: {advice.grams:.0f} g to stir into {point.state.mass:.0f} g"
        if point.floor is not None and point.enough is not None and point.floor > point.enough:
            yield f"{point.label}: right from {point.floor:.0f} to {point.enough:.0f} g"
    end = advise(ledger.points[-1]).kind
    if stand_in.basis != "thickening_power" and end not in {"dry_enough", "no_band"}:
        yield f"ends {end}"


def trial_faults(book: Book, foods: Library) -> list[str]:
    """Return every absurd order in sentences, and roles with too few trial dishes."""
    found = list(trials(foods))
    faults = []
    for role, role_file in book.files.items():
        own = [trial for trial in found if trial.role == role]
        if len(own) < FEWEST:
            faults.append(f"{role}: {len(own)} trial dishes are too few.")
        made = [one for item in role_file.stand_ins for one in (item, *item.ways)]
        for stand_in in made:
            for trial in own:
                faults += [
                    f"{role}/{stand_in.key} in {trial.name}: {words}."
                    for words in cook(trial, stand_in, book, foods)
                ]
    return faults
