"""Foods over HTTP."""

from uuid import UUID

from django.http import HttpResponse
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.services import acting, household_of
from config.contract import contract
from config.paging import Page
from config.wire import convert
from foods import own, services, stand_ins
from snabo_core.errors import BadInput
from snabo_core.foods.labels import Label
from snabo_core.foods.own import OwnFood
from snabo_core.quantities.conversions import ConversionView, HeatView
from snabo_core.swaps.own import OwnStandIn
from snabo_core.views.foods import CompareRequest, Comparison, FoodView


def number(text: str, field: str) -> float:
    """Return a number from the address.

    Raises:
        BadInput: it is none.
    """
    try:
        return float(text)
    except ValueError as error:
        raise BadInput(f"'{text[:20]}' is no number.", field) from error


class SearchView(APIView):
    """Search as you type."""

    @contract("search_foods", answer=list[FoodView], query={"q": str, "limit": int})
    def get(self, request: Request) -> Response:
        """Return what matches, curated first."""
        limit = request.query_params.get("limit", "12")
        number = int(limit) if limit.isdigit() and len(limit) < 4 else 12
        text = request.query_params.get("q", "")
        return Response(
            services.search(household=household_of(request.user), text=text, limit=number)
        )


class CompareView(APIView):
    """Foods side by side."""

    @contract("compare_foods", body=CompareRequest, answer=Comparison)
    def post(self, request: Request) -> Response:
        """Return up to four foods by what they are compared by."""
        wanted = convert(request.data, CompareRequest)
        return Response(services.compared(household=household_of(request.user), request=wanted))


class ConvertView(APIView):
    """An amount of a food in every other unit."""

    @contract(
        "convert", answer=ConversionView,
        query={"amount": float, "unit": str, "food": str, "form": str},
    )  # fmt: skip
    def get(self, request: Request) -> Response:
        """Return it with the range that the food's measure allows."""
        asked = request.query_params
        amount = number(asked.get("amount", ""), "amount")
        food, form = asked.get("food", ""), asked.get("form") or None
        household = household_of(request.user)
        return Response(
            services.converted(
                household=household, amount=amount, unit=asked.get("unit", ""), food=food, form=form
            )
        )


class OvenView(APIView):
    """Oven scales."""

    @contract("convert_oven", answer=HeatView, query={"value": float, "scale": str})
    def get(self, request: Request) -> Response:
        """Return a setting on every scale."""
        asked = request.query_params
        value = number(asked.get("value", ""), "value")
        return Response(services.oven_heat(value, asked.get("scale", "celsius")))


class MicrowaveView(APIView):
    """Microwave watts."""

    @contract(
        "convert_microwave", answer=services.Seconds, query={"seconds": float, "watts": float}
    )
    def get(self, request: Request) -> Response:
        """Return a time at this household's watts."""
        asked = request.query_params
        seconds = number(asked.get("seconds", ""), "seconds")
        watts = number(asked.get("watts", ""), "watts")
        return Response(
            services.microwave_time(
                household=household_of(request.user), seconds=seconds, watts=watts
            )
        )


