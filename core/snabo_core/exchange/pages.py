"""Recipes in a saved web page, or in the source of one that was pasted. Nothing is fetched.

What the page carries for machines comes first (schema.org as JSON-LD, then microdata); a page
without is read by its visible words. Scripts, styles, forms and whatever is hidden are dropped.
"""

from __future__ import annotations

import email
import email.policy
import html
import json
import re
from dataclasses import dataclass, replace
from itertools import islice
from typing import Any

import lxml.html
from w3lib.encoding import html_to_unicode

from snabo_core.errors import BadInput
from snabo_core.exchange.page_sections import with_shown_sections
from snabo_core.exchange.schema_org import Found, recipes_in
from snabo_core.exchange.visible import visible_words
from snabo_core.unseen import all_without_unseen

# Pages have a few thousand tags; a tree of more than these is not built.
MOST_TAGS = 100_000
# Of JSON: what opens in a block; a recipe has a few hundred.
MOST_OPENED, MOST_BLOCKS = 100_000, 60
# Values in one block; a hundred times as many would fill the memory.
MOST_VALUES = 200_000
# A broken block of so many characters is still mended; one of a recipe has a tenth.
MOST_MENDED = 1_000_000
# Of microdata: things in things (a recipe in a page has seven levels), and what is said of them.
MOST_NESTED, MOST_PROPERTIES = 8, 5000
_MARKUP = re.compile(
    r"<!doctype\s+html|<html[\s>]|<head[\s>]|<body[\s>]"
    r"|<script[^<>]{1,200}ld\+json|itemtype\s*=|</(?:div|p|li|ul|ol|h[1-6]|span)\s*>",
    re.IGNORECASE,
)
# What pages put around a block so that old browsers pass over it.
_BEFORE = ("<!--", "//", "/*", "*/", "<![CDATA[")
_BEHIND = ("-->", "//", "/*", "*/", "]]>", ";")


_SAVED = re.compile(
    rb"\A(?:[\w-]+:[^\n]*\n(?:[ \t][^\n]*\n)*)*?content-type:\s*multipart/related", re.IGNORECASE
)
# Half of a letter, as JSON can write it.
_HALF = re.compile(r"\\u[dD][89a-fA-F]")
# What a word of another vocabulary begins with: "schema:Recipe", "https://schema.org/name".
_LOCAL = re.compile(r"[\s/#:]+")
# Characters that no tree holds.
_CONTROL = re.compile(
    "[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x84\x86-\x9f\ud800-\udfff\ufdd0-\ufdef\ufffe\uffff]"
)
# What classes of the older and the newer kind say of a recipe.
_CLASS_ROOTS = frozenset({"h-recipe", "hrecipe"})
_CLASSES = {
    "p-name": "name", "fn": "name",
    "p-ingredient": "recipeIngredient", "ingredient": "recipeIngredient",
    "e-instructions": "recipeInstructions", "instructions": "recipeInstructions",
    "p-yield": "recipeYield", "yield": "recipeYield",
    "dt-duration": "totalTime", "duration": "totalTime",
    "preptime": "prepTime", "cooktime": "cookTime",
    "p-author": "author", "author": "author",
    "p-nutrition": "nutrition", "nutrition": "nutrition",
    "p-summary": "description", "summary": "description",
}  # fmt: skip


@dataclass(frozen=True)
class Page:
    """What a page holds: recipes as things of the vocabulary, the longest first, and its words."""

    recipes: tuple[Found, ...]
    text: str


def is_page(text: str) -> bool:
    """Tell the source of a web page from a recipe that is written down."""
    return _MARKUP.search(text[:400_000]) is not None


def html_in(content: bytes) -> bytes | None:
    """Return the page in a file that browsers save as one (MHTML, RFC 2557), None in others."""
    if not _SAVED.match(content[:4000]):
        return None
    message = email.message_from_bytes(content, policy=email.policy.default)
    for part in islice(message.walk(), MOST_BLOCKS):
        if part.get_content_type() == "text/html":
            page = part.get_payload(decode=True)
            return page if isinstance(page, bytes) else None
    return None


def decoded(content: bytes) -> str:
    """Return the text of a page by its byte order mark, what it declares, or as it can be read.

    What is no UTF-8 is as Windows writes (the encoding standard's fallback): its ½ is kept.
    """
    _, text = html_to_unicode(None, content, auto_detect_fun=_encoding_of)
    return text


def _encoding_of(content: bytes) -> str:
    try:
        content.decode("utf-8")
    except UnicodeDecodeError:
        return "cp1252"
    return "utf-8"


def read_page(source: str) -> Page:
    """Return the recipes of a page and its visible words.

    Raises:
        BadInput: it is no page a tree can be built of.
    """
    if source.count("<") > MOST_TAGS:
        raise BadInput(
            "This page holds more markup than a recipe page does. Copy the recipe's text from it "
            "and paste that.",
            "file",
        )
    plain = _CONTROL.sub("", source)
    try:
        tree = lxml.html.document_fromstring(plain.encode("utf-8", "replace"), parser=_parser())
    except (lxml.etree.ParserError, lxml.etree.XMLSyntaxError, ValueError, AssertionError):
        return Page((), "")
    recipes = recipes_in(_linked(tree))
    if not any(found.told.parts for found in recipes):
        recipes = recipes_in(_microdata(tree)) or recipes
    text = visible_words(tree)
    if len(recipes) == 1:
        recipes = [replace(recipes[0], told=with_shown_sections(recipes[0].told, tree))]
    return Page(tuple(recipes), text)


