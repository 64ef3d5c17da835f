"""A dish of another size as the screen shows it: line by line, and what that means for cooking."""

from __future__ import annotations

from dataclasses import dataclass, field

from snabo_core.dish import Dish, Line, SizeRule, all_lines
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate.pans import Pan, check_pan
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import judged
from snabo_core.swaps.resizing import bake_of, batches, resized, usual_rule
from snabo_core.swaps.scaling import eggs_text
from snabo_core.wording import grams_text, worded

# From so many times its size a dish is seasoned by tasting, and meat is browned in goes.
MUCH = 1.9
# As thick as before, as far as an oven knows.
AS_THICK = 0.08
BAKED = {"bake", "roast"}
BROWNED = {"saute", "sear", "fry", "sweat", "dry_saute"}
# What a baked dish weighs a millilitre; common practice, no source.
GRAMS_PER_ML = 1.0


@dataclass(frozen=True)
class ResizeRequest:
    """A draft and how large it is to be: one of the ways to say it.

    `times` its size now; so many `servings`; so many `grams` of a `line` that is there; or from
    one pan to another. `rules` are what the cook says of lines, by id.
    """

    dish: Dish
    times: float | None = None
    servings: float | None = None
    line: str = ""
    grams: float | None = None
    pan_from: Pan | None = None
    pan_to: Pan | None = None
    rules: dict[str, SizeRule] = field(default_factory=dict)


@dataclass(frozen=True)
class SizedLine:
    """A line before and after, its rule and whether that is the cook's own, in words."""

    line_id: str
    part: str
    name: str
    rule: SizeRule
    own_rule: bool
    words: str


@dataclass(frozen=True)
class ResizeView:
    """The dish at its other size; `times` is reckoned from the recipe's own."""

    dish: Dish
    times: float
    lines: tuple[SizedLine, ...]
    notes: tuple[str, ...]


def resize(request: ResizeRequest, setting: Setting, book: Book, library: Library) -> ResizeView:
    """Return a dish at another size, with what follows and what holds.

    Raises:
        BadInput: nothing says the size, or no kitchen can make it.
    """
    dish = request.dish
    ratio = _ratio(request)
    times = dish.times * ratio
    made = resized(dish, times, request.rules, library)
    before = {line.id: line for _, line in all_lines(dish)}
    rules = {line.id: line.size_rule for part in made.parts for line in part.lines}
    own = {line.id: line for part in dish.parts for line in part.lines}
    lines = tuple(
        _sized(
            before[line.id], line, part.name,
            rules.get(line.id) or _usual(own.get(line.id), times, library),
            rules.get(line.id) is not None, library,
        )
        for part, line in all_lines(made)
        if line.id in before
    )  # fmt: skip
    return ResizeView(made, made.times, lines, _notes(request, made, ratio, setting, book, library))


def _usual(line: Line | None, times: float, library: Library) -> SizeRule:
    return "follows" if line is None else usual_rule(line, times, library)


def _ratio(request: ResizeRequest) -> float:
    """Return by how much the dish grows, by whichever way it was said."""
    dish = request.dish
    if request.servings is not None:
        return request.servings / dish.servings
    if request.line:
        line = next((i for _, i in all_lines(dish) if i.id == request.line), None)
        if line is None or not line.grams:
            raise BadInput("Nobody knows what that line weighs now.", "line")
        if not request.grams:
            raise BadInput("How many grams of it are there?", "grams")
        return request.grams / line.grams
    if request.pan_to is not None:
        if request.pan_from is None:
            raise BadInput("Which pan is the recipe for?", "pan_from")
        return check_pan(request.pan_to).area / check_pan(request.pan_from).area
    if request.times is not None:
        return request.times
    raise BadInput("How large is it to be?", "times")


def _sized(
    was: Line, now: Line, part: str, rule: SizeRule, own: bool, library: Library
) -> SizedLine:
    egg = now.food is not None and library.food(now.food).food_class == "egg"
    before, after = _grams(was), _grams(now)
    if was.grams == now.grams:
        words = worded("size_eggs_hold" if egg and not own else "size_holds", was=before)
    elif egg and now.grams is not None:
        words = worded("size_eggs", was=before, now=after, eggs=eggs_text(now.grams))
    else:
        words = worded("size_follows", was=before, now=after)
    return SizedLine(now.id, part, now.food_name or now.text, rule, own, words)


def _grams(line: Line) -> str:
    return "?" if line.grams is None else f"{grams_text(line.grams)} g"


def _notes(
    request: ResizeRequest,
    made: Dish,
    ratio: float,
    setting: Setting,
    book: Book,
    library: Library,
) -> tuple[str, ...]:
    """Say how it bakes, how often a pan is filled, and what to taste for."""
    if abs(ratio - 1) < AS_THICK:
        return ()
    notes = []
    done = {step.technique for step in made.method}
    if done & BAKED:
        moved = request.pan_to is not None and request.pan_from is not None
        fits, words = _pans(made, setting, book, library)
        # What goes in by batches lies in each as it did before.
        if fits:
            notes.append(_bakes(ratio, ratio if moved else 1.0))
        notes += words
    if ratio >= MUCH:
        notes.append(worded("size_season"))
        if done & BROWNED:
            notes.append(worded("size_pan_on_ring", count=str(round(ratio))))
    return tuple(notes)


def _bakes(ratio: float, area_ratio: float) -> str:
    bake = bake_of(ratio, area_ratio)
    if abs(bake.thicker - 1) < AS_THICK:
        return worded("size_as_thick")
    low, high = bake.longer
    return worded(
        "size_thicker" if bake.thicker > 1 else "size_thinner",
        thicker=f"{bake.thicker:.1f}", low=f"{low:.1f}", high=f"{high:.1f}",
    )  # fmt: skip


def _pans(made: Dish, setting: Setting, book: Book, library: Library) -> tuple[bool, list[str]]:
    """Tell whether a pan of the household holds it, and which, or how often the largest is filled.

    Where none is known, that it does.
    """
    deep = [pan for pan in setting.pans if pan.kind not in {"wells", "mug"}]
    if not deep:
        return True, []
    volume = judged(made, setting, book, library).grams / GRAMS_PER_ML
    able = [pan for pan in deep if batches(volume, pan) == 1]
    if able:
        return True, [worded("size_fits", pan=min(able, key=_volume).name)]
    largest = max(deep, key=_volume)
    count = str(batches(volume, largest))
    return False, [worded("size_batches", pan=largest.name, count=count)]


def _volume(pan: Pan) -> float:
    return pan.volume
