"""Routes of the menu app."""

from django.urls import path

from menu import api

urlpatterns = [
    path("menu", api.MenuView.as_view()),
    path("menu/days/<str:date>", api.MenuDayView.as_view()),
    path("menu/meals", api.MenuMealsView.as_view()),
    path("menu/meals/<uuid:meal_id>", api.MenuMealView.as_view()),
    path("menu/meals/<uuid:meal_id>/restore", api.MenuMealBackView.as_view()),
    path("menu/meals/<uuid:meal_id>/eaten", api.MenuMealEatenView.as_view()),
    path("menu/meals/<uuid:meal_id>/size", api.MenuMealSizeView.as_view()),
    path("menu/sheet", api.MenuSheetView.as_view()),
    path("shopping", api.ShoppingView.as_view()),
    path("shopping/events", api.ShoppingEventsView.as_view()),
    path("shopping/prices", api.ShopPricesView.as_view()),
    path("shopping/pantry", api.PantryView.as_view()),
    path("shopping/list.txt", api.ShoppingTextView.as_view()),
    path("shopping/list.csv", api.ShoppingTableView.as_view()),
    path("dishes/<uuid:dish_id>/card", api.TravelCardView.as_view()),
]
