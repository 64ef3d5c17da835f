"""The words and patterns around the name of a dish: labels, pages, tails and what stands above it."""

from __future__ import annotations

import re

from snabo_core.quantities.kinds import MONTH
from snabo_core.recipe.serving_words import FOLK

LONGEST_TITLE = 120
# A line is asked from several sides.
REMEMBERED = 512
WEEKDAY = r"(?:mon|tues|wednes|thurs|fri|satur|sun)day"
LABEL = (
    r"(?:re|fwd?|fw|subject|title|a(?:nswer)?|meal[\s-]?prep|batch[\s-]?cook(?:ing)?|freezer (?:meal|filler)s?|lunch ?box|(?:dinner|supper|lunch|tea|meal|recipe)\s+(?:idea|inspiration)s?|name(?:\s+of\s+(?:the\s+)?(?:dish|recipe))?|dish(?:\s+name)?|what|item|entry(?:\s+\d{1,3})?|try this(?: week)?|today (?:i|we) (?:cooked|made|ate)|product|(?:pot|pan|tray|course)\s*\d{1,2}|(?:shift|team|group|table|watch|ward|unit|class|room)\s+\w{1,3}|"
    r"menu(?: item)?|(?:\w+['’]s\s+)?recipe(?:\s+(?:name|title|for|of the (?:day|week|month)))?|today['’]?s\s+recipe|"
    r"ready in (?:about )?\d{1,3} (?:minutes|mins?|hours?)|"
    r"(?:ep(?:isode|\.)?|part|lesson|class|test|trial|version|attempt|draft)\s*\d{1,4}|(?:recipe|(?:(?:recipe|dish|entry|item|card|meal|menu|supper|dinner|lunch|test|batch|kitchen|family|freezer)\s+)?(?:no\.?|number|#))\s*\d{1,3}|"
    r"new|updated|tested|flashback|throwback|classic|repost|(?:tonight|today|yesterday|(?:this|next) week(?:end)?)(?:'s \w+)?|(?:supper|dinner|tea|lunch) (?:tonight|today|tomorrow|on (?:mon|tues|wednes|thurs|fri|satur|sun)day)|(?:[a-z'’]+ ){0,3}(?:hall|church|school|club|village|harvest|quiz|charity|parish|community|staff|team|choir|scout|youth|shrove tuesday|christmas|easter) (?:lunch|supper|dinner|tea|feast)|(?:[a-z]+ )?(?:night|lunch|supper|dinner|breakfast|brunch|tea|feast|special)|"
    r"(?:what|how) (?:we|i)(?:['’](?:re|m|ve))?\s+(?:(?:just|also|have|are|am|really)\s+){0,2}(?:cooked|made|ate|had|cooking|making|eating|having|loved|loving)(?:\s+(?:this|last) (?:week(?:end)?|month)|\s+(?:today|tonight|lately|now|on \w+day))?|"
    r"from (?:the|my|our) (?:\w+ )?(?:notebook|recipe (?:box|book)|kitchen|archives?|files?)|"
    rf"(?:(?:week|day)\s*\d{{1,2}}\s*[-,]?\s*)?(?:{WEEKDAY}|mon|tues?|wed|thurs?|fri|sat|sun)(?:\s+(?:night|dinner|supper|lunch))?(?:\s+\d{{1,2}}(?:st|nd|rd|th)?)?)"
)
LABELLED = re.compile(
    rf"^(?:.{{3,40}} presents\s*:\s+(?=\S)|(?:{LABEL}(?:\s*[:=–—]\s*|\s+--?\s+|\s*(?:\.{{3,}}|…)\s*))+(?=\S)(?!recipes?\W*$|.{{0,30}}\b(?:blog|kitchens?|cooks|recipes|table)\W*$))",
    re.IGNORECASE,
)
# A reply to somebody's question names the dish, but hardly as its title.
REPLY = re.compile(r"^(?:(?:re|fwd?|fw|(?:post\s+)?subject)\s*:\s*)+(?=\S)", re.IGNORECASE)
LOOKED_FOR = re.compile(
    r"^\W*(?:(?:i(?:'m|’m| am)?\s+)?(?:looking|lookin'?|searching)\s+for|wanted\s*:|iso\b|anyone (?:have|got))"
    r"\W*(?:(?:an?|the|your|any)\s+)?(?:(?:good|great|best|nice|easy)\s+)?(?:recipes?\s+for\s+)?",
    re.IGNORECASE,
)
NAMED = re.compile(
    r"^\W*(?:recipe|title|name(?:\s+of\s+(?:the\s+)?(?:dish|recipe))?|dish|(?:recipe|dish)\s+(?:name|title))\s*[:=]\s*(?P<name>\S.{2,})$",
    re.IGNORECASE,
)
PAGE = re.compile(
    r"^(?:p|pg|page)\.?\s*\d{1,4}\s*[:.,–-]?\s+(?!of\b)(?=[^\W\d]|[\"“]|\d+-[a-z])", re.IGNORECASE
)
# "12/10 Leek bake", but not "1/2 pound burgers".
DATED = re.compile(
    r"^(?!50/50)(?:\d{4}-\d{2}-\d{2}|\d{1,2}[./](?!(?:2|3|4|8)\b)\d{1,2}(?:[./]\d{2,4})?)\s*[-–—:]?\s+(?=[^\W\d])"
)
PLACE = re.compile(
    r"^(?:recipe\s+)?(?:no\.?\s*)?\d{1,3}[.)]\s+(?=[^\W\d]|[\"“]|\d+-[a-z])|^#\s?\d{1,4}\s*[:.–-]?\s+",
    re.IGNORECASE,
)
# How somebody begins to tell: "ok so the rice thing".
SO = re.compile(
    r"^(?:(?:hey|hi|hiya|hello|oi|yo)\b[\s,!]+)?(?:ok(?:ay)?\b[\s,]+so\b[\s,]+|ok(?:ay)?\b[\s,]+(?:so\b[\s,]+)?(?=(?:the|that|this|my|our)\s+\S)|(?-i:ok(?:ay)?)[\s,]+(?-i:(?=[a-z]{3}))"
    r"|(?-i:so)\s+(?-i:(?=(?!good|easy|simple|quick|tasty|many|much|very|yum|long|far|what|how|when)[a-z]{3}))|(?-i:right|well|ok|okay)[\s,]+(?:so|then|now)[\s,]+(?-i:(?=[a-z]{3}))|(?-i:right)\s+(?-i:(?=(?!now\b|away\b|angle)[a-z]{3}))|so\b[\s,]+(?=(?:the|that|this|my|our)\s+\S))",
    re.IGNORECASE,
)
# "Okay this is the tuna pasta salad".
THIS_IS = re.compile(
    r"^(?:(?:ok(?:ay)?|so|right|well|hi|hey|hello|um+)\b[\s,!]*)*(?:this(?: one)?(?:(?-i: is)|['’]s)|it['’]s) (?:called(?: (?:the|my|an?))?|the|my|our|an?|for(?: (?:the|my|our|an?))?) (?:recipe (?:for|of) (?:(?:the|my|our|an?) )?)?(?=[^\W\d]|\d+-[a-z])"
    r"|^(?:(?:ok(?:ay)?|so|right|well|hi|hey|hello|um+)\b[\s,!]*)*this one(?:['’]s|(?-i: is))\s+(?-i:(?=[a-z]{3}))"
    # "Right the name is pea and ham risotto".
    r"|^(?:(?:ok(?:ay)?|so|right|well|u[mh]+|er+m?)\b[\s,!]*)*(?:the )?(?:(?:next|first|second|third|last|other|new)\s+(?:recipe|one|dish)|(?:recipe |dish )?(?:name|title)|recipe|dish)(?: of (?:it|this)| here)?(?: is|['’]s)(?: called)?\s+(?=[^\W\d])"
    r"|^(?:title|recipe (?:name|title))\s+(?-i:(?=[a-z]{3}))|^(?-i:(?:add|new|save|note)(?: an?)? recipe|new note|(?:write|note|jot|take) (?:this |it )?down|u[mh]+|er+m?|recipe)[\s,:]+(?=(?!for\b|of\b|is\b|called\b|by\b|from\b|card\b|book\b|box\b)[a-z]{3})|^note to self[\s:,-]+(?=[^\W\d])"
    # "So this is cheesy leek toasts".
    r"|^(?:ok(?:ay)?|so|right|well|um+)\b[\s,!]*(?:so\s+)?this is (?=[^\W\d]{3})",
    re.IGNORECASE,
)
# "TODAY!! Beetroot burgers".
TODAYS = re.compile(r"^(?:today|tonight|new|specials?|now)\s*!+\s+(?=[^\W\d])", re.IGNORECASE)
# What is said when something is handed over: "ok here it is, gran's dumplings".
HERE = re.compile(
    r"^(?:(?:ok(?:ay)?|so|right|well|hi|hey)\b[\s,!]+)*(?:here (?:it is|you (?:go|are)|goes)|as promised)"
    r"\s*[,:!–-]+\s*(?=[^\W\d])",
    re.IGNORECASE,
)
# "Hey, here's that lentil lasagne!!".
# What a letter is about that names no dish.
ABOUT_A_DAY = re.compile(
    r"\W*(?:this |next |last |on )?(?:(?:mon|tues|wednes|thurs|fri|satur|sun)day|weekend|week|tonight|tomorrow|today|dinner|supper|lunch|tea|food|"
    r"(?:the |that |your |a )?recipes?|hello|hi|hey|news|quick question|question|christmas|easter)(?:['’]s)?(?:\s+(?:dinner|supper|lunch|tea|recipes?|food|night))?\W*",
    re.IGNORECASE,
)
HERE_IS = re.compile(
    r"^(?:(?:ok(?:ay)?|so|right|well|(?:hi|hiya|hey|heya|hello|dear|yo)(?:\s+\w+){0,2})\b[\s,!–-]+){0,3}(?:sorry\b[^.!?]{0,30}[,!–-]+\s*)?"
    r"(?:here(?:['’]s|\s+is|\s+comes|(?=\s+the\s+recipe\b))|this\s+is(?=.{3,60}\s(?:i|we|you)\s(?:told|asked|had|promised|mentioned|said|wanted|liked)\b))\s+(?:the|that|my|our|your)\s+"
    r"(?:(?:recipe|receipt)\s+(?:for|of)\s+(?:the|that|my|our)?\s*)?(?P<name>(?:\d+-)?[a-z]"
    # "... the recipe for tuna, leek and barley bake. It serves 4."
    r"(?:[\w'’ &\"“”()-]|,(?! (?:it|which|that|i|we|you|as|so|they|this|for|from|serves|feeds|makes)\b)){3,60}?)"
    r"(?:\W*$|,?\s+(?:sorry|you (?:asked|wanted|liked|loved|mentioned)|as (?:promised|requested)|we (?:had|ate|talked)|i (?:promised|told|mentioned|said))\b.{0,80}$|(?<=[)\"”])\.\s+(?=[A-Z])|\.\s+(?=(?-i:[A-Z])))",
    re.IGNORECASE,
)
# "Y'all asked so here it is!! my slow cooker spaghetti".
ASKED = re.compile(
    r"^(?=.{0,30}\b(?:asked|asking|requested|promised|wanted)\b).{0,50}?\bhere (?:it is|you (?:go|are)|we go)\W+"
    r"(?:(?:my|the|our)\s+)?(?=[^\W\d])",
    re.IGNORECASE,
)
TODAY = re.compile(
    r"^(?:(?:today|tonight|so|ok|okay|right)\b[\s,]*)*(?:we(?:['’]re| are)|i(?:['’]m| am))\s+(?:making|cooking|having|doing)\s+(?=\S)",
    re.IGNORECASE,
)
# "Tonight's dinner is leek pie!"
TONIGHT = re.compile(
    r"^(?:so\s+)?(?:today|tonight)\s+(?:it['’]s|it is|we have)\s+(?:(?:my|our|the|an?)\s+)?(?=\S)|^(?:today|tonight|this week|sunday)['’]?s\s+(?:dinner|tea|supper|lunch|recipe|special|dish|meal)\s+(?:is|was)\s+(?:(?:my|our|the|an?)\s+)?(?=\S)",
    re.IGNORECASE,
)
# "How I make leek bake".
# "Hey machine note tuna mornay for the freezer".
TOLD_TO = re.compile(
    r"^(?:hey\s+)?(?-i:start|take|make|add)\s+an?\s+(?:new\s+)?(?:note|recipe)(?:\s+for)?[\s:,]+(?=[a-z]{3})|^(?:hey|ok(?:ay)?)\s+\w+[\s,]+(?:(?:take|make|add|new|start)\s+(?:an?\s+)?)?(?:notes?|recipe|remember|write(?: down)?)[\s:,]+(?=[a-z]{3})",
    re.IGNORECASE,
)
HOW = re.compile(
    r"^(?:(?:ok(?:ay)?|so|right|well)\s+)*(?:(?:this is |here(?: is|['’]s) )?how (?:i|we) (?:make|cook|do)|(?-i:(?<=so )(?:I|i|we) (?:make|cook)))\s+(?:(?:my|our|the|an?)\s+)?(?=\S)",
    re.IGNORECASE,
)
# A name needs no full stop, an abbreviation its own.
STOP = re.compile(r"(?<=[A-Za-z]{4})\.$|(?<=[A-Z]{3})\.$")
DOTTED = re.compile(r"\s*(?:\.\s?){4,}\d{1,4}$")
SITE = re.compile(
    r"^(?P<name>.+?)\s+[-–—]\s+.{0,30}(?:kitchens?|cooks?|recipes|foods?|blog|magazine|eats|\.\w{2,3})$",
    re.IGNORECASE,
)
# "Tuna bake (85p a portion)".
PRICED = re.compile(
    r"\s*\(\s*(?:about\s+)?(?:[£$€]\s?\d+(?:\.\d\d)?|\d{1,3}\s?p)\s+(?:a|an|per|each)\b[^()]{0,20}\)\s*$",
    re.IGNORECASE,
)
# What a page is called above its buttons: "The Pepper Mill Diaries".
HOUSE = re.compile(
    r"\b(?:diaries|kitchens?|tables?|blog|cooks|eats|plates?|spoon|fork|ladle|pantry|larder|whisk|hearth|"
    r"cupboard|chronicles|journal|notebook|club)$",
    re.IGNORECASE,
)
TAGS = re.compile(r"</?[a-z][a-z0-9]{0,9}>", re.IGNORECASE)
# "[4 servings] Leek pie".
SO_MANY_BEFORE = re.compile(
    r"^[(\[]\s*(?:serves|feeds|for)?\s*\d{1,3}(?:\s*[-–]\s*\d{1,3})?\s*(?:servings?|portions?|people|persons|pers\.?|p|x)?\s*[)\]]\s*(?=[^\W\d])",
    re.IGNORECASE,
)
# A title in quotes or brackets as a whole.
IN_QUOTES = re.compile(r"^[\"“«»„(](?P<name>[^\"“”«»„()]{3,}|(?<!\()[^\"“”«»„]{3,}\))[\"”“»«)]$")
# "Copy of leek pie", "Recipe for leek pie".
SAID_BEFORE = re.compile(
    r"^(?:\[recipe\]|copy of|(?-i:new recipe)(?=\s[a-z])|(?:(?:my|our|the)\s+)?(?:recipe|receipt|ingredients) for(?: an?| the)?)\s*(?<=[\s\]])(?=[^\W\d]|[\"“]|\d+-[a-z])",
    re.IGNORECASE,
)
# "Leek pie #supper", "Leek pie ->".
SIGNS_BEHIND = re.compile(r"(?:\s+#(?!\d)\w+)+$|\s*(?:[-=]>|/)\s*$")
BRACES = str.maketrans("{}", "()")
# Characters of a title that are read.
LOOKED_AT = 600
# "Dal (v, gf)", "Dal [vegan]"; "Dal (gluten free)" is named so.
DIETS = re.compile(
    r"(?:\s*[(\[](?!\s*(?:vegan|vegetarian|veggie|(?:gluten|dairy|nut)[\s-]free)[^,/&+\]]*\))(?:\s*[,/&+]?\s*(?:v|vg|vgn|ve|gf|df|nf|lf|lc|vegan|vegetarian|veggie|keto|low[\s-]carb|(?:gluten|dairy|nut)[\s-]free)(?:\s+(?:option(?:al)?|version|friendly))?){1,5}\s*[)\]])+$|\s+[-–—|]\s+(?:\b(?:v|vg|vgn|ve|gf|df|nf|lf)\b\W*){1,4}$",
    re.IGNORECASE,
)
# "Beef noodles | 31 g protein", "Leek pie (410 kcal)".
CLAIM_BEHIND = re.compile(
    r"(?:\s*[|·•,(–—+@]\s*|\s+-\s+)(?:only |just |under )?~?\d{1,4}\s?"
    r"(?:g\s+(?:of\s+)?(?:net |total )?(?:protein|carbs?|cho|fat|fibre|fiber)|kcal|cals?|calories|kj)\b(?:\s+(?:per|a|each)\s*\w*)?\s*\)?$",
    re.IGNORECASE,
)
FACES = re.compile(r"\s*(?:[:;]-?[)DP]|<3|x{2,})+$")
FOR_SO_MANY = re.compile(
    # "LEEK PIE   4 PERS."
    r"(?<=[a-zA-Zà-ÿ)])\s*,?(?:\s+(?:about|around|roughly))?\s+(?:\d{1,3}(?:\s?[-–]\s?\d{1,3})?|(?-i:one|two|three|four|five|six|eight|ten))\s+(?:(?:big|large|small|good|generous)\s+)?(?:pers\.?|people|persons?|servings?|portions?|pax|covers|bowls|plates|containers|boxes|tubs)(?:\s+(?:about\s+)?(?:\d{1,3}|ten|fifteen|twenty|thirty|forty|fifty|an)\s+(?:min(?:ute)?s?|hours?))?\s*$"
    r"|(?:\s+(?:and\s+)?(?:it|this|that|which)(?=\s+(?:serves|feeds|makes)\b))?(?:\s*,?\s+(?:enough|plenty|good|sufficient)(?=\s+for\b))?\s*[(\[]?\s*\b(?:serves?|feeds|makes|servings?|(?-i:portions)|for|för|für|pour|para|voor|per)\s*:?\s*(?:about\s+)?(?:\d+|one|two|three|four|five|six|"
    r"seven|eight|ten|twelve)(?:\s*(?:-|–|to|or)\s*(?:\d+|two|three|four|five|six|eight|ten))?(?:\s+(?:(?:hungry|greedy|big|small)\s+)?(?:people|servings|persons|portions|eaters|adults|kids))?(?:\s+(?:with|plus) leftovers)?\s*[)\]]?\s*$"
    # "Corned beef hash for 3, one pan".
    r"|(?<=[a-z])\s+for\s+(?:\d{1,2}|two|three|four|five|six|eight|ten)(?:\s*(?:-|–|or|to)\s*(?:\d{1,2}|two|three|four|five|six|eight|ten))?(?:\s+people)?,\s+[^\W\d][^,\d]{1,25}$"
    # "Chili for 75 Scouts", "stuffed mushrooms for me".
    rf"|(?<=[a-z])\s+for\s+(?:\d{{1,3}}\s+(?:hungry\s+)?{FOLK}|(?:just\s+|only\s+)?(?:me|myself))\s*$"
    r"|(?<=[a-z])\s+(?:just|only)\s+for\s+(?:me|myself|one|two)\s*$"
    # "Cheesy quesadilla for one person takes ten minutes".
    r"|(?<=[a-z])\s+for\s+(?:\d{1,2}|one|two|three|four|five|six|eight|ten)(?:\s+(?:people|persons?|of us))?\s+(?:(?:it|and it|this)\s+)?(?:takes|ready|done|made|needs)\b[^()]{0,40}$"
    # "Traybake (meal prep x4)".
    r"|\s*\(\s*(?:meal prep|batch|freezer)\s*[x×]?\s?\d{1,2}\s*\)\s*$"
    # "Beef stew x 60"; twelve fishcakes are no eaters.
    r"|(?:(?<=[^\W\d_s])|,)\s+[x×]\s?\d{1,3}(?:\s*\((?:mon|tue|wed|thu|fri|sat|sun)[^()]{0,20}\))?\s*$"
    # "Chili con carne, 10 x 300g", "frittata two of us".
    r"|\s*[,;:(–—-]\s*\d{1,2}\s*[x×]\s*\d{2,4}\s?(?:g|ml)\s*\)?\s*$"
    r"|\s*[,(–—-]\s*(?:meal[\s-]prep|prep|lunch(?:es)?|dinners?|suppers?)\s+for\s+[2-7]\s+(?:days|nights|evenings)\)?\s*$"
    r"|(?<=[a-z])\s+(?:(?:for\s+)?(?:the\s+)?(?:\d{1,2}|(?-i:two|three|four|five|six|eight))\s+of us|for\s+us\s+(?:\d|(?-i:two|three|four|five|six)))\s*$"
    # "Leek pie x 6 portions".
    r"|\s+[x×]\s?\d{1,3}\s+(?:portions?|servings?|meals?|people|persons?)\s*$"
    # "Leek pie (4 p)", "Koshari on a budget (4)".
    r"|\s*[(\[]\s*(?:[x×]\s?|about\s+|approx\.?\s+|c\.?\s?|~\s?)?\d{1,2}(?:\s*[-–]\s*\d{1,2})?\s?p?\.?\s*[)\]]\s*$",
    re.IGNORECASE,
)
COUNTED = (
    r"(?:(?:large|small|big|mini|little|individual|medium)(?:\s+ones)?(?=\)?\.?$)|(?:(?:large|small|big|mini|little|individual|medium)\s+)?"
    r"(?:dozen|doz|pieces|pcs|slices|squares|wedges|nos|balls|patties|cakes|rolls|pancakes|fritters|tacos|wraps|burgers|pies|pasties|tarts|dumplings"
    r"|pots|tubs|boxes|containers|jars|lunches|ramekins|skewers|parcels|toasties|boats|galettes|quesadillas|enchiladas|burritos|loaves))"
)
# "Rice croquettes - abt 14", "crispy fish burgers makes six burgers".
MADE_TAIL = re.compile(
    # "Aloo tikki (12 pieces)".
    r"\s*[-–—,(]\s*makes\s+(?:lots|loads|plenty|heaps|a\s+(?:lot|big batch|batch|crowd))\)?[.!]?$|"
    rf"\s*[,:(–—-]\s*(?P<pieces>\d{{1,3}}(?:(?:\s?[-–]\s?|\s+to\s+)\d{{1,3}})?\s+{COUNTED})\)?\.?$|"
    r"\s+[-–—|]+\s+(?:makes|yields|gives|(?:cuts|slices) into)\s+[^()\[\]]{1,50}(?:\([^()]{1,30}\))?$|"
    r"(?:\s*[-–—,(]\s*(?:abt\b\.?|about|approx\w*\.?)|(?:\s*[-–—,(]\s*|(?<=[a-z]{3})\s+(?:(?:and\s+)?(?:it|that|this|which)\s+)?)(?:makes|gives|yields)(?:\s+(?:abt\b\.?|about|approx\w*\.?))?)\s+"
    r"(?P<n>\d{1,3}(?:\s?doz(?:en)?\b\.?)?|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|forty|fifty)(?!\s*(?:min|h|g\b|kg|k?cal))(?:\s+(?!serves|feeds)[a-z]+){0,3}\)?\.?(?:\s*\([^()]{0,30}\b(?:each|per|a head|apiece)\b[^()]{0,20}\))?$",
    re.IGNORECASE,
)
# "SHEPHERD'S PIE FOR 2 (airing cupboard size)".
FOR_SO_MANY_AMID = re.compile(
    r"\s+for\s+(?P<n>1?\d|one|two|three|four|five|six|eight|ten)(?=\s+\([^()\d]{3,40}\)$)",
    re.IGNORECASE,
)
# "Baked rigatoni - 12 people / 2 trays".
SO_MANY_PANS = re.compile(
    r"\W*(?:\d|one|two|three|an?)\s+(?:(?:big|large|small|deep|full)\s+)?(?:trays?|pans?|dish(?:es)?|tins?|pots?)\W*",
    re.IGNORECASE,
)
# "Jugged hare for Christmas Eve - 8": fewer may be the second of its kind.
COUNTED_BEHIND = re.compile(
    r"(?:\s+[-–—]\s+(?P<n>[4-9]|[1-9]\d|1\d\d)|,\s+(?P<many>[1-9]\d|1\d\d)"
    # "Turkey taco bowls x5".
    r"|(?i:(?<=bowls)|(?<=boxes)|(?<=jars)|(?<=tubs)|(?<=lunches)|(?<=dinners)|(?<=meals)|(?<=prep))\s+[x×]\s?(?P<boxes>[2-9]|[12]\d))$"
)
# "Mushroom toad in the hole for me and Jim".
FOR_ME_AND = re.compile(
    r"\s+for\s+(?:me|myself)\s+(?:and|&|\+)\s+(?:(?-i:[A-Z][a-z]+)|him|her|(?:my |the )?(?:wife|husband|partner|mum|mom|dad|gran|nan|sister|brother|friend|neighbour|boyfriend|girlfriend))\W*$",
    re.IGNORECASE,
)
LAST = re.compile(
    r"\s*(?:[,/|·•(\[]|\s~(?=\s)|\s(?:[-–—]|--)\s)\s*(?P<tail>[^,/|·•()\[\]]+?)\s*[)\]]?$"
)
# "x5 (mon-fri)".
ON_DAYS = re.compile(r"\s*\((?:mon|tue|wed|thu|fri|sat|sun)[^()]{0,20}\)\s*$", re.IGNORECASE)
NUMBER_ALONE = re.compile(r"\W*(?:[x×]\s?)?(?P<n>\d{1,2}(?:\s*[-–]\s*\d{1,2})?)\W*")
# "10 x 300g".
SO_MANY_OF_A_SIZE = re.compile(
    r"\W*(?P<n>\d{1,2})\s*(?:[x×]\s*\d{2,4}\s?(?:g|ml)|containers|boxes|tubs)\W*", re.IGNORECASE
)
SERVES_FIRST = re.compile(r"\W*(?:serves|feeds|does|enough|plenty|sufficient)\b", re.IGNORECASE)
MAKES_FIRST = re.compile(r"\W*(?:makes|yields?|gives)\b(?!.*\b(?:serv|feed))", re.IGNORECASE)
SO_MANY_MADE = re.compile(rf"(?:about\s+)?\d{{1,3}}\s+{COUNTED}\.?", re.IGNORECASE)
# "Leek soup. Makes 5 pints."
MADE_OF_IT = re.compile(r"(?:makes|yields?|gives)\s+(?:about\s+)?\d[^.;]{0,25}\.?$", re.IGNORECASE)
DASHED = re.compile(r"\s+[-–—]{1,2}\s+")
LAST_DASH = re.compile(r"\s[-–—]{1,2}\s+(?P<tail>(?:(?!\s[-–—])[^()\[\]]){1,60})$")
TIME_ONLY = re.compile(
    r"(?:prep|cook|bake|total)\s+\d{1,3}|"
    r"(?:(?:ready )?in |under |about |only |just )*\d{1,3}(?:\s*[-–]\s*\d{1,3})?[\s-]*(?:m|mins?|minutes?|h|hrs?|hours?)(?:['’]?\s+(?:work|prep|cooking|start to finish))?\.?!*",
    re.IGNORECASE,
)
# A form's further fields, and what somebody says before the name.
LABELS_BEHIND = re.compile(
    r"[\s|,;·–-]+\(?(?:yield|serves|servings|portions?|prep(?:aration)?(?: date| time)?(?=\s*:.*\d)|date|time|cook(?:ing)? time|level|difficulty|"
    r"cost|price|batch|makes)\s*:.*$",
    re.IGNORECASE,
)
# "Soup lunch, 11 Feb. - Recipe used: Ham, lentil & barley".
USED = re.compile(
    r"^.{3,60}?\brecipe(?: used| for the day)?\s*:\s+(?P<name>[^:]{6,60})$", re.IGNORECASE
)
BOAST = re.compile(
    r"^(?=.{60})(?=.*\b(?:i|i['’]ve|my|me|we|our|this|you)\b).*:\s+(?P<name>[^:]{6,60})$",
    re.IGNORECASE,
)
# "Here's the recipe for the corn pudding you asked about."
ASKED_FOR = re.compile(
    r"\b(?:(?:recipe|receipt|directions)\s+(?:for|of)\s+(?:the|my|our|your|that|an?)?"
    r"|you (?:wanted|were after|liked)\s+(?:the|my|our|that)|(?:asks?|asked|begged|wanted to know)\s+(?:me\s+)?(?:for|about|after)\s+(?:the|my|our|your|that|an?)(?:\s+(?:plain|good|simple|proper|decent))?"
    r"|how (?:i|we) (?:make|do|cook)\s+(?:the|my|our|that)"
    r"|^(?:right|ok|okay|so|well)(?:\s+so)?\s+for\s+(?:the|my|our))\s*(?P<name>(?!(?:one|two|three|four|five|six|seven|eight|nine|ten|twelve|a (?:crowd|few)|us|me)\b)(?:\d+-)?[^\W\d_][\w'’-]*(?: (?:[\w'’-]+|&)){0,6}?)"
    r"(?=\s+(?:you|that|which|i|we|she|he|from|as|is|was|about|again|at|so many|a few|loads)\b|[,.!?:;(]|\s*$)",
    re.IGNORECASE,
)
# "OK recipe is called green shakshuka, it's for three.", "Jan. 9th. Made Hasty Barley Broth with ...".
CALLED = re.compile(
    r"\b(?:recipe|dish|this one|it)(?:['’]s| is) called (?:an? |the )?(?P<name>[^\W\d][^,.;:!?]{2,60}?)(?=\s+(?:and\s+)?(?:it|that|this|for|serves|feeds|makes)\b|[,.;:!?]|\s*$)",
    re.IGNORECASE,
)
MADE = re.compile(
    r"^(?:[^.!?]{0,12}\.\s*){0,2}(?:made|cooked|baked|tried)\s+(?:(?:the|our|my|an?)\s+)?(?P<name>(?-i:[A-Z])[\w'’-]+"
    r"(?:\s+(?:(?:and|with|&|of|in)\s+)?(?-i:[A-Z])[\w'’-]+){1,5})",
    re.IGNORECASE,
)
# "Hi all, leek bake as requested."
AS_REQUESTED = re.compile(
    r"^\W*(?:hi|hiya|hello|hey|dear|morning|evening)\b[^,!.]{0,20}[,!]\s+(?:here(?:['’]s| is)\s+)?(?:(?:my|the|our)\s+)?"
    r"(?P<name>[a-z][a-z '’&-]{3,50}?),?\s+as (?:requested|promised|asked|discussed)\b",
    re.IGNORECASE,
)
SPEAKS = re.compile(
    r"^\W*(?:you|as you|since you|i|we|here(?:'s|’s| is)|(?:dear )?(?:sirs?|madam|editor)\b(?=,))\b",
    re.IGNORECASE,
)
# "So for the beef noodle soup you get four bowls out of it".
SO_FOR = re.compile(
    r"(?:ok(?:ay)?|so|right|well)\b[\s,]+(?:so\s+)?for (?:the|my|our|this)\s[^.]{3,40}\s(?:you|we|i)\s",
    re.IGNORECASE,
)
SOURCE = re.compile(
    r"^[^\w\n]*(?:(?:source|author|credit)s?\s*[:–—-]|(?:recipe|written|contributed|submitted|sent in) by\b|"
    r"(?:adapted|recipe|taken|copied) from\b)[:\s]*(?P<who>[^\W_][^\n]{1,80})$",
    re.IGNORECASE | re.MULTILINE,
)
# "Kedgeree            p. 88".
PAGE_BEHIND = re.compile(
    r"\s*\((?:continued|cont\.?)\b[^()]{0,40}\)$|(?<=\S)(?:\s{2,}|\s+[-–—,(]?\s*)(?:p|pg|page)\.?\s?\d{1,3}\)?$|\s{3,}\d{2}$|(?<!no)(?<!no\.)(?<!number)(?<!recipe)(?<!for)\s+\d{3}$",
    re.IGNORECASE,
)
# "Leek bake - week 3, Tuesday".
DAY_BEHIND = re.compile(
    rf"\s+[-–—]\s+(?:mon|tues?|weds?|thurs?|fri|sat|sun)(?:day)?s?\s+(?:night|lunch|dinner|supper|tea)$|\s*[-–—,]\s*(?:(?:week|day)\s*\d{{1,2}}\b[\s,/–-]*(?:{WEEKDAY})?|{WEEKDAY})$",
    re.IGNORECASE,
)
# "Leek bake v2", "Leek bake 2.0", "Leek bake [tested]", "Leek bake (from the blue notebook)".
VERSION_BEHIND = re.compile(
    r"\s+(?:v(?:ersion)?\.?\s?\d{1,2}(?:\.\d)?(?:\s*\([^()\d]{1,20}\))?|\d\.0|(?:take|mark|attempt|try) \d{1,2})$"
    r"|\s*[\[(](?:(?:tested|updated|revised|draft|new(?= (?:version|recipe|method|and))|new(?=[\])])|final|copied|corrected|reposted|improved|my version|our version)(?:\s[^()\[\]]{1,20})?"
    r"|(?:from|adapted from|copied from) (?:the|my|our|an?) (?:\w+ ){0,3}(?:notebook|book|box|cards?|folder|files?|archives?|magazine|blog))[\])]$",
    re.IGNORECASE,
)
# "Mushroom barley soup the one you liked".
ONE_BEHIND = re.compile(
    r"(?<=[^\W\d]{3})\s*[,–-]?\s+(?:the|that) one (?:you|we|i|she|he|mum|everyone|everybody)\b.{0,40}$",
    re.IGNORECASE,
)
# "Leek bake by Odile".
NAME_BEHIND = re.compile(
    r"(?<!\b[Ss]tep)(?<=[A-Za-z)\"”]),?\s+by\s+[A-Z][a-z]+(?:\s+[A-Z][a-z]+)?(?:,?\s+\(?aged?\s\d{1,2}\)?)?$"
)
# The tray of a canteen.
TRAY = re.compile(r"[,;\s(]+gn\s*\d(?:/\d)?\)?$", re.IGNORECASE)
# What stands above a title: a column of a paper, a date, a page, whose box it came from.
COLUMN = (
    r"(?:mid-?week|week-?(?:night|end|day)s?|supper|dinner|lunch|brunch|breakfast|tea|mains?|main (?:course|dish|meal)e?s?|"
    r"starters?|(?:small|sharing|light) (?:plates|bites|meals)|nibbles|sides?|side dish(?:es)?|soups?|stews?|bakes?|casseroles?|pasta|salads?|vegetarian|veggie|vegan|meat|fish|poultry|"
    r"(?:gluten|dairy|grain|sugar|wheat|egg|nut)[\s-]free|freez(?:able|er[\s-]friendly)|make[\s-]ahead|kid[\s-]friendly|low[\s-](?:carb|fat|gi)|keto|high[\s-]protein|diabetic|healthy|budget|"
    r"[a-z]+[\s-](?:friendly|safe|healthy|free) recipes?|(?:sheet|leaflet|handout)\s*(?:no\.?\s*)?\d{1,3}|"
    r"family(?: (?:favou?rites?|meals?|food|dinners?|recipes?))?|one[\s-]pot|one[\s-]pan|slow[\s-]cooker|air[\s-]?fryer|"
    r"quick(?: (?:and|&) easy)?|easy|comfort food|recipes?|recipe cards?|recipe (?:of|for) the (?:day|week|month)|"
    r"today['’]?s (?:recipe|special)|recipe (?:no\.?|number|#)?\s*\d+|standardi[sz]ed recipe.{0,20}|new|featured|popular|"
    r"editor['’]?s (?:choice|pick)|[^\W\d]+['’]?s?['’]? corner|from our readers|readers['’]? recipes|winter|summer|autumn|spring|"
    r"sunday (?:lunch|best|roast|dinner|supper)|food|drink|cookery|eating|life ?style|weekend|living|(?:the |our |in the )(?:kitchen|larder)|"
    r"(?:meal|dinner|supper|lunch|breakfast|night|phase|dish|episode|ep)\s*\.?\s*#?\d{1,3}|"
    rf"{WEEKDAY}s?(?: (?:night|dinner|supper))?)"
)
ABOVE = re.compile(
    rf"^\W*(?:{COLUMN}(?:\s*(?:[|/&·,]|and)\s*{COLUMN})*"
    r"|(?:page|pg|p)\.?\s*\d{1,4}(?:\s*(?:of|/)\s*\d{1,4})?|\d{1,3}\s+of\s+\d{1,3}|(?:table of )?contents"
    r"|(?:chapter|section|part|lesson|unit|module|volume|vol|issue)\s*\.?\s*(?:\d{1,3}|[ivx]{1,5})\b.{0,40}"
    r"|(?=.{0,60}\b(?:plan|menu|diet|challenge|programme|program)\b)(?=.{0,60}\b(?:week|day)\s*\d{1,2}).{0,80}"
    rf"|(?:week|wk|day)\s*\d{{1,2}}(?:\s*[-–,:|]?\s*day\s*\d{{1,2}})?(?:\s*[-–,:|]?\s*(?:{WEEKDAY}|breakfast|brunch|lunch|dinner|supper|tea|snack))?"
    r"|(?:the\s+)?(?:[\w'’]+\s+){0,4}(?:cook\s?books?|recipe (?:books?|box|files?|binder|collection))"
    r"(?:,?\s*(?:page|pg|p)\.?\s*\d{1,4})?"
    r"|(?:my|our|family)\s+(?:[\w'’]+\s+){0,2}(?:recipes|kitchen|favou?rites)"
    r"|(?:with\s+)?(?:(?:much|all our|lots of)\s+)?(?:love|greetings|compliments|best wishes)\s+from\s+(?-i:[A-Z]).{1,40}"
    r"|(?:photo|picture|scan|copy|photocopy)\s+of\s+[^:]{1,30}:?"
    r"|(?:to drink|wine|drink|pairing|serve with|equipment|season|photo|styling|words|course)\s*:\s*\S.{0,80}"
    # What a school, a paper or a kitchen writes above: "Food & Drink", "Class handout - Week 4".
    r"|(?:food|life|home|health|style|living)(?:\s*(?:&|and|,)\s*(?:drinks?|style|living|home|garden|travel|wellbeing|wellness|cookery))+|(?:the )?(?:weekend|sunday|saturday|home|student|vegetarian|vegan|frugal|thrifty|seasonal|new|modern) (?:cook|kitchen|table|paper|supplement)"
    r"|(?:class |cooking |cookery |practical )?(?:handout|worksheet|leaflet|fact ?sheet|diet sheet|prep list|production sheet|batch sheet|slide|appendix|station|card|practical|practical lesson|term|topic|theme|menu|box)\b(?:\s*(?:no\.?|number|#)?\s*(?:\d{1,3}|[a-h]))?(?:\s*(?:of|/)\s*\d{1,3})?(?:\s*[-–—:,].{0,40})?"
    r"|(?:(?:student|pupil|class|group|teacher|date|grade|name|mark)(?:['’]s)?(?: name)?\s*:[\s_.]*){1,4}|(?:learning (?:outcomes?|objectives?|intentions?)|aims?|objectives?|skills?|you will learn|allergens?|diet|patient)\s*:.{0,80}"
    r"|(?:chapter|section|part|category|course|type)\s*:\s*.{2,40}|[ivx]{1,5}\.\s+[^\W\d]{3,20}|(?:this|last|next) week['’]?s (?:veg )?(?:box|bag|recipe|menu|theme)\b.{0,60}|[^\W\d]+ (?:week|month|season|fortnight|special)"
    r"|(?:words|photograph(?:s|y)|(?:food |prop )?styling|illustrations?)(?: and (?:words|photograph(?:s|y)|styling))?:? (?-i:[A-Z])[\w'’.-]+ (?-i:[A-Z])[\w'’-]+(?:\W+.{0,60})?"
    r"|(?:magazine|newspaper|paper) cutting|cut out and keep|free with.{0,30}|as seen.{0,40}"
    rf"|(?:(?:mon|tues?|wed|thurs?|fri|sat|sun)[a-z]*\.?,?\s+)?\d{{1,4}}[./-]\d{{1,2}}(?:[./-]\d{{1,4}})?|(?:{WEEKDAY},?\s+)?"
    rf"(?:\d{{1,2}}(?:st|nd|rd|th)?\s+)?{MONTH}\s*"
    r"(?:\d{1,2}(?:st|nd|rd|th)?,?\s*)?(?:\d{4})?"
    r"|(?:copied |got |handed down )?from\s+(?-i:[A-Z])[\w'’]+(?:\s+(?-i:[A-Z])[\w'’]+)?(?:,.{0,40})?"
    r"|from\s+(?:[\w'’]+\s+){0,3}(?:tin box|recipe box|box|tin|book|notebook|cards?|collection|files?|folder|archives?)"
    # Whose sheet it stands on: "ALLOTMENT SOCIETY - RECIPE SHEET".
    r"|(?:[^\W\d][\w'’&.-]*\s+){0,6}[-–—:|]?\s*(?:recipe (?:sheets?|cards?|booklet|leaflet|exchange|swap|pages?|corner|club)|newsletter|bulletin)"
    r"|(?:standardi[sz]ed )?recipe\s+(?:card|code|ref(?:erence)?|id|no\.?|number)\s*[:#]?\s*[\w-]{1,12}"
    r"|(?:client|patient|resident|customer|member|date|table|order|ref(?:erence)?|recipe ref|code|author|chef|contributor|"
    r"submitted(?: by)?|source|club|class|unit|ward|site|copied from|sent|from|to)\s*[:#]\s*\S.{0,80}"
    r"|(?:this|next) (?:week|month|season)\s*[:–—-]\s*\S.{0,80}|in season(?: now)?\b.{0,40}"
    r"|card\s*(?:no\.?\s*)?\d{1,4}|menu (?:for|of)\b.{0,60}"
    r"|in (?:your|the|this week['’]?s) (?:veg(?:etable)? )?(?:box|bag|basket|share)\b.{0,80}"
    r"|leaflet\s+(?:no\.?\s*)?\d+"
    r"|(?:ep|episode)\.?\s*\d{1,4}\b.{0,80}|#\d{1,5}|\d{2,4}\s+(?!(?:min(?:ute)?s?|hours?|k?g|[mcd]?l|oz|lbs?|cups?|t[bs]?sp|tins?|cans?)\b)[A-Z][\w&'’]+(?:\s+[\w&'’]+){0,4}"
    r"|#\w+)\W*$",
    re.IGNORECASE,
)
# "(cuts into 8)", "(makes one 23 cm tart)": what is made of it.
MADE_BEHIND = re.compile(
    r"\s*[(\[](?:cuts? into|slices into|divides into|makes|yields?|gives)\s[^()\[\]]{1,40}[)\]]\s*$",
    re.IGNORECASE,
)
# "(a side for 4, or lunch for 2)", "(serves 2, easily doubled)": said in brackets at its end.
BRACKET_BEHIND = re.compile(r"\s*\((?=.{3})[^()]{0,60}(?:\([^()]{1,30}\)[^()]{0,30})?\)\s*$")
# "Beef broth for a crowd (8)".
CROWD = re.compile(
    r"\bfor (?:an? |the )?(?:crowd|party|family|group|gang|table)(?P<bracket>\s*\((?P<n>\d{1,2})\))$",
    re.IGNORECASE,
)
# "Leek pie, serves 2 or me twice".
SAID_BEHIND = re.compile(
    r"\s*[,;(–—-]\s*(?:serves|feeds|does|enough for)\s[^,;()]{1,40}(?:\([^()]{3,30}\)|\))?$"
    r"|\s+[-–—]\s+(?:serves|feeds|does)\s+\d[^()]{1,60}$"
    # "Our leek bake serves four and takes an hour".
    r"|(?<=[a-z]{3})\s+(?:serves|feeds)\s+(?:(?:me|us)\b|an?\s+(?:family|crowd|group|table)\s+of\b)[^()]{0,50}$"
    r"|(?<=[a-z]{3})\s+(?:for\s+)?(?:\d|two|three|four|five)\s+(?:adults|grown-?ups)\s+(?:(?:and|&|\+|plus)\s+)?(?:\d|an?|one|two|three|four|five)\s+(?:kids?|child(?:ren)?)$"
    r"|(?<=[a-z]{3})\s+(?:(?:and\s+)?(?:it|this|that)(?:['’]s|\s+is)\s+)(?:enough|good|plenty)\s+for\s[^()]{1,50}$"
    r"|(?<=[a-z]{2})(?:\s+(?:and\s+)?(?:it|this|that|which))?\s+(?:it['’]ll|it will|it should|should|will)\s+(?:do|feed|serve)\s+(?:\d{1,2}|two|three|four|five|six|eight|ten)\b[^()]{0,30}$"
    r"|(?<=[a-z]{2})(?:\s+(?:and\s+)?(?:it|this|that|which))?\s+(?:takes\s[^()]{3,25}\s)?does\s+(?:\d{1,2}|two|three|four|five|six|eight|ten)(?:\s+(?:(?:or|to|maybe)\s+){1,2}(?:\d{1,2}|three|four|five|six|eight|ten))?\s*$"
    r"|(?<=[a-z]{2})(?:\s+(?:and\s+)?(?:it|this|that|which))?\s+(?:serves|feeds)\s+(?:\d{1,2}|two|three|four|five|six|eight|ten|twelve)\b[^()]{0,50}$",
    re.IGNORECASE,
)
# "Chicken casserole -- Mrs. Odile B.", "Leek pie - by Aunt Merle".
WHOSE_BEHIND = re.compile(
    r"\s*\([^()]{0,40}\b(?:cook\s?book|magazine|newsletter|bulletin)\b[^()]{0,20}\)$|\.\s+(?-i:From|By)\s+(?-i:[A-Z])[\w'’]+(?:\s+(?-i:[A-Z])[\w'’]+)?(?:,\s*(?:19|20)\d\d)?\.?$|"
    r"\s*\((?:by|from|via)\s+(?-i:[A-Z])[a-z]+(?:,[^()]{1,40})?\)$|"
    r"\s*\((?-i:[A-Z])[a-z]+,\s+(?:unit|flat|room|plot|table|no\.?|class|year|ward|block)\b[^()]{0,30}\)$|"
    r"\s*\((?:by|from)\s+(?:mrs?|ms|miss|dr|rev|aunt(?:ie|y)?|uncle|gran(?:ny|dma|dad)?|sister|brother|chef)\b\.?[^()]{0,50}\)$",
    re.IGNORECASE,
)
# "Cheese flan (recipe below)".
REMARK_BEHIND = re.compile(
    r"\s*\((?:(?:full|whole|my|the)\s+)*(?:recipe|details|method|link)\s+(?:is\s+)?(?:below|underneath|follows|in (?:the |my )?(?:comments?|caption|description|bio)|at the end)[!. ]*\)[!. ]*$",
    re.IGNORECASE,
)
# "LEEK BAKE      Serves 4-6      Oven 190".
OVEN_BEHIND = re.compile(r"\s+oven\s*:?\s*\d{2,3}\b.{0,15}$", re.IGNORECASE)
BEFORE_A_STROKE = re.compile(r"^(?P<above>[^/]{3,40})\s+/\s+(?=\S)")
# "Bean pasta, for whoever turns up".
WHOEVER = re.compile(r",\s+for (?:whoever|anyone|everyone|those who|when)\b.{0,40}$", re.IGNORECASE)
# "Masala dosa, batter for 15".
BATTER_BEHIND = re.compile(
    r"\s*[,–-]\s*(?:batter|dough|enough|quantit(?:y|ies)|amounts)\s*$",
    re.IGNORECASE,
)
# "okay chicken and dumplings this is for six people": what is left before for how many.
THIS_BEHIND = re.compile(
    r"(?<=[^\W\d]{3})[\s,]+(?:(?:and\s+)?(?:this|it|that|which)(?:\s+(?:one|recipe))?(?:['’]s|\s+is)|(?:you|we) get|(?:(?:and\s+)?(?:it|this|that)\s+)?(?:makes|gives|serves|feeds|does)(?:\s+enough)?(?:\s+(?:about|around|for))?)$",
    re.IGNORECASE,
)
# "Pan haggerty, as Grandad told it"; "HAMBURGER SOUP from Irma".
TOLD_BEHIND = re.compile(
    r",\s+as\s+\S.{0,40}\s(?:it|me|us|them)$|,\s+(?:since|because|as|like) you (?:asked|wanted|insisted|begged)\b.{0,30}$"
    r"|\s+from the (?:back|side|lid|inside) of\s.{3,40}$|(?<=[A-Z]{3})\s+(?-i:from|by)\s+(?-i:[A-Z][a-z]+)(?:\s+\S+){0,2}$"
)
BY_BEHIND = re.compile(
    r"\s+(?:--?|[–—])\s+(?:by\s+\S.{1,40}|(?:mrs?|ms|miss|dr|rev|aunt(?:ie|y)?|uncle|gran(?:ny|dma|dad)?|chef)\b\.?\s+"
    r"(?-i:[A-Z])\S*(?:\s+\S{1,20}){0,2})$",
    re.IGNORECASE,
)
# "For a crowd of 8", "- dinner for two".
SO_MANY_BEHIND = re.compile(
    r"(?:[\s,–—-]+for (?:a |the )?(?:crowd|family|party|group|table|gang|company|team|club) of"
    # "Roast beef dinner for eight" is a dinner of roast beef.
    r"|\s*[,–—-]+\s*(?:an? )?(?:\w+ )?(?:breakfast|dinner|lunch|supper|tea|meal|brunch) for)\s+\w{1,8}\s*$",
    re.IGNORECASE,
)
PERSON_SIZED = re.compile(r"\b(?P<n>[1-9]|one|two|three|four|five|six)[\s-]person\b", re.IGNORECASE)
# "4x chicken + rice boxes".
TIMES_BEFORE = re.compile(r"(?P<n>[2-9]|1\d)\s?[x×]\s+(?=[a-z])", re.IGNORECASE)
# "Pearl barley risotto for three with peas".
FOR_SO_MANY_WITH = re.compile(
    r"\bfor\s+(?P<n>[1-9]|one|two|three|four|five|six|eight)\s+(?:people\s+)?with\b", re.IGNORECASE
)
# "; 4p; 60min".
PARTED = re.compile(r"\s*[;|/·•\[\]]\s*")
BRACKETED = re.compile(r"^\[(?P<name>[^\[\]]{3,})\]$")
# Between the name of a dish and what is said of it.
BEHIND_NAME = re.compile(
    r"\s*[,;:|•·(\[/]\s*|\s+[-–—~*]{1,2}\s+|\s+[-=]>\s+|\s{3,}|(?<!\b[Nn]o)\.\s+|\s+(?=(?:[Ss]erves|SERVES|[Ff]eeds)\s+\d)"
)
SERVES = re.compile(r"\W*(?:serves|feeds)\s+\w", re.IGNORECASE)
COUNTS = re.compile(
    r"[\d½¼¾]|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|twelve|dozen|both|couple|half|hours?|us|me)\b",
    re.IGNORECASE,
)
LEAST_NAME = 3
# "Ingredients for 4 servings of mushroom barley soup".
INGREDIENTS_FOR = re.compile(
    r"^(?:the\s+)?(?:ingredients?|recipe|amounts|quantities)\s+for\s+(?P<n>\d{1,2}(?:\s?[-–]\s?\d{1,2})?|two|three|four|five|six|eight|ten)\s+"
    r"(?:servings?|portions?|helpings|plates|bowls)\s+of\s+(?=\S{3})",
    re.IGNORECASE,
)
# "Leek bake! A recipe for 4 people in a hurry".
RECIPE_FOR = re.compile(
    r"\s*[.!–—-]+\s+(?:an?|the|my|our)\s+recipe\s+for\s+[^.!?]{1,60}$", re.IGNORECASE
)
# "Leek bake: the recipe", "Leek bake, a recipe" of somebody.
RECIPE_BEHIND = re.compile(
    r"^(?P<name>(?!.*,\s+\w+\s+recipe$)(?!(?:the|my|our|full|easy|quick|basic|family|secret|main|new|this|print\w*|favou?rite)\s+recipe)\S.*?[a-z0-9)])(?:\s*[,:–—-]\s*(?:an?|the|my|our))?\s+recipe(?: card| sheet| page)?$",
    re.IGNORECASE,
)
OR_SO_MANY = re.compile(
    r"\s*\((?:or|maybe)\s+(?:\d|one|two|three|four|five|six)\b[^()]{0,40}\)$", re.IGNORECASE
)
