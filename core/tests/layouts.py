"""The same dishes laid out as many hands would: as text, Markdown, Cooklang and saved pages.

Every choice is drawn from a seeded generator; what a layout says of a dish is known beforehand.
"""

from __future__ import annotations

import html
import json
import re
import textwrap
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from random import Random

Times = tuple[float | None, float | None, float | None]
# Salt and pepper on one line are two foods.
TWO_FOODS = "salt and pepper"


@dataclass(frozen=True)
class Pot:
    """A dish to lay out; a group without a name is the whole list."""

    title: str
    serves: int
    prep: int
    cook: int
    groups: tuple[tuple[str, tuple[str, ...]], ...]
    steps: tuple[str, ...]
    claims: tuple[int, int, int, int]
    note: str
    story: str


@dataclass
class Said:
    """What a layout says: minutes of preparing, cooking and both, claims by key."""

    title: str
    servings: int
    times: Times
    steps: int
    claims: dict[str, int] = field(default_factory=dict)
    # Lines by part, None where the layout writes them in another order.
    parts: dict[str, list[str]] | None = None


POTS = (
    Pot(
        "Leek and white bean bake", 4, 15, 40,
        (("Beans", ("2 tbsp olive oil", "3 leeks, sliced", "2 cloves garlic, crushed",
                    "800 g cooked white beans", "150 ml vegetable stock")),
         ("Topping", ("60 g walnuts, chopped", "40 g parmesan, grated", "1 tbsp chopped parsley"))),
        ("Heat the oil in a wide pan and soften the leeks for 12 minutes.",
         "Add the garlic, beans and stock and simmer for 5 minutes.",
         "Tip into a dish, scatter over the walnuts and cheese and bake at 200°C for 20 minutes.",
         "Sprinkle with parsley and serve."),
        (412, 22, 33, 20), "Keeps for three days in the fridge.",
        "My neighbour makes this every time it rains.",
    ),
    Pot(
        "Lamb meatballs with courgette ribbons", 3, 20, 25,
        (("Meatballs", ("500 g minced lamb", "1 egg", "1 tsp ground cumin", "1/2 tsp salt")),
         ("Ribbons", ("3 courgettes", "1 tbsp butter", "Juice of 1 lemon"))),
        ("Mix the lamb with egg, cumin and salt and roll into 18 balls.",
         "Fry for 10 minutes, turning often.",
         "Peel the courgettes into ribbons and toss in the butter for 2 minutes.",
         "Squeeze over the lemon and put the meatballs on top."),
        (505, 38, 5, 35), "You can freeze the raw meatballs.",
        "A quick supper for when the courgettes get out of hand.",
    ),
    Pot(
        "Celeriac soup with hazelnuts", 6, 10, 35,
        (("", ("1 large celeriac, peeled and diced", "1 onion, chopped", "50 g butter",
               "1.2 litres chicken stock", "100 ml double cream", "40 g hazelnuts, toasted",
               TWO_FOODS)),),
        ("Sweat the onion in the butter for 8 minutes.",
         "Add the celeriac and stock, bring to the boil and simmer for 25 minutes.",
         "Blend until smooth, stir in the cream and season.",
         "Ladle into bowls and top with the hazelnuts."),
        (240, 20, 9, 6), "Good with a slice of ham.",
        "This is the soup I make when nobody wants to cook.",
    ),
    Pot(
        "Cod with lentils & salsa verde", 2, 15, 30,
        (("Lentils", ("120 g dried green lentils", "1 carrot, finely diced", "1 bay leaf",
                      "400 ml water")),
         ("Salsa verde", ("1 bunch parsley", "1 tbsp capers", "2 anchovy fillets",
                          "4 tbsp extra virgin olive oil")),
         ("Fish", ("2 x 150 g cod fillets", "1 tsp olive oil"))),
        ("Simmer the lentils with carrot and bay in the water for 25 minutes. Drain.",
         "Chop the parsley, capers and anchovies together and stir in the oil.",
         "Rub the fish with oil and fry skin side down for 5 minutes, then turn for 1 minute.",
         "Spoon the lentils onto plates, add the fish and the salsa."),
        (530, 27, 31, 44), "Use haddock if there is no cod.",
        "Three small jobs, and none of them is hard.",
    ),
    Pot(
        "Stuffed cabbage with pork and mushrooms", 8, 45, 90,
        (("", ("1 savoy cabbage", "600 g minced pork", "250 g chestnut mushrooms, finely chopped",
               "1 onion, finely chopped", "2 eggs, beaten", "400 g tin chopped tomatoes",
               "1 tsp paprika", "200 ml soured cream")),),
        ("Blanch the cabbage leaves for 3 minutes, then drain and pat dry.",
         "Fry the mushrooms and onion until all the liquid has gone.",
         "Mix with pork, eggs and paprika.",
         "Fill and roll the leaves and lay them in a casserole.",
         "Pour over the tomatoes, cover and bake at 170°C for 1 hour 15 minutes.",
         "Serve with the cream."),
        (298, 20, 8, 22), "Better the next day.",
        "Not quick, but most of the time it looks after itself.",
    ),
)  # fmt: skip
_KEYS = ("kcal", "fat", "carbohydrate", "protein")
_AMOUNT = re.compile(
    r"(?P<amount>(?:\d+ x )?[\d./]+(?: (?:g|ml|tbsp|tsp|litres|cloves|bunch))?) (?P<food>[^\d].*)"
)


