"""What the contract describes is what the server does: generated requests, valid and not."""

import re
import time
import warnings
from typing import Any

import requests
import schemathesis
from django.http import HttpResponse
from drf_spectacular.generators import SchemaGenerator
from hypothesis import HealthCheck, Phase, given, seed, settings
from schemathesis import GenerationMode, Response
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from config.tests.base import KitchenCase

CHECKS = [
    not_a_server_error, status_code_conformance, content_type_conformance,
    response_schema_conformance,
]  # fmt: skip
# As in the decisions: three of each kind for an operation, and a minute for all of them.
EXAMPLES, MOST_SECONDS = 3, 60.0
# Nobody is signed in any more after these.
ENDING = {"sign_out", "change_password", "end_sign_in"}


def reach(body: Any, contract: dict[str, Any]) -> int:
    """Return how many schemas a request's body is made of."""
    known: set[str] = set()
    waiting = [str(body)]
    while waiting:
        found = set(re.findall(r"#/components/schemas/(\w+)", waiting.pop())) - known
        known |= found
        waiting += [str(contract["components"]["schemas"][name]) for name in found]
    return len(known)


class Conformance(KitchenCase):
    """No answer that the contract does not describe."""

    def answered(self, case: Any) -> Response:
        """Send a generated case through the test client and return what a browser would see."""
        sent = case.as_transport_kwargs(base_url="http://testserver")
        prepared = requests.Request(
            sent["method"], sent["url"], params=sent.get("params"), json=sent.get("json"),
            data=sent.get("data"), headers=sent.get("headers"),
        ).prepare()  # fmt: skip
        answer: HttpResponse = self.client.generic(
            prepared.method, prepared.path_url, prepared.body or b"",
            prepared.headers.get("Content-Type", "application/json"),
            headers={k: v for k, v in prepared.headers.items() if k in ("If-Match", "Client-Id")},
        )  # fmt: skip
        return Response(
            status_code=answer.status_code,
            headers={name.lower(): [value] for name, value in answer.items()},
            content=answer.getvalue(), request=prepared, elapsed=0.0, verify=False,
        )  # fmt: skip

    def test_generated_requests_meet_only_what_is_described(self) -> None:
        warnings.simplefilter("ignore")
        contract = SchemaGenerator().get_schema(request=None, public=True)
        began, tried, reached, statuses = time.monotonic(), 0, 0, set()
        operations = [found.ok() for found in schemathesis.openapi.from_dict(contract)
                      .get_all_operations()]  # fmt: skip
        operations = [o for o in operations if o.definition.raw["operationId"] not in ENDING]
        # Those whose cases are quickly made first: so the minute reaches as many as it can.
        operations.sort(key=lambda o: reach(o.definition.raw.get("requestBody"), contract))

        def enough() -> bool:
            late = time.monotonic() - began > MOST_SECONDS
            return late and min(tried, reached) > len(operations)

        for operation in operations:
            for mode in (GenerationMode.POSITIVE, GenerationMode.NEGATIVE):
                cases = operation.as_strategy(generation_mode=mode)

                @seed(29)
                @settings(
                    max_examples=EXAMPLES,
                    database=None,
                    deadline=None,
                    phases=[Phase.generate],
                    suppress_health_check=list(HealthCheck),
                )
                @given(cases)
                def send(case: Any) -> None:
                    nonlocal tried
                    if enough():
                        return
                    answer = self.answered(case)
                    statuses.add(answer.status_code)
                    tried += 1
                    case.validate_response(answer, checks=CHECKS)

                # A case made is time spent, whether it is sent or not.
                if enough():
                    continue
                with self.subTest(operation=operation.label, mode=str(mode)):
                    send()
                    reached += 1
        self.assertGreater(tried, len(operations))
        # Two for each operation; the largest bodies are not always reached.
        self.assertGreater(reached, len(operations))
        self.assertTrue({200, 400, 404} <= statuses, statuses)
