"""Foods over HTTP."""

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import household_of
from config.contract import contract
from config.wire import convert
from foods import services
from snabo_core.wire import FoodView


class SearchView(APIView):
    """Search as you type."""

    @contract("search_foods", answer=list[FoodView], query={"q": str, "limit": int})
    def get(self, request: Request) -> Response:
        """Return what matches, curated first."""
        limit = request.query_params.get("limit", "12")
        number = int(limit) if limit.isdigit() and len(limit) < 4 else 12
        text = request.query_params.get("q", "")
        return Response(services.search(household_of(request.user), text, number))


class FoodDetailView(APIView):
    """One food."""

    @contract("food", answer=FoodView)
    def get(self, request: Request, key: str) -> Response:
        """Return it per 100 g."""
        return Response(services.food(household_of(request.user), key))


class ReadingsView(APIView):
    """What this household always means by a food text."""

    @contract("readings", answer=list[services.Reading])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(services.readings(household_of(request.user)))

    @contract("teach_reading", body=services.Teaching, answer=services.Reading)
    def post(self, request: Request) -> Response:
        """Remember one, replacing an older one for the same text."""
        body = convert(request.data, services.Teaching)
        return Response(services.teach(household_of(request.user), body))


class ReadingView(APIView):
    """One remembered reading."""

    @contract("forget_reading", status=204)
    def delete(self, request: Request, reading_id: int) -> Response:
        """Forget it."""
        services.unlearn(household_of(request.user), reading_id)
        return Response(status=204)
