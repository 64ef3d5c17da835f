"""Finding foods."""

from accounts.models import Household
from snabo_core.errors import UnknownFood
from snabo_core.foods import library
from snabo_core.foods.view import food_view
from snabo_core.wire import FoodView

MOST_TYPED = 80
MOST_HITS = 30


def search(household: Household, text: str, limit: int = 12) -> list[FoodView]:
    """Return foods by what was typed, curated ones first."""
    hits = library().search(text[:MOST_TYPED], min(max(limit, 1), MOST_HITS))
    return [food_view(hit.food, library(), household.polyol_share) for hit in hits]


def food(household: Household, key: str) -> FoodView:
    """Return one food.

    Raises:
        UnknownFood: there is none of that key.
    """
    if len(key) > 200:
        raise UnknownFood("There is no food with a key that long.", "food")
    return food_view(library().food(key), library(), household.polyol_share)
