"""Where a dish parts into its variants: common work first, what differs last.

A step is common to branches as long as it does the same with the same; its product is parted at
the first step that some of them do otherwise. Read off the method's graph, nothing of it stored.
"""

from __future__ import annotations

import uuid
from collections.abc import Hashable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import Line, MethodStep, Take, reaches_of
from snabo_core.foods import Library
from snabo_core.method import technique
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import NOTHING, Branch
from snabo_core.swaps.cooking import CookStep, Look, effective_steps, goes_on_top
from snabo_core.swaps.scaling import NAMESPACE
from snabo_core.wording import listed, worded

# Classes of foods that are only heated for what goes in.
_MEDIA = {"oil", "fat_dairy", "salt"}
# Classes that can be strewn over what is done.
_STREWN = {"salt", "spice"}
_OVEN = {"bake", "roast", "grill"}
_AWAY = {"serve", "store"}
# What is done with all that is ready.
LAST = "serve"
# Techniques behind which something can still be stirred in: the food is loose and in reach.
_STIRRED = {
    "simmer", "boil", "reduce", "thicken", "whisk", "mix", "saute", "sweat", "deglaze", "blend",
    "mash", "add_gradually", "season", "dry_saute", "toss", "fold", "sear", "fry",
}  # fmt: skip


@dataclass(frozen=True)
class PartedStep:
    """A step, the ids of the branches that do it, and how much of the dish they are together."""

    one: CookStep
    branches: tuple[str, ...]
    share: float


@dataclass(frozen=True)
class Split:
    """A product that is parted: made by `step`, for so many branches, in these shares of it.

    `takers` are groups of branches that go on together, the strictest first.
    """

    step: str
    takers: tuple[tuple[str, ...], ...]
    shares: tuple[float, ...]
    reaches: frozenset[str]


@dataclass(frozen=True)
class Parting:
    """A dish with variants as it is cooked: steps in order, and where it is parted."""

    branches: tuple[Branch, ...]
    steps: tuple[PartedStep, ...]
    splits: tuple[Split, ...]

    @property
    def common(self) -> int:
        """How many steps all branches share."""
        whole = {branch.id for branch in self.branches}
        return sum(set(step.branches) == whole for step in self.steps)


def parting(branches: Sequence[Branch], book: Book, library: Library) -> Parting:
    """Return how a dish is cooked for its branches, which come in the order they are cooked.

    A branch nobody has any of is left out.

    Args:
        branches: the strictest first.
        book: the swap book, for the stand-ins' steps.
        library: where foods are looked up.
    """
    had = tuple(branch for branch in branches if branch.share > NOTHING)
    waits = tuple(dict.fromkeys(
        line for branch in had if branch.variant for line in branch.variant.waits
    ))  # fmt: skip
    steps = {branch.id: _cooked(branch, waits, book, library) for branch in had}
    apart: dict[tuple[str, str], tuple[str, ...]] = {}
    while True:
        merged = _merged(had, steps, apart)
        more = _heated_apart(merged, had, library)
        if more.items() <= apart.items():
            break
        apart |= more
    return Parting(had, _in_order(merged, had), _splits(merged, had))


def _cooked(branch: Branch, waits: Sequence[str], book: Book, library: Library) -> list[CookStep]:
    """Return what is cooked of a branch: no ghosts, none that only handles what it leaves out."""
    out = {line.id for part in branch.dish.parts for line in part.lines if line.left_out}
    steps = [one for one in effective_steps(branch.dish, book, library) if one.kind != "ghost"]
    late = [line for line in waits if line not in out]
    kept = _passed(steps, out | set(waits), set(late))
    return _with_late(kept, late, _mates(steps, late), branch, library)


def _passed(steps: Iterable[CookStep], out: set[str], late: set[str]) -> list[CookStep]:
    """Return steps without what does not go in; one left with a single product is passed over."""
    passed: dict[str, tuple[Take, ...]] = {}
    made: set[str] = set()
    kept: list[CookStep] = []
    for one in steps:
        made.add(one.step.id)
        takes = tuple(
            new
            for take in one.step.takes
            if take.ref not in out
            for new in passed.get(take.ref, (take,))
        )
        gone = any(take.ref in out for take in one.step.takes)
        if gone and len(takes) <= 1 and all(take.ref in made for take in takes):
            passed[one.step.id] = takes
            continue
        waits = tuple(take.ref for take in one.step.takes if take.ref in late)
        look: Look = "waits" if waits else "" if one.look == "left_out" else one.look
        kept.append(replace(one, step=replace(one.step, takes=takes), look=look, waits=waits))
    return kept


