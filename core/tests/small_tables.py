"""The small functions of plate, swaps and water at and around their edges, for `golden_tables`.

Each is called with every choice of its arguments; what it answers, or why it refuses, is written
down as a row.
"""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from typing import Any

import msgspec

from snabo_core.dish import HoldBack
from snabo_core.errors import SnaboError
from snabo_core.plate.eaters import Target, check_target, unseen
from snabo_core.plate.equipment import Equipment, check_equipment
from snabo_core.plate.exclusions import Exclusion, check_exclusion
from snabo_core.plate.pans import Pan, check_pan
from snabo_core.plate.portions import Served, finished_question, parted
from snabo_core.plate.salt import salt_in
from snabo_core.swaps import pans
from snabo_core.swaps.batches import batches_for
from snabo_core.swaps.binding import binding_of_eggs, eggs_for, instead_of_eggs, rebase
from snabo_core.swaps.book import book
from snabo_core.swaps.scaling import cooked
from snabo_core.swaps.toppings import verdict_of
from snabo_core.water import cures, learning
from snabo_core.water.advice import advise, expected, question, question_poured, sheets
from snabo_core.water.bands import moved
from snabo_core.water.ledger import Point
from snabo_core.water.priors import OVEN, PRESSES, Prior
from snabo_core.water.steps import BAKED, Step, prior_of
from snabo_core.water.thermal import latent_heat
from snabo_core.water.thickness import Thickness, how_thick, thickness
from snabo_core.wording import Message

ROUND, WELLS = Pan("round", "round", 24.0, 5.0), Pan("wells", "wells", 7.0, 3.0, wells=12)
BOX, CUBE = Pan("box", "rectangle", 30.0, 6.0, 20.0), Pan("cube", "square", 20.0, 10.0)
NAN, INF = float("nan"), float("inf")
KITCHENS = (Equipment(), Equipment(blenders=0, cloth_grams=0.0), Equipment(mesh_grams=1.0))
SAUCE = Thickness(30.0, 8.0, 12.0, 4.0, 500.0, 0.8)
THIN = Thickness(0.0, 0.0, 0.0, None, 500.0, 0.5)
ABSORBERS = (cures.Absorber("psyllium", 0.05), cures.Absorber("cooked_rice", 0.7))
# Weights against what was planned, from far too little to far too much.
TIMES = (0.0, 0.2, 0.24, 0.25, 0.9, 0.96, 0.97, 0.985, 0.99, 1.0, 1.01, 1.02, 1.03, 1.05, 1.5, 4.1)
Row = tuple[Callable[..., Any], Sequence[Sequence[Any]]]

