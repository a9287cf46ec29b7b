"""A line as a cook types it: names, amounts, what is not understood; and what is made of a label."""

import json
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from jarcore.data import Ingredient, default_pantry, label_forms, row_of_label, with_rows
from jarcore.formula import evaluate
from jarcore.questions import read_line
from jarcore.questions.read_line import read_phrase
from tests.core import cases
from tests.core.cases import changed, zander

PANTRY = default_pantry()
LEMON = [{"id": "lemon", "ingredient": "lemon-juice"}]


class TypedLineTest(TestCase):
    def test_typed_words_become_lines(self) -> None:
        for row in cases.table("phrases"):
            with self.subTest(row["text"]):
                read = read_phrase(row["text"], PANTRY, row["kind"], 680.0, LEMON)
                line = read["line"]
                assert line is not None
                self.assertEqual(line["ingredient"] or "", row["ingredient"])
                self.assertEqual(line["amount"], json.loads(row["amount"]))
                self.assertEqual(line["basis"], row["basis"])
                self.assertEqual(" ".join(read["unknown"]), row["left"])
                mass = row["basis"] == "fish" and line["amount"].get("unit") not in (None, "%")
                self.assertEqual(line.get("per"), {"value": 680.0, "unit": "g"} if mass else None)

    @settings(max_examples=200, deadline=None, derandomize=True)
    @given(text=st.text(max_size=60), number=st.sampled_from(["1/2", "1e999", "9" * 50, "-3", "3:1", "½½", "0/0"]))
    def test_any_words_are_read_and_the_line_evaluates(self, text: str, number: str) -> None:
        for words in (text, f"{number} {text}", f"{text} {number} g salt to lemon juice"):
            read = read_line(zander(), 0, words, PANTRY)
            document = changed(zander(), jars__0__lines=[{"id": "x", **(read["line"] or {})}])
            json.dumps(evaluate(document), allow_nan=False)

    def test_several_that_are_called_so_are_offered(self) -> None:
        read = read_phrase("20 ml vinegar", PANTRY, "marinade", 680.0, [])
        self.assertGreater(len(read["choices"]), 3)
        self.assertEqual(read["missing"], "Which of these?")

    def test_each_way_to_name_a_thing_finds_it_or_asks(self) -> None:
        """One name, one thing; where several are meant all are offered; what is nothing stays nothing."""
        for row in cases.table("named"):
            with self.subTest(row["typed"]):
                read = read_phrase(f"10 g {row['typed']}", PANTRY, "marinade", 680.0, [])
                assert read["line"] is not None
                meant = row["ingredient"].split("|") if row["ingredient"] else []
                self.assertEqual(read["line"]["ingredient"], meant[0] if len(meant) == 1 else None)
                if len(meant) > 1:
                    self.assertLessEqual(set(meant), {one["ingredient"] for one in read["choices"]})

    def test_all_that_common_dishes_use_is_in_the_pantry(self) -> None:
        dishes = cases.table("dishes")
        self.assertGreaterEqual(len(dishes), 200)
        for row in dishes:
            for typed in row["uses"].split("; "):
                read = read_phrase(typed, PANTRY, "marinade", 680.0, [])
                assert read["line"] is not None
                self.assertIsNotNone(read["line"]["ingredient"], f"{row['dish']}: {typed}")

    def test_names_are_completed_from_the_second_letter(self) -> None:
        for begun, among in (
            ("or", "oregano-dried"),
            ("2 tsp cara", "caraway-seed"),
            ("5 g smo pap", "paprika-smoked"),
        ):
            read = read_phrase(begun, PANTRY, "rub", 680.0, [])
            self.assertIn(among, [one["ingredient"] for one in read["choices"]], begun)
        self.assertEqual(read_phrase("o", PANTRY, "rub", 680.0, [])["choices"], [])

    def test_a_guess_says_what_it_would_be_and_keeps_the_words_that_it_leaves(self) -> None:
        read = read_phrase("10 g dried chives per kg", PANTRY, "rub", 680.0, [])
        self.assertEqual(read["unknown"], ["dried"])
        (offer,) = read["choices"]
        self.assertEqual((offer["ingredient"], offer["left"], offer["line"].get("note")), ("chives", "dried", "dried"))
        self.assertEqual(offer["line"].get("per"), {"value": 1.0, "unit": "kg"})
        read = read_phrase("white pepper, both sides", PANTRY, "rub", 680.0, [])
        assert read["line"] is not None
        self.assertEqual(read["line"].get("note"), "both sides")

    def test_less_than_nothing_is_asked_about(self) -> None:
        read = read_phrase("-5 g salt", PANTRY, "rub", 680.0, [])
        self.assertEqual(read["missing"], "An amount is above 0.")
        # Chosen all the same, it is not stated, and what was typed stays with it.
        (offer,) = read["choices"]
        self.assertEqual(offer["line"]["amount"], {"unstated": True, "unit": "%"})
        self.assertEqual(offer["line"].get("note"), "-5 g")

    def test_what_was_said_in_place_of_a_number_is_kept(self) -> None:
        for text, note in (("salt to taste", "to taste"), ("a handful of fine salt", "handful")):
            line = read_phrase(text, PANTRY, "rub", 680.0, [])["line"]
            assert line is not None
            self.assertEqual((line["ingredient"], line.get("note")), ("sea-salt-fine", note))

    def test_what_a_new_thing_is_called_is_what_was_said_beside_its_amount(self) -> None:
        for text in ("20 g house rub", "house rub 20 g", "two handfuls of house rub", "1 tbsp house rub per kg"):
            self.assertEqual(read_phrase(text, PANTRY, "rub", 680.0, [])["called"], "house rub", text)


