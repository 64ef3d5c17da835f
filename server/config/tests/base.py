"""Two households and clients that speak JSON."""

import json
from typing import Any

from django.http import HttpResponse
from django.test import Client, TestCase

from accounts.models import Household, User
from snabo_core.dish import Dish as CoreDish
from snabo_core.plate.eaters import schools
from table.services import EaterForm, add_eater

PASSWORD = "a-test-password"
BACKEND = "accounts.backends.HouseholdBackend"
RECIPE = """Root pot with a mash lid
Serves 4

For the pot
400 g can butter beans, drained
300 g mushrooms, sliced
25 g plain flour
400 ml milk

For the lid
800 g floury potatoes, peeled
100 ml milk
40 g butter
"""


OWN_FOOD = {
    "id": "0f0e0d0c-0000-4000-8000-000000000001",
    "name": "Quayside oat wraps",
    "names": ["our wraps"],
    "label": {
        "jurisdiction": "us", "basis": "serving", "serving_grams": 40, "no_polyols": True,
        "printed": {"kcal": "90", "carbohydrate": "15", "fibre": "11", "sugars": "0",
                    "protein": "6", "fat": "2.5", "sodium_mg": "210"},
    },
    "origin": "plant",
    "holds": ["gluten"],
    "check_label": [],
    "free_fat": None,
    "starch": "full",
    "grams_per_100_ml": None,
}  # fmt: skip


def cook_of(household: Household) -> User:
    """Return somebody of a household, who may change what it owns."""
    known = household.users.first()
    return known or User.objects.create_user(f"cook of {household.pk}", household=household)


class KitchenCase(TestCase):
    """`self.client` is signed in to one household, `self.other` to another."""

    def setUp(self) -> None:
        self.household = self.make_household("Ours", "cook")
        self.neighbours = self.make_household("Theirs", "neighbour")
        self.client = self.signed_in("cook")
        self.other = self.signed_in("neighbour")

    def make_household(self, name: str, user: str) -> Household:
        household = Household.objects.create(name=name)
        User.objects.create_user(user, password=PASSWORD, household=household)
        for person, school in (("Ada", "very_low_carb"), ("Bo", "no_added_oil")):
            add_eater(
                household=household,
                by=cook_of(household),
                form=EaterForm(person, school, list(schools()[school].targets), []),
            )
        return household

    def signed_in(self, user: str) -> Client:
        client = Client()
        client.force_login(User.objects.get(username=user), BACKEND)
        return client

    def send(
        self, method: str, path: str, body: Any = None, client: Client | None = None, **headers: str
    ) -> HttpResponse:
        call = getattr(client or self.client, method)
        if method == "get":
            return call(f"/api/{path}", headers=headers)
        data = json.dumps(body) if body is not None else ""
        return call(f"/api/{path}", data=data, content_type="application/json", headers=headers)

    def assert_problem(self, response: HttpResponse, status: int, words: str) -> dict:
        self.assertEqual(response.status_code, status, response.content[:300])
        self.assertEqual(response["Content-Type"], "application/problem+json")
        problem = response.json()
        self.assertEqual(problem["status"], status)
        self.assertRegex(problem["detail"], words)
        return problem

    def read(self, text: str = RECIPE) -> dict:
        return self.send("post", "read", {"text": text, "unit_system": "metric"}).json()["dishes"][
            0
        ]

    def bring(self, text: str = RECIPE) -> dict:
        """Store a dish and return its detail."""
        return self.send("post", "dishes", self.read(text)).json()

    def swap(self, detail: dict, stand_in: str = "cauliflower_mash") -> dict:
        """Choose a stand-in for the lid, save, and return the new document."""
        document = detail["document"]
        lid = document["parts"][1]
        slot = lid["slots"][0]
        body = {"sequence": 1, "dish": document, "part": lid["id"], "slot": slot["id"]}
        ranking = self.send("post", "rank", body).json()
        choice = next(c for c in ranking["candidates"] if c["stand_in"] == stand_in)["choice"]
        slot["choice"] = choice
        saved = self.send(
            "put", f"dishes/{detail['id']}", document, if_match=str(detail["revision"])
        )
        self.assertEqual(saved.status_code, 200, saved.content)
        detail["revision"] = saved.json()["revision"]
        return document


__all__ = ["OWN_FOOD", "RECIPE", "CoreDish", "KitchenCase"]
