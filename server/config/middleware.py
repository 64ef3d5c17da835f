"""Limits that hold before any view runs, and headers that stand on every answer."""

import ctypes
import itertools
import logging
import math
import re
import threading
import time
from collections.abc import Callable
from uuid import uuid4

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from rest_framework.response import Response

from config.problems import TookTooLong, problem

REQUESTS = logging.getLogger("snabo.requests")
# Asked every few seconds.
PROBES = {"/healthz", "/readyz"}


def _untie(response: HttpResponse) -> None:
    """Let go of what was sent and answered, now that it is written out.

    The framework ties request, view and answer into rings, and what hangs on them waits until the
    collector walks all of it in the middle of some later answer.
    """
    if isinstance(response, Response) and response.is_rendered:
        context = getattr(response, "renderer_context", {})
        if "request" in context:
            context["request"].parser_context = {}
        response.__dict__.pop("renderer_context", None)


class RequestLogMiddleware:
    """Tells the log of every request: its id, method, path, status and milliseconds.

    A proxy's `X-Request-Id` is taken over, so that its log and ours can be read together.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, and say so."""
        given = request.headers.get("X-Request-Id", "")
        identity = given if re.fullmatch(r"[\w-]{8,64}", given) else uuid4().hex
        began = time.monotonic()
        response = self.get_response(request)
        response["X-Request-Id"] = identity
        told = {
            "request": identity, "method": request.method, "path": request.path[:200],
            "status": response.status_code, "ms": round((time.monotonic() - began) * 1000),
        }  # fmt: skip
        if request.path not in PROBES:
            REQUESTS.info("request", extra=told)
        _untie(response)
        return response


class BodyLimitMiddleware:
    """Refuses request bodies over the limit with a sentence, without reading them."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer 413 when the announced length is over the limit."""
        length = request.META.get("CONTENT_LENGTH") or "0"
        photo = request.path.endswith("/photos")
        limit = settings.BODY_LIMIT_BYTES
        if photo or request.path == "/api/read/file":
            limit = settings.PHOTO_LIMIT_BYTES
        elif request.path == "/api/archive":
            limit = settings.ARCHIVE_LIMIT_BYTES
        if not length.isdigit() or int(length) > limit:
            shorter = "send a smaller photo" if photo else "send a shorter text"
            return problem(
                413,
                "too-large",
                f"That is more than {limit / 1_000_000:g} MB, which is too much at once. "
                f"Nothing was lost here; {shorter}.",
            )
        return self.get_response(request)


class _Watch:
    """One thread that ends whichever request is over its time; a thread for each costs more."""

    def __init__(self) -> None:
        self._changed = threading.Condition()
        # When each request has to be over and in which thread it runs, by a ticket.
        self._open: dict[int, tuple[float, int]] = {}
        self._tickets = itertools.count()
        self._wakes = math.inf
        self._running = False

    def begin(self, seconds: float) -> int:
        """Note that this thread's request has so many seconds; return its ticket."""
        until = time.monotonic() + seconds
        with self._changed:
            ticket = next(self._tickets)
            self._open[ticket] = until, threading.get_ident()
            if not self._running:
                self._running = True
                threading.Thread(target=self._run, name="time limit", daemon=True).start()
            elif until < self._wakes:
                self._changed.notify()
        return ticket

    def end(self, ticket: int) -> None:
        """Note that a request is over: it is not ended any more."""
        with self._changed:
            self._open.pop(ticket, None)

    def _run(self) -> None:
        with self._changed:
            while True:
                now = time.monotonic()
                late = [t for t, (until, _) in self._open.items() if until <= now]
                for ticket in late:
                    _, thread = self._open.pop(ticket)
                    ctypes.pythonapi.PyThreadState_SetAsyncExc(
                        ctypes.c_ulong(thread), ctypes.py_object(TookTooLong)
                    )
                self._wakes = min((until for until, _ in self._open.values()), default=math.inf)
                self._changed.wait(None if math.isinf(self._wakes) else self._wakes - now)


_WATCH = _Watch()


class TimeLimitMiddleware:
    """Ends a request that computes for too long, so that it cannot hold a thread for good."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Raise `TookTooLong` in the request's own thread when the limit is reached."""
        ticket = _WATCH.begin(settings.REQUEST_SECONDS)
        try:
            return self.get_response(request)
        finally:
            _WATCH.end(ticket)


class HeadersMiddleware:
    """Puts the headers on every answer, on files too."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Forbid what no page here needs, and keep households' data out of shared caches."""
        if request.path == "/index.html":
            # The page carries a fresh nonce; it is never served as a file.
            return HttpResponseRedirect("/")
        response = self.get_response(request)
        response.headers.setdefault("Permissions-Policy", settings.PERMISSIONS_POLICY)
        response.headers.setdefault("Cross-Origin-Resource-Policy", "same-origin")
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        return response