ROWS: dict[str, Row] = {
    "area_from": (pans.area_from, ((0.0, 1.0, 900.0), (0.0, 1.0, 1.2), (0.0, 1.0, 12.0))),
    "fitting": (pans.fitting, (((), (ROUND, BOX), (BOX, ROUND), (CUBE, CUBE, WELLS)),
                               (1.0, 300.0, 339.3, 400.0, 452.0, 600.0, 900.0),
                               (5.0, 20.0, 38.25, 42.5, 60.0))),
    "deep_enough": (pans.deep_enough, (((), (ROUND, BOX, WELLS, CUBE)),
                                       (0.0, 1177.0, 1923.0, 3060.0, 3060.1, 3400.0, 3401.0))),
    "wells_of": (pans.wells_of, ((WELLS,), (0.0, 1.0, 2.0, 86.6, 520.0, 2000.0), (0.0, 0.5, 1.0),
                                 (0.5, 1.0))),
    "layers_in": (pans.layers_in, ((BOX, ROUND), (0.0, 1.0, 599.0, 600.0, 1200.0, 1500.0))),
    "rolls_from": (pans.rolls_from, ((0.0, 107.9, 108.0, 700.0), (0.0, 1.0, 12.0), (0.0, 9.0))),
    "check_pan": (check_pan, ((
        ROUND, *(replace(ROUND, name=name) for name in (" ", "a" * 40, "a" * 41)),
        replace(ROUND, across=0.0), replace(ROUND, across=120.0), replace(ROUND, across=120.1),
        replace(ROUND, other=500.0), replace(BOX, other=0.0), replace(BOX, other=121.0),
        replace(WELLS, wells=0), replace(WELLS, wells=1), replace(WELLS, wells=48),
        replace(WELLS, wells=49), replace(ROUND, empty_grams=0.0), replace(ROUND, empty_grams=0.5),
        replace(ROUND, empty_grams=20_000.0), replace(ROUND, empty_grams=20_000.5),
    ),)),
    "batches": (batches_for, (("blend", "press", "twist", "bake"), ("", "cloth", "mesh", "hands"),
                              (0.0, 599.0, 660.0, 661.0, 1501.0, 90_000.0), (20.0, 60.0, 95.0),
                              KITCHENS)),
    "check_equipment": (check_equipment, (tuple(
        Equipment(**{name: value}) for name, values in {
            "cooks": (0, 1, 4, 5), "rings": (-1, 0, 8, 9), "shelves": (6, 7), "microwaves": (2, 3),
            "blenders": (0, 3, 4), "cloth_grams": (0.0, 49.0, 50.0, 5000.0, 5001.0),
            "mesh_grams": (0.0, 49.9), "blender_ml": (0.0, 5000.5), "oven_up": (0.9, 1.0),
            "oven_down": (0.5, 60.0, 60.5),
        }.items() for value in values
    ),)),
    "salt_in": (salt_in, (((0.0, 0.0, 0.0), (100.0, NAN, INF), (80.0, 400.0, 900.0)),
                          (1.0, 250.0))),
    "finished": (finished_question, ((-1.0, 0.0, 1.0, 299.0, 300.0, 499.0, 1049.0, 1050.0, 1051.0,
                                      1299.0, 3000.0), (0.0, 1000.0), (0.0, 700.0, 1500.0))),
    "shared": (parted, ((
        Served("grams", {"a": 300.0, "b": 200.0}), Served("grams", {"a": 300.0}, stays=20.0),
        Served("grams", {"a": -1.0}), Served("grams", {"a": 1.0}, stays=-1.0),
        Served("grams", {"a": 900.0, "b": 200.0}), Served("pieces", {"a": 2.0, "b": 1.0}, 8.0),
        Served("pieces", {"a": 2.0}, 0.0), Served("pieces", {"a": 9.0}, 8.0),
        Served("pieces", {"a": 8.5}, 8.0), Served("pieces", {"a": 1.0}, 4.0, 100.0),
        Served("spoons", {"a": 3.0}, 60.0), Served("spoons", {"a": 3.0}, 0.0),
    ), (None, 1000.0), ({}, {"a": 500.0}))),
    "check_target": (check_target, (tuple(
        Target(**{"nutrient": "net_carbs", "at_most": 20.0, **changed}) for changed in (
            {}, {"nutrient": "joy"}, {"at_most": None}, {"at_most": 0.0}, {"at_most": -0.1},
            {"at_most": 20_000.0}, {"at_most": 20_001.0}, {"at_most": INF}, {"at_least": 20.0},
            {"at_least": 20.1}, {"at_least": NAN}, {"day_share": 0.0}, {"day_share": 1.0},
            {"day_share": 1.01}, {"tolerance": 1000.0}, {"tolerance": 1001.0}, {"tolerance": -1.0},
            {"tolerance": NAN},
        )
    ),)),
    "unseen": (unseen, (("sodium_mg", "kcal", "fat", "net_carbs"), (0.0, 1.0, 10.0, 1500.0))),
    "check_exclusion": (check_exclusion, (tuple(
        Exclusion(what, grams) for what, grams in (
            ("", 0.0), (" ", 0.0), ("?!", 0.0), ("a" * 40, 0.0), ("a" * 41, 0.0), ("nuts", -1.0),
            ("nuts", 0.0), ("nuts", 500.0), ("nuts", 501.0),
        )
    ),)),
    "binding_of_eggs": (binding_of_eggs, ((0.0, 0.5, 1.0, 2.0, 3.0, 8.0),
                                          (50.0, 181.8, 333.3, 900.0))),
    "eggs_for": (eggs_for, ((0.0, 250.0, 800.0), ("crumbles", "fork", "slice", "rubbery"))),
    "instead_of_eggs": (instead_of_eggs, ((0.0, 1.0, 2.5), ((), ("binds",), ("binds", "lifts")))),
    "rebase": (rebase, ((0.0, 600.0), (0.0, 100.0, 449.0, 450.0, 750.0, 751.0, 1500.0),
                        (0.0, 0.4, 1.0, 3.0))),
    "verdict_of": (verdict_of, ((-1.0, 0.0, 0.5, 1.0, 1.9, 2.0, 2.9, 3.0, 4.0, 4.9, 5.0, 6.0, 8.0,
                                 9.9, 10.0, 12.0, 15.0, 20.0, 40.0),)),
    "rounds_for": (cures.rounds_for, ((0.0, 500.0), (0.0, 20.0, 60.0, 150.0, 300.0), (0.05, 0.3))),
    "pan_minutes": (cures.pan_minutes, ((0.0, 40.0),)),
    "simmer_minutes": (cures.simmer_minutes, ((0.0, 50.0), (200.0, 1000.0, 90_000.0), (0.5, 2.0))),
    "bake_minutes": (cures.bake_minutes, ((0.0, 50.0), (400.0, 1500.0))),
    "absorber_grams": (cures.absorber_grams, ((500.0,), (300.0, 400.0), (0.7, 0.9), (0.05, 0.7))),
    "thickener_grams": (cures.thickener_grams, ((SAUCE, THIN), (10.0, 400.0), (1.0, 8.0))),
    "thickness": (thickness, ((0.0, 5.0, 40.0), (0.0, 30.0), (0.0, 1.0, 300.0))),
    "how_thick": (how_thick, (tuple(n / 20 for n in range(61)),)),
    "latent_heat": (latent_heat, ((-5.0, 0.01, 30.0, 50.0, 70.0, 95.0, 110.0, 130.0, 150.0),)),
    "moved": (moved, (((0.60, 0.70), (0.699, 0.70)), (
        (), ((0.66, "right"), (0.72, "too_wet")),
        ((0.66, "right"), (0.68, "right"), (0.72, "too_wet"), (0.74, "too_wet")),
        ((0.74, "right"), (0.73, "right"), (0.69, "too_wet"), (0.70, "too_wet")),
        ((0.62, "right"), (0.63, "right"), (0.58, "too_dry"), (0.5, "too_dry"), (0.9, "too_wet")),
        ((0.2, "right"), (0.21, "right"), (0.1, "too_dry"), (0.12, "too_dry")),
    ))),
    "question_poured": (question_poured, ((0.0, 10.0, 29.9, 30.0, 30.1),
                                          (HoldBack(5.0, 20.0, "until it holds"),))),
}  # fmt: skip


