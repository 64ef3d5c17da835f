"""Evenings of cooking: the sheet before, the Stove while it lasts, events from every device."""

import datetime as dt
import zoneinfo
from dataclasses import asdict, replace
from typing import Annotated, Any, Literal
from uuid import UUID, uuid4, uuid5

import msgspec
from django.core.cache import cache
from django.db.models import Max
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import Household, User
from accounts.writing import writes
from config.paging import Cut, whole
from config.wire import convert, stored_dish
from dishes.models import DishVersion
from dishes.services import LineText, keep_version, own_dish, read_one
from dishes.shelving import takings_of
from foods.own import library_of
from foods.stand_ins import book_of
from runs.folding import facts_of
from runs.learning import cooking_setting
from runs.models import ON_THE_TABLE, CookingSession, Run, SessionEvent
from runs.photos import PhotoAnswer, photos_of
from runs.services import MOST_BATCHES, WeighIn, take_event_back, weigh_in
from runs.sheets import (
    Cooks,
    Instant,
    SheetDish,
    SheetRequest,
    Short,
    jobs_from,
    opens_at,
    sheet_of,
)
from shelf.services import take_for
from snabo_core import dish as core
from snabo_core.errors import BadInput, SnaboError
from snabo_core.plate.setting import Setting
from snabo_core.swaps.frozen import Frozen, thaw
from snabo_core.swaps.ledgers import WHOLE
from snabo_core.views.added import AddedView, added_view
from snabo_core.views.evening import LONGEST_TIMER_SECONDS, Evening, Event, Plan, StoveKind
from snabo_core.views.evening import fold as fold_events
from snabo_core.views.run_events import FINISHED
from snabo_core.views.sheet_jobs import Jobs
from snabo_core.views.stove import StoveView, stove_view

MOST_EVENTS, MOST_SENT, MOST_SETTINGS = 5000, 200, 200
# A device's clock that is off by more than this is not asked.
NOT_BELIEVED = dt.timedelta(days=2)
EVENT_SCHEMA, KEPT_SECONDS = 1, 600
# Years that a device's clock may believe it is in.
YEARS = (1970, 2200)
OVER = "This evening is over; nothing in it changes any more."
Long = Annotated[str, msgspec.Meta(max_length=2000)]


class StartSession(msgspec.Struct):
    """Beginning to cook what a sheet shows; `id` is the device's, so that twice is once."""

    id: UUID
    sheet: SheetRequest


class StoveEvent(msgspec.Struct):
    """Something that happened at a device, on its own clock."""

    id: UUID
    kind: StoveKind
    device: Annotated[str, msgspec.Meta(min_length=1, max_length=40)]
    seq: Annotated[int, msgspec.Meta(ge=0, le=2**31 - 1)]
    client_time: Instant
    offset_ms: Annotated[int, msgspec.Meta(ge=-(10**14), le=10**14)] = 0
    task: Short = ""
    timer: Short = ""
    name: Short = ""
    check: Long = ""
    words: Long = ""
    seconds: Annotated[int, msgspec.Meta(ge=-LONGEST_TIMER_SECONDS, le=LONGEST_TIMER_SECONDS)] = 0
    marks: Annotated[list[dict[str, int | str]], msgspec.Meta(max_length=20)] = []
    event: UUID | None = None
    dish: UUID | None = None
    part: Short = ""
    slot: Short = ""
    step: Short = ""
    gross: float = 0.0
    tare: float = 0.0
    vessel: Annotated[str, msgspec.Meta(max_length=80)] = ""
    sure: bool = False
    round: Annotated[int, msgspec.Meta(ge=1, le=50)] | None = None
    batch: Annotated[int, msgspec.Meta(ge=0, le=MOST_BATCHES)] = 0
    batches: Annotated[int, msgspec.Meta(ge=1, le=MOST_BATCHES)] = 1
    line: Short = ""
    technique: Short = ""
    celsius: Annotated[float, msgspec.Meta(ge=-40, le=400)] = 0.0
    serve_at: Instant | None = None
    cooks: Cooks | None = None


class SentEvents(msgspec.Struct):
    """Events in the order the device counted them."""

    events: Annotated[list[StoveEvent], msgspec.Meta(max_length=MOST_SENT)]


class EventAnswer(msgspec.Struct):
    """What became of an event; a refused one says why, and stays with the device.

    A weight that is hard to believe is asked about, and sent again where the cook is sure.
    """

    id: UUID
    outcome: Literal["accepted", "repeated", "refused", "asked"]
    sentence: str = ""


