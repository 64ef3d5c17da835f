"""One recipe told in the shared vocabulary in many ways, crossed at random: it is read the same.

The ways are those of schema.org's Recipe as pages have them: texts, lists or things, durations of
ISO 8601-1 or in words, wrapped, nested, escaped or slightly broken. From memory, made up.
"""

from __future__ import annotations

import html
import json
import random
import re
import unittest
from typing import Any

from snabo_core.dish import Dish, check
from tests.test_saved_files import read

CROSSED = 250
NAMES = ("Swede and Lentil Hotpot", "Gran’s Barley & Leek Bake", "Pâté-Topped Toasts")
ITEMS = ["500 g swede, peeled and diced", "2 onions, sliced", "400 g minced beef",
         "300 ml beef stock", "1 tbsp olive oil", "½ tsp paprika"]  # fmt: skip
STEPS = ["Boil the swede until soft, about 15 minutes.", "Brown the beef with the onions.",
         "Add the stock & simmer for 30 minutes.", "Bake at 190°C."]  # fmt: skip
QUANTITY = {"@type": "QuantitativeValue", "unitText": "servings"}
FOUR: tuple[Any, ...] = (
    4, "4", 4.0, "4 servings", ["4", "4 servings"], "Serves 4", "Makes 4 servings", "4 people",
    "Serves: 4", {**QUANTITY, "value": 4}, "4 Portionen", "for 4", "four servings", ["4", "1 pie"],
    "1 pie (4 servings)", "4 personnes", "4 serving(s)", "Serves about 4", "Serves 4 as a main",
    "One 20 cm pie, serves 4", "8 pieces, 4 servings", "Feeds 4", "4 serves",
)  # fmt: skip
FOUR_TO_SIX: tuple[Any, ...] = (
    "4-6 servings", "4 to 6", "Serves 4 to 6 people", "4 – 6", "4 &ndash; 6 servings",
    "Serves 4/6", {**QUANTITY, "minValue": 4, "maxValue": 6},
)  # fmt: skip
DURATIONS = {
    15: ("PT15M", "PT0H15M", "P0DT0H15M", "PT900S", "P0Y0M0DT0H15M0S", "15 minutes", "PT0.25H",
         "pt15m", "15 Minuten", "15 minuti"),
    75: ("PT1H15M", "PT75M", "1 hour 15 minutes", "P0DT1H15M", "1h15", "PT1.25H", "1:15",
         "1 heure 15 minutes"),
}  # fmt: skip


def things(kind: str, key: str, texts: list[str]) -> list[Any]:
    return [{"@type": kind, key: text} for text in texts]


def lists() -> dict[str, Any]:
    """Return an ingredient list in every way."""
    return {
        "texts": ITEMS,
        "broken lines": "\n".join(ITEMS),
        "breaks": "<br>".join(ITEMS),
        "entities": [html.escape(item).replace("½", "&frac12;") for item in ITEMS],
        "spaces": [f"  {item.replace(' ', chr(0xA0), 1)}\n" for item in ITEMS],
        "tags": [f"<span>{item}</span>" for item in ITEMS],
        "values": things("PropertyValue", "name", ITEMS),
        "things": things("Thing", "text", ITEMS),
        "bullets": [f"• {item}" for item in ITEMS],
        "numbers": [f"{n}. {item}" for n, item in enumerate(ITEMS, 1)],
        "an empty one": [*ITEMS, ""],
    }


def methods() -> dict[str, Any]:
    """Return a method in every way."""
    steps = things("HowToStep", "text", STEPS)
    numbered = [f"{n}. {step}" for n, step in enumerate(STEPS, 1)]
    return {
        "lines": "\n".join(STEPS),
        "paragraphs": "".join(f"<p>{step}</p>" for step in STEPS),
        "a list": f"<ol>{''.join(f'<li>{step}</li>' for step in STEPS)}</ol>",
        "texts": STEPS,
        "steps": steps,
        "named": things("HowToStep", "name", STEPS),
        "name and text": [{**step, "name": step["text"][:9]} for step in steps],
        "section": [{"@type": "HowToSection", "name": "Filling", "itemListElement": steps}],
        "item list": {"@type": "ItemList", "itemListElement": steps},
        "directions": [
            {"@type": "HowToStep", "itemListElement": things("HowToDirection", "text", [step])}
            for step in STEPS
        ],
        "numbers": numbered,
        "numbered lines": "\n".join(numbered),
        "breaks": "<br /><br />".join(STEPS),
        "nested": [steps],
        "mixed": [STEPS[0], *steps[1:]],
    }


