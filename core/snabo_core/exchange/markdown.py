"""Recipes as Markdown: headings for the parts of the page, lists for lines and steps.

Read by CommonMark (markdown-it); a note's front matter (`title: ...`) is its facts.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from itertools import islice, pairwise, zip_longest

from markdown_it import MarkdownIt
from markdown_it.token import Token

from snabo_core.dish import AsideKind, Claim
from snabo_core.exchange.front_matter import facts_of, front_matter
from snabo_core.plate.nutrients import LABELS
from snabo_core.quantities.kinds import (
    REMEMBERED,
    begins_with_amount,
    heading_name,
    is_step,
    kind_of_line,
)
from snabo_core.quantities.tidying import without_pictures
from snabo_core.recipe import ToldRecipe
from snabo_core.recipe.around import opens_list
from snabo_core.recipe.batches import batch_columns, batches_left
from snabo_core.recipe.claims import (
    LEAST_ACROSS,
    claims_in,
    columns_of,
    serving_column,
    tells_figures,
)
from snabo_core.recipe.facts import is_fact_label
from snabo_core.recipe.sections import METHOD, NOTES, NUTRITION
from snabo_core.recipe.tables import columns_named, row_told
from snabo_core.recipe.times import pieces_of, times_in
from snabo_core.recipe.titles import source_in, title_of, told_name
from snabo_core.recipe.told import as_told, eaters_in, eaters_told, heading_of, tells_whom
from snabo_core.recipe.written import only_amount, with_fields

# Lines above the list that are looked at for servings and times; a long story has fifty.
MOST_STORY = 200
# Never over the end of a line: a file of empty ones would be gone through line by line anew.
_MARKS = re.compile(
    r"^(?:#{1,6}[ \t]+\S|[ \t]*[-*+][ \t]+\S|[ \t]*\d{1,2}[.)][ \t]+\S)", re.MULTILINE
)
# Who quotes whom says nothing of a recipe; quotes in quotes would be gone through level by level.
_QUOTED = re.compile(r"^[ \t]*(?:>[ \t]?)+", re.MULTILINE)
_HEADING = re.compile(r"^#{1,6}[ \t]+\S", re.MULTILINE)
_WORDS = {
    "list": re.compile(r"ingredients?|you need|what you need|shopping", re.IGNORECASE),
    "steps": re.compile(r"method|directions?|instructions?|steps|preparation", re.IGNORECASE),
    "notes": re.compile(r"notes?|tips?|remarks?", re.IGNORECASE),
    "figures": re.compile(
        r"(?:nutrition\w*|macros|figures|(?:per|each|one)\s+(?:serving|portion|person|slice|piece|plate|bowl))\b.*",
        re.IGNORECASE,
    ),
    "source": re.compile(r"source|from", re.IGNORECASE),
}
# What stands below a method whatever the rank of its heading.
_BESIDE = {"figures", "notes", "source"}
# What a plain text calls them as well.
_PLACES = (("steps", METHOD), ("notes", NOTES))
_LABEL = re.compile(
    r"\W*(?:nutrition\w*|macros)\b|\W*(?:per|each|one)\s+(?:serving|portion|person|slice|piece)\b",
    re.IGNORECASE,
)
_FROM = re.compile(r"^(?:from|by)\s*:", re.IGNORECASE)
# Links and marks of who keeps notes: "[[Millet|millet]]", "==eggs==", "#halloumi".
_LINKED = re.compile(r"(?<!!)\[\[(?:[^\[\]|\n]{1,80}\|)?(?P<said>[^\[\]|\n]{1,80})\]\]")
_MARKED = re.compile(r"==(?=\S)(?P<said>[^=\n]{1,200}?)(?<=\S)==")
_TAGGED = re.compile(r"(?<=\s)#(?=[^\W\d][\w/-]*)|\[!\w{2,12}\][+-]?[ \t]*")
# Facts above a list stand on one line.
LONGEST_FACTS = 160
# Fewer lines under a heading do not say what it begins.
LEAST_TOLD = 2
LONGEST_HEAD = 60
# What is longer, or has a line that is, is no recipe's Markdown.
LONGEST, LONGEST_LINE = 100_000, 4000


def is_markdown(text: str) -> bool:
    """Tell Markdown from a plain text: headings, and lists under them."""
    return _HEADING.search(text) is not None and len(_MARKS.findall(text)) >= 4


@dataclass
class _Found:
    """What has been read so far; `place` says under which heading it stands."""

    title: str = ""
    serves: str = ""
    minutes: dict[str, float] = field(default_factory=dict)
    parts: list[tuple[str, list[str]]] = field(default_factory=list)
    steps: list[tuple[str, str]] = field(default_factory=list)
    asides: list[tuple[AsideKind, str]] = field(default_factory=list)
    claims: list[Claim] = field(default_factory=list)
    place: str = "head"
    # Whether a heading that is marked as one names the list or the method.
    headed: bool = False
    # The heading in nobody's words that the last list stood under.
    told: str = ""
    section: str = ""
    source: str = ""
    level: int = 9
    # The last heading that nobody knows, and its rank: a part's, where its own list follows.
    above: tuple[str, int] = ("", 9)


def read_markdown(text: str) -> ToldRecipe | None:
    """Return the recipe of a Markdown file; None where no heading names ingredients or a method.

    Such a file is better read as a plain text.
    """
    if len(text) > LONGEST or max(map(len, text.splitlines()), default=0) > LONGEST_LINE:
        return None
    head, body = front_matter(text)
    facts = facts_of(head)
    found = _Found(title=facts.title, serves=facts.serves, minutes=dict(facts.minutes),
                   source=facts.source, claims=list(facts.claims))  # fmt: skip
    if facts.story:
        found.asides.append(("story", facts.story))
    plain, remarks = _without_quotes(_without_links(body))
    tokens = MarkdownIt("commonmark").enable("table").parse(with_fields(plain))
    heads = [_words(below) for above, below in pairwise(tokens) if above.type == "heading_open"]
    found.headed = any(_place_of(words.rstrip(":"), alone=True) for words in heads)
    _walk(tokens, found)
    if not any(lines for _, lines in found.parts):
        weighed = sum(begins_with_amount(said) for kind, said in found.asides if kind == "story")
        if not found.steps or weighed >= LEAST_TOLD:
            return None
    _name_by_first_line(found)
    found.asides += [("note", remark) for remark in remarks]
    return ToldRecipe(
        without_pictures(found.title), found.serves, found.minutes,
        tuple((name, tuple(lines)) for name, lines in found.parts if lines),
        tuple(found.steps), tuple(found.asides), tuple(found.claims), found.source,
        set_apart=True,
    )  # fmt: skip


def _name_by_first_line(found: _Found) -> None:
    """Take the first words of a text whose name no heading is, where they can be one."""
    kind, said = found.asides[0] if found.asides else ("note", ".")
    name = title_of(said)[0]
    speaks = said[-1:] in ".:,;" or len(name) > LONGEST_HEAD or is_step(said)
    if kind == "story" and not (found.title or speaks or begins_with_amount(said)):
        found.title = name
        del found.asides[0]


def _without_links(text: str) -> str:
    """Return a note without what its program makes links, tags and marks of."""
    said = _MARKED.sub(r"\g<said>", _LINKED.sub(r"\g<said>", text))
    return _TAGGED.sub("", said)


def _without_quotes(text: str) -> tuple[str, list[str]]:
    """Return a text without its marks of quoting, and what is quoted below the method's heading.

    That is a remark, but where most of the text is quoted: there it is a letter.
    """
    lines = text.splitlines()
    said = [line for line in lines if line.strip()]
    letter = sum(_QUOTED.match(line) is not None for line in said) * 2 > len(said)
    # Where steps stand unquoted, what is quoted among them is none of them.
    heads = (place for place, line in enumerate(lines) if METHOD.match(line.strip(" #*:")))
    method = lines[next(heads, len(lines)) :]
    told = any(_QUOTED.match(line) is None and is_step(line) for line in method)
    kept, remarks, below = [], [], False
    for line in lines:
        bare = _QUOTED.sub("", line)
        if below and not letter and bare != line and (told or not is_step(bare)):
            remark = _words(MarkdownIt("commonmark").parseInline(bare)[0])
            remarks += [" ".join(remark.split())] if remark else []
            kept.append("")
        else:
            below = below or METHOD.match(bare.strip(" #*:")) is not None
            kept.append(bare)
    return "\n".join(kept), remarks


def _walk(tokens: Sequence[Token], found: _Found) -> None:
    row: list[str] = []
    table = _Table()
    for place, token in enumerate(tokens):
        _move_on(tokens, place, found)
        if token.type == "table_open":
            table = _Table(found.place)
        elif token.type == "tr_open":
            row = []
        elif token.type == "tr_close":
            table.take(row, found, head=tokens[place - 1].type == "th_close")
        elif token.type == "table_close" and table.names == "figures":
            found.place = table.place
        if token.type != "inline":
            continue
        words = _words(token)
        before = tokens[place - 1].type
        if before == "heading_open":
            _under(words, int(tokens[place - 1].tag[1]), found, _below(tokens, place))
        elif before in {"td_open", "th_open"}:
            row.append(words)
        elif words and found.place == "steps" and _is_remark(words, token):
            found.asides.append(("note", " ".join(words.split())))
        elif words and found.place == "list" and _opens_list(words, tokens, place):
            found.parts.append((heading_of(words), []))
        elif words:
            _paragraph(words, token, found)


def _move_on(tokens: Sequence[Token], place: int, found: _Found) -> None:
    """Leave the list where numbered orders begin, and the method below a line drawn under it."""
    token = tokens[place]
    if token.type == "ordered_list_open" and _opens_method(tokens, place, found):
        found.place, found.section = "steps", ""
    elif token.type == "hr" and found.place == "steps" and found.steps:
        # What stands below belongs to the method no more.
        found.place, found.section = "notes", ""


def _opens_method(tokens: Sequence[Token], place: int, found: _Found) -> bool:
    """Tell numbered orders below the lines of a list, under no heading of their own."""
    if found.place != "list" or not any(lines for _, lines in found.parts):
        return False
    said = next((_words(one) for one in islice(tokens, place, None) if one.type == "inline"), "")
    return is_step(said) and not begins_with_amount(said)


def _is_remark(words: str, token: Token) -> bool:
    """Tell a remark among steps: "**Tip** Use swede instead.", "*Good with rice.*"."""
    if _whole(token, "em") and not is_step(words):
        return not tells_figures(words) and _LABEL.match(words) is None
    marks = [child for child in token.children or [] if child.content or child.nesting]
    said = marks[1].content.strip(" :.!") if len(marks) > 1 else ""
    return marks[:1] != [] and marks[0].type == "strong_open" and NOTES.match(said) is not None


def _opens_list(words: str, tokens: Sequence[Token], place: int) -> bool:
    """Tell the heading of a list: an item above one within it, or slanted words above one."""
    if place + 2 >= len(tokens) or begins_with_amount(words) or len(words) > LONGEST_HEAD:
        return False
    within = tokens[place - 2].type == "list_item_open"
    heads = within or _whole(tokens[place], "em") or heading_name(words) is not None
    if not heads or not _listed_at(tokens, place + 2):
        return False
    known = _place_of(words.rstrip(":"), alone=True) is not None
    return not known and not _tells_whom(words)


@lru_cache(maxsize=REMEMBERED)
def _tells_whom(words: str) -> bool:
    """Tell a heading that says for how many; that of each list of a long page is asked about."""
    return tells_whom(words, lambda _: False)


def _listed_at(tokens: Sequence[Token], place: int) -> bool:
    """Tell a list, or a paragraph of weighed foods a line each."""
    if tokens[place].type.endswith("_list_open"):
        return True
    paragraph = tokens[place].type == "paragraph_open" and place + 1 < len(tokens)
    return paragraph and begins_with_amount(_words(tokens[place + 1]))


def _paragraph(words: str, token: Token, found: _Found) -> None:
    bold = next((child.type == "strong_open" for child in token.children or []
                 if child.content or child.nesting), False)  # fmt: skip
    said = words.endswith(":") or (found.headed and _whole(token, "strong"))
    if said and _place_of(words.rstrip(":"), alone=bool(found.title)):
        # "Ingredients:" or "**Method**" as a line of its own.
        _under(words, min(found.level, 2), found, ())
    elif found.place == "head" and not found.title and bold:
        found.title = " ".join(words.split())
    elif found.place == "list" and _whole(token, "strong"):
        found.parts.append((heading_of(words), []))
    else:
        lines = words.splitlines() if found.place != "steps" else [words]
        for line, below in zip_longest(lines, lines[1:], fillvalue=""):
            plain = " ".join(line.split())
            if found.place == "list" and begins_with_amount(below) and heading_name(plain):
                # "For the sauce", a line above its foods.
                found.parts.append((heading_of(plain), []))
            else:
                _take(plain, found)


@dataclass
class _Table:
    """A table while it is gone through: where it stands, and what its head says it lists."""

    place: str = ""
    names: str = ""
    columns: Sequence[str] = ()
    across: str = ""
    # Which figure of a row is that of a serving.
    serving: int | None = None
    # The names above a row of facts: "Serves | Prep | Cook".
    labels: Sequence[str] = ()

    def take(self, row: Sequence[str], found: _Found, *, head: bool) -> None:
        if self.place in {"head", "list"} and _each_is_a_line(row):
            # A list laid out in columns, its head one of its rows.
            self.names = found.place = "list"
            for cell in filter(str.strip, row):
                _take(" ".join(cell.split()), found)
        elif head:
            self._head(row, found)
        elif found.place == "figures" and self.across:
            found.claims += claims_in([self.across, " | ".join(row)])
        elif found.place == "figures":
            figures = [*row[1:]]
            if self.serving is not None and self.serving < len(figures):
                figures = [figures[self.serving]]
            found.claims += _claim([*row[:1], *figures])
        elif self.names == "list" or found.place == "list":
            whole = len(row) == len(self.columns)
            line = row_told(self.columns, row) if whole else " ".join(row)
            _take(" ".join(line.split()), found)
        elif any(row):
            line = " ".join(" ".join(row).split())
            if found.place == "head" and len(self.labels) == len(row):
                for label, value in zip(self.labels, row, strict=True):
                    _fact(f"{label}: {value}", found)
            elif found.place == "head":
                _fact(line, found)
            else:
                # What nobody asked for is kept beside the recipe.
                found.asides.append(("note", line))

    def _head(self, row: Sequence[str], found: _Found) -> None:
        around = [f"Serves {found.serves}", *(said for _, said in found.asides)]
        columns = columns_named(row) or batch_columns(row, around)
        if "" in columns and self.place in {"head", "list"}:
            found.serves = found.serves or row[columns.index("amount")]
            found.asides.append(("note", batches_left(row, columns)))
        self.serving = serving_column(row)
        if columns and self.place in {"head", "list"}:
            self.names = found.place = "list"
            self.columns = columns
        elif row and NUTRITION.match(row[0]):
            self.names = found.place = "figures"
        self.labels = row if all(map(is_fact_label, row)) else ()
        line = " | ".join(row)
        if len(columns_of(line)) >= LEAST_ACROSS and self.place in {"figures", "notes"}:
            self.names = found.place = "figures"
            self.across = line


def _each_is_a_line(row: Sequence[str]) -> bool:
    """Tell a row of whole lines side by side: "2 leeks | 30 g butter"."""
    cells = [cell.strip() for cell in row if cell.strip()]
    whole = all(begins_with_amount(cell) and not only_amount(cell) for cell in cells)
    return len(cells) > 1 and whole


def _words(token: Token) -> str:
    """Return the text of an inline token, without its marks."""
    said = []
    for child in token.children or []:
        if child.type in {"text", "code_inline"}:
            said.append(child.content)
        elif child.type in {"softbreak", "hardbreak"}:
            said.append("\n")
    return "".join(said).strip()


def _whole(token: Token, mark: str) -> bool:
    """Tell a paragraph that is marked as a whole: bold, a heading by other means, or slanted."""
    marks = [child.type for child in token.children or [] if child.content or child.nesting]
    return marks[:1] == [f"{mark}_open"] and marks[-1:] == [f"{mark}_close"]


def _place_of(heading: str, *, alone: bool) -> str | None:
    """Return what a heading begins; one that is neither a title nor a part's name in more words."""
    known = next((key for key, words in _WORDS.items() if words.fullmatch(heading)), None)
    if known or not alone:
        return known
    if opens_list(heading):
        return "list"
    return next((key for key, words in _PLACES if words.match(heading)), None)


