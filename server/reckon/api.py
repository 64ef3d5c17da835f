"""What the screens show, over HTTP; nothing is stored."""

from uuid import UUID

from django.http import HttpResponse, StreamingHttpResponse
from django.utils.http import content_disposition_header
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import household_of
from config.contract import LINES, contract
from config.paging import Page
from config.wire import convert
from dishes.api import DishesView, PutPartView
from foods.api import number
from reckon import formats, services
from snabo_core.dish import Choice
from snabo_core.exchange.formats import FormatView
from snabo_core.views.compare import CompareDishRequest, DishComparison
from snabo_core.views.dish_water import WaterRequest, WaterView
from snabo_core.views.explain import Explained, ExplainRequest
from snabo_core.views.foods import FoodFacts
from snabo_core.views.line_swaps import LineSwapRequest, LineSwaps
from snabo_core.views.method import MethodRequest, MethodView
from snabo_core.views.preview import Preview, PreviewRequest
from snabo_core.views.ranking import Ranking, RankRequest, RebaseRequest, RoleView
from snabo_core.views.resizing import ResizeRequest, ResizeView
from snabo_core.views.shelf import MeetRequest, MetView, OfferedView
from snabo_core.views.table import DayRequest, DayView, TableMatrix
from snabo_core.views.variants import (
    LikeRequest,
    LikeView,
    LikingView,
    SplitRequest,
    SplitView,
    liking_views,
)
from snabo_core.views.ways import DishWays, WaysPart, WaysRequest


