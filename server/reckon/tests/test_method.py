"""The method of a draft over HTTP: computed, never stored."""

from config.tests.base import KitchenCase


class MethodOfADraft(KitchenCase):
    """What a cook reads while cooking."""

    def test_steps_and_lines_of_a_draft(self) -> None:
        detail = self.bring()
        answer = self.send("post", "method", {"dish": detail["document"]})
        self.assertEqual(answer.status_code, 200, answer.content)
        shown = answer.json()
        self.assertTrue(shown["lines"])
        self.assertEqual(shown["method"], detail["document"]["method"])
        swapped = self.swap(detail)
        now = self.send("post", "method", {"dish": swapped}).json()
        self.assertIn("stand_in", {step["kind"] for step in now["steps"]})

    def test_a_document_that_breaks_its_rules_is_refused_in_words(self) -> None:
        detail = self.bring()
        document = detail["document"]
        step = {"id": "a", "text": "", "words": "Bake", "technique": "bake", "oven_c": 900}
        document["method"] = [step]
        answer = self.send("post", "method", {"dish": document})
        self.assertEqual((answer.status_code, answer.json()["field"]), (400, "method"))
