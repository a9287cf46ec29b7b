"""Questions over HTTP: answered as in the core, refused with a place; a kitchen's own rows and Shelf."""

import json
from typing import Any, ClassVar

from django.db import transaction
from django.http import Http404

from jarcore import ask
from server.accounts.models import Kitchen, Role
from server.pantry.models import ShelfJar
from server.pantry.services import keep_rows
from tests.core.cases import changed, zander
from tests.core.test_questions_total import ASKED
from tests.http.door import DoorTest, person

SHELF = "/api/kitchens/galley/shelf"
ROWS = "/api/kitchens/galley/rows"
SCALES = "/api/kitchens/galley/scales"
PRICES = "/api/kitchens/galley/prices"
PANTRY = "/api/kitchens/galley/pantry"
ASK = "/api/kitchens/galley/ask"
FORMULAS = "/api/kitchens/galley/formulas"


class AskTest(DoorTest):
    def ask(self, question: str, **asked: Any) -> Any:
        return self.json("POST", f"{ASK}/{question}", {"document": zander(), **asked})

    def test_every_question_is_answered_as_in_the_core(self) -> None:
        for name, beside in ASKED:
            with self.subTest(name):
                asked = {"document": zander(), **beside}
                answer = self.json("POST", f"{ASK}/{name}", asked)
                self.assertEqual(answer, json.loads(json.dumps(ask(name, asked))))

    def test_what_cannot_be_asked_is_refused_at_its_place(self) -> None:
        for path, body, status, place in (
            ("read-line", {"document": zander(), "jar": -1, "text": "salt"}, 422, "/jar"),
            ("explain", {"document": zander(), "jar": 0, "name": "nothing"}, 422, "/name"),
            ("compare", {"document": zander()}, 400, None),
            ("swaps", {"jar": 0, "line": 0}, 400, None),
            ("schools", "[", 400, None),
            ("tomorrow", {"document": zander()}, 404, None),
        ):
            with self.subTest(path, body=str(body)[-30:]):
                answer = self.send(self.door, "POST", f"{ASK}/{path}", body)
                self.assertEqual(answer.status_code, status)
                if place:
                    self.assert_problem(answer, status, place)

    def test_a_stranger_is_answered_nothing_of_a_kitchens(self) -> None:
        person("stranger", None)
        stranger = self.signed_in("stranger")
        asked = self.send(stranger, "POST", f"{ASK}/schools", {"document": zander()})
        self.assert_problem(asked, 404)
        self.assert_problem(self.send(stranger, "GET", ROWS), 404)

    def test_what_the_door_finds_in_the_document_is_told_at_its_place(self) -> None:
        text = json.dumps({"document": changed(zander(), servings=4)}).replace('"servings": 4', '"servings": NaN')
        notices = self.json("POST", f"{ASK}/evaluate", text)["notices"]
        self.assertIn(("not-finite", "/servings"), [(one["code"], one["path"]) for one in notices])


