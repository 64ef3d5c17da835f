"""The dish as it is cooked now: its lines in the order they are used, and its steps."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import NONE, Dish, Line, MethodStep, Readings, Take
from snabo_core.foods import Library
from snabo_core.method import technique
from snabo_core.plate.setting import Setting
from snabo_core.quantities.units import FAN_BELOW
from snabo_core.recipe.method import with_method
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import Branch, lines_of_branches
from snabo_core.swaps.cooking import CookStep, Look, StepKind
from snabo_core.swaps.judged import Judged, judged
from snabo_core.swaps.line_steps import called
from snabo_core.views.cautions import DishCaution, Minded, StepCaution
from snabo_core.views.cooked import Cooked, Row
from snabo_core.views.variants import PartingView, parting_view
from snabo_core.water import Point
from snabo_core.wording import Message, listed, say, worded

# What only joins one step to the next says nothing of its own.
_JOINING, _STOPS = {"and", "then", "now", "next", "or"}, " ,.;:()-–"


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

    `whose` names the variants it is done for, empty where it is done for all; `branches` are
    their ids, that of what the others have being empty.
    `fan_c` is the same heat with a fan; `seconds` the time in this household's microwave.
    `weighs` says what goes in and what should come out, empty where nothing is weighed.
    `look` is why the cook should look at it, in words; `tail` is what the recipe says beside it,
    up to the next step: "turning them half way"; `was` are the recipe's words where a line swap
    changed them, empty where it did not.
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
    cautions: tuple[StepCaution, ...]
    whose: str = ""
    branches: tuple[str, ...] = ()
    tail: str = ""
    was: str = ""


@dataclass(frozen=True)
class UsedLine:
    """A line of the dish now, in the order of use; `step` is the first that takes it.

    `whose` names the variants it goes into, empty where it goes into all; grams are theirs.
    """

    id: str
    part: str
    name: str
    written: str
    grams: float | None
    grams_low: float | None
    grams_high: float | None
    brought_in: bool
    step: int | None
    whose: str = ""


@dataclass(frozen=True)
class MethodView:
    """The dish now. `method` are the steps as read, for a draft that has none of its own yet."""

    lines: tuple[UsedLine, ...]
    steps: tuple[CookStepView, ...]
    cautions: tuple[DishCaution, ...]
    unread: int
    method: tuple[MethodStep, ...]
    parting: PartingView | None = None


def method_view(dish: Dish, setting: Setting, book: Book, library: Library) -> MethodView:
    """Return the method of a dish as it is cooked now.

    Args:
        dish: the draft; one brought before methods were read is read now.
        setting: the household's kitchen and what its scale said.
        book: the swap book.
        library: where foods are looked up.
    """
    minded, views = _minded_steps(dish, setting, book, library)
    made = minded.made
    return MethodView(
        _used(minded.cooked),
        views,
        minded.beside(),
        sum(view.look == "unread" for view in views),
        made.dish.method,
        parting_view(made),
    )


def cooked_steps(
    dish: Dish, setting: Setting, book: Book, library: Library
) -> tuple[Judged, Cooked, tuple[CookStepView, ...]]:
    """Return a dish judged, as it is cooked, and the view of each of its rows in their order."""
    minded, views = _minded_steps(dish, setting, book, library)
    return minded.made, minded.cooked, views


def _minded_steps(
    dish: Dish, setting: Setting, book: Book, library: Library
) -> tuple[Minded, tuple[CookStepView, ...]]:
    if dish.steps and not dish.method:
        dish = with_method(dish, library)
    made = judged(dish, setting, book, library)
    cooked = Cooked.of(made)
    minded = Minded(made, cooked)
    parts = _parts(cooked.branches)
    views = [_step(row, cooked, setting, parts, minded) for row in cooked.rows]
    tails = _tails(made.dish, cooked.rows)
    return minded, tuple(replace(v, tail=tails.get(v.id, "")) for v in views)


def _tails(dish: Dish, rows: Sequence[Row]) -> dict[str, str]:
    """Return what a recipe's sentence says between the words of one step and those of the next."""
    found: dict[str, str] = {}
    texts = {step.id: step.text for step in dish.steps}
    spans: dict[str, list[tuple[int, int, str]]] = {}
    for row in rows:
        step = row.one.step
        mine = spans.setdefault(step.text, [])
        own = row.one.was or step.words
        at = texts.get(step.text, "").find(own, mine[-1][1] if mine else 0)
        if at >= 0 and own:
            mine.append((at, at + len(own), step.id))
    for text, places in ((key, found_at) for key, found_at in spans.items() if found_at):
        starts = [start for start, _, _ in places[1:]] + [len(texts.get(text, ""))]
        for (_, end, key), after in zip(places, starts, strict=True):
            words = texts[text][end:after].strip(_STOPS).split()
            while words and words[-1].lower() in _JOINING:
                words.pop()
            if len(words) > 1 and words[0].lower() not in _JOINING:
                found[key] = " ".join(words).strip(_STOPS)
    return found


