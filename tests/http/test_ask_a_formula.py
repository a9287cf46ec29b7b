"""Questions over HTTP: answered as in the core, refused with a place; a kitchen's own Shelf."""

from jarcore.questions import compare, scale
from server.accounts.models import Role
from server.pantry.models import ShelfJar
from tests.core.cases import changed, zander
from tests.http.door import DoorTest, person

SHELF = "/api/kitchens/galley/shelf"


class AskTest(DoorTest):
    def test_each_question_is_answered_as_in_the_core(self) -> None:
        asked = {"document": zander(), "jar": 0, "line": 0}
        line = self.json("POST", "/api/read-line", {**asked, "text": "1 tsp dill"})["line"]
        self.assertEqual(line["ingredient"], "dill")
        self.assertTrue(self.json("POST", "/api/rewrite-line", {**asked, "unit": "g"})["kept"])
        self.assertTrue(self.json("POST", "/api/swaps", asked))
        self.assertEqual(self.json("POST", "/api/schools", asked)[0]["question"], "pre-salting")
        self.assertEqual(self.json("POST", "/api/scale", {**asked, "servings": 9}), scale(zander(), servings=9))
        self.assertEqual(self.json("POST", "/api/explain", {**asked, "name": "salt_pct"})["title"], "Salt, of the jar")
        self.assertEqual(self.json("POST", "/api/windows", asked)["by_cut"][0]["label"], "Fillet, as it is")
        self.assertEqual(self.json("POST", "/api/curve", {**asked, "over": "dose"})["unit"], "times")
        self.assertTrue(self.json("POST", "/api/fits", {**asked, "minutes": 120})[0]["fits"])
        other = changed(zander(), fish__species="herring")
        theirs = self.json("POST", "/api/compare", {**asked, "after": other})
        self.assertEqual(theirs["differences"], compare(zander(), other)["differences"])

    def test_what_cannot_be_asked_is_refused_at_its_place(self) -> None:
        for path, body, status, place in (
            ("read-line", {"document": zander(), "jar": -1, "text": "salt"}, 422, "/jar"),
            ("rewrite-line", {"document": zander(), "jar": 0, "line": 0, "unit": 7}, 422, "/unit"),
            ("scale", {"document": zander(), "servings": "many"}, 422, "/servings"),
            ("scale", {"document": zander(), "servings": -2}, 422, "/servings"),
            ("explain", {"document": zander(), "jar": 0, "name": "nothing"}, 404, None),
            ("compare", {"document": zander()}, 400, None),
            ("curve", {"document": zander(), "jar": 0, "over": "colour"}, 404, None),
            ("fits", {"document": zander(), "jar": 0}, 422, "/minutes"),
            ("windows", {"document": zander(), "jar": "first"}, 422, "/jar"),
            ("swaps", {"jar": 0, "line": 0}, 400, None),
            ("schools", "[", 400, None),
        ):
            with self.subTest(path, body=str(body)[-30:]):
                self.assert_problem(self.send(self.door, "POST", f"/api/{path}", body), status, place)


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
