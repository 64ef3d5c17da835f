"""The dish as it is cooked now: its lines in the order they are used, and its steps."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from snabo_core.book.cautions import cautions
from snabo_core.dish import NONE, Dish, Line, MethodStep, Readings, Take, all_lines
from snabo_core.foods import Library
from snabo_core.method import Ingredient, ReadStep, Share, technique
from snabo_core.method.cautions import cautions_of
from snabo_core.method.naming import Names
from snabo_core.plate.eaters import Eater
from snabo_core.plate.setting import Setting
from snabo_core.quantities.units import FAN_BELOW
from snabo_core.recipe.method import with_method
from snabo_core.swaps.book import Book
from snabo_core.swaps.cooking import CookStep, Look, StepKind, effective_steps, reaches_of
from snabo_core.swaps.judged import judged
from snabo_core.swaps.ledgers import SlotLedger, steps_for
from snabo_core.water import Point
from snabo_core.wording import Message, say, worded


@dataclass(frozen=True)
class MethodRequest:
    """A draft whose method is wanted, with what a run has weighed of it."""

    dish: Dish
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class TakenView:
    """What a step takes: a line by its name and grams, or what an earlier step made.

    `grams` are of this step's share, None where nobody knows how much. `step` is the number of
    the step that made it, None for a line.
    """

    ref: str
    name: str
    grams: float | None
    share: str
    step: int | None


@dataclass(frozen=True)
class CookStepView:
    """One step to cook by. A struck one has the number 0; `slot` is that whose swap did it.

    `fan_c` is the same heat with a fan; `seconds` the time in this household's microwave.
    `weighs` says what goes in and what should come out, empty where nothing is weighed.
    `look` is why the cook should look at it, in words.
    """

    id: str
    number: int
    kind: StepKind
    slot: str | None
    part: str
    words: str
    technique: str
    named: str
    takes: tuple[TakenView, ...]
    minutes_low: float
    minutes_high: float
    minutes_said: bool
    passive: bool
    oven_c: float | None
    fan_c: float | None
    seconds: float | None
    until: str
    weighs: str
    look: Look
    look_words: str
    parallel: tuple[int, ...]
    cautions: tuple[str, ...]


@dataclass(frozen=True)
class UsedLine:
    """A line of the dish now, in the order of use; `step` is the first that takes it."""

    id: str
    part: str
    name: str
    written: str
    grams: float | None
    grams_low: float | None
    grams_high: float | None
    brought_in: bool
    step: int | None


@dataclass(frozen=True)
class MethodCaution:
    """A caution of the dish, once, with the steps it holds at.

    `put_away` says that everybody eating knows it; at its step it stays.
    """

    key: str
    text: str
    why: str
    steps: tuple[int, ...]
    put_away: bool


@dataclass(frozen=True)
class MethodView:
    """The dish now. `method` are the steps as read, for a draft that has none of its own yet."""

    lines: tuple[UsedLine, ...]
    steps: tuple[CookStepView, ...]
    cautions: tuple[MethodCaution, ...]
    unread: int
    method: tuple[MethodStep, ...]


def method_view(dish: Dish, setting: Setting, book: Book, library: Library) -> MethodView:
    """Return the method of a dish as it is cooked now.

    Args:
        dish: the draft; one brought before methods were read is read now.
        setting: the household's kitchen and what its scale said.
        book: the swap book.
        library: where foods are looked up.
    """
    if dish.steps and not dish.method:
        dish = with_method(dish, library)
    steps = effective_steps(dish, book)
    numbers = _numbers(steps)
    lines = {line.id: line for _, line in all_lines(dish)}
    original = {line.id: line for part in dish.parts for line in part.lines}
    held = _held(steps, numbers, lines, library, dish, book)
    weighed = _weights(judged(dish, setting, book, library).ledgers)
    parts = _parts(dish)
    reaches = reaches_of([one.step for one in steps if one.kind != "ghost"])
    shares = _shares(steps)
    views = tuple(
        _step(one, numbers, {**original, **lines}, shares, setting, weighed,
              parts, reaches, held.get(one.step.id, ()), _look_words(one, original))
        for one in steps
    )  # fmt: skip
    return MethodView(
        _used(dish, steps, numbers),
        views,
        _cautions(views, setting.eaters),
        sum(view.look == "unread" for view in views),
        dish.method,
    )


def _numbers(steps: Sequence[CookStep]) -> dict[str, int]:
    """Return the number of every step that is cooked, from 1."""
    cooked = [one.step.id for one in steps if one.kind != "ghost"]
    return {key: number for number, key in enumerate(cooked, start=1)}


def _parts(dish: Dish) -> dict[str, str]:
    """Return the name of the part every line stands in, empty where the dish has but one."""
    named = len(dish.parts) > 1
    found: dict[str, str] = {}
    for part in dish.parts:
        chosen = [line for slot in part.slots if slot.choice for line in slot.choice.lines]
        for line in (*part.lines, *chosen):
            found[line.id] = part.name if named else ""
    return found


def _shares(steps: Sequence[CookStep]) -> dict[tuple[str, str], float | None]:
    """Return the share of a line that each step takes, by step and line; None where untold."""
    left: dict[str, float | None] = {}
    found: dict[tuple[str, str], float | None] = {}
    for one in steps:
        if one.kind == "ghost":
            continue
        for take in one.step.takes:
            before = left.get(take.ref, 1.0)
            whole = take.share is None or take.share == "remaining"
            now = before if whole else take.fraction
            found[one.step.id, take.ref] = now
            known = before is not None and now is not None
            left[take.ref] = max(0.0, before - now) if known else None  # type: ignore[operator]
    return found


def _step(
    one: CookStep,
    numbers: Mapping[str, int],
    lines: Mapping[str, Line],
    shares: Mapping[tuple[str, str], float | None],
    setting: Setting,
    weighed: Mapping[tuple[str, str], tuple[Point, float | None]],
    parts: Mapping[str, str],
    reaches: Mapping[str, frozenset[str]],
    keys: tuple[str, ...],
    look_words: str,
) -> CookStepView:
    step = one.step
    known = technique(step.technique) if step.technique else None
    point, before = weighed.get((one.slot or "", one.book_step or ""), (None, None))
    held = {parts[ref] for ref in reaches.get(step.id, ()) if ref in parts}
    seconds = point.seconds if point is not None else None
    if step.technique == "microwave" and seconds is None and step.watts is not None:
        seconds = step.minutes_high * 60 * step.watts / setting.microwave_watts
    return CookStepView(
        id=step.id,
        number=numbers.get(step.id, 0),
        kind=one.kind,
        slot=one.slot,
        part=held.pop() if len(held) == 1 else "",
        words=step.words,
        technique=step.technique,
        named=step.technique.replace("_", " "),
        takes=tuple(_taken(take, step.id, numbers, lines, shares) for take in step.takes),
        minutes_low=step.minutes_low,
        minutes_high=step.minutes_high,
        minutes_said="minutes" in step.stated,
        passive=known is not None and not known.hands,
        oven_c=step.oven_c,
        fan_c=step.oven_c - FAN_BELOW if step.oven_c is not None else None,
        seconds=seconds,
        until=step.until,
        weighs=_weighs(point, before),
        look=one.look,
        look_words=look_words,
        parallel=tuple(numbers[key] for key in step.parallel if key in numbers),
        cautions=keys,
    )


def _taken(
    take: Take,
    step: str,
    numbers: Mapping[str, int],
    lines: Mapping[str, Line],
    shares: Mapping[tuple[str, str], float | None],
) -> TakenView:
    line = lines.get(take.ref)
    words = worded(f"share_{take.share}") if take.share and take.share != "amount" else ""
    if take.share == "amount":
        words = worded("share_some")
    if line is None:
        return TakenView(take.ref, "", None, words, numbers.get(take.ref))
    used = line.used()
    share = shares.get((step, take.ref))
    grams = used.grams * share if used.grams is not None and share is not None else None
    return TakenView(take.ref, used.food_name or used.text, grams, words, None)


def _weighs(point: Point | None, before: float | None) -> str:
    """Say what a step should weigh when it is done, and what it weighed."""
    if point is None:
        return ""
    if point.weighed is not None:
        return worded("method_weighed", grams=point.weighed)
    values = {"low": point.low, "high": point.high, "grams": point.state.mass}
    if before is not None and before > point.state.mass:
        return worded("method_weighs_down", before=before, **values)
    return worded("method_weighs", **values)


def _look_words(one: CookStep, original: Mapping[str, Line]) -> str:
    if not one.look:
        return ""
    mine = [original[take.ref] for take in one.step.takes if take.ref in original]
    swapped = next((line for line in mine if line.instead is not None), None)
    if one.look == "line_swapped" and swapped is not None and swapped.instead is not None:
        names = {"old": swapped.food_name, "new": swapped.instead.food_name}
        return say(Message("look_line_swapped", names))
    return worded(f"look_{one.look}")


def _weights(
    ledgers: Sequence[SlotLedger],
) -> dict[tuple[str, str], tuple[Point, float | None]]:
    """Return the ledger's points by slot and step, each with the grams that go into it."""
    found: dict[tuple[str, str], tuple[Point, float | None]] = {}
    for each in ledgers:
        before: float | None = None
        for point in each.ledger.points if each.ledger is not None else ():
            goes_in = None if before is None else before + point.added
            found[each.slot.id, point.step_id] = (point, goes_in)
            before = point.weighed or point.state.mass
    return found


