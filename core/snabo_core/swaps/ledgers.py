"""The water ledgers of a dish's stand-ins, and what leaves the plate with the liquid."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import accumulate

from snabo_core.dish import ChoiceStep, Dish, Line, Part, Slot
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.plate.taking import share_of
from snabo_core.swaps.book import Book
from snabo_core.swaps.sauces import liquid_of, sauce_lines, thickness_of
from snabo_core.swaps.scaling import ledger_lines, slot_lines
from snabo_core.water import Kitchen, Ledger, Step, predict
from snabo_core.water import State as Grams
from snabo_core.water.bands import Moved, moved
from snabo_core.water.learning import Condition, Cut, cut_words, with_learnt
from snabo_core.water.steps import in_rounds

_WORDS = re.compile(r"[^\W\d_]+")
# Grams of liquid below which there is no sauce to speak of.
LEAST_LIQUID = 10.0
# Forms of foods that come to the kitchen cooked, and what lines say of them.
COME_COOKED = frozenset({"boiled", "cooked", "steamed", "roasted", "baked", "mashed"})
# Whose course the steps are that take several parts.
WHOLE = "whole"


@dataclass(frozen=True)
class SlotLedger:
    """The ledger of one swapped slot, or the sentence that says why there is none.

    `began` are the grams that went in.
    """

    part: Part
    slot: Slot
    ledger: Ledger | None
    problem: str
    began: float


def steps_for(slot: Slot, book: Book) -> tuple[Step, ...]:
    """Return the steps of what is chosen for a slot, pressed the household's way."""
    if slot.choice is None or slot.choice.kind != "book":
        return ()
    steps = tuple(_step(step) for step in slot.choice.steps)
    # A choice of an older release did not keep them.
    steps = steps or book.stand_in(slot.role, slot.choice.stand_in).steps
    if slot.choice.press is None:
        return steps
    return tuple(
        replace(step, settings={**step.settings, "method": slot.choice.press})
        if step.technique == "press"
        else step
        for step in steps
    )


def name_of(slot: Slot, book: Book) -> str:
    """Return what screens call the choice of a slot, empty where none is made."""
    choice = slot.choice
    if choice is None or choice.name or choice.kind != "book":
        return choice.name if choice else ""
    known = book.find(slot.role, choice.stand_in)
    return known.name if known else choice.stand_in.replace("_", " ")


def _step(step: ChoiceStep) -> Step:
    hands, waits, band = step.hands_on_minutes, step.passive_minutes, step.band
    return Step(
        step.id, step.technique, step.label, step.foods, step.cue, (hands.low, hands.high),
        (waits.low, waits.high), (band.low, band.high) if band else None, step.cautions,
        {setting.name: setting.value for setting in step.settings}, step.order,
    )  # fmt: skip


def learnt_steps(slot: Slot, steps: Sequence[Step], setting: Setting) -> tuple[Step, ...]:
    """Return a stand-in's steps as this household's weigh-ins and verdicts have shown them."""
    return tuple(
        with_verdicts(with_learnt(step, found.habit(step), setting.learnt), slot, setting)
        for step, found in zip(steps, conditions_of(slot, steps), strict=False)
    )


def with_verdicts(step: Step, slot: Slot, setting: Setting) -> Step:
    """Return a stand-in's step with its band where this household's verdicts have moved it."""
    known = band_moved(step, slot, setting)
    return step if known is None or not known.moves else replace(step, band=known.band)


def band_moved(step: Step, slot: Slot, setting: Setting) -> Moved | None:
    """Return a step's band, as the book has it, after what was said; None without any word.

    Args:
        step: as it is written.
        slot: that holds the stand-in.
        setting: of the household.
    """
    key = (slot.role, slot.choice.stand_in if slot.choice else "", step.id)
    told = setting.verdicts.get(key)
    return moved(step.band, told) if told and step.band else None


def conditions_of(slot: Slot, steps: Iterable[Step]) -> list[Condition]:
    """Return what each step of a stand-in finds, and what the last one leaves."""
    begins = condition_of(slot.choice.lines if slot.choice else ())
    return list(accumulate(steps, Condition.after, initial=begins))


def condition_of(lines: Iterable[Line]) -> Condition:
    """Return what lines are before anything is done: the heaviest decides."""
    settled = [line for line in lines if line.food is not None and line.grams is not None]
    line = max(settled, key=lambda one: one.grams or 0.0, default=None)
    if line is None or line.food is None:
        return Condition()
    known, said = cut_words(), _WORDS.findall(f"{line.preparation} {line.text}".lower())
    cut: Cut = next((known[word] for word in said if word in known), "")
    cooked = line.form in COME_COOKED or not COME_COOKED.isdisjoint(said)
    return Condition(line.food, "heated" if cooked else "raw", cut)


