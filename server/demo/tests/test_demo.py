"""The demo household loads once and can be put back."""

from io import StringIO

from django.core.management import call_command
from django.test import TestCase

from accounts.models import Household, User
from dishes.models import Dish


class Demo(TestCase):
    """Three dishes, one of them swapped and cooked with weigh-ins."""

    def load(self, *arguments: str) -> None:
        call_command("load_demo", *arguments, stdout=StringIO())

    def test_once_and_reset(self) -> None:
        self.load()
        self.load()
        self.assertEqual((Household.objects.count(), User.objects.count()), (1, 1))
        self.assertEqual(Dish.objects.count(), 6)
        cooked = Dish.objects.get(runs__isnull=False)
        events = cooked.runs.get().events.all()
        self.assertEqual({e.payload["step"] for e in events}, {"start", "heat", "press"})
        Dish.objects.exclude(id=cooked.id).first().delete()
        self.load("--reset")
        self.assertEqual(Dish.objects.count(), 6)
        self.assertEqual(Household.objects.count(), 1)

    def test_the_dishes_hold_six_roles(self) -> None:
        self.load()
        roles = {
            slot["role"]
            for dish in Dish.objects.all()
            for part in dish.draft["parts"]
            for slot in part["slots"]
        }
        self.assertEqual(roles, {"mash", "crumb", "thickener", "crust", "binder", "long_noodle"})
