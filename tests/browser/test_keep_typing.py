"""Two people on one formula, and a server that goes away: nothing typed is lost."""

from unittest import mock

from django.db import OperationalError
from django.db.backends.postgresql.base import DatabaseWrapper
from selenium.webdriver.common.keys import Keys

from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.bench import OPEN_JAR
from tests.browser.words import names


class KeepTypingTest(BrowserTest):
    def test_different_lines_are_both_in_the_next_revision(self) -> None:
        self.open_zander()
        other = self.another_browser()
        self.cut_off()
        self.bench.type(names.amountOf.format(line="Fine sea salt"), "0.9")
        other.type(names.amountOf.format(line="Caraway seed"), "5")
        other.settled()
        self.offline(False)
        self.bench.until(lambda: self.stored().revision == 3, "the merged revision")
        salt, caraway = self.stored().document["jars"][0]["lines"]
        self.assertEqual((salt["amount"]["value"], caraway["amount"]["value"]), (0.9, 5))
        self.bench.until(lambda: "5.0 g" in self.bench.weighs(), "the other's caraway")

    def test_the_same_place_is_asked_about(self) -> None:
        self.open_zander()
        self.clash_over_servings()
        self.assert_accessible()
        self.driver.find_element("xpath", "//label[contains(., 'theirs')]").click()
        self.bench.press(names.goOn)
        self.bench.settled()
        self.assertEqual(self.stored().document["servings"], 6)
        self.assertEqual(self.bench.field(names.servings).get_attribute("value"), "6")

    def test_typing_goes_on_without_a_connection_and_is_sent_later(self) -> None:
        self.open_zander()
        self.offline()
        self.bench.type(names.thickness, "31")
        self.bench.sees("[data-part=kept]", "Not connected")
        self.assertEqual(self.bench.one("main").get_attribute("data-stale"), "true")
        self.assertEqual(self.bench.weighs(), ["8.2 g", "3.0 g"])
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 22)
        self.offline(False)
        self.driver.refresh()
        self.bench.settled()
        self.assertEqual(self.bench.field(names.thickness).get_attribute("value"), "31")
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 31)

    def test_both_add_a_line_and_a_clash_is_named_as_a_cook_would(self) -> None:
        self.open_zander()
        other = self.another_browser()
        self.bench.type_line("1 g lemon zest")
        self.bench.settled()
        other.until(lambda: "1.0 g" in other.weighs(), "the zest, with the other too")
        self.cut_off()
        self.bench.type(names.amountOf.format(line="Caraway seed"), "4")
        other.type_line("2 g dill")
        other.type(names.amountOf.format(line="Caraway seed"), "5")
        other.settled()
        self.offline(False)
        self.bench.sees("[role=dialog]", "Caraway dry brine › Caraway seed › amount")
        self.bench.sees("[role=dialog]", "was 3")
        self.bench.press(names.goOn)
        self.bench.settled()
        lines = self.stored().document["jars"][0]["lines"]
        self.assertEqual(
            {line["ingredient"] for line in lines}, {"sea-salt-fine", "caraway-seed", "dill", "lemon-zest"}
        )
        self.assertEqual(next(line for line in lines if line["ingredient"] == "caraway-seed")["amount"]["value"], 4)


