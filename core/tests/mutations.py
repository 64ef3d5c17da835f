"""Recipes and documents bent out of shape, by a seed: what no cook would paste, and some do."""

from __future__ import annotations

import copy
import json
import random
import zipfile
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

from snabo_core.exchange.archive import digest_of
from tests.score_lines import expected_lines
from tests.score_recipes import recipes

# Characters that have broken readers before.
ODD = ["\x00", "\x1b", "\u202e", "\u200b", "\ufeff", "½", "⅔", "²", "٣", "%", "(", ")", "[", "{",
       "/", "-", "–", "|", "\t", "\r", "\u2028", "🥔", "é", "ß", "İ", "＄", "\u0301", "'", '"',
       "\\"]  # fmt: skip
FRAGMENTS = ["cup", "cups", "g", "kg", "ml", "1/2", "1 1 / 2", "to", "or", "and", "plus", "of", "x",
         "1e9", "-3", "0", "9" * 40, "1/0", "0/0", "inf", "nan", "half", "a dozen", "tin", "each",
         "to taste", "optional", "flour", "(400 g)", "serves", "for the",
             "°C", "until"]  # fmt: skip
# Values that are no figure of a dish, or barely one.
STRANGE: list[Any] = [None, "", "x", -1, 0, 5e-324, 1e308, 10**30, True, [], {}, "²", "\x00",
                      float("1e-9"), "a" * 5000, [[]], {"a": 1}]  # fmt: skip


@cache
def _texts() -> tuple[str, ...]:
    lines = tuple(line.text for line in expected_lines())
    return (*(recipe.text for recipe in recipes()), *lines)


def _bent(text: str, chance: random.Random) -> str:
    for _ in range(chance.randint(1, 5)):
        place = chance.randint(0, len(text))
        kind = chance.randint(0, 7)
        if kind == 0:
            text = text[:place] + chance.choice(ODD) * chance.choice((1, 3, 400)) + text[place:]
        elif kind == 1:
            text = f"{text[:place]} {chance.choice(FRAGMENTS)} {text[place:]}"
        elif kind == 2:
            text = text[:place] + text[chance.randint(place, len(text)) :]
        elif kind == 3:
            piece = text[place : place + chance.randint(1, 40)]
            text = text[:place] + piece * chance.choice((2, 10, 300)) + text[place:]
        elif kind == 4:
            text = text.replace("\n", chance.choice((" ", "\n\n", "\r\n", ", ", "\u2028")))
        elif kind == 5:
            text = "".join(chance.sample(text, len(text))) if len(text) < 400 else text[::-1]
        elif kind == 6:
            text = text[:place] + str(chance.randint(0, 10**12)) + text[place:]
        else:
            text = text[:place] + chance.choice(_texts()) + text[place:]
    return text[:450_000]