class OwnFoodsView(APIView):
    """Foods from labels."""

    @contract("own_foods", answer=list[own.OwnFoodRecord], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page = Page(request)
        listed = own.own_records(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)

    @contract("keep_own_food", body=OwnFood, answer=own.OwnFoodRecord, status=201)
    def post(self, request: Request) -> Response:
        """Keep a new one; its id is made here."""
        food = convert(request.data, OwnFood)
        return Response(
            own.keep_food(household=household_of(request.user), by=acting(request.user), food=food),
            status=201,
        )


class LabelView(APIView):
    """Looking at a label before it is kept."""

    @contract("look_at_label", body=Label, answer=own.LabelLook)
    def post(self, request: Request) -> Response:
        """Return the intervals its rounding allows and what is odd about it."""
        label = convert(request.data, Label)
        return Response(own.look_at(household=household_of(request.user), label=label))


class OwnFoodView(APIView):
    """One food from a label."""

    @contract("change_own_food", body=OwnFood, answer=own.OwnFoodRecord)
    def put(self, request: Request, food_id: UUID) -> Response:
        """Replace what is known of it."""
        food = convert(request.data, OwnFood)
        return Response(
            own.change_food(
                household=household_of(request.user),
                by=acting(request.user),
                food_id=food_id,
                food=food,
            )
        )

    @contract("put_own_food_away", status=204)
    def delete(self, request: Request, food_id: UUID) -> Response:
        """Put it away."""
        own.put_food_away(
            household=household_of(request.user), by=acting(request.user), food_id=food_id
        )
        return Response(status=204)


class OwnFoodBackView(APIView):
    """Undoing that."""

    @contract("bring_own_food_back", answer=own.OwnFoodRecord)
    def post(self, request: Request, food_id: UUID) -> Response:
        """Bring it back."""
        return Response(
            own.bring_food_back(
                household=household_of(request.user), by=acting(request.user), food_id=food_id
            )
        )


class FoodsFileView(APIView):
    """Own foods as a CSV file."""

    @contract("import_foods", body=own.ImportForm, answer=own.ImportResult)
    def post(self, request: Request) -> Response:
        """Return what a file would change or, if asked, change it as a whole."""
        form = convert(request.data, own.ImportForm)
        return Response(
            own.import_foods(
                household=household_of(request.user), by=acting(request.user), form=form
            )
        )

    @contract("export_foods")
    def get(self, request: Request) -> HttpResponse:
        """Return the file."""
        text = own.export_foods(household=household_of(request.user))
        response = HttpResponse(text, content_type="text/csv; charset=utf-8")
        response["Content-Disposition"] = 'attachment; filename="own-foods.csv"'
        return response


class MeasuresView(APIView):
    """Own measures."""

    @contract("own_measures", answer=list[own.MeasureRecord], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page = Page(request)
        listed = own.measures(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)

    @contract("keep_own_measure", body=own.MeasureForm, answer=own.MeasureRecord)
    def post(self, request: Request) -> Response:
        """Keep one, replacing an older one for the same unit of the food."""
        form = convert(request.data, own.MeasureForm)
        return Response(
            own.keep_measure(
                household=household_of(request.user), by=acting(request.user), form=form
            )
        )


class MeasureView(APIView):
    """One own measure."""

    @contract("forget_own_measure", status=204)
    def delete(self, request: Request, measure_id: UUID) -> Response:
        """Forget it."""
        own.forget_measure(
            household=household_of(request.user), by=acting(request.user), measure_id=measure_id
        )
        return Response(status=204)


class NamesView(APIView):
    """Own names."""

    @contract("own_names", answer=list[own.NameRecord], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page = Page(request)
        listed = own.names(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)

    @contract("keep_own_name", body=own.NameForm, answer=own.NameRecord)
    def post(self, request: Request) -> Response:
        """Keep one, replacing an older one."""
        form = convert(request.data, own.NameForm)
        return Response(
            own.keep_name(household=household_of(request.user), by=acting(request.user), form=form)
        )


class NameView(APIView):
    """One own name."""

    @contract("forget_own_name", status=204)
    def delete(self, request: Request, name_id: UUID) -> Response:
        """Forget it."""
        own.forget_name(
            household=household_of(request.user), by=acting(request.user), name_id=name_id
        )
        return Response(status=204)


class ReadingsView(APIView):
    """What this household always means by a food text."""

    @contract("readings", answer=list[services.Reading], paged=True)
    def get(self, request: Request) -> Response:
        """List them."""
        page = Page(request)
        listed = services.readings(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)

    @contract("teach_reading", body=services.Teaching, answer=services.Reading)
    def post(self, request: Request) -> Response:
        """Remember one, replacing an older one for the same text."""
        body = convert(request.data, services.Teaching)
        return Response(
            services.teach(household=household_of(request.user), by=acting(request.user), body=body)
        )


class ReadingView(APIView):
    """One remembered reading."""

    @contract("forget_reading", status=204)
    def delete(self, request: Request, reading_id: UUID) -> Response:
        """Forget it."""
        services.unlearn(
            household=household_of(request.user), by=acting(request.user), reading_id=reading_id
        )
        return Response(status=204)


class StandInsView(APIView):
    """The household's own stand-ins."""

    @contract("own_stand_ins", answer=list[stand_ins.StandInRecord], paged=True)
    def get(self, request: Request) -> Response:
        """Return those that are not put away."""
        page = Page(request)
        listed = stand_ins.own_stand_ins(household=household_of(request.user), cut=page.cut)
        return page.answer(listed)

    @contract("keep_stand_in", body=stand_ins.StandInForm, answer=stand_ins.StandInRecord)
    def post(self, request: Request) -> Response:
        """Keep one, or replace the one of that id."""
        form = convert(request.data, stand_ins.StandInForm)
        return Response(
            stand_ins.keep_stand_in(
                household=household_of(request.user), by=acting(request.user), form=form
            )
        )


class PartStandInView(APIView):
    """What stands in a part, as a stand-in to look over."""

    @contract("look_at_part", body=stand_ins.KeepRequest, answer=OwnStandIn)
    def post(self, request: Request) -> Response:
        """Return it; nothing is kept."""
        form = convert(request.data, stand_ins.KeepRequest)
        return Response(stand_ins.look_at_part(household=household_of(request.user), request=form))


class StandInView(APIView):
    """One own stand-in."""

    @contract("put_stand_in_away", status=204)
    def delete(self, request: Request, stand_in_id: UUID) -> Response:
        """Put it away."""
        stand_ins.put_stand_in_away(
            household=household_of(request.user), by=acting(request.user), stand_in_id=stand_in_id
        )
        return Response(status=204)


class StandInBackView(APIView):
    """An own stand-in that was put away."""

    @contract("bring_stand_in_back", answer=stand_ins.StandInRecord)
    def post(self, request: Request, stand_in_id: UUID) -> Response:
        """Bring it back."""
        return Response(
            stand_ins.bring_stand_in_back(
                household=household_of(request.user),
                by=acting(request.user),
                stand_in_id=stand_in_id,
            )
        )


class PackView(APIView):
    """A household's stand-ins as one file."""

    @contract("import_pack", body=stand_ins.PackForm, answer=stand_ins.PackResult)
    def post(self, request: Request) -> Response:
        """Say what a pack would change, or carry it out."""
        form = convert(request.data, stand_ins.PackForm)
        return Response(
            stand_ins.import_pack(
                household=household_of(request.user), by=acting(request.user), form=form
            )
        )

    @contract("export_pack")
    def get(self, request: Request) -> HttpResponse:
        """Return them as a pack."""
        text = stand_ins.export_pack(household=household_of(request.user))
        response = HttpResponse(text, content_type="application/toml; charset=utf-8")
        response["Content-Disposition"] = 'attachment; filename="stand-ins.toml"'
        return response