def said_of(pot: Pot) -> Said:
    """Return what every layout says of a dish: its title, servings, lines and steps."""
    parts = {name or "Dish": _told(lines) for name, lines in pot.groups}
    return Said(pot.title, pot.serves, (pot.prep, pot.cook, None), len(pot.steps), {}, parts)


def _told(lines: Sequence[str]) -> list[str]:
    return [line for one in lines for line in [one] * (1 + (one == TWO_FOODS))]


def time(r: Random, minutes: int) -> str:
    """Return minutes as somebody writes them."""
    hours, rest = divmod(minutes, 60)
    long = f"{hours} hour{'s' * (hours > 1)}" + (f" {rest} minutes" if rest else "")
    short = f"{hours} hr" + (f" {rest} mins" if rest else "")
    signs = f"{hours}h" + (f" {rest}m" if rest else "")
    plain = [f"{minutes} minutes", f"{minutes} mins", f"{minutes} min"]
    return r.choice(plain + ([long, short, signs] if hours else [f"{minutes}m"]))


def _facts(r: Random, pot: Pot, said: Said) -> list[str]:
    """Return the lines that tell servings and times; what they leave out is taken from `said`."""
    prep, cook, both = time(r, pot.prep), time(r, pot.cook), time(r, pot.prep + pot.cook)
    serves = r.choice([
        f"Serves {pot.serves}", f"Serves: {pot.serves}", f"Servings: {pot.serves}",
        f"{pot.serves} servings", f"For {pot.serves} people", f"Makes {pot.serves} servings",
        f"Yield: {pot.serves} servings", f"Portions: {pot.serves}", f"Feeds {pot.serves}",
    ])  # fmt: skip
    sign = r.choice([" | ", " · ", ", ", " - ", " / ", "; ", " • ", " // "])
    whole = (None, None, pot.prep + pot.cook)
    lines, times = r.choice([
        ([serves, f"Prep time: {prep}", f"Cook time: {cook}"], said.times),
        ([serves, f"Preparation: {prep}", f"Cooking: {cook}"], said.times),
        ([sign.join([serves, f"Prep {prep}", f"Cook {cook}"])], said.times),
        ([f"Prep: {prep} Cook: {cook}", serves], said.times),
        ([f"{prep} prep time", f"{cook} cook time", serves], said.times),
        ([f"Serves {pot.serves} – {prep} preparation – {cook} cooking"], said.times),
        ([serves, f"Total time: {both}"], whole),
        ([f"{serves}, ready in {both}"], whole),
        ([f"{serves}. Takes {both}."], whole),
        ([f"{serves} ({both})"], whole),
        ([f"For {pot.serves}, {both}."], whole),
        ([serves], (None, None, None)),
    ])  # fmt: skip
    said.times = times
    return lines


