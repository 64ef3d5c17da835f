"""The method of the dish as it is now: the recipe's own steps, those a swap strikes, its own.

Nothing of it is stored: taking a stand-in back brings every step back as it was.
"""

from __future__ import annotations

import uuid
from collections.abc import Container, Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import Dish, FromShelf, Line, MethodStep, Part, Slot, Take, reaches_of
from snabo_core.foods import Library
from snabo_core.method.techniques import techniques
from snabo_core.swaps.book import Book
from snabo_core.swaps.ledgers import name_of, steps_for
from snabo_core.swaps.line_steps import other_food, reworded
from snabo_core.swaps.scaling import NAMESPACE
from snabo_core.water import Step
from snabo_core.wording import listed, worded

# own: the recipe's; ghost: struck by a swap; stand_in: spliced in with it; shelf: thaws or heats
# again what is kept; line: done first to what stands in for a line; late: held back until a
# variant's share is out; split: where the shares are taken out.
StepKind = Literal["own", "ghost", "stand_in", "shelf", "line", "late", "split"]
# Why a step of the recipe wants a look: it names what was swapped beside what stays, a line of
# its own was swapped or left out, nobody knows its words, or nothing takes what it makes.
Look = Literal[
    "",
    "swapped",
    "line_swapped",
    "left_out",
    "less",
    "by_hand",
    "unread",
    "left_over",
    "waits",
    "stands_in",
]
# The ledger's names for what a cook does, as the vocabulary of steps calls it.
_CALLED = {"prepare": "cut", "dry_in_pan": "dry_saute"}
_LOOKS: dict[str, Look] = {"book": "swapped", "own": "by_hand", "out": "left_out"}
# An hour in cold water to a night in the fridge. USDA FSIS, from memory.
THAW_MINUTES = (60.0, 720.0)
# Roles whose stand-in is stirred into what is there, not put in its place.
STIRRED_IN = {"thickener"}
# Words of a food's name up to so many letters name nothing.
SHORT = 2
_TOPS = {"top", "drizzle", "brush"}
_ON_TOP = ("scatter", "sprinkle", "garnish", "dollop", "top with", "strew")
# Nothing has to take what these leave.
_LAST = {"serve", "store", "hold_back", "preheat", "top", "rest"}
_SAUCING = {
    "simmer",
    "boil",
    "reduce",
    "thicken",
    "whisk",
    "add_gradually",
    "mix",
    "deglaze",
    "saute",
}
_PRESSES = {"cloth": "wring", "twist": "twist"}


@dataclass(frozen=True)
class CookStep:
    """One step of the dish now. `slot` is that whose swap brought or struck it, else None.

    `book_step` is the id of a spliced step in the stand-in's ledger, `waits` are lines that are
    held back at it. `instead` is what stands in now and what its words still name; `was` are the
    recipe's words where a line swap changed them, `said` what it says beside them.
    """

    step: MethodStep
    kind: StepKind = "own"
    look: Look = ""
    slot: str | None = None
    book_step: str | None = None
    waits: tuple[str, ...] = ()
    instead: tuple[str, str] = ("", "")
    was: str = ""
    said: tuple[str, ...] = ()


def goes_on_top(step: MethodStep) -> bool:
    """Tell a step that puts something on a dish, by its technique or its first word."""
    return step.technique in _TOPS or step.words.lower().startswith(_ON_TOP)


def effective_steps(dish: Dish, book: Book, library: Library) -> tuple[CookStep, ...]:
    """Return the steps of the dish as it is now, struck ones among them, in order.

    Line swaps change the words, times and cues of their steps. A step that handles nothing but
    swapped lines is struck; the stand-in's own stand where the first of them stood, or where its
    part begins. What took a struck step's product takes the stand-in's.
    """
    reaches = reaches_of(dish.method)
    steps = [
        CookStep(one.step, one.kind, was=one.was, said=one.said)
        for one in reworded(dish.method, dish, library)
    ]
    for part in dish.parts:
        for slot in part.slots:
            if slot.choice is not None:
                steps = _spliced(steps, part, slot, book, reaches)
        for line in part.from_shelf():
            steps = _met(steps, part, line, reaches)
    return tuple(_looked(steps, dish))


