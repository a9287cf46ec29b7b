"""Formulas beside one another: what is aligned with what, what differs, and what is taken across."""

from itertools import pairwise
from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore import ask
from jarcore.formula import evaluate
from jarcore.questions.across import across
from jarcore.questions.beside import beside
from tests.core.cases import changed, example, jar, with_jars, zander
from tests.core.test_total import DOCUMENTS


def column(row: Any, at: int) -> tuple[str, float] | None:
    """A cell of a row of lines, as what it is and weighs."""
    cell = row["cells"][at]
    return cell and (cell["name"], cell["mass_g"])


class BesideTest(TestCase):
    def test_lines_stand_beside_one_another_by_ingredient_and_then_by_role(self) -> None:
        one = with_jars(jar("marinade", "lemon-juice:40 g", "olive-oil:100 g", "dill:5 g", "sea-salt-fine:6 g"))
        other = with_jars(jar("marinade", "sea-salt-fine:8 g", "rapeseed-oil:90 g", "lime-juice:30 g", "thyme:2 g"))
        rows = beside([one, other])["lines"]
        self.assertEqual(
            [(column(row, 0), column(row, 1)) for row in rows],
            [
                (("Lemon juice", 40), ("Lime juice", 30)),
                (("Olive oil", 100), ("Rapeseed oil", 90)),
                (("Dill", 5), None),
                (("Fine sea salt", 6), ("Fine sea salt", 8)),
                (None, ("Thyme, fresh", 2)),
            ],
        )
        self.assertTrue(all(row["differs"] for row in rows))

    def test_jars_stand_by_id_and_kind_and_what_one_has_alone_is_told(self) -> None:
        brine, dredge = jar("dry_brine", "sea-salt-fine:6 g", name="a"), jar("dredge", "rye-flour:60 g", name="b")
        answer = beside([with_jars(brine, dredge), with_jars(dredge), with_jars(jar("dry_brine", name="z"))])
        places = [[one and one["place"] for one in row["jars"]] for row in answer["jars"]]
        self.assertEqual(places, [[0, None, 0], [1, 0, None]])

    def test_what_is_read_is_what_the_evaluation_says_and_only_what_differs_differs(self) -> None:
        saltier = changed(zander(), jars__0__lines__0__amount__value=1.5)
        answer = beside([zander(), saltier])
        rows = {(row["group"], row["what"]): row for row in answer["rows"]}
        for document, at in ((zander(), 0), (saltier, 1)):
            reading = evaluate(document)["jars"][0]["reading"]
            self.assertEqual(rows["jar", "Salt, of the fish"]["values"][at], reading["salt_pct_of_fish"])
        self.assertTrue(rows["ledger", "Sodium a serving"]["differs"])
        self.assertFalse(rows["fish", "Edible weight"]["differs"])
        self.assertEqual([row["differs"] for row in answer["lines"]], [True, False])

    def test_the_same_formula_differs_in_nothing(self) -> None:
        for document in DOCUMENTS:
            answer = beside([document, document, document])
            self.assertFalse(any(row["differs"] for row in (*answer["rows"], *answer["lines"])))

    def test_every_line_of_each_stands_in_one_cell_whatever_stands_beside_it(self) -> None:
        for number, document in enumerate(DOCUMENTS):
            others = [DOCUMENTS[(number + step) % len(DOCUMENTS)] for step in (1, 2, 3)]
            some = [document, *others]
            answer = beside(some)
            for at, one in enumerate(some):
                stands = [(cell["jar"], cell["line"]) for row in answer["lines"] if (cell := row["cells"][at])]
                there = [(place, line) for place, each in enumerate(one["jars"]) for line in range(len(each["lines"]))]
                with self.subTest(document["title"], beside=one["title"]):
                    self.assertEqual(sorted(stands), there)
                    places = [row["jars"][at] for row in answer["jars"]]
                    self.assertEqual(sorted(each["place"] for each in places if each), list(range(len(one["jars"]))))

    def test_whichever_comes_first_the_same_is_read_and_differs(self) -> None:
        for one, other in pairwise(DOCUMENTS):
            here, there = (
                {(r["group"], r["what"]): r for r in beside(pair)["rows"]} for pair in ((one, other), (other, one))
            )
            for key in here.keys() & there.keys():
                if key[0] in ("fish", "ledger", "cook", "allergen"):
                    with self.subTest(one["title"], what=key[1]):
                        self.assertEqual(here[key]["values"], there[key]["values"][::-1])
                        self.assertEqual(here[key]["differs"], there[key]["differs"])

    def test_up_to_four_and_no_fewer_than_two_are_asked_about(self) -> None:
        answer = ask("beside", {"document": zander(), "others": [zander()] * 3})
        self.assertEqual(len(answer["heads"]), 4)


