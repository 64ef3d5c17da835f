"""Limits that hold before any view runs."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from config.problems import problem


class BodyLimitMiddleware:
    """Refuses request bodies over the limit with a sentence, without reading them."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer 413 when the announced length is over the limit."""
        length = request.META.get("CONTENT_LENGTH") or "0"
        if not length.isdigit() or int(length) > settings.BODY_LIMIT_BYTES:
            megabytes = settings.BODY_LIMIT_BYTES / 1_000_000
            return problem(
                413,
                "too-large",
                f"That is more than {megabytes:g} MB, which is too much at once. "
                "Nothing was lost here; send a shorter text.",
            )
        return self.get_response(request)