def _figures(r: Random, pot: Pot, said: Said) -> list[str]:
    """Return the lines that claim figures of a serving."""
    kcal, fat, carbs, protein = pot.claims
    names = r.choice([("Calories", "Fat", "Carbs", "Protein"),
                      ("Energy", "Total fat", "Carbohydrate", "Protein")])  # fmt: skip
    told = [f"{kcal} kcal", f"{fat} g", f"{carbs} g", f"{protein} g"]
    pairs = list(zip(names, told, strict=True))
    grams = f" fat {fat}g, carbohydrate {carbs}g, protein {protein}g"
    whole = dict(zip(_KEYS, pot.claims, strict=True))
    lines, said.claims = r.choice([
        ([], {}),
        ([f"{kcal} kcal per serving"], {"kcal": kcal}),
        ([f"Per serving: {kcal} kcal, {fat} g fat, {carbs} g carbs, {protein} g protein"], whole),
        (["Nutrition per serving", *(f"{name}: {value}" for name, value in pairs)], whole),
        (["Nutrition (per portion)", *(f"{name} {value}" for name, value in pairs)], whole),
        (["Nutrition: " + " | ".join(f"{name} {value}" for name, value in pairs)], whole),
        (["PER SERVING", f"{kcal} kcals", f"{fat}g fat", f"{carbs}g carbs", f"{protein}g protein"],
         whole),
        ([f"{kcal} calories, {fat} g fat, {carbs} g carbs and {protein} g protein per serving"],
         whole),
        ([f"Nutritional information per portion: energy {kcal * 4.184:.0f}kJ/{kcal}kcal,{grams}"],
         whole),
    ])  # fmt: skip
    return lines


def _amount_last(r: Random, said: Said) -> Callable[[str], str]:
    """Return how a hand writes a line: the amount first, or in some other place."""
    form = r.choice([None, None, "{a}\t{f}", "{f} – {a}", "{f}: {a}", "{f} ..... {a}",
                     "| {a} | {f} |", "{a}   {f}", "{f} ({a})"])  # fmt: skip
    if form is None:
        return str
    said.parts = None

    def placed(line: str) -> str:
        found = _AMOUNT.fullmatch(line)
        # "1 large celeriac" has its size behind the number.
        plain = found is None or "large" in line or "tin" in line
        return line if plain else form.format(a=found["amount"], f=found["food"])

    return placed


def _text_list(r: Random, pot: Pot, said: Said) -> list[str]:
    head = r.choice(["Ingredients", "INGREDIENTS:", "You will need", "What you'll need:",
                     "You need:", "~ Ingredients ~", "-- Ingredients --",
                     "Ingredients\n-----------"])  # fmt: skip
    group = r.choice(["For the {}", "For the {}:", "{}:", "-- {} --", "** {} **", "[{}]", "<{}>",
                      "= {} =", "{} ingredients:"])  # fmt: skip
    write = _amount_last(r, said)
    bullets = ["", "", "- ", "* ", "• ", "[ ] ", "– ", "☐ ", "▢ ", "→ ", "+ ", "  - ", "1"]
    bullet = r.choice(bullets) if said.parts is not None else ""
    lines, number = [*head.split("\n")], 0
    for place, (name, items) in enumerate(pot.groups):
        if name:
            lines += [""] if place else []
            lines.append(group.format(name.lower() if group.startswith("For") else name))
        for item in items:
            number += 1
            lines.append((f"{number}. " if bullet == "1" else bullet) + write(item))
    return lines


