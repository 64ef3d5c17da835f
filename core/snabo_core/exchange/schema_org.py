"""schema.org Recipe, in whatever shape a page carries it, as a told recipe.

Vocabulary: schema.org, Recipe, HowToSection, HowToStep, NutritionInformation. Pages differ: one
object, a list, a graph with references, a recipe inside something else; lists where one was
meant, texts where objects were.
"""

from __future__ import annotations

import html
import re
from collections.abc import Mapping
from dataclasses import dataclass
from operator import itemgetter
from typing import Any

from snabo_core.dish import AsideKind
from snabo_core.recipe import ToldRecipe
from snabo_core.recipe.claims import claimed, claims_in
from snabo_core.recipe.servings import servings_in
from snabo_core.recipe.times import minutes_of
from snabo_core.recipe.told import bare_makes, carries_makes, served, with_makes

Node = Mapping[str, Any]

# A page holds no more things than these, nested no deeper.
MOST_NODES, DEEPEST, MOST_ITEMS, LONGEST_TEXT = 20_000, 40, 2000, 20_000
# schema.org, NutritionInformation; the figures of ours they claim.
NUTRITION = {
    "calories": "kcal",
    "carbohydrateContent": "carbohydrate",
    "fiberContent": "fibre",
    "sugarContent": "sugars",
    "proteinContent": "protein",
    "fatContent": "fat",
    "saturatedFatContent": "saturated",
    "sodiumContent": "sodium_mg",
    "saltContent": "salt",
}
TIMES = {"prepTime": "prep", "cookTime": "cook", "totalTime": "total"}
# ISO 8601-1:2019, 5.5.2: P, days, T, hours, minutes, seconds; years to weeks are no cooking time.
_DURATION = re.compile(
    r"P(?:0+Y)?(?:0+M)?(?:(?P<w>\d+(?:[.,]\d+)?)W)?(?:(?P<d>\d+(?:[.,]\d+)?)D)?"
    r"(?:T?(?:(?P<h>\d+(?:[.,]\d+)?)H)?(?:(?P<m>\d+(?:[.,]\d+)?)M)?(?:(?P<s>\d+(?:[.,]\d+)?)S)?)?",
    re.IGNORECASE,
)
_MINUTES = {"w": 10_080.0, "d": 1440.0, "h": 60.0, "m": 1.0, "s": 1 / 60}
# Words of a name that is no cut-off beginning of a step.
SHORT_NAME = 3
MOST_SOURCES = 4
LONGEST_MINUTES = 10_000.0
_TAG = re.compile(r"<(?P<end>/?)(?P<name>[a-zA-Z][a-zA-Z0-9]*)\b[^<>]*>")
# Where a step stands among its like.
_PLACE = re.compile(r"\d{1,4}", re.ASCII)
_BREAKS = {"p", "br", "li", "div", "ol", "ul", "h1", "h2", "h3", "h4", "tr"}
_FROM_TO = re.compile(r"\d{1,3}\s*(?:-|–|to|or)\s*\d{1,3}\b", re.ASCII)
# A line that is dressed up as a whole; of a list at most so many are its headings.
_HEAD = re.compile(
    r"\s*<(?P<name>p|b|strong|em|u|h[1-6])\b[^<>]*>[^<>\d]{2,60}</(?P=name)\s*>\s*", re.IGNORECASE
)
MOST_HEADS = 0.4
# What goes on small in the next line is broken, and no list.
_SMALL_BELOW = re.compile(r"[^.:]\n[a-z(]")
# A step that is broken within a sentence.
_GOES_ON_BELOW = re.compile(r"([^.!?:;])\n(?=[a-z])")
_DROPPED = re.compile(r"(?is)<(script|style|noscript|iframe|object|template)\b.*?(?:</\1\s*>|\Z)")


def text_of(value: Any) -> str:
    """Return what a property says as plain text: entities spelled, markup gone, lines kept."""
    if isinstance(value, bool) or value is None:
        return ""
    if isinstance(value, int | float):
        return f"{value:g}"
    if isinstance(value, Mapping):
        inner = value.get("text") or value.get("name") or value.get("@value")
        if (least := value.get("minValue")) is not None and (most := value.get("maxValue")):
            inner = inner or f"{text_of(least)}-{text_of(most)} {text_of(value.get('unitText'))}"
        inner = inner or value.get("value")
        return "" if isinstance(inner, Mapping) else text_of(inner)
    if isinstance(value, list):
        return text_of(value[0]) if value else ""
    # A page that escapes twice is not rare.
    plain = html.unescape(html.unescape(str(value)[:LONGEST_TEXT]))
    plain = _DROPPED.sub(" ", plain)
    plain = _TAG.sub(lambda tag: "\n" if tag["name"].lower() in _BREAKS else "", plain)
    lines = (" ".join(line.split()) for line in plain.splitlines())
    return "\n".join(line for line in lines if line)


