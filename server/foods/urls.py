"""Routes of the foods app."""

from django.urls import path

from foods import api

urlpatterns = [
    path("readings", api.ReadingsView.as_view()),
    path("readings/<uuid:reading_id>", api.ReadingView.as_view()),
    path("own-foods", api.OwnFoodsView.as_view()),
    path("own-foods/label", api.LabelView.as_view()),
    path("own-foods/file", api.FoodsFileView.as_view()),
    path("own-foods/<uuid:food_id>", api.OwnFoodView.as_view()),
    path("own-foods/<uuid:food_id>/restore", api.OwnFoodBackView.as_view()),
    path("stand-ins", api.StandInsView.as_view()),
    path("stand-ins/part", api.PartStandInView.as_view()),
    path("stand-ins/pack", api.PackView.as_view()),
    path("stand-ins/<uuid:stand_in_id>", api.StandInView.as_view()),
    path("stand-ins/<uuid:stand_in_id>/restore", api.StandInBackView.as_view()),
    path("own-measures", api.MeasuresView.as_view()),
    path("own-measures/<uuid:measure_id>", api.MeasureView.as_view()),
    path("own-names", api.NamesView.as_view()),
    path("own-names/<uuid:name_id>", api.NameView.as_view()),
    path("convert", api.ConvertView.as_view()),
    path("convert/oven", api.OvenView.as_view()),
    path("convert/microwave", api.MicrowaveView.as_view()),
    path("foods/compare", api.CompareView.as_view()),
    path("foods", api.SearchView.as_view()),
]