def _spliced(
    steps: list[CookStep],
    part: Part,
    slot: Slot,
    book: Book,
    reaches: Mapping[str, frozenset[str]],
) -> list[CookStep]:
    choice = slot.choice
    if choice is None or choice.kind == "reduced":
        marked = [
            replace(s, look="less") if set(slot.line_ids) & _lines(s.step) else s for s in steps
        ]
        return marked if choice is not None else steps
    if slot.role in STIRRED_IN:
        return _stirred_in(steps, part, slot, book, reaches)
    foods = [line.food_name or line.text for line in choice.lines]
    swap = _Swap(
        frozenset(slot.line_ids), slot.id, _LOOKS.get(choice.kind, "swapped"),
        "left_out" if choice.kind == "out" else "stands_in",
        name_of(slot, book).lower() or listed(foods or [""]),
    )  # fmt: skip
    new = _own_steps(slot, book)
    return _swapped(steps, part, swap, new, new[-1].step.id if new else None, reaches)


@dataclass(frozen=True)
class _Swap:
    """What stands in for some lines: the slot that did it, and what steps that name them say."""

    gone: frozenset[str]
    slot: str | None
    beside: Look
    named: Look
    name: str


def _swapped(
    steps: list[CookStep],
    part: Part,
    swap: _Swap,
    new: list[CookStep],
    product: str | None,
    reaches: Mapping[str, frozenset[str]],
) -> list[CookStep]:
    """Strike what handles nothing but what is gone, and put the new steps where that stood."""
    gone = swap.gone
    own = [one.step.id for one in steps if one.kind == "own"]
    struck = {key for key in own if reaches[key] and reaches[key] <= gone}
    found: list[CookStep] = []
    for one in steps:
        if one.step.id in struck:
            found.append(replace(one, kind="ghost", slot=swap.slot))
            continue
        takes = _without(one.step.takes, gone, struck, product)
        if takes == one.step.takes:
            found.append(one)
            continue
        look, instead = one.look, one.instead
        if gone & _lines(one.step):
            look = swap.beside
        elif named := _named(one.step.words, part, gone):
            look, instead = swap.named, (swap.name, named)
        step = replace(one.step, takes=takes)
        found.append(replace(one, step=step, look=look, instead=instead))
    place = _place(found, part, gone, struck, reaches)
    return [*found[:place], *new, *found[place:]]


def _met(
    steps: list[CookStep], part: Part, line: Line, reaches: Mapping[str, frozenset[str]]
) -> list[CookStep]:
    """Let a line come from the shelf: its making goes, it thaws and is heated again.

    Heating it again goes where a later step heats what it is in.
    """
    batch = line.met()
    if batch is None:
        return steps
    name = line.used().food_name or line.used().text
    swap = _Swap(
        frozenset({line.id, *batch.covers}), None, "swapped", "stands_in", name.lower()
    )  # fmt: skip
    thaw = [_thaw(line, batch, name)] if batch.frozen else []
    base = thaw[-1].step.id if thaw else line.id
    without = _swapped(steps, part, swap, thaw, base, reaches)
    if not batch.how or _heated(without, base):
        return without
    heat = _heat(line, batch, name, base)
    return _swapped(steps, part, swap, [*thaw, heat], heat.step.id, reaches)


def _thaw(line: Line, batch: FromShelf, name: str) -> CookStep:
    low, high = THAW_MINUTES
    step = MethodStep(
        id=str(uuid.uuid5(NAMESPACE, f"{line.id}/{batch.batch}/thaw")), text="",
        words=worded("shelf_thaw", what=name.lower()), technique="thaw", takes=(Take(line.id),),
        minutes_low=low, minutes_high=high,
    )  # fmt: skip
    return CookStep(step, "shelf")


