"""One fact, one path: the same dish, limit and eater get the same verdict on every screen."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from snabo_core.dish import Dish, Leaving, MethodStep, Portion, Readings, Slot, Take, Taken
from snabo_core.foods import library
from snabo_core.foods.labels import Label, row_of
from snabo_core.foods.own import Own, OwnMeasure
from snabo_core.foods.records import AVAILABLE, AXIS, BY_DIFFERENCE
from snabo_core.plate import Eater, Exclusion, Target
from snabo_core.plate.rows import FIGURES, PLACE, Rules, net_carbs, row_figures
from snabo_core.plate.setting import Setting
from snabo_core.swaps.book import book
from snabo_core.swaps.frozen import freeze, thaw
from snabo_core.swaps.judged import judged
from snabo_core.views.compare import Column, compare_dishes
from snabo_core.views.preview import preview
from snabo_core.views.ranking import ranking
from snabo_core.views.summary import summary
from snabo_core.views.table import Meal, day_view
from tests.helpers import dish, line, part, row

FOODS = ("potato", "onion", "olive_oil", "cheddar", "chickpeas", "milk", "cashews", "cod",
         "vegetable_stock", "worcestershire", "butter", "bread")  # fmt: skip
LIMITED = ("net_carbs", "protein", "fat", "added_oil", "sodium_mg", "kcal", "vegetables")


@st.composite
def made_dishes(draw: st.DrawFn) -> Dish:
    """Return a dish with a mash lid of potatoes, a stand-in in it or not, and a filling."""
    filling = [
        line(f"l{i}", draw(st.floats(5, 600)), draw(st.sampled_from(FOODS)),
             spread=draw(st.sampled_from((0.0, 0.1))))
        for i in range(draw(st.integers(1, 4)))
    ]  # fmt: skip
    lid = replace(
        part("lid", line("p", draw(st.floats(300, 900)), "potato"), line("b", 40, "butter")),
        slots=(Slot("slot", "mash", ("p", "b")),),
    )
    body = part("pot", *filling)
    if draw(st.booleans()):
        share = draw(st.floats(0, 1))
        gone = (Leaving("cook", "fat", share / 2, share, share, known=True),)
        body = replace(body, lines=(replace(filling[0], leavings=gone), *filling[1:]))
    if draw(st.booleans()):
        body = replace(body, taken=Taken(share=draw(st.floats(0.1, 1))))
    if draw(st.booleans()):
        lid = replace(lid, taken=Taken(grams=draw(st.floats(50, 900))))
    if draw(st.booleans()):
        out = replace(body.lines[-1], left_out=True, settled=draw(st.booleans()))
        body = replace(body, lines=(*body.lines[:-1], out))
    made = dish(body, lid, servings=float(draw(st.integers(1, 8))))
    if draw(st.booleans()):
        stand_in = draw(st.sampled_from(book().stand_ins("mash")))
        choice = next(
            c.choice
            for c in ranking(made, "lid", "slot", Setting(()), book(), library()).candidates
            if c.stand_in == stand_in.key
        )
        made = made.with_choice("lid", "slot", choice)
    if draw(st.booleans()):
        made = replace(made, portions=(Portion("1", 0.3),))
    return made


@st.composite
def methods(draw: st.DrawFn, made: Dish) -> Dish:
    """Return a dish with a method: the pot is dried or drained, the lid boiled, all baked."""
    pot = tuple(Take(line.id) for line in made.part("pot").lines)
    lid = tuple(Take(line.id) for line in made.part("lid").lines[: draw(st.integers(1, 2))])
    written = [
        ("wring", pot), (draw(st.sampled_from(("simmer", "drain", "fry"))), (Take("wring"),)),
        ("boil", lid), ("drain", (Take("boil"),)),
        ("bake", tuple(Take(ref) for ref in draw(st.permutations(("drain", "cook"))))),
    ]  # fmt: skip
    keys = ("wring", "cook", "boil", "drain", "bake")
    minutes = draw(st.integers(1, 40))
    steps = [
        MethodStep(key, "", technique, technique, takes, minutes, minutes, stated=("minutes",))
        for key, (technique, takes) in zip(keys, written, strict=True)
    ]
    first = draw(st.sampled_from((0, 2, 4)))
    if first == 4:
        return replace(made, method=(replace(steps[4], takes=(*pot, *lid)),))
    return replace(made, method=tuple(steps[first:4] if first else steps))


@st.composite
def readings(draw: st.DrawFn, made: Dish) -> Readings:
    """Return what the scale said of a dish: of its stand-in's first steps, and of all of it."""
    choice = made.slot("lid", "slot").choice
    steps = {}
    if choice is not None:
        ledger = judged(made, Setting(()), book(), library()).ledgers[0].ledger
        points = ledger.points if ledger is not None else ()
        steps = {
            point.step_id: point.state.mass * draw(st.floats(0.8, 1.1))
            for point in points[: draw(st.integers(0, len(points)))]
        }
    whole = draw(st.one_of(st.none(), st.floats(200, 2000)))
    mine = {"slot": choice.stand_in} if choice is not None else {}
    return Readings({"slot": steps}, mine, whole, mine)


