"""What is told of a cooking once it is on the table, and what is kept of it."""

import base64
import io
import uuid
from typing import Any
from unittest import mock

from PIL import Image

from dishes.models import DishVersion
from runs.learning import Taught, taught_to
from runs.models import Photo, Run, RunEvent
from runs.photos import MOST_BYTES, MOST_PIXELS
from runs.tests.test_evenings import EveningCase
from table.models import Eater


def picture(kind: str = "JPEG", size: tuple[int, int] = (2400, 1800), **more: Any) -> str:
    """Return a noisy picture in base64."""
    noise = Image.effect_noise(size, 30).convert("RGB")
    written = io.BytesIO()
    noise.save(written, kind, **more)
    return base64.b64encode(written.getvalue()).decode()


class RunCase(EveningCase):
    """A dish cooked in an evening that is over."""

    def setUp(self) -> None:
        super().setUp()
        view = self.start().json()
        self.evening = view["id"]
        self.cards = view["stove"]["cards"]
        self.run_id = view["dishes"][0]["run"]

    def end(self) -> None:
        self.cook(self.evening, self.event("finished"))

    def tell(self, kind: str, key: str | None = None, **said: Any):
        body = {"id": key or str(uuid.uuid4()), "kind": kind} | said
        return self.send("post", f"runs/{self.run_id}", body)

    def told(self, kind: str, **said: Any) -> dict:
        response = self.tell(kind, **said)
        self.assertEqual(response.status_code, 200, response.content)
        return response.json()

    def view(self) -> dict:
        return self.send("get", f"runs/{self.run_id}", None).json()["view"]

    @property
    def eater(self) -> str:
        return str(Eater.objects.of(self.household).first().uid)


class Listed(RunCase):
    """What the list of dishes says of one that was cooked."""

    def listed(self) -> dict:
        return next(d for d in self.send("get", "dishes", None).json() if d["id"] == self.dish)

    def test_what_comes_next_and_what_was_said_last(self) -> None:
        self.assertEqual(self.listed()["next"]["station"], "stove")
        self.assertEqual(self.listed()["said"], "")
        self.assertGreater(self.listed()["summary"]["minutes"], 10)
        self.assertTrue(self.listed()["summary"]["oven"])
        self.end()
        self.assertEqual(self.listed()["next"]["station"], "portions")
        self.told("finished_weight", gross=1600, tare=1000)
        self.told("served", amounts={self.eater: 250})
        self.assertNotEqual(self.listed()["next"]["station"], "portions")
        said = self.told("verdict", eater=self.eater, taste="good", again="yes")
        self.assertEqual(self.listed()["said"], said["run"]["view"]["opinions"][-1]["words"])


class Portions(RunCase):
    def test_what_is_weighed_after_the_evening_belongs_to_its_cooking(self) -> None:
        self.end()
        runs = self.send("get", f"dishes/{self.dish}/runs", None).json()
        self.assertEqual(runs["on_table"], self.run_id)
        again = self.send("post", f"dishes/{self.dish}/runs", {"id": str(uuid.uuid4())}).json()
        self.assertEqual(again["view"]["id"], self.run_id)
        self.told("finished_weight", gross=1600, tare=1000)
        self.assertEqual(Run.objects.count(), 1)
        self.assertEqual(self.view()["whole_grams"], 600.0)

    def test_shared_out_by_weight_with_what_is_left_put_away(self) -> None:
        self.end()
        self.told("finished_weight", gross=1600, tare=1000)
        shared = self.told("served", amounts={self.eater: 250}, stays=30)["run"]["view"]
        self.assertAlmostEqual(shared["shared"]["portions"][0]["share"], 250 / 600)
        self.assertAlmostEqual(shared["to_put_away"], 320)
        view = self.told("left_over", grams=300, kept="freezer")["run"]["view"]
        self.assertAlmostEqual(view["to_put_away"], 20)
        refused = self.tell("left_over", grams=300, kept="fridge")
        self.assert_problem(refused, 400, "Only 20 g")

    def test_a_weight_hard_to_believe_is_asked_about_and_nothing_is_kept_before(self) -> None:
        asked = self.told("finished_weight", gross=3000)
        self.assertIn("more than went in", asked["question"])
        self.assertFalse(RunEvent.objects.filter(kind="portioned").exists())
        sure = self.told("finished_weight", gross=3000, sure=True)
        self.assertIsNone(sure["question"])
        self.assertEqual(sure["run"]["view"]["whole_grams"], 3000)

    def test_told_twice_is_once_and_taken_back_is_gone(self) -> None:
        key = str(uuid.uuid4())
        for _ in range(2):
            self.tell("finished_weight", key, gross=600)
        self.assertEqual(RunEvent.objects.filter(kind="portioned").count(), 1)
        view = self.told("taken_back", event=key)["run"]["view"]
        self.assertFalse(view["weighed"])
        again = self.tell("taken_back", event=str(uuid.uuid4()))
        self.assert_problem(again, 400, "nothing of that")

    def test_what_cannot_be_is_refused_in_a_sentence(self) -> None:
        self.told("finished_weight", gross=600)
        before = RunEvent.objects.count()
        for said, sentence in (
            ({"kind": "served", "amounts": {self.eater: 900}}, "more than there is"),
            ({"kind": "served", "amounts": {str(uuid.uuid4()): 90}}, "not at the table"),
            ({"kind": "served", "amounts": {}}, "Who had how much"),
            ({"kind": "served", "way": "pieces", "amounts": {self.eater: 1}}, "how many pieces"),
            ({"kind": "left_over", "grams": 10}, "share it out first"),
            ({"kind": "left_over", "grams": 0}, "How many grams"),
            ({"kind": "verdict"}, "how was it"),
            ({"kind": "verdict", "part": "crust", "taste": "good"}, "no such part"),
            ({"kind": "verdict", "eater": str(uuid.uuid4()), "taste": "good"}, "not at the table"),
            ({"kind": "verdict", "taste": "splendid"}, "wrong shape"),
            ({"kind": "served", "amounts": {self.eater: -1}}, "wrong shape"),
            ({"kind": "weighed"}, "wrong shape"),
        ):
            with self.subTest(said=said):
                self.assert_problem(self.tell(**said), 400, sentence)
        self.assertEqual(RunEvent.objects.count(), before)

    def test_a_dish_cooked_without_the_stove_is_kept_once(self) -> None:
        other = self.bring("Peas\n\nServes 2\n\n400 g peas\n\nBoil the peas for 5 minutes.\n")
        body = {"id": str(uuid.uuid4())}
        first = self.send("post", f"dishes/{other['id']}/runs", body).json()
        again = self.send("post", f"dishes/{other['id']}/runs", {"id": str(uuid.uuid4())}).json()
        self.assertEqual(first["view"]["id"], again["view"]["id"])
        self.assertEqual(DishVersion.objects.filter(dish__uid=other["id"]).count(), 1)