class OwnRowsTest(DoorTest):
    """A kitchen's own rows count in every answer, and in what is stored beside its formulas."""

    ROWS: ClassVar[dict[str, Any]] = {
        "format": "jar-table/pantry",
        "format_version": 1,
        "ingredients": [{"id": "smoked-salt", "like": "sea-salt-fine", "name": "Salt smoked over birch", "salt": 90}],
        "fish": [{"id": "lake-zander", "like": "zander", "name": "Zander of the lake"}],
    }
    OURS = changed(zander(), fish__species="lake-zander", jars__0__lines__0__ingredient="smoked-salt")

    def test_every_question_and_the_card_know_them(self) -> None:
        made = self.json("POST", FORMULAS, self.OURS, 201)
        self.assertEqual(self.card()["fish"], None)
        self.assertEqual(self.json("PUT", ROWS, self.ROWS)["faults"], [])
        # What was stored with the shipped rows is reckoned anew.
        self.assertEqual((self.card()["fish"], self.card()["ready"]), ("Zander of the lake", True))
        answer = self.json("POST", f"{ASK}/evaluate", {"document": self.OURS})
        self.assertEqual((answer["ready"], answer["fish"]["name"]), (True, "Zander of the lake"))
        self.assertAlmostEqual(answer["jars"][0]["lines"][0]["salt_g"], 8.16 * 0.9)
        read = self.json(
            "POST", f"{ASK}/read-line", {"document": self.OURS, "jar": 0, "text": "1 % salt smoked over birch"}
        )
        self.assertEqual(read["line"]["ingredient"], "smoked-salt")
        self.assertIn(
            "smoked-salt",
            [one["id"] for one in self.json("POST", f"{ASK}/swaps", {"document": zander(), "jar": 0, "line": 0})],
        )
        self.assertTrue(self.json("POST", f"{ASK}/profiles", {"document": self.OURS})["jars"][0]["t_min"])
        self.assertIn("lake-zander", [one["id"] for one in self.json("GET", "/api/kitchens/galley/pantry")["species"]])
        kept = self.json("POST", f"{FORMULAS}/{made['id']}/versions", {"revision": 1}, 201)
        self.assertEqual(kept["standing"], "ready")
        # Another kitchen has none of it.
        person("other", Role.COOK, "other")
        other = self.send(
            self.signed_in("other"), "POST", "/api/kitchens/other/ask/evaluate", {"document": self.OURS}
        ).json()
        self.assertIn("unknown-fish", [one["code"] for one in other["cautions"]])

    def card(self) -> Any:
        return self.json("GET", FORMULAS)["items"][0]["card"]

    def test_a_field_that_no_row_has_is_told_wherever_the_row_would_count(self) -> None:
        wrong = {**self.ROWS, "ingredients": [{"id": "smoked-salt", "like": "sea-salt-fine", "salt_g": 90}]}
        faults = self.json("PUT", ROWS, wrong)["faults"]
        self.assertEqual([fault["path"] for fault in faults], ["/ingredients/0"])
        self.assertIn("salt_g", faults[0]["text"])
        self.assertEqual(self.json("GET", ROWS)["faults"], faults)
        notices = self.json("POST", f"{ASK}/evaluate", {"document": self.OURS})["notices"]
        self.assertLessEqual({"pantry-row", "unknown-ingredient"}, {one["code"] for one in notices})

    def test_rows_that_were_rolled_back_count_nowhere(self) -> None:
        def keep(salt: float) -> None:
            rows = {**self.ROWS, "ingredients": [{**self.ROWS["ingredients"][0], "salt": salt}]}
            keep_rows(Kitchen.objects.get(slug="galley"), self.cook, rows)

        def weighed() -> float:
            jar = self.json("POST", f"{ASK}/evaluate", {"document": self.OURS})["jars"][0]
            return float(jar["lines"][0]["salt_g"] / jar["lines"][0]["mass_g"])

        keep(90)
        with self.assertRaises(Http404), transaction.atomic():
            keep(20)
            # Whoever asks meanwhile has them made.
            self.assertAlmostEqual(weighed(), 0.2)
            raise Http404
        self.assertAlmostEqual(weighed(), 0.9)
        keep(50)
        self.assertAlmostEqual(weighed(), 0.5)

    def test_what_is_no_pantry_is_refused_and_a_viewer_only_looks(self) -> None:
        bodies: list[Any] = [
            {},
            [],
            {"format": "jar-table/formula"},
            {"format": "jar-table/pantry", "format_version": 9},
        ]
        for body in bodies:
            self.assert_problem(self.send(self.door, "PUT", ROWS, body), 422)
        self.assert_problem(self.send(self.door, "PUT", ROWS, '{"format": "\\u0000"}'), 422, "/format")
        many = {**self.ROWS, "fish": [{"id": f"f{n}", "like": "cod"} for n in range(2001)]}
        self.assert_problem(self.send(self.door, "PUT", ROWS, many), 413, "/fish")
        self.assertEqual(self.json("GET", ROWS), {"document": None, "faults": []})
        person("viewer", Role.VIEWER)
        self.assert_problem(self.send(self.signed_in("viewer"), "PUT", ROWS, self.ROWS), 403)


class ShelfTest(DoorTest):
    def test_a_jar_is_kept_without_its_ids_found_and_taken_away(self) -> None:
        jar = {
            **zander()["jars"][0],
            "lines": [*zander()["jars"][0]["lines"], {"id": "r", "ingredient": "dill", "of": "l1"}],
        }
        made = self.json("POST", SHELF, {"jar": jar, "reason": "for the large fillets"}, 201)
        self.assertEqual(made["name"], "Caraway dry brine")
        self.assertNotIn("id", made["jar"])
        # The line that a ratio hangs on keeps its id; the others get new ones when the jar is taken.
        self.assertEqual([line.get("id") for line in made["jar"]["lines"]], ["l1", None, None])
        self.assertEqual(self.json("GET", SHELF), [made])
        self.assertEqual(self.send(self.door, "DELETE", f"{SHELF}/{made['id']}").status_code, 204)
        self.assertEqual(ShelfJar.objects.count(), 0)
        self.assert_problem(self.send(self.door, "DELETE", f"{SHELF}/{made['id']}"), 404)

    def test_what_is_no_jar_is_refused_and_a_viewer_only_looks(self) -> None:
        self.assert_problem(self.send(self.door, "POST", SHELF, {"jar": {"kind": "rub"}}), 422, "/jar/name")
        self.assert_problem(self.send(self.door, "POST", SHELF, {"jar": 7}), 422)
        self.assert_problem(self.send(self.door, "POST", SHELF, '{"jar": {"name": "\\u0000"}}'), 422, "/jar/name")
        person("viewer", Role.VIEWER)
        viewer = self.signed_in("viewer")
        self.assertEqual(self.send(viewer, "GET", SHELF).status_code, 200)
        self.assert_problem(self.send(viewer, "POST", SHELF, {"jar": zander()["jars"][0]}), 403)


