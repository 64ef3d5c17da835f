"""Bent recipes and documents: a doubt or a sentence, never a crash, never a wait."""

import io
import time
import unittest
import zipfile
from typing import Any

import msgspec

from snabo_core.dish import Dish, check
from snabo_core.errors import SnaboError
from snabo_core.exchange.archive import read_archive
from snabo_core.exchange.files import Reader, read_file
from snabo_core.exchange.foods_csv import read_foods
from snabo_core.exchange.pages import decoded
from snabo_core.foods import library
from snabo_core.plate.setting import Setting
from snabo_core.recipe import read_recipe
from snabo_core.recipe.reading import new_id
from snabo_core.swaps.book import book
from snabo_core.swaps.own import read_pack
from snabo_core.swaps.roles import propose_slots
from snabo_core.views.claims import claims_view
from snabo_core.views.preview import preview
from snabo_core.views.recipe import recipe_view
from tests.mutations import ARCHIVE, archive, archives, documents, files, sealed, texts
from tests.score_recipes import recipes

TEXTS, DOCUMENTS, FILES, ARCHIVES = 300, 200, 150, 30
# Minutes of margin on a slow machine; a pattern that never ends takes far longer.
LONGEST_SECONDS = 10.0


def read(text: str) -> Dish | None:
    """Read a text as the screen does, None where it is refused with a sentence."""
    try:
        made = propose_slots(read_recipe(text, library(), None), book(), library())
        recipe_view(made, Setting(()), book(), library())
    except SnaboError:
        return None
    return made


def read_bent(file: tuple[str, bytes]) -> bool:
    """Read a file as the screen does, False where it is refused with a sentence."""
    name, content = file
    try:
        found = read_file(name, content, Reader(library(), book(), Setting(())))
        for dish in found.dishes:
            claims_view(check(dish), Setting(()), book(), library())
        if found.kind == "archive":
            read_archive(content)
        elif found.kind == "foods":
            read_foods(decoded(content), (), new_id)
        elif found.kind == "pack":
            read_pack(decoded(content), book(), library())
    except SnaboError:
        return False
    return True


def compute(document: dict[str, Any]) -> bool:
    """Compute a document as the screen does; False where it is refused with a sentence."""
    try:
        made = check(msgspec.convert(document, Dish))
        preview(made, Setting(()), book(), library())
    except (SnaboError, msgspec.ValidationError):
        return False
    return True


def sound() -> dict[str, Any]:
    """Return the document of a recipe that is in order."""
    made = read(recipes()[0].text)
    assert made is not None
    return msgspec.to_builtins(made)


class Bent(unittest.TestCase):
    """Seeded, so that a fault comes again; `./snabo fuzz` runs a hundred thousand."""

    def test_recipes(self) -> None:
        slowest = 0.0
        for text in texts(TEXTS, seed=20):
            began = time.process_time()
            read(text)
            slowest = max(slowest, time.process_time() - began)
        self.assertLess(slowest, LONGEST_SECONDS)

    def test_files(self) -> None:
        slowest, taken = 0.0, 0
        for file in files(FILES, seed=20):
            began = time.process_time()
            taken += read_bent(file)
            slowest = max(slowest, time.process_time() - began)
        self.assertLess(slowest, LONGEST_SECONDS)
        self.assertGreater(taken, FILES // 2)

    def test_archives(self) -> None:
        taken = sum(read_bent(file) for file in archives(ARCHIVES, seed=20))
        self.assertTrue(0 < taken < ARCHIVES, taken)
        text, whole = archive()
        # Half a letter, and a zip that is damaged inside or packed in a way that ours is not.
        odd = text.replace(b'"title": "', b'"title": "\\ud800', 1)
        zipped = bytearray(ARCHIVE.read_bytes())
        zipped[2000:2010] = b"\xff" * 10
        other = io.BytesIO()
        with zipfile.ZipFile(other, "w", zipfile.ZIP_LZMA) as files:
            files.writestr("archive.json", sealed(whole))
        for content in (odd, bytes(zipped), other.getvalue()):
            self.assertFalse(read_bent(("archive", content)))

    def test_documents(self) -> None:
        computed = sum(compute(document) for document in documents(sound(), DOCUMENTS, seed=20))
        # Most of what is bent is refused; some of it is odd and still a dish.
        self.assertGreater(computed, DOCUMENTS // 20)

    def test_long_runs_of_one_thing(self) -> None:
        for unit in ("1", " ", "½", "1/", "(", "a, ", "²", "1 1 / 2 ", "x", "%", "for the "):
            began = time.process_time()
            read(f"Title\n{unit * (100_000 // len(unit))}")
            self.assertLess(time.process_time() - began, LONGEST_SECONDS, unit)
