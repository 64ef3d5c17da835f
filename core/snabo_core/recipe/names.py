"""What names a dish, and what is only said above or below its name on a page."""

from __future__ import annotations

import re

from snabo_core.method.products import NOUNS

LEAST_LETTERS = 4
# Words that name savory dishes, in the kitchens that write in English; common practice, no source.
_DISHES = """
adobo agnolotti ajoblanco alfredo aligot amatriciana arancini arepas arrabbiata arrabiata açorda
bacalhau bake bangers bao baozi barszcz bastilla bhaji bhajis bhuna bibimbap bigos birria
biryani bisque bites blanquette blini bobotie bolognaise bolognese borek borsch borscht bossam
bouchée bouillon boulangère bourguignon bourguignonne boxty brandade bread broth bulgogi burek
burger burgers burrito burritos börek cacciatore cake cakes calzone cannelloni caponata
cappelletti carbonara carnitas casserole cassoulet cataplana cawl cevapi ceviche chaat chakalaka
chalupas champ chawanmushi chilaquiles chili chilli chole chops choucroute chow chowder ciorba
ciorbă clafoutis clapshot cobbler colcannon coleslaw congee consommé couscous crepes crespelle
croquetas croquette croquettes croûte crumble crumpets crêpes curry daal dahl dal daube
dauphinoise dhal dolma dolmades dolmasi donburi dosa drumsticks dumpling dumplings egusi eintopf
empanada empanadillas enchiladas escabeche escalope etouffee fabada faggots fajitas farinata
fasolada fattoush feijoada fesenjan fideua fideuà fishcake fishcakes fiskebolle flammekueche
flammkuchen flan flatbread flatbreads flautas focaccia fondue francesinha fricassee fries
frikadellen frikadeller frittata fritter fritters fufu galette galettes garbure gazpacho gemista
gemistes gibanica gnocchi gnudi golabki golubtsy gorditas goreng goujons goulasch goulash
gołąbki gratin gratinée gravy grits gulasch guláš gumbo gyoza gyros hachis haleem halupki
haluski halušky halászlé ham harira hash haslet hoagie hole hotdish hotpot hummus hushpuppies
idli imambayildi injera jackets jalfrezi jambalaya japchae jiaozi jjigae jollof kaalilaatikko
karaage karahi karjalanpiirakka karniyarik katsu katsudon kačamak kebab kebabs kedgeree keema
keftedes kenkey khichdi kibbeh kiev kievs kimbap kimchi kleftiko klöße knödel kofta koftas kofte
kopytka korma kotlet kotleti krupnik kugel kulajda käsespätzle köfte köttbullar laatikko
labskaus lahmacun laksa langos lapskaus larb lasagna lasagne latke latkes lecso lecsó linguine
loaf lobscouse lumpia lángos mac macaroni malfatti mamaliga mandu mansaf manti mapo maqluba
masala mash massaman maultaschen meatball meatballs meatloaf mein melts menemen migas minestrone
moqueca moussaka mujaddara mămăligă naan nachos navarin neeps nihari nikujaga nokedli noodles
okonomiyaki okroshka omelette onigiri orecchiette orzo oyakodon paella pajeon pakora pakoras
panackelty panang pancake pancakes pancit paneer panini panisse panzanella paprikash paratha
parathas parcel parcels parm parmentier parmigiana pasta pasties pastitsio pasty pate patties
patty pelmeni penne pho piccata pide pie pierogi pilaf pilaff pilau pilav piperade pipérade
pissaladiere pitta plukkfiskur pockets poha polenta posole pot potage potee potjie potpie
pottage poutine pozole primavera pudding puddings pulao pupusas puttanesca pyttipanna pâté
quesadilla quesadillas quiche raclette ragout ragu ragù rajma ramen rancheros rarebit rasam
ratatouille ravioli rendang ribollita ribs rillettes risotto rissole rissoles rissoto roasties
rolls rosti roti rotis roulade rouladen rumbledethumps rösti saag salad salmorejo saltado
saltimbocca sambar samosa sandwich sandwiches sarma sarmale satay sauce sauerbraten schnitzel
scouse scramble seekh sformato shabu shakshuka shanks shawarma shumai sinigang sisig skewer
skewers skink skirlie slaw sliders slumgullion smörgåstårta soba socca solyanka sopes sosaties
souffle soufflé soup souvlaki spaetzle spaghetti spanakopita spanakorizo spätzle squeak steak
steaks stew stifado stirfries stirfry stovies strata stroganoff stroganov strozzapreti strudel
stuffing succotash sukiyaki sushi suya svíčková tabbouleh taco tacos tagine tagliatelle tahdig
takoyaki tamale tamales tandoori taquitos tart tartiflette tartlet tempura teriyaki terrine
tetrazzini thermidor thighs tikka timbale tinga toad toastie toasties tochitura tonkatsu tortas
tortellini tortilla tostadas traybake truffade tteokbokki turnover udon upma uttapam vada
vareniki varenyky vetkoek vindaloo waakye waffles wedges wellington wonton wontons wrap wraps
yakisoba yakitori zrazy zurek étouffée ćevapi żurek
"""
DISHES = NOUNS | frozenset(_DISHES.split())
# Of what cooks and pages speak above a name: of the book, the day, the trial, never of the food.
_SPOKEN_OF = re.compile(
    r"\b(?:recipes?|receipts?|\w*notebook|(?:cook)?books?|box|folder|file|scrapbook|kitchen|diary|contents|dishes|plates|eats|cooking|cookery|"
    r"dinners?|suppers?|lunch(?:es)?|meals?|mains?|starters?|sides?|favou?rites?|tested|tried|made|cooked|loved|liked|pinned|saved|"
    r"copied|copying|posting|printed|scanned|typed|shared|sharing|promised|asked|requested|(?:popular|special) (?:demand|request)|here|finally|again|twice|today|tonight|weeknights?|weekends?|"
    r"midweek|(?:mon|tues|wednes|thurs|fri|satur|sun)days?|nights?|days?|weeks?|months?|season|winter|summer|autumn|spring|"
    r"january|february|march|april|may|june|july|august|september|october|november|december|club|class|menu|cards?|pages?|posts?|"
    r"blog|newsletter|readers?|winner|best|easy|quick|simple|cheap|healthy|budget|comfort|family|community|new|old|"
    r"ok|okay|so|right|well|hi|hello|hey|this|it|that|these|those|my|our|your|we|i|you)\b",
    re.IGNORECASE,
)
# "Author: Nora Field", "Tools: big pot".
_SAID_OF_IT = re.compile(
    r"^\W*(?:brought by|made by|cooked by|(?:(?!kids\b|let|we\b|how|to\b)\w+ )?cook|authors?|source|src|cat|ref|credit|photo\w*|key ?words?|tags?|tools?|equipment|pans?|ratings?|reviews?|diets?|dietary|allergens?|storage|"
    r"season|wine|drink|cost|price|calories|energy|published|updated|modified|status|tested|see also|filed under|posted in|region|effort|skill|spice(?: level)?|heat|budget|last (?:cooked|made)|occasion|language|freez\w*|suitable for)\s*:\s*\S",
    re.IGNORECASE,
)
_LONGER = re.compile(r"(?<![-'’\w])(?!(?:with|from|over|under|into|style)\b)[^\W\d_]{4,}")
# "Tuesday supper" is a dish's name where no other stands below it.
_MEAL = re.compile(
    r"\W*[^\W\d_]+\s+(?:[^\W\d_]+\s+)?(?:supper|dinner|tea|lunch|brunch|night|feast)\W*",
    re.IGNORECASE,
)

