"""What the demo household means to eat in the days to come, and what it pays for things."""

import datetime as dt
import uuid
from collections.abc import Iterable, Mapping

from accounts.models import Household, User
from menu.lists import (
    PantryForm,
    PriceForm,
    SentShopping,
    ShoppingTold,
    keep_pantry,
    keep_price,
    take_events,
)
from menu.services import DayForm, NewMeal, add_meal, change_day
from shelf.models import ShelfBatch
from table.models import Eater
from table.services import today_in

POT, PATTIES, COD, MACKEREL = (
    "barley-pot.txt", "pork-patties.txt", "cod-crumb.txt", "mackerel-pot.txt",
)  # fmt: skip
BEANS = "Butter beans, boiled on Sunday"
ALWAYS = ("salt", "black_pepper", "olive_oil")
# Food, form, usable grams and what they cost; invented.
PRICES = (
    ("onion", "raw", 110.0, 0.3), ("celeriac", "raw", 560.0, 2.4), ("cod", "raw", 150.0, 3.6),
    ("milk", "liquid", 515.0, 0.9), ("cauliflower", "raw", 590.0, 2.2),
    ("butter", "raw", 250.0, 2.6), ("parsley", "raw", 40.0, 1.1), ("leek", "raw", 150.0, 0.9),
)  # fmt: skip


def plan_week(
    *, household: Household, by: User, tonight: Iterable[str], dishes: Mapping[str, uuid.UUID]
) -> None:
    """Plan seven days: one pot for two of them, something off the shelf, a guest on one."""
    today = today_in(household=household)

    def cook(after: int, recipe: str, makes: float | None = None) -> uuid.UUID:
        key, day = uuid.uuid4(), today + dt.timedelta(days=after)
        add_meal(
            household=household,
            by=by,
            body=NewMeal(key, day, "cooked", dishes[recipe], makes=makes),
        )
        return key

    def again(after: int, cooking: uuid.UUID) -> None:
        day = today + dt.timedelta(days=after)
        add_meal(household=household, by=by, body=NewMeal(uuid.uuid4(), day, "again", of=cooking))

    for recipe in tonight:
        cook(0, recipe)
    pot = cook(1, POT)
    again(3, pot)
    cook(2, COD)
    beans = ShelfBatch.objects.of(household).get(name=BEANS)
    shelf_day = today + dt.timedelta(days=2)
    add_meal(
        household=household, by=by, body=NewMeal(uuid.uuid4(), shelf_day, "shelf", batch=beans.uid)
    )
    cook(4, PATTIES)
    mackerel = cook(5, MACKEREL, makes=6)
    again(6, mackerel)
    people = [eater.uid for eater in Eater.objects.of(household) if eater.name != "Tove"]
    change_day(
        household=household,
        by=by,
        date=today + dt.timedelta(days=4),
        form=DayForm(dt.time(19, 0), people, 1),
    )
    for food in ALWAYS:
        keep_pantry(household=household, by=by, body=PantryForm(food, always=True))
    for food, form, grams, price in PRICES:
        keep_price(household=household, by=by, body=PriceForm(food, form, grams, price))
    told = [ShoppingTold(uuid.uuid4(), "wrote", words="kitchen paper")]
    take_events(household=household, by=by, body=SentShopping(told), days=7)
