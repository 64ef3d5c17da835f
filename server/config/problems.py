"""Every refusal is one RFC 9457 problem document with a sentence for the cook."""

from typing import Any

import msgspec
from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpResponse
from rest_framework import exceptions
from rest_framework.response import Response

from snabo_core.errors import Outdated, SnaboError


class Conflict(Exception):
    """The thing was changed by somebody else since it was read."""

    def __init__(self, sentence: str, current_revision: int) -> None:
        super().__init__(sentence)
        self.current_revision = current_revision


def _body(status: int, code: str, sentence: str, **more: Any) -> dict[str, Any]:
    return {"type": f"snabo:{code}", "status": status, "code": code, "detail": sentence, **more}


def problem(status: int, code: str, sentence: str, **more: Any) -> HttpResponse:
    """Return a problem document as a plain Django response."""
    return HttpResponse(
        msgspec.json.encode(_body(status, code, sentence, **more)),
        status=status,
        content_type="application/problem+json",
    )


def _describe(error: Exception) -> dict[str, Any] | None:
    if isinstance(error, Conflict):
        return _body(412, "stale", str(error), current_revision=error.current_revision)
    if isinstance(error, Outdated):
        return _body(409, error.code, error.sentence, field=error.field)
    if isinstance(error, SnaboError):
        return _body(400, error.code, error.sentence, field=error.field)
    if isinstance(error, (exceptions.NotAuthenticated, exceptions.AuthenticationFailed)):
        return _body(401, "sign-in", "Sign in to go on. Unsaved text stays in this browser.")
    if isinstance(error, (exceptions.PermissionDenied, PermissionDenied)):
        return _body(403, "not-allowed", "This page is out of date. Load it again and retry.")
    if isinstance(error, (Http404, exceptions.NotFound)):
        return _body(404, "not-found", "There is no such thing in this household.")
    if isinstance(error, exceptions.APIException):
        return _body(error.status_code, str(error.default_code), str(error.detail))
    return None


def problem_response(error: Exception, _context: dict[str, Any]) -> Response | None:
    """Map core, service and framework errors to a problem document; leave the rest alone."""
    described = _describe(error)
    if described is None:
        return None
    return Response(described, status=described["status"], content_type="application/problem+json")
