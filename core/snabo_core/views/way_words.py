"""A way in words: what changes, from what to what, why, and what stands against any."""

from __future__ import annotations

from collections.abc import Sequence

from snabo_core.dish import Line
from snabo_core.foods.certainty import certainty_of
from snabo_core.plate.nutrients import LABELS, UNIT
from snabo_core.swaps.ledgers import name_of
from snabo_core.swaps.scaling import eggs_text, slot_lines
from snabo_core.ways.choices import Doing, Place
from snabo_core.ways.conflict import Conflict, Help, Unkept
from snabo_core.ways.finding import Fitting, Way, standing_of
from snabo_core.ways.modelling import Step
from snabo_core.ways.weights import Must
from snabo_core.wording import grams_text, listed, say, worded

# Minutes below which a way takes as long as before, and changes that its sentence names.
LEAST_MINUTES, MOST_NAMED = 1.0, 4


def short_words(fitting: Fitting, way: Way, steps: Sequence[Step]) -> str:
    """Return a way in one sentence: what changes, what comes of it for whom, how long it takes."""
    text = changes_in_short(fitting, way, steps)
    found = []
    for must in missed_most(fitting):
        figure = way.made.figures_of(must.eater.id)[must.what].best
        if figure is not None:
            values = _called_must(must)
            found.append(worded("way_figure", figure=figure, **values))
    if abs(way.minutes) >= LEAST_MINUTES:
        code = "way_longer" if way.minutes > 0 else "way_quicker"
        found.append(worded(code, minutes=f"{abs(way.minutes):.0f}"))
    text = _capital(text)
    return worded("way", changes=text, figures=", ".join(found)) if found else f"{text}."


def changes_in_short(fitting: Fitting, way: Way, steps: Sequence[Step]) -> str:
    """Return what a way changes, the first few things by name."""
    changes = _in_few_words(fitting, way, steps)
    text = ", ".join(changes[:MOST_NAMED]) if changes else worded("way_nothing")
    if len(changes) > MOST_NAMED:
        rest = str(len(changes) - MOST_NAMED)
        code = "way_one_more" if rest == "1" else "way_more"
        text = worded(code, changes=text, count=rest)
    return text


def _in_few_words(fitting: Fitting, way: Way, steps: Sequence[Step]) -> list[str]:
    """Return the steps in few words, those that put the same in several places as one."""
    replaced: dict[str, list[str]] = {}
    plain = []
    for step in steps:
        if step.place is None:
            plain.append(_share_in_few_words(fitting, step))
            continue
        place = fitting.choices.places[step.place]
        was = _was(fitting, place)
        if step.doing is None:
            more = _moves_up(fitting, way, step)
            plain.append(worded("way_more_of" if more else "way_less_of", name=was))
            continue
        doing = place.doings[step.doing]
        if doing.kind in {"stand_in", "swap", "offered"}:
            replaced.setdefault(_becomes(doing), []).append(was)
        else:
            plain.append(_without_words(place, doing, was))
    whole = [worded("way_instead", name=n, was=listed(was)) for n, was in replaced.items()]
    return list(dict.fromkeys([*whole, *plain]))


def _share_in_few_words(fitting: Fitting, step: Step) -> str:
    if step.servings:
        return worded(
            "way_servings", count=f"{step.servings:g}", was=f"{fitting.choices.dish.servings:g}"
        )
    code = "way_smaller" if step.portion < 1 else "way_larger"
    return worded(code, name=_eater_name(fitting, step.eater))


def _eater_name(fitting: Fitting, identity: str) -> str:
    return next(eater.name for eater in fitting.setting.eaters if eater.id == identity)


def _moves_up(fitting: Fitting, way: Way, step: Step) -> bool:
    if step.place is None:
        return False
    base = fitting.choices.places[step.place].doings[0].lines[0].grams or 0.0
    return way.selection.grams[step.place] > base


def _was(fitting: Fitting, place: Place) -> str:
    """Return what a place is called as it is now: a stand-in's name, or the food's."""
    if place.line is not None:
        used = place.line.used()
        return used.food_name or used.text
    if place.slot is not None and place.slot.choice is not None:
        return name_of(place.slot, fitting.book).lower()
    return _original(place)


