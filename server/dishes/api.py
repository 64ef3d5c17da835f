"""Dishes over HTTP."""

from uuid import UUID

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import acting, household_of
from config.contract import contract
from config.paging import Page
from config.wire import client_id_of, convert, sent_dish
from dishes import files, homemade, services, shelving
from shelf.services import ShelfAnswer
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.exchange.files import ReadFile
from snabo_core.views.recipe import RecipeView


class ReadView(APIView):
    """Reading a pasted recipe."""

    computes = True

    @contract("read_recipe", body=files.RecipeText, answer=ReadFile)
    def post(self, request: Request) -> Response:
        """Return the dishes in it; nothing is stored."""
        body = convert(request.data, files.RecipeText)
        return Response(files.read_text(household=household_of(request.user), body=body))


class ReadFileView(APIView):
    """Reading a file."""

    computes = True

    @contract("read_file", body=files.SentFile, answer=ReadFile)
    def post(self, request: Request) -> Response:
        """Return the dishes in it; nothing is stored."""
        body = convert(request.data, files.SentFile)
        return Response(files.read_sent(household=household_of(request.user), body=body))


class ReadLineView(APIView):
    """Reading one line."""

    computes = True

    @contract("read_line", body=services.LineText, answer=list[core.Line])
    def post(self, request: Request) -> Response:
        """Return a line for each food that the line names."""
        return Response(
            services.read_one(
                household=household_of(request.user), body=convert(request.data, services.LineText)
            )
        )


class ChooseFoodView(APIView):
    """Correcting a line's food."""

    computes = True

    @contract("choose_food", body=services.LineFood, answer=core.Line)
    def post(self, request: Request) -> Response:
        """Return the line with its grams worked out again."""
        body = convert(request.data, services.LineFood)
        return Response(services.choose_food(household=household_of(request.user), body=body))


class ProposeView(APIView):
    """Finding the starchy slots."""

    computes = True

    @contract("propose_slots", body=core.Dish, answer=core.Dish)
    def post(self, request: Request) -> Response:
        """Return the document with slots for the parts that have none."""
        document = sent_dish(request.data)
        return Response(services.propose(household=household_of(request.user), document=document))


class UpgradeView(APIView):
    """Bringing what an older release left in a browser up to today's form."""

    computes = True

    @contract("upgrade", body=core.Dish, answer=core.Dish)
    def post(self, request: Request) -> Response:
        """Return the document in today's form; nothing is stored."""
        return Response(services.upgrade(request.data))


class LookThroughView(APIView):
    """Looking a brought recipe through."""

    computes = True

    @contract("look_through", body=core.Dish, answer=RecipeView)
    def post(self, request: Request) -> Response:
        """Return the facts in its steps and what it leaves open; nothing is stored."""
        return Response(
            services.look_through(
                household=household_of(request.user), document=sent_dish(request.data)
            )
        )


class DishesView(APIView):
    """The household's dishes."""

    @contract("add_dish", body=core.Dish, answer=services.DishDetail, status=201, client_id=True)
    def post(self, request: Request) -> Response:
        """Store a new one."""
        document = sent_dish(request.data)
        return Response(
            services.add_dish(
                household=household_of(request.user),
                by=acting(request.user),
                document=document,
                client_id=client_id_of(request),
            ),
            status=201,
        )


class DishView(APIView):
    """One dish."""

    @contract("dish", answer=services.DishDetail)
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return it with its draft."""
        dish = services.own_dish(household=household_of(request.user), dish_id=dish_id)
        return Response(services.detail(dish))

    @contract("save_draft", body=core.Dish, answer=services.Saved, header="If-Match")
    def put(self, request: Request, dish_id: UUID) -> Response:
        """Replace the draft; `If-Match` carries the revision it started from."""
        household = household_of(request.user)
        written = request.headers.get("If-Match", "").strip('"')
        if not written.isdigit() or len(written) > 9:
            raise BadInput("Say which revision this draft started from.", "If-Match")
        document = sent_dish(request.data)
        return Response(
            services.save_draft(
                household=household,
                by=acting(request.user),
                dish_id=dish_id,
                revision=int(written),
                document=document,
            )
        )

    @contract("remove_dish", status=204)
    def delete(self, request: Request, dish_id: UUID) -> Response:
        """Put it away."""
        services.remove_dish(
            household=household_of(request.user), by=acting(request.user), dish_id=dish_id
        )
        return Response(status=204)


class DishBackView(APIView):
    """Undoing a removal."""

    @contract("restore_dish", answer=services.DishDetail)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Bring the dish back."""
        return Response(
            services.restore_dish(
                household=household_of(request.user), by=acting(request.user), dish_id=dish_id
            )
        )


class VersionsView(APIView):
    """Keeping a version."""

    @contract("keep_version", answer=services.VersionRecord, status=201)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Keep the draft as it is now."""
        return Response(
            services.keep_version(
                household=household_of(request.user), by=acting(request.user), dish_id=dish_id
            ),
            status=201,
        )


class VersionView(APIView):
    """One kept version."""

    @contract("version", answer=core.Dish)
    def get(self, request: Request, dish_id: UUID, number: int) -> Response:
        """Return its document."""
        return Response(
            services.version_document(
                household=household_of(request.user), dish_id=dish_id, number=number
            )
        )


class MakeFoodView(APIView):
    """A kept version as a food."""

    @contract(
        "make_food",
        body=homemade.HomemadeForm,
        answer=homemade.HomemadeRecord,
        status=201,
        client_id=True,
    )
    def post(self, request: Request, dish_id: UUID, number: int) -> Response:
        """Make a food of it, or of one of its parts."""
        household = household_of(request.user)
        form = convert(request.data, homemade.HomemadeForm)
        dish = services.own_dish(household=household, dish_id=dish_id)
        made = homemade.make(
            household=household,
            by=acting(request.user),
            dish=dish,
            number=number,
            form=form,
            client_id=client_id_of(request),
        )
        return Response(made, status=201)


class HomemadeView(APIView):
    """The household's homemade foods."""

    @contract("homemade_foods", answer=list[homemade.HomemadeRecord], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page = Page(request)
        listed = homemade.homemade_foods(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)


class HomemadeFoodView(APIView):
    """One homemade food."""

    @contract("put_homemade_away", status=204)
    def delete(self, request: Request, food_id: UUID) -> Response:
        """Put it away."""
        homemade.put_away(
            household=household_of(request.user), by=acting(request.user), food_id=food_id
        )
        return Response(status=204)


class HomemadeBackView(APIView):
    """Undoing that."""

    @contract("bring_homemade_back", answer=homemade.HomemadeRecord)
    def post(self, request: Request, food_id: UUID) -> Response:
        """Bring it back."""
        return Response(
            homemade.bring_back(
                household=household_of(request.user), by=acting(request.user), food_id=food_id
            )
        )


class PutPartView(APIView):
    """Putting what is made of a dish on the shelf."""

    @contract("put_part", body=shelving.PutPart, answer=ShelfAnswer)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Put it there with its own food values; sending it twice puts it once."""
        body = convert(request.data, shelving.PutPart)
        return Response(
            shelving.put_part(
                household=household_of(request.user),
                by=acting(request.user),
                dish_id=dish_id,
                body=body,
            )
        )


class PlannedView(APIView):
    """What is planned of the shelf."""

    @contract("planned_takings", answer=list[shelving.PlannedTaking])
    def get(self, request: Request) -> Response:
        """Return what the dishes mean to take."""
        return Response(shelving.planned(household=household_of(request.user)))
