"""What stands under a list or a method and is none of it: remarks, the page, other recipes."""

from __future__ import annotations

import re
from typing import Literal

from snabo_core.quantities.kinds import is_page_count, is_step

Tail = Literal["note", "furniture", "gone"]

# From here on a page speaks of other things: "Most read", "Recipes you'll love".
_ELSEWHERE = re.compile(
    r"^\W*(?:(?:most|more)\s+(?:read|popular|viewed|loved|saved|shared|recipes?|like this|from|ideas|dinners|suppers|stories|articles)\b.{0,40}"
    r"|(?:trending|popular|latest|featured|related|recommended|similar|suggested|next|previous)(?:\s+(?:now|today|this week|recipes?|posts?|articles?|stories|reads?|videos?|for you))?\W*"
    r"|(?:editor|reader|our|my|staff)(?:['’]?s['’]?)?\s+(?:picks?|favou?rites?|choices?)\b.{0,30}"
    r"|(?:keep|continue)\s+reading\b.{0,40}|read\s+(?:next|more|also)\b.{0,60}|up next\b.{0,60}"
    r"|(?:(?:other|further|some)\s+)?recipes\s+(?:you|we|like|for|to)\b.{0,40}|you(?:['’]ll| will| may| might| could)?\s+(?:also\s+)?(?:like|love|enjoy)\b.{0,40}"
    r"|(?:leave|add|write|post)\s+(?:a|your)\s+(?:comment|reply|review|rating|note)\b.{0,40}"
    r"|(?:\d+\s+)?(?:comments?|reviews?|responses|replies|thoughts)(?:\s*\(\d+\)|\s+(?:on|from|by)\b.{0,40})?\W*)$",
    re.IGNORECASE,
)
# What a page, a book or a film says around a recipe.
_AROUND = re.compile(
    r"^\W*(?:have you (?:tried|made|cooked|a)\b|tried (?:it|this)\b|(?:if|when) you (?:make|try|cook|made|tried|liked?|enjoyed)\b.{0,30}(?:tag|let|send|share|rate|leave|tell|comment|snap|take)\b"
    r"|let (?:me|us) know\b|tell (?:me|us)\b|send (?:me|us)\b|tag (?:me|us)\b|(?:don['’]?t )?forget to (?:like|rate|share|subscribe|tag)\b"
    r"|(?:version|rev(?:ision)?|issue|edition)\.?\s*\d[\d.]*(?:\b.{0,60})?$|(?:reviewed|approved|checked|tested|issued|authorised|prepared) by\b"
    r"|(?:recipe|words?|text|photos?|photograph\w*|pictures?|styling|food styling|image|illustration)s?(?:\s*(?:and|&|,|/)\s*(?:photos?|photograph\w*|pictures?|styling|recipe|words?))*\s*(?::|\bby\b)\s*\S"
    r"|(?:first|originally|also)\s+(?:published|posted|appeared|printed|shared)\b|(?:taken |adapted |reprinted |copied |cut )?(?:from|out of) the\b.{0,40}\b(?:issue|edition|magazine|newspaper|book|cookbook|collection|leaflet)\b.{0,30}$"
    r"|continued\b.{0,30}$|turn (?:to page|the page)\b.{0,30}$|turn over for the (?:next|pudding|recipe|rest|method|dessert)\b.{0,30}$|p\.?t\.?o\.?\W*$|see (?:also|over|overleaf|page|p\.|pages|pp\.|the recipe|recipe|my recipe|below|above|notes?)\b.{0,60}$|overleaf\W*$"
    r"|(?:next|last) (?:week|month|time|issue|up)\b\s*:|(?:coming|available) (?:soon|next)\b"
    r"|(?:download|save|add|send|print|e-?mail)\s+(?:to|as|the|this|a)?\s*(?:my|your|pdf|phone|recipes?|friend|list|basket|collection|favou?rites|planner)\b.{0,30}$|get (?:the|our) (?:app|book|newsletter|recipe box)\b"
    r"|(?:thanks|thank you) for (?:watching|reading|visiting|stopping|looking)\b|(?:like and )?subscribe\b"
    r"|may (?:also )?contain\b|(?:my|our|the|overall|family|kids['’]?)\s+(?:rating|score|verdict|marks?)\s*[:=]?\s*\S.{0,40}$|\d+ (?:stars|/\s?(?:5|10))\W*$"
    r"|(?:share|show|post)\s+(?:us|me|your)\b|was this\b|ask\s+(?:me|us|below|away)\b|(?:tag|tell)\s+(?:a|your)\s+friends?\b|pin (?:for later|(?:it|this|me)(?: (?:for|to)\b.{0,30}| recipe)?\W*$)|follow (?:for|me|us|along|@)|link in\b|(?:full|watch(?: the)?) (?:video|recipe|film|next)\b|watch next\b|watch (?:how|me|us|this (?:video|film|recipe|clip))\b|(?:browse|view|see|load|show) (?:all|more)\b"
    r"|(?:popular|latest|more) in (?-i:[A-Z])\w+\W*$|(?:others?|people) also\b.{0,30}$|visit (?:me|us|our|my|the)\b|as seen\b|(?:adapted|inspired|borrowed|stolen|taken|reprinted) (?:from|by)\b|this recipe (?:was|is|comes|came|first)\b"
    r"|.{0,30}\b\d+ (?:days?|weeks?|months?|years?|hours?) ago\W*$|(?-i:[A-Z][\w.]{1,20}) says\W*$|(?:prep|cook\w*|total|oven)?\s*times? (?:do|does|is|are|may|will|can|include)\b|(?:chef|recipe|author|cook)\s*:\s+(?-i:[A-Z])\w+(?: (?-i:[A-Z])\w+)\W*$"
    r"|(?:prevent|keep|stop) (?:your |the )?screen\b|add (?:all|these|ingredients|everything)?\s*to (?:the |my |your )?(?:basket|trolley|cart|list|order)\b|-?\s?advert(?:s|isement|ising)?\s?-?\W*$|(?:article|story|recipe|post|page)s? continues?\b"
    r"|(?:view|hide|show|see|toggle|expand|turn o[nf]f?) (?:the |step |all |recipe |full )*(?:photos?|images?|pictures?|nutrition|notes|steps|videos?|units)\b|(?:switch|convert|change|toggle)\s+(?:to |into |units?|measure\w*)|(?:de|un)?-?select (?:all|none)\b|(?:total |approx\w* )?(?:cost|price)\b\W{0,3}[£$€]?\d|(?:skill|effort|spice|heat|difficulty)(?: level)?\s*:|rating\b\W{0,3}\d|(?:ask|buy|available) (?:in|at|from|online)\b|allergens?\b|check (?:the |all )?(?:labels?|packets?|packaging)(?: for\b.{0,40})?\W*$"
    r"|(?:test )?kitchen (?:approved|tested)\b|[\[(]?end(?: of (?:the )?(?:recipe|page|text))?[\])]?\W*$|all (?:photos|images|text|rights)\b|isbn\b|made with love\b|(?:more |all |other )?[\w-]+(?: [\w-]+)? recipes\W*$|(?:fun fact|did you know|about the (?:dish|author|cook|recipe))\b"
    r"|(?:copy|share) (?:the )?link\b|translate\W*$|yes\W+no\W*$|play\W*$|video (?:player|will)\b|(?:ad )?\d{1,2}:\d\d(?: / \d{1,2}:\d\d)?\W*$|rated \d|\d+ (?:cooks|people|readers|members) (?:made|saved|liked|tried|cooked)\b|(?:get |save )?\d+% off\b|free delivery\b|(?:ingredients|equipment|tools) (?:used|for this|in this)\b|uses\s*:|our best\b.{0,30}\brecipes\W*$"
    r"|(?:step )?(?:photo|picture|image|fig(?:ure)?\.?|video|slide)s?(?:\s*\d{1,3})?\W*$|\S+\.(?:jpe?g|png|gif|webp|heic|mp4)\W*$|enlarge (?:image|photo)\b|shop (?:the|this|these|now|our)\b|(?:go to |tap for |on to )?(?:the )?next step\W*$|mark (?:step |this |it )*(?:as )?(?:done|cooked|complete\w*)\b|(?:start|set|stop|reset) (?:an? |the )?(?:\d+ ?min\w* )?timers?\W*(?:\d{1,2}:[\d:]{2,8})?\W*$|tap (?:to|for|here)\b|like \d+\W*$|(?-i:[A-Z])\w+ liked this\b|page \d+ (?:of|/) \d+\W*$|[£$€]\s?\d[\d.,]*\s+(?:at|from|in)\b"
    r"|(?:tick|check) off\b|in your (?:basket|cart|trolley|list)\b|(?:continue|go|scroll|jump) (?:on )?(?:down )?to (?:the )?(?:method|recipe|steps|instructions)\b|serving size\b"
    r"|(?:for|want) more (?:recipes|ideas|like)\b|(?:all|more) (?:recipes|details|info\w*) (?:at|on|in)\b|\d+ (?:of|out of) your (?:5|five)\b|(?:5|five)[\s-]a[\s-]day\b"
    r"|(?:\d+\s+)?(?:points|pts)(?:\s+(?:per|each|a)\b.{0,20})?\W*$"
    r"|(?-i:[A-Z][\w.]{1,20}(?: [A-Z][\w.]{0,20})?)\s+(?:says|said|writes|wrote|commented)(?:\s+on\b.{0,30})?:"
    # What keeps count of a dish or of who sent it: "Exchanges: 2 vegetable", "Posts: 212".
    r"|(?:(?:diabetic |food |carb(?:ohydrate)? )?(?:exchanges|choices)|(?:smart|freestyle|diet )?points|posts|joined|location|likes|views|karma|presenter|producer|editor|music|song|camera|sponsor|stylist)\s*:\s"
    r"|(?:share|post|send|show)\s+(?:an?|the)\s+(?:photo|picture|pic|snap|link)\b|(?:find|catch|join|come see|meet) (?:me|us)\b(?! half)|filed under\b|comment (?-i:[A-Z]{3,})\b"
    r"|(?:leaflet|booklet|hand-?out|sheet|document|recipe|page) (?:was )?(?:last )?(?:reviewed|updated|printed|produced|revised|issued|approved)\b|next review\b|for large print\b"
    r"|(?:plot|flat|room|unit|ward|hut|apartment|apt\.?|class|year|form)\s+\d{1,4}\w?\W*$"
    r"|edit(?:ed)?\s*:|update[d]?\s*:|\(?source\s*:)",
    re.IGNORECASE,
)
_DAY = re.compile(r"^\W*(?:mon|tues|wednes|thurs|fri|satur|sun)day\s*:\s", re.IGNORECASE)
_KIND_OF_EATER = (
    r"(?:vegan|vegetarian|veggies?|meat[\s-]?(?:free|eaters?)|gluten[\s-]?free|dairy[\s-]?free|nut[\s-]?free|egg[\s-]?free|"
    r"(?:low|lower)[\s-](?:carb|fat|salt)|keto|halal|kosher|child(?:ren)?|kids?|bab(?:y|ies)|toddlers?)"
)
# Remarks on a dish: how long it keeps, what goes with it, what else can be done.
_REMARKS = re.compile(
    r"^\W*(?:(?:(?:[a-z]+['’]s|(?:[a-z]+\s+)?(?:cooks|chefs|bakers|top|hot|handy|pro|expert|serving|storage|freezing|saving|kitchen|quick|extra|final|last|my|our|one|a|another))\s+)?(?:tips?|hints?|notes?)\b(?:\s*\d)?\s*[:!.–—-]"
    # "COOK'S TIP Salt the leeks first.", but "Tip into a dish".
    r"|(?:[a-z]+['’]s|cooks|chefs|top|hot|handy|pro|serving)\s+(?:tips?|hints?|notes?)\s+(?-i:[A-Z])|(?-i:TIPS?|NOTES?)\s+(?-i:[A-Z])"
    r"|(?:variations?|alternatives?|swaps?|substitut\w+|subs|options?|ideas|shortcut|cheat|wine|beer|drinks?|pairing|accompaniments?|leftovers?|storage|storing|freez(?:e|ing|er)|keeps?|reheat(?:ing)?|to (?:store|freeze|reheat|keep|make ahead|serve later|cook from frozen)|budget|cost|source|credit)\s*:"
    r"|(?:can|may|could|should|must) (?:also )?be\b|(?:it |this |they )?(?:will|won['’]t) (?:keep|freeze|last|store|reheat)\b|(?:not )?suitable for\b|does(?:n['’]t| not)? (?:not )?(?:freeze|keep|reheat)\b"
    r"|(?:best|better|nicest|good|great|nice|lovely|delicious|perfect|excellent|also good)\s+(?:eaten|served|made|cold|hot|warm|with|on|if|when|the next|next|after|the same)\b|goes? (?:well|nicely|great|beautifully)\b|pairs? (?:well )?with\b"
    rf"|(?:to make (?:it|this|them)|for (?:an? |the )?|make (?:it|this)|(?:if )?you(?:['’]re| are)?|turn (?:it|this)|keep (?:it|this))\s*{_KIND_OF_EATER}\b|make it (?:\w+er|ahead|your own|a meal|go further|special|extra \w+|more \w+)\s*[:?]"
    rf"|{_KIND_OF_EATER}\s*(?:\?|:|version\b|option\b)|[^.!?:;\d]{{2,30}}\b(?:version|option)s?\s*:\s|(?:no|not got|don['’]t have|can['’]t find|short of|hate|not a fan of)\b[^.!?]{{2,40}}\?"
    # "Want more heat? Add chilli.", "V: leave out the ham".
    r"|[^.!?:,;\d]{4,40}\?\s+\S|(?:v|vg|ve|gf|df|nf|lf)\b(?: option| version)?\s*:|(?:[a-z]+ )?(?:tip|secret|trick|hack|waste|variation|twist)\s*(?:from [^:]{2,30})?:|(?:store|keep|refrigerate|chill|freeze) (?:any |the |your )?left-?overs?\b|store in an?\b|keep in an? airtight\b"
    r"|q\s*[:.]\s|a\s*:\s|(?:can|could|should|do|does|did|is|are|will|would|may) (?:i|you|we|it|this|these|they|the|one)\b[^.!]{2,80}\?|(?:how|what|why|which|where|who|when)\b[^.!:]{2,80}\?|leftovers?\?"
    r"|(?:if|when) you (?:can['’]?t|cannot|don['’]t|haven['’]t|have no|can not)\b|instead of\b|you (?:can|could|may|might) (?:also|use|swap|replace|substitute|leave out|skip|freeze|make)\b|feel free\b|(?:any )?leftovers? (?:ideas?|can|will|make|are)\b|fridge\W{1,3}\d|(?:counts as|equivalent to|contains) \d"
    r"|my \w+ (?:used to|always|would|taught|gave|made|makes)\b|(?:did|fed|lasted|served) (?:us|me)\b|we (?:were|are) (?:all|only|just|so|both|\d{1,2}|two|three|four|five|six|seven|eight|nine|ten)\b|(?:i|we) (?:make|made|cook|cooked|serve|had|have) (?:this|these|it) (?:about|once|every|all|most|for|on|at|when|with)\b|(?:it|this|they)(?:['’]s|['’]re) (?:a|an|so|my|our|the|really|very|great|lovely|delicious)\b|so (?:good|simple|easy|tasty|quick|delicious|nice|yummy)\b[^.]{0,30}[.!]?$|simple as\b|easy peasy\b|ta-?da\b|(?:and )?that['’]s (?:dinner|supper|lunch|tea|your)\b|(?:dinner|supper|lunch|tea) is (?:served|ready)\b|accompany\b|suggested (?:sides?|accompan\w+|serving)\b|(?:also )?try (?:it|this|adding|also|with|using|swapping)\b"
    r"|p\.?p?\.?s\.?\s+\S|n\.?b\.?\s+\S|note to self\b|notes? to\b"
    r"|that(?:['’]s| is) (?:it|all)\b|there you (?:have|go)\b|(?:and )?(?:you(?:['’]re| are) )?(?:all )?(?:done|finished)\W*$|voil[aà]\b|yum+y?\W*$|(?:bon app[eé]tit|guten appetit|buon appetito|smakelijk|buen provecho|smacznego|god appetit|smaklig m[aå]ltid|tuck in|dig in|happy (?:cooking|eating|baking))\W*"
    r"|(?:i|we|he|she|they|my \w+|our \w+|the (?:kids|family|children|boys|girls|whole \w+)|kids|hubby|husband|everyone|everybody|nobody)\s+(?:all\s+|really\s+|both\s+|even\s+)?(?:loved?|liked|ate|adored?|enjoyed|asked|raved|prefers?)\b"
    # Footnotes, but "** Sauce **" is a heading.
    r"|(?:\[\d{1,2}\]|[¹²³⁴†‡§])\s*\S)|^\s*\*{1,3}\s?(?-i:[A-Z]|or\b|i\b|any\b|see\b|if\b)[^*]+$",
    re.IGNORECASE,
)