def edges() -> dict[str, Any]:
    """Return what the small functions answer, call by call."""
    return {
        name: [_answer(function, args) for args in itertools.product(*choices)]
        for name, (function, choices) in ROWS.items()
    }


def _answer(function: Callable[..., Any], args: Sequence[Any]) -> Any:
    try:
        found = msgspec.to_builtins(function(*args))
    except SnaboError as no:
        return str(no)
    return "passes" if found is None else found


def weighings() -> dict[str, Any]:
    """Return what is said of every kind of step when more or less than planned is weighed."""
    return {
        f"{key} {number}": [_weighed(point, times) for times in TIMES]
        for key, number, point in _points()
    }


def _points() -> Iterator[tuple[str, int, Point]]:
    """Yield a point of each technique with and without a band, as the stand-ins come to it."""
    seen = set()
    for role in book().files:
        for item in book().stand_ins(role):
            for number, point in enumerate(cooked(item).points):
                kind = (point.technique, point.band is None, point.thickness is None)
                if kind not in seen:
                    seen.add(kind)
                    yield item.key, number, point


def _weighed(point: Point, times: float) -> list[Any]:
    usual = point.expected[1]
    wetter = replace(point.state, water=point.state.water * times)
    now = replace(point, state=wetter, weighed=usual * times, free=point.free * times)
    asked = [question(point, usual * times), question(point, usual * times, batches=2),
             question(point, usual * times, before=usual)]  # fmt: skip
    said = advise(now)
    figures = [said.grams, said.target, said.floor, said.rounds, said.pan_minutes]
    rest = [sheets(now, "paper"), expected(now, "twist"), *asked]
    return [said.kind, said.message.code, figures, *map(_said, rest)]