class Verdicts(RunCase):
    def test_what_was_said_stands_with_its_eater_long_after_the_evening(self) -> None:
        self.end()
        self.told("verdict", eater=self.eater, texture="too_wet", taste="good", again="changed",
                  words=" less oil ")  # fmt: skip
        Eater.objects.of(self.household).delete()
        [one] = self.view()["opinions"]
        self.assertEqual(one["words"], "too wet, tasted good, would have it again, changed")
        self.assertEqual((one["opinion"]["words"], one["opinion"]["name"]), ("less oil", "Ada"))

    def test_a_cooking_is_computed_from_what_was_frozen(self) -> None:
        self.told("finished_weight", gross=600)
        before = self.view()["figures"]
        document = self.send("get", f"dishes/{self.dish}", None).json()["document"]
        for line in document["parts"][0]["lines"]:
            line["grams"] = line["grams_low"] = line["grams_high"] = 5.0
        saved = self.send("put", f"dishes/{self.dish}", document, if_match="1")
        self.assertEqual(saved.status_code, 200)
        self.assertEqual(self.view()["figures"], before)

    def test_what_a_cooking_taught_does_not_change_what_was_expected_of_it(self) -> None:
        card = next(c for c in self.cards if c["glass"])
        glass = card["glass"]
        place = {"part": glass["part_id"], "slot": glass["slot_id"], "step": glass["step_id"]}
        weigh = self.event("weighed", dish=self.dish, gross=glass["point"]["grams"], **place)
        self.cook(self.evening, weigh)
        with mock.patch("runs.learning.taught_to", return_value=Taught()) as learnt:
            self.view()
        asked = [call.kwargs["until"] for call in learnt.call_args_list]
        self.assertEqual(asked, [Run.objects.get().started_at])
        self.assertEqual(
            taught_to(household=self.household, until=Run.objects.get().started_at), Taught()
        )


