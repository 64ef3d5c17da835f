"""The words that a reader of a saved page sees, a line for each block.

Scripts, forms, menus and what is hidden are dropped; tables, facts side by side and bold names are
put so that a text of lines tells what the page shows.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from itertools import islice
from typing import Any

import lxml.html

from snabo_core.errors import BadInput
from snabo_core.exchange.page_sections import stands_alone
from snabo_core.quantities.kinds import begins_with_amount
from snabo_core.recipe.around import opens_list
from snabo_core.recipe.batches import batch_columns, batches_left
from snabo_core.recipe.claims import columns_of
from snabo_core.recipe.facts import is_fact_label
from snabo_core.recipe.method_lines import commands
from snabo_core.recipe.sections import (
    COMMENTS,
    INGREDIENTS,
    METHOD,
    NOTES,
    NUTRITION,
    STEP_LABEL,
)
from snabo_core.recipe.servings import only_servings, servings_in
from snabo_core.recipe.tables import columns_named, row_told
from snabo_core.recipe.times import only_times, times_in

_DROPPED = ("script", "style", "noscript", "iframe", "object", "embed", "form", "button", "select",
            "svg", "template", "nav", "footer", "header[@role]", "aside")  # fmt: skip
_HIDDEN = (
    "//*[@hidden]",
    "//*[@aria-hidden='true']",
    "//*[contains(translate(@style,' ',''),'display:none')]",
    "//*[contains(translate(@style,' ',''),'visibility:hidden')]",
)
# What may be a menu above the name of a recipe; a page has no more of them.
_MENUS, MOST_MENUS, LEAST_LINKS = {"ul", "ol", "div", "p", "header"}, 60, 2
_HEADINGS = {"h1", "h2", "h3"}
_RANKS = {"h1", "h2", "h3", "h4", "h5", "h6"}
# What is known to end a method, or to begin a list.
_ENDS = (INGREDIENTS, NOTES, NUTRITION, COMMENTS)
# Letters that a page shows; that of a recipe, with all its readers say, shows a tenth.
MOST_SHOWN = 2_000_000
LONGEST_LABEL, LONGEST_FACT, MOST_CELLS, MIN_COLUMNS = 60, 120, 4, 2
LONGEST_ITEM = 400
# Items of a list that are looked at to tell what it lists.
MOST_LOOKED_AT = 40
_FACT = re.compile(
    r"\b(?:prep|cook|bak|total|rest|chill|ready|tak|time|serv|feed|mak|yield|portion|people)",
    re.IGNORECASE,
)
# What a window is called that names no dish.
_NO_NAME = re.compile(
    r"\W*(?:print(?:able|er)?(?:[ -](?:version|view|friendly|recipe|page))*|untitled(?: document)?|"
    r"(?:my |new )?(?:recipe|document|page|tab|index|home)s?(?:[ -]?(?:card|\d+))?)\W*"
)

# "50 g", "2 large", "1 1/2 cups": an amount and nothing else.
_AMOUNT = re.compile(
    r"[\d½¼¾⅓⅔][\d½¼¾⅓⅔/.,\s–-]*(?:(?:g|kg|ml|cl|dl|l|oz|lbs?|tbsp|tsp|cups?|tins?|cans?|cloves?|small|medium|large|"
    r"heads?|bunch(?:es)?|slices?|sticks?|pints?|packs?|tablespoons?|teaspoons?)\b\.?)?\s*",
    re.IGNORECASE,
)


def _names_itself(tree: Any) -> bool:
    """Tell a page that names its recipe itself: the window's title says it among other things."""
    if any(heading.text_content().strip() for heading in tree.xpath("//h1")):
        return True
    if len(_above_the_list(tree)) == 1 or _one_heading_above_all(tree):
        return True
    first = " ".join(tree.xpath("string((//h2 | //h3 | //b | //strong)[1])").split())
    words = re.findall(r"[^\W\d_]+", first.casefold())
    said = tree.xpath("string(//title)").casefold()
    if _NO_NAME.fullmatch(said):
        return True
    return len(words) > 1 and all(word in said for word in words)


def _above_the_list(tree: Any) -> list[str]:
    """Return the headings above the one of the ingredients; none of a page without that."""
    headings = [" ".join(one.text_content()[:200].split()) for one in tree.iter(*_HEADINGS)]
    at = next((n for n, said in enumerate(headings) if INGREDIENTS.match(said)), 0)
    return [said for said in headings[:at] if said]


