"""What a kitchen cooks on: hands, rings, oven, machines."""

from __future__ import annotations

from dataclasses import dataclass, fields

from snabo_core.errors import BadInput

# The most of each that a form takes; no home kitchen has more.
MOST = {"cooks": 4, "rings": 8, "shelves": 6, "microwaves": 2, "blenders": 3, "processors": 3}
SLOWEST, FASTEST = 1.0, 60.0


@dataclass(frozen=True)
class Equipment:
    """How many of each there are, and how many C a minute the empty oven rises and falls.

    The usual values are common practice, no source: an electric oven reaches 200 C from cold in
    about 18 minutes, and falls half as fast with its door shut.
    """

    cooks: int = 1
    rings: int = 4
    shelves: int = 2
    microwaves: int = 1
    blenders: int = 1
    processors: int = 1
    oven_up: float = 10.0
    oven_down: float = 5.0


def check_equipment(one: Equipment) -> None:
    """Refuse what no kitchen has.

    Raises:
        BadInput: with a sentence and the field it is about.
    """
    for each in fields(one):
        value = getattr(one, each.name)
        if each.name in MOST and not 0 <= value <= MOST[each.name]:
            raise BadInput(f"There are 0 to {MOST[each.name]} {each.name}.", each.name)
    if one.cooks == 0:
        raise BadInput("Somebody has to cook.", "cooks")
    for name in ("oven_up", "oven_down"):
        if not SLOWEST <= getattr(one, name) <= FASTEST:
            raise BadInput(
                f"An oven moves by {SLOWEST:.0f} to {FASTEST:.0f} degrees a minute.", name
            )
