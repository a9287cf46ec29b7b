"""In the browser: prep and heat have their places: sides, lid, basting, oil, finishing, trimmings, what is soaked."""

from tests.browser.case import BrowserTest
from tests.browser.pages.bench import OPEN_JAR
from tests.browser.words import names

ZANDER = "Zander, caraway dry brine"
GURNARD = "Gurnard, mustard buttermilk"


class PrepAndHeatTest(BrowserTest):
    def test_the_heat_is_said_in_sentences(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.tab(names.heat)
        bench.choose(names.firstSide, "skin")
        bench.sees("[data-part=stages]", "skin side")
        bench.choose(names.pressed, "yes")
        bench.choose(names.basted, "yes")
        bench.choose(names.oilOn, "fish")
        bench.sees("[data-part=heat-sentence]", "for all pieces")
        bench.choose(names.finishedIn, "oven")
        bench.type(names.finishedAfter, "4")
        bench.sees("[data-part=stages]", "in the oven")
        bench.settled()
        cook = self.stored(ZANDER).document["cook"]
        self.assertEqual((cook["first_side"], cook["pressed"], cook["basted"]), ("skin", True, True))
        self.assertEqual(cook["finished_in"], {"method": "oven", "after": {"unit": "min", "value": 4}})
        bench.choose(names.cooked, "oven")
        bench.choose(names.covered, "yes")
        bench.type(names.coveredTime, "6")
        bench.sees("[data-part=stages]", "covered")
        bench.choose(names.cooked, "deep_fry")
        bench.sees("[data-part=not-modelled]", "no time is given")
        bench.choose(names.covered, "no")
        bench.sees("[data-reading=cook]", "in the heat")
        self.assert_accessible()

    def test_a_side_counts_with_its_salt_and_its_allergens(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.tab(names.sides)
        bench.press(names.addSide)
        bench.type(names.sideName.format(side=1), "Rye bread")
        bench.type(names.sideMinutes.format(side=1), "5")
        bench.type(names.sideSalt.format(side=1), "0.6")
        bench.sees("[data-part=sides-salt]", "0.6 g")
        bench.avoids("gluten")
        bench.sees("[data-part=beside]", "gluten")
        bench.settled()
        side = self.stored(ZANDER).document["sides"][0]
        self.assertEqual((side["name"], side["minutes"], side["allergens"]), ("Rye bread", 5, ["gluten"]))
        self.assert_accessible()
        bench.field(names.takeOutSide.format(side=1)).click()
        bench.settled()
        self.assertEqual(self.stored(ZANDER).document["sides"], [])

    def test_what_is_cut_off_is_not_eaten(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.tab(names.prep)
        bench.type(names.trimmings, "60")
        bench.tab(names.fish)
        bench.sees("[data-reading=edible]", "620 g")

    def test_lines_are_soaked_scrapings_are_served_and_a_sauce_left_over(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.open_jar(1)
        bench.type_line("100 g onion, grated and squeezed")
        bench.sees("[data-part=prepared]", "50.0 g goes in")
        bench.type(names.goesInOf.format(line="Onion"), "40")
        bench.sees("[data-part=prepared]", "40.0 g goes in")
        bench.choose(names.afterwards, "scrape")
        bench.choose(names.fateOfScrapings, "cooked")
        bench.type(names.eatenShare, "70")
        bench.settled()
        method = self.stored(GURNARD).document["jars"][1]["method"]
        self.assertEqual((method["fate"], method["eaten_share"]["value"]), ("cooked", 70))
        bench.open_jar(2)
        bench.type(names.contactTime, "4")
        bench.open_jar(3)
        bench.choose(names.heated, "cold")
        bench.type(names.eatenShare, "80")
        bench.settled()
        jars = self.stored(GURNARD).document["jars"]
        self.assertEqual(jars[2]["method"]["contact_time"], {"unit": "min", "value": 4})
        self.assertEqual((jars[3]["method"]["heated"], jars[3]["method"]["eaten_share"]["value"]), (False, 80))
        bench.sees(OPEN_JAR, "mixed cold")
        self.assert_accessible()
        self.assert_quiet_console()
