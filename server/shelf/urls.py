"""Routes of the shelf app."""

from django.urls import path

from shelf import api

urlpatterns = [
    path("shelf", api.ShelfView.as_view()),
    path("shelf/events", api.ShelfEventsView.as_view()),
    path("shelf/kinds", api.ShelfKindsView.as_view()),
    path("shelf/<uuid:batch_id>", api.ShelfBatchView.as_view()),
    path("shelf/<uuid:batch_id>/restore", api.ShelfBatchBackView.as_view()),
]
