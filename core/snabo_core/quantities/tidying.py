"""Brings a pasted line to plain text: entities, bullets, speech, slips taken back."""

from __future__ import annotations

import html
import re
import unicodedata
from collections.abc import Callable

from snabo_core.quantities.numbers import plain_counts, spell_fractions
from snabo_core.quantities.packs import packs_told
from snabo_core.quantities.parts_told import PARTS_TOLD
from snabo_core.quantities.sizes import sizes_told
from snabo_core.quantities.states import states_told

LINE_LIMIT = 500
_BULLET = re.compile(
    r"^\s*(?:(?:[-–—*•·▢☐☑✓✔►▪◦●○■□➢➤→»>]+|\[[ xX]?\]|\(\s?\)|\d{1,2}[.)](?=\s+\S))\s*)+"
)
# Signs that pictures and ticks bring along; letters, figures and punctuation stay.
_PICTURES = {"So", "Cs", "Co", "Cn"}
_KEPT_SIGNS = "°º™®"
# No word is longer; patterns that look ahead within a word stay short.
_LONG_WORD = re.compile(r"[^\W_]{60}(?=[^\W_])")
_SPOKEN = re.compile(r"\s+comma\b", re.IGNORECASE)
_TAKEN_BACK = re.compile(
    r"^.*\b(?:no wait|no,? make (?:it|that)|scratch that|i mean|sorry,?|correction)\b[\s,:]*(?=\S)",
    re.IGNORECASE,
)
_TALK = re.compile(
    r"^(?:(?:okay|ok|so|um+|uh+|like|well|right|now|then|also|next|and|plus|oh|hey|yeah|alright|"
    r"add|you'?ll need|you need|u'?ll need|u need|we need|need|got|grab|i need|i use|i used|take|get|use|used|about|"
    r"optional:|optionally|just|maybe|then add|add in|put in|throw in)\b[\s,]+)+(?=\S)",
    re.IGNORECASE,
)


