"""Shopping: what cookings need, in the units of a shop, less what the shelf has."""

from snabo_core.shopping.listing import (
    FoodForm,
    FromStock,
    Item,
    Listing,
    Stock,
    cooking_cost,
    cost_of,
    counts_as_food,
    in_basket,
    listing,
)
from snabo_core.shopping.needs import Cooking, Needs, Unread, Wanted, needs_of
from snabo_core.shopping.units import (
    Purchase,
    ShopUnit,
    aisle_of,
    aisles,
    bought_for,
    form_words,
    purchase,
    purchase_words,
    units_of,
)

__all__ = [
    "Cooking",
    "FoodForm",
    "FromStock",
    "Item",
    "Listing",
    "Needs",
    "Purchase",
    "ShopUnit",
    "Stock",
    "Unread",
    "Wanted",
    "aisle_of",
    "aisles",
    "bought_for",
    "cooking_cost",
    "cost_of",
    "counts_as_food",
    "form_words",
    "in_basket",
    "listing",
    "needs_of",
    "purchase",
    "purchase_words",
    "units_of",
]
