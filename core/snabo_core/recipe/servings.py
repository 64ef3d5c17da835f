"""For how many a recipe is, however it says so."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from snabo_core.quantities.figures import only_figures
from snabo_core.quantities.numbers import spell_fractions, spell_numbers
from snabo_core.recipe.names import says_dish

MOST_SERVINGS = 200.0
LOOKED_AT = 200
LONGEST_HEAD = 70
# A line is asked from several sides.
REMEMBERED = 512
_N = r"\d{1,3}(?:\.\d)?"
# "4 (2-cup) servings", "four 1-cup servings", "4-ish portions".
_CUPS_EACH = re.compile(
    r"(?<=\d)\s*\(?\s*\b(?:\d[\d./ ]*|one|two|half|a)[\s-]?(?:cup|ml|g|oz|bowl)\b\)?(?=\s+(?:servings?|portions?|helpings?)\b)|(?<=\d)[\s-]?ish\b",
    re.IGNORECASE,
)
# "4/5 people".
_OR_ONE_MORE = re.compile(
    r"\b(?P<low>\d{1,2})\s?/\s?(?P<high>\d{1,2})(?=\s+(?:people|persons?|servings?|portions?|pers|adults?)\b)"
)
_RANGE = (
    rf"(?P<low>{_N})(?:\s*\(?(?:-|–|—|to|or|(?:big|small|hungry|large|adults?|generous|greedy|polite|light|starving)(?:\s+(?:people|ones|eaters|folk))? or|,\s*or|à|bis|a(?=\s+\d))\s*(?P<high>{_N})"
    # "Serves 3 - 45 minutes" is for three.
    r"(?!\d|\s*-?\s*(?:min|m\b|hours?\b|hrs?\b|h\b|kcal|cal\b|°|%))"
    # "Serves 6 (8 if there is bread)".
    rf"|\s*(?:\(\s*(?:or\s+)?|,\s*(?:or\s+|maybe\s+|even\s+)?(?={_N}\s+(?:if|at a)\b))(?P<more>{_N})\s+(?:if|with|as|when|for|in|at a)\b)?"
)
_ABOUT = r"(?:about|around|approx\.?|approximately|between|min\.?|max\.?|minimum|maximum|up to|as many as|roughly|at least|a good|some|circa|ca?\.|[~≈])?\s*"
_ADJ = (
    r"(?:(?:hungry|generous|hearty|large|big|small|polite|people|adults?|main|side|good|good[\s-]sized|normal|average|ordinary|"
    r"decent|full|huge|regular|standard|light|modest|x)\s+){0,2}"
)
_MANNERS = r"(?:hungry|polite|big|small|greedy|light|normal|average|ordinary|large|starving|growing|modest|dainty|ravenous)"
# Who eats, and nothing else: one or two words of any kind may stand before.
_FOLK = (
    r"(?:people|peple|poeple|pepole|peopel|peolpe|px|raciones|comensales|couverts|persons|eaters|diners|guests|mouths|grown[\s-]?ups|grand(?:children|kids)|teenagers|friends|workers|students|helpers|walkers|hikers|farmhands|covers|heads|pax|ppl|"
    r"folks?|(?:normal|small|big|polite) ones|kids|children|toddlers|scouts|guides|pupils|campers|crew|players|nurses|soldiers|sailors|staff|neighbours|cousins|lads|girls|boys|men|women|ladies|"
    r"pensioners|residents|patients|members|volunteers|singers|colleagues|housemates|flatmates|room-?mates|teens|bellies|tummies|"
    r"appetites|souls|climbers|cyclists|rowers|runners|skiers|farmers|builders|drivers|visitors|relatives)"
)
_PEOPLE = (
    rf"(?:{_FOLK}|servings?(?!\s+(?:dish|bowl|plate|platter|spoon|tray|suggestion))|doses|portions?|persons?|personn?en?s?|"
    r"personas|personer|pessoas|os[oó]b[ay]?|pers\b\.?|ptns?|porcj[ei]|porzioni?|porciones|portionen|porsjoner|portioner|porties|port\b\.?|adults?|serves|helpings?|lunches|lunch\s?boxes|dinners|suppers|meals)"
)
_CHILDREN = r"(?:kids?|children|child|toddlers?|little ones|small (?:people|ones)|little people)"
# Two kinds of eaters are added: "2 adults and 2 kids", "1 big + 2 small people".
_BOTH = re.compile(
    rf"\b(?P<low>{_N})\s*(?:hungry\s+)?(?:adults?|grown[\s-]?ups?|big(?: people| ones)?)\s*(?:(?:,|and|plus|\+|&|with)+\s*)?"
    rf"(?P<high>{_N})\s*(?:small\s+)?{_CHILDREN}\b",
    re.IGNORECASE,
)
# "Makes 2 dinners + 2 lunches".
_BOTH_MEALS = re.compile(
    rf"\b(?P<low>{_N})\s+(?:dinners?|suppers?|meals?|mains?)\s*(?:,|and|plus|\+|&)+\s*(?P<high>{_N})\s+(?:lunch(?:es)?|lunch ?boxes|breakfasts?)\b",
    re.IGNORECASE,
)
_SAYS = (
    r"(?:serves?|serving(?!\s+size)|servings|yld|sr?vs?|srvgs?|ptns?|(?:servings|portions) per (?:recipe|batch|pan|tray)|feeds|dishes (?:up|out)|nos?\.? served|recipe yield|headcount|(?:#\s*|no\.?\s+)(?:of\s+)?servings|(?:serves|servings|portions|yield)\s*\((?:people|persons|adults|approx\.?|about|total|portions)\)|(?:yield\s?/\s?servings|servings\s?/\s?yield)|fed|portions?|does|enough for|good for|sufficient for|people|covers|doses? for|"
    r"recipe serves|number of servings|(?:sized|scaled) for|to feed|porcj[ei]|porzioni|porciones|portioner|personen|personnes|personas|portionen)"
)
# The first pattern that matches decides; people go before pieces.
# "Serving size: 1 slice" says for nobody.
_SIZE = re.compile(
    r"\bserving size\W{0,3}\d[\d./]*(?![\d./]|\s*(?:people|persons?|adults?)\b)\s*\w*",
    re.IGNORECASE,
)
# "2 (hungry) or 4", "4 (generous) servings".
_WHO_THEY_ARE = re.compile(
    r"(?<=\d)\s*\([^()\d]{1,30}\)\s*(?=(?:or|to|-|–)\s*\d|\s(?:servings?|portions?|people|helpings?)\b)",
    re.IGNORECASE,
)
_ALONE = re.compile(
    r"\W*(?:an?\s+)?(?:single (?:serving|portion)|(?:just |only )?for (?:me|myself)"
    r"|(?:for |to )?(?:per|each|for (?:each|one|every)) (?:person|head|plate|guest|eater|diner|camper|scout|child|kid))\W*",
    re.IGNORECASE,
)
_TWICE = re.compile(r"\btwice\b", re.IGNORECASE)
_SERVES = tuple(
    re.compile(pattern, re.IGNORECASE)
    for pattern in (
        rf"\b(?:family|crowd|group|party|table|household)\s+of\s+{_ABOUT}{_RANGE}\b",
        # "No. 37 SUPPERS" is a page.
        rf"(?:(?<!no )(?<!no\. )\b|\bx){_RANGE}\s*{_ADJ}{_PEOPLE}\b",
        rf"\b{_RANGE}\s+(?:[a-z-]+\s+){{1,2}}{_FOLK}\b",
        # "2 hungry diggers".
        rf"\b{_RANGE}\s+(?:very\s+|really\s+)?(?:hungry|greedy|starving|ravenous|peckish)\s+[a-z]{{3,}}s\b",
        rf"\b{_RANGE}\s+(?!min|hours?\b|hrs?\b|h\b)(?:[a-z-]+\s+){{1,2}}(?:servings|portions|helpings)\b",
        rf"\b{_FOLK}\s*[:=–—-]\s*{_ABOUT}{_RANGE}\b",
        rf"(?<![\w#]){_SAYS}(?!\w)\s*[:=\-–—.…|]*\s*(?:(?:an?|the)\s+(?:\w+\s+){{1,2}}(?=\(|\d))?\(?{_ABOUT}{_RANGE}",
        rf"\b{_RANGE}\s+(?:[a-z-]+\s+)?(?:bowls|bowlfuls|plates|platefuls)\W*$",
        rf"^\W*(?:for|per(?!\s+100\b)|(?:quantities|amounts) (?:are )?for)\s+{_RANGE}\s*(?:\([^()\d]*\)|to share|sharing)?\W*$",
        rf"^\W*we(?:['’]re| are| were)\s+{_RANGE}\W*$",
        rf"\b{_RANGE}\s+of us\b",
        rf"\b(?:does|feeds|serves|enough for)\s+(?:us|all of us|all)\s+{_RANGE}\b",
        rf"^\W*(?:number )?served\s*:?\s+{_RANGE}\W*$",
        # "4 p", "(6)" below a title.
        rf"^\W*{_RANGE}\s?p\.?\W*$",
        rf"^\(\s*{_RANGE}\s*\)$",
        # "4 hungry or 6 polite".
        rf"^\W*(?P<low>{_N})\s+{_MANNERS}\s+or\s+(?P<high>{_N})\s+{_MANNERS}(?P<more>(?!))?\W*$",
        rf"[👥👤🍽]\ufe0f?\s*{_RANGE}\b",
        rf"\bfor\s+{_RANGE}\s?p\b\.?",
        rf"\bfor\s+{_ABOUT}{_RANGE}\s+{_ADJ}(?:bowls|bowlfuls|plates|platefuls)\b",
        rf"\(\s*{_ABOUT}{_RANGE}\s+(?:bowls|bowlfuls|plates|platefuls|helpings|boxes|tubs|containers)\s*\)",
        rf"^\W*(?:you(?:'ll|’ll| will)? need|shopping|what you need)\W*\(\s*for\s+{_RANGE}\b",
        rf"^\W*for\s+{_RANGE}\s*:(?=\s)",
        rf"^\W*for\s*:\s*{_ABOUT}{_RANGE}\W*$",
        rf"\bfeeds\s+(?:just\s+)?(?:me|one|1)\s+{_RANGE}\s+times\b",
        # "Makes enough for me for 4 days".
        rf"\b(?:feeds|does|enough for|for)\s+(?:just\s+)?(?:me|myself|one|1)\s+for\s+{_RANGE}\s+(?:days?|meals?|nights?|lunches|dinners)\b",
        rf"\b(?:(?:this|it)\s+)?(?:will|should|can|could|might|would|to|easily)\s+(?:do|feed|serve)\s+{_ABOUT}{_RANGE}\b",
        rf"\(\s*{_RANGE}\s?p\.?\s*\)",
        # "350 for 10", "simmer for 10." tell minutes.
        (
            rf"(?<!\d\s)(?<!\d[°cf]\s)(?<!bake\s)(?<!cook\s)(?<!simmer\s)(?<!fry\s)(?<!roast\s)(?<!boil\s)(?<!grill\s)"
            rf"\b(?:for|pour|für|para|voor)\s+(?:the\s+|us\s+)?{_ABOUT}{_RANGE}\s*(?:$|[).,|+·•]|\(or\b|(?:of us\b)|as\s+an?\b|{_PEOPLE})"
        ),
        rf"^\W*(?:makes|yields?)\s*[:=\-]?\s*{_ABOUT}{_RANGE}\s*(?:$|[|.,(·•])(?!.*\b(?:each|per)\b)",
    )
)
# "Batch: 10 x 250 g".
# "For 8 ringers": whoever is counted in words for people and no pieces.
_FOR_SOMEBODY = re.compile(
    rf"^\W*for\s+{_RANGE}\s+(?P<who>[a-z][a-z'’-]{{2,}}s)\W*$", re.IGNORECASE
)
_NOBODY = frozenset(
    [
        "minutes",
        "mins",
        "hours",
        "hrs",
        "days",
        "weeks",
        "months",
        "cups",
        "grams",
        "ounces",
        "pounds",
        "litres",
        "liters",
        "pints",
        "spoons",
        "tablespoons",
        "teaspoons",
        "slices",
        "pieces",
        "squares",
        "jars",
        "tins",
        "dishes",
        "trays",
        "pans",
        "pots",
        "tubs",
        "boxes",
        "bags",
        "balls",
        "halves",
        "people's",
        "steps",
        "times",
        "degrees",
        "layers",
        "cloves",
        "leaves",
        "eggs",
        "bars",
        "crackers",
        "biscuits",
    ]
)
_BATCH_OF = re.compile(
    rf"^\W*(?:batch yield|batch size|batch|yield|portions?|servings?|makes)\s*[:=]\s*{_RANGE}(?=\s*[x×]\s*\d+\s*(?:g|ml|kg|oz)\b)",
    re.IGNORECASE,
)
# "Makes 12. Serving: 2 muffins": for six.
_PIECES_A_SERVING = re.compile(
    rf"\b(?:makes|yields?)\b\s*:?\s*(?P<made>{_N})\b.{{0,40}}?\b(?:serving|portion)(?:\s+size)?\s*[:=]?\s*"
    rf"(?P<each>{_N})\s+(?!people|persons?|servings?|portions?|g\b|ml\b|cups?\b)[a-z]",
    re.IGNORECASE,
)
# A piece of these is a meal; of others (dumplings, squares, crackers) several are.
_MEALS = (
    r"(?:(?:loaded|stuffed|jacket|baked)\s+(?:potatoes|spuds|taters|peppers|courgettes|zucchini|aubergines|squash(?:es)?)|"
    r"meals?|dinners|lunches|suppers|lunch\s?boxes|meal preps?|containers|burgers?|pies?|pasties|pasty|wraps?|burritos?|"
    r"bowls?|bowlfuls|plates|platefuls|pizzas?|sandwich(?:es)?|parcels?|tarts|galettes?|calzones?|omelettes?|jackets?|peppers|toasties|subs|"
    r"hot dogs|wedges|single serves?|individual \w+|flatbreads|steaks|fillets)"
)
# One pie is not one serving.
LEAST_MEALS = 2
_MEAL = re.compile(
    rf"(?:\b(?:makes|yields?|yield|batch|gives)\b|=)\s*[:=]?\s*{_ABOUT}{_RANGE}\s+(?:\w+\s+){{0,2}}{_MEALS}\b",
    re.IGNORECASE,
)
# "Makes 4 bagels, 1 per person", "12 dumplings, 3 each".
_EACH = re.compile(
    rf"\b(?:makes|yields?|(?:cuts|slices) into|gives)\b\s*:?\s*{_ABOUT}(?P<made>{_N})\b.{{1,40}}?(?<![\d/.])(?P<each>{_N})(?!/)\s*"
    # "6 bowls, about 2 cups each" are six.
    r"(?!(?:cups?|ml|litres?|liters?|g|grams?|kg|oz|ounces?|lbs?|cm|mm|inch(?:es)?|in|kcal|cal(?:orie)?s?|minutes?|mins?)\b)"
    r"(?:\w+\s+)?(?:per (?:person|head|plate|"
    r"portion|serving)|each|apiece|a (?:person|head))\b",
    re.IGNORECASE,
)
# "15 rolls, 3 per person" is a line of its own.
_EACH_OF_THEM = re.compile(
    rf"^\W*(?P<made>{_N})\s+(?:[a-z-]+\s+)?[a-z-]+s\s*[,;:(–-]+\s*(?:about\s+)?(?P<each>{_N})\s+"
    r"(?:per (?:person|head|plate|portion|serving)|each|apiece|a (?:person|head))\W*$",
    re.IGNORECASE,
)
_WHOLE_ONE = re.compile(
    rf"^{_N}\s*(?:-|x|×)?\s*\d*\s*(?:cm|inch|in\b|litre|liter|l\b|ml\b|g\b|kg\b|oz|cups?|quarts?|pints?|x(?!\s*(?:portions|servings|people|helpings)))",
    re.IGNORECASE,
)
# All that a line about servings and nothing else is made of.
_SAID = """
yld srv sv srvs svs srvg srvgs ptn ptns headcount plenty ample original default base normal average quantities amounts given max minimum maximum output qty out tea hearty share sharing
serves serve serving servings feeds feed fed amount size can could might would makes make made yields yield portion portions people
persons person pers ppl pax covers guests adults adult kids kid children child eaters mouths diners
family crowd party table household for enough sufficient good about around approx approximately
roughly up to at least or and plus as a an the of with main side starter course hungry very generous
generously big small large polite average leftovers leftover this recipe dose doses quantity
quantities amounts number no size each per ish x dozen dinner lunch supper meal meals bowls bowl plates
plate easily comfortably greedy ones do does can total is are it that will should us batch heads head
y p served normal would many tray dish pan pot loaf cuts into slices pieces squares allow allowing gives sized scaled get gets we i out box boxes next day prep single just me circa ca c n g ml kg
"""
_SAID_OF_LISTS = """
zutaten ingrédients ingredientes ingredienti ingrediënten składniki für pour para per voor
ingredient ingredients list you you'll you’ll will need needed what shopping things in seconds
full complete
"""
_LISTS = re.compile(
    r"\bingredients?\b|\bneed\b|\bzutaten\b|\bingrédients\b|\bingredient(?:es|i)\b|\bingrediënten\b|\bskładniki\b",
    re.IGNORECASE,
)
_FACT_WORDS, _LIST_WORDS = frozenset(_SAID.split()), frozenset(_SAID_OF_LISTS.split())
_EATERS = re.compile(_PEOPLE)
_WHOLE_LINE = re.compile(
    rf"\W*(?:for|serves|feeds)\s+{_RANGE}\s+(?:[a-z-]+\s+){{0,2}}{_FOLK}\W*", re.IGNORECASE
)
_TOLD_ASIDE = re.compile(
    rf"\b(?:serves|servings|feeds|does|(?:good|enough|sufficient) for|for us)\b\s*:?\s*{_ABOUT}{_RANGE}\b",
    re.IGNORECASE,
)
_OF_US = re.compile(rf"\b{_RANGE}\s+of us\b", re.IGNORECASE)
# "Kids: 2  Adults: 2".
_FAMILY = re.compile(
    r"\b(?:kids|children|adults)\s*:\s*(?P<one>\d{1,2})\W+(?:kids|children|adults)\s*:\s*(?P<other>\d{1,2})\b",
    re.IGNORECASE,
)
# "It's for 2."
_IT_IS_FOR = re.compile(
    rf"\b(?:it(?:['’]s| is)|this is|recipe is|(?:they|these)(?:['’]re| are))\s+for\s+{_RANGE}(?=\s*[.,!;]|\s+(?:people|of us)\b|\s*$)",
    re.IGNORECASE,
)
# "For four hungry people I take 300 g".
_TAKEN_FOR = re.compile(
    rf"\bfor\s+{_RANGE}\s+(?:\w+\s+){{0,2}}{_FOLK}\s+(?:i|we|you|one)\s", re.IGNORECASE
)
_SHARED = re.compile(
    rf"\b(?:divide|share|split|spoon|ladle|serve|pour|plate|dish|pile|heap|scoop)\b[^.;]{{0,60}}?\b(?:between|among|amongst|"
    rf"into|onto|in|over|on|across)\s+{_RANGE}\s+(?:\w+\s+){{0,2}}(?:plates|bowls|people|dishes|containers|portions|boxes)\b",
    re.IGNORECASE,
)
# Those who eat, one by one: "enough for you and dad and 1 more", "feeds me & 2 kids".
_ONE_EATER = (
    r"(?:(?:me|myself|you|yourself|him|her|(?:(?:my|the|your|our)\s+)?(?:mum|mom|mam|dad|gran|granny|grandma|grandad|grandpa|"
    r"nan|wife|husband|partner|sister|brother|mother|father|boyfriend|girlfriend|flatmate|friend|neighbour)|"
    r"an?\s+(?:friend|child|kid|toddler|guest))\b"
    r"|(?P<n{0}>\d{{1,2}})\s+(?:hungry\s+|small\s+|little\s+)?(?:more|others?|kids?|children|adults?|people|friends|guests|teenagers|toddlers|grown[- ]?ups)\b)"
)
# "Does me him and 2 kids".
_SIDE_BY_SIDE = re.compile(
    r"\b(?P<who>me|him|her|you)\s+(?=(?:me|him|her|you|the kids)\b)", re.IGNORECASE
)
_AND = r"\s*(?:,\s*(?:and\s+)?|\band\b|&|\+|\bplus\b)\s*"
_PARTY = re.compile(
    r"\b(?:enough|plenty|serves|feeds|does|fed|sufficient)\s+(?:for\s+)?(?P<who>"
    + _ONE_EATER.format(0) + "(?:" + _AND + _ONE_EATER.format(1) + ")(?:" + _AND + _ONE_EATER.format(2)
    + ")?(?:" + _AND + _ONE_EATER.format(3) + ")?)",
    re.IGNORECASE,
)  # fmt: skip
_MAKES = re.compile(
    r"\b(?:makes|yields|(?:cuts|slices) into)\s+(?:\d|an?\b|one\b|two|three|four|five|six|eight|ten|twelve).*\b(?:serv|feed|each\b|of us\b|apiece)",
    re.IGNORECASE,
)
_BRACKETED = re.compile(r"\([^()]*\)")
# Without any of these words and a number nobody says for how many something is.
_SPEAKS_OF_IT = re.compile(
    r"serv|\bsr?vs?\b|yld|ptn|feed|\bfed\b|portion|people|person|ppl|pax|mak|yield|enough|sufficient|cover|count|we are|diner|dinner|lunch|supper|meal|eater|mouth|"
    r"guest|does|dose|adult|famil|crowd|head|helping|\bus\b|\bfor\b",
    re.IGNORECASE,
)
_NUMBER = re.compile(
    r"[\d½¼¾⅓⅔]|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|twenty|dozen|couple|pair|a half)\b",
    re.IGNORECASE,
)
MOST_SENTENCES = 60
_NUMBERED = re.compile(r"\bno\.\s+(?=\d)", re.IGNORECASE)
_SENTENCES = re.compile(r"(?<=[.!?;,])\s+|\s{3,}|\s[|·•]\s|[()\[\]]")


@dataclass(frozen=True)
class Servings:
    """How many people a recipe says it feeds, from low to high."""

    low: float
    high: float


# "4 serv.".
_SERV = re.compile(r"(?<=\d )serv\b\.?", re.IGNORECASE)


@lru_cache(maxsize=REMEMBERED)
def servings_in(text: str) -> Servings | None:
    """Return how many a line says it serves, None where it counts no people."""
    # "You need, for four:".
    text = _SERV.sub("servings", text.rstrip(": "))
    if (party := _party_in(text)) is not None:
        return _counted(party)
    if _ALONE.fullmatch(text[:LOOKED_AT]) is not None:
        return Servings(1.0, 1.0)
    counts = _NUMBER.search(text[:LOOKED_AT]) or _TWICE.search(text[:LOOKED_AT])
    # "24 g protein per person" counts no eaters.
    if counts is None or only_figures(text):
        return None
    plain = _SIZE.sub(" ", text[:LOOKED_AT])
    plain = _OR_ONE_MORE.sub(_range_of, plain)
    plain = _WHO_THEY_ARE.sub(" ", spell_numbers(spell_fractions(_TWICE.sub("2 times", plain))))
    plain = _CUPS_EACH.sub("", plain)
    if (both := both_kinds(plain)) is not None:
        return both
    if (family := _FAMILY.search(plain)) is not None:
        eaters = float(family["one"]) + float(family["other"])
        return Servings(eaters, eaters) if eaters else None
    found = _counted_out(plain)
    if found is not None:
        return _checked(found)
    if (shared := _shared_out(plain)) is not None:
        return shared
    return _meals_or_somebody(plain)


def _meals_or_somebody(plain: str) -> Servings | None:
    """Return for how many pieces that are meals, or counted people of any kind, say a dish is."""
    match = _MEAL.search(plain)
    if match is not None and float(match["low"]) >= LEAST_MEALS:
        return _checked(match)
    somebody = _FOR_SOMEBODY.match(plain)
    if somebody is None or somebody["who"].lower() in _NOBODY or says_dish(somebody["who"]):
        return None
    return _checked(somebody)


def meals_in(made: str) -> Servings | None:
    """Return for how many pieces are that a meal each is: "4 individual pies", None for squares."""
    match = _MEAL.search(f"makes {spell_numbers(made[:LOOKED_AT])}")
    return _checked(match) if match is not None and float(match["low"]) >= LEAST_MEALS else None


def both_kinds(text: str) -> Servings | None:
    """Return for how many two kinds of eaters or of meals are: "2 adults and 2 kids"."""
    plain = spell_numbers(text[:LOOKED_AT])
    both = _BOTH.search(plain) or _BOTH_MEALS.search(plain)
    if both is None:
        return None
    eaters = float(both["low"]) + float(both["high"])
    return Servings(eaters, eaters) if 0 < eaters <= MOST_SERVINGS else None


def _range_of(told: re.Match[str]) -> str:
    """Return "4 to 5" for "4/5", and "1/2" as it is."""
    low, high = int(told["low"]), int(told["high"])
    return f"{low} to {high}" if low + 1 == high and low > 1 else told[0]


def _counted_out(plain: str) -> re.Match[str] | None:
    """Return where a line counts those who eat: "serves 4", "batch: 10 x 250 g"."""
    if (batch := _BATCH_OF.match(plain)) is not None:
        return batch
    if _PIECES_A_SERVING.search(plain) is not None:
        return None
    found = (pattern.search(plain) for pattern in _SERVES)
    return next((m for m in found if m and not _WHOLE_ONE.match(plain[m.start("low") :])), None)


def _party_in(text: str) -> re.Match[str] | None:
    """Return those who eat, one by one, told in words or in figures."""
    said = _SIDE_BY_SIDE.sub(r"\g<who>, ", text[:LOOKED_AT])
    return _PARTY.search(said) or _PARTY.search(spell_numbers(said))


def _shared_out(plain: str) -> Servings | None:
    """Return among how many what is made goes: "makes 6 waffles, 2 each"."""
    shared = _EACH.search(plain) or _EACH_OF_THEM.match(plain) or _PIECES_A_SERVING.search(plain)
    if shared is None or float(shared["each"]) <= 0:
        return None
    eaters = float(shared["made"]) / float(shared["each"])
    return Servings(eaters, eaters) if 1 <= eaters <= MOST_SERVINGS else None


def _counted(party: re.Match[str]) -> Servings:
    """Return how many sit there where they are named: each is one, "2 kids" are two."""
    told = [float(number) for number in party.groupdict().values() if number and number.isdigit()]
    named = len(re.split(_AND, party["who"], flags=re.IGNORECASE)) - len(told)
    return Servings(named + sum(told), named + sum(told))


def _checked(match: re.Match[str]) -> Servings | None:
    low = float(match["low"])
    told = match.groupdict()
    high = float(told["high"] or told["more"] or low)
    if not 0 < low <= MOST_SERVINGS or not 0 < high <= MOST_SERVINGS:
        return None
    # "Two (or one very hungry person)" is two.
    return Servings(low, max(low, high))


def only_servings(text: str) -> bool:
    """Tell a line that says for how many and nothing else: every word of it speaks of that."""
    if servings_in(text) is None:
        return False
    if _ALONE.fullmatch(text[:LOOKED_AT]) is not None:
        return True
    if (party := _party_in(text)) is not None:
        said = party.string
        return not _other_words(f"{said[: party.start()]} {said[party.end() :]}")
    plain = spell_numbers(text[:LOOKED_AT])
    whole = _WHOLE_LINE.fullmatch(plain) or _EACH_OF_THEM.match(plain)
    return whole is not None or not _other_words(text)


def makes_and_serves(text: str) -> bool:
    """Tell a line that says both: "Pairs: makes 1 dish, serves 3"."""
    # "Fish cakes (makes 8, feeds 4)" is a name.
    plain = _BRACKETED.sub("", text)
    return _MAKES.search(plain) is not None and servings_in(plain) is not None


def counts_people(made: str) -> bool:
    """Tell "4 servings", which says who eats and nothing of what is made, from "9 squares"."""
    people = re.search(r"\b(?:servings?|portions?|people|persons?)\b", made, re.IGNORECASE)
    return people is not None and servings_in(made) is not None


def lists_ingredients(text: str) -> bool:
    """Tell a list's head that says for how many: "Ingredients (serves 4)", "To serve 6 you need"."""
    if _LISTS.search(text) is None:
        return False
    return len(text) <= LONGEST_HEAD and not _other_words(text) - _LIST_WORDS


