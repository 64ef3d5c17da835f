"""For how many a recipe is, however it says so."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from snabo_core.quantities.figures import only_figures
from snabo_core.quantities.numbers import spell_fractions, spell_numbers
from snabo_core.recipe import serving_words as words
from snabo_core.recipe.facts import ONE_TIME
from snabo_core.recipe.names import says_dish


@dataclass(frozen=True)
class Servings:
    """How many people a recipe says it feeds, from low to high."""

    low: float
    high: float


@lru_cache(maxsize=words.REMEMBERED)
def servings_in(text: str) -> Servings | None:
    """Return how many a line says it serves, None where it counts no people."""
    # "You need, for four:".
    text = words.SERV.sub("servings", ONE_TIME.sub("", text.rstrip(": ")))
    text = words.DOZENS.sub("", text)
    if (known := _told_outright(text)) is not None:
        return known
    if (one := words.ONE_OF.search(text[: words.LOOKED_AT])) is not None:
        return _checked(one)
    counts = words.NUMBER.search(text[: words.LOOKED_AT]) or words.TWICE.search(
        text[: words.LOOKED_AT]
    )
    # "24 g protein per person" counts no eaters.
    if counts is None or only_figures(text) or words.VISITORS.search(text[: words.LOOKED_AT]):
        return None
    plain = words.SIZE.sub(" ", words.LEFT_OVER.sub("", text[: words.LOOKED_AT]))
    plain = words.OF_ONE.sub(" ", plain)
    plain = words.OR_ONE_MORE.sub(_range_of, words.SMALL_ONES.sub(r"\g<made>", plain))
    plain = words.WHO_THEY_ARE.sub(
        " ", spell_numbers(spell_fractions(words.TWICE.sub("2 times", plain)))
    )
    plain = words.CUPS_EACH.sub("", plain)
    if (both := both_kinds(plain)) is not None:
        return both
    if (family := words.FAMILY.search(plain)) is not None:
        eaters = float(family["one"]) + float(family["other"])
        return Servings(eaters, eaters) if eaters else None
    found = _counted_out(plain)
    if found is not None:
        return _checked(found)
    if (shared := _shared_out(plain)) is not None:
        return shared
    return _meals_or_somebody(plain)


def _told_outright(text: str) -> Servings | None:
    """Return for how many words say it that need no pattern of numbers and people."""
    if (party := _party_in(text)) is not None:
        return _counted(party)
    if (times := words.TIMES_OVER.search(text[: words.LOOKED_AT])) is not None:
        # "Double it for 8" is for four.
        eaters = float(times["n"]) / words.OVER[times["times"].lower()[:4]]
        return Servings(eaters, eaters)
    if (me := words.ME_AND.match(spell_numbers(text[: words.LOOKED_AT]))) is not None:
        return Servings(float(me["n"]) + 1, float(me["n"]) + 1)
    if (meals := words.MEALS_FOR.search(spell_numbers(text[: words.LOOKED_AT]))) is not None:
        eaters = float(meals["meals"]) * float(meals["n"])
        return Servings(eaters, eaters)
    plain = spell_numbers(words.TWICE.sub("2 times", text[: words.LOOKED_AT]))
    if (meals := words.TWO_MEALS.match(plain)) is not None:
        eaters = float(meals["one"]) + float(meals["other"] or meals["lunches"])
        return Servings(eaters, eaters)
    if (courses := eaters_by_course(plain)) is not None:
        return courses
    if (multiplied := _product_or_either(plain)) is not None:
        return multiplied
    alone = words.ALONE.fullmatch(text[: words.LOOKED_AT]) is not None
    return Servings(1.0, 1.0) if alone else None


def _product_or_either(plain: str) -> Servings | None:
    """Return "2 pies, each serves 3" as six, "5 kids or 3 grown-ups" as three to five."""
    if (product := words.EACH_SERVES.search(plain) or words.FOR_DAYS.search(plain)) is not None:
        one, other = (float(number) for number in product.groups() if number)
        eaters = one * other
        return Servings(eaters, eaters) if 0 < eaters <= words.MOST_SERVINGS else None
    either = words.EITHER.match(plain) or words.BIG_OR_SMALL.match(plain)
    if either is None:
        return None
    first, other = (float(number) for number in either.groups() if number)
    if words.OF_A_COURSE.search(either[0]) is not None:
        # Of several courses the first is what the amounts are for.
        return Servings(first, first) if first else None
    few, many = sorted((first, other))
    return Servings(few, many) if few else None


def eaters_by_course(text: str) -> Servings | None:
    """Return the first number of a line that tells it by course, None of any other line.

    "4 as a starter, 2 as a main", "A starter for six, or supper for four": what the amounts are for.
    """
    found = words.EITHER_COURSE.match(spell_numbers(text[: words.LOOKED_AT]))
    if found is None:
        return None
    first = float(found["one"] or found["one_course"] or found["one_in_brackets"])
    return Servings(first, max(first, float(found["to"] or first))) if first else None


def _meals_or_somebody(plain: str) -> Servings | None:
    """Return for how many pieces that are meals, or counted people of any kind, say a dish is."""
    match = words.MEAL.search(plain)
    if match is not None and float(match["low"]) >= words.LEAST_MEALS:
        return _checked(match)
    somebody = words.FOR_SOMEBODY.match(plain)
    if somebody is None or somebody["who"].lower() in words.NOBODY or says_dish(somebody["who"]):
        return None
    return _checked(somebody)


def servings_loosely(text: str) -> Servings | None:
    """Return for how many a line is that holds one number and speaks of eating, in any words.

    For lines between the name of a dish and its list: "enough for the whole bell tower, all 8".
    """
    if (times := words.TIMES.fullmatch(text)) is not None:
        counted = float(times["times"] or times["about"])
        return Servings(counted, counted)
    if words.DOZENS.search(text) is not None:
        return None
    plain = words.AMOUNTS_ARE.sub("", spell_numbers(text[: words.LOOKED_AT]))
    bare = (
        words.AT_A_PINCH.fullmatch(plain)
        or words.BARE.fullmatch(plain)
        or words.TUBS.fullmatch(plain)
        or words.SPLIT.fullmatch(plain)
    )
    if bare is not None:
        low = float(bare["low"])
        high = float(bare["high"] or low)
        return Servings(low, high) if 1 <= low <= high <= words.MOST_BARE else None
    plain = words.OR_IF.sub("", plain)
    if (whole := _speaking_of_eating(plain)) is not None:
        return whole
    # "It's for 4-5 depending who's about, and takes an hour."
    if words.OF_THEM.search(plain) is not None:
        # "40 minutes, 10 of them yours".
        return None
    pieces = words.LOOSE_PIECES.split(words.MEASURED.sub(" ", plain))
    found = [one for one in map(_speaking_of_eating, pieces) if one is not None]
    return found[0] if len(found) == 1 else None


def _speaking_of_eating(plain: str) -> Servings | None:
    """Return the one number of some words that speak of eating and of nothing that is measured."""
    told = [*words.ONE_NUMBER.finditer(plain)]
    if len(told) != 1 or words.NOT_EATERS.search(plain) or words.VISITORS.search(plain):
        return None
    before, behind = plain[: told[0].start()], plain[told[0].end() :]
    if words.EATING.search(before) is None and words.EATERS_BEHIND.match(behind) is None:
        return None
    low = float(told[0]["low"])
    high = float(told[0]["high"] or low)
    return Servings(low, high) if 1 < low <= high <= words.MOST_SERVINGS else None


def is_shared_out(text: str) -> bool:
    """Tell "Split into 4 tubs" and "Divides into 5", which below a name are no order."""
    return words.SPLIT.fullmatch(spell_numbers(text[: words.LOOKED_AT])) is not None


def meals_in(made: str) -> Servings | None:
    """Return for how many pieces are that a meal each is: "4 individual pies", None for squares."""
    match = words.MEAL.search(f"makes {spell_numbers(made[: words.LOOKED_AT])}")
    return (
        _checked(match) if match is not None and float(match["low"]) >= words.LEAST_MEALS else None
    )


def names_pieces(title: str) -> bool:
    """Tell the name of what is eaten by the piece: "Suet dumplings for stew", no "Chicken & Dumplings"."""
    name = re.split(r"\s+(?:with|for|in|on|from|by)\s|[,(:–—]", title.lower(), maxsplit=1)[0]
    *before, last = name.split() or [""]
    return last in words.PIECES and before[-1:] not in (["and"], ["&"], ["with"])


def both_kinds(text: str) -> Servings | None:
    """Return for how many two kinds of eaters or of meals are: "2 adults and 2 kids"."""
    plain = spell_numbers(text[: words.LOOKED_AT])
    both = (
        words.BOTH.search(plain)
        or words.BOTH_SMALL_FIRST.search(plain)
        or words.BOTH_PLAIN.search(plain)
        or words.BOTH_MEALS.search(plain)
        or words.BOTH_FOLK.match(plain)
    )
    if both is None:
        return None
    told = both.groupdict()
    others = told["high"] or told["more"]
    eaters = float(told["low"] or told["many"])
    eaters += 1 if others.isalpha() else float(others)
    return Servings(eaters, eaters) if 0 < eaters <= words.MOST_SERVINGS else None


def _range_of(told: re.Match[str]) -> str:
    """Return "4 to 5" for "4/5", and "1/2" as it is."""
    low, high = int(told["low"]), int(told["high"])
    return f"{told['before'] or ''}{low} to {high}" if 1 < low < high <= 2 * low else told[0]


def _counted_out(plain: str) -> re.Match[str] | None:
    """Return where a line counts those who eat: "serves 4", "batch: 10 x 250 g"."""
    batch = words.BATCH_OF.match(plain) or words.OF_A_SIZE.match(plain)
    batch = batch or words.PORTIONED.search(plain) or words.PORTIONED_BEHIND.search(plain)
    if batch is not None:
        return batch
    if words.PIECES_A_SERVING.search(plain) is not None:
        return None
    if (generously := words.GENEROUSLY.search(plain)) is not None:
        return generously
    found = (pattern.search(plain) for pattern in words.SERVES)
    return next(
        (m for m in found if m and not words.WHOLE_ONE.match(plain[m.start("low") :])), None
    )


def _party_in(text: str) -> re.Match[str] | None:
    """Return those who eat, one by one, told in words or in figures."""
    said = words.SIDE_BY_SIDE.sub(r"\g<who>, ", text[: words.LOOKED_AT])
    plain = spell_numbers(said)
    return words.PARTY.search(said) or words.PARTY.search(plain) or words.PARTY_NAMED.search(plain)


def _shared_out(plain: str) -> Servings | None:
    """Return among how many what is made goes: "makes 6 waffles, 2 each"."""
    if (first := words.EACH_FIRST.match(plain)) is not None and float(first["each"]) > 0:
        eaters = float(first["made"]) / float(first["each"])
        return Servings(eaters, eaters) if 1 <= eaters <= words.MOST_SERVINGS else None
    shared = (
        words.EACH.search(plain)
        or words.EACH_OF_THEM.match(plain)
        or words.PIECES_A_SERVING.search(plain)
    )
    if shared is None:
        return None
    # "12 minis, 3-4 each" is for three to four.
    made, each, *more = (float(number) for number in shared.groups() if number)
    if each <= 0:
        return None
    low, high = sorted((made / each, made / (more[0] if more and more[0] > 0 else each)))
    return Servings(low, high) if 1 <= low <= high <= words.MOST_SERVINGS else None


def _counted(party: re.Match[str]) -> Servings:
    """Return how many sit there where they are named: each is one, "2 kids" are two."""
    told = [float(number) for number in party.groupdict().values() if number and number.isdigit()]
    named = len(re.split(words.AND, party["who"], flags=re.IGNORECASE)) - len(told)
    return Servings(named + sum(told), named + sum(told))


def _checked(match: re.Match[str]) -> Servings | None:
    low = float(match["low"])
    told = match.groupdict()
    high = float(told["high"] or told["more"] or low)
    if not 0 < low <= words.MOST_SERVINGS or not 0 < high <= words.MOST_SERVINGS:
        return None
    # "Two (or one very hungry person)" is two.
    return Servings(low, max(low, high))


def only_servings(text: str) -> bool:
    """Tell a line that says for how many and nothing else: every word of it speaks of that."""
    if servings_in(text) is None:
        return False
    if words.ALONE.fullmatch(text[: words.LOOKED_AT]) is not None:
        return True
    if (party := _party_in(text)) is not None:
        said = party.string
        return not _other_words(f"{said[: party.start()]} {said[party.end() :]}")
    plain = spell_numbers(text[: words.LOOKED_AT])
    whole = (
        words.WHOLE_LINE.fullmatch(plain)
        or words.SO_MANY_FOR.fullmatch(plain)
        or words.EACH_OF_THEM.match(plain)
        or words.EACH_FIRST.match(plain)
    )
    pieces = words.PIECES_A_SERVING.match(plain)
    if pieces is not None and pieces.end() >= len(plain.rstrip(" ).")):
        return True
    return whole is not None or not _other_words(words.CUPS_EACH.sub("", spell_fractions(text)))


def shares_out(text: str) -> bool:
    """Tell "15 rolls, 3 per person" and "30 pierogi for 5 people": how many of what they get."""
    plain = spell_numbers(text[: words.LOOKED_AT])
    told = words.EACH_OF_THEM.match(plain) or words.SO_MANY_FOR.fullmatch(plain)
    return told is not None


def makes_and_serves(text: str) -> bool:
    """Tell a line that says both: "Pairs: makes 1 dish, serves 3"."""
    # "Fish cakes (makes 8, feeds 4)" is a name.
    plain = words.BRACKETED.sub("", text)
    told = words.MAKES.search(plain)
    # "Burgers makes eight serves four" is a name.
    first = told is not None and plain[: told.start()].rstrip(" (")[-1:] in ("", *":;,.|–—-")
    made = first or words.ONE_PAN.match(plain) is not None
    return made and servings_in(plain) is not None


def counts_people(made: str) -> bool:
    """Tell "4 servings", which says who eats and nothing of what is made, from "9 squares"."""
    people = re.search(
        r"\b(?:serv(?:ings?|es)|feeds|portions?|people|persons?)\b", made, re.IGNORECASE
    )
    return people is not None and servings_in(made) is not None


def lists_ingredients(text: str) -> bool:
    """Tell a list's head that says for how many: "Ingredients (serves 4)", "To serve 6 you need"."""
    if words.LISTS.search(text) is None or words.NO_HEAD.search(text) is not None:
        return False
    return len(text) <= words.LONGEST_HEAD and not _other_words(text) - words.LIST_WORDS


