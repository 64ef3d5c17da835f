"""Session and kitchen settings over HTTP."""

from collections.abc import Sequence
from typing import Any
from uuid import UUID

from django.http import HttpRequest
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts import services, tokens
from config.contract import contract
from config.paging import Page
from config.wire import convert


def plain(request: Request) -> HttpRequest:
    """Return Django's own request, which sessions and the lock-out need to write on."""
    return request._request  # noqa: SLF001  the framework offers no public name for it


@method_decorator(csrf_protect, name="post")
class SessionView(APIView):
    """Who is signed in; signing in and out."""

    for_people = True

    def get_permissions(self) -> Sequence[Any]:
        """Anyone may sign in; the rest needs a session."""
        return [AllowAny()] if self.request.method == "POST" else super().get_permissions()

    @contract("session", answer=services.Session)
    def get(self, request: Request) -> Response:
        """Say who is signed in."""
        return Response(services.describe(services.acting(request.user)))

    @contract("sign_in", body=services.Credentials, answer=services.Session)
    def post(self, request: Request) -> Response:
        """Sign in."""
        credentials = convert(request.data, services.Credentials)
        return Response(services.sign_in(plain(request), credentials))

    @contract("sign_out", status=204)
    def delete(self, request: Request) -> Response:
        """Sign out."""
        services.sign_out(plain(request))
        return Response(status=204)


class PasswordView(APIView):
    """One's own password."""

    for_people = True

    @contract("change_password", body=services.PasswordChange, status=204)
    def put(self, request: Request) -> Response:
        """Change it."""
        wanted = convert(request.data, services.PasswordChange)
        services.change_password(
            by=services.acting(request.user), request=plain(request), change=wanted
        )
        return Response(status=204)


class SignInsView(APIView):
    """One's open sessions."""

    for_people = True

    @contract("sign_ins", answer=list[services.SignInRecord], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page, here = Page(request), plain(request).session.session_key
        return page.answer(
            services.sign_ins(by=services.acting(request.user), here=here, cut=page.cut)
        )


class SignInView(APIView):
    """One open session."""

    for_people = True

    @contract("end_sign_in", status=204)
    def delete(self, request: Request, sign_in_id: UUID) -> Response:
        """End it."""
        services.end_sign_in(by=services.acting(request.user), sign_in_id=sign_in_id)
        return Response(status=204)


class KitchenView(APIView):
    """The household's kitchen."""

    @contract("kitchen", answer=services.KitchenSettings)
    def get(self, request: Request) -> Response:
        """Return the settings."""
        return Response(services.kitchen_of(household=services.household_of(request.user)))

    @contract("change_kitchen", body=services.KitchenSettings, answer=services.KitchenSettings)
    def put(self, request: Request) -> Response:
        """Replace the settings."""
        wanted = convert(request.data, services.KitchenSettings)
        return Response(
            services.change_kitchen(
                household=services.household_of(request.user),
                by=services.acting(request.user),
                wanted=wanted,
            )
        )


class FamiliesView(APIView):
    """The families of stand-ins that a household does not want again."""

    @contract("not_again", answer=services.Families)
    def get(self, request: Request) -> Response:
        """Return them."""
        return Response(services.families_of(household=services.household_of(request.user)))

    @contract("want_again", body=services.Family, answer=services.Families)
    def post(self, request: Request) -> Response:
        """Take one in or out."""
        wanted = convert(request.data, services.Family)
        return Response(
            services.want_again(
                household=services.household_of(request.user),
                by=services.acting(request.user),
                wanted=wanted,
            )
        )


class TokensView(APIView):
    """The tokens of other programs."""

    for_people = True

    @contract("tokens", answer=list[tokens.TokenRecord])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(tokens.tokens_of(household=services.household_of(request.user)))

    @contract("make_token", body=tokens.NewToken, answer=tokens.MadeToken, status=201)
    def post(self, request: Request) -> Response:
        """Make one; it is shown this once."""
        wanted = convert(request.data, tokens.NewToken)
        household = services.household_of(request.user)
        return Response(
            tokens.make_token(household=household, by=services.acting(request.user), wanted=wanted),
            status=201,
        )


class TokenView(APIView):
    """One token."""

    for_people = True

    @contract("end_token", status=204)
    def delete(self, request: Request, token_id: UUID) -> Response:
        """End it."""
        tokens.end_token(
            household=services.household_of(request.user),
            by=services.acting(request.user),
            token_id=token_id,
        )
        return Response(status=204)
