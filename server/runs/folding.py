"""Stored events as the core folds them."""

import datetime as dt
import zoneinfo
from collections.abc import Iterable
from dataclasses import replace

from runs.models import Run, RunEvent
from snabo_core.views.run_events import RunEvent as CoreEvent
from snabo_core.views.run_events import RunFacts, fold_run


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
    events = events_of(run.events.all())
    return fold_run(replace(event, at=event.at.astimezone(here)) for event in events)
