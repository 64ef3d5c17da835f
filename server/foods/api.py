"""Foods over HTTP."""

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import household_of
from config.contract import contract
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
