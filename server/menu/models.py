"""The menu: days and the meals of them; the shopping: what was bought, prices, the pantry."""

from typing import ClassVar

from django.db import models

from accounts.models import Identified, Owned
from dishes.models import Dish


class MenuDay(Owned):
    """A day on which something is eaten: when, by whom; `eaters` None is everybody."""

    date = models.DateField()
    serve_at = models.TimeField()
    eaters = models.JSONField(null=True)
    guests = models.FloatField(default=0.0)

    class Meta:
        ordering: ClassVar = ["date"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "date"], name="menu_day_once")
        ]

    def __str__(self) -> str:
        return f"{self.date:%d %B %Y}"


class MenuMeal(Identified, Owned):
    """One dish on one day: cooked then, eaten again of an earlier cooking, or off the shelf.

    `title` is what the dish was called when it was planned, so that a meal is known where its dish
    is gone. `makes` are the servings cooked, None for the dish's own size; `servings` are by
    eater, where somebody has more or less than one. `of` is the cooking it is eaten of, `batch`
    what it takes `grams` of.
    """

    date = models.DateField()
    kind = models.CharField(max_length=10)
    title = models.CharField(max_length=200)
    dish = models.ForeignKey(Dish, on_delete=models.SET_NULL, null=True, related_name="+")
    of = models.UUIDField(null=True)
    batch = models.UUIDField(null=True)
    grams = models.FloatField(default=0.0)
    makes = models.FloatField(null=True)
    servings = models.JSONField(default=dict)
    removed_at = models.DateTimeField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["date", "id"]

    def __str__(self) -> str:
        return f"{self.title}, {self.date:%d %B %Y}"


class ShoppingEvent(Owned):
    """Something that happened with the shopping; `client_id` makes sending it twice harmless.

    `grams` are usable grams of `food` in `form` that are in the kitchen then, at least; `words`
    are what the cook wrote on the list, `of` the event it is about.
    """

    client_id = models.UUIDField()
    kind = models.CharField(max_length=20)
    on = models.DateField()
    food = models.CharField(max_length=200, default="", blank=True)
    form = models.CharField(max_length=40, default="", blank=True)
    grams = models.FloatField(default=0.0)
    words = models.CharField(max_length=200, default="", blank=True)
    of = models.UUIDField(null=True)
    server_time = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering: ClassVar = ["id"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "client_id"], name="shopping_event_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.food or self.words}"


class ShopPrice(Owned):
    """What the household pays for so many usable grams of something."""

    food = models.CharField(max_length=200)
    form = models.CharField(max_length=40)
    grams = models.FloatField()
    price = models.DecimalField(max_digits=9, decimal_places=2)

    class Meta:
        ordering: ClassVar = ["food", "form"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "food", "form"], name="shop_price_once")
        ]

    def __str__(self) -> str:
        return f"{self.food}: {self.price}"


class PantryFood(Owned):
    """A food that is always in the kitchen."""

    food = models.CharField(max_length=200)

    class Meta:
        ordering: ClassVar = ["food"]
        constraints: ClassVar = [
            models.UniqueConstraint(fields=["household", "food"], name="pantry_food_once")
        ]

    def __str__(self) -> str:
        return self.food
