"""The ways to make a dish fit, as the Bench shows them, and what stands against any."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from snabo_core.dish import NONE, Dish, Readings
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import branches_of, of_the_others
from snabo_core.swaps.contacts import eaters_of
from snabo_core.swaps.judged import Judged, judged
from snabo_core.views.eaters import EaterView, eater_view
from snabo_core.views.variants import SplitRequest, split
from snabo_core.views.way_words import (
    change_words,
    changes_in_short,
    conflict_words,
    help_words,
    short_words,
    why_words,
)
from snabo_core.ways.choices import Kind
from snabo_core.ways.conflict import Conflict, conflict_of
from snabo_core.ways.finding import Fitting, Way, find_ways, fits, fitting_of, undecided
from snabo_core.ways.modelling import Step
from snabo_core.wording import listed, worded

State = Literal["fits", "nobody", "open", "way", "none", "done"]


@dataclass(frozen=True)
class WaysRequest:
    """A draft to make fit; with `only_grams` choices stay and grams are balanced."""

    sequence: int
    dish: Dish
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE
    only_grams: bool = False


@dataclass(frozen=True)
class ChangeView:
    """One change of a way: where, from what to what, and why, in words.

    `id` is the slot, the line or the eater it is about, empty for the whole pot.
    """

    kind: Kind
    id: str
    part: str
    words: str
    why: str


@dataclass(frozen=True)
class WayCard:
    """A way: the dish with it in, its sentence, and how everybody stands then.

    `sure` is false where a limit is only likely to be met; `gap` is how far from the best, as a
    share, it may lie at most. `missed` are wishes that are still missed.
    """

    dish: Dish
    words: str
    changes: tuple[ChangeView, ...]
    eaters: tuple[EaterView, ...]
    minutes: float
    sure: bool
    gap: float
    missed: tuple[str, ...]


@dataclass(frozen=True)
class ConflictView:
    """Why there is no way: the limits in words, what would help, and the nearest dish."""

    reasons: tuple[str, ...]
    helps: tuple[str, ...]
    nearest: WayCard


@dataclass(frozen=True)
class WaysPart:
    """One piece of the answer, sent as soon as it is known; `done` is the last."""

    sequence: int
    state: State
    words: str = ""
    way: WayCard | None = None
    conflict: ConflictView | None = None
    seconds: float = 0.0


def ways(
    request: WaysRequest, setting: Setting, book: Book, library: Library
) -> Iterator[WaysPart]:
    """Yield the answer piece by piece: that it fits, ways as they are found, or why there is none.

    Args:
        request: the draft; what is pinned in it stays as it is.
        setting: eaters and kitchen of the household.
        book: the swap book.
        library: where foods are looked up.
    """
    number, variants = request.sequence, request.dish.variants
    everybody = setting
    dish, setting = of_the_others(request.dish, setting)
    if not setting.eaters:
        yield WaysPart(number, "nobody", worded("way_nobody"))
        return
    pinned = frozenset(dish.pinned)
    fitting = fitting_of(dish, setting, book, library, pinned=pinned, only_grams=request.only_grams)
    open_lines = undecided(fitting)
    if open_lines:
        yield WaysPart(number, "open", _open(fitting, open_lines))
        return
    if fits(fitting.now):
        yield WaysPart(number, "fits", _fits(setting, everybody=not variants))
        return
    found = False
    suited = _suited(request.dish, everybody, book, library) if variants else ()
    for way in find_ways(fitting):
        found = True
        card = _card(fitting, way)
        whole = replace(card.dish, variants=variants)
        missed = _no_longer(whole, suited, everybody, book, library)
        card = replace(card, dish=whole, missed=(*card.missed, *missed))
        yield WaysPart(number, "way", card.words, card, seconds=way.seconds)
    if not found:
        view = _conflict(fitting, conflict_of(fitting))
        nearest = replace(view.nearest, dish=replace(view.nearest.dish, variants=variants))
        view = replace(view, nearest=nearest)
        yield WaysPart(number, "none", view.reasons[0], conflict=view)
    yield WaysPart(number, "done")


@dataclass(frozen=True)
class WayFor:
    """The smallest way that makes a dish fit one eater, by id, or everybody, with no id."""

    eater: str
    words: str


@dataclass(frozen=True)
class DishWays:
    """What would make a dish fit those whom it does not suit, and everybody."""

    dish: str
    ways: tuple[WayFor, ...]


def smallest_ways(dish: Dish, setting: Setting, book: Book, library: Library) -> tuple[WayFor, ...]:
    """Return the smallest way for each eater a dish does not suit, and for everybody, in words.

    Nothing for a dish whose lines are open, or that suits everybody as it is. Where no one dish
    serves all, how it would part for them. Who has a variant is served by that.
    """
    if fits(judged(dish, setting, book, library)):
        return ()
    whole, others = of_the_others(dish, setting)
    fitting = _fitting(whole, others, book, library)
    if undecided(fitting):
        return ()
    found = []
    for branch in branches_of(dish):
        some = eaters_of(branch, branches_of(dish), setting.eaters)
        now = judged(branch.dish, replace(setting, eaters=tuple(some)), book, library)
        for person in now.people:
            if not person.suits:
                alone = replace(setting, eaters=(person.eater,))
                words = _smallest(_fitting(branch.dish, alone, book, library), "way_fits_with")
                none = "way_none_pinned" if dish.pinned else "way_none_fits"
                found.append(WayFor(person.eater.id, words or worded(none)))
    if len(setting.eaters) > 1 and not dish.variants:
        words = _smallest(fitting, "way_all_fit_with") or _parted(dish, setting, book, library)
        found.append(WayFor("", words))
    return tuple(found)


def _parted(dish: Dish, setting: Setting, book: Book, library: Library) -> str:
    """Say how a dish would part where nothing makes it fit everybody."""
    found = split(SplitRequest(dish), setting, book, library)
    if found.parting is None:
        return worded("way_none_for_all")
    own = [
        worded("split_for", name=b.name, changes=listed(list(b.changes)), parted=b.parted)
        for b in found.parting.branches
        if b.id
    ]
    if found.changes:
        own = [worded("split_all", changes=listed(list(found.changes))), *own]
    return worded("split_would", variants="; ".join(own))


def _fitting(dish: Dish, setting: Setting, book: Book, library: Library) -> Fitting:
    return fitting_of(dish, setting, book, library, pinned=frozenset(dish.pinned))


def _smallest(fitting: Fitting, code: str) -> str:
    way = next(find_ways(fitting, want=1, hurry=False), None)
    if way is None:
        return ""
    steps = sorted(way.selection.steps, key=lambda step: _order(fitting, step))
    return worded(code, changes=changes_in_short(fitting, way, steps))


def _suited(dish: Dish, setting: Setting, book: Book, library: Library) -> tuple[str, ...]:
    made = judged(dish, setting, book, library)
    return tuple(person.eater.name for person in made.people if person.suits)


def _no_longer(
    dish: Dish, suited: Sequence[str], setting: Setting, book: Book, library: Library
) -> tuple[str, ...]:
    """Say whose variant would no longer suit them, being made over this dish."""
    if not dish.variants:
        return ()
    now = set(_suited(dish, setting, book, library))
    return tuple(worded("way_breaks_variant", name=name) for name in suited if name not in now)


def _fits(setting: Setting, *, everybody: bool) -> str:
    if everybody:
        return worded("way_fits")
    return worded("way_fits_some", names=listed([eater.name for eater in setting.eaters]))


def _open(fitting: Fitting, ids: Sequence[str]) -> str:
    lines = {i.id: i for part in fitting.choices.dish.parts for i in part.effective_lines()}
    first = worded("way_open", line=lines[ids[0]].text)
    if len(ids) == 1:
        return first
    return worded("way_open_more", open=first, count=str(len(ids) - 1))


def _card(fitting: Fitting, way: Way) -> WayCard:
    steps = sorted(way.selection.steps, key=lambda step: _order(fitting, step))
    eaters = _eaters(way.made, fitting.now)
    missed = tuple(
        worded("way_missed", name=eater.name, label=reach.label.lower(), words=reach.words)
        for eater in eaters
        for reach in eater.reaches
        if not reach.met
    )
    return WayCard(
        way.dish, short_words(fitting, way, steps),
        tuple(_change(fitting, way, step) for step in steps),
        eaters, way.minutes, way.sure, way.selection.gap, missed,
    )  # fmt: skip


def _order(fitting: Fitting, step: Step) -> tuple[bool, bool, bool, int, int]:
    """Stand-ins are told first, then lines, then what moves by grams, then portions."""
    place = None if step.place is None else fitting.choices.places[step.place]
    line = place is not None and place.line is not None
    return place is None, step.grams_only, line, step.place or 0, step.doing or 0


def _eaters(made: Judged, now: Judged) -> tuple[EaterView, ...]:
    """Return how everybody stands, each bar with what it was before."""
    return tuple(
        replace(
            eater_view(
                person,
                made.figures_of(person.eater.id),
                now.figures_of(person.eater.id),
                made.setting,
            ),
            portion_grams=made.sharing.of(person.eater.id) * made.grams,
        )
        for person in made.people
    )


def _change(fitting: Fitting, way: Way, step: Step) -> ChangeView:
    words, why = change_words(fitting, way, step), why_words(fitting, way, step)
    if step.place is None:
        kind: Kind = "portion" if step.eater else "servings"
        return ChangeView(kind, step.eater, way.dish.title, words, why)
    place = fitting.choices.places[step.place]
    kind = "moved" if step.doing is None else place.doings[step.doing].kind
    return ChangeView(kind, place.id, place.part.name, words, why)


def _conflict(fitting: Fitting, conflict: Conflict) -> ConflictView:
    return ConflictView(
        conflict_words(conflict),
        tuple(help_words(one) for one in conflict.helps),
        _card(fitting, conflict.nearest),
    )
