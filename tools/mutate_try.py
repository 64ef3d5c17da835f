"""Try changes of the core one after another: run tests over each in a child that ends with it.

For `mutate.py`; run in the folder of the core. Every line on standard input is a JSON object:
`file` below the core, its changed `code`, the `tests` to run, the `seconds` they may take. Each is
answered with a line: `true` when a test failed or did not end. No file is written.

The tests and the core are imported once. A change within a function is put into the functions that
are there; one in what runs while a module is loaded, by the lines named at the start, makes the
child load the core anew.
"""

from __future__ import annotations

import gc
import importlib.machinery
import inspect
import io
import json
import os
import select
import signal
import sys
import unittest
from collections.abc import Iterator, Sequence
from pathlib import Path
from types import CodeType, FunctionType

# What stays when the core is loaded anew: all but these.
OURS = ("snabo_core", "tests")
Key = tuple[str, int]


def functions_in(code: CodeType) -> Iterator[tuple[Key, CodeType]]:
    """Yield all code that runs when it is called, with its name and line; code within it too."""
    for one in code.co_consts:
        if isinstance(one, CodeType):
            if one.co_flags & inspect.CO_OPTIMIZED:
                yield (one.co_qualname, one.co_firstlineno), one
            yield from functions_in(one)


def loading_of(code: CodeType) -> tuple[object, ...]:
    """Return what runs while a module is loaded, to compare: its own code and that of classes."""
    own = tuple(one for one in code.co_consts if not isinstance(one, CodeType))
    classes = tuple(
        loading_of(one)
        for one in code.co_consts
        if isinstance(one, CodeType) and not one.co_flags & inspect.CO_OPTIMIZED
    )
    return code.co_code, repr(own), code.co_names, classes


def put_into_place(path: str, old: str, new: str) -> bool:
    """Give the functions of a file their changed code; return False where loading it differs."""
    before, after = compile(old, path, "exec"), compile(new, path, "exec")
    if loading_of(before) != loading_of(after):
        return False
    was, becomes = dict(functions_in(before)), dict(functions_in(after))
    if was.keys() != becomes.keys():
        return False
    changed = {key for key, code in was.items() if code != becomes[key]}
    for one in gc.get_objects():
        if isinstance(one, FunctionType) and one.__code__.co_filename == path:
            key = (one.__code__.co_qualname, one.__code__.co_firstlineno)
            if key in changed:
                one.__code__ = becomes[key]
    return True


def load_anew(path: str, new: str) -> None:
    """Forget the core and its tests; when it is loaded again, this file has the changed code."""
    code = compile(new, path, "exec")
    usual = importlib.machinery.SourceFileLoader.get_code

    def told(self: importlib.machinery.SourceFileLoader, name: str) -> CodeType | None:
        return code if self.path == path else usual(self, name)

    importlib.machinery.SourceFileLoader.get_code = told  # type: ignore[method-assign]
    for name in [one for one in sys.modules if one.split(".")[0] in OURS]:
        del sys.modules[name]


def noticed(tests: Sequence[str]) -> bool:
    """Return whether one of the tests fails, or cannot be loaded."""
    runner = unittest.TextTestRunner(stream=io.StringIO(), failfast=True)
    try:
        suite = unittest.defaultTestLoader.loadTestsFromNames(tests)
    except Exception:  # noqa: BLE001  what cannot be loaded is noticed by whoever loads it
        return True
    return not runner.run(suite).wasSuccessful()


def tried(file: str, code: str, tests: Sequence[str], seconds: float, *, loading: bool) -> bool:
    """Run the tests over a change in a child; return whether it was noticed."""
    path = str(Path.cwd() / file)
    child = os.fork()
    if not child:
        # The tests may start programs and threads: the child ends whatever becomes of them.
        try:
            os.setsid()
            sys.stdout = sys.stderr = io.StringIO()
            if loading or not put_into_place(path, Path(path).read_text(), code):
                load_anew(path, code)
            failed = noticed(tests)
        except BaseException:  # noqa: BLE001  the change ended the tests
            failed = True
        os._exit(1 if failed else 0)
    ended = os.pidfd_open(child)
    try:
        if not select.select([ended], [], [], seconds)[0]:
            os.killpg(child, signal.SIGKILL)
        return os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]) != 0
    finally:
        os.close(ended)


def main(modules: Sequence[str]) -> None:
    """Answer line by line until nothing more is asked."""
    sys.path.insert(0, str(Path.cwd()))
    unittest.defaultTestLoader.loadTestsFromNames(modules)
    for line in sys.stdin:
        print(json.dumps(tried(**json.loads(line))), flush=True)


if __name__ == "__main__":
    main(sys.argv[1:])
