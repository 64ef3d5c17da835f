"""What names a dish, and what is only said above or below its name on a page."""

from __future__ import annotations

import re

from snabo_core.method.products import NOUNS

LEAST_LETTERS = 4
# Words that name savory dishes, in the kitchens that write in English; common practice, no source.
_DISHES = """
adobo alfredo amatriciana arrabbiata bake bhaji bhajis bhuna bibimbap biryani bisque blanquette
blini bolognese borek borscht bouillon boulangère bourguignon bread broth burek burger burgers
burrito burritos börek cacciatore cake cakes calzone cannelloni caponata carbonara casserole
cassoulet ceviche champ chilaquiles chili chilli chops chowder clafoutis cobbler colcannon
coleslaw congee consommé couscous crepes croquette croquettes croûte crumble crêpes curry daal
dahl dal dauphinoise dhal drumsticks dumpling dumplings empanada enchiladas escabeche escalope
fajitas flan flatbread flatbreads focaccia fondue fricassee fries frittata fritter fritters
galette galettes gnocchi goreng goujons goulasch goulash gratin gratinée gravy grits gulasch
gumbo gyoza ham hash hole hotdish hotpot hummus jackets jalfrezi jambalaya jollof katsu kebab
kebabs kedgeree keema khichdi kimchi knödel kofta koftas korma kugel laksa lasagna lasagne latke
latkes linguine loaf mac macaroni masala mash meatball meatballs meatloaf migas minestrone
moussaka naan nachos noodles omelette orzo paella pakora pakoras pancake pancakes paneer panini
parcel parcels parmigiana pasta pasties pastitsio pasty pate patties patty penne pho piccata pie
pierogi pilaf pilaff pilau pitta polenta pot potage potpie pottage primavera pudding puddings
pulao puttanesca pâté quesadilla quesadillas quiche raclette ragout ragu ragù ramen rarebit
ratatouille ravioli rendang ribs rillettes risotto rissole rissoles roasties rolls rosti
roulade rösti saag salad saltimbocca samosa sandwich sandwiches satay sauce schnitzel scramble
shakshuka shanks skewer skewers slaw sliders soba souffle soufflé soup spaetzle spaghetti
spanakopita spätzle squeak steak steaks stew stirfry stovies stroganoff strudel stuffing
succotash sushi tabbouleh taco tacos tagine tagliatelle tamales tart tartiflette tartlet tempura
teriyaki terrine tetrazzini thighs timbale toad toastie toasties tortellini tortilla tostadas
traybake turnover udon vindaloo waffles wedges wellington wonton wontons wrap wraps
"""
DISHES = NOUNS | frozenset(_DISHES.split())
# Of what cooks and pages speak above a name: of the book, the day, the trial, never of the food.
_SPOKEN_OF = re.compile(
    r"\b(?:recipes?|receipts?|\w*notebook|(?:cook)?books?|box|folder|file|scrapbook|kitchen|diary|contents|dishes|plates|eats|cooking|cookery|"
    r"dinners?|suppers?|lunch(?:es)?|meals?|mains?|starters?|sides?|favou?rites?|tested|tried|made|cooked|loved|liked|pinned|saved|"
    r"copied|printed|scanned|typed|shared|promised|asked|requested|here|finally|again|twice|today|tonight|weeknights?|weekends?|"
    r"midweek|(?:mon|tues|wednes|thurs|fri|satur|sun)days?|nights?|days?|weeks?|months?|season|winter|summer|autumn|spring|"
    r"january|february|march|april|may|june|july|august|september|october|november|december|club|class|menu|cards?|pages?|posts?|"
    r"blog|newsletter|readers?|winner|best|easy|quick|simple|cheap|healthy|budget|comfort|family|community|new|old|"
    r"ok|okay|so|right|well|hi|hello|hey|this|it|that|these|those|my|our|your|we|i|you)\b",
    re.IGNORECASE,
)
# "Author: Nora Field", "Tools: big pot".
_SAID_OF_IT = re.compile(
    r"^\W*(?:authors?|source|credit|photo\w*|key ?words?|tags?|tools?|equipment|pans?|ratings?|reviews?|diets?|dietary|allergens?|storage|"
    r"season|wine|drink|cost|price|calories|energy|published|updated|modified|status|tested|see also|filed under|posted in|region|effort|skill|spice(?: level)?|heat|budget|last (?:cooked|made)|occasion|language|freez\w*|suitable for)\s*:\s*\S",
    re.IGNORECASE,
)
_LONGER = re.compile(r"(?<![-'’\w])(?!(?:with|from|over|under|into|style)\b)[^\W\d_]{4,}")
# "Tuesday supper" is a dish's name where no other stands below it.
_MEAL = re.compile(
    r"\W*[^\W\d_]+\s+(?:[^\W\d_]+\s+)?(?:supper|dinner|tea|lunch|brunch|night|feast)\W*",
    re.IGNORECASE,
)


def says_dish(word: str) -> bool:
    """Tell a word that names a dish or what is made: "pie", "stews"."""
    bare = word.strip(" ,.:;()&!?*_[]\"'“”").lower()
    return bare in DISHES or bare.removesuffix("s") in DISHES


def speaks_of_page(text: str) -> bool:
    """Tell words about the page, the day or the trial: "Tested twice", "Weeknight dinners"."""
    return _SPOKEN_OF.search(text) is not None


def is_in_title_case(text: str) -> bool:
    """Tell words of which every longer one has a capital: "Leek and Barley Bake"."""
    words = _LONGER.findall(text)
    return bool(words) and all(word[0].isupper() for word in words)


def names_meal(text: str) -> bool:
    """Tell a name that says which meal a dish is and no more: "Tuesday supper"."""
    return _MEAL.fullmatch(text) is not None


def says_of_it(text: str) -> bool:
    """Tell what a page says of a dish behind a label: "Author: Nora Field", "Tools: big pot"."""
    return _SAID_OF_IT.match(text) is not None
