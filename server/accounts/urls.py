"""Routes of the accounts app."""

from django.urls import path

from accounts import api

urlpatterns = [
    path("session", api.SessionView.as_view()),
    path("session/password", api.PasswordView.as_view()),
    path("sign-ins", api.SignInsView.as_view()),
    path("sign-ins/<uuid:sign_in_id>", api.SignInView.as_view()),
    path("tokens", api.TokensView.as_view()),
    path("tokens/<uuid:token_id>", api.TokenView.as_view()),
    path("kitchen", api.KitchenView.as_view()),
    path("kitchen/families", api.FamiliesView.as_view()),
]
