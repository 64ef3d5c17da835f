"""Routes of the reckon app."""

from django.urls import path

from reckon import api

urlpatterns = [
    path("dishes", api.DishesListView.as_view()),
    path("line-swaps", api.LineSwapsView.as_view()),
    path("dishes/<uuid:dish_id>/shelf", api.ShelfOfDishView.as_view()),
    path("dishes/<uuid:dish_id>/compare", api.CompareView.as_view()),
    path("dishes/<uuid:dish_id>/formats", api.FormatsView.as_view()),
    path("dishes/<uuid:dish_id>/formats/<str:key>", api.DishFileView.as_view()),
    path("explain", api.ExplainView.as_view()),
    path("table", api.MatrixView.as_view()),
    path("table/ways", api.MatrixWaysView.as_view()),
    path("day", api.DayOfMealsView.as_view()),
    path("method", api.MethodOfDishView.as_view()),
    path("shelf/meet", api.MeetView.as_view()),
    path("preview", api.PreviewView.as_view()),
    path("water", api.WaterOfDishView.as_view()),
    path("scale", api.SimulatedScaleView.as_view()),
    path("probe", api.SimulatedProbeView.as_view()),
    path("rank", api.RankView.as_view()),
    path("rebase", api.RebaseView.as_view()),
    path("ways", api.WaysView.as_view()),
    path("split", api.SplitOfDishView.as_view()),
    path("likings", api.LikingsView.as_view()),
    path("resize", api.ResizeOfDishView.as_view()),
    path("roles", api.RolesView.as_view()),
    path("foods/<str:key>", api.FoodDetailView.as_view()),
]