def slot_ledger(
    part: Part,
    slot: Slot,
    book: Book,
    library: Library,
    setting: Setting,
    *,
    spread: bool = True,
) -> Ledger:
    """Predict the water of a swapped slot, going by its weigh-ins.

    Without `spread` quickly, see `predict`.

    Raises:
        SnaboError: a line is unsettled or its water is unknown.
    """
    lines = ledger_lines(part, slot, library)
    thickness = None
    if slot.role == "thickener":
        used = [line.used() for line in lines]
        before = [line.used() for line in sauce_lines(part, slot, library)]
        before += slot_lines(part, slot)
        role_file = book.files[slot.role]
        thickness = thickness_of(used, before, role_file, library)
        if liquid_of(part, slot, role_file, library) < LEAST_LIQUID:
            raise BadInput("There is no liquid in this part for it to thicken.", "lines")
    said = setting.readings.of(slot)
    return predict(
        lines,
        [
            in_rounds(step, setting.readings.turns_of(slot.id, step.id).round)
            if step.id in said
            else step
            for step in learnt_steps(slot, steps_for(slot, book), setting)
        ],
        library,
        kitchen=Kitchen(setting.microwave_watts),
        weighed=said,
        thickness=thickness,
        spread=spread,
    )


def dish_ledgers(
    dish: Dish, book: Book, library: Library, setting: Setting
) -> tuple[SlotLedger, ...]:
    """Return the ledgers of every swapped slot of a dish."""
    found = []
    for part in dish.parts:
        for slot in part.slots:
            if slot.choice is None or slot.choice.kind != "book":
                continue
            began = sum(i.used().grams or 0.0 for i in ledger_lines(part, slot, library))
            try:
                ledger = slot_ledger(part, slot, book, library, setting)
            except SnaboError as refusal:
                found.append(SlotLedger(part, slot, None, refusal.sentence, began))
            else:
                found.append(SlotLedger(part, slot, ledger, "", began))
    return tuple(found)


def losses_of(lost: Grams) -> dict[str, float]:
    """Return the grams along the plate's figures that a lost state held; kcal by 4, 4, 9."""
    available = lost.sugars + lost.starch
    return {
        "net_carbs": available,
        "carbohydrate": available + lost.fibre + lost.polyols,
        "sugars": lost.sugars,
        "fibre": lost.fibre,
        "protein": lost.protein,
        "fat": lost.fat,
        "kcal": 4 * (available + lost.protein) + 9 * lost.fat,
    }


@dataclass(frozen=True)
class OwnChange:
    """What a step of the recipe itself changes.

    `owner` is the part it works on, `WHOLE` where several parts lie together. The step adds `grams`
    or, mostly, takes them; `lost` is what left with liquid.
    """

    owner: str
    grams: float
    lost: Grams


@dataclass(frozen=True)
class Changes:
    """What drying and cooking change in parts: by their stand-ins' ledgers and by own steps."""

    parts: tuple[Part, ...]
    ledgers: tuple[SlotLedger, ...]
    own: tuple[OwnChange, ...] = ()

    @cached_property
    def grams(self) -> dict[str, float]:
        """By how many grams each part changes until it is done, by its id; `WHOLE` for the dish."""
        changed: dict[str, float] = {}
        for each in self.ledgers:
            if each.ledger is not None:
                change = each.ledger.points[-1].state.mass - each.began
                changed[each.part.id] = changed.get(each.part.id, 0.0) + change
        for one in self.own:
            changed[one.owner] = changed.get(one.owner, 0.0) + one.grams
        return changed

    @cached_property
    def losses(self) -> dict[str, float]:
        """What the dish misses by liquid, along the plate's figures; parts used in part so."""
        shares = {part.id: share_of(part, self.grams.get(part.id, 0.0)) for part in self.parts}
        gone = [(each.part.id, each.ledger.lost) for each in self.ledgers if each.ledger]
        gone += [(one.owner, one.lost) for one in self.own if one.lost.mass > 0]
        losses: dict[str, float] = {}
        for owner, lost in gone:
            for name, grams in losses_of(lost).items():
                losses[name] = losses.get(name, 0.0) + grams * shares.get(owner, 1.0)
        return losses
