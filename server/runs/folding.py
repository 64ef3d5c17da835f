"""Stored events as the core folds them."""

import datetime as dt
import zoneinfo
from collections.abc import Iterable
from dataclasses import replace

from config.wire import stored_dish
from runs.models import Run, RunEvent
from snabo_core.dish import stand_ins_of
from snabo_core.views.run_events import WEIGHED, RunFacts, fold_run
from snabo_core.views.run_events import RunEvent as CoreEvent


def events_of(rows: Iterable[RunEvent]) -> list[CoreEvent]:
    """Return stored events as the core folds them; one told late counts when it happened."""
    return [
        CoreEvent(
            str(row.client_id), row.kind,
            dt.datetime.fromisoformat(at) if (at := row.payload.get("at")) else row.server_time,
            row.payload, row.payload.get("seq", row.pk),
        )
        for row in rows
    ]  # fmt: skip


def facts_of(run: Run, zone: str = "UTC") -> RunFacts:
    """Return what the events of a run add up to, with its days in a zone."""
    here = zoneinfo.ZoneInfo(zone)
    events = _completed(events_of(run.events.all()), run)
    return fold_run(replace(event, at=event.at.astimezone(here)) for event in events)


def _completed(events: list[CoreEvent], run: Run) -> list[CoreEvent]:
    """Return events with the stand-in that was weighed; 0.2.0 left it to the run's version."""
    if all(_is_whole(event) for event in events):
        return events
    chosen = stand_ins_of(stored_dish(run.version.document))
    return [
        event if _is_whole(event)
        else replace(event, payload={**event.payload,
                                     "stand_in": chosen.get(event.payload["slot"], "")})
        for event in events
    ]  # fmt: skip


def _is_whole(event: CoreEvent) -> bool:
    return event.kind != WEIGHED or not event.payload["slot"] or "stand_in" in event.payload
