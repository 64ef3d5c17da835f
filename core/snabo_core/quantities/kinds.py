"""What a single line of a pasted text is: an ingredient, a heading, a step, a note, furniture."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Literal

from snabo_core.quantities.amounts import read_amount
from snabo_core.quantities.figures import only_figures
from snabo_core.quantities.numbers import spell_fractions, spell_numbers
from snabo_core.quantities.spoken import is_spoken
from snabo_core.quantities.tidying import plain_line, tidy, without_pictures
from snabo_core.quantities.verbs import (
    AMBIGUOUS,
    COMMANDS,
    LINKS,
    OF_ONE_FOOD,
    STEP_VERBS,
    VERBS_BEFORE_THE,
)

LineKind = Literal["food", "heading", "step", "note", "servings", "times", "nutrition",
                   "furniture"]  # fmt: skip
LONG_LINE = 160
# No food is told in so many letters and a full stop.
LONGEST_FOOD = 140
# So many commands with a time or a heat are a step, whatever it begins with: "Salt, blot, roast".
LEAST_COMMANDS = 2
# So many words a page files a recipe under, beside how long it takes, are no fact of it.
LEAST_FILED = 2
# Written in capitals because they are letters, not because they head anything.
_FOODS_IN_LETTERS = {"EVOO", "MSG", "TVP"}

# What a page counts: "124K views 2 weeks ago", "Viewed 230 times", "3 min read", "£1.55 a head".
_COUNTED = (
    r"(?:\d[\d.,]*\s?[km]?\+?\s*(?:views?|likes?|loves?|shares?|saves?|pins?|plays?|prints?|followers|subscribers|reads|downloads|"
    r"bookmarks|photos?|pictures|videos?|comments?|replies|reviews?|ratings?|votes?|stars|min(?:ute)?s? (?:read|watch|video))"
    r"|(?:viewed|printed|saved|shared|made|cooked|read) \d[\d.,]*\s?k? times"
    r"|(?:an?|\d{1,3}) (?:minute|hour|day|week|month|year)s? ago"
    r"|(?:added|posted|published|uploaded|shared|updated)(?: on)?:? \d[\d\w ./-]{3,18})"
)
_COUNTS = re.compile(
    rf"^\W*(?:{_COUNTED}(?:[\s,·•|–-]+{_COUNTED}){{0,5}}|(?:from |only )?[£$€]\s?\d[\d.,]*(?: (?:a|per) (?:head|person|portion|serving))?"
    r"|#\s?\d{1,4} in \w[\w ]{0,30}|\d{1,3}\s?% (?:of (?:people|cooks|readers) )?(?:would|said|say|liked|loved)\b.{0,40}"
    r"|(?:made|cooked|saved|tried) by \d[\d.,]* (?:people|cooks|readers|members)|quote|report)\W*$",
    re.IGNORECASE,
)
_FURNITURE = re.compile(
    r"\b(?:jump to|skip to|skip (?:navigation|ad)\b|print(?: this| recipe| friendly|-friendly)?\b(?! on|-| shop| room| works)|pin (?:it|this|recipe)\b(?! (?:shut|closed|together|down|up|in|with|at|round|around)\b)|save recipe|save (?:this|it) for later|search (?:this|the|our) (?:site|blog|website|recipes)|^\W*by\s+\S.{1,40}\s+on\s+(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)|"
    r"rate (?:this|it|recipe)|share (?:this|on|it|the recipe)|did you make|tag (?:me|us|@)|"
    r"follow (?:me|us|@\w)|(?:un)?subscribe|see (?:translation|original)|update (?:your )?(?:email )?preferences|manage (?:your )?(?:subscription|preferences)|you(?:['’]re| are) receiving this|^\W*\d{1,2}\s?[wdhy](?:[\s·•]+(?:likes?|reply|edited|see translation))+\W*$|^\W*r/\w+\W*$|^\W*recipe in (?:the )?(?:comments|caption|bio|description)\W*$|^\W*(?:level|lvl)\s*\d+\W*$|\bcross-?post|newsletter|sign up|log ?in|sign in|advertisement|sponsored|"
    r"adverti[sz]ing|affiliate|copyright|all rights reserved|privacy|cookies?(?= policy| settings)|"
    r"leave a (?:comment|review|reply)|comments?\s*\(?\d|\d+ comments|\d+ (?:reviews?|ratings?|votes?)|reviews?\s*\(\d|"
    r"from \d+ (?:votes|reviews|ratings|readers|cooks|users|members)|rating:|cook mode|keep (?:your )?screen|screen (?:awake|on)|"
    r"us customary|metric\s*[|/·]|1/?2?x\s*[1-9]x|scale (?:recipe|this)|facebook|instagram|pinterest|whatsapp|twitter|"
    r"tiktok|youtube|email (?:this|me)|read more|see more|view (?:all|more|recipe|gallery)|load more|"
    r"related recipes|you (?:may|might) also (?:like|enjoy)|more (?:like this|recipes)|"
    r"add to (?:favou?rites|collection|shopping|cart|meal|my)|shop (?:now|ingredients|this)|"
    r"shopping list|click here|watch (?:(?:the )?video|(?:me|us|how i|how we)\b[^.]{0,20}$)|^\W*watch\s*:|play video|photo(?: credit| by|:)|image:|"
    r"picture:|^\W*(?:music|song|soundtrack|camera|filmed|edited)(?: by)?\s*:|by using this|terms of use|powered by|recipe card|continue reading|"
    r"^\W*(?:time ?stamps?|chapters?|in this video)\s*:|^\W*(?:date|dated|tested|test date|batch no\.?|ref)\s*[:#]|recipe courtesy of\b|last (?:modified|updated|edited)|^\W*est(?:ablished|d|\.)?\.?\s+(?:in\s+)?\d{4}\W*$|(?:posted|submitted|contributed|shared|sent in|uploaded|originally posted|filed) (?:by|on|in|under)\b|"
    r"^\W*(?:legend|thanks?(?: so much| a lot)?|thank you(?: so much)?|cheers|yum+y?|wow|love it|perfect|lol|haha)\W*$|"
    r"^\W*(?:published|entered|updated)\s+(?:by|on|in)?\s*(?:user\b|the\b|\d|(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec))|"
    r"^\W*(?:recipe|menu|product|item|card|file)\s+(?:code|ref(?:erence)?|id|no\.?|number)\s*[:#]?\s*(?=\S{0,6}\d)[\w-]{1,12}\W*$|"
    r"^\W*(?:(?:medically|expert|dietitian|nutritionist)[\s-])?(?:reviewed|fact[\s-]checked|approved|edited|styled|photographed|tested) by\s.{1,60}$|"
    r"^\W*(?:rec['’]?d|received|copied|handed down|passed on|given to me)\s+(?:from|by)\s.{2,40}$|"
    r"^\W*(?:brought|made|cooked|prepared|supplied|provided) by\s*:\s*\S.{0,40}$|"
    r"^\W*post(?:ed)?\s+(?:subject|by)\s*:\s*(?!re\b)\S.{0,60}$|"
    r"^\W*(?:amounts?|quantit(?:y|ies)|qty)\s+(?:units?\s+)?(?:ingredients?|items?|foods?)\W*$|"
    r"(?:like|reply|quote|report|share)\s*[·|•]\s*(?:like|reply|quote|report|share|\d)|^re\s*:|tag us\b|"
    r"did you (?:make|try|like) (?:this|it)|pin (?:this|it|me) (?:for|to)\b|last edited|joined:|"
    r"^\W*[\w.-]{2,30} (?:wrote|replied|posted)\b[^.!?]{0,30}:?\s*$|"
    r"^\W*(?:seasonable|average cost)\b|^\W*(?:budget|costs?|price)\s*:?\s*(?:about\s+)?[£$€]\s?\d|^\W*printed (?:from|on|by|at)\b|(?:previous|next|older|newer) (?:posts?|recipes?|articles?|entry|entries)|private notes?|cooking notes \(|home\s*[›>»/]|^\W*(?:all )?recipes?\s*(?:[›>»]|/[^/]{2,40}/)|back to (?:the )?(?:top|front page|home|start|list|index|all recipes|recipes|main page)|print\s*[|·•]|save\s*[|·•]|"
    r"tell us below|made it\?|nutrition (?:facts|info|information)|wp recipe|\bads?\b by|"
    r"report (?:this|an? )|select all|updated \d|posted \d|more from|top comment|seen \d\d:|sent from my|ingredients? to cart|instacart|cart\b.*\$|difficulty:|skill level|"
    r"(?:course|cuisine|category|keywords?|author|diet|tags?|published|updated|posted(?: on| by)?|"
    r"recipe by|written by|source)\s*:)",
    re.IGNORECASE,
)
_BARS = re.compile(r"\s*[|·•»›>]\s*")
# What a page files a recipe under: "Vegan · Nut-free · Meal prep".
_FILED = re.compile(
    r"\W*(?:vegan|vegetarian|veggie|plant[\s-]based|pescatarian|(?:gluten|dairy|nut|egg|grain|sugar|soy|lactose|oil|wheat|meat)[\s-]free|"
    r"(?:low|high|lower|reduced)[\s-](?:carb|fat|protein|fib(?:re|er)|sodium|salt|gi|cal(?:orie)?)|keto|paleo|meal prep|batch cook(?:ing)?|"
    r"(?:freezer|kid|family|budget|toddler|baby|picky eater|lunchbox|diabetic)[\s-]friendly|make[\s-]ahead|one[\s-](?:pot|pan|tray)|"
    r"quick(?: (?:and|&) easy)?|easy|spicy|healthy|budget|cheap|comfort food|weeknight(?: dinners?)?|mid-?week|main(?: (?:course|dish|meal))?s?|"
    r"dinners?|lunch(?:es)?|suppers?|sides?|starters?|family(?: favou?rites?| meals?)?|winter|summer|autumn|spring|freezes well|no[\s-]cook|"
    r"under \d{2} min(?:ute)?s|\d{1,2} ingredients|5[\s-]a[\s-]day|christmas|easter|leftovers|sharing|seasonal|slow[\s-]cooker|air[\s-]fryer)\W*",
    re.IGNORECASE,
)
# A line that tells the day something was written, and a line of whom it belongs to.
MONTH = (
    r"(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|"
    r"oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)\b\.?"
)
_DATED = re.compile(
    r"\W*(?:(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?,?\s+)?"
    rf"(?:\d{{1,2}}(?:st|nd|rd|th)?\s+(?:of\s+)?{MONTH}(?:,?\s+(?:\d{{4}}|’?'?\d\d))?"
    rf"|{MONTH}\s+\d{{1,2}}(?:st|nd|rd|th)?(?:,?\s+\d{{4}})?|{MONTH}\s+\d{{4}}"
    r"|\d{4}-\d\d-\d\d|\d{1,2}[./]\d{1,2}[./](?:\d{4}|\d\d))(?:,?\s+(?:at\s+)?\d{1,2}[:.]\d\d(?:\s?[ap]m)?)?\W*"
    r"(?:(?:by|at|in)\s.{1,40}|[|·•–-].{1,60})?"
    # The head of a page in a book: "No. 37   SUPPERS".
    r"|\W*(?:no|nr|page|pg|p)\.?\s*\d{1,4}(?:\s+(?-i:[A-Z &]{3,40}))?\W*"
    # Whose it is: "Mrs. Hebden".
    r"|\s*(?:from\s+)?(?:g(?:rea)?t\.?\s+)?(?:mrs|mr|ms|miss|rev|aunt(?:ie|y)?|uncle|gran(?:ny|dma)?)\b\.?\s+(?:(?-i:[A-Z])\.\s?){0,2}(?-i:[A-Z][a-z]+)(?:\s+(?-i:[A-Z])\S{0,15}){0,2}\W*"
    # "(c) 1 green pepper" is the third of a list.
    # Where it was printed: "Old Ridge Gun Club cookbook, p. 31", "From the Pantry Notes, p. 3".
    r"|(?:(?:taken |copied |adapted )?(?:from|out of)\s+(?-i:[A-Z\"“'‘]|the\b)[^\d.;]{2,60},?|[^\d,.:;]{3,60}\b(?:cookery|journal|diary|notes|handbook|manual|leaflet|pages|review|herald|weekly|monthly|companion),?)"
    r"\s+\(?(?:p|pp|pg|page)\.?\s*\d{1,4}\)?\W*"
    r"|[^\d,.:;]{3,60}\b(?:cook ?book|recipe book|magazine|newsletter|annual|almanac|gazette),?\s+\(?(?:(?:p|pp|pg|page)\.?\s*\d{1,4}|(?:19|20)\d\d)\)?\W*"
    r"|\s*(?:©.{0,80}|\(c\)\s*(?:copyright\b.{0,60}|.{0,40}\b(?:19|20)\d\d\b.{0,40}))",
    re.IGNORECASE,
)
# A whole line that is the label of a button or a link.
_BUTTON = re.compile(
    r"^\W*(?:share|save|saved|pin|pin it|tweet|e-?mail|text|comments?|rate|reviews?|menu|search|home|close|"
    r"next|previous|prev|back|more|less|edit|copy|copied|download|likes?|love|follow|shop|about|about us|"
    r"contact|contact us|cart|basket|account|blog|help|ok|cancel|send|reply|video|videos|gallery|photos?|recipes?|all recipes|"
    r"(?:[½¼\d/.]+\s?x)(?:\s+[½¼\d/.]+\s?x)+|"
    r"ads?|(?:[1-9]|1\d|2[0-3]):[0-5]\d(?:\s?[ap]m)?|new|faqs?|loading|continue|accept|accept all|settings|options|hide|show|show all|expand|collapse|"
    r"[\d.,]+\s*[km]?\s+(?:shares?|likes?|saves?|views?|pins?|(?:up|down)votes?|points?|awards?|followers|comments?|reviews?|ratings?|photos?))\W*$",
    re.IGNORECASE,
)
# What the leaves of a page are called: "RECIPE   REVIEWS (41)   NUTRITION".
_TAB = re.compile(
    r"(?:recipes?|reviews?|nutrition|ingredients|method|directions|instructions|videos?|comments?|tips|photos?|notes|q&a)",
    re.IGNORECASE,
)
_COUNT_BEHIND = re.compile(r"\s*\(\d+\)")
_STARS = re.compile(
    r"^\W*\d(?:\.\d)?\s*[·|•–-]\s*\d[\d,.]*k?\s*(?:ratings?|reviews?|votes?)\W*$|^\W*\d\.\d\s*\(\d[\d,.]*k?(?:\s*(?:ratings?|reviews?|votes?))?\)\W*$|^\W*\d(?:\.\d)?\s+stars?\W*$|^by\s+[A-Z][\w'’. -]{2,40}\s*[·|•]|\b\d(?:\.\d+)?\s+from\s+[\d,]+\s+(?:votes?|ratings?|reviews?|readers?|cooks?|users?|members?|people)\b|^\W*ratings?\b\W*\d|^\W*u/\w+\b|[★☆⭐✩✭✰]|\b\d(?:\.\d+)?\s*(?:/|out of)\s*5\b|\b\d\.\d+\s*stars?\b",
    re.IGNORECASE,
)
_LINK = re.compile(
    r"https?://|www\.|(?<=[^\s@])@[^\s@]+\.\w{2,}|\.com\b|#\w+\s+#\w+|^\s*#[a-z]\w{2,}\s*$",
    re.IGNORECASE,
)
_NUTRITION = re.compile(
    r"^\W*(?:macros\b|(?:each|one|per)?\s*(?:portion|serving)(?:\s+size)?\s*[:=]\s*(?:about\s+)?[\d¼½¾][\d/.\s]*\s*(?:cups?|g|ml|oz|ladles?)\b\W*$|\w+(?: \w+)? (?:per|a|each) (?:serving|portion|box|slice|person|piece|bowl)\s*[:=]?\s*~?\d|"
    r"allergens?\s*:|contains\s*:|nutrition\b(?!-)|per serving\b|calories\b|amount per|energy\b\s*:?\s*\d|kcal\b|kj\b|(?:total |net |of which )?"
    r"(?:carbs?|carbohydrates?|protein|saturates|saturated fat|saturated|fib(?:re|er)|sodium|cholesterol|potassium|"
    r"sugars|trans fat|total fat)\s*:?\s*\d|fat\s*:\s*\d|sugar\s*:\s*\d|salt\s*:\s*\d|p\s*\d+\s*/\s*c\s*\d+)"
    r"|\b\d+\s*(?:kcal|calories|cals?)\b(?=.*\b(?:protein|carbs?|fat|serving)\b)|% daily value|"
    r"^\W*\d+\s*(?:kcal|calories|cal)\b|\bmacros\s*:|\b\d+\s*(?:k?cals?|calories)\b.*\b\d+\s?g?\s?p\b.*\b\d+\s?g?\s?[cf]\b",
    re.IGNORECASE,
)
# "412 kcal per serving", and nothing else.
_ENERGY = re.compile(
    r"\W*(?:(?:about|approx\w*|around|circa)\.?\s+)?\d{2,4}\s*(?:kcals?|calories|cals?)"
    r"(?:\s*(?:/|per\b|each\b|an?\b).{0,20})?\W*",
    re.IGNORECASE,
)
# "38 g carbs • 21 g protein • 19 g fat".
_MACRO = (
    r"(?:\d{1,3}(?:\.\d)?\s?g\s+(?:of\s+)?(?:net\s+|total\s+)?"
    r"(?:carbs?|carbohydrates?|protein|fat|fib(?:re|er)|sugars?|saturates)"
    r"|\d{2,4}\s?(?:kcals?|calories|cals?))"
)
_MACROS = re.compile(
    rf"\W*{_MACRO}(?:\W+(?:and\s+)?{_MACRO}){{1,6}}(?:\s+(?:per|each|a)\b.{{0,20}})?\W*",
    re.IGNORECASE,
)
_TIME_WORDS = (
    r"(?:pr[eé]p(?:aration)?|cook(?:ing)?|cuisson|total|active|inactive|rest(?:ing)?|chill(?:ing)?|ready|hands[\s-]?on|"
    r"bake|baking|marinating|soaking|passive|additional|work|start to finish|waiting|rising|proving|stand(?:ing)?)"
)
_DURATION = (r"(?:\d[\d./½¼¾\s-]*\s*(?:h\b|hr?s?\b|hours?\b|m\b|mins?\b|minutes?\b|days?\b)|overnight|"
             r"(?:half|an|one|quarter of an) (?:an )?hour)")  # fmt: skip
_LASTS = re.compile(rf"\W*{_DURATION}\W*", re.IGNORECASE)
_TIMES = re.compile(
    rf"^\W*{_TIME_WORDS}(?:\s+(?:time|in|ahead))?\s*[:=\-–]?\s*(?:about\s+)?{_DURATION}"
    rf"|^\W*(?:under|less than|up to|within|over|more than|at least|max\w*)\s+{_DURATION}\W*$",
    re.IGNORECASE,
)
_SERVINGS = re.compile(
    r"^\W*(?:serves?|servings?|feeds|does|gives|makes|yields?|(?:cuts|slices) into|portions?|enough for|good for|sufficient for|quantit(?:y|ies) for|amounts? for|for)\b(?:\(s\))?\s*[:#]*\s*(?:about |like |easily |around |approx\w* |up to |"
    r"one |a |an )?(?:\d(?!\d*\s?(?:g|ml|kg|oz)\b)|two|three|four|five|six|seven|eight|nine|ten|twelve|a dozen|half)"
    r"|^\W*(?:pour|für|para|voor)\s+\d+(?:\s?(?:[-–àa]|bis)\s?\d+)?\s+pers\w*"
    r"|^\W*\d+(?:\s?[-–to]+\s?\d+)?\s+(?:\w+\s+)?(?:servings?|portions?|people|pers(?:ons|onen|onnes)?|serves|porcj[ei]|portioner|portionen|port)\b"
    r"|^\W*(?:portion|serving) size\b[^,;]{1,30}[,;]\s*(?:makes|serves)\b"
    # "Feeds-a-crowd rice" is a name.
    r"|^\W*(?:that['’]s|that is|this is|it['’]s)\s+(?:enough\s+)?for\s+(?:about\s+|around\s+)?(?:\d{1,2}\b(?!\s*(?:min|h\b|hours?|days?|°|g\b))|two|three|four|five|six|seven|eight|ten)"
    # "2 pizzas / 2 people (or 4 with salad)".
    r"|^\W*\d{1,2}\s+[a-z]{3,14}\s*(?:[/=→⇒]|[=-]+>)\s*\d{1,2}(?:\s?[–-]\s?\d{1,2})?\s+(?:servings?|portions?|people|persons?)\b"
    # And "Serve the soup" is an order.
    r"|^\W*(?:serves|feeds|makes|yields?|servings|recipe yield)(?!-\w)\s*[:\-]?\s*(?:a|an|the|one|about|(?:my|our|your)\s+\w+\s+of)\b",
    re.IGNORECASE,
)
_NOTE = re.compile(
    r"^\W*(?:(?:cook'?s?|chef'?s?|recipe|baker'?s?|my|editor'?s?)?\s*(?:notes?|tips?|hints?|variations?|substitutions?|"
    r"(?:[\w-]+\s+){1,2}note(?=\s*:)|storage|make[\s-]ahead|to store|to freeze|freezing|freezes?|keeps|reheats?|can be frozen|leftovers|to reheat|serving suggestions?|"
    r"nb|n\.b\.|ps|p\.s\.|warning|remember|note to self|next time|disclaimer|equipment|special equipment|you will need)\s*[:.\-–—]|\*{1,3}\s*\w+ .*"
    r"|(?:p\.?\s?p?\.?s\.?)\s+[a-z]|n\.?b\.?\s+(?-i:[A-Z])"
    # "made 12/3 - v good".
    r"|(?:last )?(?:made|cooked|tried)\s+(?:on\s+)?\d{1,2}[/.]\d{1,2}\b.{0,60}$"
    # What is said of a dish: "It keeps for 4 days."
    r"|(?:it|this|these|they|that)\s+(?:is|are|was|were|keeps?|makes?|feeds?|freezes?|takes?|tastes?|works?|goes|can|will|needs?|has|have)\b"
    r"|(?:(?:also|really|very|even|just|extra|all)\s+){0,2}(?:nice|lovely|delicious|great|best|good|better|tasty|perfect|brilliant|"
    r"excellent|super|wonderful|yummy)\s+(?:with|on|cold|hot|the|for|as|if|next|in|eaten|served|reheated|when|alongside|after|made|too)\b"
    r"|(?:freezes|keeps|reheats|stores|tastes|doubles|halves)\s+\w+|goes\s+(?:\w+\s+)?with\b"
    r"|(?:any\s+)?leftovers\s+(?:keep|freeze|reheat|make|are|will|can|go|taste|do|become)\b"
    r"|(?:gf|df|ve|vg|vegan|vegetarian|(?:gluten|dairy)[\s-]free)\s+(?:if|when|with)\s+(?:using|you|made|served)\b[^\d]*$"
    r"|(?:freezable|(?:can|may) be (?:frozen|made ahead|prepared ahead|doubled|halved|scaled))(?:\s*\([^()\d]{3,40}\))?\W*$"
    r"|no added (?:salt|sugar)\W*$|(?:gluten|dairy|nut|egg|lactose)[\s-]free\W*$|suitable for\b"
    r"|note\s*\d|do not\b|don'?t\b|never\b|please\b|avoid\b|enjoy\b)",
    re.IGNORECASE,
)
_HEADING_WORDS = re.compile(
    r"^(?:what you(?:'ll| will)? need|you(?:'ll| will) need|ingredients?(?: list| for\b.*)?|shopping list|directions?|method|"
    r"instructions?|preparation|steps?|how to(?: make(?: it)?)?|what to do|to (?:serve(?: (?:with|alongside))?|finish|garnish|assemble|decorate)|serve(?: with)?|"
    r"topping|filling|sauce|gravy|crust|base|dressing|marinade|garnish|glaze|mash|stuffing|dough|pastry|crumble|"
    r"crumb topping|crumb|soup|salad|assembly|others?(?: ingredients| things| bits)?|the rest|remaining(?: ingredients)?|misc(?:ellaneous)?|temper(?:ing)?|tadka|batter|coating|seasoning|spice mix|spices|"
    r"(?:the )?(?:\w+ ){1,2}(?:bit|part|stuff|element|component|stage)|meal \d+.*|day \d+.*|layer \d{1,2}|(?:way|version) (?:\d|one|two|three|[a-c])\b[^\d.]{0,30}|menu.*|optional(?: extras)?|optional toppings|extras|toppings|the (?:\w+ ){1,2}\w+|"
    r"(?:on|over)(?: the)? top|(?:around|under)(?: the)? (?:edge|it)|(?:on|at|for|to) the (?:table|side)|on the side|alongside|to (?:eat|go) with (?:it|them))\s*:?$",
    re.IGNORECASE,
)
_ENUMERATED = re.compile(
    r"^(?:(?:part|component|step|stage|layer)\s+(?:one|two|three|four|five)\b\s*[:.,)\-–—]?|"
    r"(?:1st|2nd|3rd|[4-9]th|first|second|third|fourth|fifth)\s*[:.)–—-]|(?:part|component|step|stage)\s*(?:\d{1,2}|[A-H])\b\s*[:.)\-–—]?|layer\s*\d{1,2}\s*[:.)\-–—]|[A-H][.):]|\([a-h]\)|\(?\d{1,2}[.)])\s+(?!ingredients\b)"
    r"(?=[^\W\d])(?!oz\b|g\b|ml\b|cups?\b)",
    re.IGNORECASE,
)
_COMPONENT = re.compile(
    r"\b(?:layer|sauce|dumplings?|gravy|jam|top|topping|crust|filling|base|mash|lid|dressing|salsa|slaw|"
    r"pastry|dough|crumb|crumble|batter|relish|broth|curry|stew|casserole|fritters|patties|meatballs|"
    r"stuffing|glaze|marinade|pickle|raita|chutney|pesto|cakes|biscuits|scones)$"
)
# Sauces and pickles that come in a bottle or a jar.
_BOTTLE = re.compile(
    r"\b(?:hot|soy|fish|chill?i|worcester\w*|oyster|hoisin|bbq|barbecue|brown|tabasco|teriyaki|sriracha|"
    r"tartare?|cranberry|mint|horseradish|tomato|pasta|enchilada|apple|steak|sweet|peri|mango|lime|instant|"
    r"bought|shop|ready|jar|bottle|tin|can|fresh|frozen|leftover|puff|filo|short|shortcrust|pizza|bread)\b"
)
# "Cook rice", but "bake mix" is bought.
_COOK_RICE = re.compile(r"\W*[a-zé]+\s+(?!mix\b|sauce|bags?\b|stock\b)[a-z]{3,}\W*", re.IGNORECASE)
# "1 Mix flour and milk.": a number without a dot before a verb that is no food.
_NUMBERED_STEP = re.compile(
    rf"^\s*\d{{1,2}}\s+(?:{'|'.join(sorted(w.capitalize() for w in STEP_VERBS))})(?:\s+\S+){{3}}.*\.$"
)
_COMMAND = re.compile(
    r"^(?:hey\s+)?(?:remind me to|okay next|next line|new line|new recipe|new paragraph|stop recording|"
    r"delete that|end of (?:list|recipe)|(?:and\s+)?that['’]?s it|full stop)\b",
    re.IGNORECASE,
)
_HEAT = re.compile(r"\b\d{2,3}\s?°|\boff (?:the )?heat\b|\b\d{3}\s?[CF]\b|\bgas (?:mark )?\d|\boven\b|\buntil\b|\bfor (?:about )?\d+[\s-]|"
                   r"\b\d+\s?(?:-|–|to)?\s?\d*\s?min", re.IGNORECASE)  # fmt: skip

# "Salt the marrow." and "Seed and dice the peppers" order; "salt" and "seed" are foods.
_BEFORE_THE = re.compile(
    r"\w+\s+(?:(?:and|&|or)\s+\w+\s+)?(?:(?:the|your|them|it|everything)\b"
    # "Butter the size of an egg" and "Oil and vinegar each 2 tablespoons" are foods.
    r"(?!\s+(?:size|same|weight|usual)\b)"
    r"|(?:both|each|all)\b(?!.*\d))",
    re.IGNORECASE,
)
# "Paint the cod with miso, leave 30 min."
_THEN_LEFT = re.compile(
    r"\w,\s+(?:then\s+)?(?:leave|rest|chill|cook|bake|fry|simmer|boil|stand|roast|grill|steam|braise|marinate)\b"
    r"[^,;.]{0,20}?\s\d{1,3}\s*(?:min(?:ute)?s?|hours?|hrs?|h)\b",
    re.IGNORECASE,
)
# "Salt and squeeze the courgettes."; "salt and pepper the" is said by nobody.
_TWO_VERBS = re.compile(
    rf"(?:{'|'.join(sorted(AMBIGUOUS - LINKS))})\s+(?:and|&|then)\s+(?:{'|'.join(sorted(COMMANDS - LINKS))})\s+"
    r"(?:the|your|them|it|both|each|all|with|in|into|until|till|for|over)\b",
    re.IGNORECASE,
)
# "Brown lentils 1 cup" tells a colour, "brown onions in the oil" what to do.
_BROWN_FOOD = re.compile(
    r"brown\s+(?:(?:basmati|long[\s-]?grain|short[\s-]?grain|cooked|dried|green|whole)\s+){0,2}"
    r"(?:lentils?|rice|sugar|bread|basmati|sauce|flour|gravy|ale|mushrooms|mustard(?: seeds?)?|linseeds?|flax\w*|shrimps?|stock)\b"
    r"(?!.*\b(?:until|till|in the|in a|for \d|on all)\b)",
    re.IGNORECASE,
)
# "Brown mushrooms and onions. Add stock." goes on in commands.
_BROWN_TWO = re.compile(r"brown\s+\w+\s+(?:and|&)\s+[a-z ]{3,30}\.$", re.IGNORECASE)
_SENTENCE_BEHIND = re.compile(r"[.;!]\s+(?=[^\W\d])")
# "Roast salmon 200 for 12 mins".
_TIMED_COMMAND = re.compile(
    r"^[^,;(]*\bfor\s+(?:about\s+|another\s+)?\d[\d\s–-]*(?:mins?|minutes?|hrs?|hours?)\b",
    re.IGNORECASE,
)
# "Everything in, low 8 hours.", "All into the pot".
_ALL_IN = re.compile(
    r"(?:everything|all|the lot|it all)(?: else)?(?: goes| go)? (?:in|into|together)(?:,\s|\s(?:the|a|your|my) (?:pot|pan|dish|tin|tray|oven|slow|crock|bowl|wok|casserole)\b)",
    re.IGNORECASE,
)
# "425. Leeks in butter".
_HEAT_FIRST = re.compile(
    r"\W*(?:1[2-9]\d|2[0-7]\d|3[0-9]\d|4[0-9]\d)\s?°?[CF]?\.\s+(?-i:[A-Z])[a-z]"
)
# "mix rest w water until loose": verbs that are no food by themselves.
_UNTIL = re.compile(r"\w\s+(?:until|till|til)\s+[a-z]", re.IGNORECASE)
_NOT_SAID_UNTIL = frozenset("butter oil salt pepper flour dressing season in on over to".split())
# "Leeks in butter till soft", "Rice, milk, 20 min".
_TILL = re.compile(
    r"\w\s+(?:till|until)\s+(?:it|they)\s+(?:smells?|pops?|sizzles?|splutters?|cracks?|floats?|rises?|sings?|shimmers?|smokes?|wilts?|catch(?:es)?|sticks?|looks?)\b"
    r"|\w\s+(?:till|until)\s+(?:(?:just|almost|nearly|really|very|it|they|the|all)\s+)?(?:\w+\s+)?(?:soft\w*|brown\w*|golden|tender|done|crisp\w*|thick\w*|smooth|"
    r"hot|melt\w*|cooked|set|bubbl\w+|risen|al dente|absorbed|boil\w*|gone)\b"
    r"|^[^\W\d][^\d,]{2,20},\s\d{1,2}\s?(?:min(?:ute)?s?|hrs?|hours?)\.$"
    r"|^[^\W\d][^\d,]{1,30},\s[^\d,]{2,30},\s*\d{1,3}\s?(?:min(?:ute)?s?|hrs?|hours?|h)\W*$",
    re.IGNORECASE,
)
# "roast pumpkin 25 min 200".
_FOR_SO_LONG = re.compile(
    r"^\W*\w+(?=[\s,])(?:.{0,80}\w)?[\s,]+(?:for\s+)?\d{1,3}\s?(?:min(?:ute)?s?|mins?|h|hrs?|hours?)\b\.?(?:[\s,@]+(?:at\s+)?(?:gas\s?\d|\d{3}\s?°?\s?[cf]?(?:\s?fan)?))?\W*$",
    re.IGNORECASE,
)
_HOURS = re.compile(
    r"\b\d\s?(?:½|1/2)?\s?(?:h|hrs?|hours?)\b|\b\dh\d\d\b|\b\d{1,3}\s?['′’](?=\s|$)", re.IGNORECASE
)
# "Takes 20 min prep and 40 min in the oven" is done by nobody.
_TELLS_FACTS = re.compile(
    r"\W*(?:takes|prep\w*|ready|total|time|serves?|servings?|for\s+\d|allow|hands|active|(?:cook(?:ing)?|bak(?:e|ing)) time)\b",
    re.IGNORECASE,
)
_HOURS_AND = re.compile(r"\b\d+\s?(?:h|hrs?|hours?)\s*(?:and\s*)?(?=\d+\s?m)", re.IGNORECASE)

# Words that end in a dot without ending a sentence.
ABBREVIATED = frozenset(
    """