def texts(count: int, seed: int) -> Iterator[str]:
    """Yield mutated recipes and lines, the same ones for the same seed."""
    chance = random.Random(seed)  # noqa: S311  no secret
    for number in range(count):
        if number % 50 == 0:
            # Long runs of one thing: where patterns that go back and forth would never end.
            unit = chance.choice((*ODD, *FRAGMENTS, "1", " ", "a", "((", "1/", "a, ", "1-"))
            yield "Title\n" + unit * (100_000 // len(unit)) + chance.choice(("", "\nx", " g flour"))
        else:
            yield _bent(chance.choice(_texts()), chance)


def _places(value: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    yield path
    if isinstance(value, dict):
        for key in value:
            yield from _places(value[key], (*path, key))
    elif isinstance(value, list):
        for place in range(len(value)):
            yield from _places(value[place], (*path, place))


def documents(document: dict[str, Any], count: int, seed: int) -> Iterator[dict[str, Any]]:
    """Yield copies of a document with one to three of its values replaced, dropped or doubled."""
    chance = random.Random(seed)  # noqa: S311  no secret
    places = [path for path in _places(document) if path]
    for _ in range(count):
        bent = copy.deepcopy(document)
        for _ in range(chance.randint(1, 3)):
            path = chance.choice(places)
            holder: Any = bent
            try:
                for step in path[:-1]:
                    holder = holder[step]
                if chance.random() < 0.2 and isinstance(holder, dict):
                    holder.pop(path[-1])
                elif chance.random() < 0.2 and isinstance(holder, list):
                    holder.append(copy.deepcopy(holder[path[-1]]))
                else:
                    holder[path[-1]] = copy.deepcopy(chance.choice(STRANGE))
            except (KeyError, IndexError, TypeError):
                continue
        yield bent


# What has a meaning in a file's format.
MARKS = [
    b"<", b">", b"</script>", b"<script type=application/ld+json>", b"{", b"}", b"[", b"]", b'"',
    b"\\u0000", b"\\ud800", b"&#0;", b"&amp;", b"@", b"%", b"~", b"---\n", b"\n\n", b"# ",
    b"\xff\xfe", b"\x80", b'"@graph":[', b'"@id":"#recipe"', b'"recipeYield":', b"null", b"1e999",
    b"PT", b"itemprop=",
]  # fmt: skip


FOODS = b"""name,region,basis,serving_grams,kcal,carbohydrate,fibre,protein,fat,salt,holds
Lock-side wrap,eu,100g,,250,12,28,11.5,4,1.2,gluten; wheat
Towpath crumb,us,serving,30,,<1,0.5,12,6,,
"""

DATA = Path(__file__).with_name("data")
# As the release wrote it that had this format; never written anew.
ARCHIVE = DATA / "archives" / "format_1.zip"


@cache
def _files() -> tuple[tuple[str, bytes], ...]:
    saved = [(path.name, path.read_bytes()) for path in sorted((DATA / "saved").iterdir())]
    return (*saved, ("foods.csv", FOODS))


def files(count: int, seed: int) -> Iterator[tuple[str, bytes]]:
    """Yield saved files bent out of shape, by name and bytes, the same ones for the same seed."""
    chance = random.Random(seed)  # noqa: S311  no secret
    for _ in range(count):
        name, content = chance.choice(_files())
        for _ in range(chance.randint(1, 6)):
            content = _bent_bytes(content, chance)
        # A file is not always what its ending says.
        other = chance.choice(_files())[0] if chance.random() < 0.1 else name
        yield other, content[:40_000]


def _bent_bytes(content: bytes, chance: random.Random) -> bytes:
    place = chance.randint(0, len(content))
    kind = chance.randint(0, 6)
    if kind == 0:
        mark = chance.choice(MARKS)
        return content[:place] + mark * chance.choice((1, 2, 50, 3000)) + content[place:]
    if kind == 1:
        return content[:place]
    if kind == 2:
        return content[:place] + content[min(len(content), place + chance.randint(1, 60)) :]
    if kind == 3:
        piece = content[place : place + chance.randint(1, 200)]
        return content[:place] + piece * chance.choice((2, 30, 400)) + content[place:]
    if kind == 4:
        return content[:place] + bytes([chance.randint(0, 255)]) + content[place + 1 :]
    if kind == 5:
        return content[:place] + chance.choice(_files())[1] + content[place:]
    return content.replace(chance.choice(MARKS), chance.choice(MARKS))


@cache
def archive() -> tuple[bytes, dict[str, Any]]:
    """Return the document of a household as it was written, and what it tells."""
    with zipfile.ZipFile(ARCHIVE) as whole:
        text = whole.read("archive.json")
    return text, json.loads(text)


def archives(count: int, seed: int) -> Iterator[tuple[str, bytes]]:
    """Yield archives bent out of shape: their bytes, or what they tell under a digest that fits."""
    chance = random.Random(seed)  # noqa: S311  no secret
    text, whole = archive()
    inside = documents(whole["household"], count, seed)
    for household in inside:
        kind = chance.randint(0, 3)
        if kind == 0:
            yield "archive.zip", _bent_bytes(ARCHIVE.read_bytes(), chance)
        elif kind == 1:
            yield "archive.json", _bent_bytes(text, chance)
        else:
            yield "archive.json", sealed(whole | {"household": household})


def sealed(whole: dict[str, Any]) -> bytes:
    """Return an archive's document with the digest of what it tells now."""
    return json.dumps(whole | {"digest": digest_of(whole["household"])}).encode()
