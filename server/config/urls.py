"""All routes: the API below /api/, every other address is the front end's."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import include, path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from config.problems import problem
from config.settings import WEB_BUILD

HOME_MISSING = "The screens are not built yet; ./snabo start builds them."


@never_cache
@ensure_csrf_cookie
def front_end(request: HttpRequest) -> HttpResponse:
    """Serve the one page of the front end, which routes by itself."""
    if not (WEB_BUILD / "index.html").exists():
        return HttpResponse(HOME_MISSING, status=503, content_type="text/plain")
    return render(request, "index.html")


def no_such_endpoint(_request: HttpRequest) -> HttpResponse:
    """Answer unknown API addresses with a problem document, not a page."""
    return problem(404, "not-found", "There is nothing at this address.")


urlpatterns = [
    path("api/", include("accounts.urls")),
    path("api/", include("table.urls")),
    path("api/", include("foods.urls")),
    path("api/", include("dishes.urls")),
    path("api/", include("runs.urls")),
    path("api/", include("reckon.urls")),
    re_path(r"^api/", no_such_endpoint),
    re_path(r"^(?!assets/|static/).*$", front_end),
]

handler500 = "config.problems.crashed"
