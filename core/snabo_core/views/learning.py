"""What a household's weigh-ins have shown, beside the book's figures, in words."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from snabo_core.errors import SnaboError
from snabo_core.foods import Library
from snabo_core.water.learning import SHARES, Habit, Learnt, learnt
from snabo_core.water.steps import BAKED, PANNED, SIMMERED, Step, prior_of
from snabo_core.wording import Message, say, worded

# By habit, as the setting holds it, and what each weigh-in showed.
Values = Mapping[tuple[str, str, str, str], Sequence[float]]


@dataclass(frozen=True)
class LearntView:
    """One habit: the household's figure beside the book's, and from how many weigh-ins."""

    words: str
    yours: str
    book: str
    runs: int


@dataclass(frozen=True)
class LearningView:
    """Whether the household's own figures are used, and all of them."""

    on: bool
    rows: tuple[LearntView, ...]


def book_prior_step(habit: Habit) -> Step:
    """Return a step whose prior is the book's for a habit."""
    settings = {"method": habit.tool} if habit.tool else {}
    return Step("", habit.technique, "", settings=settings)


def learnt_of(habit: Habit, values: Sequence[float]) -> Learnt:
    """Return a habit's figures by all its weigh-ins."""
    return learnt(habit.technique, prior_of(book_prior_step(habit)), values)


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


def learning_view(values: Values, library: Library, *, on: bool) -> LearningView:
    """Return what was learnt, the most weighed first.

    Args:
        values: what weigh-ins showed, by habit.
        library: for the names of foods.
        on: whether the household goes by it.
    """
    rows = []
    for key, shown in values.items():
        habit = Habit(*key)  # type: ignore[arg-type]  # written down by `astuple`
        try:
            known = learnt_of(habit, shown)
            food = library.food(habit.food).name
        except SnaboError:
            continue
        yours, book = figure_words(habit, known)
        rows.append(LearntView(_words(habit, food), yours, book, known.runs))
    rows.sort(key=lambda row: (-row.runs, row.words))
    return LearningView(on, tuple(rows))


def _words(habit: Habit, food: str) -> str:
    doing = worded(f"learnt_{habit.tool or habit.technique}")
    return say(Message(f"learnt_{habit.state}", {"doing": doing, "food": food}))


def said_at_glass(habit: Habit | None, values: Values) -> str:
    """Return what is learnt of a glass's step in a sentence, empty where nothing is."""
    if habit is None:
        return ""
    shown = values.get((habit.technique, habit.tool, habit.food, habit.state), ())
    if not shown:
        return ""
    known = learnt_of(habit, shown)
    yours, book = figure_words(habit, known)
    count = (
        worded("learnt_once") if known.runs == 1 else worded("learnt_times", count=str(known.runs))
    )
    return worded("learnt_at_glass", yours=yours, book=book, count=count)
