"""Reads whatever file a cook drops: a saved page, JSON-LD, Cooklang, Markdown, a text.

Nothing is fetched and nothing in a file is run. A file that is something else is named as what
it is, so that the cook is told where it goes.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from pathlib import PurePosixPath
from typing import Literal

from snabo_core.dish import AsideKind, Dish, UnitSystem
from snabo_core.errors import BadInput, UnknownFood
from snabo_core.exchange.cooklang import is_cooklang, read_cooklang
from snabo_core.exchange.foods_csv import COLUMNS
from snabo_core.exchange.front_matter import apart, facts_of, front_matter
from snabo_core.exchange.json_ld import document_in, unchanged
from snabo_core.exchange.markdown import is_markdown, read_markdown
from snabo_core.exchange.pages import (
    Page,
    decoded,
    html_in,
    is_page,
    objects_in,
    read_page,
)
from snabo_core.exchange.plain_keys import recipes_of_fields, yaml_in
from snabo_core.exchange.schema_org import Found, recipes_in
from snabo_core.exchange.to_markdown import write_markdown
from snabo_core.foods import Library
from snabo_core.plate.setting import Setting
from snabo_core.recipe import ToldRecipe, new_id, read_recipe, read_told
from snabo_core.recipe.claims import label_words
from snabo_core.recipe.left import with_left
from snabo_core.recipe.method import with_method
from snabo_core.recipe.several import recipes_apart
from snabo_core.recipe.told import served
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import judged
from snabo_core.wording import worded

LONGEST_BYTES = 10_000_000
# A page may hold a recipe for each week; more are not read at once.
MOST_RECIPES = 12
MARKDOWN = {".md", ".markdown"}
FileKind = Literal[
    "page", "json_ld", "fields", "cooklang", "markdown", "text", "foods", "archive", "pack"
]
# Anywhere near the start: an archive that is damaged there is refused as one, not read as a recipe.
ARCHIVE_MARK = re.compile(r'"snabo_archive"\s*:')
PACK_MARK = re.compile(r"^\[\[stand_in\]\]", re.MULTILINE)
_LEAST_COLUMNS = 3
_MAGIC: tuple[tuple[bytes, str], ...] = (
    (b"%PDF", "a PDF"), (b"\x89PNG", "a picture"), (b"\xff\xd8\xff", "a picture"),
    (b"GIF8", "a picture"), (b"RIFF", "a picture"),
    (b"\xd0\xcf\x11\xe0", "a word processor's file"),
)  # fmt: skip


@dataclass(frozen=True)
class ReadFile:
    """What a file holds.

    `dishes` are what was read in it, the fullest recipe first; those of plain words in their order.
    `left_out` counts its recipes beyond those, for which there was no room or no time.
    `kind` "foods", "archive" and "pack" hold no recipe: they are read where those are kept.
    """

    kind: FileKind
    dishes: tuple[Dish, ...] = ()
    left_out: int = 0


@dataclass(frozen=True)
class Reader:
    """Who reads: with which foods, whose cups, and what the household always means."""

    library: Library
    book: Book
    setting: Setting
    system: UnitSystem | None = None
    usual: UnitSystem = "metric"
    learned: Mapping[str, tuple[str, str | None]] | None = None
    make_id: Callable[[], str] = new_id
    # Whether the time that a file may take is over.
    late: Callable[[], bool] = bool


def read_file(name: str, content: bytes, reader: Reader) -> ReadFile:
    """Return the dishes of a file, each as a document that can be settled and kept.

    Args:
        name: the file's name, for what its ending says.
        content: its bytes, `LONGEST_BYTES` at most.
        reader: who reads it.

    Raises:
        BadInput: it is empty, too large, or no text; says what it is.
    """
    if len(content) > LONGEST_BYTES:
        raise BadInput("Files up to 10 MB are read; this one is larger.", "file")
    if content[:2] == b"PK":
        return ReadFile("archive")
    for magic, what in _MAGIC:
        if content.startswith(magic):
            raise BadInput(
                f"This is {what}. Snabo reads texts: copy the recipe's words and paste them.",
                "file",
            )
    text = decoded(html_in(content) or content).removeprefix("\ufeff")
    if text.count("\x00") > len(text) // 100:
        raise BadInput("This is no text. Copy the recipe's words and paste them.", "file")
    return read_source(text.replace("\x00", ""), reader, name)


def _spelled(stem: str) -> str:
    """Return the name of a file in words: "leek-bake_2", but "Two-Bean Chilli" as it is."""
    return stem.strip() if " " in stem.strip() else stem.replace("_", " ").replace("-", " ").strip()


def read_source(text: str, reader: Reader, name: str = "") -> ReadFile:
    """Return the dishes of a text: a page's source, JSON-LD, Cooklang, Markdown, or plain words.

    Raises:
        BadInput: there is nothing in it, or more markup than a page has.
    """
    ending = PurePosixPath(name.lower()).suffix
    stem = _spelled(PurePosixPath(name.replace("\\", "/")).stem)
    if not any(c.isalnum() for c in text):
        raise BadInput("There is nothing to read in it.", "file")
    if (kind := _kept_elsewhere(text)) is not None:
        return ReadFile(kind)
    if (fielded := _of_fields(text, ending, reader)) is not None:
        return fielded
    if (listed := _listed_in_head(text)) is not None:
        return ReadFile("markdown", (_told(listed, reader),))
    if ending in {".html", ".htm", ".xhtml"} or is_page(text):
        return _of_page(read_page(text), reader)
    if ending == ".cook" or (ending in {"", ".txt"} and is_cooklang(text)):
        return ReadFile("cooklang", (_told(read_cooklang(text, stem), reader),))
    if ending in MARKDOWN or is_markdown(text):
        told = read_markdown(text)
        if told is not None:
            named = replace(told, title=told.title or stem)
            return ReadFile("markdown", (_told(named, reader),))
    # Markdown without headings is read as words are.
    kind = "markdown" if ending in MARKDOWN else "text"
    return replace(_of_words(_head_in_words(text), reader), kind=kind)


def _of_fields(text: str, ending: str, reader: Reader) -> ReadFile | None:
    """Return the recipes of JSON or YAML, in the vocabulary or in plain fields; None of another.

    Raises:
        BadInput: it is named as JSON, and holds none.
    """
    if text.lstrip()[:1] in "{[":
        documents = objects_in(text)
        if found := recipes_in(documents):
            return _read("json_ld", _dishes(found, reader), len(found))
        if found := recipes_of_fields(documents):
            return _read("fields", _dishes(found, reader), len(found))
        if ending in {".json", ".jsonld"}:
            raise BadInput("There is no recipe in this file that Snabo knows.", "file")
    if ending in {".yaml", ".yml"} and (found := recipes_of_fields(yaml_in(text))):
        return _read("fields", _dishes(found, reader), len(found))
    return None


def _listed_in_head(text: str) -> ToldRecipe | None:
    """Return a recipe whose ingredients stand in the head of the file, and its method below."""
    head, body = apart(text)
    found = recipes_of_fields(yaml_in(head)) if head else []
    if not found:
        return None
    told = found[0].told
    said: tuple[tuple[AsideKind, str], ...] = tuple(
        ("note", line.strip()) for line in body.splitlines() if line.strip()
    )
    if told.steps or not said:
        # What stands below is no method then, and is kept beside the recipe.
        return replace(told, asides=(*told.asides, *said))
    listed = ToldRecipe(told.title or "Recipe", parts=told.parts)
    below = read_markdown(f"{write_markdown(listed)}\n{body}")
    if below is None:
        return replace(told, asides=(*told.asides, *said))
    return replace(
        told, steps=below.steps, asides=(*told.asides, *below.asides),
        claims=told.claims or below.claims, source=told.source or below.source,
    )  # fmt: skip


def _head_in_words(text: str) -> str:
    """Return a text with the facts above it in plain words, where it has such a head."""
    head, body = front_matter(text)
    if not head:
        return text
    facts = facts_of(head)
    serves = facts.serves if served(facts.serves) is None else f"Serves {facts.serves}"
    minutes = [f"{kind.capitalize()}: {value:g} min" for kind, value in facts.minutes.items()]
    source = f"Source: {facts.source}" if facts.source else ""
    above = "\n".join(filter(None, [facts.title, serves, *minutes, source]))
    label = f"\n{label_words(facts.claims)}\n" if facts.claims else ""
    return f"{above}\n\n{body}{label}"


def _of_words(text: str, reader: Reader) -> ReadFile:
    """Return the recipes that plain words tell, in their order, as many as the time allows."""
    apart = recipes_apart(text)
    dishes = [_plain(apart[0], reader)]
    for one in apart[1:MOST_RECIPES]:
        if reader.late():
            break
        dishes.append(_plain(one, reader))
    return ReadFile("text", tuple(dishes), len(apart) - len(dishes))


def _kept_elsewhere(text: str) -> FileKind | None:
    """Return what a file is that holds no recipe, None for one that may."""
    if ARCHIVE_MARK.search(text[:400]):
        return "archive"
    if PACK_MARK.search(text):
        return "pack"
    return "foods" if _is_foods(text) else None


def _of_page(page: Page, reader: Reader) -> ReadFile:
    """Return the recipes that a page carries, or else the one its words tell.

    Raises:
        BadInput: it shows no words, or takes too long.
    """
    if any(found.told.parts for found in page.recipes):
        dishes = _dishes(page.recipes, reader)
        return _read("page", _shown(dishes, page.text, reader), len(page.recipes))
    if not any(c.isalnum() for c in page.text):
        raise BadInput("This page shows no words to read.", "file")
    return ReadFile("page", (_plain(page.text, reader),))


def _is_foods(text: str) -> bool:
    head = text.lstrip("\ufeff")[:2000].partition("\n")[0].lower()
    cells = {cell.strip().strip('"') for cell in re.split(r"[,;\t]", head)}
    return "name" in cells and len(cells & set(COLUMNS)) >= _LEAST_COLUMNS


def _plain(text: str, reader: Reader) -> Dish:
    return read_recipe(
        text, reader.library, reader.system, usual=reader.usual, make_id=reader.make_id,
        learned=reader.learned,
    )  # fmt: skip


def _told(told: ToldRecipe, reader: Reader) -> Dish:
    return read_told(
        told, reader.library, reader.system, usual=reader.usual, make_id=reader.make_id,
        learned=reader.learned,
    )  # fmt: skip


def _read(kind: FileKind, dishes: tuple[Dish, ...], held: int) -> ReadFile:
    return ReadFile(kind, dishes, held - len(dishes))


def _dishes(found: list[Found] | tuple[Found, ...], reader: Reader) -> tuple[Dish, ...]:
    """Return the first recipes of a file, as many as the time allows.

    Raises:
        BadInput: it does not allow for one.
    """
    dishes: list[Dish] = []
    for one in found[:MOST_RECIPES]:
        if reader.late():
            break
        dishes.append(_one(one, reader))
    if found and not dishes:
        raise BadInput(
            "Reading this file takes too long. Copy the recipe's words and paste them.", "file"
        )
    return tuple(dishes)


def _one(found: Found, reader: Reader) -> Dish:
    """Return the dish that our own writing carries while its words are still its words."""
    carried = document_in(found.thing)
    if carried is None:
        return _told(found.told, reader)
    known = all(_known(line.food, reader.library) for part in carried.parts
                for line in (*part.lines, *part.effective_lines()))  # fmt: skip
    if known:
        made = judged(carried, reader.setting, reader.book, reader.library)
        if unchanged(found.thing, made):
            return carried
        note = worded("note_edited_elsewhere")
    else:
        note = worded("note_foods_elsewhere")
    dish = _told(found.told, reader)
    return replace(dish, notes=(note, *dish.notes))


def _shown(dishes: tuple[Dish, ...], text: str, reader: Reader) -> tuple[Dish, ...]:
    """Give a page's only recipe, told without a method, the steps that the page shows."""
    if len(dishes) != 1 or dishes[0].steps or not text.strip():
        return dishes
    steps = _plain(text, reader).steps
    return (
        with_left(with_method(replace(dishes[0], steps=steps), reader.library), reader.library),
    )


def _known(key: str | None, library: Library) -> bool:
    if key is None:
        return True
    try:
        library.food(key)
    except UnknownFood:
        return False
    return True
