"""The demo household loads once and can be put back."""

from dataclasses import replace
from io import StringIO

from django.core.management import call_command
from django.test import TestCase

from accounts.models import Household, User
from config.wire import stored_dish
from dishes.models import Dish
from foods.own import library_of
from foods.stand_ins import book_of
from runs.records import run_answer
from runs.services import runs_of
from runs.sessions import session_view, sessions_of
from shelf.services import shelf_of
from snabo_core import dish as core
from snabo_core.exchange.cooklang import write_cooklang
from snabo_core.exchange.files import Reader, read_file
from snabo_core.exchange.json_ld import write_json_ld
from snabo_core.exchange.telling import telling
from snabo_core.exchange.to_markdown import write_markdown
from snabo_core.swaps.judged import Judged, judged
from snabo_core.ways.finding import find_ways, fits, fitting_of
from snabo_core.ways.splitting import split_of
from table.services import setting_of


def load(*arguments: str) -> None:
    call_command("load_demo", *arguments, stdout=StringIO())


class Loading(TestCase):
    def test_once_and_reset(self) -> None:
        load()
        load()
        self.assertEqual((Household.objects.count(), User.objects.count()), (1, 1))
        self.assertEqual(Dish.objects.count(), 6)
        [cooked] = Dish.objects.filter(runs__finished_at__isnull=False).distinct()
        Dish.objects.exclude(id=cooked.id).first().delete()
        load("--reset")
        self.assertEqual(Dish.objects.count(), 6)
        self.assertEqual(Household.objects.count(), 1)


class Demo(TestCase):
    """Six dishes, one of them swapped and cooked three times."""

    @classmethod
    def setUpTestData(cls) -> None:
        load()

    def test_three_cookings_of_one_dish_can_be_compared(self) -> None:
        household = Household.objects.get()
        [dish] = Dish.objects.filter(runs__finished_at__isnull=False).distinct()
        known = runs_of(household=household, dish_id=dish.uid)
        self.assertIsNone(known.open)
        last, second, first = (
            run_answer(household=household, run_id=run.id).view for run in known.finished
        )
        self.assertEqual(known.on_table, known.finished[0].id)
        for view in (first, second, last):
            weighed = {one.place.split("/")[1] for one in view.weights}
            self.assertEqual(weighed, {"heat", "press"})
            self.assertTrue(any(one.in_oven for one in view.times))
            self.assertTrue(view.weighed and view.shared and view.opinions and view.left_over)
        self.assertEqual(first.opinions[0].opinion.texture, "too_wet")
        self.assertEqual(second.added, ("1 tbsp wholegrain mustard",))
        self.assertTrue(any("spinach" in words for words in last.changed), last.changed)
        self.assertLess(first.started, second.started)
        self.assertLess(second.started, last.started)

    def test_cookings_are_listed_page_by_page(self) -> None:
        [dish] = Dish.objects.filter(runs__finished_at__isnull=False).distinct()
        self.client.force_login(User.objects.get())
        path, ids = f"/api/dishes/{dish.uid}/runs?page_size=2", []
        while path:
            answer = self.client.get(path)
            self.assertLessEqual(len(answer.json()["finished"]), 2)
            ids += [run["id"] for run in answer.json()["finished"]]
            path = answer.headers.get("Link", "").removeprefix("<").split(">")[0]
        whole = runs_of(household=Household.objects.get(), dish_id=dish.uid)
        self.assertEqual(ids, [str(run.id) for run in whole.finished])
        self.assertEqual(len(ids), 3)

    def test_the_shelf_holds_what_was_made_lately_and_nothing_past_its_day(self) -> None:
        household = Household.objects.get()
        shelf = shelf_of(household=household)
        views = [one.view for one in shelf.batches if one.view.left >= 1]
        self.assertEqual({view.place for view in views}, {"fridge", "freezer", "cupboard"})
        self.assertFalse([view for view in views if view.near == "past"])
        self.assertTrue([view for view in views if view.near in {"soon", "today"}])
        [left] = [one for one in shelf.batches if one.dish]
        self.assertGreater(library_of(household=household).row(left.food).value("protein"), 5)

    def test_an_evening_is_in_progress_with_the_oven_on_and_a_timer_running(self) -> None:
        [evening] = sessions_of(household=Household.objects.get())
        answer = session_view(household=Household.objects.get(), session_id=evening.id, after=None)
        stove = answer.session.stove
        states = {card.state for card in stove.cards}
        self.assertEqual(states, {"done", "running", "waiting"})
        [baking] = [c for c in stove.cards if c.state == "running" and c.lane == "oven"]
        timer = next(t for t in stove.timers if t.task == baking.task)
        self.assertGreater(timer.ends_at, answer.now)
        self.assertTrue([c for c in stove.cards if c.state == "waiting" and c.dish == 1])

    def test_every_dish_goes_out_as_a_file_and_comes_back(self) -> None:
        household = Household.objects.get()
        shared, setting = (
            (book_of(household=household), library_of(household=household)),
            setting_of(household=household),
        )
        reader = Reader(shared[1], shared[0], setting)

        def made(dish: core.Dish) -> Judged:
            return judged(core.check(dish), setting, *shared)

        def back(name: str, text: str) -> Judged:
            return made(read_file(name, text.encode(), reader).dishes[0])

        for row in Dish.objects.all():
            dish = made(stored_dish(row.draft))
            carried, told = write_json_ld(dish), telling(dish)
            self.assertEqual(write_json_ld(back("a.json", carried)), carried, row.title)
            for name, write in (("a.md", write_markdown), ("a.cook", write_cooklang)):
                again = telling(back(name, write(told)))
                self.assertEqual(
                    write(replace(again, claims=told.claims)), write(told), (row.title, name)
                )

    def test_the_dishes_hold_seven_roles(self) -> None:
        roles = {
            slot["role"]
            for dish in Dish.objects.all()
            for part in dish.draft["parts"]
            for slot in part["slots"]
        }
        self.assertEqual(roles, {"mash", "crumb", "thickener", "crust", "binder", "long_noodle",
                                 "grain_bed"})  # fmt: skip

    def test_one_fits_nobody_at_first_and_one_has_to_part(self) -> None:
        household = Household.objects.get()
        setting, book, foods = (
            setting_of(household=household),
            book_of(household=household),
            library_of(household=household),
        )

        def document(title: str) -> core.Dish:
            return stored_dish(Dish.objects.get(title__contains=title).draft)

        patties = fitting_of(document("pork patties"), setting, book, foods)
        self.assertFalse(any(person.suits for person in patties.now.people))
        self.assertIsNotNone(next(find_ways(patties, want=1), None))
        pot = document("turkey and barley")
        pinned = fitting_of(pot, setting, book, foods, pinned=frozenset(pot.pinned))
        self.assertIsNone(next(find_ways(pinned, want=1), None))
        parted = split_of(pot, setting, book, foods)
        assert parted is not None
        self.assertEqual(parted.unserved, ())
        self.assertTrue(fits(judged(parted.dish, setting, book, foods)))