def minutes_in(value: Any) -> float | None:
    """Return the minutes of a duration: ISO 8601 as the vocabulary asks, or words as people write.

    None where it states none: a time of nothing is what pages write who were not asked.
    """
    text = text_of(value).strip()
    match = _DURATION.fullmatch(text)
    if match is not None and len(text) > 1:
        found = sum(float((match[name] or "0").replace(",", ".")) * _MINUTES[name]
                    for name in _MINUTES)  # fmt: skip
    elif text.isdigit():
        found = float(text)
    else:
        found = minutes_of(text[:80])
    return found if 0 < found <= LONGEST_MINUTES else None


def things(document: Any) -> list[Node]:
    """Return every object of a document, outermost first, however it nests them."""
    found: list[Node] = []
    waiting = [(document, 0)]
    while waiting and len(found) < MOST_NODES:
        here, deep = waiting.pop(0)
        if deep > DEEPEST:
            continue
        if isinstance(here, Mapping):
            found.append(here)
            waiting += [(value, deep + 1) for value in here.values()
                        if isinstance(value, Mapping | list)]  # fmt: skip
        elif isinstance(here, list):
            waiting += [(item, deep + 1) for item in here[:MOST_ITEMS]]
    return found


def is_a(node: Node, kind: str) -> bool:
    """Tell whether a thing is of a type, however the type is written."""
    named = node.get("@type") or node.get("type") or ""
    kinds = named if isinstance(named, list) else [named]
    return any(re.split(r"[/#:]", str(one))[-1].lower() == kind.lower() for one in kinds)


@dataclass(frozen=True)
class Found:
    """A recipe as it is told, and the thing of the vocabulary that tells it."""

    told: ToldRecipe
    thing: Node


def recipes_in(documents: Any) -> list[Found]:
    """Return the recipes of a document, each once, those with the longest lists first.

    Args:
        documents: what a page carries, as JSON decodes it.
    """
    nodes = things(documents)
    known = {str(node["@id"]): node for node in nodes if "@id" in node and len(node) > 1}
    found: list[Found] = []
    for node in nodes:
        if is_a(node, "Recipe") and len(node) > 1:
            told = told_of(node, known)
            if (told.parts or told.steps) and all(told != one.told for one in found):
                found.append(Found(told, node))
    found = [one for one in found if not any(_cut_short(one.told, other.told) for other in found)]
    return sorted(found, key=lambda one: -len(one.told.lines()))


def _cut_short(one: ToldRecipe, other: ToldRecipe) -> bool:
    """Tell a recipe that a page carries whole once more: with a method, or with more of all."""
    if _name_words(one.title) != _name_words(other.title):
        return False
    sizes = [(len(told.lines()), len(told.steps)) for told in (one, other)]
    if not one.steps and other.steps and other.parts:
        return True
    less = sizes[0] != sizes[1] and all(a <= b for a, b in zip(*sizes, strict=True))
    return less and set(one.lines()) <= set(other.lines())


def _name_words(title: str) -> str:
    """Return the letters of a title."""
    return "".join(c for c in title.casefold().replace(" and ", "") if c.isalnum())


