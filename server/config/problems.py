"""Every refusal is one RFC 9457 problem document with a sentence for the cook."""

from collections.abc import Callable
from typing import Any

import msgspec
from django.conf import settings
from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest, HttpResponse
from rest_framework import exceptions
from rest_framework.response import Response

from snabo_core.errors import Outdated, SnaboError


class OfToken(exceptions.APIException):
    """A program's token is none any more (401), or may not do what it was sent for (403)."""

    def __init__(self, status: int, sentence: str) -> None:
        super().__init__(sentence)
        self.status_code = status


class Conflict(Exception):
    """The thing was changed by somebody else since it was read."""

    def __init__(self, sentence: str, current_revision: int) -> None:
        super().__init__(sentence)
        self.current_revision = current_revision


class TookTooLong(Exception):
    """A request ran past its limit; raised in its thread from outside."""


def _body(status: int, code: str, sentence: str, **more: Any) -> dict[str, Any]:
    whole = {"field": None, "current_revision": None} | more
    return {"type": f"snabo:{code}", "status": status, "code": code, "detail": sentence, **whole}


def problem(status: int, code: str, sentence: str, **more: Any) -> HttpResponse:
    """Return a problem document as a plain Django response."""
    return HttpResponse(
        msgspec.json.encode(_body(status, code, sentence, **more)),
        status=status,
        content_type="application/problem+json",
    )


def _conflict(error: Conflict) -> dict[str, Any]:
    return _body(412, "stale", str(error), current_revision=error.current_revision)


def _refusal(error: SnaboError) -> dict[str, Any]:
    status = 409 if isinstance(error, Outdated) else 400
    return _body(status, error.code, error.sentence, field=error.field)


# By kind of error what it is answered with; the first kind that fits counts.
ANSWERS: tuple[tuple[Any, Callable[[Any], dict[str, Any]]], ...] = (
    (Conflict, _conflict),
    (SnaboError, _refusal),
    (OfToken, lambda error: _body(error.status_code, "token", str(error.detail))),
    (
        (exceptions.NotAuthenticated, exceptions.AuthenticationFailed),
        lambda _: _body(401, "sign-in", "Sign in to go on. Unsaved text stays in this browser."),
    ),
    (
        (exceptions.PermissionDenied, PermissionDenied),
        lambda _: _body(403, "not-allowed", "This page is out of date. Load it again and retry."),
    ),
    (
        (Http404, exceptions.NotFound),
        lambda _: _body(404, "not-found", "There is no such thing in this household."),
    ),
    (
        TookTooLong,
        lambda _: _body(
            503,
            "too-long",
            "That took too long and was stopped. Nothing was lost; try with a shorter text.",
        ),
    ),
    (exceptions.Throttled, lambda error: _body(429, "too-many", too_many(error.wait or 0))),
    (
        exceptions.APIException,
        lambda error: _body(error.status_code, str(error.default_code), str(error.detail)),
    ),
)


def _describe(error: Exception) -> dict[str, Any] | None:
    return next((words(error) for kind, words in ANSWERS if isinstance(error, kind)), None)


def problem_response(error: Exception, _context: dict[str, Any]) -> Response | None:
    """Map core, service and framework errors to a problem document; leave the rest alone."""
    described = _describe(error)
    if described is None:
        return None
    answer = Response(
        described, status=described["status"], content_type="application/problem+json"
    )
    if wait := getattr(error, "wait", None):
        answer["Retry-After"] = str(round(wait))
    return answer


def too_many(seconds: float) -> str:
    """Return what somebody is told who guessed too often."""
    minutes = max(1, round(seconds / 60))
    wait = "a minute" if minutes == 1 else f"{minutes} minutes"
    return f"Too many tries. Wait {wait}, then try again."


def locked_out(_request: HttpRequest, *_args: Any, **_kwargs: Any) -> HttpResponse:
    """Answer a name that was guessed at too often from one address."""
    seconds = settings.LOCKOUT_SECONDS
    answer = problem(429, "too-many", too_many(seconds))
    answer["Retry-After"] = str(seconds)
    return answer


def page_is_old(_request: HttpRequest, reason: str = "") -> HttpResponse:
    """Answer a form without its token."""
    del reason
    return problem(403, "not-allowed", "This page is out of date. Load it again and retry.")


def crashed(_request: HttpRequest) -> HttpResponse:
    """Answer a fault of ours."""
    return problem(
        500, "fault", "Something failed here. Nothing saved was lost; load the page and try again."
    )
