"""How a jar is made, on the Bench: typed as a cook says it, proposed in minutes, felt in the readings."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.browser.case import BrowserTest
from tests.browser.words import making, names

GURNARD = "Gurnard, mustard buttermilk"


class MakingTest(BrowserTest):
    def add(self, words: str) -> None:
        self.bench.type(making.add, words)
        self.bench.field(making.add).send_keys(Keys.ENTER)

    def steps(self) -> list[str]:
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-part=making] li p:first-child > span:first-child")
        return [one.text for one in found]

    def test_steps_are_typed_proposed_moved_and_kept(self) -> None:
        self.open_formula(GURNARD)
        self.bench.press("2 Mustard buttermilk")
        self.bench.press(names.sayHowMade)
        self.add("boil the garlic, 4 min, into a cold pan")
        self.bench.until(lambda: len(self.steps()) == 1, "one step")
        self.bench.sees("[data-part=making]", "into a cold pan")
        self.add("cool in ice")
        self.bench.until(lambda: len(self.steps()) == 2, "two steps")
        self.bench.sees("[data-do=cool]", making.proposed)
        self.bench.sees("[data-do=cool] [data-part=left]", "5 °C")
        # What is no step stays where it was typed, and it says what is missing.
        for words, tells in (("frobnicate", "What is done?"), ("reduce", "To what?")):
            self.add(words)
            self.bench.sees("[data-part=making] [role=alert]", tells)
            self.assertEqual(self.bench.typed(making.add), words)
        self.assertEqual(len(self.steps()), 2)
        self.bench.type(making.minutes.format(step=1), "6")
        self.bench.sees("[data-do=boil_off]", "for 6 min")
        self.bench.field(making.down.format(step=1)).click()
        self.bench.until(lambda: "Cool" in self.steps()[0], "cooling first")
        self.bench.settled()
        jar = self.stored(GURNARD).document["jars"][1]
        self.assertEqual([(one["do"], one.get("minutes")) for one in jar["making"]], [("cool", None), ("boil_off", 6)])
        self.assertEqual(jar["making"][0]["cooled_in"], "ice_bath")
        self.bench.field(making.drop.format(step=1)).click()
        self.bench.field(names.stepBack).click()
        self.bench.until(lambda: len(self.steps()) == 2, "one step back brings it back")
        self.assert_accessible()

    def test_a_reduction_is_felt_in_the_readings(self) -> None:
        self.open_formula(GURNARD)
        self.bench.press("2 Mustard buttermilk")
        before = self.bench.text("[data-reading=salt_pct]")
        self.bench.press(names.sayHowMade)
        self.add("reduce to 400 g")
        self.bench.sees("[data-do=reduce] [data-part=left]", "400 g")
        self.bench.until(lambda: self.bench.text("[data-reading=salt_pct]") != before, "a saltier jar")
        self.add("cool")
        self.bench.until(lambda: len(self.steps()) == 2, "it cools")
        self.bench.choose(making.cooledIn.format(step=2), "room")
        self.bench.sees("[data-do=cool]", "in the room")

    def test_a_side_of_the_shelf_comes_with_its_work(self) -> None:
        self.open_formula(GURNARD)
        self.bench.tab(names.sides)
        many = len(self.stored(GURNARD).document.get("sides", []))
        self.bench.choose(names.sideFromShelf, "boiled-potatoes")
        self.bench.holds(names.sideMinutes.format(side=many + 1), "25")
        self.bench.type(names.sideHands.format(side=many + 1), "2")
        self.bench.settled()
        side = self.stored(GURNARD).document["sides"][-1]
        self.assertEqual((side["name"], side["uses"], side["hands"]), ("Boiled potatoes", ["burner"], 2))
