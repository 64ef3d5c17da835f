"""Compare the API contract and the generated TypeScript with what is committed.

python tools/check_contract.py         fails when either is stale
./snabo types                          renews both
"""

import json
import os
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
os.environ.setdefault("SNABO_SECRET_KEY", "only to describe the contract")

import django  # noqa: E402  Django has to be set up first

django.setup()

from drf_spectacular.drainage import GENERATOR_STATS  # noqa: E402
from drf_spectacular.generators import SchemaGenerator  # noqa: E402
from drf_spectacular.renderers import OpenApiYamlRenderer  # noqa: E402
from drf_spectacular.validation import validate_schema  # noqa: E402

from snabo_core.exchange.archive import schema as archive_schema  # noqa: E402
from snabo_core.foods.own import ALLERGEN_WORDS, HOLDABLE  # noqa: E402
from snabo_core.method import techniques  # noqa: E402
from snabo_core.plate.nutrients import LABELS, TARGETED, UNIT  # noqa: E402
from snabo_core.quantities.conversions import salt_kinds  # noqa: E402
from snabo_core.swaps.book import book  # noqa: E402
from snabo_core.water.steps import TECHNIQUES  # noqa: E402
from snabo_core.wording import KJ_PER_KCAL  # noqa: E402

CONTRACT = ROOT / "docs" / "openapi.yaml"
TYPES = ROOT / "web" / "src" / "api" / "schema.d.ts"
ARCHIVE = ROOT / "docs" / "archive.schema.json"
VOCABULARY = ROOT / "web" / "src" / "api" / "vocabulary.ts"


def contract() -> str:
    schema = SchemaGenerator().get_schema(request=None, public=True)
    validate_schema(schema)
    if GENERATOR_STATS:
        sys.exit("The contract was generated with the warnings above.")
    return OpenApiYamlRenderer().render(schema, renderer_context={}).decode()


def types(source: Path, target: Path) -> None:
    tool = ROOT / "web" / "node_modules" / ".bin" / "openapi-typescript"
    command = [str(tool), str(source), "--output", str(target)]
    subprocess.run(command, check=True, capture_output=True)


def archive() -> str:
    """Return the published schema of a household's archive."""
    return json.dumps(archive_schema(), ensure_ascii=False, indent=1) + "\n"


def vocabulary() -> str:
    """Return the words that screens share with the core, as TypeScript."""
    words = {
        "LABELS": LABELS,
        "UNITS": UNIT,
        "KJ_PER_KCAL": KJ_PER_KCAL,
        "TARGETED": TARGETED,
        "ALLERGENS": ALLERGEN_WORDS,
        "HOLDABLE": HOLDABLE,
        "SALTS": tuple(salt_kinds()),
        "TECHNIQUES": tuple(techniques()),
        "APPLIANCES": tuple(sorted(book().appliances)),
        "BOOK_TECHNIQUES": tuple(sorted(TECHNIQUES)),
    }
    kinds = {
        "LABELS": "Record<string, string>",
        "UNITS": "Record<string, string>",
        "KJ_PER_KCAL": "number",
    }
    lines = ["/** The core's words, written by ./snabo types; not to be changed by hand. */"]
    for name, value in words.items():
        text = json.dumps(value, ensure_ascii=False, indent=2)
        lines.append(f"export const {name}: {kinds.get(name, 'readonly string[]')} = {text};")
    return _pretty("\n".join(lines) + "\n")


def _pretty(text: str) -> str:
    tool = ROOT / "web" / "node_modules" / ".bin" / "prettier"
    command = [str(tool), "--stdin-filepath", str(VOCABULARY)]
    done = subprocess.run(command, input=text, check=True, capture_output=True, text=True)
    return done.stdout


def main() -> int:
    fresh = contract()
    if "--write" in sys.argv:
        CONTRACT.write_text(fresh)
        types(CONTRACT, TYPES)
        VOCABULARY.write_text(vocabulary())
        ARCHIVE.write_text(archive())
        return 0
    with tempfile.TemporaryDirectory() as folder:
        source, target = Path(folder, "openapi.yaml"), Path(folder, "schema.d.ts")
        source.write_text(fresh)
        types(source, target)
        words = Path(folder, "vocabulary.ts")
        words.write_text(vocabulary())
        household = Path(folder, "archive.schema.json")
        household.write_text(archive())
        pairs = ((CONTRACT, source), (TYPES, target), (VOCABULARY, words), (ARCHIVE, household))
        stale = [
            str(known.relative_to(ROOT))
            for known, new in pairs
            if not known.exists() or known.read_text() != new.read_text()
        ]
    for name in stale:
        print(f"{name} is stale: renew it with ./snabo types")
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
