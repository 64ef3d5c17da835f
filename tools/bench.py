"""Timings as ratios to a fixed piece of arithmetic, so that machines can be compared.

./snabo bench          prints them; fails when one is three times the committed ratio
./snabo bench --write  commits these ratios to tools/bench_ratios.json
"""

import datetime as dt
import itertools
import json
import os
import statistics
import sys
import time
from collections.abc import Callable
from pathlib import Path
from uuid import uuid4

ROOT = Path(__file__).resolve().parents[1]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")

import django  # noqa: E402  Django has to be set up first

django.setup()

import numpy as np  # noqa: E402
from django.http import HttpResponse  # noqa: E402
from django.test import Client  # noqa: E402
from django.test.utils import setup_databases, setup_test_environment, teardown_databases  # noqa: E402
from msgspec.structs import replace as with_fields  # noqa: E402

from accounts.models import Household, User  # noqa: E402
from config.warm import warm  # noqa: E402
from dishes.models import Dish, DishVersion  # noqa: E402
from snabo_core.dish import Dish as CoreDish  # noqa: E402
from snabo_core.dish import Line, MethodStep, Part, Take  # noqa: E402
from snabo_core.foods import library  # noqa: E402
from snabo_core.method import read_method  # noqa: E402
from snabo_core.plate.eaters import schools, standings  # noqa: E402
from snabo_core.plate.figures import entries, total, totals_of_many  # noqa: E402
from snabo_core.plate.setting import Setting  # noqa: E402
from snabo_core.quantities import read_line  # noqa: E402
from snabo_core.recipe import line_from  # noqa: E402
from snabo_core.schedule.problem import parse  # noqa: E402
from snabo_core.schedule.solving import Effort, solve  # noqa: E402
from snabo_core.swaps.book import book  # noqa: E402
from snabo_core.swaps.dish_water import dish_water  # noqa: E402
from table.services import EaterForm, add_eater  # noqa: E402
from tests.kitchens import random_kitchen  # noqa: E402
from tests.score_heads import score as score_heads  # noqa: E402
from tests.score_lines import expected_lines, misspelled, score  # noqa: E402
from tests.score_methods import methods  # noqa: E402
from tests.score_methods import score as score_methods  # noqa: E402
from tests.score_recipes import recipes  # noqa: E402
from tests.score_recipes import score as score_recipes  # noqa: E402

COMMITTED = ROOT / "tools" / "bench_ratios.json"
ALLOWED = 3.0
RUNS, WARM = 60, 8
# Budgets in ms, warm, 95th percentile, for 60 lines and 4 eaters.
DISHES, VERSIONS = 50, 4
BUDGETS = {
    "list of 50 dishes": 40,
    "table of 50 dishes": 250,
    "preview": 25.0,
    "rank": 60.0,
    "food search": 20.0,
    "search, 10,000 rows": 20.0,
    "read 1,000 lines": 1500.0,
    "read 360 steps": 1800.0,
    "method": 60.0,
    "water": 60.0,
    "8 parts, 40 steps": 6.0,
    "first way": 300.0,
    "five ways": 2000.0,
    "sheet of 40 tasks": 1000.0,
    "sheet proven": 5000.0,
    "a cooking told": 250.0,
    "menu of 7 days": 300.0,
    "shopping, 14 dishes": 100.0,
}
LINES = (
    "200 g mushrooms", "2 leeks", "3 carrots", "1 tbsp olive oil", "400 ml milk", "25 g flour",
    "400 g can butter beans, drained", "150 g cheddar", "2 eggs", "300 g spinach", "1 tsp salt",
    "50 g butter", "200 g cod", "1 onion",
)  # fmt: skip
METHOD = """Method
Soften the onions, leeks and carrots in the olive oil for 10 minutes.
Fry the mushrooms in the butter for 8 minutes until dry.
Stir in the flour and cook for 1 minute, then add the milk bit by bit.
Simmer for 10 minutes, stirring, until it coats a spoon. Season with the salt.
Wilt the spinach, squeeze it dry and chop it.
Fold in the spinach, butter beans, cod and eggs and spoon into a dish.
Boil the potatoes for 15 minutes, drain and mash with the milk and butter.
Spread the mash over the pot and scatter with the cheddar.
Bake at 200 C for 30 minutes."""
SCHOOLS = ("very_low_carb", "no_added_oil", "lean_protein", "whole_plant")
# 60 lines and five slots, for four schools that can agree.
TABLE = ("very_low_carb", "no_added_oil", "lean_protein", "low_carb")
PIE = (ROOT / "core" / "tests" / "data" / "ferry_pie.txt").read_text("utf-8")
SEARCHES = ("caulif", "celriac", "pot", "bean", "yeast fl", "beef ground raw", "zuchini", "mi")


