"""All routes: the API below /api/, every other address is the front end's."""

from pathlib import Path

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import include, path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from config import health
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


def home_certificate(_request: HttpRequest) -> HttpResponse:
    """Serve what a phone has to trust once, where this kitchen has a certificate of its own."""
    path = Path(settings.HOME_CERTIFICATE)
    if not settings.HOME_CERTIFICATE or not path.is_file():
        return problem(404, "not-found", "This kitchen has no certificate of its own.")
    return HttpResponse(path.read_bytes(), content_type="application/x-x509-ca-cert")


def no_such_endpoint(_request: HttpRequest) -> HttpResponse:
    """Answer unknown API addresses with a problem document, not a page."""
    return problem(404, "not-found", "There is nothing at this address.")


urlpatterns = [
    path("api/", include("accounts.urls")),
    path("api/", include("table.urls")),
    path("api/", include("foods.urls")),
    path("api/", include("shelf.urls")),
    path("api/", include("dishes.urls")),
    path("api/", include("runs.urls")),
    path("api/", include("reckon.urls")),
    path("api/", include("menu.urls")),
    path("api/", include("archive.urls")),
    re_path(r"^api/", no_such_endpoint),
    path("healthz", health.alive),
    path("readyz", health.ready),
    path("home-ca.crt", home_certificate),
    re_path(r"^(?!assets/|static/).*$", front_end),
]

handler500 = "config.problems.crashed"