def _other_words(text: str) -> set[str]:
    plain = spell_numbers(spell_fractions(text[:LOOKED_AT])).lower()
    words = set(re.findall(r"[^\W\d_]+(?:['’][^\W\d_]+)?", plain)) - _FACT_WORDS
    return {word for word in words if _EATERS.fullmatch(word) is None}


def servings_in_story(text: str) -> Servings | None:
    """Return how many a text says it serves in a sentence of its own: "Sufficient for 7 persons"."""
    if _SPEAKS_OF_IT.search(text) is None or _NUMBER.search(text) is None:
        return None
    text = _NUMBERED.sub("no ", text)
    for sentence in _SENTENCES.split(text, maxsplit=MOST_SENTENCES):
        if _SPEAKS_OF_IT.search(sentence) is not None and only_servings(sentence):
            return servings_in(sentence)
    if (shared := _shared_out(spell_numbers(text[: 2 * LOOKED_AT]))) is not None:
        return shared
    plain = spell_numbers(text[: 2 * LOOKED_AT])
    told = next(
        filter(None, (p.search(plain) for p in (_TOLD_ASIDE, _OF_US, _IT_IS_FOR, _TAKEN_FOR))), None
    )
    return _checked(told) if told is not None else None


def shared_among(steps: Sequence[str]) -> Servings | None:
    """Return among how many plates, bowls or people the steps share a dish, None if they do not."""
    for step in reversed(steps):
        match = _SHARED.search(spell_numbers(step))
        if match is not None:
            return _checked(match)
    return None
