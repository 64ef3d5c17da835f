"""Three cookings of one dish in the demo household, weeks apart: weighed, eaten, judged."""

import datetime as dt
import uuid
from dataclasses import dataclass, replace
from typing import Any, Literal

from django.db.models import F
from django.utils import timezone

from accounts.models import Household, User
from config.wire import stored_dish
from demo.shelved import shelve_days_before
from dishes.models import Dish, DishVersion
from dishes.services import save_draft
from runs.models import CookingSession
from runs.records import RunTold, run_answer, tell_run
from runs.sessions import (
    SentEvents,
    SessionView,
    StartSession,
    StoveEvent,
    start_session,
    take_events,
)
from runs.sheets import SheetRequest
from snabo_core import dish as core
from snabo_core.dish.changes import with_line
from snabo_core.views.evening import StoveKind
from snabo_core.views.run_events import Again, Holding, Taste, Texture
from snabo_core.views.stove import Card
from table.models import Eater

BOWL_GRAMS, POT_GRAMS = 380.0, 1240.0
# A cooking is over well before it is moved to its day.
OPENED = dt.timedelta(hours=2)


@dataclass(frozen=True)
class Said:
    """What one of the household said of the lid, or of the dish."""

    who: str
    of: Literal["lid", "dish"]
    texture: Texture
    holding: Holding
    taste: Taste
    again: Again
    words: str


@dataclass(frozen=True)
class Evening:
    """One cooking: so many days ago, with how far off its weights and its bake were.

    `weighed` are shares of what was predicted, by the lid's step, `finished` of the whole dish;
    `baked` minutes; `spinach` grams.
    """

    days: int
    weighed: dict[str, float]
    baked: int
    finished: float
    amounts: dict[str, float]
    said: tuple[Said, ...]
    spinach: float = 400.0
    added: str = ""
    note: str = ""


EVENINGS = (
    Evening(
        23, {"heat": 0.99, "press": 1.12}, 36, 1.03,
        {"Maren": 310, "Tove": 280, "Jory": 260},
        (
            Said("Maren", "lid", "too_wet", "fell_apart", "good", "changed", "Press it longer."),
            Said("Tove", "dish", "", "", "good", "changed", "More mustard under the lid."),
        ),
        note="the lid slid when I cut it",
    ),
    Evening(
        12, {"heat": 1.01, "press": 1.0}, 38, 0.98,
        {"Maren": 340, "Tove": 300, "Jory": 290},
        (
            Said("Maren", "lid", "right", "held", "good", "yes", ""),
            Said("Tove", "dish", "", "", "very_good", "yes", "The spinach could be more."),
        ),
        added="1 tbsp wholegrain mustard",
    ),
    Evening(
        1, {"heat": 0.98, "press": 0.96}, 37, 1.01,
        {"Maren": 340, "Tove": 320, "Jory": 300},
        (
            Said("Maren", "lid", "right", "held", "very_good", "yes", ""),
            Said("Tove", "dish", "right", "held", "very_good", "yes", ""),
            Said("Jory", "dish", "", "", "good", "changed", "Without the butter for me."),
        ),
        spinach=500.0, note="edges brown after 30 min, the middle later",
    ),
)  # fmt: skip


class Told:
    """Events of one device, counted."""

    def __init__(self) -> None:
        self.events: list[StoveEvent] = []

    def add(self, kind: StoveKind, at: dt.datetime, **said: Any) -> None:
        """Tell something that happened."""
        seq = len(self.events) + 1
        self.events.append(StoveEvent(uuid.uuid4(), kind, "counter", seq, at, **said))

    def sent(self) -> SentEvents:
        """Return what was told, in the order of time."""
        return SentEvents(sorted(self.events, key=lambda event: event.client_time))


def cook_thrice(*, household: Household, by: User, dish_id: uuid.UUID) -> None:
    """Cook a dish on three evenings that are long over."""
    for evening in EVENINGS:
        # What was left over is a food of its own since; its foods are settled again.
        household = Household.objects.get(pk=household.pk)
        _with_spinach(household, by, dish_id, evening.spinach)
        opens = timezone.now() - OPENED
        request = SheetRequest([dish_id], opens=opens)
        view = start_session(household=household, by=by, body=StartSession(uuid.uuid4(), request))
        take_events(
            household=household,
            by=by,
            session_id=view.id,
            body=_cooked(evening, view, dish_id).sent(),
        )
        _eaten(household, by, view, evening)
        _days_before(CookingSession.objects.get(uid=view.id), evening.days)


