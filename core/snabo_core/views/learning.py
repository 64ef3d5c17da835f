"""What a household's weigh-ins have shown, beside the book's figures, in words."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.swaps.book import Book
from snabo_core.water.bands import ENOUGH, Moved, moved
from snabo_core.water.learning import (
    SHARES,
    Habit,
    Learnt,
    Offset,
    Values,
    learnt_of,
    offset_of,
)
from snabo_core.water.priors import SURFACE_C
from snabo_core.water.steps import BAKED, PANNED, SIMMERED
from snabo_core.wording import Message, say, worded

Verdicts = Mapping[tuple[str, str, str], Sequence[tuple[float, str]]]
# The oven that an offset is told for, and what dries in it, in degrees Celsius: what arrives is
# as the difference of the two.
OVEN_C = 190.0


@dataclass(frozen=True)
class LearntView:
    """What was learnt of a habit or an appliance: the household's figure beside the book's.

    `runs` weigh-ins have shown it.
    """

    words: str
    yours: str
    book: str
    runs: int


@dataclass(frozen=True)
class LearningView:
    """Whether the household's own figures are used, and all of them."""

    on: bool
    rows: tuple[LearntView, ...]


def offset_words(offset: Offset) -> str:
    """Return how an oven or a microwave differs from the book's, in words."""
    if offset.appliance == "microwave":
        return say(Message("offset_microwave", {"figure": offset.times}))
    degrees = (offset.times - 1) * (OVEN_C - SURFACE_C)
    if abs(degrees) < 1:
        return worded("offset_oven_none")
    code = "offset_oven_hotter" if degrees > 0 else "offset_oven_cooler"
    return say(Message(code, {"degrees": f"{abs(degrees):.0f}"}))


def figure_words(habit: Habit, known: Learnt) -> tuple[str, str]:
    """Return the household's figure and the book's, in words."""
    yours, book = known.yours.mean, known.book.mean
    if habit.technique in SHARES:
        code = "learnt_share"
    elif habit.technique in BAKED:
        code, yours, book = "learnt_oven", yours / book, 1.0
    elif habit.technique in {*PANNED, *SIMMERED}:
        code = "learnt_rate"
    else:
        code = "learnt_part"
    return say(Message(code, {"figure": yours})), say(Message(code, {"figure": book}))


def learning_view(
    values: Values, library: Library, verdicts: Verdicts, book: Book, *, on: bool
) -> LearningView:
    """Return what was learnt, the most weighed first.

    Args:
        values: what weigh-ins showed, by habit.
        library: for the names of foods.
        verdicts: what was said of stand-ins whose water was weighed.
        book: for their bands and names.
        on: whether the household goes by it.
    """
    rows = []
    for key in values:
        habit = Habit(*key)  # type: ignore[arg-type]  # written down by `astuple`
        try:
            known = learnt_of(habit, values)
            food = library.food(habit.food).name
        except SnaboError:
            continue
        yours, usual = figure_words(habit, known)
        rows.append(LearntView(_words(habit, food), yours, usual, known.runs))
    rows.sort(key=lambda row: (-row.runs, row.words))
    return LearningView(on, (*_appliances(values), *rows, *_bands(verdicts, book)))


def _bands(verdicts: Verdicts, book: Book) -> Iterator[LearntView]:
    """Yield every band that was judged, whether it has moved or not yet."""
    for (role, key, step_id), told in verdicts.items():
        stand_in = book.find(role, key)
        step = next((s for s in stand_in.steps if s.id == step_id), None) if stand_in else None
        if stand_in is None or step is None or step.band is None:
            continue
        known = moved(step.band, told)
        words = worded("band_of", stand_in=stand_in.name, step=step.label.lower())
        yours = _edges(known.band) if known.moves else worded("band_waits")
        yield LearntView(words, yours, _edges(known.book), len(told))


def _edges(band: tuple[float, float]) -> str:
    return worded("band_edges", low=f"{100 * band[0]:.1f}", high=f"{100 * band[1]:.1f}")


def said_of_band(known: Moved | None) -> str:
    """Return what verdicts have made of a glass's band in a sentence, empty without any."""
    if known is None:
        return ""
    right, wet, dry = (str(count) for count in (known.right, known.too_wet, known.too_dry))
    if known.moves:
        return worded("band_moved", book=_edges(known.book), right=right, wet=wet, dry=dry)
    return worded("band_not_yet", enough=str(ENOUGH), right=right, wet=wet, dry=dry)


def _appliances(values: Values) -> Iterator[LearntView]:
    """Yield the oven and the microwave where more than one food was weighed in them."""
    for technique in ("bake", "microwave"):
        offset = offset_of(technique, values)
        if offset is not None and offset.foods > 1:
            words = worded(f"offset_of_{offset.appliance}", count=str(offset.foods))
            book = worded(f"offset_{offset.appliance}_book")
            yield LearntView(words, offset_words(offset), book, offset.runs)


def _words(habit: Habit, food: str) -> str:
    doing = worded(f"learnt_{habit.tool or habit.technique}")
    named = f"{food}, {worded(f'cut_{habit.cut}')}" if habit.cut else food
    return say(Message(f"learnt_{habit.state}", {"doing": doing, "food": named}))


def said_at_glass(habit: Habit | None, values: Values) -> str:
    """Return what is learnt of a glass's step in a sentence, empty where nothing is."""
    if habit is None:
        return ""
    known = learnt_of(habit, values)
    if known.runs == 0:
        offset = offset_of(habit.technique, values, but=habit)
        if offset is None:
            return ""
        return worded(
            f"offset_at_{offset.appliance}", yours=offset_words(offset), count=_count(offset.runs)
        )
    yours, book = figure_words(habit, known)
    return worded("learnt_at_glass", yours=yours, book=book, count=_count(known.runs))


def _count(runs: int) -> str:
    return worded("learnt_once") if runs == 1 else worded("learnt_times", count=str(runs))