# Ways to say one thing.
_NUT_OF = re.compile(
    r"\b(?:nut|noix|walnut|hazelnut|(?:walnut|hazelnut)[\s-]sized (?:piece|knob|lump|bit)) of (?=(?:\w+ )?(?:butter|marg\w*|lard|dripping|ghee))",
    re.IGNORECASE,
)
_BIG_SPOON = re.compile(r"\b(?:big|large|serving|table) spoon((?:ful)?s?)\b", re.IGNORECASE)
# "Salt & lots of pepper": how much lots are, nobody says.
_PLENTY = re.compile(
    r"(?P<before>^|,\s*|\s(?:and|&|\+)\s+)(?:(?:a lot|lots|plenty|loads|heaps|masses) of|plenty|(?:a (?:little|bit of)|some)(?=\s+(?:(?:white|black|ground|fresh|sea) )?(?:salt|pepper|nutmeg)\b))"
    r"\s+(?=[^\W\d])",
    re.IGNORECASE,
)
# "3 tbsp flour s+p": seasoning that stands behind a food without a comma.
_SEASONED_LAST = re.compile(
    r"^(?P<food>\d[^,;()&+]*[a-z])\s+(?:s\s?[&+/]\s?p|salt\s?(?:&|\+|and)\s?pepper)$", re.IGNORECASE
)
# "1 (8-count) package tortillas" is eight of them.
_HALF_DOZEN = re.compile(r"(?:\b1/2|½|\bhalf)\s+(?:an?\s+)?dozen\b", re.IGNORECASE)
# "Two 6-ounce fillets", "one 2 lb squash"; "1 200 g" may be one number.
_EACH_SO_HEAVY = re.compile(
    r"^(?:(?P<n>one|two|three|four|five|six|eight)\s+(?P<size>\d+(?:\.\d+)?)[\s-]?(?P<unit>oz|ounces?|lbs?|pounds?|g|grams?|kg)[\s-]+(?=[a-z(]))",
    re.IGNORECASE,
)
# "A scant 200 ml milk".
_SCANT_BEFORE = re.compile(
    r"^(?:an?\s+)?(?:scant|generous|good|bare|full|(?:just )?(?:under|over))\s+(?=\d+\s?(?:g|kg|ml|l|oz|lb)\b)",
    re.IGNORECASE,
)
# "1 pot crème fraîche", "1 net sprouts".
_POT_OF = re.compile(
    r"^(?P<n>\d{1,2})\s+(?:small |large )?pots?\s+(?:of\s+)?(?=(?:half[- ]fat |low[- ]fat |greek |natural |plain )?"
    r"(?:cr[eè]me fra[iî]che|(?:single|double|sour|soured|whipping) cream|yog|hummus|houmous|cottage cheese|ricotta|quark|skyr)\b)",
    re.IGNORECASE,
)
_NET_OF = re.compile(r"^(?P<n>\d{1,2})\s+nets?\s+(?:of\s+)?(?=[a-z])", re.IGNORECASE)
# "Parsnip mash" is no mashed potato.
_MASH_OF = re.compile(
    r"\b(?P<food>parsnip|carrot|turnip|sweet potato|pumpkin|squash|broccoli|kohlrabi|pea|(?:butter|white) bean)s?\s+mash\b",
    re.IGNORECASE,
)
# "2 cups chicken, cooked and shredded": so much fills a cup once it is cooked.
_COOKED_BY_CUP = re.compile(
    r"^(?P<cups>[\d½¼¾⅓⅔ ./-]{1,8}\s*cups?)\s+(?:of\s+)?(?P<meat>(?:chicken|turkey|pork|beef|lamb|duck)(?:\s+(?:breasts?|thighs?|meat))?),?\s+cooked\b",
    re.IGNORECASE,
)
_COUNTED_PACK = re.compile(
    r"^(?:an?|1|one)\s+\(?(?P<n>\d{1,2})[\s-]?(?:count|ct)\b\.?\)?\s+"
    r"(?:package|pack|packet|pkg|bag|box)\b\.?\s+(?:of\s+)?",
    re.IGNORECASE,
)
# "A 400 g can of chickpeas, including the liquid" is not drained.
_WITH_LIQUID = re.compile(
    r",?\s+(?:including|with|plus|in|and)\s+(?:the|its|their)\s+(?:liquid|juices?|brine|water)"
    r"(?:\s+(?:from the (?:tin|can|jar)))?$",
    re.IGNORECASE,
)
# "1 can chickpeas, DON'T drain".
_NOT_DRAINED = re.compile(
    r"\b(?:do not|don['’]?t|never|not|without) drain(?:ed|ing)?\b", re.IGNORECASE
)
# "2 tbsp puree": that of a tube.
_PUREE_ALONE = re.compile(
    r"^(?P<n>(?:\d|an?\s|one\s|two\s|[½¼¾])[^,;()]{0,12}(?:tbsps?|tsps?|\w*spoons?(?:ful)?|squeeze|tube))\s+(?:of\s+)?pur[eé]e$",
    re.IGNORECASE,
)
# "GF macaroni", "DF spread".
_FREE_FROM = re.compile(r"\b(?P<what>GF|DF)\b(?=\s+[a-z])")
_FREE = {"GF": "gluten-free", "DF": "dairy-free"}
_A_BIT = re.compile(r"\ba (?:wee |tiny |little )?bit of\s+(?=[^\W\d])", re.IGNORECASE)
# "Zest + juice 1 lemon".
_ZEST_AND_JUICE = re.compile(
    r"^(?P<one>zest|juice)\s*(?:\+|&|and)\s*(?P<other>juice|zest)\s+(?P<of>(?:\d|an?|half|one|two)\b)",
    re.IGNORECASE,
)
# What caterers call by a number: "2 No. 10 cans"; grams of what is in it, from memory.
_NUMBERED_CAN = re.compile(
    r"\b(?P<n>\d{1,2}|an?|one|two|three)\s+(?:no\.?\s?|#\s?)(?P<size>10|5|3|2\.5|2 1/2|2½|2|303|300)\s+(?:size\s+)?(?:cans?|tins?)\b",
    re.IGNORECASE,
)
_CAN_GRAMS = {
    "10": 3000,
    "5": 1600,
    "3": 1450,
    "2.5": 820,
    "2 1/2": 820,
    "2½": 820,
    "2": 570,
    "303": 450,
    "300": 410,
}
# "4 eggs + 2 whites".
_WHITES = re.compile(
    r"\b(?P<eggs>eggs?)\s*(?:\+|&|,|and|plus)\s*(?P<n>\d{1,2}|an?|one|two|three|four)\s+(?:extra\s+)?(?P<part>whites?|yolks?)\b",
    re.IGNORECASE,
)
# "50% less fat cheddar".
_LESS_FAT = re.compile(r"\b\d\d\s?% (?:less|reduced|lower)[\s-]fat\b", re.IGNORECASE)
# "Meat broth 1 litre and a half".
_HALF_MORE = re.compile(
    r"(?:\b(?P<n>\d|an?|one|two|three)\s+|^)(?P<unit>lit(?:re|er)s?|pints?|pounds?|kilos?|cups?) and a half\b",
    re.IGNORECASE,
)
# "1 garlic bulb" is a head of it.
_GARLIC_BULB = re.compile(r"\bgarlic (?P<bulb>bulbs?|heads?)\b", re.IGNORECASE)
# "6 outer leaves of savoy".
_OUTER = re.compile(r"\b(?:outer|inner)\s+(?=lea(?:f|ves)\b)", re.IGNORECASE)
# "Seasoning", and nothing else.
_SEASONING = re.compile(r"^seasoning(?:s)?(?:\s+to taste)?$", re.IGNORECASE)
# Bones for a broth, by which an allergy tells those of fish; "chicken, bone in" is none.
_BONES = re.compile(
    r"\b(?:beef|veal|chicken|pork|lamb|ham|turkey|marrow)\s+bones\b(?!\s+(?:in|on|out|left|removed|taken)\b)",
    re.IGNORECASE,
)
# "One jalapeno seeds out"; "2 chillies, seeds left in".
_SEEDED = r"(?P<food>\b(?:chil[a-z]+|jalape[nñ]os?|peppers?|tomato(?:es)?|cucumbers?|serranos?|habaneros?))"
_SEEDS_OUT = re.compile(rf"{_SEEDED},?\s+\(?seeds?\s+(?:taken |scraped )?out\b\)?", re.IGNORECASE)
_SEEDS_IN = re.compile(rf"{_SEEDED},?\s+\(?seeds?\s+(?:left |kept )?in\b\)?", re.IGNORECASE)
# "1 cabbage, about a kilo".
_ABOUT_A_KILO = re.compile(
    r"(?P<about>\b(?:about|around|roughly|nearly))\s+an?\s+(?P<unit>kilo|kg|pound|lb|litre|liter)(?=\s*\)?$)",
    re.IGNORECASE,
)
# A squeeze of lemon is one of its juice.
_SQUEEZE = re.compile(
    r"\b(?P<how>squeeze|squirt) (?:of )?(?:(?:fresh|a) )?(?P<fruit>lemon|lime|orange)s?\b(?! juice)",
    re.IGNORECASE,
)
# "Salt nutmeg": two seasonings side by side.
_SALT_FIRST = re.compile(
    r"^(?P<salt>salt)\s+(?=(?:nutmeg|paprika|chilli|chili|cumin|sugar|oil|garlic|thyme|oregano|cayenne|herbs)\b)",
    re.IGNORECASE,
)
# "A mugful of stock" is a mug of it.
_VESSELFUL = re.compile(
    r"\b(?P<vessel>mug|glass|jug|bowl|pan|ladle|teacup|saucer|pot)ful(?P<many>s?)\b", re.IGNORECASE
)
_WINE_GLASS = re.compile(r"\bwine[\s-]glass(?=(?:es|ful|fuls)?\b)", re.IGNORECASE)
# "2 soup cans water": the tin is the measure.
_SOUP_CAN = re.compile(
    r"\bsoup[\s-](?:can|tin)s?(?=\s+(?:of\s+)?(?:milk|water|stock|broth|cream|wine)\b)",
    re.IGNORECASE,
)
# "Salt pepper chilli": a seasoning among its like.
_CHILLI_LAST = re.compile(r"(?P<before>^|\bpepper,?(?:\s+(?:and|&))?\s+)chill?i$", re.IGNORECASE)
_COOKING_SPOON = re.compile(r"\bcooking[\s-]?spoon(?:ful)?s?\b", re.IGNORECASE)
_LITTLE_SPOON = re.compile(r"\b(?:small|little|tea) spoon((?:ful)?s?)\b", re.IGNORECASE)
# "mint small bunch": an amount in words that stands behind its food.
_AMOUNT_LAST = re.compile(
    r"^(?P<food>[^\W\d][^\d,;(]*?)(?:,?\s+(?P<amount>(?:an?\s+)?(?:(?:small|large|big|good)\s+)?(?:bunch|handful|pinch|knob|sprig|bulb|head|squirt|splash|drizzle|dollop|squeeze|glug))"
    r"|,?\s+(?P<words>(?:an?|one|half an?)\s+(?:pound|kilo|lb|pint|litre|liter|tablespoon|teaspoon|dessertspoon|tbsp|tsp|cup|knob|handful|pinch|bunch|splash|drizzle|glug|glass|wineglass|mug|"
    r"dash|sprig|clove|tin|can|jar|little)))$",
    re.IGNORECASE,
)
# Cream with as much milk.
_HALF_AND_HALF = re.compile(
    r"\bhalf\s?[-&+]\s?(?:and\s?-?\s?)?half\b|\bhalf[\s-]and[\s-]half\b", re.IGNORECASE
)
_N_FOR_AND = re.compile(r"(?<=[a-z])\s+'?n'?\s+(?=[a-z])", re.IGNORECASE)
# "eggs,4" of a table; "Butter - qty 50 g".
_CELLS = re.compile(r"(?<=[^\W\d]{3}),(?=\d)")
_QTY = re.compile(r"\b(?:qty|quantity)\b\.?:?\s*(?=\d)", re.IGNORECASE)
_COMMA_AT_THE_END = re.compile(r"(?<![\s,])[\s,]++$")
# "Peas, frozen, mug".
_BARE_LAST = re.compile(
    r"^(?P<food>[^\W\d][^\d;()]*?),\s+(?P<amount>mug|mugful|cup|glass|handful|knob|splash|drizzle|pinch|"
    r"(?:a\s+)?few (?:drops|dashes|sprigs|leaves|slices|handfuls))$",
    re.IGNORECASE,
)
# "Head of cauliflower 600 g", "rack of lamb, 2 x 400 g", "2 cans of chickpeas 400 g each": what
# weighs or holds so much stands ahead of it.
_WEIGHED_LAST = re.compile(
    r"^(?:(?P<n>\d{1,2}|an?|one)\s+)?(?P<what>(?:(?:large|small|big|medium|whole)\s+)?"
    r"(?:racks?|sides?|fillets?|heads?|slices?|cans?|tins?|jars?|bunch(?:es)?|sheets?|sticks?|blocks?|bags?|packs?|"
    r"packets?|(?:foil\s+)?pouch(?:es)?|sachets?|balls?|loaf|loaves|cartons?|bottles?|tubs?|pieces?|tubes?|wedges?|punnets?)\s+(?:of\s+)?[^\W\d][^\d,;()]{2,40}?)"
    r"[\s,:–-]+(?:(?P<times>\d{1,2})\s?[x×]\s?)?(?P<told>\d[\d.,]{0,6}\s?(?:kg|kilos?|g|gr|grams?|ml|cl|l|litres?|liters?|lbs?|oz)\b\.?)"
    r"(?:\s?[x×]\s?(?P<more>\d{1,2}))?(?P<each>\s+each)?$",
    re.IGNORECASE,
)
# "Slices bread (4)", "rashers bacon x 3".
_COUNTED_LAST = re.compile(
    r"^(?P<unit>slices|rashers|sprigs|heads|cloves|fillets|sheets|tins|cans|jars|packets|packs|stalks|sticks|bulbs|bunches|leaves)\s+"
    r"(?:of\s+)?(?P<food>[^\W\d][^\d,;()]{2,40}?)[\s,:–-]+(?:[x×]\s?|\()?(?P<n>\d{1,2})\)?$",
    re.IGNORECASE,
)
# "Flour & butter - 40 g of each", "peas, leeks: 100 g each".
_EACH_LAST = re.compile(
    r"^(?=[^\d:;()]{2,60}(?:,|&|\+|\sand\s))(?P<foods>[^\W\d][^\d:;()]{5,80}?)\s*(?:(?:\s[-–—]|:)\s+|\(\s*)(?P<amount>\d[^,;()]{0,20}?)\s+(?:of\s+)?each\s*\)?$"
    # "Cheddar/feta 100 g each".
    r"|^(?P<pair>[a-z]{3,20}/[a-z]{3,20})[\s,:–-]+(?P<so_much>\d[^,;()]{0,20}?)\s+(?:of\s+)?each$",
    re.IGNORECASE,
)
# "Pound of mince" is one.
_ONE_OF = re.compile(r"^(?:pound|lb|kilo|kilogram|kg|ounce)(?=\s+of\s)", re.IGNORECASE)
_ADDED = r"(?:no[\s-]+(?:added[\s-]+)?{0}(?:[\s-]+added)?|without(?:\s+added)?\s+{0}|{0}[\s-]free|un{0}ed)\b"
_NO_SALT = re.compile(rf"\b{_ADDED.format('salt')}", re.IGNORECASE)
_NO_SUGAR = re.compile(rf"\b{_ADDED.format('sugar')}", re.IGNORECASE)