class DishesListView(DishesView):
    """The household's dishes: listed with their figures, and added to."""

    @contract("dishes", answer=list[services.DishRecord], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page = Page(request)
        listed = services.dishes_of(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)


class LineSwapsView(APIView):
    """Finding what else would do for a line."""

    computes = True

    @contract("line_swaps", body=LineSwapRequest, answer=LineSwaps)
    def post(self, request: Request) -> Response:
        """Return the swaps computed on this dish, those that suit first."""
        wanted = convert(request.data, LineSwapRequest)
        return Response(services.line_swaps(household=household_of(request.user), request=wanted))


class ShelfOfDishView(PutPartView):
    """What of a dish goes on the shelf: offered, and put there."""

    @contract("shelf_offers", answer=list[OfferedView])
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return what of the dish as it is now can go there with one press."""
        return Response(
            services.shelf_offers(household=household_of(request.user), dish_id=dish_id)
        )


class MeetView(APIView):
    """Meeting a line or a part from the shelf."""

    computes = True

    @contract("meet_from_shelf", body=MeetRequest, answer=MetView)
    def post(self, request: Request) -> Response:
        """Return the draft met so, by what it needs or what is left; nothing is stored."""
        wanted = convert(request.data, MeetRequest)
        return Response(services.meet(household=household_of(request.user), request=wanted))


class FormatsView(APIView):
    """The formats a dish can be taken along in."""

    computes = True

    @contract("formats", answer=list[FormatView])
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return them with what of this dish each leaves behind."""
        return Response(formats.formats(household=household_of(request.user), dish_id=dish_id))


class DishFileView(APIView):
    """A dish as a file."""

    computes = True

    @contract("dish_file")
    def get(self, request: Request, dish_id: UUID, key: str) -> HttpResponse:
        """Return it as it is cooked now."""
        written = formats.dish_file(household=household_of(request.user), dish_id=dish_id, key=key)
        answer = HttpResponse(written.text, content_type=f"{written.media_type}; charset=utf-8")
        answer["Content-Disposition"] = content_disposition_header(
            as_attachment=True, filename=written.name
        )
        return answer


class PreviewView(APIView):
    """Computing a draft."""

    computes = True

    @contract("preview", body=PreviewRequest, answer=Preview)
    def post(self, request: Request) -> Response:
        """Return plate, section, standings and ledgers; nothing is stored."""
        wanted = convert(request.data, PreviewRequest)
        return Response(services.preview(household=household_of(request.user), request=wanted))


class MethodOfDishView(APIView):
    """The method of a draft as it is cooked now."""

    computes = True

    @contract("method", body=MethodRequest, answer=MethodView)
    def post(self, request: Request) -> Response:
        """Return its lines in the order of use, its steps and cautions; nothing is stored."""
        wanted = convert(request.data, MethodRequest)
        return Response(services.method(household=household_of(request.user), request=wanted))


class WaterOfDishView(APIView):
    """The water of a draft."""

    computes = True

    @contract("water", body=WaterRequest, answer=WaterView)
    def post(self, request: Request) -> Response:
        """Return every part's glasses, where its grams went and what helps; nothing is stored."""
        wanted = convert(request.data, WaterRequest)
        return Response(services.water(household=household_of(request.user), request=wanted))


class SimulatedScaleView(APIView):
    """A scale that is only simulated."""

    computes = True

    @contract("scale", body=services.ScaleWish, answer=services.ScaleReports)
    def post(self, request: Request) -> Response:
        """Return what it reports after something happened to it; nothing is stored."""
        household_of(request.user)
        return Response(services.simulated_scale(convert(request.data, services.ScaleWish)))


class SimulatedProbeView(APIView):
    """A thermometer that is only simulated."""

    computes = True

    @contract("probe", body=services.ProbeWish, answer=services.ProbeReadings)
    def post(self, request: Request) -> Response:
        """Return what it shows once it is stuck into something; nothing is stored."""
        household_of(request.user)
        return Response(services.simulated_probe(convert(request.data, services.ProbeWish)))


class RankView(APIView):
    """Finding stand-ins."""

    computes = True

    @contract("rank", body=RankRequest, answer=Ranking)
    def post(self, request: Request) -> Response:
        """Return them computed on this dish, best first."""
        wanted = convert(request.data, RankRequest)
        return Response(services.rank(household=household_of(request.user), request=wanted))


class ExplainView(APIView):
    """Opening a figure."""

    computes = True

    @contract("explain", body=ExplainRequest, answer=Explained)
    def post(self, request: Request) -> Response:
        """Return what each line brings to it, and what if it were gone or halved."""
        wanted = convert(request.data, ExplainRequest)
        return Response(services.explain(household=household_of(request.user), request=wanted))


class CompareView(APIView):
    """Dishes side by side."""

    computes = True

    @contract("compare_dish", body=CompareDishRequest, answer=DishComparison)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Return original, draft, versions and stand-ins with their real differences."""
        wanted = convert(request.data, CompareDishRequest)
        return Response(
            services.compare(household=household_of(request.user), dish_id=dish_id, request=wanted)
        )


class MatrixView(APIView):
    """Who can eat what."""

    computes = True

    @contract("table_matrix", answer=TableMatrix, paged=True)
    def get(self, request: Request) -> Response:
        """Return every dish against every eater."""
        page = Page(request)
        return page.answer(services.matrix(household=household_of(request.user), cut=page.cut))


class MatrixWaysView(APIView):
    """What would make a dish fit whom it does not suit."""

    computes = True

    @contract("table_ways", answer=DishWays, streamed=True)
    def get(self, request: Request) -> StreamingHttpResponse:
        """Send the smallest ways of each dish as a line of JSON as soon as they are known."""
        parts = services.matrix_ways(household=household_of(request.user))
        return StreamingHttpResponse(parts, content_type=LINES)


class DayOfMealsView(APIView):
    """What meals leave of a day."""

    computes = True

    @contract("day", body=DayRequest, answer=DayView)
    def post(self, request: Request) -> Response:
        """Return every daily limit of every eater after the meals; nothing is stored."""
        wanted = convert(request.data, DayRequest)
        return Response(services.day(household=household_of(request.user), request=wanted))


class RebaseView(APIView):
    """A chosen stand-in for a vegetable of another size."""

    computes = True

    @contract("rebase", body=RebaseRequest, answer=Choice)
    def post(self, request: Request) -> Response:
        """Return it; nothing is stored."""
        wanted = convert(request.data, RebaseRequest)
        return Response(services.rebase(household=household_of(request.user), request=wanted))


class ResizeOfDishView(APIView):
    """A dish made larger or smaller."""

    computes = True

    @contract("resize", body=ResizeRequest, answer=ResizeView)
    def post(self, request: Request) -> Response:
        """Return it, with what follows and what holds; nothing is stored."""
        wanted = convert(request.data, ResizeRequest)
        return Response(services.resize(household=household_of(request.user), request=wanted))


class WaysView(APIView):
    """Finding what to change so that everybody can eat a dish."""

    computes = True

    @contract("ways", body=WaysRequest, answer=WaysPart, streamed=True)
    def post(self, request: Request) -> StreamingHttpResponse:
        """Send each part of the answer as a line of JSON as soon as it is known."""
        wanted = convert(request.data, WaysRequest)
        parts = services.ways(household=household_of(request.user), request=wanted)
        return StreamingHttpResponse(parts, content_type=LINES)


class SplitOfDishView(APIView):
    """A dish parted into variants."""

    computes = True

    @contract("split", body=SplitRequest, answer=SplitView)
    def post(self, request: Request) -> Response:
        """Return it with the fewest variants that suit everybody; nothing is stored."""
        wanted = convert(request.data, SplitRequest)
        return Response(services.split(household=household_of(request.user), request=wanted))


class LikingsView(APIView):
    """How somebody may want a dish otherwise."""

    computes = True

    @contract("likings", answer=list[LikingView])
    def get(self, request: Request) -> Response:
        """List what the book knows."""
        return Response(list(liking_views()))

    @contract("like", body=LikeRequest, answer=LikeView)
    def post(self, request: Request) -> Response:
        """Return a draft with a variant for one of them; nothing is stored."""
        wanted = convert(request.data, LikeRequest)
        return Response(services.like(household=household_of(request.user), request=wanted))


class RolesView(APIView):
    """The roles of the book."""

    computes = True

    @contract("roles", answer=list[RoleView])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(services.role_views(household=household_of(request.user)))


class FoodDetailView(APIView):
    """One food."""

    computes = True

    @contract("food", answer=FoodFacts, query={"form": str, "grams": float})
    def get(self, request: Request, key: str) -> Response:
        """Return everything known of it in one form, for 100 g or as many as asked."""
        form = request.query_params.get("form") or None
        grams = number(request.query_params.get("grams", "100"), "grams")
        return Response(
            services.food_facts(
                household=household_of(request.user), key=key, form=form, grams=grams
            )
        )
