"""Loads the demo household once; with --reset puts it back as it was."""

import datetime as dt
import uuid
from dataclasses import replace
from pathlib import Path
from typing import Any

import msgspec
from django.core.management.base import BaseCommand, CommandParser
from django.db import transaction
from django.utils import timezone

from accounts.models import Household, User
from demo.cooked import Told, cook_thrice
from demo.planned import plan_week
from demo.shelved import fill_shelf
from dishes.files import RecipeText, read_text
from dishes.models import Dish
from dishes.services import add_dish
from foods.models import LearnedReading, OwnFood, OwnMeasure, OwnName, OwnStandIn
from foods.own import (
    ImportForm,
    MeasureForm,
    NameForm,
    import_foods,
    keep_measure,
    keep_name,
)
from runs.models import CookingSession
from runs.sessions import (
    StartSession,
    start_session,
    take_events,
)
from runs.sheets import SheetRequest, sheet_of
from snabo_core import dish as core
from snabo_core.errors import SnaboError
from snabo_core.foods import library
from snabo_core.plate import Exclusion
from snabo_core.plate.eaters import schools
from snabo_core.plate.pans import Pan
from snabo_core.swaps.book import book
from snabo_core.swaps.scaling import scale_to
from table.models import Eater
from table.services import EaterForm, add_eater

FOLDER = Path(__file__).resolve().parents[2] / "household"
HOUSEHOLD, NAME, PASSWORD = "Lock Nine kitchen", "demo", "swede-and-celeriac"
# Three people of our own invention, with different schools.
PEOPLE = (
    ("Maren", "very_low_carb", ("coconut",)),
    ("Jory", "no_added_oil", ("added oil",)),
    ("Tove", "low_carb", ("coriander",)),
)
COOKED = "mackerel-pot.txt"
# Jory wants barley and coriander in it, so that no one dish serves all three: it has to part.
PARTS, HELD = "barley-pot.txt", {"barley", "coriander"}
OTHERS = ("tarragon-chicken.txt", "cod-crumb.txt", "mushroom-tart.txt", "pork-patties.txt")
PANS = (
    Pan("blue tin", "round", 28.0, 3.0, empty_grams=410.0),
    Pan("deep dish", "rectangle", 30.0, 7.0, 20.0, empty_grams=1240.0),
    Pan("muffin tin", "wells", 7.0, 3.0, wells=12),
)
# Foods from labels that nobody ever printed, a measure and a name of the household's.
OWN_FOODS = "own-foods.csv"
LADLE = MeasureForm("lentils", "ladle", 110.0)
NICKNAME = NameForm("towpath roots", "swede")
# On the stove when the household is first opened: the tart has been in the oven for so long.
TONIGHT, IN_THE_OVEN = ("mushroom-tart.txt", "tarragon-chicken.txt"), dt.timedelta(minutes=8)


