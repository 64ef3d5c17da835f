"""A stand-in as the book has it: what goes in, what is done, and what a cook may expect of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from snabo_core.foods import Library
from snabo_core.shelf import Reheating
from snabo_core.water.steps import Step

# What a stand-in is scaled by, see `swaps.scaling`: the mass it comes to, its loose mL, the grams
# of liquid it brings to coat a spoon, or so many of the role's own units.
Basis = Literal["cooked_mass", "loose_volume", "thickening_power", "units"]
Hold = Literal["", "crumbles", "fork", "slice", "rubbery"]
HOLDS: tuple[Hold, ...] = ("", "crumbles", "fork", "slice", "rubbery")

# What a step is done in and has to be washed after it; common practice, no source.
WASHED = {
    **dict.fromkeys(("mix", "whisk", "knead", "fold", "mash", "salt", "toss", "microwave"), "bowl"),
    **dict.fromkeys(("blend", "rice", "grind"), "machine"),
    **dict.fromkeys(("boil", "simmer", "reduce", "absorb"), "saucepan"),
    **dict.fromkeys(
        ("dry_in_pan", "dry_saute", "saute", "sear", "fry", "sweat", "melt", "hold_back"), "pan"
    ),
    **dict.fromkeys(("bake", "roast", "grill", "toast"), "tray"),
    **dict.fromkeys(("press", "drain"), "cloth or sieve"),
    "steam": "steamer",
    "soak": "bowl",
    "grate": "grater",
}


@dataclass(frozen=True)
class Keeping:
    """How long a finished stand-in keeps, low to high, in days or months, and who says so."""

    low: float
    high: float
    evidence: str


@dataclass(frozen=True)
class StandInLine:
    """A line of a stand-in, in grams for its own basis, with the limits it may move in."""

    food: str
    form: str
    grams: float
    low: float
    high: float
    preparation: str = ""


@dataclass(frozen=True, eq=False)
class StandIn:
    """A worked-out replacement for a role, as the book has it.

    Two are the same only if they are one: what they come to is remembered by which it is. `gives`
    is how many of the role's units the lines come to; where it is None their finished mass
    says, or for a crust or a lid the area it covers at `thickness_mm` before it is baked. `serves`
    is how many its lines are for, where it is scaled by servings and by nothing else.
    `in_oven` tells how it behaves where it meets the dish; `smell_level` how much it smells while
    it cooks, 0 not at all to 3 all over the house, by judgement, None where nobody says. Keeping
    and reheating are None where nobody here has tried. `ways` are the same thing made another
    way, each with a `note` of what that changes; their keys are `key.way`. `foods` is the
    household's list where its own foods may be in it, None for the book's.
    """

    key: str
    role: str
    name: str
    family: str
    driver: str
    basis: Basis
    lines: tuple[StandInLine, ...]
    steps: tuple[Step, ...]
    expectation: str
    texture: Mapping[str, int]
    smell: str
    taste: str
    equipment: tuple[str, ...]
    without: Mapping[str, str]
    evidence: str
    reference: tuple[StandInLine, ...]
    gives: float | None = None
    thickness_mm: float | None = None
    serves: float | None = None
    colour: str = ""
    hold: Hold = ""
    in_oven: str = ""
    smell_level: int | None = None
    fridge: Keeping | None = None
    freezer: Keeping | None = None
    reheat: Reheating | None = None
    note: str = ""
    ways: tuple[StandIn, ...] = field(default=())
    foods: Library | None = None

    @property
    def band(self) -> tuple[float, float] | None:
        """The band of the finished part."""
        return self.steps[-1].band

    @property
    def vessels(self) -> int:
        """How many things there are to wash: one for each that a step is done in."""
        return len({WASHED[step.technique] for step in self.steps if step.technique in WASHED})

    @property
    def hands_on_minutes(self) -> float:
        """Middle of the hands-on minutes of all steps."""
        return sum(sum(step.hands_on_minutes) / 2 for step in self.steps)

    @property
    def total_minutes(self) -> float:
        """Middle of hands-on and waiting minutes of all steps, one after the other."""
        return self.hands_on_minutes + sum(sum(s.passive_minutes) / 2 for s in self.steps)
