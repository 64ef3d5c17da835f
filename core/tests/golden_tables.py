"""Figures of the water and the swaps as they came out: python -m tests.golden_tables.

Every technique at several times and heats, every stand-in of the book cooked by itself, and of
the golden dishes every stand-in scaled and every glass of the water; the numbers that the rules
rest on; and all that the screens say of dishes drawn by a seed. What has changed is printed and
written down as the new truth; nobody renews it without reading what it prints.
"""

from __future__ import annotations

import ast
import gzip
import importlib
import inspect
import itertools
import json
from collections.abc import Callable, Iterator
from dataclasses import fields, is_dataclass
from functools import partial
from pathlib import Path
from typing import Any

import msgspec
import numpy as np

from snabo_core.dish import Dish, upgraded
from snabo_core.errors import SnaboError
from snabo_core.foods import library
from snabo_core.plate.pans import Pan
from snabo_core.recipe.method import with_method
from snabo_core.swaps.book import book
from snabo_core.swaps.homemade import make_food
from snabo_core.swaps.ledgers import Changes, dish_ledgers
from snabo_core.swaps.pans import piece_of, shape_of
from snabo_core.swaps.ranking import rank
from snabo_core.swaps.scaling import cooked, scale_to
from snabo_core.swaps.swapped_lines import groups_of, swapped_line
from snabo_core.swaps.words import shape_words
from snabo_core.views.dish_water import water_view
from snabo_core.views.explain import ExplainRequest, explain
from snabo_core.views.resizing import ResizeRequest, resize
from snabo_core.water.priors import OVEN, PRESSES
from snabo_core.water.problems import answer
from snabo_core.water.state import State, of_row
from snabo_core.water.steps import BAKED, PRESSED, TECHNIQUES, Step, prior_of, run, settings_of
from snabo_core.water.thermal import density, specific_heat
from tests import kitchen_tables, made_dishes, verdict_tables
from tests.golden_dishes import COUNT, FOLDER, SCHOOLS, changes, kept, setting
from tests.small_tables import cures_of, edges, learnt, weighings
from tests.test_water_problems import BY_HAND

DIGITS = 9
RULED = ("snabo_core.plate", "snabo_core.swaps", "snabo_core.water")
# Of a setting that a technique has, what it is tried with.
TRIED: dict[str, tuple[Any, ...]] = {
    "minutes": (0.5, 12.0, 600.0), "watts": (300.0, 900.0), "oven_c": (120.0, 220.0),
    "covered": (True,), "hot": (True,), "rounds": (3,), "vigour": (1.0, 3.0),
    "layer_g": (50.0, 5000.0), "to_share": (0.5,), "to_c": (4.0, 60.0), "takes_up": (0.2,),
    "slows_at": (0.5,), "level": (0.5,), "kj_per_kg": (900.0,), "exposed_m2_per_kg": (0.4,),
    "drinks": (True,),
}  # fmt: skip
# What these settings choose from, of the techniques that look at them.
CHOSEN = {"method": (PRESSED, PRESSES), "oven": (BAKED, OVEN)}
BENT = (1.0, 0.5, 1.7, -1.0, 0.0)
PANS = (
    Pan("deep dish", "rectangle", 32.0, 6.0, 22.0), Pan("round tin", "round", 28.0, 4.0),
    Pan("tin of twelve", "wells", 7.0, 3.5, wells=12),
)  # fmt: skip
# What hangs on the document's ids, or is the document again.
UNSTABLE = {"dish", "food", "key", "aliases"}
# Of so many dishes every figure is opened.
OPENED = 8
EXPLAINED = ("net_carbs", "sodium_mg", "added_oil")
BEFORE = {
    "cauliflower": of_row(library().row("cauliflower", "raw"), 800.0),
    "sauce": State(water=420.0, protein=16.0, fat=36.0, sugars=22.0, starch=30.0, ash=5.0),
    "nearly dry": State(water=12.0, protein=20.0, fat=50.0, fibre=9.0, polyols=3.0, alcohol=2.0),
}


