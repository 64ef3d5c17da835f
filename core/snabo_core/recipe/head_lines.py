"""What stands above a list: the title, what is said of the dish, and what is neither."""

from __future__ import annotations

import re

from snabo_core.quantities.kinds import (
    begins_with_amount,
    first_word,
    heading_name,
    is_dated,
    is_step,
    kind_of_line,
    names_component,
)
from snabo_core.quantities.verbs import LINKS, STEP_VERBS
from snabo_core.recipe.around import GOES_ON, MOST_TITLE_WORDS, WHOSE, opens_list
from snabo_core.recipe.lines import (
    LEAST_SENTENCE,
    is_listed_food,
    measures,
    only_facts,
    tells_facts,
    tells_without_order,
)
from snabo_core.recipe.list_lines import ListLines
from snabo_core.recipe.names import (
    describes,
    is_in_title_case,
    says_dish,
    says_of_it,
    speaks_of_page,
)
from snabo_core.recipe.sections import FROM, GREETING, METHOD, OVEN
from snabo_core.recipe.servings import (
    makes_and_serves,
    only_servings,
    servings_in,
    servings_in_story,
)
from snabo_core.recipe.sorting import LEAST_LISTED, LEAST_TOLD
from snabo_core.recipe.times import only_times, times_in
from snabo_core.recipe.titles import (
    asked_for,
    facts_behind,
    handed_over,
    stands_above,
    title_of,
    told_in_letter,
)
from snabo_core.recipe.written import (
    STEP_NUMBER,
    Written,
    ends_with_amount,
    has_amount,
    only_amount,
)

