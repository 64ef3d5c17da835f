"""Dishes over HTTP."""

from uuid import UUID

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import household_of
from config.contract import contract
from config.wire import client_id_of, convert, sent_dish
from dishes import homemade, services
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.wire import (
    CompareDishRequest,
    DayRequest,
    DayView,
    DishComparison,
    Explained,
    ExplainRequest,
    LineSwapRequest,
    LineSwaps,
    Preview,
    PreviewRequest,
    Ranking,
    RankRequest,
    RecipeView,
    RoleView,
    TableMatrix,
)


class ReadView(APIView):
    """Reading a pasted recipe."""

    @contract("read_recipe", body=services.RecipeText, answer=core.Dish)
    def post(self, request: Request) -> Response:
        """Return the document; nothing is stored."""
        return Response(
            services.read_text(
                household_of(request.user), convert(request.data, services.RecipeText)
            )
        )


class ReadLineView(APIView):
    """Reading one line."""

    @contract("read_line", body=services.LineText, answer=list[core.Line])
    def post(self, request: Request) -> Response:
        """Return a line for each food that the line names."""
        return Response(
            services.read_one(household_of(request.user), convert(request.data, services.LineText))
        )


class ChooseFoodView(APIView):
    """Correcting a line's food."""

    @contract("choose_food", body=services.LineFood, answer=core.Line)
    def post(self, request: Request) -> Response:
        """Return the line with its grams worked out again."""
        body = convert(request.data, services.LineFood)
        return Response(services.choose_food(household_of(request.user), body))


class ProposeView(APIView):
    """Finding the starchy slots."""

    @contract("propose_slots", body=core.Dish, answer=core.Dish)
    def post(self, request: Request) -> Response:
        """Return the document with slots for the parts that have none."""
        document = sent_dish(request.data)
        return Response(services.propose(household_of(request.user), document))


class LookThroughView(APIView):
    """Looking a brought recipe through."""

    @contract("look_through", body=core.Dish, answer=RecipeView)
    def post(self, request: Request) -> Response:
        """Return the facts in its steps and what it leaves open; nothing is stored."""
        return Response(services.look_through(sent_dish(request.data)))


class LineSwapsView(APIView):
    """Finding what else would do for a line."""

    @contract("line_swaps", body=LineSwapRequest, answer=LineSwaps)
    def post(self, request: Request) -> Response:
        """Return the swaps computed on this dish, those that suit first."""
        wanted = convert(request.data, LineSwapRequest)
        return Response(services.line_swaps(household_of(request.user), wanted))


class DishesView(APIView):
    """The household's dishes."""

    @contract("dishes", answer=list[services.DishRecord])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(services.dishes_of(household_of(request.user)))

    @contract("add_dish", body=core.Dish, answer=services.DishDetail, status=201, client_id=True)
    def post(self, request: Request) -> Response:
        """Store a new one."""
        document = sent_dish(request.data)
        return Response(
            services.add_dish(household_of(request.user), document, client_id_of(request)),
            status=201,
        )


class DishView(APIView):
    """One dish."""

    @contract("dish", answer=services.DishDetail)
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return it with its draft."""
        dish = services.own_dish(household_of(request.user), dish_id)
        return Response(services.detail(dish))

    @contract("save_draft", body=core.Dish, answer=services.Saved, header="If-Match")
    def put(self, request: Request, dish_id: UUID) -> Response:
        """Replace the draft; `If-Match` carries the revision it started from."""
        household = household_of(request.user)
        written = request.headers.get("If-Match", "").strip('"')
        if not written.isdigit() or len(written) > 9:
            raise BadInput("Say which revision this draft started from.", "If-Match")
        document = sent_dish(request.data)
        return Response(services.save_draft(household, dish_id, int(written), document))

    @contract("remove_dish", status=204)
    def delete(self, request: Request, dish_id: UUID) -> Response:
        """Put it away."""
        services.remove_dish(household_of(request.user), dish_id)
        return Response(status=204)


class DishBackView(APIView):
    """Undoing a removal."""

    @contract("restore_dish", answer=services.DishDetail)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Bring the dish back."""
        return Response(services.restore_dish(household_of(request.user), dish_id))


