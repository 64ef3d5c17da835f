"""Changes of a dish as things of their own: a variant is a few of them over the dish.

A change whose slot, line or part is gone does nothing; `lost` names it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace

from snabo_core.dish.document import Change, ChangeKind, Dish, Part, Slot
from snabo_core.dish.lines import Line
from snabo_core.dish.steps import Take


def applied(dish: Dish, changes: Iterable[Change]) -> Dish:
    """Return the dish with changes made; one whose slot, line or part is gone does nothing."""
    for change in changes:
        dish = _DO[change.kind](dish, change)
    return dish


def lost(dish: Dish, changes: Iterable[Change]) -> tuple[Change, ...]:
    """Return the changes of things the dish no longer has."""
    known = {""}
    for part in dish.parts:
        known.add(part.id)
        known.update(line.id for line in _every_line(part))
        known.update(slot.id for slot in part.slots)
    known.update(step.id for step in dish.method)
    gone: list[Change] = []
    for change in changes:
        if change.at not in known:
            gone.append(change)
        known.update(line.id for line in (change.choice.lines if change.choice else ()))
        known.update({change.line.id} if change.line else ())
    return tuple(gone)


def difference(before: Dish, after: Dish) -> tuple[Change, ...]:
    """Return the changes of slots, lines and steps that make one dish of another.

    Lines and parts that only `before` has stay; what else differs is no change of a variant.
    """
    found: list[Change] = []
    parts = {part.id: part for part in before.parts}
    for part in after.parts:
        if part.id in parts:
            found += _of_part(parts[part.id], part)
    known = {step.id for step in before.method}
    at = ""
    for step in after.method:
        if step.id not in known:
            found.append(Change("add_step", at, step=step))
        at = step.id
    return tuple(found)


def _of_part(before: Part, after: Part) -> list[Change]:
    found: list[Change] = []
    slots = {slot.id: slot for slot in before.slots}
    own: list[tuple[Line, Line]] = []
    for slot in after.slots:
        old = slots.get(slot.id)
        if old is None or old.choice == slot.choice:
            continue
        pairs = _same_lines(old, slot)
        if pairs is None:
            found.append(Change("set_choice", slot.id, choice=slot.choice))
        else:
            own += pairs
    lines = {line.id: line for line in before.lines}
    found += [
        Change("add_line", after.id, line=line) for line in after.lines if line.id not in lines
    ]
    own += [(lines[line.id], line) for line in after.lines if line.id in lines]
    for was, now in own:
        if was.instead != now.instead:
            found.append(Change("swap_line", now.id, line=now.instead))
        if was.left_out != now.left_out:
            found.append(Change("omit" if now.left_out else "include", now.id))
    return found


def _same_lines(old: Slot, new: Slot) -> list[tuple[Line, Line]] | None:
    """Return a choice's lines pairwise where nothing but those used in their place differ."""
    if old.choice is None or new.choice is None:
        return None
    pairs = list(zip(old.choice.lines, new.choice.lines, strict=False))
    bare = [
        tuple(replace(line, instead=None, left_out=False) for line in choice.lines)
        for choice in (old.choice, new.choice)
    ]
    same = bare[0] == bare[1]
    same = same and replace(old.choice, lines=()) == replace(new.choice, lines=())
    return pairs if same else None


def with_line(dish: Dish, line_id: str, change: Callable[[Line], Line]) -> Dish:
    """Return the dish with one line, of the recipe or of a stand-in, changed."""

    def changed(lines: tuple[Line, ...]) -> tuple[Line, ...]:
        return tuple(change(line) if line.id == line_id else line for line in lines)

    def of_part(part: Part) -> Part:
        if all(line.id != line_id for line in _every_line(part)):
            return part
        slots = tuple(
            replace(s, choice=replace(s.choice, lines=changed(s.choice.lines))) if s.choice else s
            for s in part.slots
        )
        return replace(part, lines=changed(part.lines), slots=slots)

    return replace(dish, parts=tuple(of_part(part) for part in dish.parts))


def _every_line(part: Part) -> tuple[Line, ...]:
    chosen = [line for slot in part.slots if slot.choice for line in slot.choice.lines]
    return (*part.lines, *chosen)


def _set_choice(dish: Dish, change: Change) -> Dish:
    parts = tuple(
        replace(
            part,
            slots=tuple(
                replace(s, choice=change.choice) if s.id == change.at else s for s in part.slots
            ),
        )
        for part in dish.parts
    )
    return replace(dish, parts=parts)


def _add_line(dish: Dish, change: Change) -> Dish:
    new = (change.line,) if change.line else ()
    parts = tuple(
        replace(part, lines=(*part.lines, *new)) if part.id == change.at else part
        for part in dish.parts
    )
    return replace(dish, parts=parts)


def _add_step(dish: Dish, change: Change) -> Dish:
    """Put a step behind another; what took that one's product takes the new step's."""
    if change.step is None:
        return dish
    ids = [step.id for step in dish.method]
    if change.at and change.at not in ids:
        return dish
    place = ids.index(change.at) + 1 if change.at else 0
    new = change.step
    takes_it = any(take.ref == change.at for take in new.takes)
    behind = tuple(
        replace(step, takes=tuple(
            Take(new.id, t.share, t.fraction) if t.ref == change.at else t for t in step.takes
        )) if takes_it else step
        for step in dish.method[place:]
    )  # fmt: skip
    return replace(dish, method=(*dish.method[:place], new, *behind))


def _swap_line(dish: Dish, change: Change) -> Dish:
    return with_line(dish, change.at, lambda line: replace(line, instead=change.line))


def _omit(dish: Dish, change: Change) -> Dish:
    return with_line(dish, change.at, lambda line: replace(line, left_out=True))


def _include(dish: Dish, change: Change) -> Dish:
    return with_line(dish, change.at, lambda line: replace(line, left_out=False))


_DO: dict[ChangeKind, Callable[[Dish, Change], Dish]] = {
    "set_choice": _set_choice, "swap_line": _swap_line, "omit": _omit, "include": _include,
    "add_line": _add_line, "add_step": _add_step,
}  # fmt: skip