_SAYS_WHAT_IS = re.compile(
    r"\W*(?:\w+\s+){1,3}(?:is|are|was|were|has|have|had|makes|made|tastes)\b"
)
# Words from which a line above whom a dish serves says more than a food's name, and how many such
# lines stand there.
LEAST_SAID, MOST_ABOVE_FACTS = 5, 3
# What is done before anything else may stand above a list.
_SET_GOING = re.compile(
    r"\d\s?°|\b\d{2,3}\s?[CF]\b|\bgas (?:mark )?\d|\b(?:pre-?heat|heat (?:the|your|an?) |heat oven|oven (?:on|to|at)|overnight|soak|defrost|thaw|drain|(?:put|turn|switch|set) (?:on )?(?:the|your) (?:oven|grill)|light the)\b",
    re.IGNORECASE,
)
_GOING = {
    "defrost",
    "thaw",
    "light",
    "preheat",
    "pre-heat",
    "pre",
    "switch",
    "soak",
    "drain",
    "turn",
}
_SPEAKS_OF_IT = re.compile(
    r"\W*an?\s+(?:\w+\s+){0,3}(?:way|dish|note|word|recipe|version|take|classic|favou?rite|supper|dinner|meal|lunch|treat|staple|treasure|keeper|winner|twist|riff|spin|nod)\b",
    re.IGNORECASE,
)
# So many foods among so many lines below a sentence tell that it stands above a list.
# Words behind a name that are more than what is said of it.
LEAST_LEFT = 14
LEAST_FOODS_BELOW, MOST_BELOW, MOST_LISTED = 2, 8, 60
# A remark of its own has so many words, a number aside.
LEAST_TELLING = 3
# "Cheese sauce" is a part of a dish, "Parsnip and chestnut crumble" a dish.
MOST_OF_A_PART = 2
# "from Plot 22", below the title.
_SENT_BY = re.compile(
    r"^\W*(?:from|by|via)\s+(?:(?:the|our)\s+)?[A-Z][^.:;]{1,40}$|"
    r"^\W*(?:[Aa]\.?[Kk]\.?[Aa]\.?|[Aa]lso known as)\s[^:;\d]{3,60}$|^\W*as (?:made|told|cooked|served|eaten|taught|done)\b[^:;\d]{3,60}$"
)
# "Dot P.", "H. Olsen"; "Power: 800 W".
_INITIAL = re.compile(
    r"^(?:[A-Z][a-z]+ [A-Z]|[A-Z]\.? [A-Z][a-z]+)\.?$|"
    r"^[A-Z][a-z]+(?: [A-Z][a-z]*\.?)?,\s+(?i:unit|flat|room|plot|table|circle|ward|class|apt)\b.{0,10}$"
)
_LABEL = re.compile(r"^[A-Z][a-z]+(?: [a-z]+)?:\s+\S")
_KIN = re.compile(
    r"\W*(?:love,?\s+)?(?:mum|mom|mam|mother|dad|father|gran|granny|nan|nana|grandma|grandpa|grandad|granddad|aunt(?:ie|y)?|sis|bro)\s*x*\W*",
    re.IGNORECASE,
)
# "Makes people happy" counts nobody.
_MAKES_NOBODY = re.compile(
    r"(?:(?:stuffs|fills|covers|coats|tops)\s+(?:an?|one|the)\s.{3,30}$|(?:makes|serves|feeds|fills)\s+(?:people|everyone|everybody|you|the|a|any|whoever|hungry|happy)\b"
    r"(?![^a-z]*\d)[^\d]*$)",
    re.IGNORECASE,
)
_ASKS_SOMEBODY = re.compile(
    r"(?:can|could|would|will|do|did|have|please|pls)\s+(?:you|u|anyone|somebody)\b", re.IGNORECASE
)
_OF_IT = re.compile(r"(?:it|they|this|these|that)\b", re.IGNORECASE)
_TALKS = re.compile(r"\b(?:i|we|me|us|you)\b", re.IGNORECASE)
# "Nobody had the amounts so I weighed it, here it is".
_HERE_IT_IS = re.compile(
    r"\bhere (?:it is|you (?:go|are)|it goes|goes)(?: nothing)?\W*$|^\W*(?:sorry|as promised|apologies)\b",
    re.IGNORECASE,
)
# "Someone asked for this after the walk so here goes".
_ASKED_FOR = re.compile(
    r"\W*(?:(?:so|ok|okay|right|well),?\s+)?(?:someone|somebody|(?:quite )?a few (?:people|of you)|(?:some|lots|loads|many|several) (?:people|of you)|people|everyone)"
    r"\s(?:(?:has|have|had|keeps?|kept)\s)?(?:been\s)?(?:ask(?:ed|ing)|want(?:ed|ing)|beg(?:ged|ging))\b",
    re.IGNORECASE,
)
_HANDED_OVER = re.compile(r"[a-z ]{20}\W+here (?:it is|you go|it goes)\W*$", re.IGNORECASE)
_TWO_SENTENCES = re.compile(r"[a-z]{3}[.!?]\s+[A-Z][^.!?]*[.!?]\W*$")
_ONLY_A_PART = re.compile(
    r"\W*(?:(?:the|for the)\s+)?(?:base|topping|filling|sauce|crust|dressing|marinade|dough|pastry|garnish|batter|coating)\W*",
    re.IGNORECASE,
)
# "Batter rests 2 hours", "Makes enough for 16 tacos".
_SAID_OF_IT = re.compile(
    r"\W*(?:(?:makes|yields|gives|is)\s+)?enough\s+(?:for|to)\b|"
    # "15 minutes, if the water is hot", "Can be made ahead to step 3", "Uses 1 tray".
    r"\W*(?:(?:about|just|under|only)\s+)?\d{1,3}\s?(?:min(?:ute)?s?|h(?:ou)?rs?)\b,?\s(?!noodles?|oats|rice|steaks?|polenta|grits).{0,50}$|\W*overnight\s(?:\w+\s){0,3}(?:optional|needed|required|ahead|first|chill(?:ing)?|rest(?:ing)?|soak(?:ing)?|marinating)\W*$|"
    r"\W*(?:portion|serving)(?:\s+size)?\s*[:=]?\s*(?:about\s+)?\d[^,]{0,40}$|"
    # "9 x 13 pan", "4 generations have fought over the wings".
    r"\W*\d{1,2}\s?[x×]\s?\d{1,2}(?:[\s-]?(?:inch|in\.?|cm|[\"”]))?\s*(?:pan|dish|tin|tray|casserole)?\W*$|"
    r"\W*(?:\d{1,2}|two|three|four)\s+(?:generations|years|kids|children|people|times|friends|neighbou?rs|cousins|brothers|sisters)\b[^\d]*$|"
    r"\W*\d{2,3}\s*(?:degrees|°)[^,\d]{0,3}\?|\W*uses up\b[^\d]{3,40}$|\W*no[\s-]cook\b\s*(?:\([^()\d]{2,40}\))?\W*$|"
    # "Course Main Course".
    r"\W*(?:course|cuisine|category|keywords?|difficulty|author)\s+(?-i:[A-Z])[\w&, -]{2,40}$|\W*can (?:easily )?be (?:made|prepared|frozen|halved|doubled|cooked|started|assembled)\b|"
    r"\W*(?:one|1|a)\s+(?:pan|pot|tray|tin|bowl|dish)\b[,;:·|–-]*\s+\d{1,3}\s?(?:min(?:ute)?s?|h(?:ou)?rs?)\b\W*$|"
    r"\W*uses\s+(?:only\s+|just\s+)?(?:\d|one|two|an?)\s+(?:\w+\s+)?(?:pans?|pots?|trays?|bowls?|dish|tins?)\W*$|"
    r"[^\d,]{3,30}\b(?:rests?|chills|marinates|soaks|proves|rises|takes|needs|cooks|bakes|sits|simmers|stands|keeps|freezes)\b"
    r"[^\d,]{0,20}\d[^,]{0,12}\s?(?:min(?:ute)?s?|h(?:ou)?rs?|days?|months?)\b[^\d]{0,20}$",
    re.IGNORECASE,
)
_CUT_WORD = re.compile(r"[A-Za-z]-$")
# What stands on a page and is no title.
LONGEST_TITLE_LINE = 70
_ON_A_PAGE = re.compile(
    r"[★☆|↓©☰≡]|^menu\b|jump|print|^search\b|^skip\b|^recipe by\b|^home\s*[/|]|^\W*[ru]/\w|^\W*time ?stamps?\s*:|^\W*\d\.\d|^ratings?\b|\d+ (?:votes|reviews|ratings)|https?:|[›>»]|/5(?!\s+(?:people|servings?|portions?|pers))|advert|affiliate|subscribe|"
    r"cookie|share|posted|updated|\bsave\b|sign|log ?in|(?:contributed|submitted|written) by|"
    r"^(?:difficulty|level|skill|cuisine|course|category)\b",
    re.IGNORECASE,
)