class Command(BaseCommand):
    """python manage.py load_demo [--reset]."""

    help = "Load the demo household."

    def add_arguments(self, parser: CommandParser) -> None:
        """Declare --reset."""
        parser.add_argument("--reset", action="store_true", help="put it back as it was")

    @transaction.atomic
    def handle(self, *args: Any, reset: bool = False, **options: Any) -> None:
        """Load what is missing."""
        known = User.objects.filter(username=NAME).select_related("household").first()
        if known is not None and not reset:
            return
        if known is not None:
            self._remove(known)
        household = Household.objects.create(
            name=HOUSEHOLD, microwave_watts=800, pans=[msgspec.to_builtins(pan) for pan in PANS]
        )
        by = User.objects.create_user(NAME, password=PASSWORD, household=household)
        for name, school, exclusions in PEOPLE:
            preset = schools()[school]
            left_out = [Exclusion(what) for what in exclusions]
            form = EaterForm(name, school, list(preset.targets), left_out)
            add_eater(household=household, by=by, form=form)
        text = (FOLDER / OWN_FOODS).read_text("utf-8")
        import_foods(household=household, by=by, form=ImportForm(text, apply=True))
        keep_measure(household=household, by=by, form=LADLE)
        keep_name(household=household, by=by, form=NICKNAME)
        # Its foods are settled now; one that has just changed them looks them up anew each time.
        household = Household.objects.get(pk=household.pk)
        brought = {
            recipe: add_dish(household=household, by=by, document=self._read(household, recipe)).id
            for recipe in OTHERS
        }
        parts = add_dish(
            household=household, by=by, document=self._held(self._read(household, PARTS))
        ).id
        cooked = self._cook(household, by)
        household = Household.objects.get(pk=household.pk)
        fill_shelf(household=household)
        self._evening(household, by, [brought[recipe] for recipe in TONIGHT])
        plan_week(
            household=household,
            by=by,
            tonight=TONIGHT,
            dishes={**brought, PARTS: parts, COOKED: cooked},
        )
        if options.get("verbosity", 1) > 0:
            self.stdout.write("  the demo household is loaded")

    def _remove(self, user: User) -> None:
        household = user.household
        user.delete()
        if household is not None:
            for kind in (Eater, OwnFood, OwnMeasure, OwnName, OwnStandIn, LearnedReading):
                kind.objects.of(household).delete()
            CookingSession.objects.of(household).delete()
            for dish in Dish.objects.of(household):
                dish.runs.all().delete()
                dish.delete()
            household.delete()

    def _read(self, household: Household, recipe: str) -> core.Dish:
        text = (FOLDER / recipe).read_text("utf-8")
        document = read_text(household=household, body=RecipeText(text, "metric")).dishes[0]
        if any(not line.settled for _, line in core.all_lines(document)):
            doubtful = next(line for _, line in core.all_lines(document) if not line.settled)
            message = f"The demo recipe has a doubtful line: {doubtful.text}"
            raise SnaboError(message)
        return document

    def _held(self, document: core.Dish) -> core.Dish:
        """Pin the foods that have to stay, and the slots they stand in."""
        lines = [line.id for _, line in core.all_lines(document) if self._stays(line)]
        slots = [
            slot.id
            for part in document.parts
            for slot in part.slots
            if set(slot.line_ids) & set(lines)
        ]
        if len(lines) < len(HELD):
            message = "The demo recipe that parts no longer holds what has to stay in it."
            raise SnaboError(message)
        return replace(document, pinned=(*slots, *lines))

    def _stays(self, line: core.Line) -> bool:
        return any(word in line.food_name for word in HELD)

    def _cook(self, household: Household, by: User) -> uuid.UUID:
        """Swap the lid of the mackerel pot and cook it on three evenings."""
        document = self._read(household, COOKED)
        part = next(p for p in document.parts if any(s.role == "mash" for s in p.slots))
        slot = part.slots[0]
        stand_in = book().stand_in("mash", "cauliflower_mash")
        choice = scale_to(part, slot, stand_in, book().files["mash"], library())
        swapped = document.with_choice(part.id, slot.id, choice)
        dish = add_dish(household=household, by=by, document=swapped).id
        cook_thrice(household=household, by=by, dish_id=dish)
        return dish

    def _evening(self, household: Household, by: User, dishes: list[uuid.UUID]) -> None:
        """Cook two dishes up to the middle of a bake: what is planned for before then is done."""
        now = timezone.now()
        sheet = sheet_of(household=household, body=SheetRequest(dishes)).sheet
        bake = next(i for i in sheet.items if i.lane == "oven" and i.kind == "runs")
        opens = now - (bake.at - sheet.opens) - IN_THE_OVEN
        view = start_session(
            household=household,
            by=by,
            body=StartSession(uuid.uuid4(), SheetRequest(dishes, opens=opens)),
        )
        told = Told()
        for card in view.stove.cards:
            if card.ends <= now:
                told.add("step_done", card.ends, task=card.task)
            elif card.at <= now and card.kind == "runs":
                told.add(
                    "step_started", card.at, task=card.task, timer=str(uuid.uuid4()),
                    name=card.timer_name, check=card.cue, seconds=card.seconds,
                )  # fmt: skip
        take_events(household=household, by=by, session_id=view.id, body=told.sent())