def _said(message: Message | None) -> Any:
    return None if message is None else [message.code, *message.values.values()]


def cures_of() -> dict[str, Any]:
    """Return what helps parts that are too wet, and sauces that are too thin."""
    found: dict[str, Any] = {}
    for mass, leave, tool, aim in itertools.product(
        (300.0, 1500.0), (0.0, 5.0, 60.0, 250.0), (None, *PRESSES), (0.8, 0.849, 0.85)
    ):
        found[f"wet {mass:g} {leave:g} {tool} {aim:g}"] = cures.for_too_wet(
            mass=mass, water=mass * 0.85, grams=leave, aim=aim, tool=tool, heated=aim < 0.85,
            absorbers=ABSORBERS,
        )  # fmt: skip
    for (name, sauce), free, leave, boils in itertools.product(
        (("flour", SAUCE), ("none", THIN)), (40.0, 450.0), (0.0, 30.0, 400.0), (True, False)
    ):
        found[f"thin {name} {free:g} {leave:g} {boils}"] = cures.for_too_thin(
            sauce, mass=free + 60.0, free=free, grams=leave, boils=boils,
            thickeners={"xanthan": 250.0, "chickpea_flour": 9.0},
        )  # fmt: skip
    return found


def learnt() -> dict[str, Any]:
    """Return a household's figures after some weigh-ins, of every technique that is learnt."""
    found: dict[str, Any] = {}
    for technique, state, cut in itertools.product(
        sorted(learning.LEARNT), ("raw", "heated", "cooled"), ("", "riced")
    ):
        pressed, food = technique == "press", "cauliflower"
        if not pressed and (state, cut) != ("heated", "riced"):
            continue
        for tool in PRESSES if pressed else ("",):
            habit = learning.Habit(technique, tool, food, state, cut)  # type: ignore[arg-type]
            usual = learning.book_prior(habit).mean
            own = {(technique, tool, food, state, cut): (usual * 0.8, usual * 1.1)}
            loose = {(technique, tool, food, state, ""): (usual * 0.7,)}
            other = {(technique, tool, "swede", state, cut): (usual * 1.2, usual * 1.3)}
            for name, known in (("own", own), ("loose", loose), ("all", {**own, **loose, **other})):
                said = learning.learnt_of(habit, known)
                found[f"{technique} {tool} {food} {state} {cut} {name}"] = [
                    said.yours, said.book.mean, said.runs, learning.offset_of(technique, known),
                ]  # fmt: skip
    for technique, state in itertools.product(
        ("cool", "boil", "mash"), ("raw", "heated", "cooled")
    ):
        before = learning.Condition("swede", state, "pieces")  # type: ignore[arg-type]
        found[f"{state} then {technique}"] = before.after(Step("", technique, ""))
    for technique in ("press", "bake"):
        for share in (0.0, 1e-5, 0.5, 1.0, 1.7):
            book_says = Prior(0.1, 0.3, 0.5)
            found[f"{technique} {share}"] = learning.learnt(technique, book_says, [share])
    for technique in sorted(BAKED):
        for oven in OVEN:
            found[f"{technique} in {oven}"] = prior_of(
                Step("", technique, "", settings={"oven": oven})
            )
    return found
