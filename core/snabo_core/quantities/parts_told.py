"""Juice, zest, yolks, cubes: which part or kind of a food is meant, said in one way."""

from __future__ import annotations

import re

_CITRUS = r"(?:lemon|lime|orange|grapefruit|clementine)s?"
# "2 juiced lemons", "1/2 lemon (juiced)", "2 lemons, squeezed", "2 lemons for juice".
_JUICED_FIRST = re.compile(
    rf"^(?P<n>\S{{1,8}})\s+(?:juiced|squeezed)\s+(?P<fruit>{_CITRUS})$", re.IGNORECASE
)
_SQUEEZED = re.compile(
    rf"(?P<fruit>\b{_CITRUS})(?:\s*\(\s*(?:juiced|squeezed)\s*\)|,?\s+(?:squeezed|for (?:the )?juic(?:e|ing)))$",
    re.IGNORECASE,
)
# "1 lemon, finely grated rind".
_RIND = re.compile(
    rf"(?P<fruit>\b{_CITRUS}),?\s+\(?(?:finely\s+)?(?:grated\s+)?rind(?:\s+only)?\)?$",
    re.IGNORECASE,
)
# "Lemon juice (2 lemons)", "grated lemon zest from 1 lemon".
_OF_SO_MANY = re.compile(
    rf"^(?:(?:finely\s+)?grated\s+)?(?P<fruit>{_CITRUS})\s+(?P<what>juice|zest)(?:,?\s+from|\s*\(|,)\s*(?P<n>\d[\d/.-]*|half an?)\s+"
    r"(?P=fruit)s?\s*\)?$",
    re.IGNORECASE,
)
# "2 eggs, whites only".
_PART_ONLY = re.compile(r"(?<=[\s(])(?P<part>yolks?|whites?)\s+only\b", re.IGNORECASE)
# "500 ml stock made with a cube" is what stock is.
_FROM_A_CUBE = re.compile(
    r"(?<=\bstock)(?P<ml>,\s+\d+\s?ml)?,?\s+\(?(?:made\s+)?(?:up\s+)?(?:from|with|using)\s+(?:an?|1|one)\s+(?:stock\s+)?cube\b\)?",
    re.IGNORECASE,
)
# "1 cube stock".
_CUBE_STOCK = re.compile(
    r"(?<=\d\s)(?P<cube>cubes?)\s+(?:of\s+)?(?P<kind>(?:vegetable|veg|chicken|beef|lamb|fish)\s+)?stock\b",
    re.IGNORECASE,
)
# "1 tin tuna (in oil)".
_TUNA_IN_OIL = re.compile(
    r"(?<=\btuna)(?:,\s+|\s*\(\s*)(?:packed\s+|tinned\s+)?in\s+(?P<oil>(?:\w+\s+)?oil)\b\s*\)?",
    re.IGNORECASE,
)
_LOW_FAT = re.compile(r"\blowfat\b", re.IGNORECASE)

_HALF_MOONS = re.compile(r"\bhalf[\s-]moons?\b", re.IGNORECASE)
# "6 rashers bacon, fat trimmed off" is no fat.
_FAT_OFF = re.compile(
    r"[,\s]*\(?(?:\b(?:excess|all|any|the|visible|most)\s+)*\bfat\s+(?:trimmed|removed|cut|taken)(?:\s+(?:off|away))?\b\)?",
    re.IGNORECASE,
)

# "100 g feta, if using", "100 g feta (or leave out)", "100 g feta – not essential".
_MAY_BE_LEFT = re.compile(
    r"(?:[,;]?\s*\(|[,;]\s*|\s+[-–—]\s*|\s+(?=if\s)(?!if you have))\s*(?:but\s+)?(?:"
    r"if (?:you(?:['’]re| are)\s+)?using(?: it| them)?|if you have (?:it|some|any|one|them)|if you (?:want|fancy|wish|prefer)(?: to| it| them)?"
    r"|(?:it |they )?(?:can|may|could) be (?:left out|omitted|skipped)|(?:or )?(?:leave (?:it |them )?out|omit(?:ted)?|skip)(?: (?:it|them))?(?: (?:if|for)\s[^,;()]{2,30})?"
    r"|not (?:strictly |really |at all )?(?:essential|necessary|needed)|or not|or (?:none|without))\s*(?:\)|(?=[,;(]|$))",
    re.IGNORECASE,
)
_MAYBE = re.compile(r"^(?:maybe|perhaps|possibly)\s+(?=\d|an?\s|some\s)", re.IGNORECASE)
# "Ground cumin and coriander": both are ground.
_BOTH_GROUND = re.compile(
    r"\bground (?P<one>cumin|coriander)(?P<and>\s*(?:and|&|,)\s*)(?P<other>coriander|cumin)\b(?!\s+(?:seeds?|leaf|leaves|ground))",
    re.IGNORECASE,
)
# "100 g cheddar and the same of feta".
_SAME_OF = re.compile(
    r"^(?P<amount>\d[\d./]*\s?(?:g|kg|ml|tbsp|tsp|cups?|oz)) (?P<one>[^\d,;()]{3,30}?) and (?:the same|as much)(?: (?:amount|quantity|weight))?(?: again)? (?:of )?(?P<other>[^\d,;()]{3,30})$",
    re.IGNORECASE,
)

# "1 roll, stale".
_ROLLS = re.compile(
    r"^(?P<n>\d{1,2}|an?|one|two|three|four)\s+(?:(?:stale|day-old|old|white|brown|small|large)\s+)*(?P<roll>rolls?)(?=\s*(?:,|\(|$))",
    re.IGNORECASE,
)

# What is written, and what is read; in this order.
PARTS_TOLD = (
    (_JUICED_FIRST, r"\g<n> \g<fruit>, juiced"),
    (_SQUEEZED, r"\g<fruit>, juiced"),
    (_RIND, r"\g<fruit>, zest"),
    (_OF_SO_MANY, r"\g<what> of \g<n> \g<fruit>s"),
    (_PART_ONLY, r"\g<part>"),
    (_FROM_A_CUBE, r"\g<ml>"),
    (_CUBE_STOCK, r"\g<kind>stock \g<cube>"),
    (_TUNA_IN_OIL, r" in \g<oil>"),
    (_LOW_FAT, "low-fat"),
    (_HALF_MOONS, "crescents"),
    (_FAT_OFF, ", trimmed"),
    (_MAY_BE_LEFT, " (optional)"),
    (_MAYBE, "optional: "),
    (_BOTH_GROUND, r"ground \g<one>\g<and>ground \g<other>"),
    (_SAME_OF, r"\g<amount> each \g<one> and \g<other>"),
    (_ROLLS, r"\g<n> bread \g<roll>"),
)
