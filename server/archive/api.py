"""The archive over HTTP."""

from django.contrib.auth import logout
from django.http import HttpResponse
from django.utils.http import content_disposition_header
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.api import plain
from accounts.services import acting, household_of
from archive import services
from config.contract import contract
from config.wire import convert
from table.services import today_in

MEDIA = {"zip": "application/zip", "json": "application/json"}


class ArchiveView(APIView):
    """Everything a household owns as a file."""

    for_people = True

    @contract("archive", query={"photos": str})
    def get(self, request: Request) -> HttpResponse:
        """Return it: a zip with its photos, or the document alone."""
        household = household_of(request.user)
        content, ending = services.write(
            household=household, photos=request.query_params.get("photos") != "no"
        )
        answer = HttpResponse(content, content_type=MEDIA[ending])
        name = services.file_name(
            household=household, ending=ending, today=today_in(household=household)
        )
        answer["Content-Disposition"] = content_disposition_header(
            as_attachment=True, filename=name
        )
        return answer

    @contract("restore", body=services.RestoreForm, answer=services.RestorePlan)
    def post(self, request: Request) -> Response:
        """Return what an archive would change here or, if asked, take it as a whole."""
        form = convert(request.data, services.RestoreForm)
        return Response(
            services.restore(
                household=household_of(request.user), by=acting(request.user), form=form
            )
        )


class EraseView(APIView):
    """Everything a household owns, erased."""

    for_people = True

    @contract("erase_household", body=services.EraseForm, status=204)
    def post(self, request: Request) -> Response:
        """Erase it for good; nothing brings it back but an archive."""
        form = convert(request.data, services.EraseForm)
        services.erase(household=household_of(request.user), by=acting(request.user), form=form)
        logout(plain(request))
        return Response(status=204)
