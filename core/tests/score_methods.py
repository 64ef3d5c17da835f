"""Scores the reading of methods in many hands: python -m tests.score_methods, in core/.

Half of them, by a fingerprint of their text, are set aside: scored, but nobody looks at their
faults while the reading is tuned. The format of the key is told at the head of
`data/methods.txt`.
"""

from __future__ import annotations

import hashlib
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path

from snabo_core.foods import library
from snabo_core.method import Ingredient, ReadStep, read_method
from snabo_core.method.sentences import sentences_of
from snabo_core.quantities.reading import read_line

METHODS = Path(__file__).with_name("data") / "methods.txt"
OVEN_SLACK = 3.0
# What a step may be called beside what the key says: one is a kind of the other.
NEAR = {"brush": "coat", "drizzle": "top", "toss": "mix", "fluff": "mix", "melt": "fry",
        "turn": "shape", "add_gradually": "mix"}  # fmt: skip


@dataclass(frozen=True)
class Wanted:
    """A step as a careful cook reads it."""

    id: str
    words: str
    optional: bool
    techniques: tuple[str, ...]
    takes: tuple[str, ...]
    facts: dict[str, str]


@dataclass
class Method:
    """A method as pasted, the dish's lines, and the steps in it."""

    hand: str
    lines: list[Ingredient] = field(default_factory=list)
    text: str = ""
    steps: list[Wanted] = field(default_factory=list)

    @property
    def set_aside(self) -> bool:
        """Whether nobody looks at its faults."""
        return hashlib.sha256(self.text.encode()).digest()[0] % 2 == 1


@dataclass
class Score:
    """Counts over methods: right ones and all, or shared, wanted and found ones."""

    right: dict[str, int] = field(default_factory=dict)
    all: dict[str, int] = field(default_factory=dict)
    faults: list[str] = field(default_factory=list)

    def count(self, what: str, right: float, whole: float = 1) -> None:
        """Add to a share."""
        self.right[what] = self.right.get(what, 0) + int(right)
        self.all[what] = self.all.get(what, 0) + int(whole)

    def share(self, what: str) -> float:
        """Return a share in per cent; for sets twice what is shared over both sizes."""
        return 100 * self.right.get(what, 0) / max(1, self.all.get(what, 0))


@cache
def methods() -> tuple[Method, ...]:
    """Return the scored methods."""
    found = []
    for block in METHODS.read_text("utf-8").split("%%% ")[1:]:
        head, rest = block.split("\n", 1)
        top, body = rest.split("---\n", 1)
        made = Method(head.strip())
        part = ""
        for row in top.splitlines():
            if row.startswith("= "):
                part = re.sub(r"^for the ", "", row[2:].lower())
            elif row.startswith("- "):
                food = read_line(row[2:], library(), "metric").food
                made.lines.append(Ingredient(str(len(made.lines) + 1), part, row[2:], food))
        kept = [row for row in body.splitlines() if not row.startswith("> ")]
        made.text = "\n".join(kept).strip()
        made.steps = [_wanted(row) for row in body.splitlines() if row.startswith("> ")]
        found.append(made)
    return tuple(found)


def _wanted(row: str) -> Wanted:
    cells = [cell.strip() for cell in row[2:].split("|")] + [""] * 3
    number, words, techniques, takes, facts = cells[:5]
    told = {}
    for fact in facts.split("; "):
        if fact:
            name, value = fact.split(" ", 1)
            told[name] = value
    return Wanted(number, words.lstrip("?"), words.startswith("?"), tuple(techniques.split()),
                  tuple(takes.split()), told)  # fmt: skip


def score(chosen: Sequence[Method]) -> Score:
    """Read the methods and count what is right."""
    total = Score()
    for method in chosen:
        steps = read_method(method.text, method.lines, library())
        _mark(method, steps, total)
    return total