def _parts(branches: Sequence[Branch]) -> dict[str, str]:
    """Return the name of the part every line stands in, empty where the dish has but one."""
    found: dict[str, str] = {}
    for branch in branches:
        named = len(branch.dish.parts) > 1
        for part in branch.dish.parts:
            chosen = [line for slot in part.slots if slot.choice for line in slot.choice.lines]
            for line in (*part.lines, *chosen):
                found[line.id] = part.name if named else ""
    return found


def _step(
    row: Row,
    cooked: Cooked,
    setting: Setting,
    parts: Mapping[str, str],
    minded: Minded,
) -> CookStepView:
    one, step = row.one, row.one.step
    known = technique(step.technique) if step.technique else None
    point, before = cooked.weighed(row)
    within = {parts[ref] for ref in cooked.reaches(row) if ref in parts}
    seconds = point.seconds if point is not None else None
    if step.technique == "microwave" and seconds is None and step.watts is not None:
        seconds = step.minutes_high * 60 * step.watts / setting.microwave_watts
    return CookStepView(
        id=step.id,
        number=row.number,
        kind=one.kind,
        slot=one.slot,
        part=within.pop() if len(within) == 1 else "",
        words=step.words,
        technique=step.technique,
        named=step.technique.replace("_", " "),
        takes=tuple(_taken(take, row, cooked) for take in step.takes),
        minutes_low=step.minutes_low,
        minutes_high=step.minutes_high,
        minutes_said="minutes" in step.stated,
        passive=known is not None and not known.hands,
        oven_c=step.oven_c,
        fan_c=step.oven_c - FAN_BELOW if step.oven_c is not None else None,
        seconds=seconds,
        until=step.until,
        weighs=_weighs(point, before, row.share),
        look=one.look,
        look_words=_look_words(one, cooked.written[row.home]),
        parallel=tuple(n for key in step.parallel if (n := cooked.number(row.home, key))),
        cautions=minded.at(row.number),
        whose=cooked.whose(row.branches),
        branches=row.branches,
        was=one.was,
    )


def _taken(take: Take, row: Row, cooked: Cooked) -> TakenView:
    line = cooked.lines[row.home].get(take.ref) or cooked.written[row.home].get(take.ref)
    words = worded(f"share_{take.share}") if take.share and take.share != "amount" else ""
    if take.share == "amount":
        words = worded("share_some")
    if line is None:
        return TakenView(take.ref, "", None, words, cooked.number(row.home, take.ref) or None)
    used = line.used()
    share = cooked.share_of(row, take.ref)
    grams = used.grams * share if used.grams is not None and share is not None else None
    return TakenView(take.ref, used.food_name or used.text, grams, words, None)


def _weighs(point: Point | None, before: float | None, share: float) -> str:
    """Say what a share of the dish should weigh when a step is done, and what it weighed."""
    if point is None:
        return ""
    if point.weighed is not None:
        return worded("method_weighed", grams=point.weighed)
    mass = point.state.mass * share
    values = {"low": point.low * share, "high": point.high * share, "grams": mass}
    if before is not None and before > point.state.mass:
        return worded("method_weighs_down", before=before * share, **values)
    return worded("method_weighs", **values)


def _look_words(one: CookStep, original: Mapping[str, Line]) -> str:
    if not one.look:
        return " ".join(one.said)
    if one.look == "waits":
        late = [original[key] for key in one.waits if key in original]
        return worded("look_waits", foods=listed([i.food_name or i.text for i in late]))
    if one.look == "stands_in":
        return worded("look_stands_in", new=one.instead[0], old=one.instead[1])
    mine = [original[take.ref] for take in one.step.takes if take.ref in original]
    swapped = next((line for line in mine if line.instead is not None), None)
    if one.look == "line_swapped" and swapped is not None and swapped.instead is not None:
        names = dict(zip(("new", "old"), called(swapped, swapped.instead), strict=True))
        return " ".join([say(Message("look_line_swapped", names)), *one.said])
    return " ".join([worded(f"look_{one.look}"), *one.said])


def _used(cooked: Cooked) -> tuple[UsedLine, ...]:
    """Return the lines in the order of use, those of all before those of some."""
    first: dict[tuple[str, str], int] = {}
    for row in cooked.rows:
        for take in row.one.step.takes if row.number else ():
            for branch in row.branches or [b.id for b in cooked.branches]:
                first.setdefault((branch, take.ref), row.number)
    chosen = {
        line.id
        for branch in cooked.branches
        for part in branch.dish.parts
        for slot in part.slots
        if slot.choice
        for line in slot.choice.lines
    }
    parts = {part.id: part.name for part in cooked.branches[-1].dish.parts}
    found = []
    for one in lines_of_branches(cooked.branches):
        line, share = one.line, sum(one.shares.values())
        low, best, high = (
            None if g is None else g * share for g in (line.grams_low, line.grams, line.grams_high)
        )
        steps = [first[key, line.id] for key in one.shares if (key, line.id) in first]
        found.append(
            UsedLine(
                line.id, parts[one.part_id] if len(parts) > 1 else "",
                line.food_name or line.text, line.text, best, low, high, line.id in chosen,
                min(steps, default=None), cooked.whose(tuple(one.shares)),
            )
        )  # fmt: skip
    last = sum(row.number > 0 for row in cooked.rows) + 1
    return tuple(sorted(found, key=lambda line: line.step or last))