def _heat(line: Line, batch: FromShelf, name: str, takes: str) -> CookStep:
    cover = "covered" if batch.covered else "open"
    step = MethodStep(
        id=str(uuid.uuid5(NAMESPACE, f"{line.id}/{batch.batch}/heat")), text="",
        words=worded(f"shelf_heat_{batch.how}_{cover}", what=name.lower()), technique="reheat",
        takes=(Take(takes),), minutes_low=batch.minutes_low, minutes_high=batch.minutes_high,
        oven_c=batch.celsius, covered="yes" if batch.covered else "no",
        until=worded("shelf_heat_until"), stated=("minutes",),
    )  # fmt: skip
    return CookStep(step, "shelf")


def _heated(steps: Iterable[CookStep], product: str) -> bool:
    """Tell whether a later step heats what a product goes into."""
    inside = {product}
    for one in steps:
        if one.kind == "ghost" or one.step.id in inside:
            continue
        if inside & _lines(one.step):
            technique = techniques().get(one.step.technique)
            if technique is not None and technique.heats:
                return True
            inside.add(one.step.id)
    return False


def _named(words: str, part: Part, gone: frozenset[str]) -> str:
    """Return which of some lines a step's words name, empty where they name none."""
    said = {word.strip(".,;:()").lower() for word in words.split()}
    for line in part.lines:
        # What comes from the shelf has a name of its own; the words have the recipe's.
        named = line if line.met() else line.used()
        name = named.food_name if line.id in gone else ""
        if name and said & {word for word in name.lower().split() if len(word) > SHORT}:
            return name
    return ""


def _stirred_in(
    steps: list[CookStep],
    part: Part,
    slot: Slot,
    book: Book,
    reaches: Mapping[str, frozenset[str]],
) -> list[CookStep]:
    """Swap what is stirred into a sauce: the step that added it goes, its sauce goes on.

    The stand-in's steps come when the part's sauce has cooked, before it meets other parts.
    """
    gone = frozenset(slot.line_ids)
    own = {line.id for line in part.lines}
    passed: dict[str, tuple[Take, ...]] = {}
    kept: list[CookStep] = []
    for one in steps:
        step = replace(one.step, takes=_passed(one.step.takes, passed))
        lines = _lines(step) & own
        if one.kind == "own" and lines and lines <= gone:
            passed[step.id] = tuple(take for take in step.takes if take.ref not in gone)
            kept.append(replace(one, kind="ghost", slot=slot.id))
            continue
        takes = tuple(take for take in step.takes if take.ref not in gone)
        look: Look = "swapped" if takes != step.takes else one.look
        kept.append(replace(one, step=replace(step, takes=takes), look=look))
    sauce = [
        place for place, one in enumerate(kept)
        if one.kind == "own" and one.step.technique in _SAUCING
        and reaches[one.step.id] <= own and reaches[one.step.id]
    ]  # fmt: skip
    new = _own_steps(slot, book)
    struck = {one.step.id for one in kept if one.kind == "ghost" and one.slot == slot.id}
    place = sauce[-1] + 1 if sauce else _place(kept, part, gone, struck, reaches)
    if not sauce or not new:
        return [*kept[:place], *new, *kept[place:]]
    base = kept[place - 1].step.id
    first = new[0].step
    new[0] = replace(new[0], step=replace(first, takes=(*first.takes, Take(base))))
    renamed = {base: (Take(new[-1].step.id),)}
    behind = [
        replace(s, step=replace(s.step, takes=_passed(s.step.takes, renamed))) for s in kept[place:]
    ]
    return [*kept[:place], *new, *behind]


def _passed(takes: tuple[Take, ...], passed: Mapping[str, tuple[Take, ...]]) -> tuple[Take, ...]:
    """Return what a step takes once some products are only what went into them."""
    found: dict[str, Take] = {}
    for take in takes:
        for one in passed.get(take.ref, (take,)):
            found.setdefault(one.ref, one)
    return tuple(found.values())


def _lines(step: MethodStep) -> set[str]:
    return {take.ref for take in step.takes}


