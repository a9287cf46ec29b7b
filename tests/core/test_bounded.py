"""What the door lets in is bounded, and so is the work on it: twice as much of anything is about twice the work."""

import json
import sys
from collections.abc import Callable
from functools import partial
from typing import Any
from unittest import TestCase

from jarcore import ask
from jarcore.data import OutOfTime, forget, patient_until
from jarcore.documents import NotAFormula, formula_object, merge, parse, rows_of_a_kitchen
from jarcore.formula import evaluate
from speed import worst
from tests.core import cases
from tests.core.test_questions_total import ASKED
from tests.core.test_total import DOCUMENTS

# Work on twice as much, of work on half of it: a line gives 2, a square 4.
IN_A_LINE = 2.6


def with_so_many(of: str, number: int) -> dict[str, Any]:
    """A formula with a number of one thing."""
    document = worst.formula(10 if of == "windows" else 1, 1, 0)
    jars, fish = document["jars"], document["fish"]
    if of == "jars":
        document["jars"] = jars * number
    elif of == "lines":
        document["jars"] = [{"lines": [{}] * (number // 2)}, {"lines": [{}] * (number - number // 2)}]
    elif of == "groups":
        fish["groups"] = [{}] * number
    elif of == "windows":
        fish["groups"] = [{}] * -(-number // 10)
    elif of == "entries":
        document["tags"] = ["a"] * number
    elif of == "fields":
        fish["x"] = {str(at): at for at in range(number)}
    else:
        document["notes"] = "a" * number
    return document


def calls(work: Callable[[], object]) -> int:
    """How many functions are called by WORK: the work, on any machine."""
    count = 0

    def counted(_frame: object, event: str, _argument: object) -> None:
        nonlocal count
        count += event in ("call", "c_call")

    sys.setprofile(counted)
    try:
        work()
    finally:
        sys.setprofile(None)
    return count


class DoorTest(TestCase):
    def test_as_much_as_may_be_is_let_in_and_one_more_is_refused_at_its_place(self) -> None:
        for row in cases.table("door"):
            with self.subTest(row["what"]):
                most = int(row["most"])
                self.assertTrue(formula_object(with_so_many(row["of"], most)))
                with self.assertRaises(NotAFormula) as refused:
                    formula_object(with_so_many(row["of"], most + 1))
                self.assertEqual(refused.exception.status, 413)
                self.assertEqual([error["path"] for error in refused.exception.errors], [row["path"]])
                self.assertIn(row["most"], refused.exception.detail)

    def test_a_text_of_a_megabyte_is_given_up_before_all_of_it_is_walked_through(self) -> None:
        for raw in (
            "[" + "[]," * 300_000 + "0]",
            "[" + ("[" * 30 + "]" * 30 + ",") * 15_000 + "0]",
            "[" + "1e999," * 100_000 + "0]",
            json.dumps({"x": ["\0"] * 50_000}),
        ):
            with self.subTest(raw[:20]), self.assertRaises(NotAFormula) as refused:
                parse(raw)
            self.assertEqual(refused.exception.status, 413)

    def test_a_table_of_too_many_rows_is_refused_at_its_place(self) -> None:
        for name in ("ingredients", "fish"):
            self.assertTrue(rows_of_a_kitchen({name: [{}] * 2000}))
            with self.assertRaises(NotAFormula) as refused:
                rows_of_a_kitchen({name: [{}] * 2001})
            self.assertEqual((refused.exception.status, refused.exception.errors[0]["path"]), (413, f"/{name}"))


class WorkTest(TestCase):
    def test_twice_as_much_of_anything_is_about_twice_the_work(self) -> None:
        worst.answer("evaluate", worst.formula(2, 4, 2))
        for name, make in worst.WORST.items():
            for question in ("evaluate", "windows"):
                with self.subTest(name, question=question):
                    half, whole = make(0.25), make(0.5)
                    less, more = (calls(partial(worst.answer, question, one)) for one in (half, whole))
                    self.assertLess(more, IN_A_LINE * less)

    def test_a_merge_of_many_parts_is_worked_in_a_line(self) -> None:
        less, more = (calls(partial(worst.merged, parts)) for parts in (1000, 2000))
        self.assertLess(more, IN_A_LINE * less)

    def test_parts_that_only_one_side_has_keep_their_neighbours(self) -> None:
        def parts(names: str) -> dict[str, Any]:
            return {"parts": [{"id": name} for name in names]}

        for theirs, yours, woven in (("xaybzc", "abc", "xaybzc"), ("abc", "caxb", "caxb"), ("aqbc", "bca", "bcaq")):
            with self.subTest(theirs=theirs, yours=yours):
                made = merge(parts("abc"), parts(theirs), parts(yours)).document["parts"]
                self.assertEqual("".join(one["id"] for one in made), woven)


class PatienceTest(TestCase):
    def test_the_core_stops_between_two_steps_once_the_time_is_over(self) -> None:
        looked: list[int] = []

        def over() -> bool:
            looked.append(1)
            return len(looked) > 3

        with patient_until(over), self.assertRaises(OutOfTime):
            evaluate(worst.formula(5, 2, 0))
        self.assertEqual(len(looked), 4)
        self.assertEqual(len(evaluate(worst.formula(5, 2, 0))["jars"]), 5)

    def test_each_question_about_amounts_stops_once_the_time_is_over(self) -> None:
        for name, beside in ASKED:
            if name in ("solve", "correct", "substitute", "beside", "house"):
                forget()
                with self.subTest(name, asked=beside), patient_until(lambda: True), self.assertRaises(OutOfTime):
                    ask(name, {"document": DOCUMENTS[0], **beside})
