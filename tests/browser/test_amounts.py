"""Targets in and amounts out, and what went otherwise: asked, read and taken on the screen, then found in the draft."""

from selenium.webdriver.common.by import By

from server.pantry.models import OwnRows
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.amounts import CORRECT, AskPage, CorrectPage
from tests.browser.pages.people import KitchenPage
from tests.browser.words import amounts, names, people

CHAR = "Arctic char, lemon and orange"
ASKED = amounts.ask


class AmountsTest(BrowserTest):
    def test_targets_give_amounts_and_one_press_puts_them_in(self) -> None:
        self.open_formula(CHAR)
        page = AskPage(self.driver, self.live_server_url).show()
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.exact, "1.1")
        page.aim("window.best_min", "Best time", ASKED.exact, "25")
        page.solved(True)
        page.until(lambda: page.line("Flake sea salt") == ("3.4 g", "4.6 g"), "420 g x 1.1 % = 4.6 g")
        page.lock("Orange juice")
        page.until(lambda: page.line("Orange juice") == ("130 g", "130 g"), "the orange stays")
        page.solved(True)
        self.assert_accessible()
        page.take()
        self.bench.settled()
        document = self.stored(CHAR).document
        self.assertEqual(document["jars"][0]["targets"]["window.best_min"], {"value": 25})
        self.assertEqual(document["jars"][0]["lines"][3]["amount"], {"value": 1.0952, "unit": "%"})
        self.assertEqual(self.bench.weighs()[3], "4.6 g")
        page.show().solved(True)
        page.sees("[data-part=solved]", ASKED.already)

    def test_what_cannot_be_had_says_the_smallest_thing_that_would_allow_it(self) -> None:
        self.open_formula(ZANDER)
        page = AskPage(self.driver, self.live_server_url).show()
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.exact, "0.9")
        page.solved(True)
        page.lock("Fine sea salt")
        page.solved(False)
        page.sees("[data-part=unmet]", "Salt, of the fish: 0.30 % over")
        self.assertIn("Let Fine sea salt change to 6.1 g", page.relaxations())
        page.press("Let Fine sea salt change to 6.1 g")
        self.bench.settled()
        self.assertEqual(self.bench.weighs()[0], "6.1 g")

    def test_bounds_that_cannot_both_be_are_told_beside_them_and_a_reading_that_is_not_there_is_left_open(self) -> None:
        self.open_formula(ZANDER)
        page = AskPage(self.driver, self.live_server_url).show()
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.least, "2")
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.most, "1")
        page.sees('[data-aim="salt_pct_of_fish"]', "At least 2 is more than at most 1: swap them.")
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.most, "abc")
        page.sees('[data-aim="salt_pct_of_fish"]', "“abc” is not a number")
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.most, "2.2")
        page.sees('[data-aim="salt_pct_of_fish"]', "1.2 is not within at least and at most")
        page.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.exact, "2.1")
        page.aim("ph", "pH", ASKED.most, "4")
        page.sees("[data-part=unmet]", "pH: there is no such reading of this jar")
        page.press("Let the pH be left open, as there is none here")
        self.bench.settled()
        self.assertEqual(
            self.stored(ZANDER).document["jars"][0]["targets"],
            {"salt_pct_of_fish": {"min": 2, "value": 2.1, "max": 2.2}},
        )

    def test_what_was_over_weighed_is_mended_by_what_is_not_in_yet_and_goes_on_record(self) -> None:
        self.open_formula(ZANDER)
        page = CorrectPage(self.driver, self.live_server_url).show()
        page.went_in("Fine sea salt", "10.2")
        self.assertEqual(page.choices(), ["in-step", "fish", "leave"])
        self.assertEqual(page.read("fish", "salt_pct_of_fish"), ["1.20 %", "1.50 %", "1.20 %"])
        page.as_planned("Caraway seed")
        page.until(lambda: page.choices() == ["fish", "leave"], "nothing is left that could change")
        self.assert_accessible()
        page.take("fish")
        self.bench.settled()
        document = self.stored(ZANDER).document
        self.assertEqual(document["fish"]["weight"]["value"], 850)
        self.assertEqual(self.bench.weighs(), ["10.2 g", "3.0 g"])
        record = document["corrections"][0]
        self.assertEqual((record["jar"], record["initials"]), ("brine", "MK"))
        self.assertAlmostEqual(record["before"]["salt_pct_of_fish"], 1.5, places=2)
        page.show().sees("[data-part=record]", "170 g more of boneless fish")

    def test_a_taste_gives_bounded_doses_until_the_jar_has_touched_raw_fish(self) -> None:
        self.open_formula(CHAR)
        page = CorrectPage(self.driver, self.live_server_url).show()
        page.about(CORRECT.tastes)
        page.press(amounts.tastes.sharp)
        self.assertIn("sweet-masks-first", page.choices())
        before, after = page.read("sweet-masks-first", "acid_meq_per_kg_fish")
        self.assertEqual(before, after)
        page.on_fish()
        page.sees("[data-part=refused]", "raw fish")
        page.on_fish()
        page.until(lambda: "sweet-masks-first" in page.choices(), "tasted while it is clean")
        page.take("sweet-masks-first")
        self.bench.settled()
        lines = self.stored(CHAR).document["jars"][0]["lines"]
        self.assertEqual((lines[-1]["ingredient"], lines[-1]["amount"]["value"]), ("sugar-white", 1.5))

    def test_what_is_typed_in_a_dialog_and_not_taken_is_there_when_it_is_opened_again(self) -> None:
        self.open_formula(ZANDER)
        page = CorrectPage(self.driver, self.live_server_url).show()
        page.went_in("Fine sea salt", "10.2")
        self.assertIn("fish", page.choices())
        page.went_in("Caraway seed", "a pinch")
        page.sees("[data-went-in='Caraway seed']", amounts.names.notMass)
        page.press(amounts.names.close)
        self.driver.refresh()
        page.show()
        self.assertEqual(page.typed(amounts.names.wentIn.format(line="Fine sea salt")), "10.2")
        page.press(CORRECT.clear)
        page.until(lambda: page.typed(amounts.names.wentIn.format(line="Fine sea salt")) == "", "cleared")
        page.press(amounts.names.close)
        ask = AskPage(self.driver, self.live_server_url).show()
        ask.aim("salt_pct_of_fish", "Salt, of the fish", ASKED.exact, "0.9")
        ask.lock("Fine sea salt")
        ask.solved(False)
        ask.press(amounts.names.close)
        ask.show().solved(False)
        ask.press(amounts.names.close)
        prices = amounts.prices
        zander = prices.priceOf.format(thing="Zander")
        self.bench.press(prices.open)
        self.bench.type(zander, "21.5")
        self.bench.press(amounts.names.close)
        self.bench.press(prices.open)
        self.assertEqual(self.bench.typed(zander), "21.5")
        self.bench.press(prices.keep)
        self.bench.sees("[data-part=cost]", "EUR")
        self.bench.press(prices.open)
        self.bench.until(lambda: self.bench.typed(zander) == "21.5", "it is kept")
        self.bench.press(amounts.names.close)
        self.bench.tab(names.diners)
        self.bench.press(names.makeWithout)
        self.bench.type(amounts.without.missing, "caraway")
        self.bench.sees("[data-part=substitutes]", "Caraway")
        self.bench.press(amounts.names.close)
        self.bench.press(names.makeWithout)
        self.assertEqual(self.bench.typed(amounts.without.missing), "caraway")

    def test_fish_that_weighs_otherwise_and_what_was_spilled_are_mended_too(self) -> None:
        self.open_formula(ZANDER)
        page = CorrectPage(self.driver, self.live_server_url).show()
        page.about(CORRECT.spilled)
        page.type(amounts.names.spilled, "-3")
        page.sees("[role=dialog]", "Type a number above 0.")
        page.type(amounts.names.spilled, "3")
        self.assertEqual(page.choices()[0], "again")
        page.about(CORRECT.fish)
        page.type(amounts.names.fishWeighs, "816")
        page.until(lambda: page.choices() == ["follow", "stay"], "what is not in yet follows the fish")
        page.take("follow")
        self.bench.settled()
        document = self.stored(ZANDER).document
        self.assertEqual(document["fish"]["weight"]["value"], 816)
        # 816 g x 1.2 %, and caraway in step: 3.0 g x 816 / 680.
        self.assertEqual(self.bench.weighs(), ["9.8 g", "3.6 g"])
        self.assertEqual(len(document["corrections"]), 1)

    def test_several_things_are_swapped_at_once_and_what_cannot_be_kept_is_said(self) -> None:
        self.open_formula("Gurnard, mustard buttermilk")
        words = amounts.without
        self.bench.tab(names.diners)
        self.bench.press(names.makeWithout)
        self.bench.type(words.avoid, "gluten, milk")
        self.bench.sees("[data-replaced=Buttermilk]", "its acid: add something sour")
        self.bench.choose(words.instead.format(line="Rye flour"), "corn-starch")
        self.bench.sees("[data-replaced='Rye flour']", "keeps the weight")
        self.bench.sees("[data-part=differences]", "fish, mustard, sulphites")
        self.assert_accessible()
        self.bench.press(words.take)
        self.bench.settled()
        jars = self.stored("Gurnard, mustard buttermilk").document["jars"]
        lines = [line["ingredient"] for one in jars for line in one["lines"]]
        self.assertLessEqual({"coconut-milk", "coconut-cream", "corn-starch"}, set(lines))
        self.assertFalse({"buttermilk", "rye-flour", "sour-cream"} & set(lines))

    def test_prices_give_what_a_serving_costs_and_what_has_none_is_named(self) -> None:
        self.open_formula(ZANDER)
        words = amounts.prices
        self.bench.press(words.open)
        self.bench.type(words.priceOf.format(thing="Zander"), "20")
        self.bench.choose(words.basisOf.format(thing="Zander"), "fillet")
        self.bench.type(words.priceOf.format(thing="Fine sea salt"), "0")
        self.bench.press(words.keep)
        self.bench.sees("[data-price=sea-salt-fine] [role=alert]", "above 0")
        self.assert_accessible()
        self.bench.type(words.priceOf.format(thing="Fine sea salt"), "1")
        self.bench.type(words.priceOf.format(thing="Caraway seed"), "")
        self.bench.press(words.keep)
        self.bench.sees("[data-part=cost]", "At least EUR 3.40 a serving, EUR 13.61 in all")
        self.bench.sees("[data-part=cost]", "No price yet: Caraway seed")
        kept = OwnRows.objects.get(kitchen=self.kitchen).document
        prices = {one.get("ingredient") or one.get("fish"): one["price"] for one in kept["prices"]}
        self.assertEqual((prices["zander"], prices["sea-salt-fine"], prices["gurnard"]), (20, 1, 14))
        self.assertNotIn("caraway-seed", prices)
        self.bench.press(words.open)
        for thing in ("Zander", "Fine sea salt"):
            self.bench.type(words.priceOf.format(thing=thing), "")
        self.bench.press(words.keep)
        self.bench.sees("[data-part=cost]", "No price yet: Zander")
        self.assertNotIn("0.00", self.bench.one("[data-part=cost]").text)

    def test_who_only_looks_is_not_asked(self) -> None:
        self.open_formula(ZANDER, "vs")
        self.assertFalse(self.driver.find_elements(By.XPATH, f'//button[.="{names.askAmounts}"]'))

    def test_a_house_rule_is_settled_held_against_a_formula_and_left_knowingly(self) -> None:
        self.enter()
        kitchen = KitchenPage(self.driver, self.live_server_url).open(self.kitchen.slug, "settings")
        kitchen.type(people.names.rule.format(place=4), "A portion is 200 g or more.")
        kitchen.type(people.names.ruleBound.format(place=4, bound=people.kitchen.least), "200")
        kitchen.type(people.names.ruleBound.format(place=4, bound=people.kitchen.most), "100")
        kitchen.press(people.names.keepSettings)
        kitchen.sees("[data-part=rules] [role=alert]", "At least is more than at most")
        kitchen.type(people.names.ruleBound.format(place=4, bound=people.kitchen.most), "")
        self.assert_accessible()
        kitchen.press(people.names.keepSettings)
        kitchen.sees("form", people.kitchen.settled)
        self.open_formula(ZANDER)
        self.bench.sees("[data-rule=portion][data-state=under]", "Portion: 170 g, and it should be at least 200")
        self.bench.sees("[data-part=house] summary", "3")
        self.assert_accessible()
        words = amounts.house
        self.bench.press(words.leave)
        self.bench.type(words.whyOf.format(rule="A portion is 200 g or more."), "a starter")
        self.bench.press(words.leaveIt)
        self.bench.one("[data-rule=portion][data-state=left]")
        self.bench.settled()
        said = self.stored(ZANDER).document["house_rules"]
        self.assertEqual(said, [{"id": "portion", "follows": False, "why": "a starter"}])