def steps() -> dict[str, Any]:
    """Return what every technique leaves of some foods, cold and hot."""
    found: dict[str, Any] = {}
    # One for each model and prior: the others of its kind are the same.
    kinds = {str(found): technique for technique, found in sorted(TECHNIQUES.items()) if technique}
    for technique in sorted(kinds.values()):
        named = sorted(settings_of(technique) & set(TRIED))
        tries: list[dict[str, Any]] = [{}]
        tries += [{name: value} for name in named for value in TRIED[name]]
        tries += [
            {name: value} for name, (kind, values) in CHOSEN.items() if technique in kind
            for value in values
        ]  # fmt: skip
        for settings, (name, before) in itertools.product(tries, BEFORE.items()):
            step = Step("x", technique, "x", settings=settings)
            said = " ".join(f"{key}={value}" for key, value in settings.items())
            for celsius in (5.0, 90.0):
                found[f"{technique} {said} {name} {celsius:g}"] = _run(step, before, celsius)
    for name, state in BEFORE.items():
        found[f"heat of {name}"] = [specific_heat(state, 5.0), specific_heat(state, 95.0),
                                    density(state), density(state, 80.0)]  # fmt: skip
    return found


def _run(step: Step, before: State, celsius: float) -> Any:
    try:
        prior = prior_of(step)
        values = (prior.low, prior.mean, prior.high)
        outcomes = [run(step, before, value, celsius) for value in values]
    except SnaboError as no:
        return str(no)
    usual = outcomes[1]
    return [
        [one.after.mass for one in outcomes], usual.after.grams(), usual.vapour,
        usual.liquid.grams(), usual.stuck.mass, usual.celsius,
    ]  # fmt: skip


def stand_ins() -> dict[str, Any]:
    """Return the ledger of every stand-in of the book at its own amounts."""
    found = {}
    for role in book().files:
        for item in book().stand_ins(role):
            found[f"{role} {item.key}"] = [_point(point) for point in cooked(item).points]
    return found


def _point(point: Any) -> list[Any]:
    return [
        point.step_id, point.state.grams(), point.low, point.high, point.vapour, point.liquid,
        point.stuck, point.added, point.free, point.enough, point.floor, point.seconds,
        point.before, point.solids_before, point.expected,
    ]  # fmt: skip


def swaps() -> dict[str, Any]:
    """Return what every stand-in comes to in the golden dishes, and every line swap."""
    found: dict[str, Any] = {}
    for number, dish in enumerate(_dishes()):
        for part in dish.parts:
            for slot in part.slots:
                key = f"{number} {part.name} {slot.role}"
                file = book().files.get(slot.role)
                if file is None:
                    continue
                for item in book().stand_ins(slot.role):
                    try:
                        choice = scale_to(part, slot, item, file, library(), dish.servings)
                    except SnaboError as no:
                        found[f"{key} {item.key}"] = str(no)
                        continue
                    swapped = dish.with_choice(part.id, slot.id, choice)
                    ledgers = dish_ledgers(swapped, book(), library(), setting())
                    found[f"{key} {item.key}"] = [
                        [(i.food, i.grams_low, i.grams, i.grams_high) for i in choice.lines],
                        Changes(swapped.parts, ledgers).losses,
                    ]
                try:
                    ranked = rank(dish, part, slot, setting(), book(), library())
                except SnaboError as no:
                    found[f"{key} ranked"] = str(no)
                    continue
                found[f"{key} ranked"] = [
                    [one.stand_in.key, one.distance, one.extra_hands_on, one.extra_total,
                     one.texture_gap, one.limit, one.why, one.figures["net_carbs"].best,
                     one.figures["net_carbs"].low, one.figures["net_carbs"].high]
                    for one in ranked
                ]  # fmt: skip
            for line in part.lines:
                for group, own in groups_of(line) if line.grams is not None else ():
                    found[f"{number} {line.text} {group.job}"] = [
                        [i.grams_low, i.grams, i.grams_high]
                        for i in (
                            swapped_line(line, own, other, library()) for other in group.members
                        )
                    ]
    return found


def waters() -> dict[str, Any]:
    """Return the figures of every glass of the golden dishes, with nothing weighed."""
    found = {}
    for number, dish in enumerate(_dishes()):
        read = dish if dish.method else with_method(dish, library())
        view = msgspec.to_builtins(water_view(read, setting(), book(), library()))
        found[str(number)] = _figures(view)
    return found


def figures() -> dict[str, Any]:
    """Return where the figures of the golden dishes come from, for a serving and for one eater."""
    found = {}
    for number, dish in enumerate(itertools.islice(_dishes(), OPENED)):
        for nutrient, scale in itertools.product(EXPLAINED, ("serving", SCHOOLS[0])):
            asked = ExplainRequest(dish, nutrient, scale)
            opened = explain(dish, asked, setting(), book(), library())
            found[f"{number} {nutrient} {scale}"] = _figures(msgspec.to_builtins(opened))
    return found