def _with_late(
    steps: list[CookStep],
    late: Sequence[str],
    mates: Mapping[str, frozenset[str]],
    branch: Branch,
    library: Library,
) -> list[CookStep]:
    """Put what waits in behind the last step at which it can still go to what it went in with."""
    if not late or not steps:
        return steps
    reaches = reaches_of(one.step for one in steps)
    lines = {line.id: line for part in branch.dish.parts for line in part.effective_lines()}
    behind: dict[int, list[str]] = {}
    for key in late:
        if key in lines:
            food = library.food(lines[key].food or "") if lines[key].food else None
            dry = food is not None and food.food_class in _STREWN
            place = _late_place(steps, reaches, mates.get(key, frozenset()), strewn=dry)
            behind.setdefault(place, []).append(key)
    found: list[CookStep] = []
    renamed: dict[str, str] = {}
    for place, one in enumerate(steps):
        takes = tuple(replace(t, ref=renamed.get(t.ref, t.ref)) for t in one.step.takes)
        found.append(replace(one, step=replace(one.step, takes=takes)))
        if place in behind:
            new = _late_step(one.step.id, [lines[key] for key in behind[place]])
            renamed[one.step.id] = new.id
            found.append(CookStep(new, "late"))
    return found


def _late_place(
    steps: Sequence[CookStep],
    reaches: Mapping[str, frozenset[str]],
    mates: frozenset[str],
    *,
    strewn: bool,
) -> int:
    """Return the last step with what a line went in with that is loose; else the last of all.

    What can be strewn over goes on when all is done, where it would be baked on else: two oven
    dishes are not worth a pinch.
    """
    held = [
        place for place, one in enumerate(steps)
        if reaches[one.step.id] & mates and one.step.technique not in _AWAY
    ]  # fmt: skip
    loose = [
        place for place in held
        if steps[place].step.technique in _STIRRED and not goes_on_top(steps[place].step)
        and len(reaches[steps[place].step.id]) > 1
    ]  # fmt: skip
    baked = any(steps[place].step.technique in _OVEN for place in held)
    if strewn and baked and held:
        return held[-1]
    return next((some[-1] for some in (loose, held) if some), len(steps) - 1)


def _late_step(behind: str, lines: Sequence[Line]) -> MethodStep:
    names = [line.food_name or line.text for line in lines]
    return MethodStep(
        id=str(uuid.uuid5(NAMESPACE, f"{behind}/{'/'.join(line.id for line in lines)}")),
        text="", words=worded("method_late", foods=listed(names)), technique="mix",
        takes=(*(Take(line.id) for line in lines), Take(behind)),
        minutes_low=1.0, minutes_high=3.0,
    )  # fmt: skip


def _mates(steps: Sequence[CookStep], late: Sequence[str]) -> dict[str, frozenset[str]]:
    """Return what each line goes in with: all that is in the product of its first step."""
    reaches = reaches_of(one.step for one in steps)
    found: dict[str, frozenset[str]] = {}
    for one in steps:
        for take in one.step.takes:
            if take.ref in late:
                found.setdefault(take.ref, reaches[one.step.id] - {take.ref})
    return found


@dataclass
class _Merged:
    """Equal steps of several branches as one. `place` is by the rest's order, `reaches` lines."""

    one: CookStep
    branches: list[str]
    place: tuple[float, int]
    takes: tuple[int | str, ...]
    reaches: frozenset[str]


def _heated_apart(
    merged: Sequence[_Merged], branches: Sequence[Branch], library: Library
) -> dict[tuple[str, str], tuple[str, ...]]:
    """Return the steps that only make a pan ready, by step and branch with whom it goes on.

    Nobody takes a third out of hot butter: each heats its own.
    """
    lines = {
        line.id: line
        for branch in branches
        for part in branch.dish.parts
        for line in part.effective_lines()
    }
    found: dict[tuple[str, str], tuple[str, ...]] = {}
    for step, groups in _parted(merged, branches):
        inside = [lines[key] for key in step.reaches if key in lines]
        if inside and all(_only_a_medium(line, library) for line in inside):
            found |= {(step.one.step.id, b): group for group in groups for b in group}
    return found


def _only_a_medium(line: Line, library: Library) -> bool:
    food = library.food(line.food) if line.food else None
    return food is not None and (food.food_class in _MEDIA or food.key == "water")


def _merged(
    branches: Sequence[Branch],
    steps: Mapping[str, Sequence[CookStep]],
    apart: Mapping[tuple[str, str], tuple[str, ...]],
) -> list[_Merged]:
    """Return the steps of all branches, those that do the same with the same once.

    The place of a step is that in the branch which has it first in the others' order; steps only
    a variant has stand behind the step before them. Steps in `apart` are one for each group.
    """
    found: dict[Hashable, int] = {}
    merged: list[_Merged] = []
    rest = next((b for b in branches if b.variant is None), branches[-1])
    order = {one.step.id: float(n) for n, one in enumerate(steps[rest.id])}
    for branch in (rest, *(b for b in branches if b is not rest)):
        lines = {line.id: line for part in branch.dish.parts for line in part.effective_lines()}
        reaches = reaches_of(one.step for one in steps[branch.id])
        made: dict[str, int] = {}
        at = -1.0
        for number, cooked in enumerate(steps[branch.id]):
            one = cooked
            at = order.get(one.step.id, at)
            takes = tuple(
                made[take.ref] if take.ref in made else _content(lines.get(take.ref), take.ref)
                for take in one.step.takes
            )
            if one.step.technique == LAST:
                # All come to the table together: of what is made apart no word is needed.
                own = tuple(take for take in one.step.takes if take.ref in lines)
                takes = tuple(take for take in takes if not isinstance(take, int))
                one = replace(one, step=replace(one.step, takes=own))
            # What takes nothing that anybody knows of is done once for all.
            key: Hashable = (_doing(one.step), takes, _shares(one.step)) if takes else one.step.id
            key = (key, apart.get((one.step.id, branch.id)))
            place = found.get(key)
            if place is None:
                place = found[key] = len(merged)
                refs = tuple(made.get(take.ref, take.ref) for take in one.step.takes)
                merged.append(_Merged(one, [], (at, number), refs, reaches[one.step.id]))
            made[one.step.id] = place
            merged[place].branches.append(branch.id)
    return merged


