"""Eaters and schools over HTTP."""

from uuid import UUID

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import acting, household_of
from config.contract import contract
from config.wire import client_id_of, convert
from snabo_core.foods.allergen_lists import AllergenList, allergen_list
from table import services


class EatersView(APIView):
    """All eaters of the household."""

    @contract("eaters", answer=list[services.EaterRecord])
    def get(self, request: Request) -> Response:
        """List them."""
        return Response(services.eaters_of(household=household_of(request.user)))

    @contract(
        "add_eater",
        body=services.EaterForm,
        answer=services.EaterRecord,
        status=201,
        client_id=True,
    )
    def post(self, request: Request) -> Response:
        """Add one."""
        form = convert(request.data, services.EaterForm)
        household, own = household_of(request.user), client_id_of(request)
        return Response(
            services.add_eater(
                household=household, by=acting(request.user), form=form, client_id=own
            ),
            status=201,
        )


class EaterView(APIView):
    """One eater."""

    @contract("change_eater", body=services.EaterForm, answer=services.EaterRecord)
    def put(self, request: Request, eater_id: UUID) -> Response:
        """Replace what is known of the eater."""
        form = convert(request.data, services.EaterForm)
        return Response(
            services.change_eater(
                household=household_of(request.user),
                by=acting(request.user),
                eater_id=eater_id,
                form=form,
            )
        )

    @contract("remove_eater", status=204)
    def delete(self, request: Request, eater_id: UUID) -> Response:
        """Take the eater from the table."""
        services.remove_eater(
            household=household_of(request.user), by=acting(request.user), eater_id=eater_id
        )
        return Response(status=204)


class EaterBackView(APIView):
    """Undoing a removal."""

    @contract("restore_eater", answer=services.EaterRecord)
    def post(self, request: Request, eater_id: UUID) -> Response:
        """Bring the eater back."""
        return Response(
            services.restore_eater(
                household=household_of(request.user), by=acting(request.user), eater_id=eater_id
            )
        )


class DismissView(APIView):
    """Putting a caution away for one eater."""

    @contract("dismiss_caution", answer=services.EaterRecord)
    def post(self, request: Request, eater_id: UUID, key: str) -> Response:
        """Do not show it to this eater again."""
        return Response(
            services.dismiss(
                household=household_of(request.user),
                by=acting(request.user),
                eater_id=eater_id,
                key=key,
            )
        )


class SchoolsView(APIView):
    """The ways of eating of the book."""

    @contract("schools", answer=list[services.SchoolView])
    def get(self, request: Request) -> Response:
        """List them with their sources."""
        return Response(services.school_views())


class ExclusionsView(APIView):
    """The vocabulary of what can be left out."""

    @contract("exclusions", answer=AllergenList)
    def get(self, request: Request) -> Response:
        """List the words, those first that the household's labels have to name."""
        return Response(allergen_list(household_of(request.user).label_region))
