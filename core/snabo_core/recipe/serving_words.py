"""The words and patterns by which recipes say for how many they are."""

from __future__ import annotations

import re

MOST_SERVINGS = 200.0
LOOKED_AT = 200
LONGEST_HEAD = 70
# A line is asked from several sides.
REMEMBERED = 512
N = r"\d{1,3}(?:\.\d)?"
# "4 (2-cup) servings", "four 1-cup servings", "4-ish portions".
CUPS_EACH = re.compile(
    r"(?<=\d)(?:\s*[x×])?\s*\(?\s*\b(?:\d[\d./ ]*|one|two|half|a)[\s-]?(?:cup|ml|g|oz|bowl)\b\)?(?=\s+(?:servings?|portions?|helpings?)\b)|(?<=\d)[\s-]?ish\b|(?<=\d)\s+or\s+(?:so|thereabouts)\b",
    re.IGNORECASE,
)
# "Makes 12 small ones": nobody eats by being made.
SMALL_ONES = re.compile(
    r"(?P<made>\b(?:makes|yields?|gives)\s+(?:about |around |roughly |[~≈])?\d{1,3})\s+(?:small|big|little|large|mini) ones\b",
    re.IGNORECASE,
)
# "Yield: 2 dozen" counts pieces, "makes a dozen servings" eaters.
DOZENS = re.compile(
    # "About a dozen" of cakes.
    r"^\W*(?:about|around|roughly|approx\w*\.?|some)?\s*(?:an?|\d|one|two|three|half a|a half)\s+dozen\W*$|"
    r"\b(?:makes|yields?|gives)\s*[:=]?\s*(?:(?:about|around|approx\w*\.?|roughly)\s+)?(?:\d{1,2}(?:\s?[½¼¾]|[\s-]\d/\d)?|an?|one|two|three|four|five|six|half a)?\s*"
    r"doz(?:en|\b\.?)(?!\s+(?:\w+\s+)?(?:servings|portions|people|persons|helpings|eaters|guests))",
    re.IGNORECASE,
)
# What is made by the piece, of which nobody eats but one.
PIECES_SAID = """
arancini balls bhajias bhajis biscuits bites blinis boreks buns cakes cigars crackers crepes
crescents croquettes crêpes dolmades dosa dosas drop-scones dumplings empanadas enchiladas
falafel falafels farls fingers fishcakes fritters gougères gyoza hushpuppies idli idlis kibbeh
knödel koftas kofte kroketten latkes meatballs momos muffins nuggets oatcakes pakoras pancakes
paratha parathas patties pelmeni pierogi pikelets pinwheels poppers puffs ravioli rissoles rolls
roti rotis rösti samosa samosas scones skewers squares tacos tamales tartlets thepla theplas
triangles turnovers twists vada vadas vareniki varenyky vol-au-vents waffles wontons
"""
PIECES = frozenset(PIECES_SAID.split())
# "4/5 people".
OR_ONE_MORE = re.compile(
    r"(?P<before>(?:\b(?:serves?|feeds|servings|portions)|^\W*for)\s?[:=]?\s?)?\b(?P<low>\d{1,2})\s?/\s?(?P<high>\d{1,2})\b(?!/)"
    r"(?(before)|(?=\s+(?:people|persons?|servings?|portions?|pers|adults?)\b))",
    re.IGNORECASE,
)
RANGE = (
    rf"(?P<low>{N})(?:\s?\+(?!\s?\d))?(?:\s*\(?(?:-|–|—|~|to|or|maybe|(?:big|small|hungry|large|adults?|generous|greedy|polite|light|starving)(?:\s+(?:people|ones|eaters|folk))? or|,\s*or|à|bis|a(?=\s+\d))\s*(?P<high>{N})"
    # "Serves 3 - 45 minutes" is for three.
    r"(?!\d|\s*-?\s*(?:min|m\b|hours?\b|hrs?\b|h\b|kcal|cal\b|kj\b|m?g\b|grams?\b|carbs?\b|protein\b|°|%))"
    # "Serves 6 (8 if there is bread)".
    rf"|\s*(?:\(\s*(?:or\s+)?|[,;]\s*(?:or\s+|maybe\s+|even\s+)?(?={N}\s+(?:if|at a)\b))(?P<more>{N})\s+(?:if|with|as|when|for|in|at a)\b)?"
)
ABOUT = r"(?:about|around|approx\.?|approximately|between|min\.?|max\.?|minimum|maximum|up to|as many as|roughly|at least|a good|some|like|say|circa|ca?\.|[~≈])?\s*"
ADJ = (
    r"(?:(?:hungry|generous|hearty|large|big|small|polite|people|adults?|main|side|good|good[\s-]sized|normal|average|ordinary|"
    r"decent|full|huge|regular|standard|light|modest|x)\s+){0,2}"
)
MANNERS = r"(?:hungry|polite|big|small|greedy|light|normal|average|ordinary|large|starving|growing|modest|dainty|ravenous)"
# Who eats, and nothing else: one or two words of any kind may stand before.
FOLK = (
    r"(?:people|commensals|peple|poeple|pepole|peopel|peolpe|px|raciones|comensales|couverts|convives|persons|eaters|diners|guests|mouths|grown[\s-]?ups|grand(?:children|kids)|teenagers|friends|workers|students|helpers|walkers|hikers|farmhands|covers|heads|pax|ppl|"
    r"folks?|(?:normal|small|big|polite) ones|kids|children|toddlers|scouts|guides|pupils|campers|crew|players|nurses|soldiers|sailors|staff|neighbours|cousins|lads|girls|boys|men|women|ladies|"
    r"pensioners|residents|patients|members|volunteers|singers|colleagues|housemates|flatmates|room-?mates|teens|bellies|tummies|"
    r"hostellers|lodgers|boarders|paddlers|gardeners|swimmers|dancers|trekkers|ramblers|revellers|knitters|quilters|(?:bell[\s-]?)?ringers|firefighters|"
    r"teachers|parents|carers|sisters|brothers|uncles|aunts|grandparents|tourists|pilgrims|monks|nuns|choristers|apprentices|trainees|mates|pals|"
    r"appetites|souls|climbers|cyclists|rowers|runners|skiers|farmers|builders|drivers|visitors|relatives)"
)
PEOPLE = (
    rf"(?:{FOLK}|servings?(?!\s+(?:dish|bowl|plate|platter|spoon|tray|suggestion))|doses|portions?|portns?|rations|persons?|personn?en?s?|"
    r"por[cç](?:ões|oes|ão)|ki[sş]i(?:lik)?|adag|személy(?:re|nek)?|porc[eí]|por[tț]ii|persoane|annosta|henkilölle|hengelle|osob[ey]|μερίδες|άτομα|"
    r"personas|personer|pessoas|os[oó]b[ay]?|pers\b\.?|serv?\b\.?|ptns?|porsies|porcj[ei]|porzioni?|porciones|portionen|porsjoner|portioner|porties|port\b\.?|adults?|serves(?!\s*:?\s*\d)|helpings?|lunches|lunch\s?boxes|dinners|suppers|meals|mains?\s+courses|starters(?!\s+dough)|primi(?:\s+piatti)?|secondi|mains)"
)
CHILDREN = r"(?:kids?|children|child|teen(?:ager)?s?|bab(?:y|ies)|toddlers?|little ones|small (?:people|ones)|little people)"
# Two kinds of eaters are added: "2 adults and 2 kids", "1 big + 2 small people".
GROWN = r"(?:adults?|grown[\s-]?ups?|grown[\s-]?up|big|large|full|hungry|parents?)"
SMALL = r"(?:toddlers?|kids?|child(?:ren)?|baby|babies|little|small|half|mini)(?:['’]?s['’]?)?(?:[\s-]?sized?)?"
PLATES = r"(?:portions?|servings?|helpings?|meals?|plates?|appetites?|eaters?|ones?)"
BOTH = re.compile(
    # "2 adult portions and 2 toddler portions".
    rf"\b(?P<many>{N})\s+{GROWN}(?:[\s-]?sized?)?\s*(?:{PLATES}\s*)?(?:,|and|plus|\+|&|with)+\s*(?P<more>{N})\s+{SMALL}(?:\s+{PLATES})?\b|"
    rf"\b(?P<low>{N})\s*(?:hungry\s+)?(?:adults?|grown[\s-]?ups?|big(?: people| ones)?)\s*(?:(?:,|and|plus|\+|&|with)+\s*)?"
    rf"(?P<high>{N}|an?\b)\s*(?:(?:small|hungry|growing)\s+)?{CHILDREN}\b",
    re.IGNORECASE,
)
# "2 kids + 2 adults".
BOTH_SMALL_FIRST = re.compile(
    rf"\b(?P<low>{N})\s+(?:(?:small|hungry|growing)\s+)?{CHILDREN}\s*(?:,|and|plus|\+|&|with)+\s*"
    rf"(?P<high>{N})\s+(?:[a-z]+\s+)?(?:adults?|grown[\s-]?ups?|parents?)\b",
    re.IGNORECASE,
)
# "Serves 4 + 2 kids", "2 + 2 servings".
BOTH_PLAIN = re.compile(
    rf"^\W*(?P<many>{N})\s*\+\s*(?P<more>{N})\s+(?:servings|portions|people|persons|eaters)\W*$|"
    rf"\b(?:serves|feeds|for)\s+(?P<low>{N})\s*(?:\+|plus|and|&)\s*(?P<high>{N})\s+(?:small\s+|little\s+|hungry\s+)?{CHILDREN}\b",
    re.IGNORECASE,
)
# "For 8 kids and 3 leaders".
BOTH_FOLK = re.compile(
    rf"^\W*(?:serves|feeds|for)\s+(?P<low>{N})\s+{FOLK}\s*(?:,|and|plus|\+|&)+\s*(?P<high>{N})\s+(?:[a-z]+ers|[a-z]+ors|{FOLK})\W*$",
    re.IGNORECASE,
)
# "Makes 2 dinners + 2 lunches".
BOTH_MEALS = re.compile(
    rf"\b(?P<low>{N})\s+(?:for\s+)?(?:dinners?|suppers?|meals?|mains?)\s*(?:,|and|plus|\+|&)+\s*(?P<high>{N})\s+(?:lunch(?:es)?|lunch ?boxes|breakfasts?)\b",
    re.IGNORECASE,
)
SAYS = (
    r"(?:serves?|serving(?!\s+size)|servings|portions?\(s\)|persons?\(s\)|pax|suits|(?:for )?how many(?=\s*[:?])|yld|sr?vs?|serv|ser(?=\W{0,2}\s*\d)|nourishes|sustains|srvgs?|ptns?|(?:servings|portions) per (?:recipe|batch|pan|tray|container|pack(?:age|et)?|box|dish|pot)|feeds|dishes (?:up|out)|nos?\.? served|feeding|recipe yield|headcount|(?:#\s*|no\.?\s+)(?:of\s+)?servings|(?:serves|servings|portions|yield)\s*\((?:people|persons|adults|approx\.?|about|total|portions)\)|(?:yield\s?/\s?servings|servings\s?/\s?yield)|fed|portions?|does for|does|enough for|good for|sufficient for|people|covers|doses? for|"
    r"recipe serves|bedien|number of servings|(?:portions?|servings?) counts?|(?:sized|scaled) for|to feed|porcj[ei]|porzioni|porciones|portioner|porce|personen|personnes|personas|portionen)"
)
# The first pattern that matches decides; people go before pieces.
# "Serving size: 1 slice" says for nobody.
SIZE = re.compile(
    r"\b(?:serving|portion) size\W{0,3}(?!(?:[2-9]|1\d)\W*$)\d[\d./]*(?![\d./]|\s*(?:people|persons?|adults?)\b)\s*\w*",
    re.IGNORECASE,
)
# "Serves 4 (1 portion = 48 g carbohydrate)", "Portion: 1/4 of recipe": what one of them is.
OF_ONE = re.compile(
    r"\b(?:an?|one|each|per|1)\s+(?:portion|serving|helping|serve(?=\W{0,2}\s*\d))\b\s*(?:size\s*)?(?:(?:contains|has|holds|provides)\b[^.;)]*|[=:]?\s*\d[^.;)|\]]*|"
    r"[^.;)\d]{0,20}\d[\d.,/ ]{0,8}\s?(?:g|kg|ml|oz|lb|cups?|kcal|kj|cals?|calories|mg|ladles?|tbsp)\b[^.;)]*)"
    r"|\b(?:portion|serving)(?:\s+size)?\s*[:=]\s*(?:\d/\d|[¼½⅓⅙⅛])[^.;)]*",
    re.IGNORECASE,
)
# "Serves 8 (with leftovers for two lunches)": the lunches are of the same eight.
LEFT_OVER = re.compile(
    r"(?<=\w)[,;\s(–—-]{1,4}(?:with|plus|and|leaving|including)\s+(?:\w+\s+){0,3}(?:left\s?-?overs?|left|spare|seconds|thirds)\s+(?:over\s+)?(?:for|to make)\b.*$"
    # "Serves 4 with 2 portions left over".
    r"|(?<=\w)[,;\s(–—-]{1,4}(?:with|plus|and)\s+(?:about\s+)?\d+\s+(?:portions?|servings?|helpings?)\s+(?:left|over|spare|extra|for|to)\b.*$"
    # "Quantities for 4; double for 8".
    r"|(?<=\d)\s*[;,.]\s*(?:double|halve|triple|half)\s+(?:it\s+|this\s+|them\s+|everything\s+)?for\s+\d+\b.*$",
    re.IGNORECASE,
)
# "7 people are cooking this now", "Made by 23 people": who looked at the page.
VISITORS = re.compile(
    r"\d\s?k?\+?\s+(?:people|persons?|cooks|readers|members|users|others|visitors)\s+(?:(?:are|have|also|already|who)\s+)*"
    r"(?:(?:made|cooked|tried) (?:this|it)|liked?|loved?|saved|rated|reviewed|viewed|pinned|shared|watch(?:ed|ing)|(?:cooking|making) (?:this|it|now))\b"
    r"|\b(?:made|cooked|saved|liked|rated|tried|viewed|loved|pinned|tested|reviewed|shared) by (?:over |more than )?\d",
    re.IGNORECASE,
)
# "2 (hungry) or 4", "4 (generous) servings".
WHO_THEY_ARE = re.compile(
    r"(?<=\d)\s*\([^()\d]{1,30}\)\s*(?=(?:or|to|-|–)\s*\d|\s(?:servings?|portions?|people|helpings?)\b)",
    re.IGNORECASE,
)
ALONE = re.compile(
    r"\W*(?:an?\s+)?(?:single[\s-](?:serving|portion|serve)|(?:just |only )?for (?:me|myself)|(?:serves |feeds )?(?:just |only )?me(?:\s*\(1\))?"
    r"|(?:one|1|a)\s+(?:portion|serving|helping|lunch|dinner|supper|meal)|makes (?:one|1|a) (?:\w+ )?(?:bowl|plate|plateful|mug|serving|portion|sandwich|omelette|toastie|wrap)|solo (?:supper|dinner|lunch|breakfast|meal|cook)|(?:1|one)\s+(?:\w+\s+)?(?:bowl|plate|plateful|bowlful|mug|mugful|jar|box|sandwich|toastie|burrito|omelette)"
    r"|(?:for |to )?(?:per|each|for (?:each|one|every)) (?:person|head|plate|guest|eater|diner|camper|scout|child|kid|jar|bowl|box|pot|tub)(?:[,;(–—-]+\s*(?:so\s+|just\s+)?(?:multiply|scale|double|times|increase|add)\b[^\d]*)?)\W*"
    r"|\W*(?:serves\s+|feeds\s+)?(?:just\s+|only\s+)?(?:for\s+)?(?:me|myself|one person|1 person|one|1)\s*[,;(–—-]+\s*(?:so\s+|but\s+|easily\s+|just\s+)?(?:multiply|scale|doubled?|times|increase)\b[^\d]*",
    re.IGNORECASE,
)
# "2 meals for 2", "for me + 1".
MEALS_FOR = re.compile(
    # "Good for 2 days for 2 people", "2 days' lunches for 2".
    r"(?:^|[(,;]\s*|\bfor\s+)(?P<meals>[1-9])\s+(?:meals|dinners|lunches|suppers|(?:day|night)s?['’]?s?(?:\s+(?:of\s+)?(?:meals|dinners|lunches|suppers|food))?)\s+for\s+(?P<n>[1-9]|one|two|three|four)(?:\s+(?:people|of us))?\W*$",
    re.IGNORECASE,
)
# "Makes 2 pies, each serves 3".
EACH_SERVES = re.compile(
    rf"(?:\b(?:makes|yields?|gives)\s+|^\W*)(?P<made>{N})\s+(?:\d{{1,2}}[\s-]?(?:inch|in|cm)[\s-]+)?[a-z][a-z -]{{2,30}}[,;(–—-]+\s*(?:(?:each|every one)\s+(?:one\s+)?(?:serves|serving|feeds|feeding|for|enough for)\s+(?P<each>{N})\b|(?P<to_each>{N})\s+(?:(?:to|from)\s+(?:each|a (?:pie|tart|dish|loaf))|(?:servings|portions)\s+(?:each|apiece|per (?:pan|pie|tray|dish)))\b)",
    re.IGNORECASE,
)
# "Enough for 2 for 2 days".
FOR_DAYS = re.compile(
    rf"\b(?:for|feeds|serves)\s+(?P<n>{N})(?:\s+(?:people|of us|adults))?[\s,]+(?:for\s+)?(?P<days>[2-7])\s+(?:days|nights|meals|dinners|lunches|times)\b",
    re.IGNORECASE,
)
# "one 10-inch pan, feeds 2".
ONE_PAN = re.compile(
    r"^\W*(?:one|an?|1|two|2)\s+(?:[\w-]+\s+){0,3}(?:pans?|dish(?:es)?|tins?|pots?|trays?|skillets?|pies?|loaf|loaves|casseroles?|quiches?|tarts?)\W+(?:serves|feeds|for|enough)\b",
    re.IGNORECASE,
)
# "Dinner for 2, lunch for 2", "dinner x 2, lunch x 2".
TWO_MEALS = re.compile(
    r"^\W*(?:dinner|supper|tea)\s+(?:for|x)\s+(?P<one>\d)\s*(?:,|and|plus|\+|&)\s*(?:then\s+)?(?:(?:lunch|breakfast)\s+(?:for|x)\s+(?P<other>\d)\b|(?P<lunches>\d)\s+lunches)[^\d]*$",
    re.IGNORECASE,
)
ME_AND = re.compile(
    r"^\W*(?:for\s+|feeds\s+|serves\s+)?me\s*(?:\+|and|plus|&)\s*(?P<n>[1-9])(?:\s+(?:more|others?|friends?|guests?))?\W*$",
    re.IGNORECASE,
)
TIMES_OVER = re.compile(
    r"^\W*(?P<times>double|halve|half|triple|treble)\s+(?:it|this|them|(?:the\s+)?(?:quantit(?:y|ies)|amounts?|recipe|everything|all))\s+"
    r"for\s+(?P<n>[1-9]\d?)(?:\s+people)?\W*$",
    re.IGNORECASE,
)
OVER = {"doub": 2.0, "halv": 0.5, "half": 0.5, "trip": 3.0, "treb": 3.0}
TWICE = re.compile(r"\btwice\b", re.IGNORECASE)
# "5 kids or 3 grown-ups".
EITHER = re.compile(
    rf"^\W*(?:(?:serves|feeds|for)\s*:?\s+)?(?P<one>{N})\s+(?!normal\b|ordinary\b|average\b|usual\b)(?:[a-z]+\s+)?(?:{FOLK}|adults|person)\s+or\s+(?P<other>{N})\s+(?:[a-z]+\s+)?(?:{FOLK}|adults|ones)"
    # "6 adult portions or 12 child portions", "4 main-course or 6 first-course servings".
    rf"|^\W*(?:serves|feeds|makes|yields?|for|gives)?\s*:?\s*(?P<few>{N})\s+(?:{GROWN}|mains?|main[\s-]course|dinner|large|supper)(?:[\s-]sized?)?(?:\s+{PLATES})?\s+or\s+"
    rf"(?P<many>{N})\s+(?:{SMALL}|first[\s-]course|starter|side|appeti[sz]er|small|lunch)(?:[\s-]sized?|s)?(?:\s+{PLATES})?\W*$",
    re.IGNORECASE,
)
OF_A_COURSE = re.compile(r"\b(?:mains?|courses?|starters?|sides?|appeti[sz]ers?)\b", re.IGNORECASE)
# "4 as a starter, 2 as a main".
COURSES = r"(?:breakfast|brunch|dinner|tea|starters?|mains?(?: course| meal)?|main course|sides?(?: dish)?|side dish|snacks?|lunch|light lunch|supper|meal|first course)"
EITHER_COURSE = re.compile(
    # "A starter for six, or supper for four with a salad".
    rf"^\W*(?:makes\s+)?(?:an?\s+)?(?:(?:light|good|hearty|generous|filling)\s+)?{COURSES}\s+for\s+(?P<one_course>{N})\b\s*(?:[,/;(]\s*)?(?:or|and)\s+(?:an?\s+)?(?:\w+\s+)?{COURSES}\s+for\s+{N}\b[^.\d]{{0,30}}$|"
    rf"^\W*(?P<one_in_brackets>{N})\s*\((?:as\s+)?(?:an?\s+)?{COURSES}\)\s*(?:,|/|;|or|and)*\s*{N}\s*\((?:as\s+)?(?:an?\s+)?{COURSES}\)|"
    rf"^\W*(?:serves?\s+|feeds\s+|for\s+|servings?:?\s+)?(?P<one>{N})(?:\s*(?:-|–|to|or)\s*(?P<to>{N}))?\s+as\s+(?:an?\s+)?(?:\w+\s+)?{COURSES}\s*(?:,|/|;|or|and|\(|—|–|-)+\s*(?:or\s+)?{N}(?:\s*(?:-|–|to|or)\s*{N})?\s+as\s+(?:an?\s+)?(?:\w+\s+)?{COURSES}\b",
    re.IGNORECASE,
)
# "12 x 200 g portions".
OF_A_SIZE = re.compile(
    rf"^\W*{RANGE}\s*[x×]\s*\d+\s?(?:g|ml|oz)(?:\s+(?:portions|servings|boxes|tubs))?\W*$",
    re.IGNORECASE,
)
# "makes 4 big / 6 normal": the eaters or the portions, larger and smaller.
BIG_OR_SMALL = re.compile(
    rf"^\W*(?:makes|gives|serves|feeds|for|does|servings?|portions?|(?:cuts|cut|slices) into)?\s*:?\s*(?P<one>{N})\s+(?:(?:very\s+)?(?:big|large|larger|generous|generously|huge|hearty|heartily|greedy|hungry|well|main))\s*{PLATES}?\s*(?:/|,|or)+\s*"
    rf"(?P<other>{N})\s+(?:small|smaller|normal|normally|regular|modest|modestly|moderate|polite|politely|light|lightly|lighter|starter|sensible|average|ordinary|frugally|at a (?:push|pinch|stretch))\s*(?:{PLATES}|slices|wedges|squares)?\W*$",
    re.IGNORECASE,
)
# What is said behind the number of eaters: "4 of you, or 3 if Huw is there".
OR_IF = re.compile(
    r"[,;]?\s+(?:or|but)\s+(?:only\s+|even\s+|just\s+|for\s+)?\d{1,2}\s+(?:if|when|after|on|with|who|that)\b[^\d]*$",
    re.IGNORECASE,
)
AMOUNTS_ARE = re.compile(
    r"^\W*(?:the |these )?(?:ingredients|amounts|quantities)(?: here| below)?(?: are| given)*(?=\s+(?:for|enough)\b)",
    re.IGNORECASE,
)
SERVES = tuple(
    re.compile(pattern, re.IGNORECASE)
    for pattern in (
        # "Makes one 23 cm pie = 6 slices", "serves just one".
        rf"^\W*(?:makes|yields?|gives)\b[^=]{{3,40}}=\s*{RANGE}\s+(?:slices|wedges|squares|pieces|portions|servings|sides|mains|bowls|plates|helpings)\W*$",
        rf"\b(?:serves|feeds)\s+(?:just|only)\s+{RANGE}\W*$",
        # "Serves 4 after skiing, 6 otherwise".
        rf"^\W*(?:serves|feeds|for|does)\s+(?P<low>{N})\s+(?:if|when|after|on|with|without|at|in|as)\b[^\d,;]{{2,25}}[,;(/]\s*(?:or\s+)?(?P<high>{N})(?P<more>(?!))?\s+(?:otherwise|normally|usually|(?:if|when) not)\b[^\d]{{0,25}}$",
        # "Servings (adult): 4", "Meal for: 2", "Rations: 6".
        rf"^\W*(?:[a-z]+\s+){{0,2}}(?:meals?|dinners?|suppers?|rations?|servings?|portions?|helpings?|plates|bowls|{FOLK})(?:\s*\([^()\d]{{1,20}}\))?(?:\s+(?:for|of|served|made|in all|in total))?\s*[:=]\s*{ABOUT}{RANGE}\W*$",
        # "Serves as many as come. About 6."
        rf"^\W*(?:serves|feeds)\b[^.;\d]{{3,40}}(?:[.;]|\s[–-])\s+(?:about|say|usually|roughly|perhaps|call it|so)\s+{RANGE}\W*$",
        # "As written: 6", "S: 2 / T: 20 min".
        rf"(?:^\W*|[.;]\s+)(?:as (?:written|is|it stands)|this is for|amounts for)\s*[:,=]?\s*(?:serves\s+|feeds\s+|for\s+)?{RANGE}\W*$",
        rf"^\W*s\s*[:=]\s*{RANGE}\s*[/|,;·]\s*t\s*[:=]",
        rf"^\W*(?:a\s+)?(?:tableful|houseful)\s*[:–—-]\s*{RANGE}\W*$",
        # "For a patrol of 7", "serves us all at Easter, say 8".
        rf"\bfor\s+(?:an?|the|our|my)\s+(?!batch|tray|tin|pan|pot|dish|loaf|bowl|box|jar|pack|pile|lot|set|bunch|total|couple)[a-z]+\s+of\s+{RANGE}\b(?!\s*(?:g|kg|ml|cm|inch)\b)",
        rf"^\W*(?:serves|feeds)\s+(?:an?\s+)?(?:lots?|crowd|many|plenty|loads|heaps|family)\s*[:,(–—-]\s*(?:say\s+)?{ABOUT}{RANGE}\b",
        rf"\b(?:serves|feeds)\b[^.;\d]{{1,40}}?,\s+(?:say|so|about|perhaps)\s+{RANGE}\b",
        rf"\b(?:serves|feeds)\s+(?:the|my|our|all)\s[^.;\d]{{1,40}}?,\s+{RANGE}\W*$",
        rf"\b(?:family|crowd|group|party|table|household|crew|team|gang|troop|class)\s+of\s+{ABOUT}{RANGE}\b",
        # "No. 37 SUPPERS" is a page.
        rf"(?:(?<!no )(?<!no\. )\b|\bx){RANGE}\s*{ADJ}{PEOPLE}\b",
        rf"\b{RANGE}\s+(?:(?!per\b|a\b|each\b|for\b)[a-z-]+\s+){{1,2}}(?:{FOLK}|person)\b",
        # "2 hungry diggers".
        rf"\b{RANGE}\s+(?:very\s+|really\s+)?(?:hungry|greedy|starving|ravenous|peckish)\s+[a-z]{{3,}}s\b",
        rf"\b{RANGE}\s+(?!min|hours?\b|hrs?\b|h\b)(?:[a-zà-ÿ-]+\s+){{1,2}}(?:servings|portions|helpings)\b",
        # "Makes a lot (at least 20)", "Containers: 6", "eats 1".
        rf"\bmakes\s+(?:a lot|lots|loads|plenty|heaps|tons)\b[\s!.,:(–—-]+(?:say\s+)?{ABOUT}{RANGE}\W*$",
        rf"^\W*(?:containers|boxes|tubs|jars|meals|lunches|eats)\s*[:=]?\s*{RANGE}\W*$",
        # "Portion yield: 24", "1 chop per person - 6".
        rf"\b(?:portion|serving)s?\s+yield\s*[:=]?\s*{RANGE}",
        rf"\bper (?:person|head)\s*[-–—,;:(]+\s*(?:so\s+)?{RANGE}\W*$",
        # "1 large plate pie - 6".
        rf"^\W*(?:one|1|an?)\s+(?:[a-z-]+\s+){{0,2}}(?:pie|tart|loaf|dish|quiche|flan|tray|pan|pot|casserole|pudding)\s*[-–—=:]\s*{RANGE}\W*$",
        rf"\b{FOLK}\s*[:=–—-]\s*{ABOUT}{RANGE}\b",
        rf"^\W*(?:ki[sş]i\s+say[ıi]s[ıi]|po[cč]et\s+porc[ií]|convives)\s*[:=–—-]\s*{RANGE}\b",
        rf"(?<![\w#])(?<!not )(?!(?:good|enough|sufficient) for\s+(?:about\s+|around\s+)?\S+\s+(?:days?|nights?|weeks?|months?|tacos|dumplings|pieces|loaves|jars|batches|crusts|tins|trays|pies?|tarts?|quiches?|flans?|loaf|crust|tin|tray|dish|cake|chicken|turkey|bird|goose|duck|fowl|joint|hen|sausages|chops|fillets|eggs|steaks|breasts|thighs|potatoes|pancakes|crêpes|crepes|samosas|parcels|leaves|peppers)\b){SAYS}(?!\w)\s*[#:=\-–—.…|]*\s*(?:[-–—−]\s+)?(?:(?:an?|the)\s+(?:\w+\s+){{1,2}}(?=\(|\d))?\(?{ABOUT}{RANGE}(?!\d|/[2-9]\b(?!\s*(?:m|h|min|hr))|\s*(?:(?:per|a) (?:head|person)\b|each\b|apiece\b|lbs?|pounds?|k?g|oz|ounces|cups?|litres?|liters?|quarts?|pints?|inch|cm)\b)",
        rf"\b{RANGE}\s+(?:[a-z-]+\s+)?(?:bowls|bowlfuls|mugs|mugfuls|plates|platefuls)(?:\s+or so)?(?:\W*$|,|\s*/|\s+[-–—]\s|\s*\(|\s+of\s+(?:about\s+)?\d|\s+(?:out of|from) (?:it|this)\b)",
        rf"^\W*{RANGE}\s+meal[\s-]prep\s+(?:boxes|tubs|containers|lunches|meals|pots)\W*$",
        rf"^\W*(?:meal[\s-]prep|lunch(?:es)?|batch)\W+{RANGE}\s+(?:boxes|tubs|containers|lunches|pots)\W*$",
        rf"^\W*(?:lunch(?:es)?|dinners?|suppers?|meals?)\s+for\s+{RANGE}\s+(?:days|nights|evenings)\W*$",
        rf"\b(?:feeds|serves)\W+(?:everyone|everybody|all|us all|all of us|the lot)\s*\(\s*{RANGE}\s*\)",
        rf"\bas an? main\W{{1,3}}{RANGE}\b",
        rf"^\W*(?:for|per(?!\s+100\b)|(?:quantities|amounts) (?:are )?for)\s+{RANGE}\s*(?:\([^()\d]*\)|to share|sharing)?\W*$",
        # "For 4 (350 g each)", "For 4 in 20 minutes", "For 4 - 240 kcal each".
        rf"^\W*for\s+{RANGE}\s*\([^()]{{0,60}}\b(?:each|per|portion|serving|a head|doubled?|halved?)\b[^()]{{0,30}}\)\W*$",
        rf"^\W*for\s+{RANGE}\s+(?:with|w/)\s+[a-z]+\W*$",
        # "Ration for: 4".
        rf"^\W*(?:rations?|measures?|measurements?|recipe)\s+(?:are\s+)?for\s*[:=]?\s*{RANGE}\W*$",
        rf"^\W*for\s+{RANGE}\s+(?:in (?:one|an?|under|about|\d)|plus\b|with\s+\d|[-–|]\s+\d).{{0,40}}$",
        rf"(?:^\W*|[;,.]\s+)(?:there\s+are|we(?:['’]re| are| were))\s+{RANGE}(?:\s+of us)?(?:\W*$|,?\s+(?:and|so|but|with)\b)",
        rf"\b{RANGE}\s+of us\b",
        # "1 to share between 2", "Per portion (of 4)".
        rf"\b(?:to share|shared|sharing)\s+(?:between|among|amongst|by)\s+{RANGE}\b",
        # "Serves me and the boys, so 4".
        rf"\b(?:serves|feeds|for)\s+(?:me|us)\b[^\d]{{1,30}}\bso\s+{RANGE}\W*$",
        # "For 2, or 4 with bread and cheese".
        rf"^\W*for\s+(?P<low>{N})(?P<high>(?!))?(?P<more>(?!))?,?\s+or\s+{N}\s+(?:with|if|as|when)\b[^\d]*$",
        rf"^\W*(?:persons?|people|plates|bowls|heads)\s*:?\s*{RANGE}\W*$",
        # "4-person meal", "4 srv".
        rf"^\W*{RANGE}[\s-](?:person|serving|portion)\s+(?:meal|recipe|dish|batch|pot|size|version)\W*$",
        rf"^\W*{RANGE}\s+(?:serve|srv|svg)\W*$",
        rf"^\W*family[\s-]sized?\W+{RANGE}\W*$",
        # "Dinner for 2 in 20 minutes".
        rf"^\W*(?:an?\s+)?(?:quick\s+|easy\s+)?(?:dinner|supper|lunch|tea|breakfast|brunch|meal|feast)\s+for\s+{RANGE}\s+(?:in\s+(?:under\s+|about\s+)?\d.{{0,30}}|(?:with|plus|and)\s+[^\d]{{3,30}})$",
        # "4 for tea".
        rf"^\W*{RANGE}\s+(?:for|to)\s+(?:tea|dinner|supper|lunch|brunch|breakfast)\W*$",
        # "1 each, so 4 people".
        rf"\b(?:so|that['’]s|i\.e\.)\s+{RANGE}\s+{FOLK}\b",
        # "enough for me x4".
        rf"\b(?:for\s+me|for\s+us|lunch(?:es)?|dinners?|suppers?|meals?)\s+[x×]\s?{RANGE}\b",
        rf"\b(?:does|feeds|serves|enough for|did|fed|filled)\s+(?:us|all of us|all|the)\s+{RANGE}\b",
        rf"^\W*(?:number )?served\s*:?\s+{RANGE}\W*$",
        # "4 p", "(6)" below a title.
        rf"^\W*{RANGE}\s?pp?\.?\W*$",
        # "Just us two", "(6 to 8 as part of a buffet)".
        rf"^\W*(?:just\s+)?(?:for\s+)?(?:us|the)\s+{RANGE}(?:\s+of us)?\W*$",
        rf"^\W*{RANGE}\s+as\s+(?:(?:part of\s+)?an?\s+)?(?:\w+\s+)?(?:buffet|meal|side|starter|course|main|spread|mezze|feast|snack|lunch|supper)\W*$",
        rf"^\(\s*{RANGE}\s*\)$",
        # "A generous two", "à 4", "Lunches for a week (5)".
        rf"^\W*an?\s+(?:generous|scant|greedy|hungry|good|comfortable|hearty)\s+{RANGE}\W*$",
        rf"^\W*à\s+{RANGE}\W*$",
        rf"^\W*(?:lunch(?:es)?|dinners?|suppers?|meals?)\b[^\d]{{0,25}}\(\s*{RANGE}\s*\)\W*$",
        # "2 with leftovers", "4, with seconds".
        rf"^\W*{RANGE}\s*,?\s+(?:with|plus|\+|and)\s+(?:some\s+|a few\s+|plenty of\s+|lots of\s+|maybe\s+|a bit of\s+)?(?:left-?overs?|seconds|second helpings)\b[^\d]*$",
        rf"^\W*meal[\s-]prep\s+for\s+{RANGE}(?:\s+(?:days?|lunches|dinners|meals))?\W*$",
        rf"^\W*batch\s+of\s+{RANGE}\W*$",
        rf"^\W*{RANGE}\s?(?:인분|人分|人份|人前)\W*$",
        rf"^\W*serving size\W{{1,3}}(?!1\b){RANGE}\W*$",
        rf"^\W*(?:piatti|teller|assiettes|platos|borden|couverts|coperti|comensales|raciones|porções|pessoas|osób|kişi|annosta|adag|lautast?a|tallerkener)\s*:\s*{RANGE}\W*$",
        # "4 hungry or 6 polite".
        rf"^\W*(?P<low>{N})\s+{MANNERS}\s+or\s+(?P<high>{N})\s+{MANNERS}(?P<more>(?!))?\W*$",
        rf"[👥👤🍽]\ufe0f?\s*{RANGE}\b",
        rf"\bfor\s+{RANGE}\s?p\b\.?",
        rf"\bfor\s+{ABOUT}{RANGE}\s+{ADJ}(?:bowls|bowlfuls|plates|platefuls)\b",
        rf"\(\s*{ABOUT}{RANGE}\s+(?:bowls|bowlfuls|plates|platefuls|helpings|boxes|tubs|containers)\s*\)",
        rf"^\W*(?:you(?:'ll|’ll| will)? need|shopping|what you need)\W*\(\s*for\s+{RANGE}\b",
        rf"^\W*for\s+{RANGE}\s*:(?=\s)",
        rf"^\W*for\s*:\s*{ABOUT}{RANGE}\W*$",
        rf"\b(?:feeds|serves|does)\s+(?:just\s+)?(?:me|one|1)\s+{RANGE}\s+times\b",
        # "Makes enough for me for 4 days".
        rf"\b(?:feeds|serves|lasts|does|enough for|for)\s+(?:just\s+)?(?:me|myself|one|1|1 me)\s+(?:for\s+)?{RANGE}\s+(?:days?|meals?|nights?|lunches|dinners)\b",
        rf"(?:\b(?:this|it)\s+|\b)(?:['’]?ll|will|should|can|could|might|would|to|easily)\s+(?:do|feed|serve)\s+{ABOUT}{RANGE}\b",
        rf"\(\s*{RANGE}\s?p\.?\s*\)",
        # "350 for 10", "simmer for 10." tell minutes.
        (
            rf"(?<!\d\s)(?<!\d[°cf]\s)(?<!bake\s)(?<!cook\s)(?<!simmer\s)(?<!fry\s)(?<!roast\s)(?<!boil\s)(?<!grill\s)"
            rf"\b(?:for|pour|für|para|voor)\s+(?:the\s+|us\s+)?{ABOUT}{RANGE}\s*(?:$|[).,|+·•]|\(or\b|(?:of us\b)|as\s+(?:an?|mains?|sides?|starters?)\b|{PEOPLE})"
        ),
        rf"^\W*makes\s+{ABOUT}(?P<low>[2-9]|1[0-2])(?P<high>(?!))?(?P<more>(?!))?\s+(?:big|large|generous|good[\s-]sized|individual)(?:\s+ones)?\W*$",
        # "Makes 24" is no dish for so many.
        rf"^\W*(?:(?:makes|(?:cuts|slices) into)(?!\W{{0,3}}{ABOUT}(?:1[3-9]|[2-9]\d|\d{{3}})\b)|yields?)\s*[:=\-]?\s*{ABOUT}{RANGE}\s*(?:$|[|.,;(·•])(?!.*\b(?:each|per)\b)",
    )
)
# "Per portion (of 4): 390 kcal".
ONE_OF = re.compile(
    rf"(?:\b(?:portion|serving)\s*\((?:(?:1|one)\s+)?of\s+|\b(?:macros|nutrition|figures)\s+(?:for|of|per)\s+(?:1|one)\s+(?:(?:portion|serving)\s+)?of\s+)(?P<low>{N})(?P<high>(?!))?(?P<more>(?!))?(?:\)|\b)",
    re.IGNORECASE,
)
# "Batch: 10 x 250 g".
# "For 8 ringers": whoever is counted in words for people and no pieces.
FOR_SOMEBODY = re.compile(rf"^\W*for\s+{RANGE}\s+(?P<who>[a-z][a-z'’-]{{2,}}s)\W*$", re.IGNORECASE)
NOBODY = frozenset(
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
BATCH_OF = re.compile(
    rf"^\W*(?:batch yield|batch size|batch makes|recipe makes|batch|yields?|portions?|servings?|makes)\s*[:=]?\s*{RANGE}(?=\s*[x×]\s*\d[\d./ ]*\s*(?:g|ml|kg|oz|cups?|ladles?)\b)",
    re.IGNORECASE,
)
# "Makes 1.5 L = 6 x 250 ml", "weighs 1600 g, 400 g x 4".
PORTIONED = re.compile(
    rf"=\s*(?P<low>{N})(?P<high>(?!))?(?P<more>(?!))?(?=\s*[x×]\s*\d+\s*(?:g|ml|kg|oz)\b)",
    re.IGNORECASE,
)
PORTIONED_BEHIND = re.compile(
    rf"\b(?:total|batch|weighs|makes)\b.{{1,60}}?\b\d+\s?(?:g|ml|oz)\s*[x×]\s*(?P<low>{N})(?P<high>(?!))?(?P<more>(?!))?\W*$",
    re.IGNORECASE,
)
# "Makes 12. Serving: 2 muffins": for six.
PIECES_A_SERVING = re.compile(
    rf"\b(?:makes|yields?)\b\s*:?\s*(?P<made>{N})\b.{{0,40}}?\b(?:serving|portion)(?:\s+size)?\s*[:=]?\s*"
    rf"(?P<each>{N})\s+(?!people|persons?|servings?|portions?|g\b|ml\b|cups?\b)[a-z]"
    # "12 muffins (3 = 1 serving)", "Makes 12; serving = 3".
    rf"|^\W*(?:(?:makes|yields?)\b\s*:?\s*)?(?P<made_first>{N})\s+[a-z][a-z -]{{2,30}}[,;(–-]+\s*(?P<make_one>{N})\s*(?:=|is|are|make|per)\s*(?:1|one|a)?\s*(?:serving|portion|serve)\b"
    rf"|^\W*(?P<made_at_first>{N})\s+(?!min(?:ute)?s?\b|h\b|hrs?\b|hours?\b|k?cal)[a-z][a-z -]{{2,30}}[,;(–-]+\s*(?:one\s+|a\s+|1\s+)?(?:serving|portion)(?:\s+size)?\s*(?:[:=]|is)\s*(?P<each_at_last>{N})\s*\)?\W*$"
    # "Makes one loaf (8 slices); two slices a serving".
    rf"|\b(?P<cut>{N})\s+(?:slices|squares|pieces|wedges)\b\W{{1,3}}(?P<of_these>{N})\s+(?:slices|squares|pieces|wedges)\s+(?:a|per|each)\s*(?:serving|portion|person|head|plate)?\b"
    rf"|\b(?:makes|yields?)\b\s*:?\s*(?P<made_in_all>{N})\b[^.\d]{{0,30}}\b(?:serving|portion)(?:\s+size)?\s*[:=]\s*(?P<each_alone>{N})\s*\)?\W*$",
    re.IGNORECASE,
)
# "2 tacos = 1 serving" is for one where nothing else tells.
SO_MANY_ARE_ONE = re.compile(
    r"\b\d{1,2}\s+[a-z][a-z -]{2,20}\s*(?:=|\bis\b|\bare\b|\bmakes?\b)\s*(?:1|one|a)\s+(?:serving|portion|serve)\b",
    re.IGNORECASE,
)
# A piece of these is a meal; of others (dumplings, squares, crackers) several are.
MEALS = (
    r"(?:(?:loaded|stuffed|jacket|baked)\s+(?:potatoes|spuds|taters|peppers|courgettes|zucchini|aubergines|squash(?:es)?)|boats|stacks|jars|quarter[\s-]pounders|"
    r"meals?|dinners|lunches|suppers|lunch\s?boxes|meal preps?|(?:meal[\s-]prep\s+)?(?:boxes|tubs)|containers|burgers?|pies?|pasties|pasty|wraps?|burritos?|"
    r"bowls?|bowlfuls|plates|platefuls|(?:big|large|good|hearty|generous)\s+(?:soups|salads|stews|curries|omelettes|lunches|suppers)|pizzas?|sandwich(?:es)?|sandos?|croques?|parcels?|tarts|galettes?|calzones?|omelettes?|jackets?|peppers|toasties|subs|"
    r"hot dogs|wedges|single serves?|individual \w+|flatbreads|steaks|fillets)"
)
# One pie is not one serving.
LEAST_MEALS = 2
MEAL = re.compile(
    rf"(?:\b(?:makes|yields?|yield|batch|gives|(?:cuts|slices) into)\b|=)\s*[:=]?\s*{ABOUT}{RANGE}\s+"
    # Nobody's meal is a mini pie.
    rf"(?!\d+\s?(?:cm|inch|in\b|-))(?:(?!mini|small|little|tiny|baby|bite|cocktail|party)\w+\s+){{0,2}}{MEALS}\b",
    re.IGNORECASE,
)
# "Makes 4 bagels, 1 per person", "12 dumplings, 3 each".
EACH = re.compile(
    rf"\b(?:makes|yields?|(?:cuts|slices) into|gives)\b\s*:?\s*{ABOUT}(?P<made>{N})\b.{{1,40}}?(?<![\d/.])(?P<each>{N})(?!/)\s*"
    # "6 bowls, about 2 cups each" are six.
    r"(?!(?:cups?|ml|litres?|liters?|g|grams?|kg|oz|ounces?|lbs?|cm|mm|inch(?:es)?|in|kcal|cal(?:orie)?s?|minutes?|mins?)\b)"
    r"(?:\w+\s+)?(?:per (?:person|head|plate|portion|serving|serve|guest|child|adult|diner|eater|kid|(?:hungry|greedy)\s+[a-z]+)|each|apiece|a (?:person|head))\b",
    re.IGNORECASE,
)
# "2 per person, 12 in all".
EACH_FIRST = re.compile(
    rf"^\W*(?:allow\s+)?(?P<each>{N})\s+(?:[a-z]+\s+)?(?:each|apiece|(?:per|a) (?:person|head))\s*[,;:–—-]+\s*(?:so\s+)?(?:about\s+)?(?P<made>{N})\s+(?:[a-z]+\s+)?(?:in all|in total|total|altogether)\W*$",
    re.IGNORECASE,
)
# "15 rolls, 3 per person" is a line of its own.
EACH_OF_THEM = re.compile(
    rf"^\W*(?:(?:about|abt\.?|approx\w*\.?|around|ca\.?)\s+)?(?P<made>{N})\s+(?:[a-z-]+\s+)?(?:[a-z-]+s|gyoza|pierogi|falafel|arancini|momo|ravioli)\s*[,;:.(–-]+\s*(?:about\s+)?(?P<each>{N})(?:\s*(?:-|–|or|to)\s*(?P<most>{N}))?\s+"
    r"(?:per (?:person|head|plate|portion|serving)|each|apiece|a (?:person|head))(?:,?\s+or\s+\d\s+if\b[^\d]*)?\W*$",
    re.IGNORECASE,
)
WHOLE_ONE = re.compile(
    rf"^{N}\s*(?:-|x|×)?\s*\d*\s*(?:cm|inch|in\b(?!\s+(?:under|about|less|just|an?|half|the|\d+)\b)|litre|liter|l\b|ml\b|g\b|kg\b|oz|cups?|quarts?|pints?|x(?!\s*(?:portions|servings|people|helpings)))",
    re.IGNORECASE,
)
# All that a line about servings and nothing else is made of.
SAID = """
so kişi sayısı počet nombre de número numero aantal antal anzahl der liczba dosi ración dla pp px yld serv like srv sv srvs svs srvg srvgs ptn ptns headcount plenty ample original default base normal average quantities amounts given max minimum maximum output qty out tea hearty share sharing
serves serve serving servings feeds feed fed feeding amount size can could might would makes make made yields yield portion portions people
persons person pers ppl pax covers guests adults adult kids kid children child eaters mouths diners
family crowd party table household for enough sufficient good about around approx approximately
roughly up to at least or and plus as a an the of with main mains side sides starter starters course hungry very generous
generously big small large polite average leftovers leftover this recipe dose doses quantity
quantities amounts number no size each per ish x dozen dinner lunch supper meal meals bowls bowl plates
plate easily comfortably greedy ones do does can total is are it that will should us batch heads head
y p serv ser nourishes sustains served normal would many tray dish pan pot loaf cuts into slices pieces squares allow allowing gives sized scaled get gets we i out box boxes next day prep single just me circa ca c n g ml kg so thereabouts
"""
SAID_OF_LISTS = """
zutaten ingrédients ingredientes ingredienti ingrediënten składniki für pour para per voor
ingredient ingredients list you you'll you’ll will need needed what shopping things in seconds
full complete
"""
LISTS = re.compile(
    r"\bingredients?\b|\bneed\b|\bzutaten\b|\bingrédients\b|\bingredient(?:es|i)\b|\bingrediënten\b|\bskładniki\b",
    re.IGNORECASE,
)
# "Base: 4 servings" counts eaters, "Base ingredients" names a part.
# and "5 ingredients" the foods.
NO_HEAD = re.compile(r"^(?=[^\d]*$).*\bbase\b|^\W*(?:only )?\w+ ingredients\b\W*$", re.IGNORECASE)
FACT_WORDS, LIST_WORDS = frozenset(SAID.split()), frozenset(SAID_OF_LISTS.split())
EATERS = re.compile(PEOPLE)
# "Serves a long table of 12".
TABLE_OF = rf"\W*(?:serves|feeds)\s+(?:an?|the|our|my)\s+(?:[a-z]+\s+){{0,3}}(?:table|family|crowd|group|party|household)\s+of\s+{ABOUT}"
# "30 pierogi for 5 people".
SO_MANY_FOR = re.compile(
    rf"\W*(?:about\s+)?{N}\s+[a-z-]{{3,}}(?:\s+[a-z-]{{3,}})?,?\s+for\s+{N}\s+(?:people|persons?|of us|eaters|guests)\W*",
    re.IGNORECASE,
)
WHOLE_LINE = re.compile(
    rf"(?:\W*(?:for|serves|feeds)\s+{RANGE}\s+(?:[a-z-]+\s+){{0,2}}{FOLK}|{TABLE_OF}{N}"
    rf"|\W*(?:an?\s+)?(?:quick\s+|easy\s+)?(?:dinner|supper|lunch|tea|breakfast|brunch|meal)\s+for\s+{N}\s+in\s+(?:under\s+|about\s+)?\d.{{0,30}})\W*",
    re.IGNORECASE,
)
TOLD_ASIDE = re.compile(
    rf"\b(?:serves|servings|feeds|does|(?:good|enough|sufficient) for|for us)\b\s*:?\s*{ABOUT}{RANGE}\b(?!\s*(?:days?|weeks?|months?|nights|hours?|tacos|dumplings|pieces|loaves|jars|batches|crusts|tins|trays|pies?|tarts?|quiches?|flans?|loaf|crust|tin|tray|dish|cake|chicken|turkey|bird|goose|duck|fowl|joint|hen|sausages|chops|fillets|eggs|steaks|breasts|thighs|potatoes|pancakes|crêpes|crepes|samosas|parcels|leaves|peppers)\b)",
    re.IGNORECASE,
)
OF_US = re.compile(rf"\b{RANGE}\s+of us\b", re.IGNORECASE)
# "Kids: 2  Adults: 2".
FAMILY = re.compile(
    r"\b(?:kids|children|adults)\s*:\s*(?P<one>\d{1,2})\W+(?:kids|children|adults)\s*:\s*(?P<other>\d{1,2})\b",
    re.IGNORECASE,
)
# "It's for 2."
IT_IS_FOR = re.compile(
    rf"\b(?:it(?:['’]s| is)|this is|recipe is|(?:they|these)(?:['’]re| are))\s+for\s+{RANGE}(?=\s*[.,!;]|\s+(?:people|of us)\b|\s*$)",
    re.IGNORECASE,
)
# "For four hungry people I take 300 g".
TAKEN_FOR = re.compile(
    rf"\bfor\s+{RANGE}\s+(?:\w+\s+){{0,2}}{FOLK}\s+(?:i|we|you|one)\s", re.IGNORECASE
)
SHARED = re.compile(
    rf"\b(?:divide|share|split|spoon|ladle|serve|pour|plate|dish|pile|heap|scoop)\b[^.;]{{0,60}}?\b(?:between|among|amongst|"
    rf"into|onto|in|over|on|across)\s+{RANGE}\s+(?:\w+\s+){{0,2}}(?:plates|bowls|people|dishes|containers|portions|boxes)\b",
    re.IGNORECASE,
)
# Those who eat, one by one: "enough for you and dad and 1 more", "feeds me & 2 kids".
ONE_EATER = (
    r"(?:(?:me|myself|you|yourself|him|her|(?:(?:my|the|your|our)\s+)?(?:mum|mom|mam|dad|gran|granny|grandma|grandad|grandpa|"
    r"nan|wife|husband|partner|sister|brother|mother|father|boyfriend|girlfriend|flatmate|friend|neighbour)|"
    r"an?\s+(?:friend|child|kid|toddler|guest))\b"
    r"|(?P<n{0}>\d{{1,2}})\s+(?:hungry\s+|small\s+|little\s+)?(?:more|others?|kids?|children|adults?|people|friends|guests|teenagers|toddlers|grown[- ]?ups)\b)"
)
# "Does me him and 2 kids".
SIDE_BY_SIDE = re.compile(
    r"\b(?P<who>me|him|her|you)\s+(?=(?:me|him|her|you|the kids|(?:my |the )?(?:mum|mom|dad|gran|nan|wife|husband|partner))\b)",
    re.IGNORECASE,
)
AND = r"\s*(?:,\s*(?:and\s+)?|\band\b|&|\+|\bplus\b)\s*"
# "Me, Frank and 2 kids".
NAMED_TOO = r"(?:" + ONE_EATER + r"|(?-i:[A-Z][a-z]{{2,}})\b)"
PARTY_NAMED = re.compile(
    r"(?:\b(?:enough|plenty|serves|feeds|does|fed|sufficient)(?:\s+|\s*:\s*)(?:for\s+)?|^\W*for\s+)(?P<who>(?:me|myself|you)"
     "(?:" + AND + NAMED_TOO.format(1) + ")(?:" + AND + NAMED_TOO.format(2)
    + ")?(?:" + AND + NAMED_TOO.format(3) + ")?)",
    re.IGNORECASE,
)  # fmt: skip
PARTY = re.compile(
    r"(?:\b(?:enough|plenty|serves|feeds|does|fed|sufficient)\s+(?:for\s+)?|^\W*for\s+)(?P<who>"
    + ONE_EATER.format(0) + "(?:" + AND + ONE_EATER.format(1) + ")(?:" + AND + ONE_EATER.format(2)
    + ")?(?:" + AND + ONE_EATER.format(3) + ")?)",
    re.IGNORECASE,
)  # fmt: skip
MAKES = re.compile(
    r"\b(?:makes|yields|(?:cuts|slices) into)\s+(?:\d|an?\b|one\b|two|three|four|five|six|eight|ten|twelve).*\b(?:serv|feed|each\b|of us\b|apiece)",
    re.IGNORECASE,
)
BRACKETED = re.compile(r"\([^()]*\)")
# Without any of these words and a number nobody says for how many something is.
SPEAKS_OF_IT = re.compile(
    r"serv|how many|\bsr?vs?\b|yld|ptn|feed|\bfed\b|portion|people|person|ppl|pax|mak|yield|enough|sufficient|cover|count|we are|diner|dinner|lunch|supper|meal|eater|mouth|"
    r"guest|does|dose|adult|famil|crowd|head|helping|\bus\b|\bfor\b",
    re.IGNORECASE,
)
NUMBER = re.compile(
    r"[\d½¼¾⅓⅔]|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|sixty|hundred|dozen|couple|pair|a half)\b",
    re.IGNORECASE,
)
MOST_SENTENCES = 60
NUMBERED = re.compile(r"\bno\.\s+(?=\d)", re.IGNORECASE)
SENTENCES = re.compile(r"(?<=[.!?;,])\s+|\s{3,}|\s[|·•]\s|[()\[\]]")
# "4 serv.".
SERV = re.compile(
    r"(?<=\d )serv\b\.?|\bsvgs?\b\.?|\bserves\s*/\s*makes\b|\bmakes\s*/\s*serves\b", re.IGNORECASE
)
# Words of eating before a number, or of eaters behind it, in whatever sentence; and words of what
# a number counts that nobody eats.
EATING = re.compile(
    r"\b(?:serv\w*|feed\w*|fed|enough|plenty|for|does|do|covers?|stretch\w*|round|keeps?|fills?|filled|us|(?:scaled|cut)(?: down| up)? (?:to|for))\b[^.;!?]{0,40}$",
    re.IGNORECASE,
)
EATERS_BEHIND = re.compile(
    r"\s+(?:of (?:us|you|them)|at (?:the |our )?table|(?:\w+\s+)?(?:people|mouths|plates|bowls|helpings|portions|diggers)|can eat|eat|(?:for|to) (?:dinner|tea|supper|lunch|brunch)"
    r"|as (?:an? )?(?:main|starter|side|light|meal))\b",
    re.IGNORECASE,
)
NOT_EATERS = re.compile(
    r"\b(?:min\w*|h|hrs?|hours?|days?|weeks?|months?|years?|g|gr|grams?|kg|ml|cl|l|lit\w*|lbs?|oz|cm|mm|inch\w*|kcal|cal\w*|carbs?|protein|fat|"
    r"degrees?|gas|mark|oven|pages?|p|no|number|vol\w*|steps?|lesson|class|times|cups?|batch|makes?|made|yields?|cuts?|pieces?|slices?|squares?|"
    r"tins?|cans?|trays?|stars?|votes?|reviews?|comments?|pm|am|st|nd|rd|th|points?|ingredients?|years?|old|twice|double|halve)\b|[%°£$€#:]|\d[./]\d",
    re.IGNORECASE,
)
# "10 servings of 1 1/3 cups", "2 bowls in under an hour": what is measured counts nobody.
MEASURED = re.compile(
    r"(?:\b(?:of|in|at|takes|about|around|under|over|only|just)\s+){0,3}(?:\b(?:an?|half an?|one|two|\d[\d.,/½¼¾ –-]{0,8})\s*)(?:-\s*)?"
    r"(?:min(?:ute)?s?|h|hrs?|hours?|g|grams?|kg|ml|l|litres?|liters?|lbs?|oz|ounces?|cups?|cm|inch(?:es)?|kcal|cal|calories|kj|degrees?|%)\b\.?",
    re.IGNORECASE,
)
OF_THEM = re.compile(r"\d\s+of (?:them|these|those|which|that)\b", re.IGNORECASE)
LOOSE_PIECES = re.compile(r"[;,.|·(]\s+|\s[/–—-]\s|\s\+\s")
# "4", "four or five", "between 4 and 6 (we were 5)", below a name; more may be the number of a page.
BARE, MOST_BARE = (
    re.compile(
        r"\W*(?:(?:between|anywhere from|from|about|roughly|around)\s+)?(?P<low>\d{1,2})"
        r"(?:\s*(?:-|–|to|or|and|/)\s*(?P<high>\d{1,2}))?\s*(?:\([^()]*\)|\s*,\s+(?:not|but|or|if|maybe|with|without|plus|depending|generous\w*|hungry|easily|comfortably)\b[^\d,]{0,40}|\.\s+(?-i:[A-Z])[^\d]{3,40})?[\s.]*",
        re.IGNORECASE,
    ),
    12,
)
# "4 generously, 6 at a pinch".
AT_A_PINCH = re.compile(
    r"\W*(?P<low>\d{1,2})\s+(?:generously|comfortably|easily|properly|well)\W+(?:or\s+)?(?P<high>\d{1,2})\s+(?:at a (?:pinch|push|stretch)|if\b.*|with\b.*)\W*",
    re.IGNORECASE,
)
# "5 containers", "4 sides", below a name.
TUBS = re.compile(
    r"\W*(?:(?:makes|about)\s+)?(?P<low>[2-9]|1\d)(?P<high>(?!))?\s+(?:containers|boxes|tubs|lunch\s?boxes|sides|mains|lunches|dinners|suppers|meals|starters)"
    r"(?:\s*[/,|·]\s*\d\s+(?:days?|(?:a|per|each) day)){0,2}\W*",
    re.IGNORECASE,
)
# "Split into 4 tubs", "divides into 5", below a name.
SPLIT = re.compile(
    r"(?:.{3,40}[,;:]\s+)?(?:it\s+)?(?:split|splits|divide[sd]|portion(?:s|ed)|share[sd]|freezes|packs|bags)\s+(?:out\s+)?(?:in|into|between|among|amongst)\s+"
    r"(?P<low>[2-9]|1\d)(?P<high>(?!))?(?:\s+(?:equal\s+)?(?:containers|boxes|tubs|portions|servings|meals|lunches|bowls|plates|people|of us|pots|parts))?\W*",
    re.IGNORECASE,
)
# "Serves 6 generously, 8 with a salad".
GENEROUSLY = re.compile(
    rf"\b(?:serves|feeds|does|for)\s+(?P<low>{N})\s+(?:generously|comfortably|easily|properly|well|heartily)\s*[,;(/]?\s*(?:or\s+)?(?P<high>{N})(?P<more>(?!))?\s+(?:with|if|at|when|modestly)\b",
    re.IGNORECASE,
)
# "x2", "4-ish", below a name.
TIMES = re.compile(
    r"\W*(?:[x×]\s?(?P<times>[2-9]|1\d)|(?P<about>[2-9]|1\d)\s?-?ish)\W*", re.IGNORECASE
)
ONE_NUMBER = re.compile(
    r"(?<![\w.,/])(?P<low>\d{1,3})(?:\s?(?:-|–|or|to)\s?(?P<high>\d{1,3}))?(?![\w/])"
)
