"""Bent requests over HTTP: every one is answered, none with a crash."""

import base64
import time
from collections import Counter

from config.tests.base import OWN_FOOD, KitchenCase
from tests.mutations import archives, documents, texts

TEXTS = 60
# Of this process: that the machine is busy with something else is no fault of a request.
LONGEST_SECONDS = 10.0


class Bent(KitchenCase):
    """Seeded; `./snabo fuzz` sends ten thousand."""

    def bent(self, count: int, seed: int) -> Counter[int]:
        """Send bent texts and bodies to every address that takes one; return answers by status."""
        document = self.bring()["document"]
        part = document["parts"][1]
        bodies = {
            "dishes": document,
            "read/slots": document,
            "read/look-through": document,
            "preview": {"sequence": 1, "dish": document, "eaters": [],
                        "readings": {"finished_grams": 900.0}},
            "rank": {"sequence": 1, "dish": document, "part": part["id"],
                     "slot": part["slots"][0]["id"], "eaters": []},
            "explain": {"dish": document, "nutrient": "fat", "scale": "serving", "eaters": []},
            "read/food": {"line": part["lines"][0], "unit_system": "us", "food": "swede",
                          "form": None},
            "eaters": {"name": "Cy", "school": "low_carb", "exclusions": [{"what": "milk"}],
                       "targets": [{"nutrient": "fat", "at_most": 30, "per": "serving"}]},
            "own-foods": OWN_FOOD,
            "own-foods/label": OWN_FOOD["label"],
            "own-measures": {"food": "swede", "unit": "ladle", "grams": 100},
            "own-names": {"name": "our roots", "food": "swede"},
            "convert": {"amount": 2, "unit": "cup_us", "food": "swede", "form": None},
            "day": {"meals": []},
        }  # fmt: skip
        found: Counter[int] = Counter()
        sent = [("read", {"text": text, "unit_system": None}) for text in texts(count, seed)]
        sent += [
            (path, bent)
            for place, (path, body) in enumerate(bodies.items())
            for bent in documents(body, max(1, count // 6), seed + place)
        ]
        sent += [
            ("archive", {"data": base64.b64encode(bent).decode(), "apply": place % 4 == 0})
            for place, (_, bent) in enumerate(archives(max(4, count // 12), seed))
        ]
        for path, body in sent:
            began = time.process_time()
            answer = self.send("post", path, body)
            self.assertLess(time.process_time() - began, LONGEST_SECONDS, (path, str(body)[:300]))
            self.assertLess(answer.status_code, 500, (path, str(body)[:300]))
            if answer.status_code >= 400:
                self.assertEqual(answer["Content-Type"], "application/problem+json")
                self.assertGreater(len(answer.json()["detail"]), 10)
            found[answer.status_code] += 1
        return found

    def test_no_request_crashes(self) -> None:
        # The clock of the wall ends a request on a machine that does much else; here the
        # process's own counts.
        with self.settings(REQUEST_SECONDS=300.0):
            found = self.bent(TEXTS, seed=21)
        self.assertTrue(found[200] > 50 and found[400] > 30, found)