# What is said of a list: how its spoons are meant, what else is needed, what else will do.
_OF_A_LIST = re.compile(
    r"^\W*(?:(?:all |the |our |my |any )*(?:(?:table|tea)?spoons?|cups?|eggs?|measure(?:s|ments)?|quantities|amounts|weights?|vegetables?|veg|herbs?|ovens?|temperatures?|timings?|butter|milk|flour|stock|salt|cans?|tins?)\s+(?:(?:measure\w*|sizes?|weights?)\s+)?(?:is|are|should|refer|were|has|have|means?|assume)\b"
    r"|(?:my|our|the|your)\s+\w+\s+(?:is|was|are|were|takes|holds|measures)\b|use (?:a )?\d+\s?ml\b"
    r"|feel free to\b|this (?:much|amount|quantity|lot|recipe|list)\s+(?:feeds|serves|makes|will|is|does)\b|contains\s+(?!\d)[a-z, ]{3,40}\W*$|(?:wine|drinks?|beer|level|difficulty|effort|skill|cost|season|cuisine|course|category|origin|region|diet|good to know|worth knowing)\s*:\s[^\d]*$"
    r"|(?:get|make|prep|cook) ahead\s*:|notes? from\b[^\d]*$"
    r"|(?:kit|tools?|equipment|utensils|gear|hardware|special (?:equipment|kit|tools?))\s*:"
    r"|you(?:['’]ll| will| may| might)?\s+(?:also\s+)?(?:need|want)\s+(?:an?|some|the|two|your)\s+(?:[\w-]+\s+){0,4}(?:pans?|dish(?:es)?|tins?|pots?|trays?|bowls?|blender|processor|grater|sieve|skillet|wok|skewers|foil|paper|steamer|mixer|knife|casserole|thermometer|cloth|ramekins?)\b"
    r"|(?:now|let(?:['’]s| us)|here(?:['’]s| is) how|watch|ready\?|right,)\s[^\d]*[!.:]?$|let(?:['’]s| us)\s[^\d]*$"
    r"|here(?:['’]s| is) what (?:i|we|you)\b[^\d]*$|(?:portion|serving) sizes?\b\W{0,3}\d.{0,30}$"
    r"|(?:swaps?|subs?|substitut\w+|alternatives?|shortcut|cheat)\s*:|(?:no|not got|don['’]t have|can['’]t find|out of)\b[^.!?]{2,40}\?"
    r"|\(?\*{1,3}\)?\s*(?:=|see\b|note\b|or\b|if\b|use\b|i\b|we\b|you\b|any\b[^\d]*\b(?:will|works?|do)\b|optional\b|available\b|omit\b|leave\b|not\b))",
    re.IGNORECASE,
)
# "1 cup = 250 ml", "Dish: 2 litres", "$3.10 per serving", "Leeks: see below".
_MEASURED_OUT = re.compile(
    r"^\W*(?:(?:1|one|an?)\s+(?:cups?|c|tbsps?|tsps?|tablespoons?|teaspoons?|ounces?|oz|pounds?|lbs?|pints?|sticks?|glass(?:es)?|dl)\s*(?:=|is|equals)\s*(?:about\s*)?\d[\d./]*\s?[a-z]{1,12}\W*$"
    r"|(?:baking |pie |casserole |roasting |oven |slow cooker |air fryer |cake |loaf )?(?:dish|pan|tin|tray|pot|slow cooker|air fryer|oven|skillet)(?: size)?\W{1,3}\d[\d.,x× ]*\s?(?:cm|in\b|inch(?:es)?|litres?|liters?|l\b|quarts?|qt|°?\s?[cf]\b|[\"”]).{0,20}$"
    r"|(?:about |only |just |under |approx\w*\.? |est\w*\.? |price |cost ){0,3}[£$€]\s?\d+(?:[.,]\d\d)?(?:\s.{0,30})?$|[^\W\d][\w ]{1,30}:\s+see\b.{1,40}$|page \d+(?: of \d+)?\W*$)",
    re.IGNORECASE,
)
# "Leeks are sandy; wash them well."
_SAYS_OF_FOOD = re.compile(
    r"^\W*(?!whatever|any\b|what\b)(?:(?:the|your|my|our)\s+)?[^\W\d]+(?:\s+[^\W\d]+)?\s+(?:are|is|can (?:also )?be|(?:will|should|may|must) (?:also |not )?(?:be|do|work|need|taste|keep|vary)|works?|needs?|tastes?|vary|varies)\s+[^\d]{3,}[.!]?$",
    re.IGNORECASE,
)
# Words of a page, and of a sentence, of which the line of a food has none.
_PAGED = re.compile(
    r"\b(?:see|read|click|tap|tick|scroll|page|recipes?|method|ingredients?|photos?|videos?|notes?|chart|products?|basket|delivery|store(?! cupboard)|"
    r"missing|shop|guide|conversions?|imperial|metric|measurements?)\b|[£$€]\s?\d",
    re.IGNORECASE,
)
_SPEAKS = re.compile(
    r"\b(?:you|your|we|our|i|my|it|this|that['’]s|these|is|are|was|will|can|could|go|below|above|nothing|something|everything|love|patience|really|else|start)\b",
    re.IGNORECASE,
)
_TALKS = re.compile(
    r"^\W*(?:i|we|you)(?:['’](?:ll|ve|re|d))?\s+(?:(?:will|can|could|may|might|should|just|always|usually|also|really|only|often)\s+)*"
    r"(?:use|used|need|want|like|halve|double|swap|replace|leave|buy|bought|get|got|prefer|make|made|have|had|find|found|skip|add|adjust|freeze|substitute)\b[^\d]*$",
    re.IGNORECASE,
)


