"""What a household's weigh-ins teach: a fold over their events, nothing of it is stored."""

import datetime as dt
from collections.abc import Mapping
from dataclasses import replace

import msgspec
from django.core.cache import cache
from django.utils import timezone

from accounts.models import Household
from accounts.writing import writes
from foods.own import library_of
from runs.folding import events_of
from runs.models import RunEvent
from snabo_core.plate.setting import Setting
from snabo_core.views.learning import LearningView, learning_view
from snabo_core.views.run_events import TAKEN_BACK, WEIGHED, taught_by
from table.services import setting_of

# The last weigh-ins that are looked at.
MOST_EVENTS, KEPT_SECONDS = 2000, 3600
Learnt = Mapping[tuple[str, ...], tuple[float, ...]]


class LearningWish(msgspec.Struct):
    """Whether to go by the household's own figures; `reset` forgets what was weighed so far."""

    on: bool = True
    reset: bool = False


def learnt_by(*, household: Household, until: dt.datetime | None = None) -> Learnt:
    """Return what each weigh-in showed, by habit; what was taken back does not count.

    `until` leaves out what was weighed from then on, None for nothing.
    """
    events = RunEvent.objects.filter(
        run__household=household, kind__in=(WEIGHED, TAKEN_BACK)
    ).order_by("-id")
    if household.learns_since is not None:
        events = events.filter(server_time__gt=household.learns_since)
    if until is not None:
        events = events.filter(server_time__lt=until)
    # Events are only ever added: the last one says whether there is anything new to fold.
    newest = events.values_list("id", flat=True).first()
    if newest is None:
        return {}
    key = f"learnt-{household.pk}-{newest}-{household.learns_since}-{until}".replace(" ", "_")
    known: Learnt | None = cache.get(key)
    if known is None:
        known = _folded(list(events[:MOST_EVENTS]))
        cache.set(key, known, KEPT_SECONDS)
    return known


def _folded(newest_first: list[RunEvent]) -> Learnt:
    by_run: dict[int, list[RunEvent]] = {}
    for row in reversed(newest_first):
        by_run.setdefault(row.run_id, []).append(row)
    found: dict[tuple[str, ...], tuple[float, ...]] = {}
    for rows in by_run.values():
        for taught in taught_by(events_of(rows)):
            technique, tool, food, state, *cut = taught["habit"]
            # Before 0.6.0 nobody wrote down how it was cut.
            key = (str(technique), str(tool), str(food), str(state), str(cut[0]) if cut else "")
            found[key] = (*found.get(key, ()), float(taught["value"]))
    return found


def cooking_setting(
    *, household: Household, chosen: tuple[str, ...] = (), until: dt.datetime | None = None
) -> Setting:
    """Return what the household brings to a computation, its own yields until then among it."""
    setting = setting_of(household=household, chosen=chosen)
    return (
        replace(setting, learnt=learnt_by(household=household, until=until))
        if household.learns
        else setting
    )


def learning_of(*, household: Household) -> LearningView:
    """Return what the household's weigh-ins have shown beside the book's figures."""
    return learning_view(
        learnt_by(household=household), library_of(household=household), on=household.learns
    )


@writes
def change_learning(*, household: Household, wish: LearningWish) -> LearningView:
    """Switch the household's own figures on or off, or begin again."""
    household.learns = wish.on
    if wish.reset:
        household.learns_since = timezone.now()
    household.save(update_fields=["learns", "learns_since"])
    return learning_of(household=household)
