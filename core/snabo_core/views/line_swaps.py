"""Line swaps as the screens show them: each computed on this dish before it is taken."""

from __future__ import annotations

from dataclasses import dataclass, replace

from snabo_core.dish import NONE, Dish, Line, Readings
from snabo_core.errors import BadInput, SnaboError
from snabo_core.foods import Food, Library
from snabo_core.plate.figures import entries, total
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Totals
from snabo_core.plate.words import changes_of_a_serving
from snabo_core.swaps.binding import binders
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import judged
from snabo_core.swaps.ledgers import slot_ledger
from snabo_core.swaps.line_book import Group, Member, line_book
from snabo_core.swaps.swapped_lines import (
    LinePlace,
    find_line,
    groups_of,
    swapped_line,
    with_instead,
)
from snabo_core.wording import Message, listed, say, worded


@dataclass(frozen=True)
class LineSwapView:
    """Something that would do for a line, computed on this dish per serving.

    `water_grams` is how much water it brings more than what is used now, whole dish,
    None where nobody knows.
    """

    job: str
    line: Line
    note: str
    changes: tuple[str, ...]
    water_grams: float | None
    gains: tuple[str, ...]
    loses: tuple[str, ...]
    part_words: str
    suits: int
    excluded: bool
    breaches: tuple[str, ...]


@dataclass(frozen=True)
class LineSwaps:
    """What else would do for a line; `original` is the written line where it is swapped now."""

    line_id: str
    food: str
    original: Line | None
    swaps: tuple[LineSwapView, ...]
    look_alikes: tuple[str, ...]


@dataclass(frozen=True)
class LineSwapRequest:
    """Which line of a draft to find swaps for."""

    dish: Dish
    line: str
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


def line_swaps(
    dish: Dish, line_id: str, setting: Setting, book: Book, library: Library
) -> LineSwaps:
    """Compute what else would do for a line, those that suit the eaters first.

    Raises:
        BadInput: no such line, or it has no food or grams yet.
    """
    place = find_line(dish, line_id)
    line = place.line
    if line.food is None:
        raise BadInput("Choose this line's food first; then its swaps follow.", "food")
    found = groups_of(line)
    now = total(*entries([line.used()], library, setting.rules))
    views = []
    for group, own in found:
        for other in group.members:
            if (other.food, other.form) == (own.food, own.form) or _is_used(line, other, library):
                continue
            new = swapped_line(line, own, other, library)
            views.append(_view(dish, place, group, other, new, now, setting, book, library))
    food = library.food(line.food)
    alike = tuple(
        f"{library.food(other).name}: {pair.why}"
        for pair in line_book().look_alikes
        if food.key in pair.foods
        for other in pair.foods
        if other != food.key
    )
    ordered = sorted(views, key=lambda v: (v.excluded, -v.suits))
    original = line if line.instead is not None else None
    return LineSwaps(line_id, food.name, original, tuple(ordered), alike)


def _is_used(line: Line, other: Member, library: Library) -> bool:
    used = line.used()
    form = other.form or library.food(other.food).default_form
    return line.instead is not None and (used.food, used.form) == (other.food, form)


def _view(
    dish: Dish,
    place: LinePlace,
    group: Group,
    other: Member,
    new: Line,
    now: Totals,
    setting: Setting,
    book: Book,
    library: Library,
) -> LineSwapView:
    made = judged(with_instead(dish, new.id, new), setting, book, library)
    then = total(*entries([new], library, setting.rules))
    share = 1 / dish.servings
    own = [
        replace(p, breaches=tuple(b for b in p.breaches if b.line_id == new.id))
        for p in made.people
    ]
    before, after = library.food(place.line.used().food or ""), library.food(new.food or "")
    return LineSwapView(
        job=group.job,
        line=new,
        note=_noted(place.line, new, other.note),
        changes=tuple(changes_of_a_serving(then, now, share)),
        water_grams=_more_water(new, place.line.used(), library),
        gains=_only_in(after, before),
        loses=_only_in(before, after),
        part_words=_rejudged(dish, place, new, setting, book, library),
        suits=sum(p.suits for p in made.people),
        excluded=any(p.excluded for p in own),
        breaches=tuple(f"{p.eater.name}: {say(b.message)}" for p in own for b in p.breaches),
    )


def _noted(line: Line, new: Line, note: str) -> str:
    """Return what the book says of a swap, with the jobs of an egg that it does and does not do."""
    known = binders()
    was, now = known.get(line.food or ""), known.get(new.food or "")
    if was is None or now is None or "bind" not in was.does:
        return note
    does = listed([worded(f"does_{job}") for job in now.does])
    lacks = [worded(f"does_no_{job}") for job in was.does if job not in now.does]
    return ", ".join([*([note] if note else []), does, *lacks])


def _more_water(new: Line, now: Line, library: Library) -> float | None:
    """Return the grams of water a line brings more than another, None where a row has none."""
    waters = []
    for line in (new, now):
        share = library.row(line.food or "", line.form).value("water")
        if share is None or line.grams is None:
            return None
        waters.append(line.grams / 100 * share)
    return waters[0] - waters[1]


def _only_in(food: Food, other: Food) -> tuple[str, ...]:
    return tuple(a for a in food.allergens or () if a not in (other.allergens or ()))


def _rejudged(
    dish: Dish, place: LinePlace, new: Line, setting: Setting, book: Book, library: Library
) -> str:
    """Say how the swapped part ends with the line in place, where it has a band to end in."""
    then = with_instead(dish, place.line.id, new)
    part = then.part(place.part.id)
    for slot in part.slots:
        if slot.choice is None or (place.slot is not None and slot.id != place.slot.id):
            continue
        if place.slot is None and slot.role != "thickener":
            continue
        try:
            end = slot_ledger(part, slot, book, library, setting).points[-1]
        except SnaboError as refusal:
            return refusal.sentence
        if end.band is None:
            continue
        low, high = end.band
        share = end.state.water_share
        values: dict[str, str | float] = {
            "part": part.name, "share": share, "low": low, "high": high,
        }  # fmt: skip
        if low <= share <= high:
            return say(Message("part_in_band", values))
        return say(Message("part_too_wet" if share > high else "part_too_dry", values))
    return ""