def _text_method(r: Random, pot: Pot) -> list[str]:
    head = r.choice(["Method", "METHOD:", "Directions", "~ Method ~", "Instructions", "Preparation",
                     "How to make it", "What to do", "Let's cook!"])  # fmt: skip
    numbered = list(enumerate(pot.steps, 1))
    steps = r.choice([
        [line for step in pot.steps for line in (step, "")],
        [f"{n}. {step}" for n, step in numbered],
        [f"{n}) {step}" for n, step in numbered],
        [f"({n}) {step}" for n, step in numbered],
        [f"Step {n}: {step}" for n, step in numbered],
        [line for n, step in numbered for line in (f"Step {n}", step)],
        [line for n, step in numbered for line in (f"{n}.", step)],
        [*pot.steps],
        [f"- {step}" for step in pot.steps],
        [line for n, step in numbered
         for line in textwrap.wrap(f"{n}. {step}", 52, subsequent_indent="   ")],
        [line for step in pot.steps for line in (*textwrap.wrap(step, 52), "")],
    ])  # fmt: skip
    return [head, *r.choice([[], [""]]), *steps]


def plain_text(r: Random, pot: Pot) -> tuple[str, Said]:
    """Return a dish as a plain text."""
    said = said_of(pot)
    above = r.choice(
        [[], [], ["Recipes > Mains"], ["THE GARDEN GATE", ""], ["Page 12"], ["3 May 2020"]]
    )
    title = r.choice([[pot.title], [pot.title, "=" * len(pot.title)], [f"Recipe: {pot.title}"]])
    below = r.choice([[], [], ["By Ottilie Marsh"], ["Category: Dinner"], ["★★★★☆ (12 reviews)"],
                      ["A family favourite"], ["(gluten free)"], ["Difficulty: easy"]])  # fmt: skip
    facts = ["", *_facts(r, pot, said), ""]
    place = r.choice(["top", "top", "list", "end"])
    story = r.choice([[], [pot.story, ""]])
    notes = r.choice(
        [
            [],
            ["Notes", pot.note],
            [f"Tip: {pot.note}"],
            [f"* {pot.note}"],
            ["Enjoy!"],
            [f"P.S. {pot.note}"],
            [f"Storage: {pot.note}"],
            ["© The Garden Gate 2021"],
        ]
    )
    lines = [
        *above, *title, *below, *(facts if place == "top" else [""]), *story,
        *_text_list(r, pot, said), *(facts if place == "list" else [""]), *_text_method(r, pot), "",
        *notes, "", *_figures(r, pot, said), *(facts if place == "end" else []),
    ]  # fmt: skip
    return r.choice(["\n", "\n", "\r\n"]).join(lines), said


def _markdown_facts(r: Random, pot: Pot, said: Said) -> list[str]:
    prep, cook = time(r, pot.prep), time(r, pot.cook)
    plain = _facts(r, pot, said)
    own = r.choice([
        None, None,
        ["| Serves | Prep | Cook |", "|---|---|---|", f"| {pot.serves} | {prep} | {cook} |"],
        [f"- **Serves:** {pot.serves}", f"- **Prep time:** {prep}", f"- **Cook time:** {cook}"],
        [f"**Serves** {pot.serves}  ", f"**Prep** {prep}  ", f"**Cook** {cook}"],
        [f"> Serves {pot.serves}, prep {prep}, cook {cook}"],
        ["| | |", "|---|---|", f"| Servings | {pot.serves} |", f"| Prep time | {prep} |",
         f"| Cook time | {cook} |"],
        [f"* 👥 {pot.serves} servings", f"* ⏱ Prep: {prep}", f"* 🔥 Cook: {cook}"],
    ])  # fmt: skip
    if own is not None:
        said.times = (pot.prep, pot.cook, None)
        return own
    form = r.choice(["{}\n", "*{}*\n", "- {}"])
    return [form.format(line) for line in plain]


def _markdown_list(r: Random, pot: Pot, rank: str) -> list[str]:
    group = r.choice([f"{rank}# {{}}", f"{rank}# For the {{}}", "**{}**", "*{}*", "__{}__", "{}:",
                      "**For the {}:**", "nested"])  # fmt: skip
    bullet = r.choice(["- ", "* ", "+ ", "- [ ] ", "1. "])
    lines = []
    for name, items in pot.groups:
        nested = bool(name) and group == "nested"
        if nested:
            lines.append(f"- {name}")
        elif name:
            lines += [group.format(name.lower() if "For" in group else name), ""]
        lines += [f"{'  - ' if nested else bullet}{item}" for item in items]
        lines += [] if nested else [""]
    return lines