tbsp tsp tbs tblsp teasp approx max min nos no oz ozs lb lbs pkg pkt pcs pc sm lge lg med qt pt c t g kg ml
hr hrs mins sec wt gr gms ea dsp std opt temp p pp pg vol
""".split()
)


def first_word(text: str) -> str:
    """Return the first word of a line in small letters, without numbering."""
    bare = re.sub(r"^\W*(?:step\s*)?(?:\d{1,2}\s*[.):]\s*)?", "", text, flags=re.IGNORECASE)
    match = re.match(r"(?:(?:first|second|third|fourth|fifth|sixth|next|then|finally|lastly)\s*[:.–-]\s*)?(?:[^\W\d_]+ly\s+|(?:slow|pressure|air|deep|shallow|pan|oven|dry|par)[\s-]+(?=(?:cook|fry|roast|boil|bake)\b)|(?:then|next|now|meanwhile|finally|first|and)\s+)?(?P<word>[^\W\d_]+)", bare,
                     re.IGNORECASE)  # fmt: skip
    return match["word"].lower() if match else ""


# "Stir-fry vegetables 300 g" are bought so.
_FREEZE_DRIED = re.compile(
    r"freeze[\s-]?dried\b|stir[\s-]?fry\s+(?:veg\w*|mix|beef|chicken|pork|strips|sauce|noodles|pack)\b"
    r"(?!.*\b(?:for|until|in|on)\b)",
    re.IGNORECASE,
)
# "Sprinkle of nutmeg", "squeeze of lemon": so much of something, though it begins with a verb.
_SOME_OF = re.compile(
    r"(?:good |big |little |small |generous |light )?(?:pound|drop|pat|jar|tin|can|bag|packet|pack|pouch|tub|bottle|carton|punnet|bunch|bulb|knob|thumb|lump|chunk|wedge|block|"
    r"glass|mug|handful|sprinkle|drizzle|squeeze|dollop|splash|dash|"
    r"shake|pinch|grind|twist|spray|spoon|scoop|slice|cup|squirt|swirl|dust|top|ring|roll|cut|"
    r"strip|scatter|slick|smear)\s+of\s+(?!the\b|each\b)[a-z]",
    re.IGNORECASE,
)

# A line is looked at from several sides; what was seen is remembered for a while.
REMEMBERED = 512
# What is needed and is no food: "8 wooden skewers", "1-litre pie dish, greased".
_EQUIPMENT = re.compile(
    r"^\W*(?:(?:an?|some|one|two|you(?:'ll|’ll| will)? (?:also )?need|\d++(?:[.,/]\d++)?+)[\s-]++(?:[x×]\s++)?+){0,3}+"
    r"(?:(?:large|small|medium|deep|shallow|wide|round|square|oval|greased|lined|long|short|heavy|"
    r"lidded|disposable|non-?stick|\d[\w.,×/-]*|lit(?:re|er)s?|cm|inch|in|x|by|hole|cup|sheets?|"
    r"pieces?|squares?|lengths?|of|wooden|metal|bamboo|sturdy|resealable)[\s-]++){0,8}+"
    r"(?:(?:pie|casserole|gratin|roasting|ovenproof|lasagne|tart|quiche|souffl[eé])[\s-]?"
    r"(?:dish|tin|tray|pan|pot)(?:es|s)?|baking[\s-]?(?:dish|tin|tray|sheet|pan)(?:es|s)?|"
    r"(?:muffin|loaf|cake|bun|springform|flan)[\s-]?"
    r"(?:tin|pan|mou?ld)s?|skewers?|cocktail sticks|toothpicks|(?:kitchen|butcher(?:['’]s)?) (?:string|twine|paper)|"
    r"(?:baking|greaseproof|parchment) (?:parchment|paper)|cling ?film|(?:(?:tin|alumini?um|kitchen) ?)?foil|"
    r"(?:freezer|piping|zip[\w-]*) bags?|(?:(?:stick|hand) )?blender|food processor|potato ricer|ramekins?|"
    r"(?:(?:meat|kitchen|oven|food) )?thermometer|mandoline?|muslin|cheesecloth|steamer(?: basket)?|rolling pin|"
    r"griddle pan|wok|slow cooker)(?:\s*\([^()]{1,60}\)|,[^\d]{1,60})?\W*$",
    re.IGNORECASE,
)


# "You also need: a 20 cm dish, foil".
_NEEDED_TOO = re.compile(
    r"^\W*(?:you(?:'ll|’ll| will)? (?:also )?need|(?:special )?equipment|tools)\s*[:–—-]\s*",
    re.IGNORECASE,
)
_SIZED_DISH = re.compile(
    r"\W*(?:an?\s+)?\d{1,2}(?:[.,x×]\d{1,2})?[\s-]?(?:cm|in(?:ch(?:es)?)?|lit(?:re|er)s?|l|quart|qt)[\s-]+(?:\w+\s+){0,2}"
    r"(?:dish|tin|pan|tray|pot|mould|mold|skillet)\W*",
    re.IGNORECASE,
)


def _is_equipment(text: str) -> bool:
    """Tell what is needed and is no food: "8 wooden skewers", "You also need: foil, a tin"."""
    if _EQUIPMENT.match(text) is not None:
        return True
    head = _NEEDED_TOO.match(text)
    if head is None:
        return False
    pieces = re.split(r",|\band\b|&", text[head.end() : LONG_LINE])
    return all(_EQUIPMENT.match(piece) or _SIZED_DISH.fullmatch(piece) for piece in pieces)


@lru_cache(maxsize=REMEMBERED)
def begins_with_amount(text: str, system: str = "metric") -> bool:
    """Tell an ingredient line by its amount: "Pot" alone is a unit, but measures nothing."""
    plain = spell_numbers(spell_fractions(plain_line(text)))
    if _SOME_OF.match(plain):
        return True
    if not re.match(r"[\d.]|an?\s|few\b|several\b|pinch|handful|splash|dash|drizzle|knob|small\b|large\b|glug",
                    plain, re.IGNORECASE):  # fmt: skip
        return False
    amount, end = read_amount(plain, system)
    return amount is not None and end < len(plain.rstrip(" .:"))


def is_button(text: str) -> bool:
    """Tell a line that is nothing but the labels of buttons and links."""
    pieces = _BARS.split(text.strip())
    filed = [piece for piece in pieces if _FILED.fullmatch(piece)]
    lasts = [piece for piece in pieces if _LASTS.fullmatch(piece)]
    # "Vegan | Dairy-free | 35 mins", but "Easy · 45 min" tells how long it takes.
    least = LEAST_FILED if lasts else 1
    if len(pieces) > 1 and len(filed) >= least and len(filed) + len(lasts) == len(pieces):
        return True
    if len(pieces) > 2 and all(len(piece.split()) <= 3 for piece in pieces):
        # "Home | News | Recipes": most of them are known.
        known = sum(_BUTTON.match(piece) is not None for piece in pieces)
        return known * 2 > len(pieces) or pieces[0].strip().lower() in {"home", "menu"}
    leaves = _COUNT_BEHIND.sub("", text).split()
    tabs = len(leaves) > 1 and all(map(_TAB.fullmatch, leaves))
    # "HOME ABOUT RECIPES SHOP", "☰ Menu Search".
    words = text.replace("☰", " ").split()
    menu = len(words) > 1 and all(map(_BUTTON.match, words))
    return tabs or menu or _BUTTON.match(text) is not None


@lru_cache(maxsize=REMEMBERED)
def is_dated(text: str) -> bool:
    """Tell a line that says when a text was written, or whose it is, and nothing else."""
    return _DATED.fullmatch(text) is not None


def is_page_count(text: str) -> bool:
    """Tell what a page counts of itself and nothing else: "2.3K shares", "£1.55 a head"."""
    return _COUNTS.match(text) is not None


def is_furniture(text: str) -> bool:
    """Tell the buttons, ratings and adverts of a web page."""
    if _STARS.search(text) or _LINK.search(text) or is_button(text) or is_dated(text):
        return True
    if is_page_count(text):
        return True
    return (
        len(text) <= LONG_LINE
        and _FURNITURE.search(text) is not None
        and not begins_with_amount(text)
    )


def _is_told_in_commands(text: str) -> bool:
    """Tell "Mix, top with cheese, bake 20 min": one command after the other, and how long."""
    clauses = [clause for clause in re.split(r"[,;]|\b(?:and|then)\b|&", text) if clause.strip()]
    told = [clause for clause in clauses if first_word(clause) in STEP_VERBS]
    timed = [c for c in clauses if _HEAT.search(c) is not None or _HOURS.search(c) is not None]
    # "Mix, spoonfuls into the pan, 3 min a side."
    alone = any(re.match(r"\s*\d", clause) for clause in timed)
    # "Mix, fill the halves, bake": nothing but commands.
    only = len(told) == len(clauses) > LEAST_COMMANDS
    return only or alone or (len(told) >= LEAST_COMMANDS and any(c in told for c in timed))


def _says_how_long_and_hot(text: str) -> bool:
    """Tell "Casserole beef 2h, pastry lid, 30 min 200C" by two times or heats or more."""
    # "1 hr 20 min" is one time.
    apart = _HOURS_AND.sub("", text)
    told = len(_HEAT.findall(apart)) + len(_HOURS.findall(apart))
    return told >= LEAST_COMMANDS and "(" not in text and _TELLS_FACTS.match(text) is None


def _is_brown(bare: str) -> bool:
    """Tell "Brown lentils 1 cup" from "Brown mushrooms and onions. Add the stock"."""
    if _BROWN_FOOD.match(bare) is None:
        return False
    behind = _SENTENCE_BEHIND.split(bare)[1:]
    return _BROWN_TWO.match(bare) is None and not any(
        first_word(said) in COMMANDS for said in behind
    )


def acts_on_it(text: str) -> bool:
    """Tell an order of a word that is a food elsewhere: "Juice the lemon", "Core and seed it"."""
    return first_word(text) in VERBS_BEFORE_THE and _BEFORE_THE.match(text) is not None


@lru_cache(maxsize=REMEMBERED)
def is_step(text: str, system: str = "metric") -> bool:
    """Tell a step from an ingredient: it begins with a verb or reads as sentences."""
    if _NUMBERED_STEP.match(text):
        text = text.lstrip(" 0123456789")
    bare = re.sub(r"^\W*(?:step\s*)?\d{1,2}\s*[.):]\s*", "", text, flags=re.IGNORECASE)
    if _SOME_OF.match(bare) or _FREEZE_DRIED.match(bare) or _is_brown(bare):
        return False
    verb = first_word(text)
    ends = text.rstrip().endswith((".", "!"))
    words = len(bare.split())
    timed = (
        verb in STEP_VERBS and words > LEAST_COMMANDS and _TIMED_COMMAND.search(bare) is not None
    )
    if (
        timed
        or _HEAT_FIRST.match(bare) is not None
        or _ALL_IN.match(bare) is not None
        or (_TILL.search(bare) is not None and not begins_with_amount(text, system))
        or acts_on_it(bare)
        or _TWO_VERBS.match(bare) is not None
        or is_spoken(bare, verb)
        or (verb in STEP_VERBS and (_is_told_in_commands(bare) or _FOR_SO_LONG.search(bare)))
        or (verb in STEP_VERBS and verb not in _NOT_SAID_UNTIL and _UNTIL.search(bare))
        or (
            (_says_how_long_and_hot(bare) or _THEN_LEFT.search(bare) is not None)
            and not begins_with_amount(text, system)
        )
    ):
        return True
    if verb in STEP_VERBS and (verb not in AMBIGUOUS or (ends and (words >= 4 or words == 1)) or
                               re.match(r"\w+\s+(?:the|your|all|it|them|in|into|until)\b", bare, re.IGNORECASE)):  # fmt: skip
        # "Roast chicken, 200 g" and "Grated cheese" are foods; a command goes on in words.
        if re.match(r"^\w+\s*[,:]", bare):
            return verb not in AMBIGUOUS and re.search(r"[a-z)]\.(?:\s|$)", bare) is not None
        return (
            words >= 3 or ends or (verb in OF_ONE_FOOD and _COOK_RICE.fullmatch(bare) is not None)
        )
    sentences = sum(
        m[1].lower() not in ABBREVIATED for m in re.finditer(r"\b(\w+\)?)[.!?](?:\s|$)", bare)
    )
    if begins_with_amount(text, system):
        # "Take a quart of peas, soak them overnight. Boil them 2 hours." goes on with what to do.
        on = any(first_word(said) in COMMANDS for said in re.split(r"[.!]\s+", bare)[1:])
        return sentences > 0 and (on or len(bare) > LONGEST_FOOD)
    if re.search(
        r"[\d½¼¾⅓⅔]\s*(?:g|kg|ml|l|oz|lb|cups?|tbsp|tsp|\w*spoons?|tblsp)\.?\s*(?:\([^)]*\))?\s*$",
        bare,
    ):
        return False
    commands = sum(word in COMMANDS for word in re.findall(r"[a-z]+", bare.lower()))
    if commands >= LEAST_COMMANDS and _HEAT.search(bare) is not None:
        return True
    least = 6 if _HEAT.search(bare) is not None else 8
    return (words >= least and sentences > 0) or len(bare) > LONG_LINE


def without_enumeration(text: str) -> str:
    """Return a heading without its letter or number: "A. Filling", "Part 2: Topping"."""
    return _ENUMERATED.sub("", text)


def is_enumerated(text: str) -> bool:
    """Tell a line that begins with a letter or number of its own."""
    return _ENUMERATED.match(text.strip()) is not None


def names_component(text: str) -> bool:
    """Tell the name of a part ("White sauce", "Scone top") from a bottle on the shelf."""
    plain = text.strip(" *_#=-:").lower()
    return _COMPONENT.search(plain) is not None and _BOTTLE.search(plain) is None


# "MEATBALLS......", "plus, on top".
_LEADERS = re.compile(r"\s*\.{3,}$")
_THEN = re.compile(
    r"^(?:and|then|plus|finally|lastly|also)\s*,?\s+(?=(?:on|over|to|around|under)\s)"
    # "First, the aubergines", "And the white sauce".
    r"|^(?:first(?:ly)?|and|(?:and )?(?:then|now)|next|finally|lastly)\s*,?\s+(?:for\s+)?the\s+(?=[a-z])",
    re.IGNORECASE,
)


def without_order(text: str) -> str:
    """Return a heading without what says when its turn is: "Then the meat"."""
    return _THEN.sub("", text)


# "INGREDIENTS: STEW" heads the list of the stew.
_LISTED = re.compile(r"^ingredients?\s*[:–—-]\s+(?=[^\W\d][^\d,;:.]{2,30}:?$)", re.IGNORECASE)


@lru_cache(maxsize=REMEMBERED)
def heading_name(text: str) -> str | None:
    """Return what a line by itself is the heading of, None if it does not look like one.

    Marked ones only: a colon at the end, capitals, "for the ...", "#", or a usual heading.
    """
    bare = without_enumeration(_LEADERS.sub("", text.strip(" #*_=-–—•~[]{}|").strip()))
    bare = _LISTED.sub("", without_order(bare))
    bracketed = re.fullmatch(r"\(\s*(for\s[^()]{3,50}?)\s*\)\s*:?", bare, re.IGNORECASE)
    bare = bracketed[1] if bracketed else bare
    plain = bare.rstrip(":").strip()
    if not plain or len(plain) > 60 or plain in _FOODS_IN_LETTERS:
        return None
    for_the = re.match(
        r"^(?:(?:and|then|now|next|plus)\s+)?(?:(?:you(?:'ll|’ll| will)? (?:need|want|take) |what you need |needed )?for\s+(?:the\s+)?|what(?: goes|['’]s)\s+(?:in|into|on|over|under|with)\s+(?:the\s+)?|to make (?:up )?(?:the )?(?=.*\byou\b)|(?:to make|for making) the\s+|ingredients\s*\(?for (?:the\s+)?)"
        r"(?P<name>[^\d,()]{2,40}?)(?:\s+you(?:'ll|’ll| will)? (?:want|need|take))?(?:\s*\([^()]{2,40}\)|\s+[-–—]\s+(?:marinat|rest|chill|soak|ma[dk]e|optional|overnight|do|cook|start|prepare)[^:]{0,40})?\s*\)?\s*:?$",
        bare, re.IGNORECASE,
    )  # fmt: skip
    if for_the:
        return for_the["name"].strip().capitalize()
    of_it = re.match(
        r"^(?P<name>[^\d,:]{2,40}?|(?:step|part|stage)\s\d{1,2})\s+ingredients\s*(?:\([^()]{2,30}\)\s*)?:?$",
        bare,
        re.IGNORECASE,
    )
    if of_it and len(of_it["name"].split()) <= 4:
        return of_it["name"].strip().capitalize()
    counted = r"^(?:meal|day|part|step|menu|(?:way|version|option|batch|bowl|dip|sauce|tray|course|layer)\s\d)\b"
    if any(c.isdigit() for c in plain) and not re.match(counted, plain, re.IGNORECASE):
        return None
    short = len(plain) <= 45 and len(plain.split()) <= 6
    marked = bare.endswith(":") or text.lstrip().startswith(("#", "**")) or (
        plain.isupper() and len(plain) > 3
    )  # fmt: skip
    if short and (marked or _HEADING_WORDS.match(plain)):
        return plain.capitalize()
    return None


def is_energy(text: str) -> bool:
    """Tell a piece that says how much energy a serving has, and nothing else."""
    return _ENERGY.fullmatch(text) is not None


@lru_cache(maxsize=REMEMBERED)
def kind_of_line(text: str, system: str = "metric") -> LineKind:
    """Return what a line is, looked at alone; `food` is what nothing else claims."""
    clean = without_pictures(tidy(text[:2000]))
    raw = tidy(text[:2000])
    if not any(c.isalnum() for c in clean):
        return "furniture"
    tests: tuple[tuple[LineKind, bool], ...] = (
        ("times", _TIMES.match(clean) is not None),
        ("nutrition", only_figures(clean)),
        ("furniture", is_furniture(raw)),
        ("nutrition", is_energy(clean) or _MACROS.fullmatch(clean) is not None
                      or (_NUTRITION.search(clean) is not None and not begins_with_amount(clean))),
        ("servings", len(clean) <= 80 and _SERVINGS.match(clean) is not None
                     and re.match(r"^\W*for\b", clean, re.IGNORECASE) is None),
        ("note", _COMMAND.match(clean) is not None or _NOTE.match(clean) is not None
                 or _is_equipment(clean)),
        ("heading", heading_name(clean) is not None),
        ("step", is_step(clean, system)),
    )  # fmt: skip
    return next((kind for kind, holds in tests if holds), "food")