class AddedRecord(msgspec.Struct):
    """Something added at the stove, by the event that can be taken back."""

    event: UUID
    words: str


class AddedToDish(msgspec.Struct):
    """What was added to a dish, and what that changes on a serving."""

    dish: UUID
    said: list[AddedRecord]
    view: AddedView


class SessionView(msgspec.Struct):
    """An evening as it stands. `sequence` changes with every event; `now` is the server's clock.

    `weights` name the event of what was weighed at a card, by its task.
    """

    id: UUID
    sequence: int
    now: dt.datetime
    serve_at: dt.datetime | None
    dishes: list[SheetDish]
    stove: StoveView
    added: list[AddedToDish]
    photos: list[PhotoAnswer]
    weights: dict[str, UUID]


class SessionAnswer(msgspec.Struct):
    """An evening, or nothing of it where nothing has changed since the sequence asked for."""

    now: dt.datetime
    sequence: int
    session: SessionView | None


class EventsAnswer(msgspec.Struct):
    """What became of the events sent, and the evening after them."""

    answers: list[EventAnswer]
    session: SessionView


class OpenSession(msgspec.Struct):
    """An evening that is not over, as a list shows it."""

    id: UUID
    opens_at: dt.datetime
    dishes: list[SheetDish]


@writes
def start_session(*, household: Household, by: User, body: StartSession) -> SessionView:
    """Open an evening: every dish is kept as a version, and cooked from that.

    Raises:
        BadInput: a dish is being cooked in another evening that is not over.
    """
    known = CookingSession.objects.of(household).filter(uid=body.id).first()
    if known is not None:
        return _view(household, known)
    wanted = body.sheet
    dishes = [
        own_dish(household=household, dish_id=dish_id, lock=True)
        for dish_id in dict.fromkeys(wanted.dishes)
    ]
    for dish in dishes:
        if dish.runs.filter(finished_at=None, session__finished_at=None).exclude(
            session=None
        ).exists():  # fmt: skip
            raise BadInput(f"{dish.title} is on the stove already; go on there.", "dishes")
    opens = opens_at(household=household, body=wanted)
    answer = sheet_of(household=household, body=wanted)
    if not answer.sheet.items:
        raise BadInput(
            "There are no steps to cook by; write them on Recipe, or choose a stand-in.", "dishes"
        )
    plan = Plan(answer.sheet.serve, answer.sheet.cooks, wanted.pins, tuple(wanted.ahead))
    session = CookingSession.objects.create(
        household=household, uid=body.id, opens_at=opens, zone=household.zone, wishes=_kept(plan)
    )
    for place, dish in enumerate(dishes):
        number = keep_version(household=household, by=by, dish_id=dish.uid).number
        version = DishVersion.objects.get(dish=dish, number=number)
        # A weigh-in taken before belongs to this cooking where it is of the same version.
        run = dish.runs.filter(
            finished_at=None, session=None, version=version,
            started_at__gte=timezone.now() - ON_THE_TABLE,
        ).first()  # fmt: skip
        if run is None or run.events.filter(kind=FINISHED).exists():
            dish.runs.filter(finished_at=None).update(finished_at=timezone.now())
            run = Run(household=household, dish=dish, version=version)
        run.session, run.place = session, place
        run.save()
        for batch, grams in takings_of(stored_dish(version.document)).items():
            sentence = take_for(
                household=household,
                batch_id=batch,
                grams=grams,
                event_id=uuid5(run.uid, str(batch)),
                run=run.uid,
            )
            if sentence:
                _note(session, sentence)
    return _view(household, session)


def _note(session: CookingSession, words: str) -> None:
    """Tell the cook something of the evening as a whole."""
    now = timezone.now()
    SessionEvent.objects.create(
        session=session, client_id=uuid4(), kind="note", device="kitchen", seq=0, client_time=now,
        happened_at=now, payload={"task": "", "words": words}, schema=EVENT_SCHEMA,
    )  # fmt: skip


def _kept(plan: Plan) -> dict[str, Any]:
    values = asdict(plan)
    return values | {"serve_at": plan.serve_at.isoformat() if plan.serve_at else None}


def sessions_of(*, household: Household, cut: Cut = whole) -> list[OpenSession]:
    """Return the evenings that are not over, last first."""
    found = CookingSession.objects.of(household).filter(finished_at=None)
    return [
        OpenSession(session.uid, session.opens_at, _dishes_of(session))
        for session in cut(found.prefetch_related("runs__dish", "runs__version"))
    ]