@st.composite
def eaters(draw: st.DrawFn) -> Eater:
    """Return an eater with a few limits, tolerances and exclusions."""
    targets = []
    for nutrient in draw(st.lists(st.sampled_from(LIMITED), min_size=1, max_size=3, unique=True)):
        limit = draw(st.floats(0, 800))
        upper = draw(st.booleans())
        targets.append(
            Target(nutrient, None if upper else limit, limit if upper else None,
                   tolerance=draw(st.sampled_from((0.0, 5.0))))
        )  # fmt: skip
    left_out = tuple(Exclusion(w) for w in draw(st.sampled_from(((), ("nuts",), ("milk", "fish")))))
    return Eater("1", "Ada", "x", tuple(targets), left_out)


class OneVerdict(unittest.TestCase):
    """Bench, Compare, Table, ranking and day agree."""

    @settings(deadline=None, max_examples=60, suppress_health_check=list(HealthCheck))
    @given(made_dishes(), eaters(), st.data())
    def test_screens_agree(self, made: Dish, eater: Eater, data: st.DataObject) -> None:
        if data.draw(st.booleans()):
            made = data.draw(methods(made))
        setting = Setting((eater,), readings=data.draw(readings(made)))
        (bench,) = preview(made, setting, book(), library()).eaters
        codes = [reach.code for reach in bench.reaches]
        columns = [Column("draft", "as it is now", made)]
        compared = compare_dishes(made.original(), columns, setting, book(), library()).columns[1]
        self.assertEqual([r.code for r in compared.eaters[0].reaches], codes)
        self.assertEqual(
            [r.words for r in compared.eaters[0].reaches], [r.words for r in bench.reaches]
        )
        cell = summary(made, setting, book(), library()).cells[0]
        self.assertEqual(cell.verdict == "fits", bench.suits and not bench.breaches)
        chosen = made.slot("lid", "slot").choice
        if chosen is not None:
            listed = ranking(made, "lid", "slot", setting, book(), library()).candidates
            own = next(c for c in listed if c.stand_in == chosen.stand_in)
            self.assertEqual([r.code for r in own.eaters[0].reaches], codes)
            self.assertEqual(own.eaters[0].suits, bench.suits)

    @settings(deadline=None, max_examples=30, suppress_health_check=list(HealthCheck))
    @given(made_dishes(), eaters())
    def test_a_day_of_one_serving_is_the_serving(self, made: Dish, eater: Eater) -> None:
        made = replace(made, portions=())
        daily = replace(eater, targets=tuple(replace(t, per="day") for t in eater.targets))
        whole = replace(daily, targets=tuple(replace(t, day_share=1.0) for t in daily.targets))
        (bench,) = preview(made, Setting((whole,)), book(), library()).eaters
        (day,) = day_view([Meal(made, 1.0)], Setting((whole,)), book(), library()).eaters
        self.assertEqual([item.met for item in day.lines], [r.met for r in bench.reaches])

    @settings(deadline=None, max_examples=60, suppress_health_check=list(HealthCheck))
    @given(made_dishes(), eaters())
    def test_words_come_from_the_bound_shown(self, made: Dish, eater: Eater) -> None:
        unsettled = replace(made.parts[0].lines[0], grams=None, grams_low=None, grams_high=None)
        first = replace(made.parts[0], lines=(unsettled, *made.parts[0].lines[1:]))
        open_dish = replace(made, parts=(first, *made.parts[1:]))
        (bench,) = preview(open_dish, Setting((eater,)), book(), library()).eaters
        for reach in bench.reaches:
            if reach.figure.best is None and reach.code == "over":
                missed = reach.figure.low - (reach.at_most or 0.0)
                shown = float(reach.words.split()[0])
                self.assertLessEqual(abs(shown - missed), 0.51, reach.words)


