"""A variant in words: what it changes, how its share is taken out, what may carry traces."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from snabo_core.dish import Change, Dish, Line, Variant, lost
from snabo_core.method import technique
from snabo_core.swaps.branches import Branch
from snabo_core.swaps.contacts import Contact, tools
from snabo_core.swaps.parting import Parting, Split, maker_of, needs_of
from snabo_core.wording import grams_text, listed, worded

# Shares that have a word of their own, by so much.
_SHARES = {
    "half": 1 / 2, "a third": 1 / 3, "two thirds": 2 / 3, "a quarter": 1 / 4,
    "three quarters": 3 / 4, "a fifth": 1 / 5, "a sixth": 1 / 6, "an eighth": 1 / 8,
}  # fmt: skip
NEAR = 0.004
MOST_NAMED = 3


def name_of_branch(branch: Branch) -> str:
    """Return what a branch is called in sentences."""
    return branch.variant.name if branch.variant else worded("variant_rest")


def change_words(dish: Dish, variant: Variant) -> tuple[str, ...]:
    """Return what a variant changes over a dish, and what waits for it, in words."""
    waits = set(variant.waits)
    gone = {id(change) for change in lost(dish, variant.changes)}
    found = [
        words_of(change, dish)
        for change in variant.changes
        if id(change) not in gone and not (change.kind == "omit" and change.at in waits)
    ]
    names = _names(dish)
    late = [names[key] for key in variant.waits if key in names]
    if late:
        found.append(worded("variant_waits", foods=listed(late)))
    return tuple(dict.fromkeys(words for words in found if words))


def _names(dish: Dish) -> dict[str, str]:
    """Return what every line of a dish is called, those of stand-ins too."""
    found = {}
    for part in dish.parts:
        chosen = [line for slot in part.slots if slot.choice for line in slot.choice.lines]
        for line in (*part.lines, *chosen):
            used = line.used()
            found[line.id] = used.food_name or used.text
    return found


def words_of(change: Change, before: Dish) -> str:
    """Return one change in words."""
    names = _names(before)
    was = names.get(change.at, "")
    if change.kind == "set_choice":
        return _choice_words(change, before)
    if change.kind == "swap_line":
        return _swap_words(change, before)
    if change.kind in {"omit", "include"}:
        return worded("variant_without" if change.kind == "omit" else "variant_with", food=was)
    if change.kind == "add_line" and change.line is not None:
        return worded("variant_with", food=_weighed(change.line))
    return change.step.words if change.step else ""


def _choice_words(change: Change, before: Dish) -> str:
    for part in before.parts:
        for slot in part.slots:
            if slot.id == change.at:
                own = [line for line in part.lines if line.id in slot.line_ids]
                if slot.choice is not None:
                    was = slot.choice.name or listed([_called(i) for i in slot.choice.lines])
                else:
                    heaviest = max(own, key=lambda line: line.grams or 0.0, default=None)
                    was = _called(heaviest) if heaviest else part.name
                if change.choice is None:
                    return worded("variant_with", food=listed([_called(i) for i in own]))
                if change.choice.kind == "out":
                    return worded("variant_without", food=was)
                name = change.choice.name or listed([_called(i) for i in change.choice.lines])
                return worded("variant_instead", name=name, was=was)
    return change.choice.name if change.choice else ""


def _swap_words(change: Change, before: Dish) -> str:
    lines = {i.id: i for p in before.parts for i in p.lines}
    lines |= {i.id: i for p in before.parts for s in p.slots if s.choice for i in s.choice.lines}
    was = lines.get(change.at)
    if was is None:
        return _called(change.line) if change.line else ""
    new = change.line or replace(was, instead=None)
    used = was.used()
    if new.food == used.food and new.form == used.form:
        values = {"food": _called(new), "grams": _grams(new), "was": _grams(used)}
        return worded("variant_grams", **values)
    return worded("variant_instead", name=_called(new), was=_called(used))


def _called(line: Line) -> str:
    return line.food_name or line.text


def _grams(line: Line) -> str:
    return "?" if line.grams is None else grams_text(line.grams)


def _weighed(line: Line) -> str:
    return _called(line) if line.grams is None else f"{_grams(line)} g {_called(line)}"


def split_words(split: Split, parted: Parting, lines: Mapping[str, Line]) -> tuple[str, ...]:
    """Say for each group but the last how much of a product is taken out, and into what."""
    called = {branch.id: name_of_branch(branch) for branch in parted.branches}
    known = [lines[key].grams for key in split.reaches if key in lines]
    whole = sum(grams for grams in known if grams is not None)
    makers = maker_of(split, parted).share
    found = []
    for group, share in list(zip(split.takers, split.shares, strict=True))[:-1]:
        names = listed([called[branch] for branch in group])
        values: dict[str, str | float] = {
            "share": share_words(share), "names": names, "grams": whole * makers * share,
            "vessel": _vessel(split, group, parted),
        }  # fmt: skip
        exact = all(grams is not None for grams in known) and whole > 0
        found.append(worded("variant_take_out" if exact else "variant_take_out_unknown", **values))
    return tuple(found)


def _vessel(split: Split, group: Sequence[str], parted: Parting) -> str:
    """Return what a share goes into: raw a bowl, else by what is done with it next."""
    cooked = any(
        step.one.step.technique and technique(step.one.step.technique).heats
        for step in parted.steps
        if {take.ref for take in step.one.step.takes} & split.reaches
    )
    for step in parted.steps if cooked else ():
        if set(step.branches) <= set(group):
            for held in needs_of(replace(parted, steps=(step,)), step.branches[0]):
                if held in {"ring", "oven", "microwave"}:
                    return worded(f"vessel_{held}")
    return worded("vessel_bowl")


def share_words(share: float) -> str:
    """Return a share in words where it has some, else as a percentage."""
    for words, exact in _SHARES.items():
        if abs(share - exact) < NEAR:
            return words
    return worded("percent", share=share)


def contact_words(contact: Contact, parted: Parting) -> str:
    """Say by what a trace may reach whom, and what to do against it."""
    called = ", ".join(tools()[key].name for key in contact.tools)
    branch = next(b for b in parted.branches if b.id == contact.branch)
    return worded(
        f"contact_{contact.cure}", tools=called[0].upper() + called[1:],
        foods=_few(contact.foods), names=listed(list(contact.names)), what=contact.what,
        whose=name_of_branch(branch),
    )  # fmt: skip


def _few(foods: Sequence[str]) -> str:
    named = list(foods[:MOST_NAMED])
    return ", ".join([*named, "…"]) if len(foods) > MOST_NAMED else listed(named)