_SALT_AND_PEPPER = re.compile(
    r"(?<![\w&+])s\s?[&+/]\s?p(?![\w&+/])|\bsalt\s?/\s?pepper\b", re.IGNORECASE
)
# As other kitchens measure: "2 spoons (soup) of butter", "1 cup (tea) of milk".
_TOLD_SPOON = re.compile(
    r"\bspoon(?P<many>s?)\s*\(\s*(?P<kind>soup|table|tea|dessert|coffee)\s*\)", re.IGNORECASE
)
_FRENCH_SPOON = re.compile(
    r"\bc(?:\.|uill?\.?|uill[eèé]res?)?\s*[àa]\s*(?P<kind>s(?:oupe|\.)?|c(?:af[eé]|\.)?)(?=\s|$)(?:\s+d[e'’]\s*)?",
    re.IGNORECASE,
)
_TOLD_CUP = re.compile(r"\b(?P<cup>cups?)\s*\(\s*tea\s*\)", re.IGNORECASE)
# A one and a pound that a scanner took for letters: "l lb", "2 Ib", "l/4 pint".
_SCANNED_ONE = re.compile(
    r"^[lI|](?=\s?/\s?\d|\s+(?:lbs?|ozs?|pints?|cups?|kg|tbsp|tsp|tins?|cans?)\b)"
)
_SCANNED_POUND = re.compile(r"(?<=\d)(?P<gap>\s?)[I|](?P<pounds>bs?)\b")
# "The same tin of water" is one tin.
_SAME = re.compile(
    r"\b(?:the )?same (?=(?:tin|can|jar|cup|mug|glass|spoon|carton|pot)(?:ful)?\b)", re.IGNORECASE
)
# Italy's fine flour: no amount of it.
_ZERO_FLOUR = re.compile(r"^(?:tipo\s+|type\s+)?['\"“‘]?00['\"”’]?\s+flour\b", re.IGNORECASE)
_DECAGRAMS = re.compile(r"\b(?P<n>\d{1,3})\s?(?:dag|dkg|deka)\b", re.IGNORECASE)
# "Beef minced gr. 400", "carrot n. 1": how Italian lists are written.
_UNIT_FIRST = re.compile(
    r"\b(?P<unit>gr|g|kg|ml|cl|dl|lt)\.?\s+(?P<n>\d+(?:[.,]\d+)?)$", re.IGNORECASE
)
_METRIC = {"lt": "l", "hg": "x 100 g"}
# "Gr. 250 pasta", "kg 1 potatoes"; "g. 2 eggs" is the seventh of a list.
_UNIT_AHEAD = re.compile(
    r"^(?P<unit>gr|kg|ml|cl|dl|lt|hg|g(?=\s\d{2})|l(?=\s))\.?\s*(?P<n>\d+(?:[.,]\d+)?)\s+(?:of\s+|di\s+)?(?=[^\W\d])",
    re.IGNORECASE,
)
_BARE_NUMBER = re.compile(r"\bn[.°º]\s*(?P<n>\d{1,2})\b", re.IGNORECASE)
_ENOUGH = re.compile(r"\bq\.?\s?b\.?(?=\s|$)", re.IGNORECASE)
_SEASONED = re.compile(r"^salt\s+(?:&\s+)?pepper\b(?!\w)\s*(?=$|[a-z])", re.IGNORECASE)
# "2 8oz steaks", "1 bag spinach 200 g": the weight of each, the weight of the pack.
_WEIGHT = r"\d+(?:\.\d+)?\s?-?(?:g|gr|kg|ml|oz|ounces?|lbs?|grams?)"
_SIZED = re.compile(rf"^(?P<n>\d{{1,2}})\s+(?P<size>{_WEIGHT})(?=\s+[a-z])", re.IGNORECASE)
_WEIGHT_LAST = re.compile(
    rf"^(?P<pack>\d{{1,2}}\s+(?:bag|pack|packet|pkt|tin|can|jar|tub|box|carton|block|pot|tray)s?\s+[a-z][a-z -]+?)\s+(?P<weight>{_WEIGHT})$",
    re.IGNORECASE,
)
_CREAM_OF = re.compile(r"\bcr(?:m|eam)?\.? of\b", re.IGNORECASE)
# Steaks by a name that begins like a measure, and chicken as hurried people write it.
_RIB_EYE = re.compile(r"\brib[\s-]?eyes?\b", re.IGNORECASE)
_CHICKEN = re.compile(r"\b(?:chx|chix|chkn|chick)(?=\s)", re.IGNORECASE)
# "chestnut mush 1.2 kg", but "corn mush".
_MUSHROOMS = re.compile(
    r"(?<!corn )(?<!meal )(?<!hominy )\b(?:mush|mushies|shrooms?)\b\.?(?=[\s,;)]|$)", re.IGNORECASE
)
_C_PEAS = re.compile(r"\b(?:c\s?/\s?|ck |chk |chick )peas?\b", re.IGNORECASE)
_WINE_VINEGAR = re.compile(r"\b(?P<wine>red|white)(?: wine)? vin\b\.?", re.IGNORECASE)
_CLOVES = re.compile(r"(?<=\d)\s?cl\.?\s+(?=(?:of\s+)?garlic\b)", re.IGNORECASE)


