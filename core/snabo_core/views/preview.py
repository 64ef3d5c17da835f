"""Puts the core's results together into the views the screens ask for."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from snabo_core.dish import NONE, Dish, Part, Readings, Slot
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.plate import Plate
from snabo_core.plate.figures import entries, total
from snabo_core.plate.salt import Salt, SaltCode, salting
from snabo_core.plate.serving import LineShare
from snabo_core.plate.setting import Setting
from snabo_core.plate.sources import LedgerSources, ledger_sources
from snabo_core.plate.totals import Figure
from snabo_core.plate.words import changes_of_a_serving
from snabo_core.swaps.book import Book
from snabo_core.swaps.judged import Judged, as_brought, judged
from snabo_core.views.eaters import (
    EaterView,
    PeopleCautionView,
    cautions_of,
    eater_of,
)
from snabo_core.views.offers import AlreadyView, OfferView, already_views, offer_views
from snabo_core.views.toppings import BaseView, base_views
from snabo_core.views.variants import PartingView, parting_view
from snabo_core.views.verdicts import Cell, verdicts_of
from snabo_core.views.water import LedgerView, ledger_view
from snabo_core.wording import Message, say, worded


@dataclass(frozen=True)
class PreviewRequest:
    """A draft to compute, with what a run has weighed of it; `eaters` empty means all.

    With `variant` the parts, lines, figures and ledgers are that variant's.
    """

    sequence: int
    dish: Dish
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE
    variant: str = ""


@dataclass(frozen=True)
class ScaleView:
    """The plate by a scale: serving, 100g as served, dish, or the id of an eater with a portion."""

    scale: str
    figures: dict[str, Figure]
    was: dict[str, Figure]


@dataclass(frozen=True)
class PartView:
    """One layer of the section, now and as it was.

    `starch_share` is carbohydrate of starch-class foods per gram of part. Of the `makes_grams`
    it makes, the share `taken` goes into the dish; the rest is surplus.
    """

    part_id: str
    grams: float
    was_grams: float
    net_carbs: float | None
    was_net_carbs: float | None
    net_share: float | None
    was_net_share: float | None
    starch_share: float
    was_starch_share: float
    makes_grams: float
    taken: float


@dataclass(frozen=True)
class OptionView:
    """A line that may be left out, whether it is in, and what it costs a serving, in words."""

    line_id: str
    part_id: str
    name: str
    included: bool
    words: str


@dataclass(frozen=True)
class SaltView:
    """Grams of salt in 100 g of the mouthful and of each part, by part id, and the words."""

    mouthful: Salt
    parts: dict[str, Salt]
    code: SaltCode
    words: str


@dataclass(frozen=True)
class StarchyView:
    """The slot that carries most of the starch, in a sentence."""

    part_id: str
    slot_id: str
    role: str
    net_share: float | None
    words: str


@dataclass(frozen=True)
class Preview:
    """Everything a screen needs for one draft.

    `mass_is_least` says that a line's grams are unknown, so that `serving_grams` is only a
    lower bound and nothing can be said per 100 g. `finished_grams` is what the scale said of
    the finished dish; `left_grams`, once portions are planned or it was weighed, what nobody has
    taken.
    """

    sequence: int
    serving_grams: float
    mass_is_least: bool
    finished_grams: float | None
    left_grams: float | None
    figures: dict[str, Figure]
    was: dict[str, Figure]
    scales: tuple[ScaleView, ...]
    eaters: tuple[EaterView, ...]
    parts: tuple[PartView, ...]
    lines: tuple[LineShare, ...]
    ledger_sources: tuple[LedgerSources, ...]
    starchy: StarchyView | None
    ledgers: tuple[LedgerView, ...]
    doubtful: int
    warnings: tuple[str, ...]
    options: tuple[OptionView, ...]
    salt: SaltView | None
    cautions: tuple[PeopleCautionView, ...]
    verdicts: tuple[Cell, ...]
    offers: tuple[OfferView, ...] = ()
    already: tuple[AlreadyView, ...] = ()
    bases: tuple[BaseView, ...] = ()
    parting: PartingView | None = None


def preview(
    dish: Dish,
    setting: Setting,
    book: Book,
    library: Library,
    *,
    sequence: int = 0,
    variant: str = "",
) -> Preview:
    """Compute plate, section, standings and ledgers of one draft.

    Everybody stands by what they have: their variant, or the dish.

    Args:
        dish: the whole document.
        setting: eaters and kitchen of the household, and what its scale said of this dish.
        book: the swap book.
        library: where foods are looked up.
        sequence: handed back, so that the screen can drop late answers.
        variant: the id of the variant that is looked at, empty for the dish.

    Raises:
        BadInput: there is no such variant.
    """
    whole_table = judged(dish, setting, book, library)
    made = looked_at(whole_table, variant)
    dish = made.dish
    plate, sharing = made.plate, made.sharing
    ledgers = tuple(ledger_view(each, book) for each in made.ledgers)
    before = made
    if dish.changed():
        before = as_brought(dish.original(), setting, book, library)
    was = before.plate
    lines = made.lines
    layers = _parts(made, before)
    masses = {layer.part_id: layer.grams for layer in layers}
    whole = made.grams
    least = any(line.grams is None for line in lines) and made.weighs is None
    return Preview(
        sequence=sequence,
        serving_grams=whole / dish.servings,
        mass_is_least=least,
        finished_grams=setting.readings.finished(dish),
        left_grams=sharing.left * whole_table.grams if made.weighs or dish.portions else None,
        figures=plate.figures,
        was=was.figures,
        scales=_scales(made, before, whole_table, least=least),
        eaters=tuple(
            eater_of(person, whole_table, was, whole_table.grams) for person in whole_table.people
        ),
        parts=layers,
        lines=plate.lines,
        ledger_sources=ledger_sources(plate, library),
        starchy=_starchiest(dish, was, book),
        ledgers=ledgers,
        doubtful=sum(not line.settled for line in lines),
        warnings=dish.notes,
        options=_options(made),
        salt=_salt(made, masses),
        cautions=cautions_of(whole_table),
        verdicts=verdicts_of(whole_table),
        offers=offer_views(dish, book, library),
        already=already_views(dish, book, library),
        bases=base_views(dish, book, library),
        parting=parting_view(whole_table),
    )


def looked_at(made: Judged, variant: str) -> Judged:
    """Return a variant of a judged dish, or the dish itself for an empty id.

    Raises:
        BadInput: there is no such variant.
    """
    if not variant:
        return made
    if variant not in made.branches:
        raise BadInput("This dish has no such variant any more.", "variant")
    return made.branches[variant]


def _scales(made: Judged, before: Judged, table: Judged, *, least: bool) -> tuple[ScaleView, ...]:
    """Return the plate per serving, per 100 g as served, whole, and by portions of their own.

    Per 100 g is left out where nobody knows what the dish weighs. A portion is of what its
    eater has.
    """
    plate, was = made.plate, before.plate
    scales = [ScaleView("serving", plate.figures, was.figures)]
    if not least and made.grams and before.grams:
        now, then = plate.of_share(100 / made.grams), was.of_share(100 / before.grams)
        scales.append(ScaleView("100g", now, then))
    scales.append(ScaleView("dish", plate.of_share(1.0), was.of_share(1.0)))
    scales += [
        ScaleView(eater, table.of(eater).plate.of_share(share), was.of_share(share))
        for eater, share in made.sharing.portions.items()
    ]
    return tuple(scales)


def _parts(made: Judged, before: Judged) -> tuple[PartView, ...]:
    """Return the layers: what each part makes when it is done, and how much of it goes in."""
    layers = []
    for now, then in zip(made.plate.parts, before.plate.parts, strict=True):
        makes, share = made.layers[now.part_id]
        made_then, share_then = before.layers[now.part_id]
        layers.append(
            PartView(
                now.part_id, makes * share, made_then * share_then,
                now.values["net_carbs"], then.values["net_carbs"],
                now.net_share, then.net_share, now.starch_share, then.starch_share,
                makes, share,
            )
        )  # fmt: skip
    return tuple(layers)


def _options(made: Judged) -> tuple[OptionView, ...]:
    """Return the lines that may be left out, with what each costs or would cost a serving."""
    found = []
    for part in made.dish.parts:
        share = made.layers[part.id][1] / made.dish.servings
        for line in part.lines:
            if not (line.optional or line.left_out):
                continue
            sums = total(*entries([line.used()], made.library, made.setting.rules), sample=False)
            costs = tuple(changes_of_a_serving(sums, None, share))
            words = ", ".join(costs) or "next to nothing"
            code = "option_out" if line.left_out else "option_in"
            if line.used().grams is None:
                code = f"{code}_unmeasured"
            name = line.food_name or line.text
            found.append(
                OptionView(line.id, part.id, name, not line.left_out,
                           say(Message(code, {"costs": words})))
            )  # fmt: skip
    return tuple(found)


def _salt(made: Judged, masses: Mapping[str, float]) -> SaltView | None:
    found = salting(made.eaten, made.plate, masses)
    if found is None:
        return None
    return SaltView(found.mouthful, found.parts, found.code, f"{say(found.message)}.")


def _starchiest(dish: Dish, was: Plate, book: Book) -> StarchyView | None:
    """Name the slot whose starchy lines bring most net carbs."""
    brought = was.of_lines("net_carbs")
    best: tuple[float, Part, Slot] | None = None
    for part in dish.parts:
        for slot in part.slots:
            net = sum(brought.get(i) or 0.0 for i in slot.line_ids)
            if best is None or net > best[0]:
                best = (net, part, slot)
    if best is None:
        return None
    net, part, slot = best
    whole = was.figures["net_carbs"].best
    role = book.roles[slot.role].name if slot.role in book.roles else slot.role
    owner = part.name.lower()
    code = "starchiest" if role in owner or owner == "dish" else "starchiest_of_part"
    known = whole is not None and whole > 0
    words = worded(
        code if known else f"{code}_alone",
        role=role, part=part.name, net=f"{net:.0f}", whole=f"{whole or 0.0:.0f}",
    )  # fmt: skip
    return StarchyView(part.id, slot.id, slot.role, net / whole if whole else None, words)
