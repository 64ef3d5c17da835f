"""Routes of the table app."""

from django.urls import path

from table import api

urlpatterns = [
    path("eaters/<uuid:eater_id>/cautions/<str:key>", api.DismissView.as_view()),
    path("eaters", api.EatersView.as_view()),
    path("eaters/<uuid:eater_id>", api.EaterView.as_view()),
    path("eaters/<uuid:eater_id>/restore", api.EaterBackView.as_view()),
    path("schools", api.SchoolsView.as_view()),
    path("exclusions", api.ExclusionsView.as_view()),
]