def _original(place: Place) -> str:
    """Return what a place is called as the recipe has it."""
    if place.line is not None:
        return place.line.food_name or place.line.text
    if place.slot is None:
        return place.part.name
    lines = slot_lines(place.part, place.slot)
    heaviest = max(lines, key=lambda line: line.grams or 0.0, default=None)
    return (heaviest.food_name or heaviest.text) if heaviest else place.slot.role


def _becomes(doing: Doing) -> str:
    if doing.choice is not None:
        return doing.choice.name.lower()
    return doing.line.food_name if doing.line else ""


def _without_words(place: Place, doing: Doing, was: str) -> str:
    if doing.kind == "back":
        return worded("way_back", was=_original(place))
    return worded("way_half" if doing.kind == "reduced" else "way_out", was=was)


def change_words(fitting: Fitting, way: Way, step: Step) -> str:
    """Return one change from what to what, with its grams."""
    if step.place is None:
        return _share_words(fitting, way, step)
    place = fitting.choices.places[step.place]
    was = _was(fitting, place)
    if step.doing is None:
        return _grams_words(way, place.doings[0].lines[0])
    doing = place.doings[step.doing]
    if doing.kind in {"reduced", "out", "without", "back"}:
        return _without_words(place, doing, was)
    if place.line is None:
        return worded("way_instead", name=_becomes(doing), was=was)
    code = "way_offered" if doing.kind == "offered" else "way_instead"
    grams = place.line.used().grams
    weighed = was if grams is None else f"{grams_text(grams)} g {was}"
    return worded(code, name=_text_of(doing), was=weighed)


def _text_of(doing: Doing) -> str:
    line = doing.line
    if line is None or line.grams is None:
        return line.text if line else ""
    return f"{grams_text(line.grams)} g {line.food_name or line.text}"


def _grams_words(way: Way, was: Line) -> str:
    lines = (i for part in way.dish.parts for i in part.effective_lines())
    now = next(line for line in lines if line.id == was.id)
    if was.food == "egg":
        return worded("way_eggs", grams=eggs_text(now.grams or 0.0), was=eggs_text(was.grams or 0))
    return worded(
        "way_grams", grams=now.grams or 0.0, was=was.grams or 0.0, name=was.food_name or was.text
    )


def _share_words(fitting: Fitting, way: Way, step: Step) -> str:
    if step.servings:
        return _share_in_few_words(fitting, step)
    grams = way.made.sharing.of(step.eater) * way.made.grams
    name = _eater_name(fitting, step.eater)
    return worded("way_portion", share=step.portion, grams=grams, name=name)


def why_words(fitting: Fitting, way: Way, step: Step) -> str:
    """Say what a change is for: what somebody leaves out, or the limit that it helps most."""
    held = _held(fitting, step)
    text = held or _helps_most(fitting, way, step)
    note = ""
    if step.place is not None and step.doing is not None:
        note = fitting.choices.places[step.place].doings[step.doing].note
    return worded("way_with_note", why=text, note=note) if note else text


def _helps_most(fitting: Fitting, way: Way, step: Step) -> str:
    best: tuple[float, str] | None = None
    whole = fitting.change_of(way.selection, step)
    for number, must in enumerate(fitting.weights.musts):
        if must.target is None or not must.hard or not _is_missed(fitting, must):
            continue
        by = _moved_by(way, step, must, float(whole[number]))
        helped = (-by if must.upper else by) / must.size
        if helped > 0 and (best is None or helped > best[0]):
            code = "way_why_more" if by > 0 else "way_why_less"
            best = helped, worded(code, amount=abs(by), **_called_must(must))
    return best[1] if best else worded("way_why_rest")


def _moved_by(way: Way, step: Step, must: Must, change: float) -> float:
    """Return by how much a step changes what an eater gets of a must's figure."""
    if step.place is not None:
        return change * must.share
    whole = way.made.plate.figures[must.what].best
    if whole is None or (step.eater and step.eater != must.eater.id):
        return 0.0
    share = way.made.sharing.of(must.eater.id)
    return whole * way.dish.servings * (share - must.share)