def _below(tokens: Sequence[Token], place: int) -> list[str]:
    """Return the lines between a heading and the next, the rows of a table among them."""
    lines: list[str] = []
    row: list[str] | None = None
    columns: Sequence[str] = ()
    for token in islice(tokens, place + 1, None):
        if token.type == "heading_open" or len(lines) > MOST_STORY:
            break
        if token.type == "tr_open":
            row = []
        elif token.type == "tr_close" and row is not None:
            head = columns_named(row) if not columns else []
            whole = len(row) == len(columns)
            lines += [row_told(columns, row) if whole else " ".join(row)] if not head else []
            columns, row = head or columns, None
        elif token.type == "inline" and row is not None:
            row.append(_words(token))
        elif token.type == "inline":
            if _whole(token, "strong") and _place_of(_words(token).rstrip(":"), alone=True):
                break
            lines += filter(None, _words(token).splitlines())
    return lines


def _list_told(name: str, found: _Found) -> None:
    """Begin a list under a heading of its own: the only one has no name, of several each has."""
    if found.told and found.parts[:1] and not found.parts[0][0]:
        found.parts[0] = (heading_of(found.told), found.parts[0][1])
    several = bool(found.told) or heading_of(name) != name
    found.told = name
    found.parts.append((heading_of(name) if several else "", []))


