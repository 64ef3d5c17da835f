"""Runs over HTTP."""

from uuid import UUID

from django.http import HttpResponse
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import acting, household_of
from config.contract import contract
from config.paging import Page
from config.wire import convert
from runs import learning, photos, records, services, sessions, sheets, tables
from snabo_core import dish as core
from snabo_core.errors import BadInput
from snabo_core.views.learning import LearningView

# Each is folded from its events.
RUNS_A_PAGE = 50


class DishRunsView(APIView):
    """The runs of one dish."""

    @contract("runs", answer=services.OpenRun, paged=True)
    def get(self, request: Request, dish_id: UUID) -> Response:
        """Return the open run and the finished ones, the last first."""
        page = Page(request, RUNS_A_PAGE)
        household = household_of(request.user)
        return page.answer(services.runs_of(household=household, dish_id=dish_id, cut=page.cut))

    @contract("cooked_now", body=records.CookedNow, answer=records.RunAnswer)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Keep that it was cooked without the Stove; what is on the table already is returned."""
        body = convert(request.data, records.CookedNow)
        return Response(
            records.cooked_now(
                household=household_of(request.user),
                by=acting(request.user),
                dish_id=dish_id,
                body=body,
            )
        )


class WeighInsView(APIView):
    """Weighing in."""

    @contract("weigh_in", body=services.WeighIn, answer=services.WeighResult)
    def post(self, request: Request, dish_id: UUID) -> Response:
        """Take a weigh-in; the first opens a run. Sending it twice counts once."""
        body = convert(request.data, services.WeighIn)
        return Response(
            services.weigh_in(
                household=household_of(request.user),
                by=acting(request.user),
                dish_id=dish_id,
                body=body,
            )
        )


class TakeBackView(APIView):
    """Undoing a weigh-in."""

    @contract("take_back", body=services.TakeBack, answer=services.RunState)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Take a weigh-in back."""
        body = convert(request.data, services.TakeBack)
        return Response(
            services.take_back(
                household=household_of(request.user),
                by=acting(request.user),
                run_id=run_id,
                body=body,
            )
        )


class LearningOfHouseholdView(APIView):
    """What the household's own weigh-ins have shown."""

    @contract("learning", answer=LearningView)
    def get(self, request: Request) -> Response:
        """Return its figures beside the book's."""
        return Response(learning.learning_of(household=household_of(request.user)))

    @contract("change_learning", body=learning.LearningWish, answer=LearningView)
    def post(self, request: Request) -> Response:
        """Switch them on or off, or begin again."""
        wish = convert(request.data, learning.LearningWish)
        return Response(
            learning.change_learning(
                household=household_of(request.user), by=acting(request.user), wish=wish
            )
        )


class RunView(APIView):
    """One cooking of a dish."""

    @contract("run", answer=records.RunAnswer)
    def get(self, request: Request, run_id: UUID) -> Response:
        """Return what was changed, weighed, timed, shared out and said."""
        return Response(records.run_answer(household=household_of(request.user), run_id=run_id))

    @contract("tell_run", body=records.RunTold, answer=records.ToldAnswer)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Take its finished weight, portions, what is left over or a verdict, each once."""
        body = convert(request.data, records.RunTold)
        return Response(
            records.tell_run(
                household=household_of(request.user),
                by=acting(request.user),
                run_id=run_id,
                body=body,
            )
        )


class MakeTheDishView(APIView):
    """A cooking as the next recipe."""

    @contract("make_the_dish", body=records.MakeTheDish, answer=core.Dish)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Return the dish as it was cooked, with what was done otherwise; nothing is stored."""
        body = convert(request.data, records.MakeTheDish)
        return Response(
            records.make_the_dish(household=household_of(request.user), run_id=run_id, body=body)
        )