def _content(line: Line | None, ref: str) -> Hashable:
    """Return what a line brings: another food or other grams are another thing."""
    if line is None:
        return ref
    return (ref, line.food, line.form, line.grams, line.text if line.food is None else "")


def _doing(step: MethodStep) -> Hashable:
    return (step.words, step.technique, step.minutes_low, step.minutes_high, step.oven_c,
            step.watts, step.ring, step.covered, step.until)  # fmt: skip


def _shares(step: MethodStep) -> Hashable:
    return tuple((take.share, take.fraction) for take in step.takes)


def _in_order(merged: Sequence[_Merged], branches: Sequence[Branch]) -> tuple[PartedStep, ...]:
    """Return common steps first, then what some do together, then each branch by itself."""
    strict = {branch.id: number for number, branch in enumerate(branches)}
    share = {branch.id: branch.share for branch in branches}
    whole = len(branches)

    def key(step: _Merged) -> tuple[int, int, tuple[float, int]]:
        common = len(step.branches) == whole
        unled = not step.takes or step.one.step.technique == LAST
        last = common and unled and _behind(step, merged)
        group = min(strict[b] for b in step.branches)
        return (2 if last else 0 if common else 1, 0 if common else group, step.place)

    return tuple(
        PartedStep(step.one, _sorted(step.branches, strict), sum(share[b] for b in step.branches))
        for step in _possible(sorted(merged, key=key), merged)
    )


def _behind(step: _Merged, merged: Sequence[_Merged]) -> bool:
    """Tell a step that stands behind one that branches do otherwise; an oven is heated before."""
    return step.one.step.technique != "preheat" and any(
        len(other.branches) < len(step.branches) and other.place < step.place for other in merged
    )


def _possible(ordered: Sequence[_Merged], merged: Sequence[_Merged]) -> list[_Merged]:
    """Return steps in an order in which everything is made before it is taken."""
    done: list[_Merged] = []
    waiting = list(ordered)
    while waiting:
        step = next(
            (
                s for s in waiting
                if all(not isinstance(t, int) or merged[t] in done for t in s.takes)
            ),
            waiting[0],
        )  # fmt: skip
        done.append(step)
        waiting.remove(step)
    return done


def _sorted(ids: Iterable[str], strict: Mapping[str, int]) -> tuple[str, ...]:
    return tuple(sorted(ids, key=strict.__getitem__))


def _splits(merged: Sequence[_Merged], branches: Sequence[Branch]) -> tuple[Split, ...]:
    """Return the products whose branches do not all go on together."""
    share = {branch.id: branch.share for branch in branches}
    found = []
    for step, groups in _parted(merged, branches):
        whole = sum(share[b] for b in step.branches)
        shares = tuple(sum(share[b] for b in group) / whole for group in groups)
        found.append(Split(step.one.step.id, tuple(groups), shares, step.reaches))
    return tuple(found)


def _parted(
    merged: Sequence[_Merged], branches: Sequence[Branch]
) -> Iterator[tuple[_Merged, list[tuple[str, ...]]]]:
    """Yield the steps whose branches do not all go on together, with who does, strictest first."""
    strict = {branch.id: number for number, branch in enumerate(branches)}
    for number, step in enumerate(merged):
        groups: list[tuple[str, ...]] = []
        for other in merged:
            if number in other.takes:
                group = _sorted(other.branches, strict)
                if group not in groups:
                    groups.append(group)
        left = _sorted(set(step.branches) - {b for group in groups for b in group}, strict)
        if left:
            groups.append(left)
        if len(groups) > 1:
            yield step, sorted(groups, key=lambda group: strict[group[0]])


def maker_of(split: Split, parted: Parting) -> PartedStep:
    """Return the step whose product is parted: that of those branches, others may do the same."""
    takers = {branch for group in split.takers for branch in group}
    return next(
        s for s in parted.steps if s.one.step.id == split.step and set(s.branches) == takers
    )


def needs_of(parted: Parting, branch: str) -> tuple[str, ...]:
    """Return what a branch holds while it is cooked apart: resources of its own steps, once."""
    apart = [s.one.step for s in parted.steps if branch in s.branches and len(s.branches) == 1]
    held = [technique(step.technique).resource for step in apart if step.technique]
    return tuple(dict.fromkeys(name for name in held if name != "none"))
