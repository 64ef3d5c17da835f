"""Whether a weight was taken before a food was peeled, boned and trimmed, or after."""

from __future__ import annotations

import re
from collections.abc import Iterable

from snabo_core.foods import Food
from snabo_core.quantities.grams import Waste
from snabo_core.quantities.pieces import on_the_bone

# What takes off that which is not eaten.
TRIMMED = frozenset(
    """
peeled pared trimmed cored deseeded de-seeded seeded pitted stoned shelled podded hulled husked
skinned boned shucked
""".split()
)
_TRIMMED = re.compile(
    rf"\b(?:{'|'.join(sorted(TRIMMED))}|skin(?:s)? removed|stems? removed|stalks? removed|topped and "
    r"tailed|crusts? removed)\b",
    re.IGNORECASE,
)
_BOUGHT_WHOLE = re.compile(
    r"\b(?:untrimmed|before (?:trimming|peeling|shelling|boning)|bones? in|bone-in|with (?:the )?bones?|on the bone|in (?:the|their|its) shells?|in shell|"
    r"shell[\s-]on|unshelled|unpeeled weight|skin-on weight|whole weight|gross(?: weight)?|unshucked|"
    r"in (?:the|their) pods?|unpodded|weight with (?:bone|shell|skin)s?)\b",
    re.IGNORECASE,
)
# Nobody eats a prawn's shell or a pumpkin's rind; an unpeeled potato is eaten whole.
_UNPEELED = re.compile(
    r"\b(?:unpeeled|whole|un-?skinned|with (?:the |their |its )?(?:shells?|heads?|skins?|rinds?)|(?:shells?|heads?)(?: and \w+)? on|skin on)\b",
    re.IGNORECASE,
)
PEELED_TO_EAT = {"fish", "squash"}
_PREPARED = re.compile(
    r"\b(?:trimmed|peeled|prepared|net|cleaned|shelled|podded|boned|deseeded|flesh|edible|drained)"
    r"\s+(?:weight|wt)\b|\bweighed\s+(?:when\s+|once\s+|after\s+being\s+)?(?:peeled|trimmed|cleaned|prepared)\b|"
    r"\b(?:boneless|bone out|off the bone|shelled|shucked|peeled and cubed "
    r"weight|meat only|fillets?)\b",
    re.IGNORECASE,
)


def waste_told(text: str, ahead: Iterable[str], food: Food, form: str) -> Waste:
    """Return what a line says of the waste in the weight it gives.

    Args:
        text: the line.
        ahead: its words before the food: "1 kg peeled pumpkin" was weighed when it was peeled,
            "1 kg pumpkin, peeled" by most before (common practice, no source).
        food: that is weighed.
        form: the form it was read in.
    """
    if _PREPARED.search(text):
        return "trimmed_already"
    unpeeled = food.food_class in PEELED_TO_EAT and _UNPEELED.search(text) is not None
    if unpeeled or _BOUGHT_WHOLE.search(text) or on_the_bone(text, food):
        return "as_bought"
    if form in {"tinned", "drained"} or _TRIMMED.search(text) is None:
        # What is in a tin was trimmed before it went in.
        return "none"
    return "trimmed_later" if TRIMMED.isdisjoint(ahead) else "trimmed_already"