def problems() -> dict[str, Any]:
    """Return what plain problems come to, as they were worked by hand and with other numbers."""
    found = {}
    for (number, (problem, *_)), times in itertools.product(enumerate(BY_HAND), BENT):
        bent = {name: _bent(value, times) for name, value in problem.items()}
        found[f"{number} {problem['kind']} {times:g}"] = _said(partial(answer, bent))
    return found


def problem_edges() -> dict[str, Any]:
    """Return what becomes of a problem where one number is nothing, one, or as much as another."""
    found = {}
    for number, (problem, *_) in enumerate(BY_HAND):
        numbers = {name: value for name, value in problem.items() if _is_number(value)}
        for name in numbers:
            others = dict.fromkeys((0.0, 1.0, *map(float, numbers.values())))
            found[f"{number} {problem['kind']} {name}"] = [
                [other, _said(partial(answer, problem | {name: other}))] for other in others
            ]
    return found


def _is_number(value: Any) -> bool:
    return isinstance(value, (int, float)) and not isinstance(value, bool)


def _bent(value: Any, times: float) -> Any:
    return value * times if _is_number(value) else value


def sizes() -> dict[str, Any]:
    """Return the golden dishes at other sizes, and as foods of the household's own."""
    found: dict[str, Any] = {}
    for number, dish in enumerate(_dishes()):
        for times in (0.5, 1.7):
            asked = ResizeRequest(dish, times=times)
            found[f"{number} {times}"] = _said(partial(resize, asked, setting(), book(), library()))
        for grams in (None, 1.0, 900.0):
            made = partial(
                make_food, "x", dish.title, 1, dish, None, grams, setting(), book(), library()
            )
            found[f"{number} food {grams}"] = _said(made)
    return found


def shapes() -> dict[str, Any]:
    """Return what every stand-in comes to in tins, rounds, wells and pieces."""
    found: dict[str, Any] = {}
    for role, file in book().files.items():
        for item in book().stand_ins(role):
            done = cooked(item).points[-1].state.mass * 1.3
            shape = shape_of(item, file, 1.3, done, PANS)
            found[f"{role} {item.key}"] = [shape, shape_words(shape), piece_of(item, file, 1.3)]
    return found


def rules() -> dict[str, Any]:
    """Return the numbers and words that the rules of plate, swaps and water rest on.

    By module: what is named at its top, and what its functions and records take for granted.
    """
    found: dict[str, Any] = {}
    for package in RULED:
        folder = Path(importlib.import_module(package).__file__ or "").parent
        for path in sorted(folder.glob("[a-z]*.py")):
            module = importlib.import_module(f"{package}.{path.stem}")
            for name in _named(path):
                value = getattr(module, name)
                plain = _granted(value) if callable(value) else _plain(value)
                if plain not in (None, {}):
                    found[f"{package.removeprefix('snabo_core.')}.{path.stem}.{name}"] = plain
    return found


def _named(path: Path) -> Iterator[str]:
    """Yield the names that stand at the top of a module, in the order of their letters."""
    names = set()
    for node in ast.parse(path.read_text("utf-8")).body:
        if isinstance(node, ast.FunctionDef | ast.ClassDef):
            names.add(node.name)
        targets = node.targets if isinstance(node, ast.Assign) else []
        targets += [node.target] if isinstance(node, ast.AnnAssign) else []
        for one in itertools.chain.from_iterable(map(ast.walk, targets)):
            if isinstance(one, ast.Name) and one.id != "__all__":
                names.add(one.id)
    return iter(sorted(names))


def _granted(value: Any) -> Any:
    """Return what a function or a record takes where nothing is said, by name."""
    if isinstance(value, type):
        own = {name: _granted(one) for name, one in vars(value).items() if name[0] != "_"}
        own |= (
            {one.name: _plain(one.default) for one in fields(value)} if is_dataclass(value) else {}
        )
        if issubclass(value, msgspec.Struct):
            own |= {one.name: _plain(one.default) for one in msgspec.structs.fields(value)}
            own["forbids"] = value.__struct_config__.forbid_unknown_fields
    elif inspect.isfunction(inspect.unwrap(value)):
        own = {
            name: _plain(one.default) for name, one in inspect.signature(value).parameters.items()
        }
    else:
        return None
    return {name: one for name, one in own.items() if one not in (None, {})}