# Both ends of a leek or an onion, which are no greens of their own.
_BOTH_ENDS = re.compile(
    r"\bwhites? (?:parts? )?(?:and|&|\+) (?:(?:pale|light|dark|tender) )?greens?"
    r"(?: (?:parts?|bits?|tops?|ends?)\b|(?=\s*(?:only\b|separated\b|[,)]|$)))",
    re.IGNORECASE,
)


# "1 little gem" is no small one of something.
_LITTLE_GEM = re.compile(r"\blittle gems?\b(?:\s+lettuces?\b)?", re.IGNORECASE)
# "Lemon juice or to taste" offers no lemon.
_OR_ENOUGH = re.compile(
    r",?\s+or\s+(?:more\s+|less\s+)?(?P<how>to taste|as needed|as required|if needed|as desired)\b",
    re.IGNORECASE,
)
# "Mushrooms, wiped and dried" are no dried mushrooms.
_SURFACE_DRIED = re.compile(
    r"\b(?P<before>(?:washed|rinsed|wiped|cleaned|scrubbed|drained|spun|brushed)(?:\s+(?:well|clean))?)"
    r"(?:,\s*|\s+)(?:(?:and|then|&)\s+)?(?:(?:well|thoroughly|completely|very)\s+)*dr(?:ied|y)\b",
    re.IGNORECASE,
)
# "Leeks x3, sliced".
_TIMES_BEHIND = re.compile(r"(?<=[a-z])\s*[x×]\s?(?=\d{1,3}\s*(?:$|[,;(*]|\b\s[–a-z-]))")
# "c. 400g cauliflower" is about so much, no cup.
_CIRCA = re.compile(r"^\s*ca?\.\s*(?=\d)|(?<=[,;(–-])\s*ca?\.\s*(?=\d)", re.IGNORECASE)


