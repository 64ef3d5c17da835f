"""A dish of another size over HTTP: nothing stored, what cannot be is said."""

from config.tests.base import KitchenCase


class Resize(KitchenCase):
    """Larger, smaller, by what is there."""

    def ask(self, document: dict, **more: object):
        return self.send("post", "resize", {"dish": document, **more})

    def test_double_can_be_saved_and_halved_again(self) -> None:
        detail = self.bring()
        made = self.ask(detail["document"], times=2.0).json()
        self.assertEqual(made["dish"]["servings"], 8.0)
        saved = self.send(
            "put", f"dishes/{detail['id']}", made["dish"], if_match=str(detail["revision"])
        )
        self.assertEqual(saved.status_code, 200, saved.content)
        stored = self.send("get", f"dishes/{detail['id']}").json()["document"]
        back = self.ask(stored, times=0.5).json()["dish"]
        for was, now in zip(detail["document"]["parts"], back["parts"], strict=True):
            for one, other in zip(was["lines"], now["lines"], strict=True):
                self.assertAlmostEqual(one["grams"], other["grams"])

    def test_a_serving_stays_as_it_was(self) -> None:
        document = self.bring()["document"]
        large = self.ask(document, servings=10).json()["dish"]
        was, now = (
            self.send("post", "preview", {"sequence": 1, "dish": one}).json()["figures"]
            for one in (document, large)
        )
        self.assertAlmostEqual(was["net_carbs"]["best"], now["net_carbs"]["best"], places=3)

    def test_what_cannot_be_is_refused_with_a_sentence(self) -> None:
        document = self.bring()["document"]
        for more, words in (
            ({}, "How large"),
            ({"times": 1e9}, "twenty times"),
            ({"times": "large"}, "wrong shape"),
            ({"line": "gone", "grams": 5}, "what that line weighs"),
            ({"pan_to": {"name": "x", "kind": "round", "across": 20, "height": 4}}, "Which pan"),
            ({"times": 2, "rules": {"x": "maybe"}}, "wrong shape"),
        ):
            with self.subTest(more=more):
                self.assert_problem(self.ask(document, **more), 400, words)