def _placed(method: Method, steps: Sequence[ReadStep]) -> dict[str, ReadStep]:
    """Pair wanted steps with read ones whose words overlap by half, in order."""
    sentences = [s.text for s in sentences_of(method.text)]
    starts, whole = [], ""
    for sentence in sentences:
        starts.append(len(whole))
        whole += sentence + "\n"
    spans = {
        s.number: (starts[s.sentence - 1] + s.start, starts[s.sentence - 1] + s.end) for s in steps
    }
    paired: dict[str, ReadStep] = {}
    taken: set[int] = set()
    at = 0
    for wanted in method.steps:
        begin = whole.find(wanted.words, at)
        if begin < 0:
            begin = whole.find(wanted.words)
        if begin < 0:
            continue
        end = begin + len(wanted.words)
        at = max(at, begin)
        best = (0.0, 0)
        for step in steps:
            first, last = spans[step.number]
            shared = min(end, last) - max(begin, first)
            if step.number not in taken and shared > 0:
                best = max(best, (shared / max(end - begin, last - first), step.number))
        if best[0] >= 0.5:
            taken.add(best[1])
            paired[wanted.id] = steps[best[1] - 1]
    return paired


def _mark(method: Method, steps: Sequence[ReadStep], total: Score) -> None:
    paired = _placed(method, steps)
    ids = {step.number: key for key, step in paired.items()}
    needed = [w for w in method.steps if not w.optional or w.id in paired]
    total.count("segments", 2 * len(paired), len(needed) + len(steps))
    for wanted in method.steps:
        step = paired.get(wanted.id)
        if step is None:
            if not wanted.optional:
                total.faults.append(f"{method.hand} {wanted.id}: not found {wanted.words!r}")
            continue
        _mark_step(method, wanted, step, ids, total)
    for step in steps:
        if step.number not in ids:
            total.faults.append(f"{method.hand}: extra {step.technique} {step.words!r}")


def _mark_step(
    method: Method,
    wanted: Wanted,
    step: ReadStep,
    ids: dict[int, str],
    total: Score,
) -> None:
    faults = []

    def check(what: str, good: bool, told: str) -> None:
        total.count(what, good)
        if not good:
            faults.append(told)

    known = (
        step.technique in wanted.techniques or NEAR.get(step.technique or "") in wanted.techniques
    )
    check("technique", known, f"{step.technique} for {'/'.join(wanted.techniques)}")
    minutes = "{:g}-{:g}".format(*step.minutes) if "minutes" in step.stated else None
    check(
        "times", minutes == wanted.facts.get("m"), f"minutes {minutes} for {wanted.facts.get('m')}"
    )
    heat, want = step.oven_c, wanted.facts.get("c")
    same = (
        heat is None if want is None else heat is not None and abs(heat - float(want)) <= OVEN_SLACK
    )
    check("heats", same, f"oven {heat} for {want}")
    cover = None if step.covered is None else str(step.covered).lower()
    check("covers", cover == wanted.facts.get("v"), f"covered {cover} for {wanted.facts.get('v')}")
    check(
        "cues",
        step.until == wanted.facts.get("u"),
        f"cue {step.until!r} for {wanted.facts.get('u')!r}",
    )
    lines = {t for t in step.takes if t.isdecimal()}
    right = {t for t in wanted.takes if t.isdecimal()}
    total.count("foods", 2 * len(lines & right), len(lines) + len(right))
    made = {ids.get(int(t[1:]), "?") for t in step.takes if not t.isdecimal()}
    meant = {t[1:] for t in wanted.takes if not t.isdecimal()}
    total.count("products", 2 * len(made & meant), len(made) + len(meant))
    if lines != right:
        faults.append(f"takes {sorted(lines)} for {sorted(right)}")
    if made != meant:
        faults.append(f"from {sorted(made)} for {sorted(meant)}")
    if faults:
        total.faults.append(f"{method.hand} {wanted.id} {step.words!r}: {'; '.join(faults)}")


def main() -> None:
    """Print the shares of both halves, and the faults of the half that is looked at."""
    for name, aside in (("tuned to", False), ("set aside", True)):
        chosen = [m for m in methods() if m.set_aside == aside]
        found = score(chosen)
        shares = "  ".join(f"{what} {found.share(what):.1f}" for what in found.all)
        print(f"{name}: {len(chosen)} methods, {sum(len(m.steps) for m in chosen)} steps: {shares}")
        if not aside:
            print("\n".join(found.faults))


if __name__ == "__main__":
    main()