class Kept(RunCase):
    def test_what_was_added_and_how_long_it_took_may_become_the_recipe(self) -> None:
        roast = next(c for c in self.cards if c["title"].startswith("Roast"))
        events = [
            self.event("added", dish=self.dish, words="1 tbsp cider vinegar"),
            self.event("step_skipped", task=self.card({"stove": {"cards": self.cards}},
                                                      "toast")["task"]),
            self.event("setting", task=roast["task"], technique=roast["technique"],
                       words="second rack, no fan"),
            self.event("note", task=roast["task"], words="edges brown"),
        ]  # fmt: skip
        for answer in self.cook(self.evening, *events).json()["answers"]:
            self.assertEqual(answer["outcome"], "accepted", answer)
        view = self.view()
        self.assertEqual(view["added"], ["1 tbsp cider vinegar"])
        self.assertTrue(view["skipped"][0].startswith("Toast"))
        self.assertEqual(view["settings"][0]["words"], "second rack, no fan")
        self.assertTrue(view["notes"][0]["step"].startswith("Roast"))
        [offer] = view["offers"]
        made = self.send("post", f"runs/{self.run_id}/dish", {"take": [offer["key"]]}).json()
        texts = [line["food_name"] for line in made["parts"][0]["lines"]]
        self.assertIn("cider vinegar", " ".join(texts))
        stored = self.send("get", f"dishes/{self.dish}", None).json()["document"]
        self.assertEqual(len(stored["parts"][0]["lines"]), len(texts) - 1)
        refused = self.send("post", f"runs/{self.run_id}/dish", {"take": ["added/x"]})
        self.assert_problem(refused, 400, "done otherwise")

    def test_a_setting_that_worked_is_shown_the_next_time(self) -> None:
        roast = next(c for c in self.cards if c["title"].startswith("Roast"))
        self.assertTrue(roast["machine"])
        said = {"task": roast["task"], "technique": roast["technique"], "words": "second rack"}
        self.cook(self.evening, self.event("setting", **said))
        self.end()
        cards = self.start().json()["stove"]["cards"]
        again = next(c for c in cards if c["title"].startswith("Roast"))
        self.assertEqual((again["setting_before"], again["setting"]), ("second rack", ""))

    def test_a_weight_taken_at_the_stove_can_be_taken_back_there(self) -> None:
        card = next(c for c in self.cards if c["glass"])
        glass = card["glass"]
        weigh = self.event(
            "weighed", dish=self.dish, part=glass["part_id"], slot=glass["slot_id"],
            step=glass["step_id"], gross=glass["point"]["grams"],
        )  # fmt: skip
        taken = self.cook(self.evening, weigh).json()
        self.assertEqual(taken["answers"][0]["outcome"], "accepted")
        back = self.event("taken_back", event=weigh["id"])
        answers = self.cook(self.evening, back, back).json()
        self.assertEqual([a["outcome"] for a in answers["answers"]], ["accepted", "repeated"])
        card = next(c for c in answers["session"]["stove"]["cards"] if c["task"] == card["task"])
        self.assertIsNone(card["glass"]["point"]["weighed"])


class Photos(RunCase):
    def keep(self, data: str, **more: Any):
        body = {"id": str(uuid.uuid4()), "data": data} | more
        return self.send("post", f"runs/{self.run_id}/photos", body)

    def test_a_photo_is_kept_small_upright_and_without_its_place(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6  # on its side
        exif.get_ifd(0x8825)[2] = (51.0, 28.0, 40.0)  # where
        exif[0x010F] = "a maker of phones"
        answer = self.keep(picture(exif=exif.tobytes())).json()
        self.assertEqual((answer["width"], answer["height"]), (1200, 1600))
        response = self.send("get", f"photos/{answer['id']}", None)
        self.assertEqual(response["Content-Type"], "image/jpeg")
        self.assertLessEqual(len(response.content), MOST_BYTES)
        with Image.open(io.BytesIO(response.content)) as kept:
            self.assertFalse(dict(kept.getexif()))
            self.assertNotIn("exif", kept.info)
        self.assertNotIn(b"maker of phones", response.content)
        [listed] = self.send("get", f"runs/{self.run_id}", None).json()["photos"]
        self.assertEqual(listed["id"], answer["id"])

    def test_png_and_webp_are_read_and_sending_twice_keeps_once(self) -> None:
        for kind in ("PNG", "WEBP"):
            self.assertEqual(self.keep(picture(kind, (300, 200))).status_code, 200)
        body = {"id": str(uuid.uuid4()), "data": picture(size=(90, 60))}
        for _ in range(2):
            self.send("post", f"runs/{self.run_id}/photos", body)
        self.assertEqual(Photo.objects.count(), 3)

    def test_what_is_no_picture_is_refused_in_a_sentence(self) -> None:
        half = base64.b64encode(base64.b64decode(picture())[:4000]).decode()
        huge = Image.new("1", (MOST_PIXELS // 5000 + 1, 5001))
        written = io.BytesIO()
        huge.save(written, "PNG")
        for data, sentence in (
            ("", "no picture"), (base64.b64encode(b"<svg/>" * 50).decode(), "no picture"),
            (half, "no picture"), (picture("GIF", (20, 20)), "no picture"),
            (base64.b64encode(written.getvalue()).decode(), "too large"), ("?!", "wrong shape"),
        ):  # fmt: skip
            self.assert_problem(self.keep(data), 400, sentence)
        self.assertFalse(Photo.objects.exists())

    def test_a_photo_of_forty_megabytes_is_refused_before_it_is_read(self) -> None:
        self.assert_problem(self.keep("A" * 15_000_000), 413, "send a smaller photo")

    def test_a_photo_removed_is_gone(self) -> None:
        key = self.keep(picture(size=(90, 60))).json()["id"]
        self.assertEqual(self.send("delete", f"photos/{key}", None).status_code, 204)
        self.assert_problem(self.send("get", f"photos/{key}", None), 404, "no such thing")
