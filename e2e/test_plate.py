"""The plate and the table as a cook meets them: opened, shared out, compared, judged for each."""

import re

from playwright.sync_api import expect

from e2e.test_path import CookCase


class Rail(CookCase):
    """Beside the lines: limits per eater, other scales, every figure opened on a tap."""

    def test_scales_and_a_figure_opened_with_what_if(self) -> None:
        page = self.page
        self.to_bench()
        rail = self.rail()
        rail.get_by_role("button", name="dish", exact=True).click()
        expect(rail.get_by_role("row", name=re.compile("^Vegetables"))).to_be_visible()
        whole = rail.get_by_role("row", name=re.compile("^Net carbs")).inner_text()
        rail.get_by_role("button", name="serving", exact=True).click()
        serving = rail.get_by_role("row", name=re.compile("^Net carbs")).inner_text()
        grams = [float(re.search(r"([\d.]+) g", t).group(1)) for t in (whole, serving)]
        self.assertAlmostEqual(grams[0] / grams[1], 4, delta=0.15)
        rail.get_by_role("button", name="eaters").click()
        page.get_by_role("button", name="Net carbs: where").first.click()
        opened = page.get_by_role("dialog")
        first = opened.get_by_role("rowheader").first
        expect(first).to_contain_text("potato")
        first.get_by_role("button").click()
        expect(opened).to_contain_text("Without it:")
        expect(opened).to_contain_text("With half of it:")
        expect(opened).to_contain_text("Ada:")
        page.keyboard.press("Escape")
        expect(opened).to_be_hidden()

    def test_caution_is_put_away(self) -> None:
        page = self.page
        self.to_bench()
        caution = self.rail().get_by_text("On glucose or blood-pressure medicine?")
        caution.click()
        expect(self.rail()).to_contain_text("not medical advice")
        page.get_by_role("button", name="Ada knows this").first.click()
        expect(caution).to_be_hidden()
        page.reload()
        expect(self.rail()).to_contain_text("Pregnant, nursing or a child?")
        expect(caution).to_be_hidden()


class SharedOut(CookCase):
    """Portions go by the weight of what was finished."""

    def test_weighed_portions_and_what_is_left(self) -> None:
        page = self.page
        self.to_bench()
        self.station("Portions")
        table = page.get_by_role("region", name="On the table")
        table.get_by_role("button", name="It is on the table").click()
        table.get_by_label("On the scale").fill("1480")
        table.get_by_label("Empty bowl").fill("0")
        table.get_by_role("button", name="Weigh in").click()
        expect(table).to_contain_text("1480 g")
        table.get_by_label("Ada had, g").fill("247")
        table.get_by_label("Bo had, g").fill("370")
        table.get_by_role("button", name="Share it out").click()
        # Ada's 247 g and Bo's 370 g leave 863 g.
        expect(table.get_by_role("region", name="Left over")).to_contain_text("863 g")
        table.get_by_label("Ada had, g").fill("1600")
        table.get_by_role("button", name="Share it out so").click()
        expect(table.get_by_role("alert").first).to_contain_text("490 g more than there is")
        # The weight is an event of the cooking: undo deletes it, redo makes it again, it is kept.
        page.get_by_role("heading", name="On the table").click()
        page.keyboard.press("u")
        expect(table.get_by_text("Not weighed yet")).to_be_visible()
        page.keyboard.press("r")
        expect(table).to_contain_text("1480 g")
        page.reload()
        expect(table).to_contain_text("1480 g")

    def test_shares_as_planned_and_what_is_left(self) -> None:
        page = self.page
        self.to_bench()
        self.station("Portions")
        shared = page.get_by_role("region", name="Shares as planned")
        serving = float(shared.get_by_label("Ada gets, g").get_attribute("placeholder") or 0)
        page.get_by_label("Ada gets, g").fill(f"{serving * 2 / 3:.0f}")
        expect(shared).to_contain_text("left over")
        page.get_by_role("button", name="Ada’s").click()
        hers = self.figure("Net carbs")
        page.get_by_role("button", name="serving", exact=True).click()
        self.assertAlmostEqual(hers / self.figure("Net carbs"), 2 / 3, delta=0.02)
        page.get_by_label("Ada gets, g").fill("99999")
        expect(page.get_by_role("alert").first).to_contain_text("% of the dish")

    def test_fat_poured_off_leaves_the_plate(self) -> None:
        page = self.page
        self.to_bench()
        self.station("Portions")
        before = self.figure("Fat")
        page.get_by_label("of which line").click()
        page.get_by_role("option", name="butter, lid").click()
        expect(page.get_by_text("butter: fat poured off")).to_be_visible()
        page.get_by_label("share, %").fill("100")
        # What stays is the crumb's butter: 20 g, 16.2 g of fat, in four servings, and 0.1 g to
        # a serving that its bread may have been made with.
        expect(page.get_by_role("row", name=re.compile("^Added oil"))).to_contain_text("4.3 g")
        self.assertLess(self.figure("Fat"), before - 5)