def beside_list(text: str) -> Tail | None:
    """Return what a line under foods is where it is none, by its own words, None for a food."""
    if is_page_count(text) or any(said.match(text) for said in (_AROUND, _ELSEWHERE)):
        return "furniture"
    told = (_OF_A_LIST, _TALKS, _MEASURED_OUT, _SAYS_OF_FOOD)
    return "note" if any(said.match(text) is not None for said in told) else None


def speaks(text: str, *, heads: bool) -> bool:
    """Tell words of a sentence or a page from the name of a food that nobody here knows.

    Where a line `heads` foods ("Soak these", "Everything else") only the words of a page tell.
    """
    return _PAGED.search(text) is not None or (not heads and _SPEAKS.search(text) is not None)


# "1 of 3", "2/3", "@nora_cooks", and a box to tick: among steps nothing else stands so.
_ALONE = re.compile(r"^\W*(?:\d{1,2}\s*(?:of|/)\s*\d{1,2}|done)\W*$|^@\w{3,}\W*$", re.IGNORECASE)


def tail_of(text: str) -> Tail | None:
    """Return what a line under steps is where it is no step, by its own words.

    "note" for a remark on the dish, "furniture" for what a page says around it, "gone" for what
    heads other things; None where it may be a step.
    """
    if _ELSEWHERE.match(text) is not None:
        return "gone"
    if is_page_count(text):
        return "furniture"
    day = _DAY.match(text)
    # "FRIDAY: fish, see over", but "Friday: soak the beans".
    if _AROUND.match(text) or _ALONE.match(text) or (day and not is_step(text[day.end() :])):
        return "furniture"
    return "note" if _REMARKS.match(text) is not None else None
