"""A formula is listed, opened, saved as a draft by two people, and kept as versions."""

import json
import random
from unittest import mock

from django.db import Error, transaction

from server.accounts.models import Role
from server.formulas.models import Formula, FormulaVersion
from tests.core.cases import ROOT, changed, example, table, zander
from tests.core.test_total import TotalTest, places
from tests.http.door import DoorTest, person

FORMULAS = "/api/kitchens/galley/formulas"


class KeepTest(DoorTest):
    def setUp(self) -> None:
        super().setUp()
        self.formula = self.json("POST", FORMULAS, zander(), 201)["id"]
        self.where = f"{FORMULAS}/{self.formula}"

    def draft(self, revision: int, document: object) -> dict[str, object]:
        return {"revision": revision, "document": document}

    def test_list_and_search(self) -> None:
        self.json("POST", FORMULAS, example("char-citrus"), 201)
        for query, titles in (
            ("", ["Arctic char, lemon and orange", "Zander, caraway dry brine"]),
            ("?q=caraway zander", ["Zander, caraway dry brine"]),
            ("?q=lemon", ["Arctic char, lemon and orange"]),
            ("?fish=zander", ["Zander, caraway dry brine"]),
            ("?kind=marinade", ["Arctic char, lemon and orange"]),
            ("?tag=starter", ["Arctic char, lemon and orange"]),
            ("?q=nothing%00", []),
        ):
            with self.subTest(query):
                self.assertEqual([item["title"] for item in self.json("GET", FORMULAS + query)["items"]], titles)
        card = self.json("GET", FORMULAS)["items"][1]["card"]
        self.assertEqual(card["fish"], "Zander")
        self.assertIn("salt", [stratum["component"] for stratum in card["jars"][0]["strata"]])

    def test_put_away_thrown_out_and_brought_back(self) -> None:
        kept = self.json("POST", f"{self.where}/versions", {"revision": 1, "note": "first"}, 201)["number"]
        for place in ("archive", "bin", "table"):
            self.assertEqual(self.send(self.door, "PUT", f"{self.where}/place", {"place": place}).status_code, 204)
            found = {
                there: [item["id"] for item in self.json("GET", f"{FORMULAS}?place={there}")["items"]]
                for there in ("table", "archive", "bin")
            }
            self.assertEqual(found, {there: [self.formula] if there == place else [] for there in found})
            self.assertEqual(self.json("GET", FORMULAS)["places"], {place: 1})
            opened = self.json("GET", self.where)
            self.assertEqual((opened["place"], opened["document"], len(opened["versions"])), (place, zander(), kept))
        self.assert_problem(self.send(self.door, "PUT", f"{self.where}/place", {"place": "cellar"}), 422)
        self.assert_problem(self.send(self.door, "PUT", f"{FORMULAS}/999999/place", {"place": "bin"}), 404)

    def test_who_may_only_look_puts_nothing_away(self) -> None:
        person("guest", Role.VIEWER)
        guest = self.signed_in("guest")
        self.assert_problem(self.send(guest, "PUT", f"{self.where}/place", {"place": "bin"}), 403)
        self.assertEqual(self.json("GET", self.where)["place"], "table")

    def test_without_a_title_it_goes_by_its_fish(self) -> None:
        for title, fish, shown in (("", "zander", "Zander"), ("  ", "nothing", "Untitled"), ("Mine", "zander", "Mine")):
            made = self.json("POST", FORMULAS, changed(zander(), title=title, fish__species=fish), 201)["id"]
            self.assertEqual(Formula.objects.get(pk=made).title, shown)

    def test_a_stale_save_gets_both_changes_and_loses_nothing(self) -> None:
        mine = changed(zander(), servings=6)
        self.assertEqual(self.json("PUT", f"{self.where}/draft", self.draft(1, mine)), {"revision": 2})
        theirs = changed(zander(), jars__0__lines__0__amount__value=1.0)
        problem = self.assert_problem(self.send(self.door, "PUT", f"{self.where}/draft", self.draft(1, theirs)), 409)
        self.assertEqual((problem["revision"], problem["conflicts"]), (2, []))
        self.assertEqual(problem["merged"], changed(mine, jars__0__lines__0__amount__value=1.0))
        self.assertEqual((problem["base"], problem["theirs"], problem["yours"]), (zander(), mine, theirs))
        clash = self.send(self.door, "PUT", f"{self.where}/draft", self.draft(1, changed(zander(), servings=9)))
        self.assertEqual([c["path"] for c in self.assert_problem(clash, 409)["conflicts"]], ["/servings"])
        self.assertEqual(self.json("GET", self.where)["document"], mine)

    def test_a_draft_keeps_what_was_typed_and_a_version_does_not(self) -> None:
        typed = changed(zander(), fish__weight__value="2,3 kg or so")
        self.json("PUT", f"{self.where}/draft", self.draft(1, typed))
        self.assertEqual(self.json("GET", self.where)["document"], typed)
        answer = self.send(self.door, "POST", f"{self.where}/versions", {"revision": 2, "note": ""})
        self.assert_problem(answer, 422, "/fish/weight/value")

    def test_each_version_knows_where_it_came_from_and_may_be_named(self) -> None:
        """Two in a row, one from the first again, one after that: the tree is told, and names stand beside it."""
        back = {"version": 1, "at": "2026-11-26T10:00:00Z"}
        for revision, origin in ((1, None), (2, None), (3, back), (4, back)):
            document = zander() if origin is None else {**zander(), "brought_back": origin}
            if revision > 1:
                saved = {"revision": revision - 1, "document": {**document, "servings": revision}}
                self.json("PUT", f"{self.where}/draft", saved)
            self.json("POST", f"{self.where}/versions", {"revision": revision, "note": ""}, 201)
        self.send(self.door, "PUT", f"{self.where}/versions/3/name", {"name": "  lighter  "})
        told = self.json("GET", self.where)["versions"]
        self.assertEqual([(one["number"], one["after"]) for one in told], [(4, 3), (3, 1), (2, 1), (1, None)])
        self.assertEqual([one["name"] for one in told], ["", "lighter", "", ""])
        self.assertEqual(self.json("GET", f"{self.where}/versions/3")["document"]["brought_back"], back)
        self.send(self.door, "PUT", f"{self.where}/versions/3/name", {"name": ""})
        self.assertEqual(self.json("GET", f"{self.where}/versions/3")["name"], "")
        self.assert_problem(self.send(self.door, "PUT", f"{self.where}/versions/9/name", {"name": "x"}), 404)
        self.assert_problem(self.send(self.door, "PUT", f"{self.where}/versions/1/name", {"name": 7}), 422, "/name")

    def test_a_formula_that_goes_while_its_draft_is_saved_is_not_there(self) -> None:
        with mock.patch("server.formulas.api.services.save_draft", side_effect=Formula.DoesNotExist):
            answer = self.send(self.door, "PUT", f"{self.where}/draft", self.draft(1, zander()))
        self.assert_problem(answer, 404)

    def test_versions_are_numbered_and_never_change(self) -> None:
        for note in ("less salt", "sent again"):
            saved = self.json("POST", f"{self.where}/versions", {"revision": 1, "note": note}, 201)
            self.assertEqual((saved["number"], saved["note"], saved["created_by"]), (1, "less salt", "CO"))
        self.json("PUT", f"{self.where}/draft", self.draft(1, changed(zander(), servings=9)))
        self.assertEqual(self.json("POST", f"{self.where}/versions", {"revision": 2}, 201)["number"], 2)
        self.assertEqual(self.json("GET", f"{self.where}/versions/1")["document"], zander())
        self.assert_problem(self.send(self.door, "POST", f"{self.where}/versions", {"revision": 7}), 409)
        version = FormulaVersion.objects.get(formula=self.formula, number=1)
        with self.assertRaises(TypeError):
            version.save()
        with self.assertRaises(Error), transaction.atomic():
            FormulaVersion.objects.filter(pk=version.pk).update(document={})

    def test_what_is_not_ready_is_kept_only_by_somebody_who_says_so(self) -> None:
        for row in table("keeping"):
            with self.subTest(row["what"]):
                made = self.json("POST", FORMULAS, changed(zander(), **json.loads(row["changes"])), 201)
                versions = f"{FORMULAS}/{made['id']}/versions"
                answer = self.send(self.door, "POST", versions, {"revision": 1, **json.loads(row["says"])})
                if row["missing"]:
                    problem = self.assert_problem(answer, 422, row["missing"])
                    self.assertEqual(problem["standing"], row["standing"])
                    self.assertIn(row["reason"], [reason["path"] for reason in problem["not_ready"]])
                    self.assertFalse(FormulaVersion.objects.filter(formula=made["id"]).exists())
                    continue
                self.assertEqual(answer.status_code, 201, answer.content)
                kept = FormulaVersion.objects.get(formula=made["id"])
                self.assertEqual((kept.standing, kept.initials), (row["standing"], row["initials"]))
                told = self.json("GET", f"{FORMULAS}/{made['id']}")["versions"][0]
                self.assertEqual((told["standing"], told["initials"]), (row["standing"], row["initials"]))
                with self.assertRaises(Error), transaction.atomic():
                    FormulaVersion.objects.filter(pk=kept.pk).update(standing="ready", initials="XX")

    def test_the_card_says_where_a_formula_stands(self) -> None:
        self.json("PUT", f"{self.where}/draft", self.draft(1, changed(zander(), fish__species="puffer-fish")))
        card = self.json("GET", FORMULAS)["items"][0]["card"]
        self.assertEqual((card["ready"], card["standing"]), (False, "not_to_be_cooked"))

    def test_bad_bodies_are_refused_at_their_place_and_never_break(self) -> None:
        for row in table("bad_text"):
            with self.subTest(row["what"]):
                new = row["replace"].replace("DIGITS", "9" * 5000).replace("DEEP", "[" * 60 + "]" * 60)
                text = json.dumps(zander()).replace(row["find"], new)
                self.assert_problem(self.send(self.door, "POST", FORMULAS, text), 422)
                draft = f'{{"revision": 1, "document": {text}}}'
                place = None if row["code"] == "too-deep" else row["path"]
                self.assert_problem(self.send(self.door, "PUT", f"{self.where}/draft", draft), 422, place)
                notices = self.json("POST", "/api/evaluate", text)["notices"]
                self.assertIn((row["code"], row["path"]), [(n["code"], n["path"]) for n in notices])
        for body, status in (("", 400), ("[" * 100_000, 400), ("[]", 400), (b"\xff", 400), ("{}", 400)):
            self.assert_problem(self.send(self.door, "POST", "/api/evaluate", body), status)
        for body in ("[]", '{"revision": true}', '{"revision": 1e99, "document": {}}'):
            self.assert_problem(self.send(self.door, "PUT", f"{self.where}/draft", body), 422)
        huge = '{"a": "' + "x" * 20_000_000 + '"}'
        self.assert_problem(self.send(self.door, "POST", "/api/evaluate", huge), 413)

    def test_odd_documents_are_kept_or_refused_and_never_break(self) -> None:
        """Any part replaced by anything: 201 and kept as typed, or a problem; a long tag is kept too."""
        odd = [None, True, -1, 1e300, 10**30, "x" * 3000, "é🐟", [], {}, [None], {"value": "x"}, ["x" * 3000]]
        chance = random.Random(20)
        for _ in range(120):
            document, value = zander(), chance.choice(odd)
            way = chance.choice(places(document))
            TotalTest.put(document, way, value)
            answer = self.send(self.door, "POST", FORMULAS, document)
            with self.subTest(way=way, value=str(value)[:20]):
                self.assertEqual(answer.status_code, 201, answer.content[:300])
                self.assertEqual(answer.json()["document"], document)
                self.assertEqual(self.send(self.door, "GET", FORMULAS).status_code, 200)

    def test_evaluate_answers_as_the_command_does(self) -> None:
        answer = self.json("POST", "/api/evaluate", zander())
        kept = json.loads((ROOT / "docs/format/evaluation.example.json").read_text(encoding="utf-8"))
        self.assertAlmostEqual(answer["ledger"]["salt_g"], kept["ledger"]["salt_g"], places=6)