def reference() -> None:
    """The yardstick: a matrix product the size of one plate's draws, and plain Python."""
    draws = np.ones((2000, 60)) @ np.ones((60, 10))
    sum(float(x) for x in draws[:500].ravel())


def percentile(times: list[float]) -> float:
    return statistics.quantiles(times, n=20)[-1]


def measure(call: Callable[[], object], runs: int = RUNS) -> tuple[float, float]:
    """Return (median, 95th percentile) in ms."""
    for _ in range(WARM):
        call()
    times = []
    for _ in range(runs):
        begin = time.perf_counter()
        call()
        times.append((time.perf_counter() - begin) * 1000)
    return statistics.median(times), percentile(times)


def crowded_household() -> Client:
    """A household with so many foods of its own that 10,000 rows are searched."""
    client = household("crowded")
    own = 10_000 - len(library().rows)
    rows = [f"Weir bake number {i},eu,{i % 60},5" for i in range(own)]
    for start in range(0, own, 2000):
        text = "\n".join(["name,region,carbohydrate,fibre", *rows[start : start + 2000]])
        post(client, "own-foods/file", {"text": text, "apply": True})
    return client


def household(name: str = "bench", table: tuple[str, ...] = SCHOOLS) -> Client:
    home = Household.objects.create(name=name)
    user = User.objects.create_user(name, household=home)
    for school in table:
        preset = schools()[school]
        add_eater(
            household=home,
            by=user,
            form=EaterForm(school, school, list(preset.targets), list(preset.exclusions)),
        )
    client = Client()
    client.force_login(user, "accounts.backends.HouseholdBackend")
    return client


def cooking(client: Client, dish: dict) -> str:
    """Return the address of one cooking of a dish, weighed and shared out."""
    key = str(uuid4())
    post(client, "dishes", dish | {"title": "Bench pot cooked"})
    made = Dish.objects.get(title="Bench pot cooked")
    run = post(client, f"dishes/{made.uid}/runs", {"id": key})["view"]
    told = {"id": str(uuid4()), "kind": "finished_weight", "sure": True}
    post(client, f"runs/{run['id']}", told | {"gross": run["went_in_grams"] * 0.9})
    eaters = [eater["id"] for eater in client.get("/api/eaters").json()]
    served = {"way": "pieces", "each": 8, "amounts": dict.fromkeys(eaters, 1)}
    post(client, f"runs/{run['id']}", {"id": str(uuid4()), "kind": "served"} | served)
    return f"/api/runs/{run['id']}"


