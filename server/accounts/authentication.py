"""Who is asking: the session, refused with 401 when there is none."""

from typing import Any

from django.contrib.auth import logout
from rest_framework.authentication import SessionAuthentication
from rest_framework.request import Request

from accounts.services import seen_now


class SignedInSession(SessionAuthentication):
    """Django's session with its CSRF check; a stranger gets 401, so the screen can ask."""

    def authenticate(self, request: Request) -> tuple[Any, Any] | None:
        """Return who is signed in, nobody where the session was idle for too long."""
        found = super().authenticate(request)
        if found is None:
            return None
        own = request._request  # noqa: SLF001  the framework offers no public name for it
        if not seen_now(found[0], own.session.session_key):
            logout(own)
            return None
        return found

    def authenticate_header(self, request: Request) -> str:
        """Name the scheme, which turns 403 into 401 for those not signed in."""
        return "Session"