def _without(
    takes: tuple[Take, ...], gone: frozenset[str], struck: set[str], product: str | None
) -> tuple[Take, ...]:
    """Return what a step takes once swapped lines and struck products are the stand-in's."""
    found: list[Take] = []
    for take in takes:
        if take.ref not in gone and take.ref not in struck:
            found.append(take)
        elif product is not None and all(one.ref != product for one in found):
            found.append(Take(product, take.share, take.fraction))
    return tuple(found)


def _place(
    steps: list[CookStep],
    part: Part,
    gone: frozenset[str],
    struck: Container[str],
    reaches: Mapping[str, frozenset[str]],
) -> int:
    """Return where the steps of what stands in begin."""
    ghosts = [i for i, s in enumerate(steps) if s.step.id in struck]
    if ghosts:
        return ghosts[-1] + 1
    for lines in (gone, frozenset(line.id for line in part.lines)):
        for place, one in enumerate(steps):
            if one.kind == "own" and reaches[one.step.id] & lines:
                return place
    return 0


def _own_steps(slot: Slot, book: Book) -> list[CookStep]:
    """Return the stand-in's steps over the choice's lines, each taking what the one before made."""
    choice = slot.choice
    if choice is None or choice.kind != "book":
        return []
    written = steps_for(slot, book)
    known = book.find(slot.role, choice.stand_in)
    orders = {step.id: step.order for step in known.steps} if known else {}
    joined = {food for step in written for food in step.foods}
    start = [line for line in choice.lines if line.food not in joined]
    found: list[CookStep] = []
    before: str | None = None
    for number, step in enumerate(written):
        lines = [line for line in choice.lines if line.food in step.foods]
        takes = (
            [Take(line.id) for line in (*start, *lines)]
            if number == 0
            else [Take(i.id) for i in lines]
        )
        if before is not None:
            takes.append(Take(before))
        # A choice of an older release did not keep the order's words: the book has them.
        words = step.order or orders.get(step.id, "") or step.label or name_of(slot, book)
        made = _as_method(step, slot, tuple(takes), words)
        found.append(CookStep(made, "stand_in", "", slot.id, step.id))
        before = made.id
    return found


def called(step: Step) -> str:
    """Return the technique of a book step as the vocabulary of steps names it."""
    if step.technique == "press":
        return _PRESSES.get(str(step.settings.get("method", "cloth")), "press")
    return _CALLED.get(step.technique, step.technique)


def _as_method(step: Step, slot: Slot, takes: tuple[Take, ...], words: str) -> MethodStep:
    """Return a step of the book as one of the method: the same kind of thing."""
    key = called(step)
    low = step.hands_on_minutes[0] + step.passive_minutes[0]
    high = step.hands_on_minutes[1] + step.passive_minutes[1]
    oven = step.settings.get("oven_c")
    chosen = slot.choice.stand_in if slot.choice else ""
    return MethodStep(
        id=str(uuid.uuid5(NAMESPACE, f"{slot.id}/{chosen}/{step.id}")), text="",
        words=words, technique=key, takes=takes, minutes_low=low, minutes_high=high,
        oven_c=float(oven) if oven is not None else None,
        covered="yes" if step.settings.get("covered") else None, until=step.cue,
        stated=("minutes",),
    )  # fmt: skip


def _looked(steps: list[CookStep], dish: Dish) -> list[CookStep]:
    """Mark the steps whose own lines were swapped or left out, and those nobody understood."""
    taken = {t.ref for one in steps if one.kind != "ghost" for t in one.step.takes}
    cooked = [one.step.id for one in steps if one.kind != "ghost"]
    out: dict[str, Line] = {line.id: line for part in dish.parts for line in part.lines}
    found: list[CookStep] = []
    for one in steps:
        look: Look = one.look
        if one.kind == "own" and not look:
            mine = [out[take.ref] for take in one.step.takes if take.ref in out]
            if any(line.left_out for line in mine):
                look = "left_out"
            elif any(other_food(line) for line in mine):
                look = "line_swapped"
            elif not one.step.technique:
                look = "unread"
            elif one.step.takes and one.step.id not in taken and one.step.id != cooked[-1]:
                look = "" if one.step.technique in _LAST else "left_over"
        found.append(one if look == one.look else replace(one, look=look))
    return found
