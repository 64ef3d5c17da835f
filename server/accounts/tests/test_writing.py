"""Writes that meet: nothing is lost, nothing goes back, nothing is doubled."""

import threading
import uuid
from collections.abc import Callable
from typing import Any

from django.contrib.auth.models import AnonymousUser
from django.db import OperationalError, connection
from django.http import Http404
from django.test import TransactionTestCase
from rest_framework.exceptions import PermissionDenied

from accounts.models import Household, User
from accounts.services import change_kitchen, kitchen_of
from accounts.writing import MOST_TRIES, writes
from config.tests.base import OWN_FOOD, KitchenCase, cook_of
from dishes import services as dishes
from dishes.models import Dish
from foods import own
from snabo_core.dish import Dish as CoreDish
from snabo_core.dish import Line, Part
from snabo_core.errors import BadInput
from table.services import EaterForm, add_eater, eaters_of, remove_eater, setting_of

DISH = CoreDish("Boat pot", 2, (Part("p", "Pot", (Line("l", "200 g peas"),)),))


class Meeting(TransactionTestCase):
    """Several threads write to one household."""

    def setUp(self) -> None:
        self.household = Household.objects.create(name="Ours")
        self.by = cook_of(self.household)

    def together(self, *calls: Callable[[], Any]) -> list[Any]:
        answers: list[Any] = [None] * len(calls)

        def run(place: int, call: Callable[[], Any]) -> None:
            try:
                answers[place] = call()
            except Exception as error:  # noqa: BLE001  looked at by the test
                answers[place] = error
            finally:
                connection.close()

        threads = [threading.Thread(target=run, args=pair) for pair in enumerate(calls)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(60)
        return answers

    def test_putting_away_takes_back_no_save(self) -> None:
        detail = dishes.add_dish(household=self.household, by=self.by, document=DISH)
        saved = []

        def autosaves() -> None:
            for number in range(1, 11):
                done = dishes.save_draft(
                    household=self.household,
                    by=self.by,
                    dish_id=detail.id,
                    revision=number,
                    document=DISH,
                )
                saved.append(done.revision)

        def away_and_back() -> None:
            for _ in range(10):
                dishes.remove_dish(household=self.household, by=self.by, dish_id=detail.id)
                dishes.restore_dish(household=self.household, by=self.by, dish_id=detail.id)

        answers = self.together(autosaves, away_and_back)
        lost = [a for a in answers if isinstance(a, OperationalError)]
        self.assertEqual(lost, [])
        kept = dishes.detail(dishes.own_dish(household=self.household, dish_id=detail.id)).revision
        self.assertEqual(kept, saved[-1] if saved else 1)

    def test_own_foods_names_and_kitchen_do_not_deadlock(self) -> None:
        settings = kitchen_of(household=self.household)

        def foods() -> None:
            for number in range(8):
                body = {**OWN_FOOD, "id": str(uuid.uuid4()), "name": f"Wrap {number}"}
                own.keep_food(
                    household=self.household,
                    by=self.by,
                    food=own.msgspec.convert(body, own.core.OwnFood),
                )

        def measures() -> None:
            for number in range(8):
                own.keep_measure(
                    household=self.household,
                    by=self.by,
                    form=own.MeasureForm("swede", "ladle", 100.0 + number),
                )

        def kitchen() -> None:
            for watts in range(700, 708):
                changed = own.msgspec.structs.replace(settings, microwave_watts=watts)
                change_kitchen(household=self.household, by=self.by, wanted=changed)

        answers = self.together(foods, measures, kitchen, measures)
        self.assertEqual([a for a in answers if a is not None], [])
        self.household.refresh_from_db()
        self.assertEqual(self.household.foods_revision, 8 + 8 + 8 + 8)
        self.assertEqual(len(own.own_foods(household=self.household)), 8)
        self.assertEqual(self.household.microwave_watts, 707)

    def test_the_same_thing_sent_at_once_is_there_once(self) -> None:
        one = uuid.uuid4()
        answers = self.together(
            *[
                lambda: dishes.add_dish(
                    household=self.household,
                    by=self.by,
                    document=DISH,
                    client_id=one,
                )
                for _ in range(5)
            ]
        )
        self.assertEqual({answer.id for answer in answers}, {one})
        self.assertEqual(Dish.objects.of(self.household).count(), 1)

    def test_a_deadlock_is_tried_again_and_gives_up_in_the_end(self) -> None:
        tries = []

        @writes
        def twice_broken(*, household: Household, by: User) -> str:
            tries.append(household)
            if len(tries) < 3:
                raise OperationalError(1213, "Deadlock found")
            return "done"

        self.assertEqual(twice_broken(household=self.household, by=self.by), "done")
        self.assertEqual(len(tries), 3)

        @writes
        def always_broken(*, household: Household, by: User) -> None:
            tries.append(household)
            raise OperationalError(1213, "Deadlock found")

        tries.clear()
        with self.assertRaises(OperationalError):
            always_broken(household=self.household, by=self.by)
        self.assertEqual(len(tries), MOST_TRIES)

        @writes
        def of_nobody(*, household: str, by: User) -> None:
            tries.append(household)

        with self.assertRaisesRegex(TypeError, "household"):
            of_nobody(household="ours", by=self.by)

    def test_nobody_but_an_active_user_of_the_household_changes_it(self) -> None:
        theirs = Household.objects.create(name="Theirs")
        shut_out = User.objects.create_user("shut out", household=self.household, is_active=False)
        for who in (None, AnonymousUser(), cook_of(theirs), shut_out, User(household=None)):
            with self.subTest(who=who), self.assertRaises(PermissionDenied):
                dishes.add_dish(household=self.household, by=who, document=DISH)
        self.assertFalse(Dish.objects.exists())

    def test_the_log_tells_who_changed_something_once_it_is_kept(self) -> None:
        with self.assertLogs("snabo.changes", "INFO") as told:
            dishes.add_dish(household=self.household, by=self.by, document=DISH)
        [line] = told.records
        self.assertEqual(
            (line.service, line.household, line.user),
            ("dishes.services.add_dish", self.household.pk, self.by.pk),
        )
        with self.assertNoLogs("snabo.changes", "INFO"), self.assertRaises(Http404):
            dishes.remove_dish(household=self.household, by=self.by, dish_id=uuid.uuid4())

    def test_what_was_erased_meanwhile_is_gone_and_no_crash(self) -> None:
        Household.objects.all().delete()
        with self.assertRaises(Http404):
            change_kitchen(
                household=self.household,
                by=self.by,
                wanted=kitchen_of(household=self.household),
            )

    def test_a_change_that_fails_leaves_nothing_behind(self) -> None:
        before = own.library_of(household=self.household)

        @writes
        def failing(*, household: Household, by: User) -> None:
            own.refuse_taken_name(household=household, name="x")
            own.keep_name(household=household, by=by, form=own.NameForm("our roots", "swede"))
            self.assertTrue(("our", "root") in own.library_of(household=household).names)
            raise BadInput("No.", "x")

        with self.assertRaises(BadInput):
            failing(household=self.household, by=self.by)
        own.keep_name(
            household=self.household,
            by=self.by,
            form=own.NameForm("our leaves", "kale"),
        )
        names = own.library_of(household=self.household).names
        self.assertFalse(("our", "root") in names)
        self.assertIs(
            before, own.library_of(household=Household(id=self.household.id, foods_revision=0))
        )

    def test_an_eater_whose_change_failed_is_never_judged_for(self) -> None:
        def seated() -> list[str]:
            now = Household.objects.get(pk=self.household.pk)
            return [eater.name for eater in setting_of(household=now).eaters]

        @writes
        def failing(*, household: Household, by: User) -> None:
            add_eater(
                household=household,
                by=by,
                form=EaterForm("Dot", "low_carb", [], []),
            )
            self.assertIn("Dot", [one.name for one in setting_of(household=household).eaters])
            raise BadInput("No.", "x")

        with self.assertRaises(BadInput):
            failing(household=self.household, by=self.by)
        self.assertEqual(seated(), [])
        self.assertEqual(len(setting_of(household=self.household).eaters), 0)
        eater = add_eater(
            household=self.household,
            by=self.by,
            form=EaterForm("Eve", "low_carb", [], []),
        )
        self.assertEqual(seated(), ["Eve"])
        self.assertEqual(len(setting_of(household=self.household).eaters), 1)
        remove_eater(household=self.household, by=self.by, eater_id=eater.id)
        self.assertEqual(seated(), [])


class Again(KitchenCase):
    """What is sent twice under one id happens once; another household's id is refused."""

    def test_dishes_and_eaters(self) -> None:
        one = str(uuid.uuid4())
        document = self.read()
        first = self.send("post", "dishes", document, client_id=one)
        again = self.send("post", "dishes", document, client_id=one)
        self.assertEqual((first.json()["id"], again.json()["id"]), (one, one))
        self.assertEqual(len(self.send("get", "dishes").json()), 1)
        taken = self.send("post", "dishes", document, self.other, client_id=one)
        self.assert_problem(taken, 400, "load the page again")
        form = {"name": "Cy", "school": "low_carb", "targets": [], "exclusions": []}
        two = str(uuid.uuid4())
        before = len(eaters_of(household=self.household))
        for _ in range(2):
            self.assertEqual(self.send("post", "eaters", form, client_id=two).json()["id"], two)
        self.assertEqual(len(eaters_of(household=self.household)), before + 1)
        self.assert_problem(self.send("post", "dishes", document, client_id="x"), 400, "is none")

    def test_a_full_table_stays_full(self) -> None:
        form = {"name": "Cy", "school": "low_carb", "targets": [], "exclusions": []}
        added = [self.send("post", "eaters", form) for _ in range(25)]
        first = added[0].json()["id"]
        self.assertEqual(added[-1].status_code, 400)
        self.send("delete", f"eaters/{first}")
        self.assertEqual(self.send("post", "eaters", form).status_code, 201)
        self.assert_problem(self.send("post", f"eaters/{first}/restore"), 400, "most a table")
