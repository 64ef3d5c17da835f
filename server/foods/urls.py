"""Routes of the foods app."""

from django.urls import path

from foods import api

urlpatterns = [
    path("readings", api.ReadingsView.as_view()),
    path("readings/<int:reading_id>", api.ReadingView.as_view()),
    path("foods", api.SearchView.as_view()),
    path("foods/<str:key>", api.FoodDetailView.as_view()),
]
