"""Routes of the runs app."""

from django.urls import path

from runs import api

urlpatterns = [
    path("dishes/<uuid:dish_id>/runs", api.DishRunsView.as_view()),
    path("dishes/<uuid:dish_id>/weigh-ins", api.WeighInsView.as_view()),
    path("runs/<uuid:run_id>/take-back", api.TakeBackView.as_view()),
    path("learning", api.LearningOfHouseholdView.as_view()),
    path("runs/<uuid:run_id>", api.RunView.as_view()),
    path("runs/<uuid:run_id>/dish", api.MakeTheDishView.as_view()),
    path("runs/<uuid:run_id>/photos", api.RunPhotosView.as_view()),
    path("photos/<uuid:photo_id>", api.PhotoView.as_view()),
    path("runs/<uuid:run_id>/finish", api.FinishView.as_view()),
    path("tables/<str:name>", api.RunTableView.as_view()),
    path("sheet", api.SheetOfDishesView.as_view()),
    path("sheet/calendar", api.SheetCalendarView.as_view()),
    path("evenings", api.EveningsView.as_view()),
    path("evenings/<uuid:session_id>", api.EveningView.as_view()),
    path("evenings/<uuid:session_id>/events", api.EveningEventsView.as_view()),
]
