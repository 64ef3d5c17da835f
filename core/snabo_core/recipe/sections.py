"""Lines that say where something begins: the list, the method, the notes, a letter, its end."""

from __future__ import annotations

import re

# Where a recipe comes from, not what it is.
FROM = re.compile(
    r"^\W*(?:begin )?(?:forwarded|original) message\W*$|^(?:(?:re|fwd?|fw|subject)\s*:|(?:an? |this )?(?:recipe )?from (?:the|my|our|your|an?)? ?(?:kitchen|desk|recipe box|files?|pages?|archives?|test kitchen|garden)\b)"
    r"|^\W*(?:(?:the |this )?recipe )?(?:from|off|on) (?:the |a |an |our )?(?:(?:local|sunday|daily|weekly|old) )?(?:newspaper|paper|magazine|internet|radio|telly|tv|"
    r"(?:back|side|inside|lid) of|packet|box|tin|bag|library book|cookery book|cookbook)\b[^.]{0,60}$",
    re.IGNORECASE,
)
# Where things stand in a shop or a kitchen.
SHELVES = {
    "meat",
    "veg",
    "vegetables",
    "fruit",
    "fruit and veg",
    "fruit & veg",
    "dairy",
    "larder",
    "pantry",
    "cupboard",
    "store cupboard",
    "storecupboard",
    "fridge",
    "freezer",
    "tins",
    "cans",
    "dry goods",
    "bakery",
    "produce",
    "deli",
    "aisle",
}
# How hot it is to be, said on the head of a card.
OVEN = re.compile(
    # "350 degrees", "180 C fan / gas 4".
    r"^\W*\d{3}\s?(?:°|deg(?:rees?)?\.?)\s?(?:[cf]\b)?(?:\s*(?:fan|oven))?\W*$|"
    r"^\W*(?:oven|heat|temp(?:erature)?|gas(?: mark)?)\b[^a-z]{0,3}\s*:?\s*.{0,20}\d.{0,30}$",
    re.IGNORECASE,
)
# "Oven 190." and nothing else.
OVEN_ALONE = re.compile(
    r"^\W*(?:oven|gas)\b\W{0,4}(?:mark|temp\w*|(?:on )?(?:at|to)|on)?\W{0,3}\d{1,3}\s*°?\s*(?:[cf]|fan|deg\w*)?\b\W*$"
    # "200c 40 min."
    r"|^\W*\d{3}\s?°?\s?(?:[cf]|fan|deg\w*)\b.{0,20}?\b\d{1,3}\s?(?:m|mins?|minutes?|h|hrs?|hours?)\b.{0,40}$",
    re.IGNORECASE,
)
LIST_OF = re.compile(
    r"^\W*ingredients?\s*[(\[–—-]\s*(?!for\b|serves)(?P<name>[^()\[\]\d]{3,30}?)\s*[)\]]?\W*$",
    re.IGNORECASE,
)
STEP_LABEL = re.compile(r"^\W*step\s*\d{1,2}\W*$", re.IGNORECASE)
INGREDIENTS = re.compile(
    r"^\W*(?:the\s+)?(?:ingr(?:ed(?:ient)?)?s?\.?(?: list)?(?:\s*[(\[](?!\s*for\b)[^()\[\]]*[)\]])?|what (?:u|ya) need|u need|what you(?:'ll|’ll| will)? need|you(?:'ll|’ll| will)? need|shopping(?: list)?|"
    r"what goes in(?:to)?(?: (?:it|the (?:pot|pan|dish|bowl|recipe)))?|you need|things you need|(?:what )?we(?:['’]ll| will)? need|for cooking you need|to cook (?:it |this )?you need|"
    # As translations say it.
    r"(?:(?:required|necessary|needed|the)\s+)?(?:products|foodstuffs|components|composition|raw materials|groceries)|(?:required|necessary|needed|the following)\s+(?:ingredients|products)(?:\s+are\s+(?:needed|required))?|set of (?:products|ingredients)|grocery list|bill of materials|"
    r"(?:what )?you(?:'ll|’ll)? want|you(?:'ll|’ll)? take|get (?:hold of|together))\W*$"
    # The head of a table.
    r"|^\W*(?:(?:qty|quantity|amounts?|units?|measures?|weights?|ingredients?|items?|foods?|prep(?:aration)?|notes?|what|how much)"
    r"[\s|,/]+){2,}(?:qty|quantity|amounts?|units?|measures?|weights?|ingredients?|items?|prep(?:aration)?|notes?)?\W*$"
    r"|^\W*(?:ingredients?|items?)\s+(?:amounts?|quantity|qty|weights?)\W*$"
    r"|^\W*(?:qty|quantity|amounts?|how much)\s*[|/\t]\s*(?:ingredients?|items?|foods?|what)\W*$"
    r"|^\W*(?:ingredients?|items?|foods?)\s*[|\t]\s*(?:qty|quantity|amounts?|how much|weight|grams?|g)\b.{0,60}$",
    re.IGNORECASE,
)
# "Ingredients (metric)", where the same list stands in cups as well.
SYSTEM_TOLD = re.compile(
    r"[(\[:–—-]\s*(?P<name>us(?: customary)?|imperial|metric)\s*[)\]]?\W*$", re.IGNORECASE
)
# The chapters of a film: "0:00 Intro", "3:10 Baking", and what heads them.
FIRST_CHAPTER = re.compile(r"^\W*0?0:00(?::00)?\s+\S")
CHAPTER = re.compile(
    r"^\W*(?:\d{1,2}:)?\d{1,2}:\d\d\s+\S|^\W*(?:time\s?stamps?|chapters)\W*$", re.IGNORECASE
)
METHOD = re.compile(
    r"^\W*(?:\d{1,2}\s*[.)]\s+)?(?:the\s+|cooking\s+|step[\s-]by[\s-]step\s+)?(?:m[eé]thode?|zubereitung|preparaci[oó]n|elaboraci[oó]n|preparazione|procedimento|"
    r"bereiding(?:swijze)?|tillagning|framgangsm[aå]te|fremgangsm[aå]de|wykonanie|pr[eé]paration|r[eé]alisation|(?:cook|make|do|build|bake) it|directions?|instructions?|steps|preparation|procedure|what to do|(?:what )?you(?:'ll|’ll)? do|"
    r"how to (?:make|cook|do)(?: it| this)?|how(?: to)?\??|here(?:'s|’s) how|all you need to do|making it|to make|process|"
    r"reali[sz]ation|elaboration|execution|proceedings?|(?:preparation|cooking) (?:method|steps|instructions|directions)|"
    r"step[\s-]by[\s-]step(?:\s+(?:recipe|cooking|preparation))?|(?:process|stages|order|course) of (?:cooking|preparation|work)|(?:mode|way|manner|method) of (?:preparation|cooking|working)|way to (?:cook|prepare)|"
    r"how to prepare(?: it| this)?|(?:cooking )?technology|working steps|implementation|(?:the )?making(?: of)?|processing|"
    r"(?:here(?:'s|’s) )?what to do|get cooking|to cook|"
    r"cooking(?: method)?|how (?:it(?:'s|’s| is)|to get it) (?:done|made|cooked)|how it goes|how (?:you|i|we) (?:do|make|cook)(?: it| this)?|let(?:'s|’s) (?:get )?cook(?:ing)?|do this|to do|to make it)\W*$",
    re.IGNORECASE,
)
# Behind a list: "How to make mushroom stroganoff".
HOW_TO = re.compile(r"^\W*how (?:to|i|we) (?:make|cook|prepare|do)\b.{0,60}$", re.IGNORECASE)
# "Steps for leek bake".
METHOD_OF = re.compile(
    r"^\W*(?:steps|method|directions|instructions|preparation|procedure) (?:for|to make) [^\d.]{3,50}$",
    re.IGNORECASE,
)
# One unit for amounts that stand without: "All weights in g".
ALL_IN_GRAMS = re.compile(
    r"^\W*(?:all\s+|the\s+)*(?:weights?|quantit(?:y|ies)|amounts?|measure(?:s|ments)?|ingredients?)\s*(?:are\s+)?"
    r"(?:given\s+|measured\s+)?(?:in|=|:)?\s*(?:g|gr|grams?|grammes?)\W*$",
    re.IGNORECASE,
)
# "Method: Boil the peas." on one line.
METHOD_SAYS = re.compile(
    r"^\W*(?:method|meth|proc(?:edure)?|do|mode|(?:what )?you do|directions?|instructions?|how to make(?: it)?|to make)\s*:\s+(?=\w)",
    re.IGNORECASE,
)
NOTES = re.compile(
    r"^\W*(?:(?:recipe|cook(?:'s|’s|s)?|chef(?:'s|’s|s)?|my|some)?\s*(?:notes?|tips?|hints?|variations?|substitutions?|storage|"
    r"make[\s-]ahead|serving suggestions?|what to (?:serve|eat)(?: it| this| them)? with(?: it| this| them| [a-z' -]{3,40})?|goes (?:well )?with|swaps?|make it (?:vegan|veggie|vegetarian|yours|your own|gluten[\s-]free|dairy[\s-]free)|(?:mix|switch|change|swap|spice|jazz) (?:it|things) up|get ahead|why (?:it|this) works|(?:love|use up) (?:your|the) leftovers|waste not|equipment|nutrition tip|faqs?|top tips?|keeps|keeping|leftovers|good to know|worth knowing|things to know))\W*$"
    # "Expert tips", "Notes and swaps", "To reheat", "Toppings we like".
    r"|^\W*(?!see\b)(?:[a-z'’&-]+\s+){0,3}(?:tips|notes|hints|tricks|variations|substitutions|swaps|faqs?|pairings|ideas)(?:\s+(?:and|&|\+|for)\s+[a-z' ]{3,25})?\W*$"
    r"|^\W*(?:to (?:reheat|store|freeze|keep|make ahead|prepare ahead|batch cook)|reheating|storing|freezing|how to (?:store|freeze|reheat|keep|serve)(?: it| this| them| leftovers)?|make(?:[\s-]it)?[\s-]ahead|ahead of time|how long (?:does it|will it|do they) keep\??)\W*$"
    r"|^\W*(?:toppings?|sides?|extras|drinks?|things|what) (?:we|i|you can|you could) (?:like|love|serve|add|also)\b[^\d.]{0,30}$",
    re.IGNORECASE,
)
NUTRITION = re.compile(r"^\W*(?:nutrition(?:al)?(?: facts| information| info)?|macro(?:nutrient)?s|nutrients|(?:per|each) (?:serving|portion|bowl|plate|person|head|slice|piece|helping)(?: (?:has|contains|provides|gives))?|(?:one|a) (?:serving|portion|bowl|plate|person|head|slice|piece|helping)(?: (?:has|contains|provides|gives)|(?=\s*[:=(]|\W*$)))\b.{0,40}$",
                        re.IGNORECASE)  # fmt: skip