def _one_heading_above_all(tree: Any) -> bool:
    """Tell a page whose only heading stands above everything that is weighed, and names no list."""
    headings = [one for one in tree.iter(*_HEADINGS) if one.text_content().strip()]
    if len(headings) != 1:
        return False
    said = " ".join(headings[0].text_content()[:200].split())
    if INGREDIENTS.match(said) or METHOD.match(said):
        return False
    before = headings[0].xpath("preceding::li | preceding::p | preceding::td")
    return not any(begins_with_amount(" ".join(one.text_content()[:200].split())) for one in before)


def _before_heading(tree: Any) -> list[Any]:
    """Return what may be a menu above the first heading; none of a page without one.

    A single link above it is the site's name, where the page has one heading of the first rank.
    """
    found: list[Any] = []
    said = " ".join(tree.xpath("string(//title)").split()).casefold()
    for element in tree.iter(*_MENUS, *_HEADINGS):
        if element.tag in _HEADINGS:
            # The window says the dish's name first.
            named = said.startswith(" ".join(element.text_content().split()).casefold() or " ")
            least = 1 if element.tag == "h1" or named else LEAST_LINKS
            return [menu for menu in found if _only_links(menu, least)]
        if len(found) < MOST_MENUS:
            found.append(element)
    return []


def _beside_heading(tree: Any) -> list[Any]:
    """Return what stands before the page's one heading of the first rank and is no recipe.

    A column at its side ("About me") comes first in the source, and last to the eye.
    """
    headings = [one for one in tree.xpath("//h1") if one.text_content().strip()]
    if len(headings) != 1:
        return []
    above = [headings[0], *headings[0].iterancestors()]
    before = [one for node in above for one in node.itersiblings(preceding=True)]
    columns = [one for one in before if isinstance(one.tag, str) and one.tag != "head"]
    items = [item.text_content() for one in columns for item in one.xpath(".//li | .//p | .//td")]
    told = sum(begins_with_amount(" ".join(item[:200].split())) for item in items)
    if told >= LEAST_LINKS:
        return []
    return [one for one in columns if servings_in(" ".join(one.text_content().split())) is None]


def _only_links(element: Any, least: int) -> bool:
    """Tell a menu: so many links or more, and no word outside of them."""
    links = element.xpath(".//a")
    linked = sum(len("".join(link.text_content().split())) for link in links)
    letters = sum(c.isalnum() for c in element.text_content())
    return len(links) >= least and linked >= letters


def _tell_by_name(head: Any) -> None:
    """Put the names of a table's one row of figures before each: "Serves: 4", "Fat: 22 g"."""
    below = head.getnext()
    holder = head.getparent()
    if below is None and holder is not None and holder.getnext() is not None:
        below = next(iter(holder.getnext()), None)
    if below is None or below.getnext() is not None or not MIN_COLUMNS <= len(head) == len(below):
        return
    names = [" ".join(cell.text_content()[:LONGEST_LABEL].split()) for cell in head]
    facts = all(map(is_fact_label, names))
    if not facts and len(columns_of(" | ".join(names))) != len(names):
        return
    for name, cell in zip(names, below, strict=True):
        cell.tag, cell.text = "div", f"{name}: {cell.text or ''}"
    head.drop_tree()


def _tell_columns(head: Any) -> bool:
    """Put the rows of a table of ingredients as lines, by what its head says of its columns."""
    if len(head) < MIN_COLUMNS:
        return False
    names = [cell.text_content()[:LONGEST_LABEL] for cell in head]
    columns = columns_named(names) or batch_columns(names, _said_above(head))
    if not columns:
        return False
    body = head.getparent().getnext()
    for row in (*head.itersiblings("tr"), *(body if body is not None else ())):
        if len(row) != len(columns):
            continue
        cells = [" ".join(cell.text_content().split()) for cell in row]
        for cell in row[1:]:
            cell.drop_tree()
        for inner in list(row[0]):
            inner.drop_tree()
        row[0].text = row_told(columns, cells)
    if "" in columns:
        # "Serves 4", of the amounts that were taken.
        chosen = " ".join(names[columns.index("amount")].split())
        for cell in head[1:]:
            cell.drop_tree()
        head[0].text = chosen if chosen[:1].isalpha() else f"Serves {chosen}"
        said = lxml.html.Element("p")
        said.text = batches_left(names, columns)
        head[0].append(said)
    else:
        head.drop_tree()
    return True


def _said_above(element: Any) -> Iterator[str]:
    """Give the words that stand before an element, from the beginning of the page."""
    yield from element.xpath("preceding::text()")


def _fills_cell(bold: Any) -> bool:
    """Tell a block or a row of a table that is one bold name."""
    block = bold.getparent()
    if block is not None and block.tag in {"td", "th"}:
        block = block.getparent()
    if block is None or block.tag not in {"div", "tr"} or len(block) > MOST_CELLS:
        return False
    words = bold.text_content()
    return len(words) <= LONGEST_LABEL and block.text_content().split() == words.split()