# What describes a dish behind its name, and is nobody's name: "Winter Edition", "Extra Hot".
_DESCRIBES = re.compile(
    r"\b(?:styles?|way|edition|version|takes?|twist|special|size[ds]?|batch|bowl|night|time|ready|made|ahead|meal|prep|cookers?|"
    r"pressure|fryer|stove|stovetop|oven|grill(?:ed)?|baked|fried|roast(?:ed)?|smoked|slow|quick|fast|easy|simple|light|lighter|"
    r"hot|spicy|mild|extra|super|ultimate|perfect|creamy|crispy|cheesy|classic|traditional|authentic|modern|original|proper|real|"
    r"low|lower|high|less|more|no|not|without|with|and|or|free|carbs?|fat|sugar|salt|protein|vegan|vegetarian|veggie|meat|meatless|"
    r"gluten|dairy|grain|keto|family|kids?|party|picnic|lunchbox|camp\w*|pub|diner|caf[eé]|street|market|farm\w*|home|homemade|"
    r"house|country|county|village|city|coast|north\w*|south\w*|east\w*|west\w*|old|new|big|small|mini|giant|double|single|half|"
    r"one|two|three|pot|pan|pots|pans|tray|top|bottom|comfort|budget|cheap|leftovers?|rich|thick|thin|deep|dish|crust\w*|upside|"
    r"winter|summer|autumn|spring|sunday|monday|tuesday|wednesday|thursday|friday|saturday|weeknight|weekend|holiday|christmas|"
    r"easter|irish|english|scottish|british|polish|turkish|spanish|swedish|danish|finnish|jewish|italian|indian|hungarian|"
    r"russian|asian|bulgarian|romanian|ukrainian|persian|austrian|belgian|canadian|australian|american|mexican|cuban|korean|"
    r"moroccan|african|caribbean|mediterranean|chinese|japanese|vietnamese|portuguese|lebanese|punjabi|bengali|jamaican|greek|french|dutch|welsh|thai|swiss|german|cajun|creole|tex|mex)\b",
    re.IGNORECASE,
)


def describes(text: str) -> bool:
    """Tell words behind a dish's name that describe it from whose it is: "Slow Cooker"."""
    return _DESCRIBES.search(text) is not None


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