class RunPhotosView(APIView):
    """Photos of a cooking."""

    @contract("keep_photo", body=photos.NewPhoto, answer=photos.PhotoAnswer)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Keep one, made small; sending it twice keeps it once."""
        body = convert(request.data, photos.NewPhoto)
        return Response(
            photos.keep_photo(
                household=household_of(request.user),
                by=acting(request.user),
                run_id=run_id,
                body=body,
            )
        )


class PhotoView(APIView):
    """One photo."""

    @contract("photo")
    def get(self, request: Request, photo_id: UUID) -> HttpResponse:
        """Return it as JPEG."""
        jpeg = photos.photo_of(household=household_of(request.user), photo_id=photo_id)
        response = HttpResponse(jpeg, content_type="image/jpeg")
        response["Cache-Control"] = "private, max-age=31536000, immutable"
        return response

    @contract("remove_photo", status=204)
    def delete(self, request: Request, photo_id: UUID) -> Response:
        """Remove it for good."""
        photos.remove_photo(
            household=household_of(request.user), by=acting(request.user), photo_id=photo_id
        )
        return Response(status=204)


class FinishView(APIView):
    """Closing a run."""

    @contract("finish_run", answer=services.RunState)
    def post(self, request: Request, run_id: UUID) -> Response:
        """Close it."""
        return Response(
            services.finish(
                household=household_of(request.user), by=acting(request.user), run_id=run_id
            )
        )


class SheetOfDishesView(APIView):
    """The run sheet of some drafts."""

    @contract("sheet", body=sheets.SheetRequest, answer=sheets.SheetAnswer)
    def post(self, request: Request) -> Response:
        """Return when to do what; nothing is stored."""
        body = convert(request.data, sheets.SheetRequest)
        return Response(sheets.sheet_of(household=household_of(request.user), body=body))


class SheetCalendarView(APIView):
    """The run sheet of some drafts as a calendar file."""

    @contract("sheet_calendar", body=sheets.SheetRequest)
    def post(self, request: Request) -> HttpResponse:
        """Return it as iCalendar, with an alarm at every start; nothing is stored."""
        body = convert(request.data, sheets.SheetRequest)
        made = sheets.calendar_of(household=household_of(request.user), body=body)
        response = HttpResponse(made, content_type="text/calendar; charset=utf-8")
        response["Content-Disposition"] = 'attachment; filename="run-sheet.ics"'
        return response


class EveningsView(APIView):
    """Evenings of cooking."""

    @contract("evenings", answer=list[sessions.OpenSession], paged=True)
    def get(self, request: Request) -> Response:
        """Return those that are not over."""
        page = Page(request)
        return page.answer(sessions.sessions_of(household=household_of(request.user), cut=page.cut))

    @contract("start_evening", body=sessions.StartSession, answer=sessions.SessionView)
    def post(self, request: Request) -> Response:
        """Begin one; sending it twice begins it once."""
        body = convert(request.data, sessions.StartSession)
        return Response(
            sessions.start_session(
                household=household_of(request.user), by=acting(request.user), body=body
            )
        )


class EveningView(APIView):
    """One evening of cooking."""

    @contract("evening", answer=sessions.SessionAnswer, query={"after": int})
    def get(self, request: Request, session_id: UUID) -> Response:
        """Return it as it stands, or nothing where nothing has changed since `after`."""
        said = request.query_params.get("after", "")
        after = int(said) if said.isdecimal() else None
        return Response(
            sessions.session_view(
                household=household_of(request.user), session_id=session_id, after=after
            )
        )


class EveningEventsView(APIView):
    """What happens in an evening."""

    @contract("cook", body=sessions.SentEvents, answer=sessions.EventsAnswer)
    def post(self, request: Request, session_id: UUID) -> Response:
        """Take events from a device, each once, and return the evening after them."""
        body = convert(request.data, sessions.SentEvents)
        return Response(
            sessions.take_events(
                household=household_of(request.user),
                by=acting(request.user),
                session_id=session_id,
                body=body,
            )
        )


class RunTableView(APIView):
    """Cookings or weigh-ins as a table."""

    @contract("run_table", query={"dish": UUID})
    def get(self, request: Request, name: str) -> HttpResponse:
        """Return it as CSV, of one dish or of all."""
        dish = id_in(request, "dish")
        text = tables.table(household=household_of(request.user), name=name, dish=dish)
        answer = HttpResponse(text, content_type="text/csv; charset=utf-8")
        answer["Content-Disposition"] = f'attachment; filename="{name}.csv"'
        return answer


def id_in(request: Request, name: str) -> UUID | None:
    """Return an id of the query, None where none is given.

    Raises:
        BadInput: it is none.
    """
    given = request.query_params.get(name, "")
    if not given:
        return None
    try:
        return UUID(given)
    except ValueError as error:
        raise BadInput("That is no id of a dish.", name) from error
