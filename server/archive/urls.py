"""Routes of the archive app."""

from django.urls import path

from archive import api

urlpatterns = [
    path("archive", api.ArchiveView.as_view()),
    path("household/erase", api.EraseView.as_view()),
]
