"""The simulated scale over HTTP: what it reports, and what it refuses."""

from config.tests.base import KitchenCase
from snabo_core.devices import decode, steadied


class Scale(KitchenCase):
    """Reports as a scale by USB would send them, ten a second."""

    def steady(self, **wish: float | str) -> list[float]:
        reports = self.send("post", "scale", wish).json()["reports"]
        readings = ((i / 10, decode(bytes.fromhex(one))) for i, one in enumerate(reports))
        return [round(one.grams) for one in steadied(readings)]

    def test_put_and_tared(self) -> None:
        self.assertEqual(len(self.steady(grams=842.0)), 1)
        self.assertAlmostEqual(self.steady(grams=842.0)[0], 842, delta=2)
        # What stood on it when it was tared is taken off.
        after = self.steady(load=620.0, tared=620.0, grams=1000.0)
        self.assertAlmostEqual(after[-1], 380, delta=2)
        self.assertEqual(self.steady(load=620.0, happening="tare", grams=620.0), [])
        self.assertEqual(self.steady(grams=9000.0), [])

    def test_it_follows_what_is_cooked(self) -> None:
        wish = {"happening": "follow", "low": 780.0, "high": 860.0, "step": "lid/press/1/0"}
        said = self.send("post", "scale", wish).json()
        self.assertTrue(720 < said["load"] < 920, said["load"])
        self.assertEqual(self.send("post", "scale", wish).json()["load"], said["load"])
        self.assertAlmostEqual(self.steady(**wish)[0], said["load"], delta=2)
        # Tared with it on, it weighs what is put on then.
        after = self.steady(load=620.0, tared=620.0, **(wish | {"step": "another"}))
        self.assertTrue(100 < after[-1] < 300)

    def test_refusals(self) -> None:
        for wish in ({"grams": -1.0}, {"grams": 1e9}, {"happening": "sing"}, {"grams": "much"}):
            self.assert_problem(self.send("post", "scale", wish), 400, "wrong shape")
        turned = {"happening": "follow", "low": 9.0, "high": 8.0}
        self.assert_problem(self.send("post", "scale", turned), 400, "from low to high")
