"""What a household's weigh-ins teach: a fold over their events, nothing of it is stored."""

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import msgspec
from django.core.cache import cache
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from foods.own import library_of
from foods.stand_ins import book_of
from runs.folding import events_of
from runs.models import RunEvent
from snabo_core.plate.setting import Setting
from snabo_core.views.learning import LearningView, learning_view
from snabo_core.views.run_events import (
    TAKEN_BACK,
    VERDICT,
    WEIGHED,
    BandKey,
    judged_by,
    taught_by,
)
from table.services import setting_of

# The last weigh-ins that are looked at.
MOST_EVENTS, KEPT_SECONDS = 2000, 3600
Learnt = Mapping[tuple[str, ...], tuple[float, ...]]
Verdicts = Mapping[BandKey, tuple[tuple[float, str], ...]]


class LearningWish(msgspec.Struct):
    """Whether to go by the household's own figures; `reset` forgets what was weighed so far."""

    on: bool = True
    reset: bool = False


@dataclass(frozen=True)
class Taught:
    """What weigh-ins showed, by habit, and what was said of what was weighed, by band."""

    learnt: Learnt = field(default_factory=dict)
    verdicts: Verdicts = field(default_factory=dict)


def taught_to(*, household: Household, until: dt.datetime | None = None) -> Taught:
    """Return what a household's cookings have shown; what was taken back does not count.

    `until` leaves out what was told from then on, None for nothing.
    """
    key = f"taught-{household.pk}-{household.mark}-{household.learns_since}-{until}"
    key = key.replace(" ", "_")
    known: Taught | None = cache.get(key)
    if known is None:
        known = _taught(household, until)
        cache.set(key, known, KEPT_SECONDS)
    return known


def _taught(household: Household, until: dt.datetime | None) -> Taught:
    events = RunEvent.objects.filter(
        run__household=household, kind__in=(WEIGHED, TAKEN_BACK, VERDICT)
    ).order_by("-id")
    if household.learns_since is not None:
        events = events.filter(server_time__gt=household.learns_since)
    if until is not None:
        events = events.filter(server_time__lt=until)
    return _folded(list(events[:MOST_EVENTS]))


def _folded(newest_first: list[RunEvent]) -> Taught:
    by_run: dict[int, list[RunEvent]] = {}
    for row in reversed(newest_first):
        by_run.setdefault(row.run_id, []).append(row)
    found: dict[tuple[str, ...], tuple[float, ...]] = {}
    said: dict[BandKey, tuple[tuple[float, str], ...]] = {}
    for rows in by_run.values():
        events = events_of(rows)
        for taught in taught_by(events):
            technique, tool, food, state, *cut = taught["habit"]
            # Before 0.6.0 nobody wrote down how it was cut.
            key = (str(technique), str(tool), str(food), str(state), str(cut[0]) if cut else "")
            found[key] = (*found.get(key, ()), float(taught["value"]))
        for band, verdict in judged_by(events).items():
            said[band] = (*said.get(band, ()), verdict)
    return Taught(found, said)


def cooking_setting(
    *, household: Household, chosen: tuple[str, ...] = (), until: dt.datetime | None = None
) -> Setting:
    """Return what the household brings to a computation, its own yields until then among it."""
    setting = setting_of(household=household, chosen=chosen)
    if not household.learns:
        return setting
    known = taught_to(household=household, until=until)
    return replace(setting, learnt=known.learnt, verdicts=known.verdicts)


def learning_of(*, household: Household) -> LearningView:
    """Return what the household's cookings have shown beside the book's figures."""
    known = taught_to(household=household)
    return learning_view(
        known.learnt, library_of(household=household), known.verdicts,
        book_of(household=household), on=household.learns,
    )  # fmt: skip


@writes
def change_learning(*, household: Household, by: User, wish: LearningWish) -> LearningView:
    """Switch the household's own figures on or off, or begin again."""
    household.learns = wish.on
    if wish.reset:
        household.learns_since = timezone.now()
    household.save(update_fields=["learns", "learns_since"])
    return learning_of(household=household)