class VersionsView(APIView):
    """Keeping a version."""

    @contract("keep_version", answer=services.VersionRecord, status=201)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Keep the draft as it is now."""
        return Response(services.keep_version(household_of(request.user), dish_id), status=201)


class VersionView(APIView):
    """One kept version."""

    @contract("version", answer=core.Dish)
    def get(self, request: Request, dish_id: UUID, number: int) -> Response:
        """Return its document."""
        return Response(services.version_document(household_of(request.user), dish_id, number))


class MakeFoodView(APIView):
    """A kept version as a food."""

    @contract("make_food", body=homemade.HomemadeForm, answer=homemade.HomemadeRecord, status=201)
    def post(self, request: Request, dish_id: UUID, number: int) -> Response:
        """Make a food of it, or of one of its parts."""
        household = household_of(request.user)
        form = convert(request.data, homemade.HomemadeForm)
        dish = services.own_dish(household, dish_id)
        return Response(homemade.make(household, dish, number, form), status=201)


class HomemadeView(APIView):
    """The household's homemade foods."""

    @contract("homemade_foods", answer=list[homemade.HomemadeRecord])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(homemade.homemade_foods(household_of(request.user)))


class HomemadeFoodView(APIView):
    """One homemade food."""

    @contract("put_homemade_away", status=204)
    def delete(self, request: Request, food_id: UUID) -> Response:
        """Put it away."""
        homemade.put_away(household_of(request.user), food_id)
        return Response(status=204)


class HomemadeBackView(APIView):
    """Undoing that."""

    @contract("bring_homemade_back", answer=homemade.HomemadeRecord)
    def post(self, request: Request, food_id: UUID) -> Response:
        """Bring it back."""
        return Response(homemade.bring_back(household_of(request.user), food_id))


class PreviewView(APIView):
    """Computing a draft."""

    @contract("preview", body=PreviewRequest, answer=Preview)
    def post(self, request: Request) -> Response:
        """Return plate, section, standings and ledgers; nothing is stored."""
        wanted = convert(request.data, PreviewRequest)
        return Response(services.preview(household_of(request.user), wanted))


class RankView(APIView):
    """Finding stand-ins."""

    @contract("rank", body=RankRequest, answer=Ranking)
    def post(self, request: Request) -> Response:
        """Return them computed on this dish, best first."""
        wanted = convert(request.data, RankRequest)
        return Response(services.rank(household_of(request.user), wanted))


class ExplainView(APIView):
    """Opening a figure."""

    @contract("explain", body=ExplainRequest, answer=Explained)
    def post(self, request: Request) -> Response:
        """Return what each line brings to it, and what if it were gone or halved."""
        wanted = convert(request.data, ExplainRequest)
        return Response(services.explain(household_of(request.user), wanted))


class CompareView(APIView):
    """Dishes side by side."""

    @contract("compare_dish", body=CompareDishRequest, answer=DishComparison)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Return original, draft, versions and stand-ins with their real differences."""
        wanted = convert(request.data, CompareDishRequest)
        return Response(services.compare(household_of(request.user), dish_id, wanted))


class MatrixView(APIView):
    """Who can eat what."""

    @contract("table_matrix", answer=TableMatrix)
    def get(self, request: Request) -> Response:
        """Return every dish against every eater."""
        return Response(services.matrix(household_of(request.user)))


class DayOfMealsView(APIView):
    """What meals leave of a day."""

    @contract("day", body=DayRequest, answer=DayView)
    def post(self, request: Request) -> Response:
        """Return every daily limit of every eater after the meals; nothing is stored."""
        wanted = convert(request.data, DayRequest)
        return Response(services.day(household_of(request.user), wanted))


class RolesView(APIView):
    """The roles of the book."""

    @contract("roles", answer=list[RoleView])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(services.role_views())
