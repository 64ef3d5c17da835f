"""Routes of the accounts app."""

from django.urls import path

from accounts import api

urlpatterns = [
    path("session", api.SessionView.as_view()),
    path("kitchen", api.KitchenView.as_view()),
]
