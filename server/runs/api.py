"""Runs over HTTP."""

from uuid import UUID

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import household_of
from config.contract import contract
from config.wire import convert
from runs import learning, services
from snabo_core.views.learning import LearningView


class DishRunsView(APIView):
    """The runs of one dish."""

    @contract("runs", answer=services.OpenRun)
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return the open run and the finished ones."""
        return Response(services.runs_of(household_of(request.user), dish_id))


class WeighInsView(APIView):
    """Weighing in."""

    @contract("weigh_in", body=services.WeighIn, answer=services.WeighResult)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Take a weigh-in; the first opens a run. Sending it twice counts once."""
        body = convert(request.data, services.WeighIn)
        return Response(services.weigh_in(household_of(request.user), dish_id, body))


class FinishedWeightView(APIView):
    """Weighing the finished dish."""

    @contract("weigh_finished", body=services.WeighFinished, answer=services.WeighResult)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Take its weight, opening a run where none is; sending it twice counts once."""
        body = convert(request.data, services.WeighFinished)
        return Response(services.weigh_finished(household_of(request.user), dish_id, body))


class TakeBackView(APIView):
    """Undoing a weigh-in."""

    @contract("take_back", body=services.TakeBack, answer=services.RunState)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Take a weigh-in back."""
        body = convert(request.data, services.TakeBack)
        return Response(services.take_back(household_of(request.user), run_id, body))


class LearningOfHouseholdView(APIView):
    """What the household's own weigh-ins have shown."""

    @contract("learning", answer=LearningView)
    def get(self, request: Request) -> Response:
        """Return its figures beside the book's."""
        return Response(learning.learning_of(household_of(request.user)))

    @contract("change_learning", body=learning.LearningWish, answer=LearningView)
    def post(self, request: Request) -> Response:
        """Switch them on or off, or begin again."""
        wish = convert(request.data, learning.LearningWish)
        return Response(learning.change_learning(household_of(request.user), wish))


class FinishView(APIView):
    """Closing a run."""

    @contract("finish_run", answer=services.RunState)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Close it."""
        return Response(services.finish(household_of(request.user), run_id))