def markdown(r: Random, pot: Pot) -> tuple[str, Said]:
    """Return a dish as Markdown, with front matter or without."""
    said = said_of(pot)
    rank = r.choice(["##", "##", "###"])
    lines = r.choice([[f"# {pot.title}"], [pot.title, "=" * len(pot.title)], [f"# 🥘 {pot.title}"]])
    lines = [*lines, "", *r.choice([[], [pot.story, ""]])]
    if r.random() < 1 / 4:
        head = ["---", f"title: {json.dumps(pot.title)}", f"servings: {pot.serves}",
                f"prep_time: {pot.prep} min", f"cook_time: {pot.cook} min", "---", ""]  # fmt: skip
        lines = [*head, *lines]
    else:
        lines += _markdown_facts(r, pot, said)
    lines += ["", f"{rank} {r.choice(['Ingredients', 'What you need', '🛒 Ingredients'])}", ""]
    lines += _markdown_list(r, pot, rank)
    method = r.choice(["Method", "Directions", "Instructions", "👩‍🍳 Method", "Step by step"])
    numbered = list(enumerate(pot.steps, 1))
    steps = r.choice([
        [f"{n}. {step}" for n, step in numbered], [f"1. {step}" for step in pot.steps],
        [f"{step}\n" for step in pot.steps], [f"- {step}" for step in pot.steps],
        [f"**Step {n}.** {step}\n" for n, step in numbered],
    ])  # fmt: skip
    notes = r.choice([[], [f"{rank} Notes", "", pot.note], [f"> {pot.note}"], [f"_{pot.note}_"],
                      ["---", "", pot.note], [f"**Note:** {pot.note}"]])  # fmt: skip
    head, *rest = _figures(r, pot, said) or [""]
    figures = [f"{rank} {head}", "", *(f"- {line}" for line in rest)] if rest else [head]
    return "\n".join([*lines, f"{rank} {method}", "", *steps, "", *notes, "", *figures]), said


def _page_facts(r: Random, pot: Pot, said: Said) -> str:
    prep, cook = time(r, pot.prep), time(r, pot.cook)
    plain = _facts(r, pot, said)
    head = "<tr><th>Prep</th><th>Cook</th><th>Serves</th></tr>"
    cells = f"<td>{prep}</td><td>{cook}</td><td>{pot.serves}</td>"
    pairs = [("Prep Time", prep), ("Cook Time", cook), ("Servings", pot.serves)]
    own = r.choice([
        None, None, f"<table>{head}<tr>{cells}</tr></table>",
        f"<dl>{''.join(f'<dt>{name}</dt><dd>{value}</dd>' for name, value in pairs)}</dl>",
        "".join(f"<div><b>{name}</b> {value}</div>" for name, value in pairs),
        "".join(f"<div><span>{name}</span><span>{value}</span></div>" for name, value in pairs),
    ])  # fmt: skip
    if own is not None:
        said.times = (pot.prep, pot.cook, None)
        return own
    form, sign = r.choice(
        [
            ("<p>{}</p>", "<br>"),
            ("<ul><li>{}</li></ul>", "</li><li>"),
            ("<p>{}</p>", "</p><p>"),
            ("<div><span>{}</span></div>", "</span><span>"),
        ]
    )
    return form.format(sign.join(plain))


def _listed(r: Random, pot: Pot, rank: str) -> str:
    """Return the ingredient list of a page, each group under its name."""
    head = r.choice(["<h4>{}</h4>", "<strong>{}</strong>", "<p><strong>{}</strong></p>",
                     "<p><b>{}</b></p>", f"<{rank}>{{}}</{rank}>", "<p>{}:</p>"])  # fmt: skip
    form, sign = r.choice([
        ("<ul><li>{}</li></ul>", "</li><li>"), ("<p>{}</p>", "<br>"), ("<p>{}</p>", "</p><p>"),
        ("<div>{}</div>", "</div><div>"),
        ("<table><tr><td>{}</td></tr></table>", "</td></tr><tr><td>"),
        ("<ul><li><input type=checkbox><label>{}</label></li></ul>",
         "</label></li><li><input type=checkbox><label>"),
        ("<ul><li><p>{}</p></li></ul>", "</p></li><li><p>"),
    ])  # fmt: skip
    name_of = r.choice(["{}", "For the {}"])
    pieces = []
    for name, items in pot.groups:
        named = name_of.format(name.lower() if "For" in name_of else name)
        pieces += [head.format(named)] if name else []
        pieces.append(form.format(sign.join(map(html.escape, items))))
    return "\n".join(pieces)


