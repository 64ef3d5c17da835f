"""Who is asking: a token or the session, refused with 401 when there is neither."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django.contrib.auth import logout
from rest_framework.authentication import BaseAuthentication, SessionAuthentication
from rest_framework.permissions import SAFE_METHODS, BasePermission
from rest_framework.request import Request

from accounts.models import ApiToken
from accounts.services import seen_now
from accounts.tokens import token_for
from config.problems import OfToken

if TYPE_CHECKING:
    from rest_framework.views import APIView

BEARER = "Bearer "


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


class ProgramsToken(BaseAuthentication):
    """A token that the Kitchen made for a program, in `Authorization: Bearer`."""

    def authenticate(self, request: Request) -> tuple[Any, Any] | None:
        """Return whose token it is; nobody where none is sent."""
        sent = request.headers.get("Authorization", "")
        if not sent.startswith(BEARER):
            return None
        token = token_for(sent.removeprefix(BEARER).strip())
        if token is None:
            raise OfToken(
                401, "Nobody is let in with this token: it was ended, or its days are over."
            )
        return token.user, token

    def authenticate_header(self, request: Request) -> str:
        """Name the scheme."""
        return "Bearer"


class WithinScope(BasePermission):
    """What a program may with its token: look and compute, or change; never open other doors.

    A view that only computes says `computes`; one that is for people alone says `for_people`.
    """

    def has_permission(self, request: Request, view: APIView) -> bool:
        """Refuse what the token sent does not go so far as; a session always does."""
        token = request.auth
        if not isinstance(token, ApiToken):
            return True
        if getattr(view, "for_people", False):
            raise OfToken(403, "No token does that: sign in with a browser.")
        looks = request.method in SAFE_METHODS or getattr(view, "computes", False)
        if not looks and token.scope != "write":
            raise OfToken(403, "This token may not change anything; make one that may.")
        return True