def _is_fact(words: str) -> bool:
    """Tell a piece that says whom it serves or how long it takes, with its label."""
    labelled = _FACT.search(words) is not None and any(c.isdigit() for c in words)
    return labelled and (only_times(words) or only_servings(words))


def _keep_lines(tree: Any) -> None:
    """Break a text that is shown as it was typed where its lines end."""
    for typed in tree.xpath("//pre[not(ancestor::pre)]"):
        for node in [*typed.iter()]:
            inside = (node.text or "").split("\n") if isinstance(node.tag, str) else [""]
            behind = (node.tail or "").split("\n") if node is not typed else [""]
            node.text = inside[0] if len(inside) > 1 else node.text
            node.tail = behind[0] if len(behind) > 1 else node.tail
            for place, line in enumerate(inside[1:]):
                node.insert(place, _break(line))
            for line in reversed(behind[1:]):
                node.addnext(_break(line))


def _break(behind: str) -> Any:
    found = lxml.html.Element("br")
    found.tail = behind
    return found


def _tell_tables(tree: Any) -> None:
    """Put the names of what a table tells above or before it, and its columns below each other."""
    for cell in tree.xpath("//td[count(.//br | .//li | .//p) > 1][../td[2]]"):
        # A list in one cell, the method in the next.
        cell.tag = "div"
    for cell in tree.xpath("//td | //th"):
        # "Ingredients" beside the list of them stands above it.
        words = " ".join(cell.text_content()[:LONGEST_LABEL].split())
        beside = cell.getnext()
        listed = beside is not None and beside.xpath("boolean(.//br | .//li | .//p)")
        if listed and (INGREDIENTS.match(words) or METHOD.match(words)):
            cell.tag = "h3"
    for head in tree.xpath("//tr[following-sibling::tr or ../following-sibling::tbody/tr]"):
        # A row within another's cell is gone with it.
        if head.getparent() is not None and not _tell_columns(head):
            _tell_by_name(head)


def _tell_inline(tree: Any) -> None:
    """Give a line to each fact in a row of them, and to bold words that stand as headings."""
    for span in tree.xpath("//span[not(*)]"):
        if _is_fact(" ".join(span.text_content()[:LONGEST_LABEL].split())):
            span.tag = "div"
            # What stands beside it in a row of labels is one of its own: "4.8", "1 hr 20 min".
            row = span.getparent()
            alike = {one.tag for one in row} <= {"span", "div"}
            between = [row.text, *(one.tail for one in row)]
            if alike and not "".join(filter(None, between)).strip():
                for beside in row:
                    beside.tag = "div"
    for bold in tree.xpath("//strong | //b"):
        if stands_alone(bold) or _fills_cell(bold):
            bold.tag = "h4"


def _tell_pairs(tree: Any) -> None:
    """Put the name of a fact before what it says, on one line: "Serves: 2 (45 minutes)"."""
    for name in tree.xpath("//dt[not(*) and following-sibling::*[1][self::dd]]"):
        said = name.getnext()
        if len(said) > MOST_CELLS:
            continue
        words = " ".join(f"{name.text_content()[:LONGEST_LABEL]}: {said.text_content()}".split())
        if len(words) <= LONGEST_FACT and (times_in(words) or servings_in(words)):
            name.tag, said.tag, name.text = "p", "span", f"{name.text_content().strip(' :')}: "
            name.append(said)


def _tell_weighed(tree: Any) -> None:
    """Put an amount before the food it is of where a list of terms tells both: "Flour", "50 g"."""
    for name in tree.xpath("//dt[following-sibling::*[1][self::dd]]"):
        said = name.getnext()
        food, amount = (" ".join(one.text_content().split()) for one in (name, said))
        if _AMOUNT.fullmatch(food) is not None:
            food, amount = amount, food
        # "Herring fillets", and behind it "4 (about 300 g)".
        amount, _, told = amount.partition(" (")
        food = f"{food} ({told}" if told else food
        named = not any(map(str.isdigit, food.partition(" (")[0])) and not is_fact_label(food)
        if _AMOUNT.fullmatch(amount) is None or not named:
            continue
        for one in (name, said):
            for inner in list(one):
                inner.drop_tree()
        name.tag, name.text = "p", f"{amount} {food}"
        said.drop_tree()


def _tell_named_steps(tree: Any) -> None:
    """Put the name of a numbered step before what it says: "Crisp the rice: toss with oil"."""
    for name in tree.xpath("//ol/li/*[self::h3 or self::h4 or self::h5 or self::h6][1]"):
        said = name.getnext()
        if said is None or said.tag not in {"p", "div"} or not name.text_content().strip():
            continue
        name.tag, said.tag = "span", "span"
        name.append(_colon())


