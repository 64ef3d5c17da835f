"""Who is asking: the session, refused with 401 when there is none."""

from rest_framework.authentication import SessionAuthentication
from rest_framework.request import Request


class SignedInSession(SessionAuthentication):
    """Django's session with its CSRF check; a stranger gets 401, so the screen can ask."""

    def authenticate_header(self, request: Request) -> str:
        """Name the scheme, which turns 403 into 401 for those not signed in."""
        return "Session"
