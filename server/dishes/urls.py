"""Routes of the dishes app."""

from django.urls import path

from dishes import api

urlpatterns = [
    path("read", api.ReadView.as_view()),
    path("read/line", api.ReadLineView.as_view()),
    path("read/food", api.ChooseFoodView.as_view()),
    path("read/slots", api.ProposeView.as_view()),
    path("read/look-through", api.LookThroughView.as_view()),
    path("line-swaps", api.LineSwapsView.as_view()),
    path("dishes", api.DishesView.as_view()),
    path("dishes/<uuid:dish_id>", api.DishView.as_view()),
    path("dishes/<uuid:dish_id>/restore", api.DishBackView.as_view()),
    path("dishes/<uuid:dish_id>/versions", api.VersionsView.as_view()),
    path("dishes/<uuid:dish_id>/versions/<int:number>", api.VersionView.as_view()),
    path("dishes/<uuid:dish_id>/versions/<int:number>/food", api.MakeFoodView.as_view()),
    path("homemade", api.HomemadeView.as_view()),
    path("homemade/<uuid:food_id>", api.HomemadeFoodView.as_view()),
    path("homemade/<uuid:food_id>/restore", api.HomemadeBackView.as_view()),
    path("dishes/<uuid:dish_id>/compare", api.CompareView.as_view()),
    path("explain", api.ExplainView.as_view()),
    path("table", api.MatrixView.as_view()),
    path("day", api.DayOfMealsView.as_view()),
    path("preview", api.PreviewView.as_view()),
    path("rank", api.RankView.as_view()),
    path("roles", api.RolesView.as_view()),
]
