"""What some of those eating have otherwise, where the dish parts for it, and what to mind."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace

from snabo_core.dish import NONE, Because, Dish, Line, Readings, Variant, difference, lost
from snabo_core.errors import BadInput
from snabo_core.foods import Library
from snabo_core.foods.certainty import EXCLUSIONS
from snabo_core.plate.setting import Setting
from snabo_core.plate.totals import Figure
from snabo_core.swaps.book import Book
from snabo_core.swaps.branches import NOTHING, Branch, branches_of
from snabo_core.swaps.contacts import contacts_of, eaters_of, strictest_first
from snabo_core.swaps.judged import Judged, judged
from snabo_core.swaps.likings import liked, likings, minded
from snabo_core.swaps.parting import Parting, needs_of, parting
from snabo_core.views.variant_words import (
    NEAR,
    change_words,
    contact_words,
    name_of_branch,
    words_of,
)
from snabo_core.ways.splitting import split_of
from snabo_core.wording import listed, worded


@dataclass(frozen=True)
class MindView:
    """Something to mind in somebody's share, and where the advice is from."""

    words: str
    source: str


@dataclass(frozen=True)
class BranchView:
    """A variant, or with an empty id what the others have; figures are of a serving.

    `share` is how much of the dish it is, `grams` what of the dish that comes to. `parted` says
    behind which step it is taken out, `needs` what it holds while it is cooked apart. `lost` are
    changes of things the dish no longer has.
    """

    id: str
    name: str
    because: Because
    eaters: tuple[str, ...]
    others: float
    share: float
    servings: float
    grams: float
    figures: dict[str, Figure]
    changes: tuple[str, ...]
    lost: tuple[str, ...]
    parted: str
    needs: str
    minds: tuple[MindView, ...]


@dataclass(frozen=True)
class PartGroup:
    """Branches, by id, that make a part alike: how much of the dish they are, and its starch."""

    branches: tuple[str, ...]
    whose: str
    share: float
    starch_share: float


@dataclass(frozen=True)
class PartAlike:
    """A part by the branches that make it alike, the strictest first."""

    part_id: str
    groups: tuple[PartGroup, ...]


@dataclass(frozen=True)
class PartingView:
    """A dish with variants: its branches in the order they are cooked, and where traces may go.

    `problem` says that more is promised than the dish makes, or that somebody left the table.
    """

    branches: tuple[BranchView, ...]
    alike: tuple[PartAlike, ...]
    contacts: tuple[str, ...]
    common: str
    problem: str


@dataclass(frozen=True)
class SplitRequest:
    """A draft to part so that everybody can eat it; its variants are looked for anew."""

    dish: Dish
    eaters: tuple[str, ...] = ()
    readings: Readings = NONE


@dataclass(frozen=True)
class SplitView:
    """The dish with variants that suit everybody, or without any and the sentence why not.

    `changes` are what all have otherwise, where nobody can have the dish as it is.
    """

    dish: Dish | None
    words: str
    parting: PartingView | None
    changes: tuple[str, ...] = ()


@dataclass(frozen=True)
class LikeRequest:
    """A draft and how somebody wants it: eaters by id, and servings besides theirs."""

    dish: Dish
    liking: Because
    name: str = ""
    eaters: tuple[str, ...] = ()
    others: float = 0.0


@dataclass(frozen=True)
class LikeView:
    """The draft with the variant in, and what it changes, in words."""

    dish: Dish
    variant: str
    words: str


@dataclass(frozen=True)
class LikingView:
    """A liking the book knows."""

    key: Because
    name: str


def liking_views() -> tuple[LikingView, ...]:
    """Return every liking, in the order of the book."""
    return tuple(LikingView(key, liking.name) for key, liking in likings().items())


def parting_of(made: Judged) -> tuple[tuple[Branch, ...], Parting]:
    """Return the branches of a judged dish, the strictest first, and how it is cooked for them."""
    eaters = made.setting.eaters
    branches = strictest_first(branches_of(made.dish), eaters, made.library)
    return branches, parting(branches, made.book, made.library)


def parting_view(made: Judged) -> PartingView | None:
    """Return a dish's variants as the screens show them, None where it has none."""
    if not made.dish.variants:
        return None
    branches, parted = parting_of(made)
    return PartingView(
        tuple(_branch(branch, made, parted) for branch in branches),
        _alike(parted.branches, made),
        _contacts(parted, made),
        _common(parted),
        _problem(made),
    )


def _branch(branch: Branch, made: Judged, parted: Parting) -> BranchView:
    own = made.branches[branch.id] if branch.variant else _rest(made, branch)
    variant = branch.variant or Variant("", worded("variant_rest"))
    plain = replace(made.dish, variants=())
    gone = lost(plain, variant.changes)
    some = eaters_of(branch, branches_of(made.dish), made.setting.eaters)
    return BranchView(
        id=variant.id,
        name=name_of_branch(branch),
        because=variant.because,
        eaters=tuple(eater.name for eater in some),
        others=variant.others,
        share=branch.share,
        servings=branch.share * made.dish.servings,
        grams=branch.share * own.grams,
        figures=own.plate.figures,
        changes=change_words(plain, variant),
        lost=tuple(words_of(change, plain) for change in gone),
        parted=_parted(branch, parted),
        needs=_needs(branch, parted),
        minds=tuple(
            MindView(f"{one.food}: {one.words}", one.source)
            for one in minded(branch.dish, variant.because, made.library)
        ),
    )


def _rest(made: Judged, branch: Branch) -> Judged:
    """Return what the others have, judged; the dish itself without its variants."""
    return judged(branch.dish, replace(made.setting, eaters=()), made.book, made.library)