class _Reader:
    """Reads one recipe; `known` are the things that others refer to by their id."""

    def __init__(self, node: Node, known: Mapping[str, Node]) -> None:
        self.node = node
        self.known = known

    def seen(self, value: Any) -> Any:
        """Return what a reference refers to, anything else as it is."""
        if isinstance(value, Mapping) and set(value) <= {"@id", "@type"} and "@id" in value:
            return self.known.get(str(value["@id"]), value)
        return value

    def several(self, *names: str) -> list[Any]:
        """Return a property as a list, by the first of its names that is there."""
        for name in names:
            value = self.seen(self.node.get(name))
            if isinstance(value, Mapping) and "itemListElement" in value and not is_a(
                value, "HowToSection"
            ):  # fmt: skip
                value = value["itemListElement"]
            if value not in (None, "", []):
                items = value if isinstance(value, list) else [value]
                return [self.seen(item) for item in items[:MOST_ITEMS]]
        return []

    def parts(self) -> tuple[tuple[str, tuple[str, ...]], ...]:
        """Return the ingredient list; a list inside it is a part of its own."""
        found: list[tuple[str, list[str]]] = [("", [])]
        items = self.several("recipeIngredient", "ingredients", "ingredient", "supply")
        if len(items) == 1 and isinstance(items[0], str):
            # One text with a line for each may have its headings dressed up too.
            lines = [line for line in items[0][:LONGEST_TEXT].splitlines() if line.strip()]
            items = lines if any(map(_is_head, lines)) else items
        heads = [_is_head(item) for item in items]
        # Where every line is dressed up, none is a heading.
        set_apart = sum(heads) <= len(items) * MOST_HEADS
        for item, head in zip(items, heads, strict=True):
            if head and set_apart:
                found.append((text_of(item), []))
            elif isinstance(item, Mapping) and "itemListElement" in item:
                inner = item["itemListElement"]
                inner = inner if isinstance(inner, list) else [inner]
                found.append((text_of(item.get("name")), [_ingredient(one) for one in inner]))
            else:
                # One text with a line for each is as common as a list; in a list it is broken.
                line = _ingredient(item)
                alone = len(items) == 1 or _SMALL_BELOW.search(line) is None
                found[-1][1].extend(line.splitlines() if alone else [" ".join(line.split())])
        return tuple((name, tuple(line for line in lines if line)) for name, lines in found
                     if any(lines))  # fmt: skip

    def steps(self) -> tuple[tuple[tuple[str, str], ...], list[tuple[AsideKind, str]]]:
        """Return the method as pairs of heading and text, and the tips among its steps."""
        found: list[tuple[str, str]] = []
        tips: list[tuple[AsideKind, str]] = []
        self._walk(self.several("recipeInstructions", "step", "instructions"), "", found, tips, 0)
        return tuple(found), tips

    def _walk(
        self, items: list[Any], under: str, found: list[tuple[str, str]],
        tips: list[tuple[AsideKind, str]], deep: int,
    ) -> None:  # fmt: skip
        items = _in_order(items[:MOST_ITEMS])
        named = any(map(_is_named, items))
        for one in items:
            item = self.seen(one)
            if deep > DEEPEST:
                return
            if isinstance(item, list):
                self._walk(item, under, found, tips, deep + 1)
            elif isinstance(item, Mapping) and is_a(item, "HowToTip"):
                tips.append(("note", text_of(item)))
            elif isinstance(item, Mapping):
                self._step(item, under, found, tips, deep, named=named)
            else:
                found.append((under, _rejoined(text_of(item))))

    def _step(
        self, item: Node, under: str, found: list[tuple[str, str]],
        tips: list[tuple[AsideKind, str]], deep: int, *, named: bool,
    ) -> None:  # fmt: skip
        name, text = text_of(item.get("name")), text_of(item.get("text"))
        inner = item.get("itemListElement") or item.get("steps") or item.get("item")
        if inner:
            section = is_a(item, "HowToSection") or is_a(item, "ItemList")
            heading = name if section and name else under
            self._walk(inner if isinstance(inner, list) else [inner], heading, found, tips,
                       deep + 1)  # fmt: skip
            return
        text = text or text_of(item.get("description"))
        if not text and not is_a(item, "HowToSection"):
            text = name
        text = _rejoined(text)
        alike = _letters(text).startswith(_letters(name.rstrip(".… ")))
        # The name of a step says what its section is only where it stands in none. "Simmer" does
        # beside other names, though its step begins so; the first words of a step do not.
        short = named and len(name.split()) <= SHORT_NAME and text != name
        heading = under if under or (alike and not short) else name
        if text:
            found.append((heading, text))


def _rejoined(text: str) -> str:
    """Return steps with the sentences broken within them in one; orders in small letters stay."""
    first = next(filter(str.isalpha, text), "")
    return _GOES_ON_BELOW.sub(r"\1 ", text) if first.isupper() else text


def _in_order(items: list[Any]) -> list[Any]:
    """Return steps by their position, where each of them tells one of its own."""
    places = [item.get("position") if isinstance(item, Mapping) else None for item in items]
    numbers = [int(place) for place in map(str, places) if _PLACE.fullmatch(place)]
    if len({*numbers}) < len(items):
        return items
    return [item for _, item in sorted(zip(numbers, items, strict=True), key=itemgetter(0))]


def _is_named(item: Any) -> bool:
    """Tell a step with a name that is more than how its text begins."""
    if not isinstance(item, Mapping):
        return False
    name = _letters(text_of(item.get("name")).rstrip(".… "))
    text = _letters(text_of(item.get("text")) or text_of(item.get("description")))
    return len(name) >= SHORT_NAME and bool(text) and not text.startswith(name)


