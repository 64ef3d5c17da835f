"""A chosen stand-in for a vegetable of another size, over HTTP."""

from config.tests.base import KitchenCase


class Rebase(KitchenCase):
    """Pure: nothing is stored."""

    def asked(self, grams: object) -> dict:
        document = self.swap(self.bring())
        lid = document["parts"][1]
        return {
            "dish": document, "part": lid["id"], "slot": lid["slots"][0]["id"], "grams": grams,
        }  # fmt: skip

    def test_everything_follows_the_scale(self) -> None:
        asked = self.asked(0)
        lines = asked["dish"]["parts"][1]["slots"][0]["choice"]["lines"]
        had = max(line["grams"] for line in lines)
        made = self.send("post", "rebase", asked | {"grams": had * 1.5}).json()
        for before, after in zip(lines, made["lines"], strict=True):
            self.assertAlmostEqual(after["grams"], before["grams"] * 1.5)

    def test_what_cannot_be_is_refused(self) -> None:
        for grams, words in (
            (0, "Weigh it again"),
            (1e9, "Weigh it again"),
            ("much", "wrong shape"),
        ):
            with self.subTest(grams=grams):
                self.assert_problem(self.send("post", "rebase", self.asked(grams)), 400, words)
        bare = self.asked(500)
        bare["dish"]["parts"][1]["slots"][0]["choice"] = None
        self.assert_problem(self.send("post", "rebase", bare), 400, "Choose a stand-in")