def _runs(session: CookingSession) -> list[Run]:
    return sorted(session.runs.all(), key=lambda run: (run.place, run.id))


def _dishes_of(session: CookingSession) -> list[SheetDish]:
    return [
        SheetDish(run.dish.uid, str(run.version.document.get("title", run.dish.title)),
                  float(run.version.document.get("servings", 1)), run.uid)
        for run in _runs(session)
    ]  # fmt: skip


def _own(household: Household, session_id: UUID, *, lock: bool = False) -> CookingSession:
    found = CookingSession.objects.of(household)
    if lock:
        found = found.select_for_update()
    return get_object_or_404(found, uid=session_id)


def session_view(*, household: Household, session_id: UUID, after: int | None) -> SessionAnswer:
    """Return an evening; nothing of it where its sequence is still the one asked for."""
    session = _own(household, session_id)
    sequence = _sequence(session)
    view = None if after == sequence else _view(household, session)
    return SessionAnswer(timezone.now(), sequence, view)


def _sequence(session: CookingSession) -> int:
    """Return a number that every event, every weigh-in and every photo of the evening changes."""
    last = session.runs.aggregate(weighed=Max("events__id"), shown=Max("photos__id"))
    told = session.events.values_list("id", flat=True).last()
    return (told or 0) + (last["weighed"] or 0) + (last["shown"] or 0)


def state_of(session: CookingSession) -> Evening:
    """Return what an evening's events add up to."""
    wishes = session.wishes
    serve_at = dt.datetime.fromisoformat(wishes["serve_at"]) if wishes["serve_at"] else None
    plan = Plan(serve_at, wishes["cooks"], wishes["pins"], tuple(wishes["ahead"]))
    events = session.events.all()
    return fold_events(plan, [_event(event, session) for event in events])


def _event(event: SessionEvent, session: CookingSession) -> Event:
    zone = zoneinfo.ZoneInfo(session.zone)
    return Event(str(event.client_id), event.kind, event.happened_at.astimezone(zone),
                 event.device, event.seq, event.payload)  # fmt: skip


def _view(household: Household, session: CookingSession) -> SessionView:
    sequence = _sequence(session)
    key = f"evening-{session.uid}-{sequence}-{household.foods_revision}"
    stove: StoveView | None = cache.get(key)
    state = state_of(session)
    if stove is None:
        opens = session.opens_at.astimezone(zoneinfo.ZoneInfo(session.zone))
        setting = cooking_setting(household=household)
        jobs = jobs_of_session(household=household, session=session, setting=setting)
        before = _settings_before(household, session)
        stove = stove_view(jobs, setting.equipment, state, opens, before)
        cache.set(key, stove, KEPT_SECONDS)
    return SessionView(
        session.uid, sequence, timezone.now(), state.plan.serve_at, _dishes_of(session), stove,
        _added_to(household, session, state), photos_of(session.runs.all()),
        _weights(session, stove),
    )  # fmt: skip


def _weights(session: CookingSession, stove: StoveView) -> dict[str, UUID]:
    """Return the event of what was weighed at a card, by its task."""
    facts = [facts_of(run) for run in _runs(session)]
    found = {}
    for card in stove.cards:
        if card.glass is not None and card.glass.point.weighed is not None:
            place = (card.glass.slot_id or card.glass.part_id or WHOLE, card.glass.step_id)
            event = facts[card.dish].weighed_by.get(place)
            if event is not None:
                found[card.task] = UUID(event)
    return found


def _added_to(household: Household, session: CookingSession, state: Evening) -> list[AddedToDish]:
    """Return what was added to each dish, counted on its plate as it was frozen."""
    found = []
    for run in _runs(session) if state.added else []:
        mine = [one for one in state.added if one.dish == str(run.dish.uid)]
        if not mine:
            continue
        lines = [convert(line, core.Line) for one in mine for line in one.lines]
        kept = convert(run.version.frozen, Frozen)
        library, book, rules = thaw(
            kept, library_of(household=household), book_of(household=household)
        )
        setting = replace(cooking_setting(household=household), rules=rules)
        view = added_view(stored_dish(run.version.document), lines, setting, book, library)
        said = [AddedRecord(UUID(one.id), one.words) for one in mine]
        found.append(AddedToDish(run.dish.uid, said, view))
    return found