def _plain(value: Any) -> Any:
    """Return a value as JSON has it, None where it is none that can be written down."""
    if isinstance(value, (bool, int, float, str)):
        return value
    if isinstance(value, (set, frozenset)):
        return sorted(map(str, value))
    if isinstance(value, np.ndarray):
        return value.tolist()
    if isinstance(value, dict):
        return {str(key): _plain(one) for key, one in value.items()}
    if isinstance(value, (list, tuple)):
        return [_plain(one) for one in value]
    if is_dataclass(value) and not isinstance(value, type):
        return {one.name: _plain(getattr(value, one.name)) for one in fields(value)}
    return None


def _said(asked: Callable[[], Any]) -> Any:
    """Return what is answered without ids, or the words of the refusal."""
    try:
        return _figures(msgspec.to_builtins(asked()))
    except SnaboError as no:
        return str(no)


def _figures(value: Any) -> Any:
    """Return plain values without ids and without what is empty."""
    if isinstance(value, dict):
        inner = {
            key: _figures(one) for key, one in value.items()
            if key not in UNSTABLE and not key.endswith("id")
        }  # fmt: skip
        return {key: one for key, one in inner.items() if one not in (None, [], {}, "")}
    return [_figures(one) for one in value] if isinstance(value, (list, tuple)) else value


def _dishes() -> Iterator[Dish]:
    for number in range(COUNT):
        yield msgspec.convert(upgraded(kept(number)["dish"]), Dish)


TABLES: dict[str, Callable[[], dict[str, Any]]] = {
    "steps": steps, "stand_ins": stand_ins, "swaps": swaps, "waters": waters, "figures": figures,
    "problems": problems, "problem_edges": problem_edges, "sizes": sizes, "shapes": shapes,
    "rules": rules, "edges": edges, "weighings": weighings, "cures": cures_of, "learnt": learnt,
    "ledger_steps": kitchen_tables.ledger_steps, "held": kitchen_tables.held,
    "loads": kitchen_tables.loads, "bindings": kitchen_tables.bindings,
    "shelved": lambda: kitchen_tables.shelved(_dishes()),
    "wishes": lambda: kitchen_tables.wishes(_dishes()), "heads": kitchen_tables.heads,
    "reworded": lambda: kitchen_tables.reworded(_dishes()),
    "standings": lambda: verdict_tables.standings(itertools.islice(_dishes(), 12)),
    "broken": lambda: verdict_tables.broken(itertools.islice(_dishes(), 12)),
    "servings": lambda: verdict_tables.servings(itertools.islice(_dishes(), 12)),
}  # fmt: skip
MADE = FOLDER / "made.json.gz"


def table(name: str) -> Any:
    """Return one table as it comes out now, as plain values."""
    return _rounded(msgspec.to_builtins(TABLES[name]()))


def _rounded(value: Any) -> Any:
    if isinstance(value, float):
        return float(f"{value:.{DIGITS}g}")
    if isinstance(value, dict):
        return {name: _rounded(inner) for name, inner in value.items()}
    return [_rounded(inner) for inner in value] if isinstance(value, (list, tuple)) else value


def written(name: str) -> Any:
    """Return one table as it was written down."""
    return json.loads((FOLDER / f"{name}.json").read_text("utf-8"))


def said_of(seed: int) -> Any:
    """Return all that the screens say now of the dish of a seed, as plain values."""
    return _rounded(_figures(made_dishes.answers(seed)))


def written_of_made() -> list[Any]:
    """Return what was written down of the dishes drawn, seed by seed."""
    found: list[Any] = json.loads(gzip.decompress(MADE.read_bytes()))
    return found


def _write_made() -> None:
    now = [said_of(seed) for seed in range(made_dishes.COUNT)]
    if MADE.exists():
        for line in changes(written_of_made(), now):
            print(f"made{line}")
    rows = json.dumps(now, separators=(",", ":"))
    MADE.write_bytes(gzip.compress(rows.encode(), mtime=0))


def main() -> None:
    """Print what has changed and write it down."""
    _write_made()
    for name in TABLES:
        path, now = FOLDER / f"{name}.json", table(name)
        if path.exists():
            for line in changes(written(name), now):
                print(f"{name}{line}")
        rows = ",\n".join(
            f"{json.dumps(key)}:{json.dumps(row, separators=(',', ':'))}"
            for key, row in now.items()
        )
        path.write_text(f"{{\n{rows}\n}}\n", "utf-8")


if __name__ == "__main__":
    main()