def _other_words(text: str) -> set[str]:
    plain = spell_numbers(spell_fractions(text[: words.LOOKED_AT])).lower()
    said = set(re.findall(r"[^\W\d_]+(?:['’][^\W\d_]+)?", plain)) - words.FACT_WORDS
    return {word for word in said if words.EATERS.fullmatch(word) is None}


def servings_in_story(text: str) -> Servings | None:
    """Return how many a text says it serves in a sentence of its own: "Sufficient for 7 persons"."""
    if words.SPEAKS_OF_IT.search(text) is None or words.NUMBER.search(text) is None:
        return None
    text = words.NUMBERED.sub("no ", text)
    for sentence in words.SENTENCES.split(text, maxsplit=words.MOST_SENTENCES):
        if words.SPEAKS_OF_IT.search(sentence) is None:
            continue
        bare = words.MEASURED.sub(" ", sentence[: 2 * words.LOOKED_AT])
        if only_servings(bare):
            return servings_in(bare)
    if (shared := _shared_out(spell_numbers(text[: 2 * words.LOOKED_AT]))) is not None:
        return shared
    plain = spell_numbers(text[: 2 * words.LOOKED_AT])
    told = next(
        filter(
            None,
            (
                p.search(plain)
                for p in (words.TOLD_ASIDE, words.OF_US, words.IT_IS_FOR, words.TAKEN_FOR)
            ),
        ),
        None,
    )
    return _checked(told) if told is not None else None


def shared_among(steps: Sequence[str]) -> Servings | None:
    """Return among how many plates, bowls or people the steps share a dish, None if they do not."""
    for step in reversed(steps):
        match = words.SHARED.search(spell_numbers(step))
        if match is not None:
            return _checked(match)
    return None
