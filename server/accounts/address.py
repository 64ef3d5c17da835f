"""Where a request comes from, behind proxies too."""

from django.conf import settings
from django.http import HttpRequest


def client_address(request: HttpRequest) -> str:
    """Return the address of the client; what our own proxies add is believed, no more.

    Each proxy appends the address it was asked from, so that with n of ours the n-th from the
    end is the client's; what stands before it anybody can have written.
    """
    direct: str = request.META.get("REMOTE_ADDR", "")
    if settings.PROXIES <= 0:
        return direct
    given: list[str] = [
        part.strip() for part in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",")
    ]
    given = [part for part in given if part]
    return given[-settings.PROXIES] if len(given) >= settings.PROXIES else direct