def _parser() -> lxml.html.HTMLParser:
    return lxml.html.HTMLParser(encoding="utf-8", no_network=True, remove_comments=True)


def _linked(tree: Any) -> list[Any]:
    """Return every block of JSON-LD that can be read; one that is broken spoils no other."""
    found: list[Any] = []
    linked = "//script[contains(translate(@type,'LDJSON','ldjson'),'ld+json')]"
    for block in tree.xpath(linked)[:MOST_BLOCKS]:
        found += objects_in(block.text or "")
    return found


def objects_in(text: str) -> list[Any]:
    """Return the JSON values of a block, wrapped, escaped or with a comma too many."""
    plain = _unwrapped(text)
    if plain.count("{") + plain.count("[") > MOST_OPENED or plain.count(",") > MOST_VALUES:
        return []
    for attempt in (plain, html.unescape(plain)):
        try:
            return [_whole(json.loads(attempt, strict=False), attempt)]
        except RecursionError:
            return []
        except ValueError:
            continue
    return _forgiving(plain) if len(plain) <= MOST_MENDED else []


def _unwrapped(text: str) -> str:
    plain, before = text.strip(), None
    while plain != before:
        before = plain
        for mark in _BEFORE:
            plain = plain.removeprefix(mark).lstrip()
        for mark in _BEHIND:
            plain = plain.removesuffix(mark).rstrip()
    return plain


def _forgiving(text: str) -> list[Any]:
    from jstyleson import dispose  # noqa: PLC0415  seldom needed

    decoder = json.JSONDecoder(strict=False)
    try:
        plain = dispose(text)
    except (ValueError, IndexError):
        return []
    found: list[Any] = []
    at = 0
    while at < len(plain) and len(found) < MOST_BLOCKS:
        start = re.compile(r"[\[{]").search(plain, at)
        if start is None:
            break
        try:
            value, at = decoder.raw_decode(plain, start.start())
            found.append(_whole(value, plain))
        except (ValueError, RecursionError):
            break
    return found


def _whole(value: Any, written: str) -> Any:
    """Return what was written without halves of letters, which JSON can tell and no text hold."""
    return all_without_unseen(value) if _HALF.search(written) else value


def _microdata(tree: Any) -> list[Any]:
    from extruct.w3cmicrodata import MicrodataExtractor  # noqa: PLC0415  slow to load

    if not tree.xpath("//*[@itemtype][1]"):
        _as_microdata(tree)
    if not tree.xpath("//*[@itemtype][1]"):
        _marked_by_classes(tree)
    if not tree.xpath("//*[@itemtype][1]") or _tangled(tree):
        return []
    for time in tree.xpath("//time[@content and not(@datetime)]"):
        # Some say where a meta would what the standard wants said in another place.
        time.set("datetime", time.get("content"))
    for author in tree.xpath("//a[contains(@itemprop,'author')]"):
        # By the letter of the standard it is where the link goes; who it is, is what it says.
        author.tag = "span"
    try:
        items = MicrodataExtractor(nested=True, strict=False).extract_items(tree, None)
    except (ValueError, RecursionError, KeyError, TypeError, AttributeError):
        return []
    return [_linked_like(item, 0) for item in items]


def _as_microdata(tree: Any) -> None:
    """Write what a page tells in RDFa Lite (W3C, 2015) as microdata, which says it likewise."""
    for thing in tree.xpath("//*[@typeof]"):
        thing.set("itemscope", "")
        thing.set("itemtype", f"https://schema.org/{_LOCAL.split(thing.get('typeof').strip())[-1]}")
    for said in tree.xpath("//*[@property]"):
        said.set("itemprop", _LOCAL.split(said.get("property").strip())[-1])


def _marked_by_classes(tree: Any) -> None:
    """Write what a page tells by its classes (h-recipe and hRecipe, microformats.org) likewise."""
    for root in tree.xpath("//*[contains(@class,'recipe')]")[:MOST_BLOCKS]:
        if not _CLASS_ROOTS.intersection(root.get("class").split()):
            continue
        root.set("itemscope", "")
        root.set("itemtype", "https://schema.org/Recipe")
        for said in root.xpath(".//*[@class]"):
            names = [_CLASSES[name] for name in said.get("class").split() if name in _CLASSES]
            # The name of whoever wrote it is not the dish's.
            if names and not said.xpath("boolean(ancestor::*[@itemprop='author'])"):
                said.set("itemprop", names[0])


def _tangled(tree: Any) -> bool:
    """Tell markup that no page has: it would be gone through again and again, ever deeper."""
    if tree.xpath("count(//*[@itemprop])") > MOST_PROPERTIES:
        return True
    above = "ancestor::*[@itemprop or @itemscope]"
    return bool(
        tree.xpath(f"boolean(//*[@itemprop or @itemscope][count({above}) > {MOST_NESTED}])")
    )


def _linked_like(item: Any, deep: int) -> Any:
    """Return an item of microdata as JSON-LD would carry it."""
    if isinstance(item, list):
        return [_linked_like(one, deep + 1) for one in item]
    if not isinstance(item, dict) or deep > MOST_BLOCKS:
        return item
    inner = item.get("properties")
    made = {key: _linked_like(value, deep + 1) for key, value in (inner or {}).items()}
    made["@type"] = item.get("type") or ""
    if not inner and "value" in item:
        made["text"] = item["value"]
    return made