def _held(
    steps: Sequence[CookStep],
    numbers: Mapping[str, int],
    lines: Mapping[str, Line],
    library: Library,
    dish: Dish,
    book: Book,
) -> dict[str, tuple[str, ...]]:
    """Return the cautions of every step that is cooked: by rule, and those of the book's own."""
    names = Names(
        [Ingredient(i.id, "", f"{i.text} {i.preparation}".strip(), i.food) for i in lines.values()],
        library,
    )
    cooked = [one for one in steps if one.kind != "ghost"]
    reaches = reaches_of([one.step for one in cooked])
    read = [_as_read(one.step, numbers, reaches, lines) for one in cooked]
    ruled = cautions_of(read, names)
    written = {
        (slot.id, step.id): step.cautions
        for part in dish.parts
        for slot in part.slots
        for step in steps_for(slot, book)
    }
    return {
        one.step.id: _once((*keys, *written.get((one.slot or "", one.book_step or ""), ())))
        for one, keys in zip(cooked, ruled, strict=True)
    }


def _once(keys: Iterable[str]) -> tuple[str, ...]:
    """Return cautions by what they are called now, each once."""
    known = cautions()
    return tuple(dict.fromkeys(known[key].key for key in keys if key in known))


def _as_read(
    step: MethodStep,
    numbers: Mapping[str, int],
    reaches: Mapping[str, frozenset[str]],
    lines: Mapping[str, Line],
) -> ReadStep:
    takes = tuple(
        f"s{numbers[take.ref]}" if take.ref in numbers else take.ref
        for take in step.takes
        if take.ref in numbers or take.ref in lines
    )
    held = tuple(key for key in lines if key in reaches[step.id])
    share = {t.ref: Share(t.share, t.fraction) for t in step.takes if t.share is not None}
    told: dict[str, bool | str] = {"yes": True, "no": False, "partly": "partly"}
    covered = told.get(step.covered or "")
    return ReadStep(
        numbers[step.id], 1, 0, len(step.words), step.words, step.technique or None, takes, held,
        (step.minutes_low, step.minutes_high), passive=False, oven_c=step.oven_c, watts=step.watts,
        covered=covered, until=step.until or None, share=share,
    )  # fmt: skip


