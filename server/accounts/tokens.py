"""Tokens for other programs: made in the Kitchen, shown once, kept only as their digest."""

import datetime as dt
import hashlib
import secrets
from typing import Annotated
from uuid import UUID

import msgspec
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.models import ApiToken, Household, Scope, User
from accounts.writing import writes
from snabo_core.errors import BadInput
from snabo_core.unseen import one_line

PREFIX = "snabo_"
SECRET_BYTES = 32
MOST_TOKENS, MOST_DAYS = 20, 366
# How often it is written down that a token was used.
USED_EVERY = dt.timedelta(minutes=5)


class NewToken(msgspec.Struct):
    """A token wanted: what for, what it may, for how many days."""

    name: Annotated[str, msgspec.Meta(max_length=80)]
    scope: Scope
    days: Annotated[int, msgspec.Meta(ge=1, le=MOST_DAYS)]


class TokenRecord(msgspec.Struct):
    """A token in the list; the token itself is shown only when it is made."""

    id: UUID
    name: str
    scope: Scope
    created_at: dt.datetime
    expires_at: dt.datetime
    used_at: dt.datetime | None
    expired: bool


class MadeToken(msgspec.Struct):
    """A token just made, with what the other program has to send."""

    record: TokenRecord
    secret: str


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def record_of(token: ApiToken) -> TokenRecord:
    """Return a token as the Kitchen lists it."""
    return TokenRecord(
        token.uid, token.name, token.scope, token.created_at, token.expires_at, token.used_at,
        expired=token.expires_at <= timezone.now(),
    )  # fmt: skip


def tokens_of(*, household: Household) -> list[TokenRecord]:
    """Return the household's tokens, the newest first."""
    return [record_of(token) for token in ApiToken.objects.of(household)]


@writes
def make_token(*, household: Household, by: User, wanted: NewToken) -> MadeToken:
    """Make a token for a program.

    Raises:
        BadInput: it has no name, or there are too many.
    """
    name = wanted.name.strip()
    if not name or not one_line(name):
        raise BadInput("Say which program it is for, on one line.", "name")
    if ApiToken.objects.of(household).count() >= MOST_TOKENS:
        raise BadInput(f"{MOST_TOKENS} tokens are the most; end one first.", "name")
    secret = PREFIX + secrets.token_urlsafe(SECRET_BYTES)
    token = ApiToken.objects.create(
        household=household, user=by, name=name, scope=wanted.scope, digest=_digest(secret),
        expires_at=timezone.now() + dt.timedelta(days=wanted.days),
    )  # fmt: skip
    return MadeToken(record_of(token), secret)


@writes
def end_token(*, household: Household, by: User, token_id: UUID) -> None:
    """End a token: what has it is let in no more."""
    get_object_or_404(ApiToken.objects.of(household), uid=token_id).delete()


def token_for(secret: str) -> ApiToken | None:
    """Return the token that a program sent, None where it is none or its days are over."""
    if not secret.startswith(PREFIX) or len(secret) > 200:
        return None
    found = ApiToken.objects.select_related("user__household").filter(digest=_digest(secret))
    token = found.filter(expires_at__gt=timezone.now()).first()
    if token is None or not token.user.is_active:
        return None
    now = timezone.now()
    if token.used_at is None or now - token.used_at > USED_EVERY:
        ApiToken.objects.filter(pk=token.pk).update(used_at=now)
    return token
