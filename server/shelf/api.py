"""The shelf over HTTP."""

from uuid import UUID

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import acting, household_of
from config.contract import contract
from config.wire import convert
from shelf import services


class ShelfView(APIView):
    """What is kept."""

    @contract("shelf", answer=services.ShelfAnswer)
    def get(self, request: Request) -> Response:
        """Return what is there, what is to be eaten first on top."""
        return Response(services.shelf_of(household=household_of(request.user)))

    @contract("put_on_shelf", body=services.NewBatch, answer=services.ShelfAnswer)
    def post(self, request: Request) -> Response:
        """Put something there; sending it twice puts it once."""
        body = convert(request.data, services.NewBatch)
        return Response(
            services.put_by_hand(
                household=household_of(request.user), by=acting(request.user), body=body
            )
        )


class ShelfEventsView(APIView):
    """What becomes of it."""

    @contract("shelf_events", body=services.SentToShelf, answer=services.ShelfEvents)
    def post(self, request: Request) -> Response:
        """Take what happened, each once, and return the shelf after it."""
        body = convert(request.data, services.SentToShelf)
        return Response(
            services.take_events(
                household=household_of(request.user), by=acting(request.user), body=body
            )
        )


class ShelfKindsView(APIView):
    """How long things keep."""

    @contract("shelf_kinds", answer=services.ShelfKinds, query={"food": str})
    def get(self, request: Request) -> Response:
        """Return every kind, and which of them a food may be."""
        food = request.query_params.get("food", "")
        return Response(services.kinds_for(household=household_of(request.user), food=food))


class ShelfBatchView(APIView):
    """One batch."""

    @contract("change_batch", body=services.BatchChange, answer=services.ShelfAnswer)
    def put(self, request: Request, batch_id: UUID) -> Response:
        """Change what it is called and what it is."""
        body = convert(request.data, services.BatchChange)
        return Response(
            services.change(
                household=household_of(request.user),
                by=acting(request.user),
                batch_id=batch_id,
                body=body,
            )
        )

    @contract("remove_batch", status=204)
    def delete(self, request: Request, batch_id: UUID) -> Response:
        """Take off what was never there; it can be brought back."""
        services.remove(
            household=household_of(request.user), by=acting(request.user), batch_id=batch_id
        )
        return Response(status=204)


class ShelfBatchBackView(APIView):
    """Bringing a batch back."""

    @contract("restore_batch", answer=services.ShelfAnswer)
    def post(self, request: Request, batch_id: UUID) -> Response:
        """Bring it back."""
        return Response(
            services.restore(
                household=household_of(request.user), by=acting(request.user), batch_id=batch_id
            )
        )
