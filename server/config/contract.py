"""The API contract: core types become OpenAPI components, views name them by type.

The types of `snabo_core.views` are the single source: msgspec writes their schemas, the
front end's TypeScript is generated from the result, and lint fails when either is stale.
"""

from collections.abc import Callable, Mapping
from functools import cache
from typing import Any, TypeVar
from uuid import UUID

import msgspec
from drf_spectacular.extensions import OpenApiAuthenticationExtension
from drf_spectacular.utils import OpenApiParameter, extend_schema

# How a list is asked for page by page, and where the next page is said to be.
PAGE = (
    OpenApiParameter("cursor", str, description="Where the last page ended."),
    OpenApiParameter("page_size", int, description="How many rows, 1 to 500."),
    OpenApiParameter("Link", str, location="header", response=[200],
                     description='The next page, rel="next", where there is one.'),
)  # fmt: skip
View = TypeVar("View", bound=Callable[..., Any])
LINES = "application/x-ndjson"
REF = "#/components/schemas/{name}"

_named: dict[str, Any] = {}


def reference(kind: Any) -> dict[str, Any]:
    """Return the schema that points at `kind`, remembering it as a component."""
    if getattr(kind, "__origin__", None) is list:
        return {"type": "array", "items": reference(kind.__args__[0])}
    _named[kind.__name__] = kind
    return {"$ref": REF.format(name=kind.__name__)}


class SessionScheme(OpenApiAuthenticationExtension):  # type: ignore[no-untyped-call]
    """Tells the contract that a session cookie is what signs a request."""

    target_class = "accounts.authentication.SignedInSession"
    name = "session"

    def get_security_definition(self, auto_schema: Any) -> dict[str, str]:
        """Return the scheme."""
        return {"type": "apiKey", "in": "cookie", "name": "sessionid"}


class TokenScheme(OpenApiAuthenticationExtension):  # type: ignore[no-untyped-call]
    """Tells the contract that a program's token signs a request too."""

    target_class = "accounts.authentication.ProgramsToken"
    name = "token"

    def get_security_definition(self, auto_schema: Any) -> dict[str, str]:
        """Return the scheme."""
        return {"type": "http", "scheme": "bearer"}


class Problem(msgspec.Struct):
    """RFC 9457: what was refused and what to do, in a sentence."""

    type: str
    status: int
    code: str
    detail: str
    field: str | None = None
    current_revision: int | None = None


def contract(
    operation: str,
    *,
    body: Any = None,
    answer: Any = None,
    status: int = 200,
    query: Mapping[str, type] | None = None,
    header: str | None = None,
    client_id: bool = False,
    streamed: bool = False,
    paged: bool = False,
) -> Callable[[View], View]:
    """Describe one view method: its name, body, answer and query."""
    parameters = [OpenApiParameter(name, kind) for name, kind in (query or {}).items()]
    if header:
        parameters.append(OpenApiParameter(header, str, location="header", required=True))
    if client_id:
        parameters.append(OpenApiParameter("Client-Id", UUID, location="header", required=False))
    if paged:
        parameters += [*PAGE]
    reference(Problem)
    # What is sent part by part is a line of JSON for each.
    key = (status, LINES) if streamed else status
    return extend_schema(
        operation_id=operation,
        request={"application/json": reference(body)} if body else None,
        responses={key: reference(answer) if answer else None},
        parameters=parameters,
    )


@cache
def _core_components() -> dict[str, Any]:
    _schemas, components = msgspec.json.schema_components(
        list(_named.values()), ref_template="#/components/schemas/{name}"
    )
    for name, schema in components.items():
        # What goes over the wire is whole, but for what a change may leave unsaid; defaults only
        # serve Python callers.
        if "properties" in schema:
            unsaid = _unsaid(_named.get(name))
            schema["required"] = [one for one in schema["properties"] if one not in unsaid]
            for field in schema["properties"].values():
                field.pop("default", None)
    return components


def _unsaid(kind: Any) -> set[str]:
    """Return the fields of a body that mean "as it is" where they are left out."""
    if not (isinstance(kind, type) and issubclass(kind, msgspec.Struct)):
        return set()
    return {f.name for f in msgspec.structs.fields(kind) if f.default is msgspec.UNSET}


# What every refusal means, by status; which of them an operation can answer with, see `_refusals`.
REFUSALS = {
    400: "What was sent cannot be; the sentence says why.",
    401: "Nobody is signed in.",
    403: "The page is out of date, or the token may not do that.",
    404: "There is no such thing in this household.",
    409: "The page was loaded before the last update.",
    412: "It was changed elsewhere meanwhile.",
    413: "More was sent than is read.",
    415: "Only JSON is read.",
    429: "Too many tries.",
    503: "It took too long and was stopped.",
}
SIGN_IN = "/api/session"


def _refusals(path: str, method: str, operation: dict[str, Any]) -> set[int]:
    """Return the statuses with which an operation refuses."""
    found = {400, 503} | (set() if path == SIGN_IN and method != "delete" else {401})
    if method != "get":
        found |= {403, 413, 415}
    sent = str(operation.get("requestBody", ""))
    if "{" in path or any(name in sent for name in ("DayRequest", "SheetRequest", "StartSession")):
        found.add(404)
    if "requestBody" in operation and ("Dish" in sent or "Request" in sent):
        found.add(409)
    if any(p["name"] == "If-Match" for p in operation.get("parameters", ())):
        found.add(412)
    if path == SIGN_IN and method == "post":
        found |= {401, 429}
    return found


def add_refusals(result: dict[str, Any], **_: Any) -> dict[str, Any]:
    """Describe with which problem documents each operation refuses."""
    content = {"application/problem+json": {"schema": reference(Problem)}}
    for path, methods in result["paths"].items():
        for method, operation in methods.items():
            for status in sorted(_refusals(path, method, operation)):
                described = {"description": REFUSALS[status], "content": content}
                operation["responses"][str(status)] = described
    return result


def add_core_types(result: dict[str, Any], **_: Any) -> dict[str, Any]:
    """Put the schemas of all named core types among the components."""
    schemas = result.setdefault("components", {}).setdefault("schemas", {})
    schemas.update(_core_components())
    return result