def _parted(branch: Branch, parted: Parting) -> str:
    """Say behind which step a branch is taken out."""
    if branch.variant is None or branch.share <= NOTHING:
        return worded("variant_nobody") if branch.variant else ""
    words = {s.one.step.id: s.one.step.words for s in parted.steps}
    mine = [split for split in parted.splits if any(branch.id in g for g in split.takers)]
    if not mine:
        return worded("variant_apart" if _differs(parted) else "variant_same")
    places = {s.one.step.id: number for number, s in enumerate(parted.steps)}
    last = max(mine, key=lambda split: places[split.step])
    return worded("variant_parted", step=words[last.step].rstrip(".").strip())


def _differs(parted: Parting) -> bool:
    return any(len(s.branches) < len(parted.branches) for s in parted.steps)


def _needs(branch: Branch, parted: Parting) -> str:
    if branch.variant is None or branch.share <= NOTHING:
        return ""
    held = [worded(f"needs_{name}") for name in needs_of(parted, branch.id)]
    return listed(held) if held else ""


def _alike(branches: Sequence[Branch], made: Judged) -> tuple[PartAlike, ...]:
    """Return which branches make each part of the same lines."""
    starch = {
        branch.id: {
            part.part_id: part.starch_share
            for part in (made.branches[branch.id] if branch.variant else made).plate.parts
        }
        for branch in branches
    }
    found = []
    for part in branches[-1].dish.parts:
        groups: dict[tuple[Line, ...], list[Branch]] = {}
        for branch in branches:
            groups.setdefault(branch.dish.part(part.id).effective_lines(), []).append(branch)
        found.append(PartAlike(part.id, tuple(
            PartGroup(
                tuple(b.id for b in some), listed([name_of_branch(b) for b in some]),
                sum(b.share for b in some), starch[some[0].id].get(part.id, 0.0),
            )
            for some in groups.values()
        )))  # fmt: skip
    return tuple(found)


def _contacts(parted: Parting, made: Judged) -> tuple[str, ...]:
    """Return what may carry traces, allergens first, one sentence for each tool."""
    found = contacts_of(parted, made.setting.eaters, made.library)
    ordered = sorted(found, key=lambda one: one.what not in EXCLUSIONS)
    return tuple(contact_words(one, parted) for one in ordered)


def _common(parted: Parting) -> str:
    """Say how many of the steps are common work."""
    whole = len({step.one.step.id for step in parted.steps})
    if len(parted.branches) < 2:
        return worded("variant_nobody_yet")
    return worded("variant_common", common=str(parted.common), whole=str(whole))


def _problem(made: Judged) -> str:
    dish = made.dish
    promised = sum(b.share for b in branches_of(dish) if b.variant) * dish.servings
    if promised > dish.servings * (1 + NEAR):
        return worded("variant_too_much", promised=promised, servings=dish.servings)
    known = {eater.id for eater in made.setting.eaters}
    gone = [v.name for v in dish.variants if set(v.eaters) - known]
    return worded("variant_left", names=listed(gone)) if gone else ""


def split(request: SplitRequest, setting: Setting, book: Book, library: Library) -> SplitView:
    """Part a dish so that everybody can eat it: fewest variants, parted as late as can be."""
    names = {eater.id: eater.name for eater in setting.eaters}
    if len(names) < 2:
        return SplitView(None, worded("split_one_eater"), None)
    found = split_of(request.dish, setting, book, library)
    if found is None:
        return SplitView(None, worded("split_none"), None)
    view = parting_view(judged(found.dish, setting, book, library))
    plain = replace(request.dish, variants=())
    changes = change_words(plain, Variant("", "", changes=difference(plain, found.dish)))
    words = worded(
        "split_found_changed" if changes else "split_found",
        base=listed([names[eater] for eater in found.base.eaters]),
        others=listed([variant.name for variant in found.dish.variants]),
        changes=listed(list(changes)) if changes else "",
    )
    if found.unserved:
        who = listed([names[eater] for eater in found.unserved])
        words = f"{words} {worded('split_unserved', names=who)}"
    return SplitView(found.dish, words, view, changes)


def like(request: LikeRequest, setting: Setting, book: Book, library: Library) -> LikeView:
    """Return a draft with a variant for how somebody wants it.

    Raises:
        BadInput: it is for nobody, or for somebody who has a variant already.
    """
    dish, known = request.dish, {eater.id for eater in setting.eaters}
    if request.liking not in likings():
        raise BadInput("The book knows no such liking.", "liking")
    if not set(request.eaters) <= known:
        raise BadInput("Somebody chosen is no longer at the table.", "eaters")
    if not request.eaters and request.others <= 0:
        raise BadInput("Who is it for? Choose somebody, or say for how many servings.", "eaters")
    taken = {eater for variant in dish.variants for eater in variant.eaters}
    if taken & set(request.eaters):
        raise BadInput("Somebody chosen has a variant already; change that one.", "eaters")
    plain = replace(dish, variants=())
    names = [eater.name for eater in setting.eaters if eater.id in request.eaters]
    name = request.name.strip() or (listed(names) if names else likings()[request.liking].name)
    name = _free(name, {variant.name for variant in dish.variants})
    variant = liked(plain, request.liking, name, request.eaters, request.others, book, library)
    words = change_words(plain, variant)
    said = "; ".join(words) if words else worded("like_nothing")
    return LikeView(replace(dish, variants=(*dish.variants, variant)), variant.id, said)


def _free(name: str, taken: Collection[str]) -> str:
    """Return a name nobody has: "Mild", then "Mild 2"."""
    numbered = (f"{name} {number}" for number in range(2, len(taken) + 2))
    return next(one for one in (name, *numbered) if one not in taken)