def page(r: Random, pot: Pot) -> tuple[str, Said]:
    """Return a dish as a saved page that says nothing for machines."""
    said = said_of(pot)
    title, house = html.escape(pot.title), "The Garden Gate"
    above = r.choice([
        "", f'<header><a href="/">{house}</a><nav><ul><li><a>Home</a></li></ul></nav></header>',
        f'<div class="top"><a href="/">{house}</a></div><div><a>Home</a> <a>Soups</a></div>',
        f"<p><a>Home</a> &gt; <a>Mains</a> &gt; {title}</p>",
    ])  # fmt: skip
    by = r.choice(
        [
            "",
            "<p>By Ottilie Marsh</p>",
            "<p><span>Posted on 3 May 2020</span></p>",
            "<p><button>Jump to Recipe</button></p>",
            "<p>★★★★★ 4.9 from 31 votes</p>",
        ]
    )
    rank = r.choice(["h2", "h3"])
    steps = [html.escape(step) for step in pot.steps]
    method = r.choice([
        f"<ol><li>{'</li><li>'.join(steps)}</li></ol>", f"<p>{'</p><p>'.join(steps)}</p>",
        "".join(f"<p>{n}. {step}</p>" for n, step in enumerate(steps, 1)),
        "".join(f"<h4>Step {n}</h4><p>{step}</p>" for n, step in enumerate(steps, 1)),
        f"<p>{'<br><br>'.join(steps)}</p>",
        "".join(f"<div><span>{n}</span><p>{step}</p></div>" for n, step in enumerate(steps, 1)),
    ])  # fmt: skip
    notes = r.choice(
        ["", f"<{rank}>Notes</{rank}><p>{pot.note}</p>", f"<p><em>Tip: {pot.note}</em></p>"]
    )
    head, *rest = _figures(r, pot, said) or [""]
    items = "".join(f"<li>{line}</li>" for line in rest)
    figures = f"<{rank}>{head}</{rank}><ul>{items}</ul>" if rest else f"<p>{head}</p>"
    below = r.choice(
        [
            "",
            f"<footer><p>© 2021 {house}. All rights reserved.</p></footer>",
            "<section><h3>3 comments</h3><p>Bram says: 2 kg leeks for 12!</p></section>",
        ]
    )
    body = "\n".join([
        above, "<main>", f"<h1>{title}</h1>", by, r.choice(["", f"<p>{pot.story}</p>"]),
        _page_facts(r, pot, said), f"<{rank}>Ingredients</{rank}>", _listed(r, pot, rank),
        f"<{rank}>{r.choice(['Method', 'Directions', 'Instructions'])}</{rank}>", method, notes,
        figures, "</main>", below,
    ])  # fmt: skip
    window = f"{title}{r.choice(['', f' | {house}', f' - {house}'])}"
    return (
        f"<!DOCTYPE html><html><head><title>{window}</title></head><body>{body}</body></html>",
        said,
    )


def _duration(r: Random, minutes: int) -> str:
    hours, rest = divmod(minutes, 60)
    return r.choice([
        f"PT{minutes}M", f"PT{hours}H{rest}M", f"P0DT{hours}H{rest}M", f"PT{minutes}M0S",
        f"P0Y0M0DT{hours}H{rest}M0.000S", time(r, minutes),
    ])  # fmt: skip


