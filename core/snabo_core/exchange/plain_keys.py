"""Recipes in JSON or YAML of no vocabulary: fields under whatever plain words name them.

`{"title": ..., "serves": 4, "ingredients": [...], "method": [...]}` and its like are read as the
thing of schema.org that they mean, so that one reader takes both.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import replace
from itertools import islice
from typing import Any

import yaml

from snabo_core.exchange.front_matter import LOADER, LONGEST
from snabo_core.exchange.schema_org import Found, Node, text_of, things, told_of
from snabo_core.recipe.claims import claims_in

# What fields are called, by letters alone; the first name that is there counts.
_NAMES: Mapping[str, tuple[str, ...]] = {
    "name": ("title", "name", "recipe", "recipename", "recipetitle", "dish"),
    "recipeYield": ("servings", "serves", "portions", "serving", "feeds", "yield", "yields",
                    "recipeyield", "makes", "people", "numservings", "baseservings", "for"),
    "prepTime": ("preptime", "prep", "preparationtime", "prepminutes", "timeprep", "prepmin",
                 "preptimeminutes"),
    "cookTime": ("cooktime", "cook", "cookingtime", "cookminutes", "timecook", "cookmin",
                 "cooktimeminutes", "baketime", "bake", "baking", "bakingtime", "oven"),
    "totalTime": ("totaltime", "total", "time", "duration", "readyin", "readyinminutes",
                  "totalminutes", "takes", "totaltimeminutes"),
    "recipeIngredient": ("ingredients", "ingredient", "ingredientlist", "ingredientlines",
                         "recipeingredient", "recipeingredients", "extendedingredients",
                         "ingredientgroups", "ingredientsections"),
    "recipeInstructions": ("directions", "method", "instructions", "steps", "recipeinstructions",
                           "preparation", "procedure", "analyzedinstructions", "howto", "todo"),
    "author": ("author", "by", "creator", "source", "from", "credit", "sourcename"),
    "url": ("url", "sourceurl", "link", "originalurl", "website"),
    "description": ("description", "summary", "intro", "introduction", "story", "about"),
}  # fmt: skip
_TIMES = ("prepTime", "cookTime", "totalTime")
_TIMES_TOLD = ("time", "times", "timing", "timings")
_MAKES = ("makes", "yield", "yields")
_NOTES = ("notes", "note", "tips", "tip", "comments")
_LABEL = ("nutrition", "nutritionalinfo", "nutritioninfo", "nutritionfacts", "nutritionalvalues",
          "macros", "perserving", "nutritionperserving", "nutrients")  # fmt: skip
_One = Callable[[Any, Mapping[str, Any]], str]
# Of one ingredient that is told by fields of its own.
_AMOUNT = ("amount", "quantity", "qty", "value", "measure", "number")
_UNIT = ("unit", "units", "uom")
_FOOD = ("name", "ingredient", "food", "item", "product", "what")
_WHOLE = ("original", "originalstring", "text", "line", "display", "raw", "full")
_REMARK = ("note", "notes", "preparation", "prep", "comment", "remark", "remarks", "how",
           "modifier", "state", "cut")  # fmt: skip
# Of a group of ingredients or steps.
_HEAD = ("group", "section", "name", "title", "heading", "header", "component", "part", "for")
_ITEMS = ("ingredients", "items", "list", "lines", "entries", "steps", "instructions",
          "directions", "method")  # fmt: skip
_STEP = (
    "text",
    "step",
    "description",
    "instruction",
    "direction",
    "body",
    "content",
    "details",
    "action",
)
# A field of its own that heads what follows it.
_HEADS = ("section", "group", "heading", "header")
MOST_ITEMS, MOST_CELLS, LONGEST_FIGURE = 2000, 8, 24
# Groups lie in no more than one another; a file of more recipes than these is a library.
DEEPEST_GROUP, MOST_FOUND = 2, 200

UNITS_IN_NAMES = {"g": "g", "grams": "g", "mg": "mg", "kcal": "kcal", "kj": "kJ"}


def recipes_of_fields(documents: Any) -> list[Found]:
    """Return the recipes among decoded JSON or YAML, each once; those with the longest list first.

    A recipe is a thing with a list of ingredients and a name or a method.
    """
    found: list[Found] = []
    for one in things(documents):
        if len(found) >= MOST_FOUND:
            break
        thing = _thing(one)
        if thing is None:
            continue
        told = told_of(thing, {})
        label = thing.get("label")
        claims = claims_in(label) if isinstance(label, list) else ()
        told = replace(told, claims=claims) if claims else told
        # A group within a recipe has a name and ingredients too.
        inner = any(set(told.lines()) <= set(other.told.lines()) for other in found)
        if told.lines() and not inner:
            found.append(Found(told, thing))
    return sorted(found, key=lambda one: -len(one.told.lines()))


def yaml_in(text: str) -> Any:
    """Return what a text says as YAML, every value as it is written; None where it is none."""
    if len(text) > LONGEST:
        return None
    try:
        # The base loader makes texts, lists and mappings, and nothing else.
        return yaml.load(text, Loader=LOADER)  # noqa: S506
    except (yaml.YAMLError, RecursionError, ValueError):
        return None


def _letters(key: Any) -> str:
    return re.sub(r"[^a-z]", "", str(key)[:60].lower())


def _by_letters(node: Node) -> dict[str, Any]:
    fields: dict[str, Any] = {}
    for key, value in node.items():
        if value not in (None, "", [], {}):
            fields.setdefault(_letters(key), value)
    return fields


def _said(fields: Mapping[str, Any], names: tuple[str, ...]) -> Any:
    return next((fields[name] for name in names if name in fields), None)


def _thing(node: Node) -> Node | None:
    """Return a thing of the vocabulary with what the fields mean; None: they are no recipe."""
    fields = _by_letters(node)
    method = _said(fields, _NAMES["recipeInstructions"])
    listed = _said(fields, _NAMES["recipeIngredient"]) or _among_steps(method)
    if listed is None or not (method or _said(fields, _NAMES["name"])):
        return None
    thing: dict[str, Any] = {
        name: value for name, names in _NAMES.items() if (value := _said(fields, names)) is not None
    }
    times = _said(fields, _TIMES_TOLD)
    if isinstance(times, Mapping):
        thing.pop("totalTime", None)
        inner = _by_letters(times)
        for name in _TIMES:
            if (value := _said(inner, _NAMES[name])) is not None:
                thing[name] = value
    if isinstance(thing.get("recipeYield"), Mapping):
        thing["recipeYield"] = _measured(thing["recipeYield"])
    makes = _said(fields, _MAKES)
    if makes is not None and makes != thing.get("recipeYield"):
        thing["recipeYield"] = [thing["recipeYield"], makes]
    thing["recipeIngredient"] = _grouped(listed, _line)
    thing["recipeInstructions"] = [
        *_grouped(method, _step),
        *({"@type": "HowToTip", "text": note} for note in _texts(_said(fields, _NOTES))),
    ]
    label = _said(fields, _LABEL)
    if isinstance(label, Mapping):
        # Keys of two words are written in one: "saturatedFat", "saturated_fat".
        thing["label"] = [_figure(key, text_of(value)) for key, value in label.items()]
    elif label is not None:
        thing["label"] = _texts(label)
    elif beside := _figures_beside(node):
        thing["label"] = beside
    return thing


def _figures_beside(node: Node) -> list[str]:
    """Return the figures of a label that stand among the other fields: "calories: 412"."""
    figures = []
    for key, value in islice(node.items(), MOST_ITEMS):
        if isinstance(value, (str, int, float)) and len(str(value)) <= LONGEST_FIGURE:
            figures.append(_figure(key, text_of(value)))
    return [figure for figure in figures if claims_in([figure])]


def _among_steps(method: Any) -> list[Any] | None:
    """Return the ingredients that steps name each for itself, None where they name none."""
    steps = [one for one in method if isinstance(one, Mapping)] if isinstance(method, list) else []
    named = [_said(_by_letters(one), _NAMES["recipeIngredient"]) for one in steps]
    return [item for some in named if isinstance(some, list) for item in some] or None


def _figure(key: Any, said: str) -> str:
    """Return a figure of a label as a line; its unit may stand in its name: "carbs_g: 36"."""
    words = _words(key)
    name, _, unit = words.rpartition(" ")
    behind = name and unit in UNITS_IN_NAMES and said[-1:].isdigit()
    return f"{name}: {said} {UNITS_IN_NAMES[unit]}" if behind else f"{words}: {said}"


def _words(key: Any) -> str:
    return re.sub(r"(?<=[a-z])(?=[A-Z])|_", " ", str(key)[:60]).lower().removesuffix(" content")


def _texts(value: Any) -> list[str]:
    items = value if isinstance(value, list) else [value]
    return [line for one in items[:MOST_ITEMS] for line in text_of(one).splitlines()]


def _grouped(value: Any, one: _One, deep: int = 0) -> list[Any]:
    """Return a list of items, or of groups with a name and items of their own."""
    if isinstance(value, Mapping) and all(isinstance(one, Mapping) for one in value.values()):
        # Names of groups, and the fields of each; YAML can name itself.
        if deep >= DEEPEST_GROUP:
            return []
        groups = [(name, _grouped(inner, one, deep + 1)) for name, inner in value.items()]
        return [{"@type": "HowToSection", "name": text_of(name), "itemListElement": inner}
                for name, inner in groups]  # fmt: skip
    if isinstance(value, Mapping):
        # Names of groups, and what is in each; or one group alone.
        if all(isinstance(inner, list) for inner in value.values()):
            return [_section(name, inner, one) for name, inner in value.items()]
        # "flour: 200 g", "1: Boil the peas.", a field for each; or one alone.
        each = not any(isinstance(inner, Mapping | list) for inner in value.values())
        whole = not {*_by_letters(value)}.isdisjoint({*_FOOD, *_WHOLE, *_STEP})
        value = [{key: inner} for key, inner in value.items()] if each and not whole else [value]
    if not isinstance(value, list):
        return _texts(value)
    found: list[Any] = []
    for item in value[:MOST_ITEMS]:
        fields = _by_letters(item) if isinstance(item, Mapping) else {}
        inner = next((fields[name] for name in _ITEMS if isinstance(fields.get(name), list)), None)
        inner = None if one is _step and _said(fields, _STEP) is not None else inner
        if inner is not None:
            found.append(_section(_said(fields, _HEAD), inner, one))
        elif isinstance(item, Mapping) and len(item) == 1 and isinstance(
            alone := next(iter(item.values())), list
        ):  # fmt: skip
            found.append(_section(next(iter(item)), alone, one))
        else:
            found.append(one(item, fields))
    return found


def _section(name: Any, items: list[Any], one: _One) -> Node:
    """Return a section; a group told without a name is one as well."""
    inner = [
        one(item, _by_letters(item) if isinstance(item, Mapping) else {})
        for item in items[:MOST_ITEMS]
    ]
    return {"@type": "HowToSection", "name": text_of(name), "itemListElement": inner}


def _line(item: Any, fields: Mapping[str, Any]) -> str:
    """Return one ingredient as it is read in a list: amount, unit, name, and a remark behind."""
    if isinstance(item, list):
        return " ".join(filter(None, map(text_of, item[:MOST_CELLS])))
    if not fields:
        return text_of(item)
    if len(fields) == 1 and (head := _said(fields, _HEADS)) is not None:
        return f"{text_of(head)}:"
    if len(fields) == 1 and not isinstance(next(iter(item.values())), Mapping | list):
        # "flour: 200 g", a field for each.
        key, value = next(iter(item.items()))
        if _letters(key) not in {*_WHOLE, *_FOOD}:
            return f"{text_of(value)} {key}".strip()
    food, whole = text_of(_said(fields, _FOOD)), text_of(_said(fields, _WHOLE))
    amount = f"{_measured(_said(fields, _AMOUNT))} {text_of(_said(fields, _UNIT))}"
    if not food or (not amount.strip() and any(map(str.isdigit, whole))):
        return whole
    remark = text_of(_said(fields, _REMARK))
    line = " ".join(f"{amount} {food}".split())
    return f"{line}, {remark}" if remark else line


def _measured(value: Any) -> str:
    """Return an amount: a number, words, or {"amount": 1, "unit": "lb"}."""
    if not isinstance(value, Mapping):
        return text_of(value)
    inner = _by_letters(value)
    return f"{text_of(_said(inner, _AMOUNT))} {text_of(_said(inner, _UNIT))}".strip()


def _step(item: Any, fields: Mapping[str, Any]) -> str:
    if not isinstance(item, Mapping):
        return text_of(item)
    key, alone = next(iter(item.items()), ("", "")) if len(item) == 1 else ("", "")
    if _letters(key) not in {"", "step", *_STEP} and isinstance(alone, str):
        # "- Boil: 20 min" of who writes YAML by hand.
        return f"{key}: {alone}"
    said = [fields[name] for name in _STEP if name in fields]
    # "step: 3" counts it.
    told = next((one for one in said if not str(one).isdigit()), alone)
    return text_of(told)
