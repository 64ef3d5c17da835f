"""Routes of the dishes app."""

from django.urls import path

from dishes import api

urlpatterns = [
    path("read", api.ReadView.as_view()),
    path("read/file", api.ReadFileView.as_view()),
    path("read/line", api.ReadLineView.as_view()),
    path("read/food", api.ChooseFoodView.as_view()),
    path("read/slots", api.ProposeView.as_view()),
    path("read/upgrade", api.UpgradeView.as_view()),
    path("read/look-through", api.LookThroughView.as_view()),
    path("dishes/<uuid:dish_id>", api.DishView.as_view()),
    path("dishes/<uuid:dish_id>/restore", api.DishBackView.as_view()),
    path("dishes/<uuid:dish_id>/versions", api.VersionsView.as_view()),
    path("dishes/<uuid:dish_id>/versions/<int:number>", api.VersionView.as_view()),
    path("dishes/<uuid:dish_id>/versions/<int:number>/food", api.MakeFoodView.as_view()),
    path("shelf/planned", api.PlannedView.as_view()),
    path("homemade", api.HomemadeView.as_view()),
    path("homemade/<uuid:food_id>", api.HomemadeFoodView.as_view()),
    path("homemade/<uuid:food_id>/restore", api.HomemadeBackView.as_view()),
]
