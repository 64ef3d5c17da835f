"""Compare the API contract and the generated TypeScript with what is committed.

python tools/check_contract.py         fails when either is stale
./snabo types                          renews both
"""

import os
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "core"), str(ROOT / "server")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
os.environ.setdefault("SNABO_SECRET_KEY", "only to describe the contract")

import django  # noqa: E402  the path has to be set first

django.setup()

from drf_spectacular.drainage import GENERATOR_STATS  # noqa: E402
from drf_spectacular.generators import SchemaGenerator  # noqa: E402
from drf_spectacular.renderers import OpenApiYamlRenderer  # noqa: E402
from drf_spectacular.validation import validate_schema  # noqa: E402

CONTRACT = ROOT / "docs" / "openapi.yaml"
TYPES = ROOT / "web" / "src" / "api" / "schema.d.ts"


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


def main() -> int:
    fresh = contract()
    if "--write" in sys.argv:
        CONTRACT.write_text(fresh)
        types(CONTRACT, TYPES)
        return 0
    with tempfile.TemporaryDirectory() as folder:
        source, target = Path(folder, "openapi.yaml"), Path(folder, "schema.d.ts")
        source.write_text(fresh)
        types(source, target)
        stale = [
            str(known.relative_to(ROOT))
            for known, new in ((CONTRACT, source), (TYPES, target))
            if not known.exists() or known.read_text() != new.read_text()
        ]
    for name in stale:
        print(f"{name} is stale: renew it with ./snabo types")
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