def _told_by(lines: Sequence[str], found: _Found) -> str | None:
    """Return what the lines under a heading in nobody's words are: a list, or steps, or neither."""
    steps = sum(map(is_step, lines))
    amounts = sum(begins_with_amount(line) and not is_step(line) for line in lines)
    if len(lines) < (1 if found.told else LEAST_TOLD):
        return None
    if amounts >= len(lines) * 2 / 3 and not found.steps:
        return "list"
    listed = any(amount for _, part in found.parts for amount in map(begins_with_amount, part))
    return "steps" if steps >= len(lines) * 2 / 3 and listed and not found.steps else None


def _under(words: str, level: int, found: _Found, below: Sequence[str]) -> None:
    plain = without_pictures(" ".join(words.split()).rstrip(":"))
    inside = level > found.level and found.place in {"list", "steps"}
    place = _place_of(plain, alone=bool(found.title) and not inside)
    if place == "list" and (servings := eaters_in(plain)[0]) is not None:
        # "Ingredients (serves 4)".
        found.serves = found.serves or eaters_told(servings)
    if place is None and found.title and not inside:
        place = _told_by(below, found)
        if place == "list":
            _list_told(plain, found)
    over = found.above[0] if place in {"list", "steps"} and level > found.above[1] else ""
    if over:
        # "Salad", and under it its own ingredients and its own method.
        found.asides = [one for one in found.asides if one != ("note", over)]
        found.place, found.section, found.level = place or "", over, level
        if place == "list":
            found.parts.append((over, []))
    elif inside and place not in _BESIDE and (place != "steps" or found.place == "steps"):
        _deeper(plain, found, default=place == "steps")
    elif place is not None:
        found.place, found.section, found.level = place, "", level
    elif found.place == "head" and found.title in {"", plain}:
        found.title = plain
        listed = bool(below) and begins_with_amount(below[0]) and not any(map(is_step, below))
        if listed and _told_by(below, found) == "list":
            # Its list stands right below the name.
            found.place = "list"
            found.parts.append(("", []))
    elif found.place in {"list", "steps", "figures"}:
        # A heading of the same rank that nobody knows ends what was above it.
        found.place = "notes"
        found.asides.append(("note", plain))
        found.above = (plain, level) if level > 1 else found.above
    else:
        found.asides.append(("note", plain))
        found.above = (plain, level) if level > 1 else found.above