def planned_household() -> Client:
    """Return a table of four with fourteen dishes of whole recipes on seven days."""
    client, today = household("planned"), dt.datetime.now(dt.UTC).date()
    for number, recipe in enumerate(recipes()[:14]):
        text = {"text": recipe.text, "unit_system": "metric"}
        dish = post(client, "dishes", read(client, text))
        day = str(today + dt.timedelta(days=number // 2))
        meal = {"id": str(uuid4()), "date": day, "kind": "cooked", "dish": dish["id"]}
        send(client, "menu/meals", json.dumps(meal))
    return client


def full_household(dish: dict) -> Client:
    """Return somebody with 50 dishes of 60 lines and 200 versions."""
    client = household("full")
    home = Household.objects.get(name="full")
    dishes = Dish.objects.bulk_create(
        Dish(household=home, uid=uuid4(), title=f"Weir pot {i}", draft=dish) for i in range(DISHES)
    )
    stored = list(Dish.objects.filter(uid__in=[made.uid for made in dishes]))
    DishVersion.objects.bulk_create(
        DishVersion(dish=made, number=number, document=dish, frozen={})
        for made in stored
        for number in range(1, VERSIONS + 1)
    )
    return client


def send(client: Client, path: str, text: str) -> HttpResponse:
    answer = client.post(f"/api/{path}", text, content_type="application/json")
    if answer.status_code >= 400:
        sys.exit(f"{path} answered {answer.status_code}: {answer.content[:200]!r}")
    return answer


def ask(client: Client, path: str, text: str) -> None:
    """Send and let go of the answer, which the test client ties into a ring that no server has."""
    send(client, path, text).__dict__.clear()


def post(client: Client, path: str, body: object) -> dict:
    return send(client, path, json.dumps(body)).json()


def read(client: Client, text: dict) -> dict:
    """Read a recipe's text; return its dish."""
    return post(client, "read", text)["dishes"][0]


def candidate_plates() -> tuple[Callable[[], object], Callable[[], object], Callable[[], object]]:
    """Return 40 candidate plates of 60 lines, the same judged for 4 eaters, and a bare product.

    The bare product is what the draws alone would cost: 40 plates by figure, times the draws
    of 30 causes on both sides.
    """
    foods = library()
    lines = [line_from(read_line(LINES[i % len(LINES)], foods), foods, str(i)) for i in range(55)]
    base = total(*entries(lines, foods))
    groups = [
        entries(
            [
                line_from(read_line(LINES[(i + j) % len(LINES)], foods), foods, f"{i}-{j}")
                for j in range(5)
            ],
            foods,
        )[0]
        for i in range(40)
    ]
    targets = [target for school in SCHOOLS for target in schools()[school].targets]
    left = np.random.default_rng(1).random((40 * 14, 60), dtype=np.float32)
    right = np.random.default_rng(2).random((60, 2000), dtype=np.float32)

    def judged() -> None:
        many = totals_of_many(base, groups)
        for target in targets:
            standings(target, many, 1 / 6, [{}] * len(groups))

    return lambda: totals_of_many(base, groups), judged, lambda: left @ right


def eight_parts(edited: int = 0) -> CoreDish:
    """Return a dish of eight parts that are each cut, fried, simmered, mixed and baked.

    `edited` counts edits: each one weighs the first line of another part anew.
    """
    foods = ("onion", "mushroom", "spinach", "tomato", "potato", "milk", "wheat_flour", "cod")
    parts, steps = [], []
    for part in range(8):
        lines = [
            Line(f"{part}-{i}", food, food=food, food_name=food,
                 grams=150.0 + 20 * i + (0.01 * edited if (part, i) == (edited % 8, 0) else 0.0),
                 form=library().food(food).default_form, grams_low=145.0, grams_high=200.0)
            for i, food in enumerate(foods[(part + j) % 8] for j in range(3))
        ]  # fmt: skip
        parts.append(Part(str(part), str(part), tuple(lines)))
        takes: tuple[Take, ...] = tuple(Take(line.id) for line in lines)
        for technique in ("cut", "saute", "simmer", "mix", "bake"):
            step = f"{part}-{technique}"
            steps.append(MethodStep(step, "", technique, technique, takes, 5, 8))
            takes = (Take(step),)
    return CoreDish("Eight", 8.0, tuple(parts), method=tuple(steps))


def _weighed_anew(dish: dict, number: int) -> str:
    """Return the preview of a dish with the grams of one of its lines changed."""
    made = json.loads(json.dumps(dish))
    lines = made["parts"][0]["lines"]
    line = lines[number % len(lines)]
    for name in ("grams_low", "grams", "grams_high"):
        line[name] = (line[name] or 0.0) + 1 + number
    return json.dumps({"sequence": number, "dish": made})


def timings() -> dict[str, tuple[float, float]]:
    client = household()
    many = [LINES[i % len(LINES)] for i in range(56)]
    lid = ["900 g floury potatoes, peeled", "120 ml milk", "50 g butter", "1 tsp salt"]
    head = ["Bench pot", "Serves 6", "For the pot", *many, "For the lid", *lid]
    text = "\n".join([*head, "", METHOD])
    dish = read(client, {"text": text, "unit_system": "metric"})
    part = dish["parts"][1]
    rank = {"sequence": 1, "dish": dish, "part": part["id"], "slot": part["slots"][0]["id"]}
    choice = post(client, "rank", rank)["candidates"][0]["choice"]
    part["slots"][0]["choice"] = choice
    # Written out beforehand: the browser's share of the work is not the server's.
    rank_text = json.dumps(rank)
    # One line is weighed anew each time, as a cook does it.
    previews = itertools.cycle([_weighed_anew(dish, number) for number in range(RUNS + WARM)])
    place, lines = iter(range(10**9)), expected_lines()
    found = {
        "yardstick": measure(reference, 200),
        "preview": measure(lambda: ask(client, "preview", next(previews))),
        "rank": measure(lambda: ask(client, "rank", rank_text)),
        "food search": measure(
            lambda: client.get(f"/api/foods?q={SEARCHES[next(place) % len(SEARCHES)]}")
        ),
        "read 1,000 lines": measure(
            lambda: [read_line(lines[i % len(lines)].text, library()) for i in range(1000)], 5
        ),
    }
    long = methods()
    found["read 360 steps"] = measure(
        lambda: [read_method(one.text, one.lines, library()) for one in long], 5
    )
    found["method"] = measure(lambda: ask(client, "method", json.dumps({"dish": dish})))
    found["water"] = measure(lambda: ask(client, "water", json.dumps({"dish": dish})))
    # One part is edited at a time, as a cook does it.
    edits, alone = iter([eight_parts(edited) for edited in range(1, 400)]), Setting(())
    found["8 parts, 40 steps"] = measure(lambda: dish_water(next(edits), book(), library(), alone))
    hungry = household("hungry", TABLE)
    pie = json.dumps({"sequence": 1, "dish": read(client, {"text": PIE, "unit_system": "metric"})})
    found["first way"] = measure(lambda: next(send(hungry, "ways", pie).streaming_content), 12)
    found["five ways"] = measure(lambda: list(send(hungry, "ways", pie).streaming_content), 8)
    # A sheet is found, and another one is proven to be the shortest.
    tasks = [json.dumps(random_kitchen(seed, tasks=40)).encode() for seed in range(100, 110)]
    feasible = Effort(counted=60.0)
    kitchens = itertools.cycle([parse(one) for one in tasks])
    found["sheet of 40 tasks"] = measure(
        lambda: solve(with_fields(next(kitchens), objective="feasible", serve_at=600)), 20
    )
    found["sheet proven"] = measure(lambda: solve(next(kitchens), feasible), 20)
    cooked = cooking(client, dish)
    found["a cooking told"] = measure(lambda: client.get(cooked), 20)
    planned = planned_household()
    found["menu of 7 days"] = measure(lambda: planned.get("/api/menu?days=7"), 20)
    found["shopping, 14 dishes"] = measure(lambda: planned.get("/api/shopping?days=7"), 20)
    full = full_household(dish)
    found["list of 50 dishes"] = measure(lambda: full.get("/api/dishes"), 20)
    found["table of 50 dishes"] = measure(lambda: full.get("/api/table"), 20)
    plates, judged, bare = candidate_plates()
    found["40 plates"] = measure(plates)
    found["40 plates judged"] = measure(judged)
    found["bare product"] = measure(bare)
    # Last, since thousands of foods more would weigh on everything measured after them.
    crowded = crowded_household()
    found["search, 10,000 rows"] = measure(
        lambda: crowded.get(f"/api/foods?q={SEARCHES[next(place) % len(SEARCHES)]}")
    )
    return found


def main() -> int:
    setup_test_environment()
    warm()
    databases = setup_databases(verbosity=0, interactive=False)
    try:
        found = timings()
    finally:
        teardown_databases(databases, verbosity=0)
    yard = found.pop("yardstick")[0]
    ratios = {name: p95 / yard for name, (_, p95) in found.items()}
    if "--write" in sys.argv:
        rounded = {k: round(v, 1) for k, v in ratios.items()}
        COMMITTED.write_text(json.dumps(rounded, indent=1) + "\n")
    committed = json.loads(COMMITTED.read_text())
    print(f"yardstick {yard:.2f} ms; ratios are 95th percentiles over it")
    for name, aside in (("tuned to", False), ("set aside", True)):
        seen = score([line for line in expected_lines() if line.set_aside == aside])
        print(
            f"reading, {seen.count} lines {name}: amount and unit {seen.amounts:.1%}, "
            f"food {seen.foods:.1%}, grams {seen.grams:.1%}, "
            f"wrong without a doubt {seen.silent:.1%}, doubted though right {seen.doubts:.1%}"
        )
    for name, aside in (("tuned to", False), ("set aside", True)):
        chosen = [recipe for recipe in recipes() if recipe.set_aside == aside]
        marks = score_recipes(chosen)
        told = ", ".join(f"{what} {marks.share(what):.0%}" for what in marks.asked)
        print(f"whole recipes {name}: {len(chosen)}: {told}")
    print(f"heads of recipes set aside: {score_heads()}")
    for name, aside in (("tuned to", False), ("set aside", True)):
        methods_read = score_methods([m for m in methods() if m.set_aside == aside])
        told = ", ".join(f"{what} {methods_read.share(what):.0f}%" for what in methods_read.all)
        print(f"methods {name}: {told}")
    print("misspelled names: {} of {} first, {} among the first three".format(*misspelled()))
    plates, bare = found["40 plates judged"][0], found["bare product"][0]
    print(f"40 plates judged for 4 eaters: {plates / bare:.1f} times the bare matrix product")
    slow = []
    for name, (median, p95) in found.items():
        budget = f", budget {BUDGETS[name]:.0f} ms" if name in BUDGETS else ""
        known = committed.get(name, ratios[name])
        print(f"{name:19} median {median:6.1f} ms, p95 {p95:6.1f} ms{budget};"
              f" ratio {ratios[name]:5.1f}, committed {known:5.1f}")  # fmt: skip
        if ratios[name] > ALLOWED * known:
            slow.append(name)
    if slow:
        print(f"Three times slower than committed: {', '.join(slow)}")
    return 1 if slow else 0


if __name__ == "__main__":
    sys.exit(main())