def _half_more(said: re.Match[str]) -> str:
    """Return "1.5 litre" for "1 litre and a half"."""
    told = (said["n"] or "one").lower()
    number = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3}.get(told, told)
    return f"{number}.5 {said['unit']}"


def tidy(text: str) -> str:
    """Return a line with entities decoded, odd spaces and control characters gone."""
    plain = _LONG_WORD.sub(r"\g<0> ", html.unescape(text))
    return _spaced(plain, {c for c in set(plain) if unicodedata.category(c) in {"Zs", "Cc", "Cf"}})


def without_pictures(text: str) -> str:
    """Return a text without emoji and other pictures."""
    pictures = {c for c in set(text) if unicodedata.category(c) in _PICTURES} - set(_KEPT_SIGNS)
    return _spaced(text, pictures | set("\ufe0f\u200d"))


def _spaced(text: str, odd: set[str]) -> str:
    plain = text.translate(dict.fromkeys(map(ord, odd), " "))
    return re.sub(r"\s+", " ", plain).strip()


# "1 gr. pepper" on an old card is a green one; a gram of it nobody weighs.
_GREEN = re.compile(
    r"(?<![\d./])(?P<n>[1-9]|1/2|½|one|two|half a)\s+gr(?:n|een)?\.?\s+(?=(?:bell\s+|sweet\s+)?(?:peppers?|chill?ies|chiles?|beans)\b)",
    re.IGNORECASE,
)
# "2 # hamburger".
_POUNDS = re.compile(r"(?<=[\d½¼¾])\s?#\s+(?=[a-z])", re.IGNORECASE)
# "8 mini tortillas" are small ones.
_MINI = re.compile(
    r"\bmini\s+(?=(?:\w+\s+)?(?:tortillas?|wraps?|naans?|pitt?as?|flatbreads?|rolls|buns|bagels|baguettes)\b)",
    re.IGNORECASE,
)
# "2 rolls soaked in milk" are rolls.
_SOAKED_IN = re.compile(
    r"(?<=[a-z])\s+(?=(?:soaked|steeped)\s+(?:overnight\s+)?in\s+(?!\d|an?\s))", re.IGNORECASE
)
# "1 crusty loaf" is one of bread, "a meat loaf" is none.
_LOAF = re.compile(
    r"\b(?:(?P<kind>crusty|white|wholemeal|whole[\s-]?wheat|brown|granary|rye|farmhouse|uncut|unsliced|sliced|day[\s-]old|stale|country|fresh|cob)"
    r"|tin)\s+loa(?P<many>f|ves)\b|\b(?P<bloomer>bloomer)\b(?!\s+(?:bread|loaf))",
    re.IGNORECASE,
)