def _thing(r: Random, pot: Pot, said: Said, *, named: bool) -> dict[str, object]:
    """Return a dish in the vocabulary; its groups are `named` among the lines, or on the page."""
    serves, steps = pot.serves, [*pot.steps]
    told = [{"@type": "HowToStep", "text": step} for step in steps]
    lines = [line for name, items in pot.groups
             for line in ([f"{name}:"] if name and named else []) + [*items]]  # fmt: skip
    thing: dict[str, object] = {
        "@type": r.choice(["Recipe", ["Recipe"], ["Recipe", "NewsArticle"], "http://schema.org/Recipe"]),
        "name": pot.title, "description": pot.story,
        "recipeYield": r.choice([serves, str(serves), f"{serves} servings", f"Serves {serves}",
                                 [str(serves), f"{serves} servings"],
                                 {"@type": "QuantitativeValue", "value": serves}]),
        "prepTime": _duration(r, pot.prep), "cookTime": _duration(r, pot.cook),
        r.choice(["recipeIngredient", "ingredients"]): r.choice([lines, "\n".join(lines)]),
        "recipeInstructions": r.choice([
            steps, "\n".join(steps), told,
            "\n".join(f"{n}. {step}" for n, step in enumerate(steps, 1)),
            f"<ol><li>{'</li><li>'.join(steps)}</li></ol>", f"<p>{'</p><p>'.join(steps)}</p>",
            [{"@type": "HowToSection", "name": "Method", "itemListElement": told}],
            {"@type": "ItemList", "itemListElement": told},
        ]),
    }  # fmt: skip
    unit = r.choice([None, ("{} kcal", "{} g"), ("{} calories", "{}g"), ("{}", "{}")])
    if unit is not None:
        kcal, *grams = pot.claims
        names = ("fatContent", "carbohydrateContent", "proteinContent")
        figures = {name: unit[1].format(value) for name, value in zip(names, grams, strict=True)}
        thing["nutrition"] = {"calories": unit[0].format(kcal), **figures}
        said.claims = dict(zip(_KEYS, pot.claims, strict=True))
    return thing


def data_page(r: Random, pot: Pot) -> tuple[str, Said]:
    """Return a dish as a page that carries it for machines, whole or a little broken."""
    said = said_of(pot)
    named = r.random() < 1 / 2
    thing = _thing(r, pot, said, named=named)
    around: list[object] = [thing, [thing], {"@graph": [{"@type": "WebSite"}, thing]},
                            {"@type": "WebPage", "mainEntity": thing}]  # fmt: skip
    data = json.dumps(r.choice(around), ensure_ascii=r.random() < 1 / 2, indent=r.choice([None, 2]))
    data = r.choice([data, data, f"<!--\n{data}\n-->", f"//<![CDATA[\n{data}\n//]]>",
                     f"{data[:-1]},{data[-1]}"])  # fmt: skip
    first = r.choice(["", '<script type="application/ld+json">{"@type":"Recipe","name":</script>'])
    shown = "" if named else f"<h2>Ingredients</h2>{_listed(r, pot, 'h3')}"
    return (
        f'<html><head>{first}<script type="application/ld+json">{data}</script></head><body>'
        f"<h1>{html.escape(pot.title)}</h1>{shown}<p>Bram says: 3 kg of leeks!</p></body></html>"
    ), said