def _deeper(name: str, found: _Found, *, default: bool) -> None:
    """Take a heading inside the list or the method: a part, or a section; `default` ends one."""
    if found.place == "list":
        found.parts.append((name, []))
    else:
        found.section = "" if default else name


def _take(line: str, found: _Found) -> None:
    if found.place == "list":
        if not found.parts:
            found.parts.append(("", []))
        found.parts[-1][1].append(line)
    elif _tells_figures(line, found) and (claims := claims_in([line])):
        # "Per serving: 390 kcal, 21 g fat"; the first that tells a figure counts.
        told = {claim.key for claim in found.claims}
        found.claims += [claim for claim in claims if claim.key not in told]
        found.asides.append(("nutrition", line))
    elif found.place != "head" and not (found.source or is_step(line)) and source_in(line):
        found.source = source_in(line)
    elif found.place == "steps" and kind_of_line(line) != "note":
        found.steps.append((found.section, line))
    elif found.place == "source":
        found.source = found.source or line
    elif found.place == "head" and len(found.asides) < MOST_STORY:
        _fact(line, found)
    else:
        found.asides.append(("note", line))


def _tells_figures(line: str, found: _Found) -> bool:
    return found.place == "figures" or tells_figures(line) or _LABEL.match(line) is not None


def _fact(line: str, found: _Found) -> None:
    """Take servings and times said above the list; other words there are its story."""
    (servings, makes), minutes = eaters_in(line), times_in(line)
    if servings is not None or makes:
        found.serves = found.serves or as_told(line, servings, makes)
    for kind, value in minutes.items():
        found.minutes.setdefault(kind, value)
    told = servings is not None or makes != "" or bool(minutes)
    if told:
        # "Serves: 6 | From: the blue notebook".
        origins = (source_in(_FROM.sub("Source:", piece.strip())) for piece in pieces_of(line))
        found.source = found.source or next(filter(None, origins), "")
    # Told in passing: "serves 4 · 21 g protein, 18 g carbs".
    claims = claims_in([line]) if len(line) <= LONGEST_FACTS else ()
    found.claims += claims if len(claims) >= LEAST_TOLD else ()
    if not found.title and (name := told_name(line)) is not None:
        found.title = name
    elif not told:
        found.asides.append(("story", line))


def _claim(row: Sequence[str]) -> list[Claim]:
    keys = {label: key for key, label in LABELS.items()}
    if len(row) < 2:
        return []
    if row[0] not in keys:
        return list(claims_in([f"{row[0]}: {row[1]}"]))
    number = row[1].split()[0] if row[1].split() else ""
    try:
        value = float(number)
    except ValueError:
        return []
    return [Claim(keys[row[0]], value, value)]