def _with_spinach(household: Household, by: User, dish_id: uuid.UUID, grams: float) -> None:
    dish = Dish.objects.of(household).get(uid=dish_id)
    known = stored_dish(dish.draft)
    line = next(line for _, line in core.all_lines(known) if line.food == "spinach")
    if line.grams == grams:
        return
    more = replace(
        line, text=f"{grams:.0f} g spinach", amount=grams, grams=grams, grams_low=grams,
        grams_high=grams,
    )  # fmt: skip
    save_draft(
        household=household,
        by=by,
        dish_id=dish_id,
        revision=dish.revision,
        document=with_line(known, line.id, lambda _: more),
    )


def _cooked(evening: Evening, view: SessionView, dish_id: uuid.UUID) -> Told:
    """Return what happened: as planned, but for the bake."""
    told, late = Told(), dt.timedelta()
    for card in view.stove.cards:
        begun = card.at + late
        ends = card.ends + late
        if card.kind == "runs":
            if card.lane == "oven":
                ends = begun + dt.timedelta(minutes=evening.baked)
                late += ends - card.ends
            told.add("step_started", begun, task=card.task)
        told.add("step_done", ends, task=card.task)
        _noted(told, card, evening, ends, dish_id)
    told.add("finished", max(event.client_time for event in told.events))
    return told


def _noted(told: Told, card: Card, evening: Evening, at: dt.datetime, dish_id: uuid.UUID) -> None:
    glass = card.glass
    if glass is not None and glass.slot_id and glass.step_id in evening.weighed:
        net = glass.point.grams * evening.weighed[glass.step_id]
        told.add(
            "weighed", at, dish=dish_id, part=glass.part_id, slot=glass.slot_id,
            step=glass.step_id, gross=round(net) + BOWL_GRAMS, tare=BOWL_GRAMS, sure=True,
        )  # fmt: skip
    if card.lane == "oven" and card.kind == "runs":
        told.add("setting", at, task=card.task, technique=card.technique, words="second rack")
        if evening.note:
            told.add("note", at, task=card.task, words=evening.note)
        if evening.added:
            told.add("added", at, dish=dish_id, words=evening.added)


def _eaten(household: Household, by: User, view: SessionView, evening: Evening) -> None:
    """Weigh the dish, share it out, put the rest away, hear what everybody says."""
    [dish] = view.dishes
    run = dish.run or uuid.uuid4()
    eaters = {eater.name: eater.uid for eater in Eater.objects.of(household)}

    def tell(kind: Any, **said: Any) -> Any:
        return tell_run(
            household=household, by=by, run_id=run, body=RunTold(uuid.uuid4(), kind, **said)
        ).run.view

    predicted = run_answer(household=household, run_id=run).view.whole_grams or 0.0
    net = round(predicted * evening.finished)
    tell("finished_weight", gross=net + POT_GRAMS, tare=POT_GRAMS, vessel="deep dish", sure=True)
    amounts = {eaters[name]: grams for name, grams in evening.amounts.items()}
    shared = tell("served", way="grams", amounts=amounts, stays=25)
    tell("left_over", grams=round(shared.to_put_away or 0.0), kept="fridge")
    lid = next(part.id for part in shared.parts if part.name.lower().endswith("lid"))
    for one in evening.said:
        tell(
            "verdict", eater=eaters[one.who], part=lid if one.of == "lid" else "",
            texture=one.texture, holding=one.holding, taste=one.taste, again=one.again,
            words=one.words,
        )  # fmt: skip


def _days_before(session: CookingSession, days: int) -> None:
    """Move an evening and all that belongs to it to so many days before."""
    by = dt.timedelta(days=days)
    session.opens_at -= by
    if session.finished_at is not None:
        session.finished_at -= by
    if session.wishes["serve_at"]:
        serve_at = dt.datetime.fromisoformat(session.wishes["serve_at"]) - by
        session.wishes["serve_at"] = serve_at.isoformat()
    session.save()
    session.events.update(
        client_time=F("client_time") - by, happened_at=F("happened_at") - by,
        server_time=F("server_time") - by,
    )  # fmt: skip
    for run in session.runs.all():
        shelve_days_before(run, days)
        for event in run.events.all():
            event.server_time -= by
            if "at" in event.payload:
                at = dt.datetime.fromisoformat(event.payload["at"]) - by
                event.payload["at"] = at.isoformat()
            event.save(update_fields=["server_time", "payload"])
        session.runs.filter(pk=run.pk).update(
            started_at=F("started_at") - by, finished_at=F("finished_at") - by
        )
        DishVersion.objects.filter(pk=run.version_id).update(created_at=F("created_at") - by)