# What may part a name from what is said beside it.
_BESIDE_NAME = re.compile(r"\s[-–—=]\s+")
_ASKS = re.compile(r"(?:what|how|which|any|does|do|is|can|who|where)\b", re.IGNORECASE)
# "Nut free, dairy free", "Vegetarian · Freezable".
_DIET = (
    r"(?:(?:gluten|dairy|nut|egg|wheat|sugar|grain|lactose|soya?|meat)[\s-]?free|vegan|vegetarian|veggie|keto|paleo|"
    r"low[\s-](?:carb|fat|calorie|gi|salt)|high[\s-](?:protein|fib(?:re|er))|halal|kosher|freezable|freezer[\s-]friendly|"
    r"make[\s-]ahead|one[\s-]pot|easy|medium|hard|budget|cheap|quick)"
)
_FOR_WHOM = re.compile(rf"\W*{_DIET}(?:\s*(?:[,·|/&•]|and)\s*{_DIET}){{0,6}}\W*", re.IGNORECASE)
# "Only 6 ingredients", "£1.20 per serving".
_COUNTED_UP = re.compile(
    r"\W*(?:only |just )?(?:\d{1,2}|three|four|five|six|seven|eight) ingredients?(?:,.{0,30})?"
    r"|\W*(?:about |under |only )?[£$€]\s?\d+(?:[.,]\d\d)?(?:\s.{0,20})?"
    r"|\W*(?:est\w*\.? |total |approx\w*\.? )?(?:cost|price)\b[^\d]{0,25}\d+(?:[.,]\d\d?)?[^\d]{0,20}"
    # "Cost 1s. 9d."
    r"|\W*(?:total |average )?(?:cost|price)\b[^\d]{0,25}\d{1,2}\s?s\.?(?:\s?\d{1,2}\s?d\.?)?\W*",
    re.IGNORECASE,
)
_BRACKETED = re.compile(r"\([^()\d]*\)")
# "By R. Quill, photos by the kitchen cat".
_CREDITS = re.compile(
    r"\W*(?:by\s+(?-i:[A-Z])[^\d]{2,60}$|(?:photo(?:graph)?s?|pictures?|words|text|recipe|styling|images?|story|video)\s+by\s+[^\W\d])",
    re.IGNORECASE,
)
_ARTICLE = re.compile(r"an?\s+[^\W\d]", re.IGNORECASE)
_COUNTED_IN = re.compile(r"\d{1,2}-[^\W\d]{3,}\s")
_SERVED_FIRST = re.compile(r"\W*(?:serves|feeds|servings?|portions?|enough for)\b", re.IGNORECASE)
# "Yield: 1 casserole, 6 servings", "Makes 12 patties".
_MAKES = re.compile(r"\W*(?:yields?\s*:|(?:makes|yields)\s+(?:about\s+)?\d)", re.IGNORECASE)
# "Leek bake – Nora Field".
_WHOSE_BEHIND = re.compile(r"\s+[-–—]\s+(?P<who>[A-Z][a-z]+ [A-Z][a-z]+)$")
_NO_PERSON = re.compile(
    r"\b(?:modified|soft|puree[d]?|pureed|minced|moist|chew|diet|level|renal|cardiac|diabetic|vegan|vegetarian|low|high|free|fat|salt|sodium|carb|reduced|texture|friendly)\b|"
    r"\b(?:breakfast|brunch|lunch|dinner|supper|tea|feast|night|style|edition|version|special|class(?:ic)?|food|meal|party|picnic|buffet)$",
    re.IGNORECASE,
)
# What dishes are called by and foods are counted in.
_COUNTED_FOODS = {"thighs", "rolls", "tortillas", "pitta", "pittas", "naans", "steaks", "chops", "wraps",
                  "flatbreads", "shanks", "ribs", "drumsticks", "strips", "slices", "florets", "sheets",
    "pastry", "pieces"}  # fmt: skip
# "leeks 3" above "butter 30", but "Noodle box, x5" and "Wraps for 6".
_FOOD_THEN_NUMBER = re.compile(
    r"(?:[^\W\d]{3,}\s+){1,2}(?<!for )\d{1,4}(?:\s?(?:k?g|m?l|pcs?|pieces))?", re.IGNORECASE
)
# "Four ounces of breadcrumbs".
_UNIT_IN_WORDS = re.compile(
    r"\b(?:ounces?|grams?|pounds?|cups?|(?:table|tea)spoons?|pints?|litres?|quarts?)\b",
    re.IGNORECASE,
)
_TO_THE_COOK = re.compile(r"\byou\b|\byour\b", re.IGNORECASE)
# So many words with somebody in them tell something, and name no food.
LEAST_OF_TALK = 5
# A name that begins like an amount has so many words or more.
LEAST_OF_A_COUNTED_NAME = 3
# "By Nora Field".
_BY = re.compile(
    r"^\W*(?:by\s+(?!popular|special|request)(?:[A-Z][\w'’.-]*\s*){1,4}|(?:adapted|inspired|taken|borrowed|copied)\s+(?:from|by)\s[^:;]{3,60})\W*$",
    re.IGNORECASE,
)
# "A (top answer):", above the name.
_ANSWERED = re.compile(
    r"^\W*(?:a|(?:(?:top|best|accepted|helpful|first|my) )?(?:answer|reply)s?)\s*(?:\([^()\d]*\)\s*)?:?\W*$"
    # "3 min read".
    r"|^\W*\d+[\s-]min(?:ute)?s?[\s-]read\W*$",
    re.IGNORECASE,
)
# "Mains > Pork > Slow roasts", "Food / Dinner / Chicken": where on its shelves a page keeps a dish.
_TRAIL = re.compile(
    r"\W*[^\W\d][^\d/›»>|.,:]{1,30}(?:(?:\s+[›»>]\s+[^\d/›»>|.,:]{2,40}){1,5}"
    r"|(?:\s+/\s+[^\d/›»>|.,:]{2,40}){2,5})\W*"
)
_NUMBERED_NAME = re.compile(r"no\.?\s*\d{1,3}\s+(?P<name>[^\W\d].+)", re.IGNORECASE)
_YEAR = re.compile(r"\b(?:19|20)\d\d\b(?!\s*(?:g|kg|ml|l|kcal|cal|oz)\b)")