def _is_head(item: Any) -> bool:
    """Tell a line that is a heading or bold as a whole, or a paragraph of its own."""
    return isinstance(item, str) and _HEAD.fullmatch(html.unescape(item[:200])) is not None


def _letters(text: str) -> str:
    return "".join(c for c in text.lower() if c.isalnum())


def _ingredient(item: Any) -> str:
    """Return a line: a text, or a quantity with its unit and a name."""
    if not isinstance(item, Mapping):
        # "2 garlic cloves , crushed", put together by a machine.
        return text_of(item).replace(" , ", ", ")
    if text := text_of(item.get("text")):
        return text
    amount = " ".join(
        text_of(item.get(name)) for name in ("amount", "value", "unitText", "unit")
        if not isinstance(item.get(name), Mapping)
    ).strip()  # fmt: skip
    quantity = item.get("requiredQuantity") or item.get("amount")
    if isinstance(quantity, Mapping):
        amount = f"{text_of(quantity.get('value'))} {text_of(quantity.get('unitText'))}".strip()
    elif not amount:
        amount = text_of(quantity)
    return f"{amount} {text_of(item.get('name'))}".strip()


def told_of(node: Node, known: Mapping[str, Node]) -> ToldRecipe:
    """Return the recipe that one thing of the vocabulary tells.

    Args:
        node: a Recipe.
        known: things by their `@id`, for what it refers to.
    """
    reader = _Reader(node, known)
    steps, asides = reader.steps()
    description = text_of(node.get("description"))
    if description:
        asides.insert(0, ("story", description))
    minutes = {kind: value for name, kind in TIMES.items()
               if (value := minutes_in(node.get(name))) is not None}  # fmt: skip
    if "cook" not in minutes and (value := minutes_in(node.get("performTime"))) is not None:
        minutes["cook"] = value
    label = reader.seen(node.get("nutrition"))
    words = [text_of(one) for one in (label if isinstance(label, list) else [label])
             if isinstance(one, str)]  # fmt: skip
    label = label[0] if isinstance(label, list) and label else label
    figures = [(key, text_of(label.get(name))) for name, key in NUTRITION.items()] if isinstance(
        label, Mapping) else []  # fmt: skip
    per_100 = isinstance(label, Mapping) and re.fullmatch(
        r"\W*(?:per\s*)?100\s*(?:g|ml|grams?)\W*", text_of(label.get("servingSize")), re.IGNORECASE
    )
    return ToldRecipe(
        title=text_of(node.get("name") or node.get("headline")).replace("\n", " "),
        serves=_yield(reader.several("recipeYield", "yield")),
        minutes=minutes,
        parts=reader.parts(),
        steps=steps,
        asides=tuple(asides),
        claims=() if per_100 else claimed(figures) or claims_in(words[:MOST_SOURCES]),
        source=_source(node, reader),
    )


def _yield(values: list[Any]) -> str:
    """Return the one of several yields that counts people: ["4", "4 servings"], "8 squares"."""
    texts = [text_of(value).replace("\n", " ") for value in values]
    texts = [text for text in texts if text]
    counts = [text for text in texts if served(text) is not None]
    # "8", "8 crêpes (4 servings)": the one that says it speaks of who eats.
    eaters = (text for text in counts if servings_in(text) is not None)
    counted = next(eaters, next(iter(counts), ""))
    if counted.isdigit():
        # "2", "2 to 4": the one that says more.
        counted = next((text for text in counts if _FROM_TO.match(text)
                        and text.startswith(counted)), counted)  # fmt: skip
    beside = [text for text in texts if served(text) is None and carries_makes(bare_makes(text))]
    # "4", "4 bowls" tells the same twice.
    made = next((text for text in beside if not text.startswith(f"{counted} ")), "")
    if counted and made:
        return with_makes(counted, made)
    return counted or (texts[0] if texts else "")


def _source(node: Node, reader: _Reader) -> str:
    """Return by whom and from where a recipe is, in words; no address is ever opened."""
    said = []
    for name in ("author", "publisher", "isBasedOn", "url"):
        value = reader.seen(node.get(name))
        for one in value[:MOST_SOURCES] if isinstance(value, list) else [value]:
            text = text_of(reader.seen(one)).replace("\n", " ")
            if not text and isinstance(one, Mapping):
                text = str(one.get("url") or "")
            if text and text not in said:
                said.append(text)
    return ", ".join(said)[:200]