def _cautions(views: Sequence[CookStepView], eaters: Sequence[Eater]) -> tuple[MethodCaution, ...]:
    """Return every caution once, in the order the dish meets them."""
    found: dict[str, list[int]] = {}
    for view in views:
        for key in view.cautions:
            found.setdefault(key, []).append(view.number)
    known = cautions()
    return tuple(
        MethodCaution(
            key,
            known[key].text,
            known[key].why,
            tuple(at),
            bool(eaters) and all(key in eater.dismissed for eater in eaters),
        )
        for key, at in found.items()
    )


def _used(
    dish: Dish, steps: Sequence[CookStep], numbers: Mapping[str, int]
) -> tuple[UsedLine, ...]:
    first: dict[str, int] = {}
    for one in steps:
        for take in one.step.takes:
            if one.step.id in numbers:
                first.setdefault(take.ref, numbers[one.step.id])
    named = len(dish.parts) > 1
    found = []
    for part in dish.parts:
        chosen = {line.id for slot in part.slots if slot.choice for line in slot.choice.lines}
        found += [
            UsedLine(
                line.id, part.name if named else "", line.food_name or line.text, line.text,
                line.grams, line.grams_low, line.grams_high, line.id in chosen, first.get(line.id),
            )
            for line in part.effective_lines()
        ]  # fmt: skip
    last = len(numbers) + 1
    return tuple(sorted(found, key=lambda line: line.step or last))