class TypingGoesOnTest(BrowserTest):
    def test_questions_without_a_connection_say_so_and_keep_what_was_typed(self) -> None:
        self.open_zander()
        self.offline()
        self.bench.field(names.addLine).send_keys("2 g dill")
        self.bench.sees(OPEN_JAR + " p[role=status]", "what you typed stays here")
        self.bench.press(names.schools)
        self.bench.sees("[role=dialog] [role=alert]", "does not answer")
        self.bench.close()
        self.assertEqual(self.bench.field(names.addLine).get_attribute("value"), "2 g dill")

    def test_grams_that_could_not_be_taken_stay_where_they_were_typed(self) -> None:
        self.open_zander()
        bench, salt = self.bench, names.weighOf.format(line="Fine sea salt")
        bench.field(salt).click()
        bench.type(salt, "-5")
        bench.complains("Grams above 0")
        bench.field(names.addLine).click()
        bench.holds(salt, "-5")
        self.offline()
        bench.field(salt).click()
        bench.type(salt, "9")
        bench.complains("Not changed")
        bench.field(names.addLine).click()
        self.assertEqual(bench.value_of(salt), "9")

    def test_the_answer_to_other_words_is_not_added(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.field(names.addLine).send_keys("2 g dill")
        bench.sees("[data-part=read-as]", "Enter adds it")
        self.offline()
        bench.field(names.addLine).send_keys(" seed", Keys.ENTER)
        bench.sees("[data-part=read-as]", "what you typed stays here")
        self.assertEqual((len(bench.weighs()), bench.value_of(names.addLine)), (2, "2 g dill seed"))

    def test_a_label_that_was_begun_stays_when_its_dialog_is_closed(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.field(names.addLine).send_keys("20 g house rub")
        bench.press(names.makeRow)
        bench.type(names.inHundred.format(what="salt"), "40")
        bench.close()
        bench.press(names.makeRow)
        bench.holds(names.inHundred.format(what="salt"), "40")

    def test_tags_notes_and_spoons_of_the_formula(self) -> None:
        self.open_zander()
        spoons = self.bench.text("tr[data-line=l1] [data-part=spoons]")
        self.bench.press(names.notes)
        self.bench.type(names.tags, "galley, winter")
        self.bench.type(names.notes, "Crush the caraway coarsely.")
        self.bench.choose(names.measures, "metric")
        self.bench.close()
        self.bench.settled()
        document = self.stored().document
        self.assertEqual((document["tags"], document["measures"]), (["galley", "winter"], "metric"))
        self.assertEqual(document["notes"], "Crush the caraway coarsely.")
        self.assertEqual(spoons, "1 3/8 tsp")
        self.bench.to_the_table()
        self.table.choose(names.tag, "winter")
        self.table.waits_for(ZANDER)

    def test_a_mark_where_a_caution_arises_leads_to_it(self) -> None:
        self.enter()
        self.table.open("Herring, vinegar and dill")
        self.bench.settled()
        self.bench.choose(names.place, "counter")
        self.bench.one(OPEN_JAR + " [data-mark-of=histamine-counter]").click()
        summary = self.driver.switch_to.active_element
        self.assertIn("forms histamine when warm", summary.text)

    def test_what_is_typed_while_an_answer_is_slow_is_kept(self) -> None:
        self.open_zander()
        self.driver.set_network_conditions(offline=False, latency=900, throughput=500_000)
        self.bench.choose(names.unitOf.format(what="Fine sea salt"), "g")
        self.bench.type(names.weight, "900")
        self.bench.until(
            lambda: self.bench.field(names.unitOf.format(what="Fine sea salt")).get_attribute("value") == "g",
            "rewritten",
        )
        self.assertEqual(self.bench.field(names.weight).get_attribute("value"), "900")
        self.offline(False)
        self.bench.settled()
        self.assertEqual(self.stored().document["fish"]["weight"]["value"], 900)

    def test_a_line_that_was_begun_waits_while_another_jar_is_open(self) -> None:
        self.enter()
        self.table.open("Gurnard, mustard buttermilk")
        self.bench.settled()
        self.bench.field(names.addLine).send_keys("2 tsp")
        self.bench.press("3 Rye and rice dredge")
        self.assertEqual(self.bench.field(names.addLine).get_attribute("value"), "")
        self.bench.press("1 Dry brine")
        self.assertEqual(self.bench.field(names.addLine).get_attribute("value"), "2 tsp")


class StillKeptTest(BrowserTest):
    def test_a_database_that_is_away_is_waited_for_and_what_was_typed_is_sent_by_itself(self) -> None:
        self.open_zander()
        away = mock.patch.object(DatabaseWrapper, "cursor", side_effect=OperationalError)
        with away, self.assertLogs("django.request", "ERROR"):
            self.bench.type(names.thickness, "31")
            self.bench.sees("[data-part=kept]", "Not connected")
        self.bench.until(lambda: self.stored().document["fish"]["thickness"]["value"] == 31, "the draft, kept")
        self.bench.settled()

    def test_on_a_shared_tablet_nothing_is_sent_under_another_name(self) -> None:
        """What one left unsent is refused while another is signed in, hidden from them, and offered to its author."""
        self.open_zander()
        self.cut_off()
        self.bench.type(names.thickness, "31")
        self.bench.sees("[data-part=kept]", "Not connected")
        self.sign_in_by_cookie(self.driver, "ot")
        self.offline(False)
        self.bench.sees("[data-part=kept]", "Signed out: typing is kept here")
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 22)
        self.open_formula(name="ot")
        self.assertEqual(self.bench.field(names.thickness).get_attribute("value"), "22")
        self.enter("ot")
        self.assertEqual(self.driver.find_elements("css selector", "[data-part=left]"), [])
        self.enter("mk")
        self.table.sees("[data-part=left]", ZANDER)
        self.assert_accessible()
        self.driver.find_element("css selector", "[data-part=left] a").click()
        self.bench.until(lambda: self.stored().document["fish"]["thickness"]["value"] == 31, "what was left, kept")
        self.assertEqual(self.stored().revisions.latest("revision").saved_by.username, "mk")
