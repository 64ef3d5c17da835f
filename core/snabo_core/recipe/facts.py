"""What a recipe says of itself beside its servings and times: what it makes, and names of facts."""

from __future__ import annotations

import re

_YIELD = re.compile(
    r"\b(?:makes|(?<=[a-z]s )make|yields?|turns out(?=\s+(?:about\s+)?\d)|fills(?=\s+\d)|quantity(?=\s*:\s*(?:about\s)?\d)|cuts(?=\s+\d)|(?:cuts|slices) in(?:to)?)\b(?!\s*enough\b)\s*:?\s*(?P<what>(?:[^|.;()•·\s]|(?<=\d)\.(?=\d)|(?<=approx)\.|(?<=abt)\.|\s(?!\s|[a-z]{3,12}:)){1,60})",
    re.IGNORECASE,
)
# "20 falafel, serves 4".
_MADE_FIRST = re.compile(
    r"^\W*(?:for\s+)?(?P<what>(?:(?:about|around|approx\w*\.?|ca\.?)\s+)?(?:\d{1,3}(?:[.,]\d{1,2}(?=\s*(?:l|lit))|\s?[½¼¾])?|(?:one|an?|two)(?=\s+(?:[\w.-]+\s+){0,3}(?:pies?|tarts?|quiches?|flans?|loaf|loaves|pans?|dish(?:es)?|trays?|casseroles?|terrines?|pizzas?|cakes?|puddings?|strudels?|potfuls?|panfuls?|rolls?)\b))\s+(?:(?:(?:[x×]\s*)?\d{1,2}(?:\.\d)?[\s-]?(?:cm|inch|in|litres?|l)|\d{1,2}\s?[x×]\s?\d{1,2}(?:[\s-]?inch)?)\s+)?(?!people\b|persons?\b|servings?\b|portions?\b|m\b|mins?\b|minutes?\b|h\b|hrs?\b|hours?\b)[^\d,;(|./=]{3,40}?(?:\(\d[^()]{2,20}\))?)"
    r"(?:(?:\s*[,;(/|·•]|\s[-–—]|\.\s)\s*(?:(?:each )?(?:serves|feeds)|enough for|to (?:serve|feed)|for \d|serving\s*(?:=|:|is))|\s+for\s+\d{1,2}\s+(?:people|persons?|pers)\b|\s*(?:[/=,;(|·•]|\s[-–—]\s|\.\s)\s*(?:so\s+)?(?:\d{1,2}|one|two|three|four|five|six|eight|ten|twelve)\s+(?:=\s*(?:a |one |1 )?serving|folk|kids|guests|lunches|servings|serves|people|persons?|portions|bowls|plates|each|per|a (?:person|head))\b)",
    re.IGNORECASE,
)
# "Makes 8 crêpes, serves 4" and "Makes 10 cups, about 6 servings" make eight and ten.
_SERVED_TOO = re.compile(
    r"\s[-–—]\s+(?=[a-z]{3})|"
    r"\s+so\s+\w+\s+(?:people|persons|of us|servings|eaters)\b|"
    r"\s*=\s*(?=\d+\s*[x×]\s*\d)|"
    r"\W+(?:serv(?:es|ing)|feeds|to serve|to feed|enough for|for (?:\d|two|three|four|five|six|eight|ten))\b"
    # "Makes 14, one for a light lunch", "makes 8, so 4 people".
    r"|\s*[,;(–—]\s*(?:so|or|each|enough|plenty|allow|(?:one|two|three|four|\d{1,2})\s+(?:or\s+\w+\s+)?(?:for|each|per|a)\b"
    r"|(?:prep|cook|bake|ready|takes|total|freezes?|keeps?|\d+\s*(?:min|hour|hr)))"
    r"|\s*(?:[,;/=]|\s[-–—]\s)\s*(?:about|around|approx\w*\.?|or|so|~)?\s*\d[^,;/]{0,12}\b(?:servings?|serves|portions?|people|persons?|helpings?)\b",
    re.IGNORECASE,
)
_SERVINGS_OF = re.compile(
    r"^\W*(?:(?:yields?|makes|serves|feeds|portions|servings)\W{1,3}\s*)?(?:about\s+)?(?:(?<=serves )|(?<=feeds )|(?<=(?:portions|servings): )|(?=\d[\d –-]*\s(?:servings|portions|people|persons)))\d{1,2}(?:\s?[-–]\s?\d{1,2})?(?:\s+(?:servings|portions|people|persons))?"
    r"\s*\(\s*(?P<what>(?:(?:about|approx\w*\.?)\s+)?\d{1,3}\s+(?!cups?\b|m?[lg]\b|oz\b|servings|portions|people|min|h|kcal|cal|as\b|if\b|with\b|at\b|to\b|or\b|hungry\b|adults?\b|kids\b)(?![^()]*\b(?:each|per|apiece|adults?|kids|children|people)\b)[a-z][^()\d]{2,25})\)",
    re.IGNORECASE,
)
# "Yield: 4 1x", beside the buttons that scale a page's list.
ONE_TIME = re.compile(r"(?<=[\ds])\s+1\s?[x×]\W*$", re.IGNORECASE)
_FACT_LABEL = re.compile(
    r"(?:serves?|servings?|portions?|yields?|makes|feeds|people|level|difficulty|ready in|time"
    r"|(?:pr[eé]p(?:aration)?|active|hands[\s-]?on|work(?:ing)?|cook(?:ing)?|cuisson|bake|baking|oven|roast(?:ing)?|simmer(?:ing)?"
    r"|rest(?:ing)?|chill(?:ing)?|marinat(?:e|ing)|soak(?:ing)?|stand(?:ing)?|proving|rising|inactive|passive|waiting"
    r"|total|takes|allow|altogether|overall|time (?:needed|required))(?:\s+time)?)",
    re.IGNORECASE,
)


def yield_in(text: str) -> str:
    """Return what a line says is made ("9 squares"), empty where it says nothing."""
    text = ONE_TIME.sub("", text[:200])
    if (beside := _brackets_behind(text)) != "":
        return beside
    match = _YIELD.search(text) or _MADE_FIRST.match(text)
    return _SERVED_TOO.split(match["what"])[0].strip(" ,:-") if match else ""


def _brackets_behind(text: str) -> str:
    """Return what is made of "Yield 4 servings (8 waffles)"."""
    match = _SERVINGS_OF.search(text)
    return match["what"].strip() if match is not None else ""


def is_fact_label(text: str) -> bool:
    """Tell the name of a fact and nothing else: "Serves", "Prep time"."""
    return _FACT_LABEL.fullmatch(text.strip(" :*")) is not None