class AcrossTest(TestCase):
    def test_the_fish_comes_with_its_servings(self) -> None:
        char = example("char-citrus")
        after = jsonpatch.apply_patch(zander(), across(zander(), char))
        self.assertEqual((after["fish"], after["servings"]), (char["fish"], char["servings"]))
        self.assertEqual(after["jars"], zander()["jars"])

    def test_a_jar_takes_the_place_of_another_or_goes_behind_the_others(self) -> None:
        char = example("char-citrus")
        replaced = jsonpatch.apply_patch(zander(), across(zander(), char, jar=0, into=0))
        self.assertEqual([one["kind"] for one in replaced["jars"]], ["marinade"])
        self.assertEqual(replaced["jars"][0]["id"], zander()["jars"][0]["id"])
        added = jsonpatch.apply_patch(zander(), across(zander(), zander(), jar=0))
        self.assertEqual(len({one["id"] for one in added["jars"]}), 2)

    def test_a_line_comes_as_it_is_written_and_one_that_hangs_on_others_as_it_weighs(self) -> None:
        char = example("char-citrus")
        weighed = [one["mass_g"] for one in evaluate(char)["jars"][0]["lines"]]
        for place, mass in enumerate(weighed):
            after = jsonpatch.apply_patch(char, across(char, char, jar=0, line=place, into=0))
            lines = evaluate(after)["jars"][0]["lines"]
            self.assertAlmostEqual(lines[-1]["mass_g"], mass, delta=0.001 * mass)
            self.assertEqual(len({line["id"] for line in after["jars"][0]["lines"]}), len(weighed) + 1)
        over = jsonpatch.apply_patch(zander(), across(zander(), char, jar=0, line=1, into=0, over=1))
        self.assertEqual([line["ingredient"] for line in over["jars"][0]["lines"]], ["sea-salt-fine", "orange-juice"])
        self.assertEqual(over["jars"][0]["lines"][1]["id"], zander()["jars"][0]["lines"][1]["id"])

    def test_whatever_is_taken_wherever_the_formula_stays_one(self) -> None:
        for number, source in enumerate(DOCUMENTS):
            document = DOCUMENTS[number - 1]
            for place, one in enumerate(source["jars"]):
                ways: list[dict[str, Any]] = [{"jar": place}, {"jar": place, "into": 0}]
                ways += [{"jar": place, "line": line, "into": 0} for line in range(len(one["lines"]))]
                for way in ways:
                    after = jsonpatch.apply_patch(document, across(document, source, **way))
                    codes = {notice["code"] for notice in evaluate(after)["notices"]}
                    with self.subTest(source["title"], document=document["title"], way=way):
                        self.assertFalse(codes & {"duplicate-id", "base-unknown", "unknown-field", "not-an-object"})

    def test_what_is_not_there_is_not_taken(self) -> None:
        nowhere: list[dict[str, Any]] = [
            {"jar": 7},
            {"jar": 0, "line": 9, "into": 0},
            {"jar": 0, "into": 5},
            {"jar": 0, "line": 0},
        ]
        for places in nowhere:
            self.assertEqual(across(zander(), zander(), **places), [])
