"""Writes the changes browser and core have to agree on: python -m tests.shared_changes.

Dishes, what was done to them and the changes that say so, as the browser gets documents.
"""

import json
from dataclasses import replace
from pathlib import Path
from typing import Any

import msgspec

from snabo_core.dish import Change, Choice, Dish, Line, MethodStep, Slot, Take, applied
from tests import helpers

TO = Path(__file__).parent / "data" / "changes.json"


def _dish() -> Dish:
    lid = helpers.part("lid", helpers.line("potato", 800, "potato"),
                       helpers.line("butter", 40, "butter"))  # fmt: skip
    pot = helpers.part("pot", helpers.line("beans", 400, "butter_beans"),
                       helpers.line("chilli", 2, "chilli_flakes"))  # fmt: skip
    lid = replace(lid, slots=(Slot("s", "mash", ("potato",)),))
    method = (
        MethodStep("one", "t", "Simmer the beans", "simmer", (Take("beans"), Take("chilli"))),
        MethodStep("two", "t", "Cover with the lid", "cover", (Take("one"), Take("potato"))),
    )
    return replace(helpers.dish(lid, pot, servings=4), method=method)


def cases() -> list[dict[str, Any]]:
    """Return the cases as plain documents."""
    dish = _dish()
    swede = helpers.line("swede", 900, "swede")
    chosen = applied(dish, [Change("set_choice", "s", choice=_choice(swede))])
    done = (
        (dish, (Change("set_choice", "s", choice=_choice(swede)),)),
        (chosen, (Change("set_choice", "s"),)),
        (chosen, (Change("swap_line", "swede", line=replace(swede, grams=950.0)),)),
        (chosen, (Change("omit", "swede"),)),
        (dish, (Change("swap_line", "butter", line=replace(swede, id="butter")),
                Change("omit", "chilli"))),
        (applied(dish, [Change("omit", "chilli")]), (Change("include", "chilli"),)),
        (dish, (Change("add_line", "pot", line=helpers.line("nuts", 30, "walnuts")),)),
        (dish, (Change("add_step", "one", step=MethodStep(
            "new", "", "Mash it", "mash", (Take("one"),))),)),
        (dish, (Change("add_step", "", step=MethodStep("first", "", "Wash up", "rinse")),)),
        (dish, ()),
    )  # fmt: skip
    return [
        {"before": before, "after": applied(before, changes), "changes": changes}
        for before, changes in done
    ]


def _choice(line: Line) -> Choice:
    return Choice("swede_mash", (line,), name="Swede mash")


def text() -> str:
    """Return the file's text."""
    lines = [json.dumps(case, ensure_ascii=False) for case in msgspec.to_builtins(cases())]
    return "[\n" + ",\n".join(lines) + "\n]\n"


if __name__ == "__main__":
    TO.write_text(text(), "utf-8")
