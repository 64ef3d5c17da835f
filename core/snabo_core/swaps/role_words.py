"""The words and the amounts by which the role of a starchy food is told."""

from __future__ import annotations

import re

# In a part with this much liquid, this much flour or starch thickens rather than makes dough.
LEAST_LIQUID_GRAMS, MOST_FLOUR_SHARE, MOST_ROUX_GRAMS = 100.0, 0.2, 90.0
# So many eat what these amounts are for.
FAMILY = 6.0
SOME_LIQUID = 200.0
# Grams of meal that thicken a family's pot at most: a spoonful or two of masa.
MOST_MEAL = 30.0
LIQUID_CLASSES = {"dairy", "plant_milk", "stock", "drink", "vegetable"}
LONG_PASTA = re.compile(
    r"\b(spaghetti|linguin|tagliatelle|fettuccin|noodle|vermicelli|pappardelle|bucatini|angel hair|"
    r"capellini|udon|soba|ramen)", re.IGNORECASE,
)  # fmt: skip
SHORT_PASTA = re.compile(r"\b(penne|macaroni|fusilli|rigatoni|farfalle|conchiglie|orecchiette|ziti|"
                         r"shells|elbow|bows|spirals|twists|short)", re.IGNORECASE)  # fmt: skip
_SHAPED = (
    r"(?:dumpling|gnocchi|(?:shape|roll)\w* (?:\w+ ){0,2}(?:balls|dumplings)|drop spoonfuls|"
    r"pierogi|varenyky)\w*"
)
# What a step does with the food, and the role that follows.
# "Add potatoes and water, cover, cook" speaks of the pot's own lid.
_COVERED = (
    r"cover(?!(?:ed)?\s*(?:[,.;]|$|(?:and|tightly|loosely|until|for|again|it|partly|partially)\b|"
    r"(?:the |your )(?:pan|pot|dish|casserole|tin)\b|(?:with )?(?:an? |the |its )?(?:tight\w* )?"
    r"(?:lid|foil|paper|plate|cloth|tray|cold water|water|stock|boiling|hot)\b))"
)
DONE: tuple[tuple[str, str], ...] = (
    ("shell", r"(?:grate|shred|coarsely grat)\w*"),
    ("mash", r"(?:mash|rice[sd]? (?:them|it)|crush|puree|purée|cream)\w*"),
    ("sheet", r"(?:layer|stack)\w*"),
    ("sliced_bake", r"(?:overlap|layer|slice|arrange|fan)\w*"),
    ("dumpling", _SHAPED),
    ("lid", rf"(?:drape|{_COVERED}|lay(?!er)|top|crimp|seal|egg wash|over the (?:top|filling))\w*"),
    ("crust", r"(?:line (?:a|the|your)|bake blind|prick|base|press into the tin|rub)\w*"),
    ("stuffing", r"(?:stuff|dressing)\w*"),
    ("binder", r"(?:mix (?:well )?with your hands|shape into|patties|loaf)\w*"),
    ("batter", r"(?:batter|pancake|fritter)\w*"),
    ("crumb", r"(?:scatter|sprinkle|dip|coat|dredge|bread(?:ed|ing)\b|roll in)\w*"),
)
# Oats that are the dish: "cook the oats in stock".
PORRIDGE = re.compile(
    r"\b(?:cook|simmer|boil|stir)\w*\s(?:the |your )?oats\b[^.;]{0,30}\b"
    r"(?:in|with|into) (?:the )?(?:hot )?(?:stock|water|milk|broth)\b"
)
# What is filled into a bird, a fish or a vegetable.
STUFFED = re.compile(r"\bstuffing\b|\bstuffed\b|\bstuff (?:the|it|them|both|each|loosely|with)\b")
# Flour and something to drink, and what is dipped in both.
WHISKED = re.compile(
    r"\b(?:whisk|beat|mix|stir)\b[^.;]{0,30}\bflour\b[^.;]{0,40}\b(?:beer|ale|lager|water|soda|milk|cider)\b"
    r"[^.]{0,80}[.;]?[^.;]{0,40}\b(?:dip|coat|dunk)|\bdip\b[^.;]{0,40}\bbatter\b"
)
MOST_FRIED = 300.0
FRIED = re.compile(
    r"\b(?:deep|shallow)[\s-]?fr(?:y|ied)\b|\bfry in (?:the )?(?:hot )?(?:deep )?(?:oil|fat)\b"
)
DIPPED = re.compile(r"\b(?:dip|soak|dunk)\w*\b[^.;]{0,30}\b(?:bread|slices|toast)\b")
# "Blitz the chickpeas with the flour, shape".
SHAPED_WITH = re.compile(
    r"\b(?:blitz|mix|mash|blend|combine|stir|process|pulse)\w*\b[^.;]{0,50}\bflour\b[^.;]{0,20}[,.;]?\s*"
    r"(?:and\s+|then\s+)?(?:shape|form|roll into|make into)\b"
    # "Add bacon, eggs, flour and herbs and knead."
    r"|\bflour\b[^.;]{0,30}\band knead\b"
)
# A little flour in what is shaped holds it together.
SHAPES, MOST_BINDING = re.compile(r"\bshape\b|\bpatties\b"), 60.0
WRAPPED = re.compile(
    r"\b(?:wraps|burritos?|wrap up)\b"
    r"|\b(?:wrap|roll)\w*\b[^.;]{0,40}\bin (?:the |a |warm(?:ed)? )*"
    r"(?:flatbread|naan|pitta|pita|chapati|tortilla)s?\b"
)
# "A bread lid": which starch a part of the dish is of.
FOOD_S_PART = re.compile(r"\b(?P<food>[a-z]+)[\s-](?:lid|top|topping|crust|crumb|topped)\b")
MEATS = {"meat", "fish", "soy", "pulse"}
# From so many grams on nuts are what a roast is made of.
NUT_ROAST = 80.0
# "Whisk eggs, flour and milk together": a quiche without a crust is bound by its flour.
SET_EGGS = re.compile(
    r"\b(?:whisk|beat|blend|blitz)\b[^.;]{0,30}\beggs?\b[^.;]{0,40}\bflour\b[^.;]{0,30}[.;](?:.{0,200}?[\s.;])?bake\b"
)
# "Line 6 tins with shortcrust, fill, top with puff pastry": which of two pastries lies where.
TWO_PASTRIES = 2
CLAUSES = re.compile(r"[.;,]\s+|\s(?:and|then)\s")
LINED = re.compile(r"\b(?:line[ds]?|lining|base)\b")
TOPPED = re.compile(r"\b(?:top(?:ped|s)?|topping|cover(?:ed)?|lids?|drape[ds]?|cap)\b")
# What a lid or a crust is rolled of.
PASTRY = {"pastry", "base_pastry", "flour"}
# From so many grams on, flour beside the meal of a bread is part of its dough.
LEAST_DOUGH = 30.0
MINCED = re.compile(
    r"\b(?:mince|minced|ground|sausage ?meat|lentils?|beans?|tuna|salmon)\b", re.IGNORECASE
)
# Mince that is no pulse.
OF_MEAT = re.compile(r"\b(?:mince|minced|ground|sausage ?meat|tuna|salmon)\b", re.IGNORECASE)
# What egg and flour hold together.
SHAPED = re.compile(
    r"\b(?:loaf|muffin|patt(?:y|ies)|fritters?|burgers?|kofta|r[oö]sti|latkes?|flat cakes)\b"
)
BOUND = re.compile(
    r"loaf\b|\bnut roast|patt(?:y|ies)|meatball|burger|kofta|rissole|fish ?cake|nugget|shape|"
    r"(?:combine|mix)(?: \w+){0,2} with your hands|stuffed"
)
# What is done with flour, egg and crumbs, and how much flour that takes at most.
COATED = re.compile(
    r"\b(?:coat|crumb|bread|pan[eé]|dredge|dip|roll in|turn in)(?:ed|s|ing)?\b|\bflour, egg\b"
)
MOST_COATING = 100.0
# The same in one breath: "in flour, egg and crumbs".
FLOURED = re.compile(r"\bflour\b\W+(?:then\s+|and\s+)?(?:the\s+|beaten\s+|in\s+)*eggs?\b")
# Where the crumbs go: around what is fried, or into the mince.
CRUMBED = re.compile(
    r"\b(?:coat|crumb|bread|dip|dredge|roll|turn|press)(?:ed|s|ing)?\b[^.;]{0,60}\b(?:in|into|with|then)\b[^.;]{0,40}\b(?:crumbs|breadcrumbs|panko)\b"
)
# Oats that something is turned in: "dip the fish in egg and oatmeal".
OATED = re.compile(
    r"\b(?:coat|dip|dredge|roll|turn|press)(?:ed|s|ing)?\b[^.;]{0,60}"
    r"\b(?:in|into|with|on)\b[^.;]{0,30}\b(?:oats|oatmeal|oat flakes)\b"
)
_MEAT = r"\b(?:mince|meat|sausage ?meat|beef|pork|lamb|turkey|lentils|beans)\b"
_BREAD = r"\b(?:crumbs|breadcrumbs|panko|bread)\b"
_NEAR = r"[^.;]{0,60}"
INTO_MINCE = re.compile(
    rf"\b(?:mix|combine|work|knead|stir)\w*\b{_NEAR}(?:{_MEAT}{_NEAR}{_BREAD}|{_BREAD}{_NEAR}{_MEAT})"
)
MIXED_WITH_MEAT = re.compile(
    rf"\b(?:mix|combine|work|knead|stir|mash|blitz)\w*\b{_NEAR}{_MEAT}|"
    rf"{_MEAT}{_NEAR}\b(?:mixed|combined|worked|kneaded)\b"
)
# Cakes of something grated or mashed that egg and flour hold together.
CAKES = re.compile(
    r"\b(?:egg|eggs)\b[^.;]{0,30}\bflour\b[^.;]{0,60}(?:[.;][^.;]{0,40})?\b(?:cakes|patties|fritters|spoonfuls|pancakes|rounds|r[oö]sti)\b"
)
# "Drain and shake with the semolina": a spoon of meal is a crust of what is roasted.
MEALED = re.compile(
    r"\b(?:dust|toss|coat|dredge|roll|shake|turn|sprinkle|scatter)\w*\b[^.;]{0,40}\b(?:semolina|cornmeal|polenta)\b"
)
KNEADED = re.compile(r"\bknead")
DICED = re.compile(r"\b(?:diced|cubed|cubes|chunks|chunky|dice)\b")
SAUCES = re.compile(r"\b(?:sauce|gravy)\b")
# "Beat flour, eggs and milk": the batter of fritters.
BEATEN = re.compile(
    r"\b(?:beat|whisk|mix|stir|blend)\b[^.;]{0,40}\bflour\b[^.;]{0,40}\b(?:milk|water|beer|buttermilk)\b"
)
FRITTERS = re.compile(r"\b(?:fritters?|pancakes?|pakoras?|bhajis?)\b")
# Cakes that are floured before they are fried, where nothing is there to thicken.
DUSTED = re.compile(
    r"\b(?:dust|coat|dredge|toss|roll|turn|dip)\w*\b(?:(?!work|surface|board|counter|table|\btin\b|\bpan\b|hands)[^.;]){0,40}"
    r"\b(?:in|with)\s+(?:the\s+|a little\s+|seasoned\s+)*flour\b"
    # "Flour the trout".
    r"|(?:^|[.;]\s*|,\s*)flour (?:the|your|both|each|all) "
    r"(?!work|surface|board|counter|tin|pan|hands)"
    # "Mix the flour and paprika, toss the batons in it".
    r"|\b(?:mix|combine|season|put|stir)\b[^.;]{0,40}\bflour\b[^.;]{0,40}[.,;]\s*"
    r"(?:and\s+|then\s+)?(?:toss|coat|dredge|roll|turn|dip|dust)\w*\b[^.;]{0,40}"
    r"\b(?:in|with)\s+(?:it|this|that|the (?:mix\w*|flour))\b"
)
# The same with starch; what is tossed in starch and soy carries it into the sauce.
STARCHED = re.compile(
    r"\b(?:dust|coat|dredge|roll|dip)\w*\b[^.;]{0,40}\b(?:in|with)\s+"
    r"(?:the\s+|a little\s+|seasoned\s+)*"
    r"(?:cornflour|(?:rice|potato) flour|(?:corn|potato|tapioca)?\s?starch)\b"
)
# Flour that is stirred into melted fat before something wet.
ROUX = re.compile(
    r"\b(?:butter|fat|dripping|oil|pan)\b[^.;]{0,30}[,.;]?\s*(?:then\s+|and\s+)?"
    r"(?:stir|whisk|beat|mix|sprinkle)\w*\s+(?:in\s+)?(?:the\s+)?flour\b[^.;]{0,30}[,.;]?\s*"
    r"(?:then\s+|and\s+)?(?:add|pour|whisk|stir|gradually|bit by bit|"
    r"(?:the )?(?:milk|ale|beer|stock|cider|wine|cream|water)\b)"
)
# A sauce of milk takes so much flour at most, however many eat of it; a batter takes far more.
WHITE_SAUCE = re.compile(
    r"\b(?:b[eé]chamel|besciamella|velout[eé]|roux|mornay|(?:white|cheese) sauce)\b", re.IGNORECASE
)
WHITE_SAUCE_SHARE = 0.15
# Flour browned in fat at the end thickens, though nobody measured the water.
BROWNED_FLOUR = re.compile(r"\b(?:brown|toast|fry)(?:ed|s|ing)?\s+(?:the\s+|in\s+)?flour\b")
PANCAKES = re.compile(
    r"\b(?:pancakes?|cr[eê]pes?|waffles?|blinis?|drop scones|batter)\b", re.IGNORECASE
)
# What is kept for another dish: "scoop out the middle (save it for mash)".
KEPT_FOR = re.compile(r"\((?:save|keep|freeze)\b[^()]{0,60}\)")
# What is done with a potato that is baked whole.
FILLED = re.compile(r"\b(?:fill|split|scoop|pile|stuff|load)\w*")
JACKET = re.compile(
    r"\b(?:jackets?\b|(?:baked|jacket|stuffed|loaded) (?:sweet )?potato(?:es)?"
    r"(?! (?:gratin|slices|wedges|soup|cakes|chips|salad)))"
)
# Eggs that potatoes in slices set in, whatever it is called.
OMELETTE = re.compile(r"\b(?:omelet(?:te)?|frittata|tortilla (?:de|espa)|spanish tortilla)")
# Leaves that torn bread is tossed with: their dressing is no stuffing.
SALAD = re.compile(r"\b(?:crouton|salad|leaves|lettuce|toss)")
# What something is dipped in, or that is a batter by its name.
BATTERED = re.compile(r"\b(?:batter|tempura|pakora|bhaji)")
# What fat and flour are shaped to, and from how many grams on.
SHAPED_DUMPLINGS = re.compile(r"\b(?:form|shape|roll|make)\w*\b[^.;]{0,30}\b(?:dumplings?|balls)\b")
DUMPLINGS, LEAST_DUMPLINGS = re.compile(r"\bdumplings?\b"), 60.0
# "Form balls and drop in boiling water".
BOILED_BALLS = re.compile(
    r"\b(?:drop|lower|slip|put|place|cook|boil|simmer)\w*\b[^.;]{0,40}"
    r"\b(?:boiling|simmering|salted) (?:\w+ )?(?:water|broth|stock)\b"
)
# Raw and boiled potatoes alone make these.
POTATO_DUMPLINGS = re.compile(r"\bpotato (?:dumplings?|gnocchi)\b")
# A dough in pieces that are done when they come up.
FLOATING = re.compile(
    r"\b(?:till|until|when|once)\b[^.;]{0,25}\b(?:float|swim|surface|bob|come up|rise to)"
)
# "Crumb the bread over": what is cut as slices and lies above as crumbs.
CRUMBLED_BREAD = re.compile(
    r"\b(?:crumb|crumble|blitz|whizz|grate)\s+(?:up\s+)?(?:the\s+|your\s+)?(?:stale\s+)?bread\b|"
    r"\bcrumbs\b[^.;]{0,40}\b(?:on|over) (?:the )?top\b|\bscatter\b[^.;]{0,30}\bcrumbs\b|"
    r"\b(?:fry|toast) (?:the )?crumbs\b|"
    r"\btop(?:ped)? (?:it )?(?:with|w/?)\s[^.;]{0,40}\bcrumbs\b"
)
SUETS = {"suet", "vegetable_suet"}
# A part called so by what it is made of, and what may become of it by the title.
DOUGH = re.compile(r"(?:the\s+)?doughs?", re.IGNORECASE)
OF_A_DOUGH = {"dumpling", "skillet_base", "quick_bread"}
# Bread that eggs and milk set in a dish.
STRATA = re.compile(r"\bstrata\b|\bbread\b.*\b(?:pudding|bake)\b|\bpanade\b")
# Bread that falls apart in a soup of so much liquid.
STIRRED_IN = re.compile(
    r"\b(?:stir in|add|tip in|layer with) (?:the )?(?:stale |torn |old )*bread\b"
)
SOUP_GRAMS = 400.0
# Words for what flour and starch do in a sauce.
THICKENED = re.compile(r"\bthicken(?:ed|s)?\b(?!\s+(?:with|by)\b)")
THICKENS = re.compile(r"\b(?:thicken|slake|sauce|gravy|glossy|roux)\w*")
# Bread that goes into mince, soaked or squeezed out.
SOAKED = re.compile(r"\bsoak\w*|\bsqueez\w*|\bwet\w*|\bin (?:the )?milk\b", re.IGNORECASE)
LOAVES = re.compile(r"\b(?:bread|rolls|buns)\b")
# What makes a dough of meal and flour rise.
RAISING = {"baking_powder", "bicarbonate", "self_raising_flour"}
# Vegetables by what is done with them, though their starch counts in full.
KERNELS = {"sweetcorn", "creamed_corn", "corn_cob"}
SMALL_ROLES = {"thickener", "binder", "crumb"}
MASHED = re.compile(
    r"\b(?:mash|rice[sd]?\b|ricer|grat|gnocchi|press (?:through|the potato|them\b|and\b|while)|"
    r"hot and press|sieve|puree|purée|pass (?:\w+ ){0,2}through|grinder|mincer|food mill)\w*"
)
SOUP = re.compile(r"\b(?:soup|velout[eé]|bisque|vichyssoise|chowder)\b")
BLENDED = re.compile(r"\b(?:blend|blitz|whizz|whiz|liquidi[sz]e|pur[eé]e)\w*\b")
# Mashed in other words: "crush them with the butter and the milk".
CRUSHED = re.compile(
    r"\b(?:crush|pur[eé]e|pound)\w*\b[^.;]{0,40}\bwith (?:the )?(?:hot |warm )?"
    r"(?:butter|milk|cream)\b|"
    r"\bpotato(?:es)?\b[^.;]{0,40}\b(?:to|into) (?:a |the )?pur[eé]e\b"
)
CRUMBLE = re.compile(r"\b(?:crumble|streusel)\b")
SLICED = re.compile(r"\b(?:slice|thinly|grated|shredded|rounds|wedges|chips)", re.IGNORECASE)
DUSTING = re.compile(
    r"^(?!.*(?:\b(?:plus|and)|\+) (?:extra|more))"
    r".*\b(?:for (?:dusting|rolling|dredging|the work)|to dust)\b",
    re.IGNORECASE,
)
BELOW = re.compile(
    r"\btop\w*\s+(?:the\s+|each\s+|your\s+)?(?:slices?\s+of\s+)?(?:bread|toast)\b"
    r"|\bon (?:the )?(?:toast|bread)\b"
)
# From this share of its part on, a grain is what a loaf is made of and no binder.
BULK = 0.25
# Letters up to which a word of the book does not begin longer ones.
SHORT_WORD = 4
# A slot is worth naming from so many grams of starchy food on.
LEAST_GRAMS = 2.0