class ScalesTest(DoorTest):
    def test_a_row_is_made_from_its_label_beside_the_others(self) -> None:
        rows = {
            "format": "jar-table/pantry",
            "format_version": 1,
            "ingredients": [{"id": "rub", "like": "salt-not-there"}],
        }
        self.json("PUT", ROWS, rows)
        label = {"name": "House rub", "form": "dry", "salt": 40, "allergens": ["mustard"]}
        made = self.json("POST", f"{ROWS}/ingredients", label, 201)["id"]
        again = self.json("POST", f"{ROWS}/ingredients", label, 201)["id"]
        self.assertEqual((made, again), ("house-rub", "house-rub-2"))
        own = next(one for one in self.json("GET", PANTRY)["ingredients"] if one["id"] == made)
        self.assertEqual((own["name"], own["holds"]["salt"]), ("House rub", 0.4))
        # What was there stays, wrong as it may be; what cannot be is refused and keeps nothing.
        kept = self.json("GET", ROWS)["document"]["ingredients"]
        self.assertEqual([one["id"] for one in kept], ["rub", made, again])
        for wrong in ({**label, "salt": 140}, {**label, "name": " "}, {**label, "like": "nothing", "form": None}):
            self.assert_problem(self.send(self.door, "POST", f"{ROWS}/ingredients", wrong), 422)
        self.assertEqual(self.json("GET", ROWS)["document"]["ingredients"], kept)

    def test_scales_are_kept_beside_the_kitchens_own_rows_and_decide_how_a_line_is_weighed(self) -> None:
        rows = {
            "format": "jar-table/pantry",
            "format_version": 1,
            "ingredients": [{"id": "brine-mix", "like": "water"}],
        }
        self.json("PUT", ROWS, rows)
        kept = self.json("PUT", SCALES, {"scales": [{"step_g": 1, "max_g": 3000}]})
        self.assertEqual(kept["scales"], [{"step_g": 1, "max_g": 3000}])
        self.assertEqual(self.json("GET", ROWS)["document"], {**rows, "scales": [{"step_g": 1, "max_g": 3000}]})
        self.assertEqual(self.json("GET", PANTRY)["scales"], [{"step_g": 1, "max_g": 3000}])
        line = self.json("POST", f"{ASK}/evaluate", {"document": zander()})["jars"][0]["lines"][0]
        self.assertEqual((line["weigh"]["how"], line["weigh"]["step_g"]), ("spoon", 1))
        wrong = {"scales": [{"step_g": 1, "max_g": 3000}, {"step_g": None, "max_g": "a lot"}]}
        self.assert_problem(self.send(self.door, "PUT", SCALES, wrong), 422, "/scales/1")
        self.assertEqual(self.json("GET", PANTRY)["scales"], [{"step_g": 1, "max_g": 3000}])
        self.assertEqual(len(self.json("PUT", SCALES, {"scales": []})["scales"]), 2)

    def test_prices_are_kept_thing_by_thing_and_what_has_none_is_not_free(self) -> None:
        honey = {"ingredient": "honey", "price": 9, "per": {"value": 1, "unit": "kg"}}
        fish = {"fish": "zander", "price": 20, "per": {"value": 1, "unit": "kg"}, "basis": "fillet"}
        self.json("PUT", SCALES, {"scales": [{"step_g": 1, "max_g": 3000}]})
        kept = self.json("PUT", PRICES, {"currency": "EUR", "prices": [honey, fish]})
        self.assertEqual((kept["currency"], [one["id"] for one in kept["prices"]]), ("EUR", ["honey", "zander"]))
        # Another of the same thing takes its place, and without a price it has none any more.
        kept = self.json("PUT", PRICES, {"prices": [{**honey, "price": 12}, {**fish, "price": None}]})
        self.assertEqual([(one["id"], one["price"]) for one in kept["prices"]], [("honey", 12)])
        self.json("PUT", PRICES, {"prices": [fish]})
        cost = self.json("POST", f"{ASK}/evaluate", {"document": zander()})["cost"]
        self.assertEqual((cost["currency"], cost["batch"], cost["complete"]), ("EUR", 13.6, False))
        self.assertEqual(self.json("GET", PANTRY)["scales"], [{"step_g": 1, "max_g": 3000}])
        # What cannot be is told at its place among all that was typed, and nothing of it is kept.
        wrong = {"prices": [{**fish, "price": None}, honey, {**honey, "price": "dear"}]}
        self.assert_problem(self.send(self.door, "PUT", PRICES, wrong), 422, "/prices/2")
        self.assert_problem(self.send(self.door, "PUT", PRICES, {"prices": [], "currency": "euro"}), 422, "/currency")
        self.assert_problem(self.send(self.door, "PUT", PRICES, {"prices": 7}), 422, "/prices")
        self.assertEqual(len(self.json("GET", PANTRY)["prices"]), 2)

    def test_a_viewer_may_not_change_them_and_there_is_an_end_to_them(self) -> None:
        person("viewer", Role.VIEWER)
        self.assert_problem(self.send(self.signed_in("viewer"), "PUT", SCALES, {"scales": []}), 403)
        many = {"scales": [{"step_g": 1, "max_g": 3000}] * 13}
        self.assert_problem(self.send(self.door, "PUT", SCALES, many), 422, "/scales")
