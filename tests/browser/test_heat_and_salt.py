"""In the browser: two fries and the core of practice, salt of a second jar, jars that cannot all be kept together."""

from tests.browser.case import BrowserTest
from tests.browser.pages.bench import OPEN_JAR
from tests.browser.words import names

PLAICE = "Plaice in beer batter"
CHAR = "Arctic char, lemon and orange"


class HeatAndSaltTest(BrowserTest):
    def test_two_fries_are_typed_and_stand_as_stages(self) -> None:
        self.open_formula(PLAICE)
        bench = self.bench
        bench.tab(names.heat)
        bench.choose(names.whichBurner, "large_gas")
        bench.choose(names.friedTwice, "yes")
        bench.type(names.secondFry, "190")
        bench.sees("[data-part=stages]", "second fry")
        bench.sees("[data-part=practice]", "not the core that is published")
        bench.settled()
        cook = self.stored(PLAICE).document["cook"]
        self.assertEqual((cook["burner"], cook["second_fry"]["medium_temperature"]["value"]), ("large_gas", 190))
        bench.choose(names.cooked, "grill")
        bench.choose(names.heatLevel, "hot")
        bench.sees("[data-reading=cook]", "a side")
        self.assert_accessible()

    def test_a_second_jar_counts_what_is_in(self) -> None:
        self.open_formula(PLAICE)
        bench = self.bench
        bench.add_jar("Measured dry brine")
        bench.sees(OPEN_JAR, "Earlier jars leave 0.7 % salt in the fish")
        bench.sees("dd[data-state=over]", "over its target")
        bench.settled()
        self.assertEqual([jar["kind"] for jar in self.stored(PLAICE).document["jars"]].count("dry_brine"), 2)

    def test_jars_whose_times_cannot_both_be_kept_are_told(self) -> None:
        self.open_formula(CHAR)
        bench = self.bench
        bench.add_jar("Spiced yogurt")
        bench.sees("[data-part=apart]", "cannot be kept together, only one after the other")
        bench.settled()
        self.assert_accessible()
        self.assert_quiet_console()
