"""The menu and the shopping list over HTTP."""

import datetime as dt
from typing import Any
from uuid import UUID

from django.http import HttpResponse, StreamingHttpResponse
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import acting, household_of
from config.contract import LINES, contract
from config.wire import convert
from menu import lists, services, sheets
from snabo_core.errors import BadInput
from snabo_core.views.card import TravelCard

USUAL_DAYS = 7
DAYS = {"days": int}


def _days(request: Request) -> int:
    """Return how many days are asked for.

    Raises:
        BadInput: that is no number.
    """
    said = request.query_params.get("days", str(USUAL_DAYS))
    if not said.isdecimal() or len(said) > 3:
        raise BadInput("How many days? A whole number.", "days")
    return int(said)


def _date(said: str, field: str) -> dt.date:
    try:
        return dt.date.fromisoformat(said)
    except ValueError as error:
        raise BadInput("Which day? Like 2026-03-05.", field) from error


class MenuView(APIView):
    """What is eaten on which day."""

    @contract("menu", answer=services.MenuAnswer, query={"first": str, **DAYS})
    def get(self, request: Request) -> Response:
        """Return a stretch of days, from today where no first one is named."""
        said = request.query_params.get("first", "")
        first = _date(said, "first") if said else None
        return Response(
            services.menu_of(household=household_of(request.user), first=first, days=_days(request))
        )


class MenuDayView(APIView):
    """One day of the menu."""

    @contract("change_menu_day", body=services.DayForm, status=204)
    def put(self, request: Request, date: str) -> Response:
        """Say when its meal is on the table and who is there."""
        body = convert(request.data, services.DayForm)
        services.change_day(
            household=household_of(request.user),
            by=acting(request.user),
            date=_date(date, "date"),
            form=body,
        )
        return Response(status=204)


class MenuMealsView(APIView):
    """The meals of a menu."""

    @contract("add_menu_meal", body=services.NewMeal, status=204)
    def post(self, request: Request) -> Response:
        """Put a dish on a day; sending it twice puts it once."""
        services.add_meal(
            household=household_of(request.user),
            by=acting(request.user),
            body=convert(request.data, services.NewMeal),
        )
        return Response(status=204)


class MenuMealView(APIView):
    """One meal."""

    @contract("change_menu_meal", body=services.MealChange, status=204)
    def put(self, request: Request, meal_id: UUID) -> Response:
        """Change its day, its size, or who has how much of it."""
        body = convert(request.data, services.MealChange)
        services.change_meal(
            household=household_of(request.user),
            by=acting(request.user),
            meal_id=meal_id,
            body=body,
        )
        return Response(status=204)

    @contract("remove_menu_meal", status=204)
    def delete(self, request: Request, meal_id: UUID) -> Response:
        """Take it off the menu; it can be brought back."""
        services.remove_meal(
            household=household_of(request.user), by=acting(request.user), meal_id=meal_id
        )
        return Response(status=204)


class MenuMealBackView(APIView):
    """Bringing a meal back."""

    @contract("restore_menu_meal", status=204)
    def post(self, request: Request, meal_id: UUID) -> Response:
        """Bring it back."""
        services.restore_meal(
            household=household_of(request.user), by=acting(request.user), meal_id=meal_id
        )
        return Response(status=204)


class MenuMealEatenView(APIView):
    """A meal off the shelf, eaten."""

    @contract("eat_menu_meal", status=204)
    def post(self, request: Request, meal_id: UUID) -> Response:
        """Take it off the shelf, once."""
        services.eat_meal(
            household=household_of(request.user), by=acting(request.user), meal_id=meal_id
        )
        return Response(status=204)


class MenuMealSizeView(APIView):
    """A dish at the size its meal needs."""

    @contract("size_dish_for_meal", status=204)
    def post(self, request: Request, meal_id: UUID) -> Response:
        """Save the dish at the size it is cooked in for this meal."""
        services.size_dish(
            household=household_of(request.user), by=acting(request.user), meal_id=meal_id
        )
        return Response(status=204)


class MenuSheetView(APIView):
    """One run sheet over the days."""

    @contract("menu_sheet", body=sheets.MenuSheetRequest, answer=sheets.MenuSheetDay, streamed=True)
    def post(self, request: Request) -> StreamingHttpResponse:
        """Send when to do what, a day at a time; nothing is stored."""
        body = convert(request.data, sheets.MenuSheetRequest)
        days = sheets.menu_sheet(household=household_of(request.user), body=body)
        return StreamingHttpResponse(days, content_type=LINES)


class ShoppingView(APIView):
    """What is to be bought."""

    @contract("shopping", answer=lists.ShoppingAnswer, query=DAYS)
    def get(self, request: Request) -> Response:
        """Return the list of the days from today on."""
        return Response(
            lists.shopping_of(household=household_of(request.user), days=_days(request))
        )


class ShoppingEventsView(APIView):
    """What happens while shopping."""

    @contract("shopping_events", body=lists.SentShopping, answer=lists.ShoppingEvents, query=DAYS)
    def post(self, request: Request) -> Response:
        """Take what happened, each once, and return the list after it."""
        body = convert(request.data, lists.SentShopping)
        household = household_of(request.user)
        return Response(
            lists.take_events(
                household=household, by=acting(request.user), body=body, days=_days(request)
            )
        )


class ShopPricesView(APIView):
    """What things cost here."""

    @contract("keep_price", body=lists.PriceForm, status=204)
    def put(self, request: Request) -> Response:
        """Keep a price, or forget it."""
        lists.keep_price(
            household=household_of(request.user),
            by=acting(request.user),
            body=convert(request.data, lists.PriceForm),
        )
        return Response(status=204)


class PantryView(APIView):
    """What is always in the kitchen."""

    @contract("keep_pantry", body=lists.PantryForm, status=204)
    def put(self, request: Request) -> Response:
        """Say that a food is always there, or is not."""
        lists.keep_pantry(
            household=household_of(request.user),
            by=acting(request.user),
            body=convert(request.data, lists.PantryForm),
        )
        return Response(status=204)


def _file(text: str, kind: str, name: str) -> Any:
    response = HttpResponse(text, content_type=f"{kind}; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response


class ShoppingTextView(APIView):
    """The list as plain text."""

    @contract("shopping_text", query=DAYS)
    def get(self, request: Request) -> Any:
        """Return it."""
        text = lists.text_of(household=household_of(request.user), days=_days(request))
        return _file(text, "text/plain", "shopping.txt")


class ShoppingTableView(APIView):
    """The list as a table."""

    @contract("shopping_table", query=DAYS)
    def get(self, request: Request) -> Any:
        """Return it."""
        text = lists.csv_of(household=household_of(request.user), days=_days(request))
        return _file(text, "text/csv", "shopping.csv")


class TravelCardView(APIView):
    """The card of a dish that travels."""

    @contract("travel_card", answer=TravelCard, query={"left_at": str})
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return what is in it, how long it may be out and what to do on arrival."""
        left_at = request.query_params.get("left_at", "")
        return Response(
            services.card_of(household=household_of(request.user), dish_id=dish_id, left_at=left_at)
        )