def missed_most(fitting: Fitting) -> list[Must]:
    """Return for each eater the limit that is missed most now, by its size; the worst first."""
    found: dict[str, tuple[float, Must]] = {}
    for must in fitting.weights.musts:
        if must.target is None or not must.hard or not _is_missed(fitting, must):
            continue
        figure = fitting.now.figures_of(must.eater.id)[must.what]
        value = figure.best if figure.best is not None else figure.low
        miss = abs(value - must.edge) / must.size
        if miss > found.get(must.eater.id, (0.0, must))[0]:
            found[must.eater.id] = miss, must
    return [must for _, must in sorted(found.values(), key=lambda pair: -pair[0])]


def _is_missed(fitting: Fitting, must: Must) -> bool:
    standing = standing_of(must, fitting.now)
    return standing is not None and not standing.met


def _held(fitting: Fitting, step: Step) -> str:
    """Say what a line or a slot holds now that somebody leaves out, empty where nothing."""
    if step.place is None or step.doing is None:
        return ""
    for line in fitting.lines_now(step.place):
        food = fitting.library.food(line.food) if line.food else None
        for eater in fitting.setting.eaters:
            for exclusion in eater.exclusions:
                sure = food is not None and certainty_of(food, exclusion.what) == "contains"
                if sure and exclusion.tolerated == 0:
                    name = line.food_name or line.text
                    return worded("way_why_holds", food=name, what=exclusion.what, name=eater.name)
    return ""


def _called_must(must: Must) -> dict[str, str]:
    return {
        "unit": UNIT.get(must.what, "g"),
        "label": LABELS.get(must.what, must.what).lower(),
        "name": must.eater.name,
    }


def conflict_words(conflict: Conflict) -> tuple[str, ...]:
    """Say which limits cannot be kept together, what holds them up, and what cannot be swapped."""
    reasons = []
    told = [one for one in conflict.unkept if not _is_unknown(one.must, conflict.nearest)]
    if len(told) > 1:
        limits = listed([_limit_words(one.must) for one in told])
        reasons.append(worded("conflict_together", limits=limits))
    reasons += [_alone(one) for one in told if one.alone]
    reasons += [
        worded("conflict_stays", name=name, breach=say(breach.message))
        for name, breach in conflict.stays
    ]
    # What nobody knows is no zero: a limit that cannot be told is not kept.
    reasons += [
        worded("conflict_unknown", name=p.eater.name, words=say(s.message))
        for p in conflict.nearest.made.people
        for s in p.standings
        if s.hard and s.code == "cannot_tell"
    ]
    return tuple(reasons) or (worded("conflict_time"),)


def _is_unknown(must: Must, way: Way) -> bool:
    standing = standing_of(must, way.made)
    return standing is not None and standing.code == "cannot_tell"


def _limit_words(must: Must) -> str:
    code = "conflict_most" if must.upper else "conflict_least"
    return worded(code, limit=must.limit, **_called_must(must))


def _alone(one: Unkept) -> str:
    must = one.must
    values = _called_must(must)
    lines = [
        worded("conflict_line", food=held.name, amount=held.brings, unit=values["unit"])
        for held in one.holding
    ]
    passed = sum(held.brings for held in one.holding) > must.edge
    holding = ""
    if lines:
        holding = worded("conflict_pass" if passed else "conflict_most_from", lines=listed(lines))
    code = "conflict_alone_most" if must.upper else "conflict_alone_least"
    return worded(code, limit=must.limit, nearest=one.nearest, holding=holding, **values)


def help_words(one: Help) -> str:
    """Say what would make it fit if it were allowed."""
    return _capital(
        worded(
            f"help_{one.kind}",
            grams=one.grams,
            name=one.eater,
            food=one.name,
            amount=one.per_100g,
            unit=UNIT.get(one.what, "g"),
            label=LABELS.get(one.what, one.what).lower(),
        )
    )


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]