class SideBySide(CookCase):
    """Differences that the spread swallows are none."""

    def test_stand_ins_beside_the_original(self) -> None:
        page = self.page
        self.to_bench()
        self.station("Compare")
        lids = page.get_by_role("group", name="Stand-ins for the Lid")
        lids.get_by_role("button", name="Cauliflower", exact=True).click()
        lids.get_by_role("button", name="White bean", exact=True).click()
        net = page.get_by_role("row", name=re.compile("^Net carbs"))
        expect(net.get_by_role("cell").nth(1)).to_contain_text(re.compile(r"▼ \d+ g less"))
        expect(page.get_by_role("main")).to_contain_text("no real difference")
        chart = page.get_by_role("img", name=re.compile("^Net carbs by part. original: Pot"))
        expect(chart).to_be_visible()


class Table(CookCase):
    """Who sits there, who can eat what, and what meals leave of a day."""

    def to_table(self) -> None:
        self.page.get_by_role("navigation", name="Places").get_by_text("Table").click()
        expect(self.page.get_by_role("heading", name="Who can eat what")).to_be_visible()

    def test_own_words_tolerance_and_a_wish(self) -> None:
        page = self.page
        self.to_bench()
        self.to_table()
        page.get_by_role("button", name="Seat somebody").click()
        page.get_by_label("Name").fill("Cleo")
        page.get_by_label("Fat at most", exact=True).fill("3")
        page.get_by_label("Fat counts").click()
        page.get_by_role("option", name="per serving, nice to have").click()
        page.get_by_label("Something else, in your words").fill("leek")
        page.get_by_role("button", name="Leave out").click()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Fat at most 3 g, nice to have")).to_be_visible()
        row = page.get_by_role("row", name=re.compile("Harbour-light bean pot"))
        expect(row.get_by_role("cell").last).to_contain_text("contains leek: leek")
        page.get_by_role("button", name="Change Cleo").click()
        page.get_by_label("can take, g a serving").fill("200")
        page.get_by_role("button", name="Save").click()
        expect(row.get_by_role("cell").last).to_contain_text("fits")

    def test_the_changed_table_and_its_day(self) -> None:
        page = self.page
        self.to_bench()
        self.to_table()
        page.get_by_role("button", name="Change Ada").click()
        page.get_by_label("Net carbs at most", exact=True).fill("400")
        page.get_by_label("Protein at least", exact=True).fill("5")
        page.get_by_role("button", name="Save").click()
        row = page.get_by_role("row", name=re.compile("Harbour-light bean pot"))
        expect(row.get_by_role("cell").first).to_contain_text("fits")
        # What would help is found anew for the changed table: Ada needs nothing any more.
        expect(row.get_by_role("cell").last).to_contain_text("fits with")
        expect(row.get_by_role("cell").first).not_to_contain_text("fits with")
        page.get_by_label("Put a meal on the day").click()
        page.get_by_role("option", name="Harbour-light bean pot").click()
        day = page.get_by_role("region", name="A day")
        expect(day).to_contain_text("left for the day")
        page.get_by_label("servings").fill("2")
        expect(day).to_contain_text("Net carbs")

    def test_a_target_of_nothing_is_refused_and_nothing_lost(self) -> None:
        page = self.page
        self.to_bench()
        self.to_table()
        page.get_by_role("button", name="Change Ada").click()
        page.get_by_label("Fat at most", exact=True).fill("-4")
        # The row of a limit that is set grows, and moves what stands below it.
        expect(page.get_by_label("Fat may go over by", exact=True)).to_be_visible()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("between 0 and 20,000")
        expect(page.get_by_label("Fat at most", exact=True)).to_have_value("-4")
