"""The facts above a recipe: YAML between lines of dashes, or TOML between lines of plus signs."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

import yaml

from snabo_core.dish import Claim
from snabo_core.recipe.claims import claims_in
from snabo_core.recipe.times import minutes_of
from snabo_core.recipe.told import served, with_makes

LONGEST = 16_000
# The one in C, where it was built: the other takes seconds over a head of brackets.
LOADER = getattr(yaml, "CBaseLoader", yaml.BaseLoader)
_HEAD = re.compile(r"\A\ufeff?---[ \t]*\n(?P<head>.*?)\n---[ \t]*(?:\n|\Z)", re.DOTALL)
_TOML = re.compile(r"\A\ufeff?\+\+\+[ \t]*\n(?P<head>.*?)\n\+\+\+[ \t]*(?:\n|\Z)", re.DOTALL)
_SERVES = ("servings", "serves", "portions", "serving", "feeds", "base servings")
_MAKES = ("yield", "yields", "makes", "recipeyield", "recipe yield")
_TITLES = ("title", "name", "recipe")
_TIMES = {
    "prep": ("prep time", "preptime", "time.prep", "time prep", "prep", "preparation",
             "preparation time", "active time",
             "times.prep"),
    "cook": ("cook time", "cooktime", "time.cook", "time cook", "cook", "cooking",
             "cooking time", "bake time", "bake", "baking", "oven",
             "time.bake", "times.cook", "times.bake", "baking time"),
    "rest": ("rest time", "resttime", "time.rest", "times.rest", "rest", "resting", "resting time",
             "chill time", "chilling time", "marinating time", "soaking time", "inactive time",
             "time rest"),
    "total": ("time", "time required", "total time", "totaltime", "duration",
              "time.total", "times.total", "total", "ready in", "takes",
              "time total", "overall time"),
}  # fmt: skip
_SOURCES = (
    "source",
    "author",
    "by",
    "from",
    "creator",
    "source.name",
    "source.author",
    "source.url",
    "url",
)
# "4|8": the amounts are for the first.
_OF_SEVERAL = re.compile(r"(?<=\d)\s*\|\s*\d[\d\s|]*$")
_STORIES = ("description", "introduction", "summary", "intro", "excerpt")


@dataclass(frozen=True)
class Facts:
    """What the head of a file says of its recipe; `left` are keys with no place in a dish."""

    title: str = ""
    serves: str = ""
    minutes: Mapping[str, float] = field(default_factory=dict)
    source: str = ""
    story: str = ""
    claims: tuple[Claim, ...] = ()
    left: tuple[str, ...] = ()


def apart(text: str) -> tuple[str, str]:
    """Return the YAML above a text as it is written, and the text; no YAML where there is none."""
    plain = text.replace("\r\n", "\n").replace("\r", "\n")
    match = _HEAD.match(plain[: LONGEST + 10])
    return (match["head"], plain[match.end() :]) if match else ("", plain)


def front_matter(text: str) -> tuple[dict[str, str], str]:
    """Return the facts above a text and the text; no facts where the head is none or broken.

    Every value is kept as it is written: "1:30" is no number of seconds, "no" no denial.
    """
    plain = text.replace("\r\n", "\n").replace("\r", "\n")
    start = plain[: LONGEST + 10]
    match = _TOML.match(start)
    if match is not None:
        return _of_toml(match["head"]), plain[match.end() :]
    match = _HEAD.match(start)
    if match is None:
        return {}, plain
    try:
        # The base loader makes texts, lists and mappings, and nothing else.
        found = yaml.load(match["head"], Loader=LOADER)  # noqa: S506
    except (yaml.YAMLError, RecursionError, ValueError):
        return _by_line(match["head"]), plain[match.end() :]
    return (_flat(found, "", 0) if isinstance(found, dict) else {}), plain[match.end() :]


def _of_toml(head: str) -> dict[str, str]:
    try:
        # A number is kept as it is written, as in the other kind of head.
        return _flat(tomllib.loads(head, parse_float=str), "", 0)
    except (ValueError, RecursionError):
        # Broken, or a number that nobody writes out.
        pairs = (line.partition("=") for line in head.splitlines() if "=" in line)
        return {key.strip().lower(): value.strip().strip("\"'") for key, _, value in pairs}


def _by_line(head: str) -> dict[str, str]:
    """Return what single lines of a head say that is no YAML as a whole."""
    pairs = (line.partition(":") for line in head.splitlines() if ":" in line)
    return {key.strip().lower(): value.strip() for key, _, value in pairs}


def _flat(found: Any, under: str, deep: int) -> dict[str, str]:
    flat: dict[str, str] = {}
    for key, value in found.items():
        name = f"{under}{str(key).strip().lower()}"
        if isinstance(value, dict) and deep < 2:
            flat |= _flat(value, f"{name}.", deep + 1)
        elif isinstance(value, list):
            flat[name] = ", ".join(str(one) for one in value[:20] if isinstance(one, str))
        elif isinstance(value, (str, int)) and not isinstance(value, bool):
            flat[name] = " ".join(str(value).split())
    return flat


def facts_of(head: Mapping[str, str]) -> Facts:
    """Return the facts of a head by what their keys usually mean."""
    spelled = {_spelled(key): words for key, words in head.items()}

    def said(names: tuple[str, ...]) -> str:
        return next((spelled[name] for name in names if spelled.get(name)), "")

    serves, makes = said(_SERVES), said(_MAKES)
    if serves and makes and (served(makes) is None or (makes.isdigit() and makes != serves)):
        serves = with_makes(serves, makes)
    serves = serves or makes
    minutes = {}
    for kind, names in _TIMES.items():
        text = said(names)
        value = float(text) if re.fullmatch(r"\d{1,4}", text) else minutes_of(text)
        if value > 0:
            minutes[kind] = value
    # "cook: Ana" tells no time: it has no place in a dish, and is said to be left out.
    known = {*_TITLES, *_SERVES, *_MAKES, *_SOURCES, *_STORIES}.union(
        *(_TIMES[kind] for kind in minutes)
    )
    figures = {key: f"{key.rpartition('.')[2]}: {said}" for key, said in head.items()}
    unknown = [key for key in head if _spelled(key) not in known]
    claimed = {key for key in unknown if claims_in([figures[key]])}
    sources = [spelled[name] for name in _SOURCES if spelled.get(name)]
    return Facts(
        title=said(_TITLES),
        serves=_OF_SEVERAL.sub("", serves),
        minutes=minutes,
        source=", ".join(dict.fromkeys(sources))[:200],
        story=said(_STORIES),
        claims=claims_in(words for key, words in figures.items() if key in claimed),
        left=tuple(sorted(key for key in unknown if key not in claimed)),
    )


def _spelled(key: str) -> str:
    """Return a key in plain words: "prep-time" and "prep_time" are the prep time."""
    return key.replace("_", " ").replace("-", " ")


def write_front_matter(facts: Mapping[str, str]) -> str:
    """Return facts as the head of a file; what is empty is left out."""
    told = {key: value for key, value in facts.items() if value}
    body = yaml.safe_dump(told, allow_unicode=True, sort_keys=False, width=10_000)
    return f"---\n{body}---\n"
