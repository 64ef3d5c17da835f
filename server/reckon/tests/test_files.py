"""Files in, and dishes out as files, over HTTP."""

import base64
import json
from pathlib import Path

from django.test import override_settings

from config.tests.base import KitchenCase
from dishes.models import Dish

SAVED = Path(__file__).resolve().parents[3] / "core" / "tests" / "data" / "saved"


class FilesIn(KitchenCase):
    """What is dropped."""

    def drop(self, name: str, content: bytes) -> object:
        data = base64.b64encode(content).decode()
        return self.send("post", "read/file", {"name": name, "data": data, "unit_system": None})

    def test_every_saved_file_goes_on_the_bench(self) -> None:
        for path in sorted(SAVED.iterdir()):
            with self.subTest(path.name):
                found = self.drop(path.name, path.read_bytes()).json()
                self.assertTrue(found["dishes"])
                stored = self.send("post", "dishes", found["dishes"][0])
                self.assertEqual(stored.status_code, 201, stored.content[:300])
                # More files than a household keeps dishes.
                Dish.objects.all().delete()

    def test_the_source_of_a_page_may_be_pasted(self) -> None:
        source = (SAVED / "02_graph.html").read_text("utf-8")
        found = self.send("post", "read", {"text": source, "unit_system": None}).json()
        self.assertEqual(found["kind"], "page")
        self.assertEqual(found["dishes"][0]["told"]["claims"][1]["key"], "protein")

    def test_what_is_no_recipe_says_so(self) -> None:
        self.assert_problem(self.drop("a.pdf", b"%PDF-1.4"), 400, "This is a PDF")
        self.assert_problem(self.drop("a.txt", b""), 400, "nothing to read")
        self.assertEqual(self.drop("a.csv", b"id,name,region\n,Bran,eu\n").json()["kind"], "foods")
        bad = {"name": "a", "data": "no base64!", "unit_system": None}
        self.assertEqual(self.send("post", "read/file", bad).status_code, 400)

    @override_settings(PHOTO_LIMIT_BYTES=3000)
    def test_too_large_a_file_is_refused_before_it_is_read(self) -> None:
        self.assert_problem(self.drop("a.html", b"x" * 4000), 413, "more than")

    def test_a_recipe_is_looked_through_with_its_claims(self) -> None:
        dish = self.drop("01_tidy.html", (SAVED / "01_tidy.html").read_bytes()).json()["dishes"][0]
        seen = self.send("post", "read/look-through", dish).json()["claims"]
        sodium = next(one for one in seen["claims"] if one["key"] == "sodium_mg")
        self.assertEqual((sodium["claimed_high"], sodium["agrees"]), (780, "higher"))
        self.assertEqual((seen["minutes_claimed"], seen["minutes_agree"]), (35, "agrees"))
        plain = self.bring()["document"]
        self.assertIsNone(self.send("post", "read/look-through", plain).json()["claims"])


class FilesOut(KitchenCase):
    """What is taken along."""

    def test_a_dish_comes_back_as_it_went(self) -> None:
        detail = self.bring()
        self.swap(detail)
        path = f"dishes/{detail['id']}/formats"
        formats = [one["key"] for one in self.send("get", path).json()]
        self.assertEqual(formats, ["json_ld", "markdown", "cooklang", "plate_csv"])
        for key in formats:
            answer = self.send("get", f"{path}/{key}")
            self.assertEqual(answer.status_code, 200)
            self.assertIn("attachment", answer["Content-Disposition"])
        text = self.send("get", f"{path}/json_ld").content.decode()
        back = self.send("post", "read", {"text": text, "unit_system": None}).json()
        self.assertEqual(back["kind"], "json_ld")
        kept = self.send("get", f"dishes/{detail['id']}").json()["document"]
        self.assertEqual(back["dishes"][0]["parts"], kept["parts"])

    def test_figures_are_those_of_the_screen(self) -> None:
        detail = self.bring()
        document = self.swap(detail)
        thing = json.loads(self.send("get", f"dishes/{detail['id']}/formats/json_ld").content)
        shown = self.send("post", "preview", {"sequence": 1, "dish": document}).json()["figures"]
        told = {one["propertyID"]: one for one in thing["additionalProperty"]}
        for key in ("net_carbs", "protein", "fat", "sodium_mg"):
            figure = told[f"snabo:figure:{key}"]
            self.assertAlmostEqual(figure["value"], shown[key]["best"], places=3)
            self.assertAlmostEqual(figure["maxValue"], shown[key]["high"], places=3)

    def test_a_format_nobody_knows(self) -> None:
        detail = self.bring()
        answer = self.send("get", f"dishes/{detail['id']}/formats/docx")
        self.assert_problem(answer, 400, "no format called docx")