class BestInside(unittest.TestCase):
    """No best value lies outside its own bounds, whatever is missing, whatever the rules."""

    @settings(deadline=None, max_examples=200)
    @given(
        st.sampled_from(("all", "half", "none")), st.sampled_from(("us", "eu")),
        st.sampled_from((BY_DIFFERENCE, AVAILABLE)),
        st.fixed_dictionaries({
            name: st.one_of(st.none(), st.floats(0, 40))
            for name in ("carbohydrate", "fibre", "sugars", "polyols", "protein", "fat")
        }),
    )  # fmt: skip
    def test_rows(self, polyols: str, energy: str, convention: str, values: dict) -> None:
        made = replace(row(convention, **values), computed=("kcal",))
        food = library().food("potato")
        found = row_figures(made, food, Rules(polyols, energy))  # type: ignore[arg-type]
        for name in FIGURES:
            best, low, high = (v[PLACE[name]] for v in (found.best, found.low, found.high))
            if not np.isnan(best):
                self.assertTrue(low - 1e-6 <= best <= high + 1e-6, (name, low, best, high))

    def test_a_label_without_fibre_whose_carbohydrate_excludes_it(self) -> None:
        # EU 1169/2011: carbohydrate is available carbohydrate; fibre need not be printed.
        printed = {"carbohydrate": "30", "sugars": "2", "protein": "6", "fat": "3", "salt": "1"}
        label = Label(jurisdiction="eu", basis="100g", printed=printed, no_polyols=True)
        made = row_of(label, "own:x", "loaf")
        self.assertTrue(np.isnan(made.best[AXIS["fibre"]]))
        for rule in ("all", "half", "none"):
            best, low, high = net_carbs(made, rule)  # type: ignore[arg-type]
            self.assertAlmostEqual(best, 30.0)
            self.assertTrue(low <= best <= high)

    def test_a_printed_polyol_of_nothing_takes_nothing_off(self) -> None:
        made = row(carbohydrate=20.0, fibre=2.0, polyols=0.0, erythritol=None)
        self.assertEqual(net_carbs(made, "half")[0], 18.0)


class Kept(unittest.TestCase):
    """A kept version is computed from what it froze."""

    def test_nothing_done_later_moves_it(self) -> None:
        made = dish(part("p", line("a", 200, "chickpeas"), line("b", 30, "olive_oil")))
        setting = Setting((Eater("1", "Ada", "x", (Target("net_carbs", None, 20.0),)),))
        frozen = freeze(made, library(), book(), setting.rules)
        before = judged(made, setting, book(), library()).plate.figures
        measure = OwnMeasure("lentils", "ladle", 100.0, 90.0, 110.0)
        changed = library().with_own(Own(measures=(measure,)))
        changed.rows = dict(changed.rows)
        key = library().row("chickpeas").key
        best = changed.rows[key].best.copy()
        best[AXIS["carbohydrate"]] = 80.0
        changed.rows[key] = replace(changed.rows[key], best=best, high=best + 1)
        foods, steps, rules = thaw(frozen, changed, book())
        now = judged(made, setting, book(), changed).plate.figures
        kept = judged(made, replace(setting, rules=rules), steps, foods).plate.figures
        self.assertNotAlmostEqual(now["net_carbs"].best or 0, before["net_carbs"].best or 0)
        for name, figure in before.items():
            self.assertEqual(kept[name], figure, name)