class NamesTest(TestCase):
    def test_every_name_of_the_pantry_is_read_as_itself(self) -> None:
        """Each name and synonym, typed with an amount, finds its own row; a name of two rows is asked about."""
        names: dict[str, set[str]] = {}
        for one in PANTRY.ingredients.values():
            for name in (one.name, *one.synonyms):
                names.setdefault(name.lower(), set()).add(one.id)
        for name, ids in names.items():
            if any(character.isdigit() for character in name):
                continue  # "Spirit 40 %" holds an amount of its own
            for text in (f"30 g {name}", f"{name} 30 g", f"1/2 tsp {name}"):
                read = read_phrase(text, PANTRY, "marinade", 500.0, [])
                found = {read["line"]["ingredient"]} if read["line"] and read["line"]["ingredient"] else set()
                if len(ids) == 1:
                    self.assertEqual(found, ids, text)
                else:
                    self.assertEqual({one["ingredient"] for one in read["choices"]}, ids, text)


class LabelTest(TestCase):
    def used(self, row: dict[str, Any]) -> Ingredient:
        """The row as a kitchen with it has it; nothing of it is told."""
        pantry, faults = with_rows(PANTRY, {"format": "jar-table/pantry", "format_version": 1, "ingredients": [row]})
        self.assertEqual(faults, [])
        return pantry.ingredients["own"]

    def test_a_row_from_a_label_holds_what_the_label_says(self) -> None:
        for form in label_forms():
            label = {"name": "house rub", "form": form, "salt": 22.5, "sugar": 8, "fat": 4, "acid": 1.5}
            row = {"id": "own", **row_of_label({**label, "allergens": ["mustard"]})}
            own = self.used(row)
            self.assertEqual((own.salt, own.sugar, own.fat, own.allergens), (22.5, 8, 4, ("mustard",)))
            self.assertAlmostEqual(own.acid_g, 1.5, delta=0.15)

    def test_like_another_only_what_is_stated_differs(self) -> None:
        row = {"id": "own", **row_of_label({"name": "saltier mustard", "like": "mustard-smooth", "salt": 9})}
        own, like = self.used(row), PANTRY.ingredients["mustard-smooth"]
        self.assertEqual((own.salt, own.sugar, own.acid), (9, like.sugar, like.acid))
        self.assertIn("mustard", own.allergens)
