"""./snabo mutate: small faults in plate, swaps and water, to see whether a test notices them.

A seeded sample of one-token changes (`a < b` to `a <= b`, `+` to `-`, `and` to `or`, 4 to 5) is
tried one at a time on a copy of the core: the tests that run through the changed line are run, the
shortest first. What no test notices is printed as a difference. A change that cannot matter to
a run, in an annotation or in how much is remembered, is never drawn; any other counts, also where
it happens to mean the same.
"""

from __future__ import annotations

import argparse
import ast
import json
import os
import queue
import random
import shutil
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import ExitStack
from dataclasses import dataclass
from difflib import unified_diff
from itertools import islice
from pathlib import Path
from typing import Self

import parso  # noqa: F401  the next import needs it complete
from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator

ROOT = Path(__file__).resolve().parents[1]
PACKAGES = ("plate", "swaps", "water")
# The changes a slip of the hand makes. Those that only break a type (a sum to a shift) are left
# out: every test kills them, and the share would flatter.
OPERATORS = tuple(
    f"core/{name}"
    for name in (
        *(f"ReplaceBinaryOperator_{pair}" for pair in ("Add_Sub", "Sub_Add", "Mul_Div", "Div_Mul")),
        *(
            f"ReplaceComparisonOperator_{pair}"
            for pair in ("Lt_LtE", "LtE_Lt", "Gt_GtE", "GtE_Gt", "Eq_NotEq", "NotEq_Eq",
                         "Is_IsNot", "IsNot_Is", "Lt_Gt", "Gt_Lt", "LtE_GtE", "GtE_LtE")
        ),
        "ReplaceAndWithOr", "ReplaceOrWithAnd", "AddNot", "ReplaceTrueWithFalse",
        "ReplaceFalseWithTrue", "ReplaceContinueWithBreak", "ReplaceBreakWithContinue",
        "ReplaceUnaryOperator_Delete_Not", "ReplaceUnaryOperator_USub_UAdd", "NumberReplacer",
        "ZeroIterationForLoop",
    )
)  # fmt: skip
# Tests that take longer to run through their data than all others together, and find no slip.
LEFT_OUT = ("tests.test_fuzz", "tests.test_formats", "tests.test_saved_files")
# Seconds of tests that are spent on one change; what is not noticed by then counts as unnoticed.
# What was written down of whole dishes is compared in any case: it looks at the most.
MOST_SECONDS = 45.0
WRITTEN_DOWN = "tests.test_golden."
WORKERS = 2

Spot = tuple[str, int]


@dataclass(frozen=True)
class Mutant:
    """One change: the file below the core, the operator, its occurrence there, and its line."""

    file: str
    operator: str
    occurrence: int
    line: int


@dataclass(frozen=True)
class Covering:
    """Seconds of every test, the tests that run through each line of a file, and what loads it."""

    seconds: dict[str, float]
    lines: dict[Spot, list[str]]
    # Lines that run while a module is loaded.
    loading: set[Spot]

    def of(self, mutant: Mutant) -> list[str]:
        """Return the tests to run, the shortest first, within `MOST_SECONDS`.

        A line that runs while the module is loaded belongs to every test of its file, and to those
        that look at what modules hold without running a line of them.
        """
        tests = self.lines.get((mutant.file, mutant.line)) or sorted(
            {test for (file, _), some in self.lines.items() if file == mutant.file for test in some}
            | {test for test in self.seconds if test.startswith(WRITTEN_DOWN)}
        )
        chosen, spent = [], 0.0
        for test in sorted(tests, key=lambda name: self.seconds[name]):
            spent += self.seconds[test]
            if not chosen or spent <= MOST_SECONDS or test.startswith(WRITTEN_DOWN):
                chosen.append(test)
        return chosen


def mutants(core: Path, packages: Sequence[str]) -> Iterator[Mutant]:
    """Yield every place of the packages where a change could be made, file by file."""
    for package in packages:
        for path in sorted((core / "snabo_core" / package).rglob("*.py")):
            nodes = list(ast_nodes(get_ast(path.read_text())))
            for name in OPERATORS:
                operator = get_operator(name)()
                spots = (at for node in nodes for at in operator.mutation_positions(node))
                for occurrence, ((line, _), _) in enumerate(spots):
                    yield Mutant(str(path.relative_to(core)), name, occurrence, line)


def matters(core: Path, mutant: Mutant) -> bool:
    """Return whether the change may matter to a run: it is none in an annotation."""
    code = (core / mutant.file).read_text()
    return _meaning(changed(code, mutant)) != _meaning(code)


def changed(code: str, mutant: Mutant) -> str:
    """Return the code with the change."""
    return mutate_code(code, get_operator(mutant.operator)(), mutant.occurrence)


def _meaning(code: str) -> str:
    """Return what runs: the code without its annotations, nor what a decorator is told."""
    try:
        tree = ast.parse(code)
    except SyntaxError:
        return ""
    for node in ast.walk(tree):
        if isinstance(node, ast.arg | ast.AnnAssign) and node.annotation:
            node.annotation = ast.Constant(None)
        if isinstance(node, ast.FunctionDef):
            node.returns = None
            # The star in a signature is no product: it says how an argument may be passed.
            told = node.args
            told.args, told.posonlyargs, told.kwonlyargs = (
                [*told.posonlyargs, *told.args, *told.kwonlyargs], [], []
            )  # fmt: skip
            told.defaults += [one for one in told.kw_defaults if one is not None]
            told.kw_defaults = []
        if isinstance(node, ast.ClassDef | ast.FunctionDef):
            # Whether a value is frozen is held by the types; a memory's size changes nothing.
            node.decorator_list = [
                one.func if isinstance(one, ast.Call) else one for one in node.decorator_list
            ]
    return ast.dump(tree)


