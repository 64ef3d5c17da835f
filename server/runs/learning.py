"""What a household's weigh-ins teach: a fold over their events, nothing of it is stored."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

import msgspec
from django.core.cache import cache
from django.utils import timezone

from accounts.models import Household
from accounts.writing import writes
from foods.own import library_of
from runs.models import RunEvent
from snabo_core.plate.setting import Setting
from snabo_core.views.learning import LearningView, learning_view
from table.services import setting_of

WEIGHED, TAKEN_BACK = "weighed", "taken_back"
# The last weigh-ins that are looked at.
MOST_EVENTS, KEPT_SECONDS = 2000, 3600
Learnt = Mapping[tuple[str, str, str, str], tuple[float, ...]]


class LearningWish(msgspec.Struct):
    """Whether to go by the household's own figures; `reset` forgets what was weighed so far."""

    on: bool = True
    reset: bool = False


def learnt_by(household: Household) -> Learnt:
    """Return what each weigh-in showed, by habit; what was taken back does not count."""
    events = RunEvent.objects.filter(
        run__household=household, kind__in=(WEIGHED, TAKEN_BACK)
    ).order_by("-id")
    if household.learns_since is not None:
        events = events.filter(server_time__gt=household.learns_since)
    # Events are only ever added: the last one says whether there is anything new to fold.
    newest = events.values_list("id", flat=True).first()
    if newest is None:
        return {}
    key = f"learnt-{household.pk}-{newest}-{household.learns_since}".replace(" ", "_")
    known: Learnt | None = cache.get(key)
    if known is None:
        known = _folded(list(events.values_list("run_id", "kind", "payload")[:MOST_EVENTS]))
        cache.set(key, known, KEPT_SECONDS)
    return known


def _folded(newest_first: list[tuple[int, str, dict[str, Any]]]) -> Learnt:
    last: dict[tuple[object, ...], dict[str, object] | None] = {}
    for run, kind, payload in reversed(newest_first):
        place = (run, payload.get("slot") or payload.get("part") or "", payload.get("step"))
        last[place] = payload.get("taught") if kind == WEIGHED else None
    found: dict[tuple[str, str, str, str], tuple[float, ...]] = {}
    for taught in last.values():
        if taught:
            technique, tool, food, state = taught["habit"]  # type: ignore[misc]
            key = (str(technique), str(tool), str(food), str(state))
            found[key] = (*found.get(key, ()), float(taught["value"]))  # type: ignore[arg-type]
    return found


def cooking_setting(household: Household, chosen: tuple[str, ...] = ()) -> Setting:
    """Return what the household brings to a computation, its own yields among it."""
    setting = setting_of(household, chosen)
    return replace(setting, learnt=learnt_by(household)) if household.learns else setting


def learning_of(household: Household) -> LearningView:
    """Return what the household's weigh-ins have shown beside the book's figures."""
    return learning_view(learnt_by(household), library_of(household), on=household.learns)


@writes
def change_learning(household: Household, wish: LearningWish) -> LearningView:
    """Switch the household's own figures on or off, or begin again."""
    household.learns = wish.on
    if wish.reset:
        household.learns_since = timezone.now()
    household.save(update_fields=["learns", "learns_since"])
    return learning_of(household)