COMMENTS = re.compile(r"^\W*(?:\d+\s+)?(?:thoughts? on|comments?|reviews?|reader (?:comments|reviews)|ratings?|replies|responses|"
                       r"leave a (?:reply|comment)|related(?: recipes| posts)?|you (?:may|might) also (?:like|enjoy)|more recipes|(?:(?:love|like|enjoy|fancy)d?\s+(?:this|it)(?:\s+(?:one|recipe|dish))?\?\W*)?(?:why not\s+)?try\s+(?:these|this|one of these)\s+(?:next|too|instead))\b(?:.{0,30}|\s*[“\"].{0,80})$",
                       re.IGNORECASE)  # fmt: skip
# The head of a letter that was sent; what it is about may name the dish.
MAIL_HEAD = re.compile(
    r"^\W*(?:from|to|cc|bcc|date|sent|reply-to|posted(?: by| on)?|post subject|subject|re|fwd?|betreff|von|an|datum)\s*:\s*\S",
    re.IGNORECASE,
)
# Behind the method of a page only the names of places to send it to follow.
SHARED = re.compile(
    r"^\W*(?:share (?:this|it|with)\b.{0,30}|share|follow (?:us|me|along)\b.{0,30}|find us on\b.{0,30})\W*$",
    re.IGNORECASE,
)
GREETING = re.compile(r"^@\w+\s|^\W*(?:hi|hiya|heya|hello|hey|dear|yo|omg|(?:guys|ladies)(?=\W*$|\s*[,!]|\s+(?:here|this|i|so|as)\b)|(?:ok(?:ay)?|right|well|alright)\b.{0,20}\bhere(?:'s|’s| is| goes| (?:it is|you go)(?=\W*$))|(?:good\s+)?(?:morning|evening|afternoon)(?=\W*$|\s*[,!]|\s+(?:all|everyone|everybody|folks|ladies|guys|team)\b)|so\b.*\bhere|here(?:'s| is) (?:the|that|my)|"
                       r"as promised|fwd?:|re:|subject:|from:|sent:|to:|on \d)\b", re.IGNORECASE)  # fmt: skip
SIGN_OFF = re.compile(r"^\W*(?:(?:from|by)(?=\s*:\s*\S)|(?:many )?thanks(?=\W*$|,\s*[A-Z]\w*\W*$)|love|cheers|greetings|best wishes|warm(?:est)? regards|all the best|(?:your|my) (?:loving|ever|own)\b|lots of love|next (?:week|time|month)\b|see you|sent from|best|regards|xx?|enjoy|seen \d|on \d{1,2} \w+.*wrote|forwarded|kind regards|"
                       r"bon app|happy cooking|reply|yours)\b", re.IGNORECASE)  # fmt: skip


def in_one_tongue(text: str) -> str:
    """Return the half of a heading in two languages that is known: "Zubereitung / Method"."""
    halves = [half.strip() for half in text.split("/")]
    if len(halves) != len(("theirs", "ours")) or not all(halves) or any(map(str.isdigit, text)):
        return text
    known = (half for half in reversed(halves) if INGREDIENTS.match(half) or METHOD.match(half))
    return next(known, text)
