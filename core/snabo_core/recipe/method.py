"""The method of a brought recipe: its steps read over its own lines."""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from dataclasses import replace

from snabo_core.dish import Cover, Dish, MethodStep, StepFact, Take
from snabo_core.foods import Library
from snabo_core.method import Ingredient, ReadStep, read_sentences
from snabo_core.method.sentences import Sentence, split

_COVERS: dict[bool | str | None, Cover | None] = {
    True: "yes", False: "no", "partly": "partly", None: None,
}  # fmt: skip


def ingredients_of(dish: Dish) -> list[Ingredient]:
    """Return the original's lines as steps may name them."""
    named = len(dish.parts) > 1
    return [
        Ingredient(line.id, part.name if named else "", line.clause or line.text, line.food)
        for part in dish.parts
        for line in part.lines
    ]


def with_method(dish: Dish, library: Library) -> Dish:
    """Return the dish with its steps read; what the cook settled of a sentence stays.

    A step keeps its id as long as its words stand in the same step of the recipe, so that
    reading again changes nothing the cook settled. Steps the cook added stay where they are.
    """
    sentences, owners = [], []
    for step in dish.steps:
        for sentence in split(step.text):
            sentences.append(Sentence(sentence, step.section.lower()))
            owners.append(step.id)
    read = read_sentences(sentences, ingredients_of(dish), library)
    ids: dict[int, str] = {}
    for one in read:
        owner = owners[one.sentence - 1]
        nth = owners[: one.sentence].count(owner)
        place = f"{owner}/{nth}/{one.start}/{one.words}"
        ids[one.number] = str(uuid.uuid5(uuid.NAMESPACE_OID, place))
    before = {step.id: step for step in dish.method if step.settled}
    found = [
        before.get(ids[one.number]) or _step(one, owners[one.sentence - 1], ids) for one in read
    ]
    added = [step for step in dish.method if not step.text]
    return replace(dish, method=tuple(_in_order(found, added, dish.method)))


def _in_order(
    found: list[MethodStep], added: list[MethodStep], before: tuple[MethodStep, ...]
) -> list[MethodStep]:
    """Put the cook's own steps back behind those they stood behind."""
    order = [step.id for step in before]
    for step in added:
        ahead = set(order[: order.index(step.id)])
        place = max((i + 1 for i, one in enumerate(found) if one.id in ahead), default=0)
        found.insert(place, step)
    return found


def _step(read: ReadStep, text: str, ids: Mapping[int, str]) -> MethodStep:
    def of(refs: tuple[str, ...]) -> tuple[str, ...]:
        return tuple(ids[int(ref[1:])] for ref in refs)

    takes = []
    for ref in read.takes:
        share = read.share.get(ref)
        key = ref if ref in read.lines else ids[int(ref[1:])]
        takes.append(Take(key, share.kind if share else None, share.fraction if share else None))
    stated: list[StepFact] = [name for name in _FACTS if name in read.stated]
    low, high = read.minutes
    return MethodStep(
        id=ids[read.number], text=text, words=read.words, technique=read.technique or "",
        takes=tuple(takes), minutes_low=low, minutes_high=high, oven_c=read.oven_c,
        watts=read.watts, ring=read.ring, covered=_COVERS[read.covered], until=read.until or "",
        after=of(read.after), before=of(read.before), parallel=of(read.parallel),
        stated=tuple(stated),
    )  # fmt: skip


_FACTS: tuple[StepFact, ...] = ("minutes", "oven_c", "watts", "ring", "covered", "until")