def microdata(r: Random, pot: Pot) -> tuple[str, Said]:
    """Return a dish as a page whose words are marked for machines."""
    said = said_of(pot)
    serves = r.choice([
        f'<p>Serves <span itemprop="recipeYield">{pot.serves}</span></p>',
        f'<meta itemprop="recipeYield" content="{pot.serves} servings">',
        f'<span itemprop="yield">{pot.serves} portions</span>',
    ])  # fmt: skip
    form = r.choice(
        [
            '<time itemprop="{k}" datetime="{d}">so long</time>',
            '<meta itemprop="{k}" content="{d}">',
            '<span itemprop="{k}">{d}</span>',
        ]
    )
    times = [form.format(k=key, d=_duration(r, minutes))
             for key, minutes in (("prepTime", pot.prep), ("cookTime", pot.cook))]  # fmt: skip
    head = r.choice(
        ["<h3>{}</h3>", "<strong>{}</strong>", "<p><b>{}</b></p>", "<p>For the {}:</p>"]
    )
    item = r.choice(['<li itemprop="recipeIngredient">{}</li>', '<p itemprop="ingredients">{}</p>',
                     '<li><span itemprop="recipeIngredient">{}</span></li>'])  # fmt: skip
    lines = []
    for name, items in pot.groups:
        lines += [head.format(name.lower() if "For" in head else name)] if name else []
        marked = "".join(item.format(html.escape(line)) for line in items)
        lines.append(f"<ul>{marked}</ul>" if item.startswith("<li") else marked)
    steps = [html.escape(step) for step in pot.steps]
    method = r.choice([
        f'<ol itemprop="recipeInstructions"><li>{"</li><li>".join(steps)}</li></ol>',
        "".join(f'<p itemprop="recipeInstructions">{step}</p>' for step in steps),
        f'<div itemprop="recipeInstructions">{"<br>".join(steps)}</div>',
        f'<div itemprop="recipeInstructions"><p>{"</p><p>".join(steps)}</p></div>',
    ])  # fmt: skip
    name = f'<h1 itemprop="name">{html.escape(pot.title)}</h1>'
    whole = "\n".join(
        [name, serves, *times, "<h2>Ingredients</h2>", *lines, "<h2>Method</h2>", method]
    )
    return (f'<html><body><div itemscope itemtype="https://schema.org/Recipe">{whole}</div>'
            "<p>Comments: great!</p></body></html>"), said  # fmt: skip


def cooklang(r: Random, pot: Pot) -> tuple[str, Said]:
    """Return a dish as a Cooklang file: its lines in two steps for each group."""
    said = said_of(pot)
    prep, cook = time(r, pot.prep), time(r, pot.cook)
    title = json.dumps(pot.title)
    head = r.choice([
        [f">> title: {pot.title}", f">> servings: {pot.serves}", f">> prep time: {prep}",
         f">> cook time: {cook}", ""],
        ["---", f"title: {title}", f"serves: {pot.serves}", "time:", f"  prep: {prep}",
         f"  cook: {cook}", "---", ""],
        ["---", f"title: {title}", f"yield: {pot.serves} servings", f"prep_time: {pot.prep}",
         f"cook_time: {pot.cook}", "---", ""],
    ])  # fmt: skip
    section = r.choice(["== {} ==", "= {}", "== {}"])
    lines, said.parts, said.steps = [*head], {}, 0
    for name, items in pot.groups:
        marked, plain = zip(*(_marked(item) for item in items), strict=True)
        half = len(marked) // 2
        lines += [section.format(name), ""] if name else []
        lines += [f"Put {', '.join(marked[:half])} into a #large pan{{}} for ~{{5%minutes}}.", ""]
        lines += [f"Add {' and '.join(marked[half:])} and cook for ~{{10-12%minutes}}.", ""]
        said.parts[name or "Dish"] = _told(plain)
        said.steps += 2
    return "\n".join([*lines, *r.choice([[], [f"> {pot.note}"], ["-- my own copy"]])]), said


def _marked(line: str) -> tuple[str, str]:
    """Return a line as Cooklang marks it in a sentence, and as it is told again."""
    found = _AMOUNT.fullmatch(line)
    if found is None or " x " in line or "large" in line or "tin" in line:
        name = re.sub(r"^[\d ]*(?:x \d+ g )?(?:large |g tin )?|,.*$", "", line)
        return f"@{name}{{}}", name
    food, *cut = found["food"].split(", ", maxsplit=1)
    amount = found["amount"].replace(" ", "%")
    note = f"({cut[0]})" if cut else ""
    return f"@{food}{{{amount}}}{note}", f"{found['amount']} {food}" + "".join(
        f", {c}" for c in cut
    )


LAYOUTS: Sequence[tuple[str, Callable[[Random, Pot], tuple[str, Said]]]] = (
    ("pot.txt", plain_text), ("pot.md", markdown), ("pot.html", page), ("data.html", data_page),
    ("marked.html", microdata), ("pot.cook", cooklang),
)  # fmt: skip