def _has_digits(text: str) -> bool:
    return any(map(str.isdigit, text))


class HeadLines(ListLines):
    """Tells the title of a recipe from the words around it."""

    def _stands_above(self, line: Written) -> bool:
        """Tell what stands above the name of the dish and is none."""
        if stands_above(line.text):
            fact = times_in(line.text) or servings_in(line.text) is not None
            if not fact and self.around.name_follows():
                return True
        if self.layout.title:
            return False
        if _ANSWERED.match(line.text) is not None:
            return True
        if _ASKED_FOR.match(line.text) is not None and self.around.name_follows():
            return True
        if _TRAIL.fullmatch(line.text) is not None and self._leads_to_name(line.text):
            return True
        if says_of_it(line.text) or _BY.match(line.text) is not None:
            # "By Nora Field", above the name of her dish.
            return self.section == "head"
        around = self.around
        if around.is_chapter(line):
            return True
        return around.house_above(line) or around.slogan_above(line) or around.named_below(line)

    def _is_title(self, line: Written) -> bool:
        """Tell whether a line can be the title: the first words that say no more than a name."""
        if self.layout.title or self.section != "head":
            return False
        text = _name_alone(line.text)
        if (
            re.match(r"^by\s+\w+", text, re.IGNORECASE)
            or GREETING.match(title_of(text)[0])
            or FROM.match(text)
            or (
                is_dated(line.raw)
                and not (self._is_numbered(text) or self._names_beside_date(text))
            )
            or len(text) > 140
            or self._whole_part(text) is not None
            or (times_in(text) and kind_of_line(text) == "times")
            or only_times(text)
            or METHOD.match(text)
            or only_facts(line.text)
            or only_servings(line.text)
            or _MAKES.match(text)
            or self._serves_first(text)
            or OVEN.match(text)
            or says_of_it(text)
            or (text.startswith("(") and not is_in_title_case(text))
            # "can you send the stuffing one".
            or _ASKS_SOMEBODY.match(text) is not None
            or (handed_over(text) and self._hands_over(text))
            # "it is for 4 (or 3 like my brother)".
            or (_OF_IT.match(text) and servings_in(text) and not self._names_of_it(text))
            # What a letter is about names the dish better than a sentence of it.
            or (self.about and text[-1:] in ".!?,:" and not self._heads_its_list(text))
            or self._is_less_than_about(text)
            # What a letter goes on with: "as asked, the bean pot from Friday".
            or (self.about and text[:1].islower())
            or self._is_senders(text)
        ):
            return False
        kind = kind_of_line(line.raw if text == line.text else text)
        if kind in {"times", "nutrition"} or (
            kind == "servings"
            and not re.search(r"[a-z]{4,}.*[a-z]{4,}.*[a-z]{4,}", text, re.IGNORECASE)
        ):
            return False
        if kind == "furniture":
            return len(text) < LONGEST_TITLE_LINE and self._names_on_a_page(text)
        told = text.endswith(".") and servings_in_story(text) is not None and _OF_IT.match(text)
        said = _TWO_SENTENCES.search(text) or _HANDED_OVER.search(text)
        talks = _TALKS.search(text) is not None and said is not None
        facts = told or talks or only_amount(text) or only_servings(text) or makes_and_serves(text)
        part = _ONLY_A_PART.fullmatch(text) is not None and self.around.amounts_follow(2)
        if facts or part or self._is_spoken(text):
            return False
        measured = measures(title_of(text)[0])
        counted = begins_with_amount(text) or self.around.names_food(text)
        behind = _FOOD_THEN_NUMBER.fullmatch(text) is not None and self.around.names_food(text)
        listed = (is_listed_food(text) or behind) and self._food_right_below()
        listed = listed and not self._counts_in_its_name(text)
        follows = self.around.next()
        # "Mutton biryani - 1 kg", right above "serves 8".
        first = follows is not None and (only_servings(follows.text) or follows.after_blank)
        behind = not measures(re.split(r"\s[(–-]", text)[0])
        first = first and self.around.place == 0 and behind
        named = self.around.is_named_so(0) or (first and text[:1].isalpha())
        if listed or (measured and counted and not named):
            return False
        if begins_with_amount(text):
            # "3-Cheese Gnocchi Bake" is a title where no list goes on under it.
            follows = self.around.next()
            listed = (
                follows is not None
                and begins_with_amount(follows.text)
                and self.around.names_food(follows.text)
                and (not line.after_blank or self._begins_list(text))
                and not self._counts_in_its_name(text)
            )
            return (
                not listed
                and re.match(r"^\d+\s?(?:g|kg|ml|l|oz|lb|cups?|tbsp|tsp)\b", text, re.IGNORECASE)
                is None
            )
        prose = text.rstrip().endswith(".") and len(text.split()) > 9
        return not prose

    def _serves_first(self, text: str) -> bool:
        """Tell "Serves 2 with bread", which is no name."""
        return _SERVED_FIRST.match(text) is not None and servings_in(text) is not None

    def _hands_over(self, text: str) -> bool:
        """Tell a letter's "here's that lasagne" from the "this one's called ..." of who speaks."""
        called = " called " in text and self._names_of_it(text)
        return GREETING.match(text) is not None or (text[:1].islower() and not called)

    def _names_of_it(self, text: str) -> bool:
        """Tell "This is my bean chili for 8", which holds a name, from "This is for 8"."""
        name = title_of(text)[0]
        opened = not text.lower().startswith(name.lower()) and self.around.names_dish(name)
        return is_in_title_case(text) or opened

    def _begins_list(self, text: str) -> bool:
        """Tell "3 leeks" right above the next food, below a blank, from "3-Bean Chilli"."""
        counted, *words = text.split()
        if not words or "-" in counted or not self._food_right_below():
            return False
        last = words[-1].strip(" ,.()").lower()
        named = is_in_title_case(" ".join(words)) and len(words) > 1
        prepared = last in _COUNTED_FOODS or "," in text or _UNIT_IN_WORDS.search(text) is not None
        return prepared or not (named or says_dish(last))

    def _counts_in_its_name(self, text: str) -> bool:
        """Tell "Cup-of-Rice Chicken Casserole" right above foods that are not set like a name."""
        words, follows = text.split(), self.around.next()
        below = follows.text if follows is not None else ""
        set_alike = is_in_title_case(text) and not is_in_title_case(below)
        dish = any(map(says_dish, words)) and len(words) >= LEAST_OF_A_COUNTED_NAME
        # "A tart of asparagus and crab", "3-Ingredient Gnocchi" below "Serves 3".
        of_it = _ARTICLE.match(text) is not None and says_dish(words[1]) and "," not in text
        begins = text[:1].isalpha() or _COUNTED_IN.match(text) is not None
        first = self.around.place in {0, self.facts_at + 1}
        return first and begins and (set_alike or of_it) and dish

    def _food_right_below(self) -> bool:
        """Tell a food with its amount right under a line, without a blank between."""
        follows = self.around.next()
        if follows is None or follows.after_blank:
            return False
        counted = begins_with_amount(follows.text) or ends_with_amount(follows.text)
        return counted and self.around.names_food(follows.text)

    def _leads_to_name(self, trail: str) -> bool:
        """Tell the shelves a dish stands on from those that hold its only name."""
        if not self.around.name_follows():
            return False
        last, below = re.split(r"\s[›»>/]\s", trail)[-1], self.around.next()
        alone = len(last.split()) > 1 and says_dish(last.split()[-1])
        return not alone or (below is not None and any(map(says_dish, below.text.split())))

    def _is_numbered(self, text: str) -> bool:
        """Tell "NO. 9 CURRY" where nothing else is a name from "No. 37 SUPPERS", a page."""
        name = _NUMBERED_NAME.match(text)
        if name is None or not self.around.names_dish(name["name"]):
            return False
        return not self.around.name_follows()

    def _names_beside_date(self, text: str) -> bool:
        """Tell "Ham hotdish (Bake Sale Cookbook p. 31)", whose name stands apart from its page."""
        name = title_of(text)[0]
        apart = text.startswith(name) and text[len(name) :].lstrip()[:1] in {"(", "["}
        return apart and not is_dated(name) and self.around.names_dish(name)

    def _names_on_a_page(self, text: str) -> bool:
        """Tell the words of a page that hold the name of its dish, where no other name follows.

        "Home > Supper > Leek bake", "Leek bake (updated 2024)".
        """
        if _ON_A_PAGE.search(text) is None:
            return True
        name = title_of(text)[0]
        named = name != text and _ON_A_PAGE.search(name) is None and self.around.names_dish(name)
        return named and not self.around.name_follows()

    def _heads_its_list(self, text: str) -> bool:
        """Tell the name of a dish in a letter, right above its list: "Parsnip crumble:"."""
        if not text.endswith(":") or not self.around.amounts_follow(2):
            return False
        name = title_of(text)[0]
        words = name.split()
        part = len(words) <= MOST_OF_A_PART and names_component(name)
        dish = any(map(says_dish, words)) and len(words) > 1
        return dish and not part and heading_name(name) is None

    def _is_less_than_about(self, text: str) -> bool:
        """Tell a line that names no dish below a letter's "Re: leek bake", or one of its foods."""
        around = self.around
        name = is_in_title_case(self.about) and not speaks_of_page(self.about)
        if _ASKS.match(self.about) or not (name or around.names_dish(self.about)):
            return False
        return begins_with_amount(text) or not around.names_dish(text)

    def _is_senders(self, text: str) -> bool:
        """Tell "Nora" below a letter that names its dish: whose letter it is."""
        if _KIN.fullmatch(text) is not None:
            return True
        if len(text.split()) > 1 or self.around.names_dish(text):
            return False
        if (follows := self.around.next()) is not None and is_dated(follows.text):
            # "millpond_meg", and below it when that was posted.
            return True
        if follows is not None and not follows.after_blank and servings_in(follows.text):
            # "Pelmeni", right above for how many they are.
            return False
        return any(asked_for(aside.text) is not None for aside in self.layout.asides)

    def _take_title(self, text: str) -> str:
        """Take the name of the dish from a line, and return what stands behind it."""
        self.titled = text
        follows = self.around.next()
        cut = follows is not None and _CUT_WORD.search(text) is not None
        if follows is not None and cut and text[-2].isupper() == follows.text[:1].isupper():
            # "With fen-", and below it "nel".
            text = f"{text[:-1]}{follows.text}"
            self.around.place += 1
        elif follows is not None and (
            self.around.title_goes_on(text, follows) or self._is_somebodys(text, follows)
        ):
            text = f"{text} {follows.text}"
            self.around.place += 1
        whose = _WHOSE_BEHIND.search(text)
        named = whose is not None and not self.around.names_dish(whose["who"])
        named = named and whose is not None and not describes(whose["who"])
        # "Overnight Egg Bake - Youth Breakfast" is nobody's.
        named = named and whose is not None and not _NO_PERSON.search(whose["who"])
        if whose is not None and named and self.around.names_dish(text[: whose.start()]):
            text = text[: whose.start()]
        self.layout.title, servings = title_of(text)
        self.layout.title = self._name_among(self.layout.title)
        if (name := told_in_letter(text)) is not None:
            self.layout.title = name
            if follows is not None and self._names_again(name, follows):
                self.titled, self.around.place = follows.text, self.around.place + 1
                self.layout.title, servings = title_of(follows.text)
        before, name, behind = text.partition(self.layout.title)
        if name and only_servings(before.strip(" :–-|")):
            # "Dinner for two: salmon fishcakes".
            servings = servings or servings_in(before.strip(" :–-|"))
        self.layout.servings = self.layout.servings or servings
        if len(behind.split()) >= LEAST_LEFT:
            # No name is so long: what stands behind it is kept, though nobody knows what it is.
            self._aside("story", behind.strip(" .,:;–-"))
        return behind if name else ""

    def _is_somebodys(self, text: str, below: Written) -> bool:
        """Tell "Gran Ada's" above the name of her dish."""
        own = WHOSE.search(text) is not None and not self.around.names_dish(text)
        return own and self.around.names_dish(below.text) and not has_amount(below.text)

    def _name_among(self, title: str) -> str:
        """Return the piece of a title that names the dish, where the other names none.

        "Supper tonight = parsnip bake", "Parsnip bake - winter food at its best!".
        """
        for sign in _BESIDE_NAME.finditer(title):
            before, behind = title[: sign.start()], title[sign.end() :]
            first, second = map(self.around.names_dish, (before, behind))
            if second and not first and "=" in sign[0]:
                return behind
            if first and not second and "=" not in sign[0] and behind.endswith("!"):
                return before
        return title

    def _names_again(self, name: str, below: Written) -> bool:
        """Tell a title of its own below the sentence of a letter that names the dish."""
        words = set(re.findall(r"[a-z]{4,}", name.lower()))
        again = words & set(re.findall(r"[a-z]{4,}", below.text.lower()))
        short = len(below.text.split()) <= MOST_TITLE_WORDS
        return (
            bool(again) and short and not has_amount(below.text) and below.text[-1:] not in ".!?,:"
        )

    def _is_above_facts(self, text: str) -> bool:
        """Tell what is said of a dish between its title and whom it serves: no ingredient."""
        food = self.around.names_food(text)
        # "A love story in four layers" counts nothing.
        counts = begins_with_amount(text) and (food or measures(text) or only_amount(text))
        # "An old standby. Good on toast, too." counts nothing, whatever it names.
        counts = counts and (_has_digits(text) or _TWO_SENTENCES.search(text) is None)
        short = food and len(text.split()) < LEAST_SAID and not self._is_between_name_and_facts()
        if counts or short or text.rstrip().endswith(":"):
            return False
        for offset in range(1, MOST_ABOVE_FACTS + 1):
            ahead = self.around.next(offset)
            if ahead is None or begins_with_amount(ahead.text):
                return False
            if tells_facts(ahead.text):
                return True
        return False

    def _is_between_name_and_facts(self) -> bool:
        """Tell "Crisp, lemony and meatless", the only line between a name and whom it serves."""
        served, below = self.around.next(), self.around.next(2)
        if served is None or below is None or not only_servings(served.text):
            return False
        listed = begins_with_amount(below.text) or opens_list(below.text)
        return self._right_below_title() and listed

    def _says_no_food(self, text: str) -> bool:
        """Tell whose dish it is or what else is told of it right above its list."""
        ahead = (self.around.next(offset) for offset in (1, 2))
        listed = any(line is not None and begins_with_amount(line.text) for line in ahead)
        told = _INITIAL.match(text) or _LABEL.match(text) or servings_in(text)
        return listed and bool(told) and not self.around.names_food(text)

    def _is_late_title(self, line: Written) -> bool:
        """Tell the name of a dish that stands between its list and its steps."""
        follows = self.around.next()
        if self.layout.title or not self.layout.parts or follows is None or line.marked:
            return False
        if is_step(line.text) or len(line.text.split()) > MOST_TITLE_WORDS:
            return False
        apart = line.after_blank and follows.after_blank
        orders = is_step(STEP_NUMBER.sub("", follows.text))
        named = len(line.text.split()) > 1 and not has_amount(line.text)
        return apart and orders and named and heading_name(line.text) is None

    def _is_before_list(self, line: Written) -> bool:
        """Tell what is said of a dish between its title and the head of its list."""
        text = line.text
        named = self.layout.title or self.about or self.column
        if self.section != "head" or self.layout.parts:
            return False
        if not named or self.around.heads_block():
            return not named and self._talks_above_name(text)
        said_of_it = _CREDITS.match(text) or _SAID_OF_IT.match(text)
        if self._says_whose_or_when(text) or said_of_it is not None:
            return True
        told = (self._tells_before_list, self._says_above_list, self._tells_above_foods,
                self._above_named_list)  # fmt: skip
        said = _HERE_IT_IS.search(text) or _MAKES_NOBODY.match(text)
        if said is not None or any(tells(text) for tells in told):
            return True
        if self._says_no_food(text) or self._is_above_facts(text) or self._says_apart(line):
            return True
        # "A family favourite" counts nothing.
        counts = _has_digits(text) or self.around.names_food(text)
        if (has_amount(text) and counts) or is_step(text):
            # "A brunch that holds its own at dinner", alone above "Serves 4", is no list.
            return not _has_digits(text) and self._above_facts(line)
        if self._right_below_title() and not line.after_blank and GOES_ON.match(text):
            return True
        follows = self.around.next()
        facts = follows is not None and tells_facts(follows.text)
        facts = facts and not self.around.names_food(text)
        # "A weeknight favourite!"
        exclaims = text[-1:] in ".!" and not counts and len(text.split()) > 1
        return self.around.place < self.list_at or facts or exclaims or self._above_facts(line)

    def _talks_above_name(self, text: str) -> bool:
        """Tell "can you send the stuffing one" and "Of course." where the name stands below."""
        said = text[-1:] in ".!" and len(text.split()) <= LEAST_OF_TALK
        said = said or _ASKS_SOMEBODY.match(text) is not None
        return said and not self._counts_food(text) and self.around.name_follows()

    def _counts_food(self, text: str) -> bool:
        """Tell words that may be a food: they hold a figure, or the name of one."""
        return _has_digits(text) or self.around.names_food(text)

    def _says_apart(self, line: Written) -> bool:
        """Tell words of their own above a list that name no food: "Made for Pat's 60th"."""
        text, follows = line.text, self.around.next()
        alone = line.after_blank or self._right_below_title()
        if not alone or follows is None or not follows.after_blank or line.marked:
            return False
        if heading_name(text) is not None or measures(text) or only_amount(text):
            return False
        # "Two pans, one spoon" counts no food; "3 kohlrabi" may be one that nobody knows.
        words = len(text.split()) - _has_digits(text)
        said = words >= LEAST_TELLING and not self.around.names_food(text)
        return said and not is_step(text) and self.around.list_follows(LEAST_LISTED)

    def _says_whose_or_when(self, text: str) -> bool:
        """Tell "By Odile Field", "Autumn, 2012", "(a keeper)" and "as told by Gran" from foods."""
        below = self._right_below_title()
        follows = self.around.next()
        heads = (
            follows is not None
            and not follows.after_blank
            and has_amount(follows.text)
            and not only_servings(follows.text)
        )
        heads = heads and self.around.amounts_follow(2)
        if heads and _BRACKETED.fullmatch(text) is not None and self.around.names_dish(text):
            # "(schnitzel)" above its foods.
            return False
        if _FOR_WHOM.fullmatch(text) is not None or _COUNTED_UP.fullmatch(text) is not None:
            return True
        if below and _SENT_BY.match(text) is not None:
            return True
        if self.around.names_food(text):
            # "(uses up Sunday's duck)", below the name or for how many it is.
            below = below or self.facts_at == self.around.place - 1
            return below and _BRACKETED.fullmatch(text) is not None
        dated = _YEAR.search(text) and not any(c.isdigit() for c in _YEAR.sub("", text))
        return bool(dated or _BY.match(text) or _BRACKETED.fullmatch(text))

    def _right_below_title(self) -> bool:
        """Tell the line under the one that holds the title."""
        above = self.around.lines[self.around.place - 1].text if self.around.place else ""
        return bool(above) and above == self.titled

    def _above_facts(self, line: Written) -> bool:
        """Tell a line of its own right above one that says nothing but whom it serves."""
        follows = self.around.next()
        if follows is None or not (line.after_blank and follows.after_blank):
            return False
        return not line.marked and tells_facts(follows.text)

    def _tells_above_foods(self, text: str) -> bool:
        """Tell a sentence above weighed foods that does nothing to them: "Beryl brought this."."""
        sentence = text[-1:] in ".!?" and len(text.split()) >= LEAST_SENTENCE
        if not sentence or text.endswith("..") or _SET_GOING.search(text) is not None:
            return False
        if begins_with_amount(text) and _SPEAKS_OF_IT.match(text) is None:
            return False
        return self._above_foods_and_steps()

    def _above_named_list(self, text: str) -> bool:
        """Tell words that weigh nothing above the head of a list, where nothing else is weighed."""
        here = self.around.place
        near = here < self.list_at <= here + MOST_LISTED
        # "Turn leftover lamb into a rich ragu" above a list with a method of its own.
        praises = self.method_at > self.list_at and _SET_GOING.search(text) is None
        if not near or (is_step(text) and not praises):
            return False
        if _has_digits(text) and (not praises or measures(text) or not is_step(text)):
            return False
        between = (one.text for one in self.around.lines[here + 1 : self.list_at])
        return len(text.split()) >= LEAST_SENTENCE and not any(map(begins_with_amount, between))

    def _takes_first_step(self, line: Written) -> bool:
        """Take what is done before anything else, above weighed foods: "Preheat the oven"."""
        head = self.section == "head" and bool(self.layout.title) and not self.layout.parts
        ordered = head and _SET_GOING.search(line.text) is not None and not line.marked
        verb = first_word(line.text)
        told = len(line.text.split()) >= LEAST_TELLING and verb not in LINKS
        if not (ordered and told) or not (verb in STEP_VERBS or verb in _GOING):
            return False
        if begins_with_amount(line.text) or not self._above_foods_and_steps():
            return False
        self.layout.steps.append(line.text)
        self.layout.sections.append("")
        self.set_going += 1
        return True

    def _above_foods_and_steps(self) -> bool:
        """Tell a line with weighed foods right below it and steps behind these.

        What stands above the only list may be all its method.
        """
        place = self.around.place + 1
        below = [one.text for one in self.around.lines[place : place + MOST_LISTED]]
        foods = [n for n, one in enumerate(below[:MOST_BELOW])
                 if begins_with_amount(one) and not is_step(one)]  # fmt: skip
        return len(foods) >= LEAST_FOODS_BELOW and any(map(is_step, below[foods[-1] + 1 :]))

    def _tells_before_list(self, text: str) -> bool:
        """Tell a sentence above a list that a method with a heading of its own follows."""
        told = self.method_at > self.list_at > self.around.place and text[-1:] in ".!?"
        first = first_word(text)
        orders = first in STEP_VERBS or is_step(text.split(",", maxsplit=1)[0])
        # "Fennel is best when it has given up."
        orders = orders and _SAYS_WHAT_IS.match(text) is None
        return (
            told and len(text.split()) >= LEAST_TOLD and not orders and not begins_with_amount(text)
        )

    def _is_story(self, line: Written) -> bool:
        """Tell prose before the list."""
        text = line.text
        if self._stands_alone(line):
            self.layout.servings = self.layout.servings or servings_in(text)
            return True
        if self.layout.parts or begins_with_amount(text):
            return False
        # "We stuff ours. Serves 4 for tea."
        says = servings_in(text) is not None and _TWO_SENTENCES.search(text) is not None
        if GREETING.match(text) or (says and not is_step(text)):
            return True
        words = len(text.split())
        first = first_word(text)
        if re.match(r"^by\s+[A-Za-z]", text):
            return True
        talks = re.search(
            r"\b(?:i|my|we|our|you|gran|mum|mom|she|he|they|nobody|never|always|because)\b",
            text,
            re.IGNORECASE,
        )
        if (
            words >= 8
            and talks
            and (first not in STEP_VERBS or not is_step(text) or self.section == "head")
        ):
            return not re.search(r"\b\d+\s?(?:g|kg|ml|tbsp|tsp|cups?|oz|lb)\b", text)
        named = self.around.names_food(text) or _has_digits(text)
        # "You need for the gratin" heads a part.
        somebody = talks is not None and _TO_THE_COOK.search(text) is None
        if self.layout.title and somebody and words >= LEAST_OF_TALK and not named:
            # "Uncle Dub's, and he never measured".
            return self.section == "head" and not is_step(text)
        return words >= 12 and not is_step(text) and text.rstrip().endswith((".", "!", "?"))

    def _stands_alone(self, line: Written) -> bool:
        """Tell a sentence of its own between the title and the list: "A side for six, at best."."""
        text, follows = line.text, self.around.next()
        if self.section != "head" or not self.layout.title or self.layout.parts:
            return False
        if self._says_above_list(text):
            return True
        apart = line.after_blank and not line.marked and follows is not None and follows.after_blank
        said = text.endswith((".", "!")) and len(text.split()) >= LEAST_SENTENCE
        return apart and said and not is_step(text) and not measures(text)

    def _says_above_list(self, text: str) -> bool:
        """Tell a sentence that orders nothing, above lines with amounts: "Not quick, but good."."""
        return tells_without_order(text) and self.around.list_follows(LEAST_LISTED)


def _name_alone(text: str) -> str:
    """Return a line without what it says of whom a dish serves, and how long it takes, behind it."""
    return text[: facts_behind(text)]