def sample(core: Path, packages: Sequence[str], count: int, seed: int) -> list[Mutant]:
    """Return `count` changes that may matter, the same for the same seed and code."""
    every = list(mutants(core, packages))
    random.Random(seed).shuffle(every)
    return list(islice((one for one in every if matters(core, one)), count))


def copied(folder: Path) -> Path:
    """Copy what the tests of the core read, so that work on it goes on; return the copy's core."""
    for name in ("core", "docs", "web/src"):
        shutil.copytree(ROOT / name, folder / name, ignore=shutil.ignore_patterns(".hypothesis"))
    return folder / "core"


def modules_of(core: Path) -> list[str]:
    """Return the test modules that are run."""
    modules = sorted(f"tests.{path.stem}" for path in (core / "tests").glob("test_*.py"))
    return [name for name in modules if name not in LEFT_OUT]


def covering(core: Path, packages: Sequence[str]) -> Covering:
    """Run all tests of the core once and note which run through what."""
    kept = modules_of(core)
    seconds: dict[str, float] = {}
    lines: dict[Spot, list[str]] = {}
    loading: set[Spot] = set()
    # Dealt by turns, so that neither half has all the long ones.
    groups = [some for n in range(WORKERS) if (some := kept[n::WORKERS])]
    with ThreadPoolExecutor(WORKERS) as pool:
        for part in pool.map(lambda some: _measured(core, packages, some), groups):
            seconds |= part["seconds"]
            for file, of_file in part["lines"].items():
                for line, tests in of_file.items():
                    spot = (file, int(line))
                    lines.setdefault(spot, []).extend(name for name in tests if name)
                    if "" in tests:
                        loading.add(spot)
    return Covering(seconds, lines, loading)


def _measured(core: Path, packages: Sequence[str], modules: Sequence[str]) -> dict[str, dict]:
    command = [sys.executable, str(ROOT / "tools" / "mutate_measure.py"), ",".join(packages)]
    done = subprocess.run([*command, *modules], cwd=core, capture_output=True, check=False)
    if done.returncode:
        sys.exit(f"The tests have to pass before they can be measured.\n{done.stderr.decode()}")
    return json.loads(done.stdout)


class Tries:
    """A process in which the core and its tests are loaded, to try changes in."""

    def __init__(self, core: Path) -> None:
        self.core = core
        self._process = subprocess.Popen(
            [sys.executable, str(ROOT / "tools" / "mutate_try.py"), *modules_of(core)],
            cwd=core, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True,
            env={**os.environ, "OPENBLAS_NUM_THREADS": "1"},
        )  # fmt: skip

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_: object) -> None:
        self._process.communicate()

    def noticed(self, mutant: Mutant, cover: Covering) -> tuple[bool, str]:
        """Run the tests over a change; return whether one failed, and the change.

        Raises:
            RuntimeError: the process has ended.
        """
        tests = cover.of(mutant)
        code = (self.core / mutant.file).read_text()
        bent = changed(code, mutant)
        rows = unified_diff(
            code.split("\n"), bent.split("\n"), mutant.file, mutant.file, "", "", 1, ""
        )
        shown = "\n".join(rows)
        if not tests:
            return False, shown
        asked = {
            "file": mutant.file, "code": bent, "tests": tests,
            # A change that makes a loop endless is noticed by the one who waits.
            "seconds": 60 + 5 * sum(cover.seconds[test] for test in tests),
            "loading": (mutant.file, mutant.line) in cover.loading,
        }  # fmt: skip
        assert self._process.stdin is not None
        assert self._process.stdout is not None
        self._process.stdin.write(json.dumps(asked) + "\n")
        self._process.stdin.flush()
        answer = self._process.stdout.readline()
        if not answer:
            raise RuntimeError("The tests could not be loaded.")
        return json.loads(answer), shown


def run(packages: Sequence[str], count: int, seed: int) -> int:
    """Print the share noticed, and what was not; return how many were not."""
    began = time.monotonic()
    with tempfile.TemporaryDirectory(prefix="snabo-mutate-") as folder:
        core = copied(Path(folder))
        cover = covering(core, packages)
        drawn = sample(core, packages, count, seed)
        print(
            f"{len(cover.seconds)} tests, {len(drawn)} changes drawn with seed {seed} "
            f"after {time.monotonic() - began:.0f} s",
            flush=True,
        )
        free: queue.Queue[Tries] = queue.Queue()

        def tried(mutant: Mutant) -> tuple[bool, str]:
            tries = free.get()
            try:
                return tries.noticed(mutant, cover)
            finally:
                free.put(tries)

        with ExitStack() as stack:
            for _ in range(WORKERS):
                free.put(stack.enter_context(Tries(core)))
            pool = stack.enter_context(ThreadPoolExecutor(WORKERS))
            missed = []
            for mutant, (killed, shown) in zip(drawn, pool.map(tried, drawn), strict=True):
                if not killed:
                    missed.append(mutant)
                    print(f"{shown}\n  {len(cover.of(mutant))} tests ran\n", flush=True)
    for package in packages:
        of_package = [one for one in drawn if f"/{package}/" in one.file]
        lost = [one for one in missed if f"/{package}/" in one.file]
        if of_package:
            print(f"{package}: {len(of_package) - len(lost)} of {len(of_package)} noticed")
    share = 1 - len(missed) / max(1, len(drawn))
    print(f"{share:.0%} noticed, {time.monotonic() - began:.0f} s")
    return len(missed)


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=300)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--package", action="append", choices=PACKAGES)
    chosen = parser.parse_args()
    run(chosen.package or PACKAGES, chosen.count, chosen.seed)