def _settings_before(household: Household, session: CookingSession) -> dict[str, str]:
    """Return what machines were set to in earlier evenings, the last by technique."""
    found = SessionEvent.objects.filter(session__household=household, kind="setting")
    rows = found.exclude(session=session).order_by("-happened_at", "-id")[:MOST_SETTINGS]
    said = [row.payload for row in reversed(rows)]
    return {one["technique"]: one["words"] for one in said}


def jobs_of_session(
    *, household: Household, session: CookingSession, setting: Setting, weighed: bool = True
) -> Jobs:
    """Return what there is to do in an evening, from the versions that are cooked."""
    runs = _runs(session)
    return jobs_from(
        household=household,
        documents=[stored_dish(run.version.document) for run in runs],
        setting=setting,
        readings=[facts_of(run).readings for run in runs],
        frozen=[convert(run.version.frozen, Frozen) for run in runs],
        weighed=weighed,
    )


@writes
def take_events(
    *, household: Household, by: User, session_id: UUID, body: SentEvents
) -> EventsAnswer:
    """Take events, each accepted, repeated, or refused with a sentence; none is dropped."""
    session = _own(household, session_id, lock=True)
    answers = [
        (_weighed if event.kind == "weighed" else _taken)(household, by, session, event)
        for event in body.events
    ]
    state = state_of(session)
    if state.finished_at is not None and session.finished_at is None:
        session.finished_at = state.finished_at
        session.save(update_fields=["finished_at"])
        session.runs.filter(finished_at=None).update(finished_at=state.finished_at)
    return EventsAnswer(answers, _view(household, session))


def _weighed(
    household: Household, by: User, session: CookingSession, event: StoveEvent
) -> EventAnswer:
    """Take a weigh-in at the Stove, by the rules of every weigh-in."""
    run = next((run for run in session.runs.all() if run.dish.uid == event.dish), None)
    if run is None:
        return EventAnswer(event.id, "refused", "This evening does not cook that dish.")
    if run.events.filter(client_id=event.id).exists():
        return EventAnswer(event.id, "repeated")
    if session.finished_at is not None:
        return EventAnswer(event.id, "refused", OVER)
    body = WeighIn(event.id, event.part, event.slot, event.step, event.gross, event.tare,
                   event.sure, event.vessel, round=event.round, batch=event.batch,
                   batches=event.batches, line=event.line)  # fmt: skip
    try:
        result = weigh_in(
            household=household, by=by, dish_id=run.dish.uid, body=body, at=_happened(event)
        )
    except SnaboError as refusal:
        return EventAnswer(event.id, "refused", refusal.sentence)
    if result.question is not None:
        return EventAnswer(event.id, "asked", result.question)
    return EventAnswer(event.id, "accepted")


def _taken(
    household: Household, by: User, session: CookingSession, event: StoveEvent
) -> EventAnswer:
    if event.kind == "taken_back" and event.event is not None:
        run = session.runs.filter(events__client_id=event.event).first()
        if run is not None:
            return _weight_taken_back(household, session, run, event, event.event)
    if session.events.filter(client_id=event.id).exists():
        return EventAnswer(event.id, "repeated")
    sentence = _refusal(session, event)
    if sentence:
        return EventAnswer(event.id, "refused", sentence)
    payload = _payload(event)
    if event.kind == "added":
        lines = _lines_added(household, session, event)
        if isinstance(lines, str):
            return EventAnswer(event.id, "refused", lines)
        payload |= {"lines": [msgspec.to_builtins(line) for line in lines]}
    SessionEvent.objects.create(
        session=session,
        client_id=event.id,
        kind=event.kind,
        device=event.device,
        seq=event.seq,
        client_time=_storable(event.client_time),
        offset_ms=event.offset_ms,
        happened_at=_happened(event),
        payload=payload,
        schema=EVENT_SCHEMA,
    )
    return EventAnswer(event.id, "accepted")


def _weight_taken_back(
    household: Household, session: CookingSession, run: Run, event: StoveEvent, weight: UUID
) -> EventAnswer:
    """Take back a weight; it belongs to its run."""
    if run.events.filter(client_id=event.id).exists():
        return EventAnswer(event.id, "repeated")
    if session.finished_at is not None:
        return EventAnswer(event.id, "refused", OVER)
    take_event_back(
        household=household, run=run, client_id=event.id, event=weight, at=_happened(event)
    )
    return EventAnswer(event.id, "accepted")