def _of_bread(loaf: re.Match[str]) -> str:
    if loaf["bloomer"]:
        return "loaf white bread"
    return f"{loaf['kind'] or 'white'} bread loa{loaf['many']}"


# What is said in another way is said once; in this order.
_SAID_ONCE: tuple[tuple[re.Pattern[str], str | Callable[[re.Match[str]], str]], ...] = (
    (_HALF_AND_HALF, "halfandhalf"),
    (_LOAF, _of_bread),
    (_GREEN, r"\g<n> green "),
    (_SOAKED_IN, ", "),
    (_MINI, "small "),
    (_POUNDS, " lb "),
    *PARTS_TOLD,
    (_ZERO_FLOUR, "plain flour"),
    (_DECAGRAMS, r"\g<n>0 g"),
    (_BARE_NUMBER, r"\g<n>"),
    (_UNIT_FIRST, r"\g<n> \g<unit>"),
    (_UNIT_AHEAD, lambda told: f"{told['n']} {_METRIC.get(told['unit'].lower(), told['unit'])} "),
    (_ENOUGH, "to taste"),
    (_SEASONED, "salt and pepper, "),
    (_COMMA_AT_THE_END, ""),
    (_CELLS, ", "),
    (_QTY, ""),
    (_SIZED, r"\g<n> x \g<size>"),
    (_WEIGHT_LAST, r"\g<pack> (\g<weight>)"),
    (_SAME, "1 "),
    (_CREAM_OF, "cream of"),
    (_RIB_EYE, "ribeye"),
    (_C_PEAS, "chickpeas"),
    (_CHICKEN, "chicken"),
    (_MUSHROOMS, "mushrooms"),
    (_WINE_VINEGAR, r"\g<wine> wine vinegar"),
    (_N_FOR_AND, " and "),
    (_LITTLE_GEM, "baby gem lettuce"),
    (_OR_ENOUGH, r", \g<how>"),
    (_SURFACE_DRIED, r"\g<before>"),
    (_TIMES_BEHIND, " "),
    (_CIRCA, "about "),
    (_SCANNED_ONE, "1"),
    (_SCANNED_POUND, r"\g<gap>l\g<pounds>"),
    (_FRENCH_SPOON, lambda spoon: "tbsp " if spoon["kind"][0] in "sS" else "tsp "),
    (_TOLD_CUP, r"\g<cup>"),
    (_TOLD_SPOON, r"\g<kind>spoon\g<many>"),
    (_NUT_OF, "knob of "),
    (_WINE_GLASS, "wineglass"),
    (_COOKING_SPOON, "cookingspoon"),
    (_SOUP_CAN, "soupcan"),
    (_CHILLI_LAST, r"\g<before>chilli flakes"),
    (_COUNTED_PACK, r"\g<n> "),
    (_HALF_DOZEN, "6"),
    (_EACH_SO_HEAVY, r"\g<n> x \g<size> \g<unit> "),
    (_SCANT_BEFORE, ""),
    (_POT_OF, r"\g<n> tub "),
    (_NET_OF, r"\g<n> bag "),
    (_MASH_OF, r"mashed \g<food>"),
    (_COOKED_BY_CUP, r"\g<cups> cooked \g<meat>"),
    (_WITH_LIQUID, ", undrained"),
    (_NOT_DRAINED, "undrained"),
    (_PUREE_ALONE, r"\g<n> tomato puree"),
    (_LESS_FAT, "reduced fat"),
    (_HALF_MORE, _half_more),
    (_A_BIT, "a little "),
    (_WHITES, r"\g<eggs>, \g<n> egg \g<part>"),
    (_NUMBERED_CAN, lambda can: f"{can['n']} x {_CAN_GRAMS[can['size']]} g cans"),
    (_ZEST_AND_JUICE, r"\g<one> and \g<other> of \g<of>"),
    (_FREE_FROM, lambda said: _FREE[said["what"]]),
    (_GARLIC_BULB, r"\g<bulb> garlic"),
    (_OUTER, ""),
    (_SEASONING, "salt and pepper"),
    (_SQUEEZE, r"\g<how> of \g<fruit> juice"),
    (_BONES, "soup bones"),
    (re.compile(r"\bplates of (?=lasagn)", re.IGNORECASE), "sheets of "),
    # No bottle of gourds.
    (re.compile(r"\bbottle[\s-]gourds?\b", re.IGNORECASE), "lauki"),
    (_SEEDS_OUT, r"\g<food>, seeds removed"),
    (_SEEDS_IN, r"\g<food>, whole"),
    (_ABOUT_A_KILO, r"\g<about> 1 \g<unit>"),
    (_SALT_FIRST, r"\g<salt>, "),
    (_PLENTY, r"\g<before>"),
    (_SEASONED_LAST, r"\g<food>, salt and pepper"),
    (_VESSELFUL, r"\g<vessel>\g<many>"),
    (_BIG_SPOON, r"tablespoon\1"),
    (_LITTLE_SPOON, r"teaspoon\1"),
    (_SALT_AND_PEPPER, "salt and pepper"),
    (_CLOVES, " cloves "),
    (_ONE_OF, r"1 \g<0>"),
)