def _tell_parts(tree: Any) -> None:
    """Mark the heading of a list of what is weighed, though it may name a food: "Brown butter"."""
    for head in tree.iter("h3", "h4", "h5", "h6"):
        listed = head.getnext()
        words = head.text_content().strip()
        if listed is None or listed.tag not in {"ul", "ol"} or not words or words[-1] in ".:!?)":
            continue
        looked_at = islice(listed.iterchildren("li"), MOST_LOOKED_AT)
        items = [" ".join(one.text_content()[:200].split()) for one in looked_at]
        weighed = sum(map(begins_with_amount, items))
        if weighed * 2 >= len(items) > 0 and not opens_list(words):
            head.append(_colon())


def _tell_method(tree: Any) -> None:
    """Mark the headings within a method that head orders, and what ends it: "Storage"."""
    below = False
    for head in tree.xpath("//h1 | //h2 | //h3 | //h4 | //h5 | //h6 | //ol[li]"):
        if head.tag == "ol":
            # Numbered orders are a method, under whatever heading.
            below = below or commands(" ".join(head.xpath("string(li[1])")[:200].split()))
            continue
        words = " ".join(head.text_content()[: LONGEST_LABEL + 1].split())
        if METHOD.match(words):
            below = True
            continue
        if not below or not words or len(words) > LONGEST_LABEL or STEP_LABEL.match(words):
            continue
        first = _first_below(head)
        weighed = begins_with_amount(first) and first[-1:] not in ".!"
        if any(known.match(words) for known in _ENDS) or weighed:
            below = False
        elif commands(first):
            if words[-1] not in ".:!?)":
                head.append(_colon())
        elif first:
            notes = lxml.html.Element("h3")
            notes.text = "Notes"
            head.addprevious(notes)
            below = False


def _first_below(head: Any) -> str:
    """Return the first words behind a heading, empty where another heading or nothing follows."""
    behind = head.getnext()
    if behind is None or behind.tag in _RANKS:
        return ""
    block = next(behind.iterdescendants("li", "p", *_RANKS), behind)
    return "" if block.tag in _RANKS else " ".join(block.text_content()[:200].split())


def _tell_nested(tree: Any) -> None:
    """Put what stands in a list below one item behind it: how it is prepared, not another food."""
    for inner in tree.xpath("//ul/li/ul[not(.//ul | .//ol)] | //ul/li/ol[not(.//ul | .//ol)]"):
        item = inner.getparent()
        own = " ".join((item.text or "")[:LONGEST_ITEM].split())
        below = [" ".join(one.text_content()[:LONGEST_ITEM].split()) for one in inner.iter("li")]
        if not begins_with_amount(own) or any(map(begins_with_amount, below)):
            continue
        told = lxml.html.Element("span")
        told.text = "".join(f", {words}" for words in below if words)
        item.replace(inner, told)
        item.text = own


def _colon() -> Any:
    found = lxml.html.Element("span")
    found.text, found.tail = ":", " "
    return found


def _drop_what_is_around(tree: Any) -> None:
    """Drop the window's title where the page names its recipe, menus above and columns beside."""
    menus = _before_heading(tree)
    if _names_itself(tree):
        for title in tree.xpath("//title"):
            title.drop_tree()
    for block in (*menus, *_beside_heading(tree)):
        # What stood in another is gone with it.
        if block.getparent() is not None:
            block.drop_tree()


def visible_words(tree: Any) -> str:
    """Return the words a reader of the page sees, a line for each block.

    Raises:
        BadInput: there are more of them than any recipe's page has.
    """
    from html_text import extract_text  # noqa: PLC0415  slow to load

    for path in (*(f"//{name}" for name in _DROPPED), *_HIDDEN):
        for element in tree.xpath(path):
            if element.getparent() is not None:
                element.drop_tree()
    if len(tree.text_content()) > MOST_SHOWN:
        raise BadInput(
            "This page shows more words than a recipe page does. Copy the recipe's text from it "
            "and paste that.",
            "file",
        )
    _drop_what_is_around(tree)
    _keep_lines(tree)
    _tell_named_steps(tree)
    _tell_nested(tree)
    _tell_parts(tree)
    _tell_method(tree)
    _tell_tables(tree)
    _tell_inline(tree)
    _tell_weighed(tree)
    _tell_pairs(tree)
    main = tree.xpath("(//main | //article)[1]")
    return str(extract_text(main[0] if main else tree, guess_layout=True))