def _lines_added(
    household: Household, session: CookingSession, event: StoveEvent
) -> list[core.Line] | str:
    """Return what the cook put in, as read, or why nobody can count it."""
    if not any(run.dish.uid == event.dish for run in session.runs.all()):
        return "This evening does not cook that dish."
    lines = read_one(household=household, body=LineText(event.words, household.unit_system))
    unknown = [line.text for line in lines if not line.food or line.grams is None]
    if unknown or not lines:
        what = unknown[0] if unknown else event.words
        return (
            f"Nobody here knows how much “{what}” is. Write the food with its grams or spoons, "
            "like “1 tbsp rapeseed oil”."
        )
    return lines


def _storable(at: dt.datetime) -> dt.datetime:
    """Return a device's time as the database can keep it; one beyond that is now."""
    try:
        utc = at.astimezone(dt.UTC)
    except OverflowError:
        return timezone.now()
    return utc if YEARS[0] <= utc.year <= YEARS[1] else timezone.now()


def _happened(event: StoveEvent) -> dt.datetime:
    """Return when an event happened on the server's clock.

    The device says how far its clock is off; one it does not know of, or a moment still to come,
    counts as now.
    """
    now = timezone.now()
    try:
        at = event.client_time.astimezone(dt.UTC) + dt.timedelta(milliseconds=event.offset_ms)
    except OverflowError:
        return now
    return now if at > now or now - at > NOT_BELIEVED else at


def _payload(event: StoveEvent) -> dict[str, Any]:
    """Return what an event of its kind says, and nothing else."""
    said: dict[str, Any] = {}
    if event.kind.startswith("step_") or event.kind in {"timer_set", "note"}:
        said["task"] = event.task
    if event.timer:
        said |= {"timer": event.timer, "seconds": event.seconds}
    if _sets_a_timer(event):
        said |= {"name": event.name, "check": event.check, "marks": event.marks}
    if event.kind in {"setting", "probed"}:
        said["task"] = event.task
    if event.kind == "setting":
        said["technique"] = event.technique
    if event.kind == "probed":
        said["celsius"] = event.celsius
    if event.kind in {"note", "added", "setting"}:
        said["words"] = event.words
    if event.kind == "added":
        said["dish"] = str(event.dish)
    if event.kind == "taken_back":
        said["event"] = str(event.event)
    if event.kind == "replanned":
        if event.serve_at is not None:
            said["serve_at"] = event.serve_at.isoformat()
        if event.cooks is not None:
            said["cooks"] = event.cooks
    return said


def _sets_a_timer(event: StoveEvent) -> bool:
    return event.kind == "timer_set" or (event.kind == "step_started" and bool(event.timer))


def _refusal(session: CookingSession, event: StoveEvent) -> str:
    """Return why an event cannot be, empty where it can."""
    steps, timers = event.kind.startswith("step_"), event.kind.startswith("timer_")
    over = session.finished_at is not None and event.kind != "note"
    nameless = _sets_a_timer(event) and not (event.seconds > 0 and event.name.strip())
    wrong = (
        (over, OVER),
        (session.events.count() >= MOST_EVENTS, "That is more than happens in an evening."),
        (steps and not event.task, "Which step is that?"),
        (timers and not event.timer, "Which timer is that?"),
        (nameless, "A timer has a name and runs for more than nothing."),
        (event.kind == "note" and not event.words.strip(), "There is nothing in this note."),
        (event.kind == "added" and not event.words.strip(), "What did you add?"),
        (event.kind == "setting" and not event.words.strip(), "What is it set to?"),
        (event.kind in {"setting", "probed"} and not event.task, "Which step is that?"),
    )
    for is_so, sentence in wrong:
        if is_so:
            return sentence
    if event.kind == "taken_back":
        return _cannot_take_back(session, event)
    return _begun_elsewhere(session, event) if event.kind == "step_started" else ""


def _begun_elsewhere(session: CookingSession, event: StoveEvent) -> str:
    elsewhere = session.events.filter(kind="step_started", payload__task=event.task)
    task = state_of(session).tasks.get(event.task)
    if task is None or task.started is None:
        return ""
    if not elsewhere.exclude(device=event.device).exists():
        return ""
    at = task.started.astimezone(zoneinfo.ZoneInfo(session.zone))
    return f"Somebody else began this at {at:%H:%M}, at another device."


def _cannot_take_back(session: CookingSession, event: StoveEvent) -> str:
    if event.event is None or not session.events.filter(client_id=event.event).exists():
        return "There is nothing of that to take back."
    return ""