def _weight_first(line: re.Match[str]) -> str:
    """Return "1 x 600 g head of cauliflower" for "head of cauliflower 600 g".

    Of several that are counted nobody says whether each or all of them weigh so much: they stay.
    """
    count = line["n"] or ""
    times = line["times"] or line["more"]
    several = count.isdigit() and count != "1"
    if (several and not (times == count or line["each"])) or (times and count and times != count):
        return line[0]
    thing = line["what"].split(" of ")[0].split()[0].lower()
    many = times or (count if several else "" if thing.endswith("s") and not count else "1")
    return f"{many} x {line['told']} {line['what']}" if many else f"{line['told']} {line['what']}"


def _each_first(told: re.Match[str]) -> str:
    foods = told["foods"] or told["pair"].replace("/", " and ")
    return f"{told['amount'] or told['so_much']} each: {foods}"


def plain_line(text: str) -> str:
    """Return an ingredient line without bullet, pictures and talk, fractions spelled out.

    At most `LINE_LIMIT` characters are looked at.
    """
    clean = without_pictures(_BULLET.sub("", tidy(text[:LINE_LIMIT])))
    clean = _BULLET.sub("", clean)
    clean = _BOTH_ENDS.sub("parts", _SPOKEN.sub(",", clean))
    taken_back = _TAKEN_BACK.match(clean)
    if taken_back and re.search(r"\d|\b(?:one|two|three|four|five|six|seven|eight|nine|ten)\b",
                                clean[taken_back.end() :], re.IGNORECASE):  # fmt: skip
        clean = clean[taken_back.end() :]
    clean = _TALK.sub("", clean) if _TALK.match(clean) and " " in clean else clean
    clean = states_told(sizes_told(packs_told(plain_counts(clean))))
    for pattern, words in _SAID_ONCE:
        clean = pattern.sub(words, clean)
    last = _AMOUNT_LAST.match(clean)
    clean = f"{last['amount'] or last['words']} {last['food']}" if last else clean
    clean = _BARE_LAST.sub(r"\g<amount> \g<food>", clean)
    clean = _WEIGHED_LAST.sub(_weight_first, clean)
    clean = _COUNTED_LAST.sub(r"\g<n> \g<unit> \g<food>", clean)
    clean = _EACH_LAST.sub(_each_first, clean)
    clean = _NO_SALT.sub(" unsalted ", clean)
    clean = _NO_SUGAR.sub(" unsweetened ", clean)
    return spell_fractions(re.sub(r"\s+", " ", clean).strip())
