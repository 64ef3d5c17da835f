"""Random kitchens, and a second opinion on sheets that shares no code with the solver."""

from __future__ import annotations

import itertools
import math
import random
from collections.abc import Iterator, Mapping
from typing import Any

Sheet = Mapping[str, tuple[int, str]]


def random_kitchen(seed: int, tasks: int, longest: int = 40) -> dict[str, Any]:
    """Return a problem as JSON values: chains of tasks with gaps, modes, an oven, away times."""
    dice = random.Random(seed)  # noqa: S311 - a kitchen, not a secret
    capacity = {"hands": dice.randint(1, 2), "ring": dice.randint(1, 2), "shelf": 2, "microwave": 1}
    made, links = [], []
    for at in range(tasks):
        modes = []
        for label in "ab"[: dice.choice((1, 1, 2))]:
            kind = dice.choice(("hands", "ring", "oven", "microwave", "rest"))
            modes.append({
                "label": label, "minutes": dice.randint(1, longest),
                "hands": int(kind == "hands" or dice.random() < 0.2),
                "uses": {"ring": {"ring": 1}, "oven": {"shelf": dice.randint(1, 2)},
                         "microwave": {"microwave": 1}}.get(kind, {}),
                "oven_c": dice.choice((160, 180, 200)) if kind == "oven" else None,
            })  # fmt: skip
        ahead = dice.random() < 0.1
        made.append({"id": f"t{at}", "name": "", "dish": "", "ahead": ahead, "modes": modes})
    for at in range(1, tasks):
        if dice.random() < 0.8:
            least = dice.choice((0, 0, 0, dice.randint(1, longest // 2 + 1)))
            most = dice.choice((None, None, least + dice.randint(0, longest)))
            links.append({"id": f"l{at}", "from": f"t{dice.randrange(at)}", "to": f"t{at}",
                          "min": least, "max": most})  # fmt: skip
    if dice.random() < 0.5:
        links.append({"id": "last", "from": f"t{tasks - 1}", "to": "serve", "min": 0,
                      "max": dice.randint(0, longest)})  # fmt: skip
    away = []
    if dice.random() < 0.3:
        start = dice.randint(0, longest)
        away = [[start, start + dice.randint(1, longest // 2 + 1)]]
    oven = {"now_c": dice.choice((20, 190)), "up_c_per_min": 10, "down_c_per_min": 5}
    return {"minute_0": "17:00", "objective": "earliest_serving", "serve_at": None, "ask": None,
            "capacity": capacity, "oven": oven, "away": away, "fixed": [], "tasks": made,
            "links": links}  # fmt: skip


def faults(problem: Mapping[str, Any], sheet: Sheet, serve: int) -> list[str]:
    """Return what is wrong with a sheet, minute by minute."""
    modes = {
        t["id"]: next(m for m in t["modes"] if m["label"] == sheet[t["id"]][1])
        for t in problem["tasks"]
    }
    start = {name: at for name, (at, _) in sheet.items()}
    end = {name: at + modes[name]["minutes"] for name, at in start.items()}
    out = [f"{name} after serving" for name in end if end[name] > serve]
    for link in problem["links"]:
        gap = (serve if link["to"] == "serve" else start[link["to"]]) - end[link["from"]]
        if gap < link["min"] or (link["max"] is not None and gap > link["max"]):
            out.append(f"gap {link['id']}: {gap}")
    return out + list(_overloads(problem, modes, start, end)) + list(_cold(problem, modes, start))


def _overloads(problem: Any, modes: Any, start: Any, end: Any) -> Iterator[str]:
    lowest, highest = min(start.values()), max(end.values())
    for minute in range(lowest, highest):
        doing = [name for name in start if start[name] <= minute < end[name]]
        for what, capacity in problem["capacity"].items():
            need = sum(
                modes[name]["hands"] if what == "hands" else modes[name]["uses"].get(what, 0)
                for name in doing
            )
            if need > capacity:
                yield f"{what} at {minute}: {need}"
        if any(a <= minute < b for a, b in problem["away"]):
            yield from (f"{name} while away" for name in doing if modes[name]["hands"])


def _cold(problem: Any, modes: Any, start: Any) -> Iterator[str]:
    oven = problem["oven"]

    def change(before: float, after: float) -> int:
        up = oven["up_c_per_min"] if after > before else oven["down_c_per_min"]
        return math.ceil(abs(after - before) / up)

    ahead = {t["id"] for t in problem["tasks"] if t["ahead"]}
    baked = [name for name in start if modes[name]["oven_c"] is not None]
    for name in baked:
        early = name in ahead and start[name] + modes[name]["minutes"] <= 0
        if not early and start[name] < change(oven["now_c"], modes[name]["oven_c"]):
            yield f"{name} into a cold oven"
    for one, other in itertools.permutations(baked, 2):
        heat, heat_2 = modes[one]["oven_c"], modes[other]["oven_c"]
        if heat == heat_2 or start[other] < start[one]:
            continue
        if start[other] < start[one] + modes[one]["minutes"] + change(heat, heat_2):
            yield f"{other} too soon after {one}"


def best_by_trying(problem: Mapping[str, Any], last: int) -> int | None:
    """Return the earliest serving by trying every start and mode, for a handful of minutes."""
    tasks = problem["tasks"]
    best: int | None = None
    for labels in itertools.product(*([m["label"] for m in t["modes"]] for t in tasks)):
        for starts in itertools.product(range(last), repeat=len(tasks)):
            sheet = {t["id"]: (s, la) for t, s, la in zip(tasks, starts, labels, strict=True)}
            ends = [
                s + next(m["minutes"] for m in t["modes"] if m["label"] == la)
                for t, s, la in zip(tasks, starts, labels, strict=True)
            ]
            for serve in range(max(ends), last + 1):
                if best is not None and serve >= best:
                    break
                if not faults(problem, sheet, serve):
                    best = serve
                    break
    return best