def wrapped(recipe: dict[str, Any], way: str) -> str:
    """Return a page that holds a recipe in one way."""
    thing = {"@context": "https://schema.org", "@type": "Recipe", **recipe}
    page = {"@type": "WebPage", "name": f"{recipe['name']} - a page"}
    documents: dict[str, Any] = {
        "in a list": [thing],
        "in a graph": {"@graph": [page, thing, {"@type": "Person", "name": "Odile"}]},
        "of a page": {**page, "mainEntity": thing},
        "deep": {"@graph": [{"@graph": [thing]}]},
        "types": {**thing, "@type": ["Recipe", "NewsArticle"]},
        "in an item": {"@type": "ItemList", "itemListElement": [{"item": thing}]},
    }
    text = json.dumps(documents.get(way, thing), ensure_ascii=False)
    bent = {
        "comment": f"<!--\n{text}\n-->",
        "marked off": f"//<![CDATA[\n{text}\n//]]>",
        "semicolon": f"{text};",
        "a comma more": re.sub(r"\}$", ",}", text),
        "broken in a word": text.replace("simmer", "\n simmer"),
    }
    kind = {"capitals": "APPLICATION/LD+JSON", "encoded": "application/ld+json; charset=utf-8"}
    broken = '<script type="application/ld+json">{"@type": "Recipe", "name": </script>'
    block = f'<script type="{kind.get(way, "application/ld+json")}">{bent.get(way, text)}</script>'
    return (
        f"<html><head><title>A page</title>{broken if way == 'behind a broken one' else ''}"
        f"{block}</head><body><p>Scroll down. I ate 3 bowls.</p></body></html>"
    )


WAYS = ("alone", "in a list", "in a graph", "of a page", "deep", "types", "in an item", "comment",
        "marked off", "semicolon", "a comma more", "broken in a word", "capitals", "encoded",
        "behind a broken one")  # fmt: skip


class LinkedFrames(unittest.TestCase):
    def test_each_way_tells_the_same_recipe(self) -> None:
        one = random.Random(45)  # noqa: S311 - a recipe, not a secret
        for _ in range(CROSSED):
            name, way = one.choice(NAMES), one.choice(WAYS)
            told, eaters = one.choice(((FOUR, (4, 4)), (FOUR, (4, 4)), (FOUR_TO_SIX, (4, 6))))
            (listed, items), (ordered, steps) = (
                one.choice(sorted(kinds.items(), key=lambda kind: kind[0]))
                for kinds in (lists(), methods())
            )
            times = {prop: one.choice(DURATIONS[minutes]) for prop, minutes in
                     (("prepTime", 15), ("cookTime", 75))}  # fmt: skip
            recipe = {
                "name": one.choice((name, html.escape(name))),
                "recipeYield": (served := one.choice(told)),
                one.choice(("recipeIngredient", "ingredients")): items,
                "recipeInstructions": steps,
                **times,
                "nutrition": {"calories": "420 kcal", "proteinContent": "20 g"},
            }
            page = wrapped(recipe, way)
            with self.subTest(way=way, served=served, items=listed, steps=ordered, times=times):
                self.check(check(read("p.html", page.encode()).dishes[0]), name, eaters)

    def check(self, dish: Dish, name: str, eaters: tuple[float, float]) -> None:
        told = dish.told
        self.assertEqual(dish.title, name)
        self.assertEqual((told.servings_low, told.servings_high), eaters)
        self.assertEqual((told.prep_minutes, told.cook_minutes), (15, 75))
        lines = [line.text for part in dish.parts for line in part.lines]
        self.assertEqual([" ".join(line.split()) for line in lines], ITEMS)
        self.assertEqual([" ".join(step.text.split()) for step in dish.steps], STEPS)
        self.assertEqual({claim.key: claim.high for claim in told.claims},
                         {"kcal": 420, "protein": 20})  # fmt: skip
