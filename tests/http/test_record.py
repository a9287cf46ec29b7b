"""What a kitchen has settled, in one record, and the trail of what was done in it."""

import csv
import io
from unittest import mock

from django.db import ProgrammingError, connection, transaction

from server.accounts.models import Deed, Entry
from server.common.rights import ROLE
from tests.core.cases import changed, zander
from tests.http.owner import KITCHEN, OwnerTest


class SettingsTest(OwnerTest):
    SETTLED = {
        "time_zone": "Europe/Stockholm",
        "spoons": "metric",
        "house_rules": [
            {
                "id": "r1",
                "text": "Lean fish is salted to 1 %.",
                "target": "plate.added_pct_of_edible",
                "min": 0.9,
                "max": 1.1,
                "applies": "lean",
                "question": None,
                "option": None,
            }
        ],
        "rounding_g": 0.5,
        "tablet_away_min": 5,
        "tablet_idle_h": 12,
        "owners_need_second_factor": False,
    }

    def test_one_record_that_everybody_of_the_kitchen_reads(self) -> None:
        told = self.json("PUT", f"{KITCHEN}/settings", self.SETTLED)
        self.assertEqual({**told, "scales": 0}, {**self.SETTLED, "scales": 0})
        self.assertEqual(self.send(self.cooks, "GET", f"{KITCHEN}/settings").json(), told)
        own = self.send(self.cooks, "GET", "/api/session").json()["person"]["kitchens"][0]["settings"]
        self.assertEqual(own, told)
        self.assert_problem(self.send(self.cooks, "PUT", f"{KITCHEN}/settings", self.SETTLED), 403)

    def test_what_is_not_sent_stays_as_somebody_else_settled_it(self) -> None:
        self.json("PUT", f"{KITCHEN}/settings", self.SETTLED)
        told = self.json("PUT", f"{KITCHEN}/settings", {"tablet_away_min": 9})
        self.assertEqual({**told, "scales": 0}, {**self.SETTLED, "tablet_away_min": 9, "scales": 0})

    def test_scales_stand_in_the_same_record_and_the_pantry_weighs_by_them(self) -> None:
        scales = [{"step_g": 0.5, "max_g": 800}]
        self.json("PUT", f"{KITCHEN}/scales", {"scales": scales})
        self.json("PUT", f"{KITCHEN}/settings", self.SETTLED)
        self.assertEqual(self.json("GET", f"{KITCHEN}/settings")["scales"], scales)
        self.assertEqual(self.json("GET", f"{KITCHEN}/pantry")["scales"], scales)
        rows = {"format": "jar-table/pantry", "format_version": 1, "scales": [{"step_g": 1, "max_g": 5000}]}
        self.json("PUT", f"{KITCHEN}/rows", rows)
        self.assertEqual(self.json("GET", f"{KITCHEN}/settings")["scales"], rows["scales"])
        self.assertEqual(self.json("GET", f"{KITCHEN}/rows")["document"], rows)
        self.json("PUT", f"{KITCHEN}/scales", {"scales": []})
        self.assertGreater(len(self.json("GET", f"{KITCHEN}/pantry")["scales"]), 1)

    def test_house_rules_and_rounding_hold_in_every_question_at_once(self) -> None:
        self.json("PUT", f"{KITCHEN}/settings", self.SETTLED)
        (held,) = self.json("POST", f"{KITCHEN}/ask/house", {"document": zander()})
        self.assertEqual((held["id"], held["state"]), ("r1", "over"))
        asked = {"document": zander(), "jar": 0, "targets": {"salt_pct_of_fish": {"value": 1.0}}}
        self.assertEqual(self.json("POST", f"{KITCHEN}/ask/solve", asked)["lines"][0]["after_g"], 7.0)
        self.json("PUT", f"{KITCHEN}/settings", {"house_rules": [], "rounding_g": None})
        self.assertEqual(self.json("POST", f"{KITCHEN}/ask/house", {"document": zander()}), [])
        self.assertAlmostEqual(self.json("POST", f"{KITCHEN}/ask/solve", asked)["lines"][0]["after_g"], 6.8)

    def test_what_cannot_be_settled_is_told_at_its_place(self) -> None:
        rule = {"id": "r1", "text": "Rinse."}
        for place, value in (
            ("time_zone", "Mars/Base"),
            ("spoons", "wooden"),
            ("tablet_away_min", 0),
            ("tablet_away_min", "soon"),
            ("tablet_away_min", None),
            ("tablet_idle_h", 10**9),
            ("house_rules", [rule, rule]),
            ("house_rules", [{"id": "r1", "text": " "}]),
            ("house_rules", [{**rule, "target": "frobnicate", "min": 1}]),
            ("house_rules", [{**rule, "target": "portion_g"}]),
            ("house_rules", [{**rule, "target": "portion_g", "min": 2, "max": 1}]),
            ("house_rules", [{**rule, "question": "pre-salting", "option": "none"}]),
            ("rounding_g", 0),
            ("owners_need_second_factor", True),
        ):
            with self.subTest(place=place, value=value):
                answer = self.send(self.door, "PUT", f"{KITCHEN}/settings", {**self.SETTLED, place: value})
                self.assertEqual(answer.status_code, 422)
                errors = answer.json()["errors"]
                self.assertIn(place, str(errors))
                # In words, not in those of the library that checks it.
                if place.startswith("tablet"):
                    self.assertRegex(errors[0]["text"], r"^A whole number of \w+, from 1 to \d+\.$")

    def test_owners_may_be_held_to_a_second_factor(self) -> None:
        with mock.patch("server.accounts.second_factor.has_one", return_value=True):
            self.json("PUT", f"{KITCHEN}/settings", {**self.SETTLED, "owners_need_second_factor": True})
            self.json("GET", f"{KITCHEN}/trail")
        for path in ("trail", "invitations", "tablets"):
            answer = self.send(self.door, "GET", f"{KITCHEN}/{path}")
            self.assertIn("second factor", self.assert_problem(answer, 403)["detail"])
        self.assertEqual(self.send(self.door, "GET", f"{KITCHEN}/formulas").status_code, 200)


class TrailTest(OwnerTest):
    def test_it_tells_what_was_done_by_whom(self) -> None:
        formulas = f"{KITCHEN}/formulas"
        made = self.send(self.cooks, "POST", formulas, zander()).json()["id"]
        accepted = [{"code": "raw-fish", "path": "/fish", "initials": "CO", "reason": "frozen by the boat"}]
        draft = {"revision": 1, "document": changed(zander(), accepted=accepted)}
        self.send(self.cooks, "PUT", f"{formulas}/{made}/draft", draft)
        draft = {"revision": 2, "document": zander()}
        self.send(self.cooks, "PUT", f"{formulas}/{made}/draft", draft)
        self.send(self.cooks, "POST", f"{formulas}/{made}/versions", {"revision": 3})
        self.send(self.cooks, "PUT", f"{formulas}/{made}/place", {"place": "bin"})
        jar = self.send(self.cooks, "POST", f"{KITCHEN}/shelf", {"jar": {"name": "Dill paste"}}).json()
        self.send(self.cooks, "DELETE", f"{KITCHEN}/shelf/{jar['id']}")
        told = self.json("GET", f"{KITCHEN}/trail")["entries"]
        by_cook = [(one["deed"], one["about"]) for one in reversed(told) if one["initials"] == "CO"]
        title = zander()["title"]
        self.assertEqual(
            [deed for deed, _ in by_cook],
            ["sign_in", "stop_accepted", "acceptance_taken_back", "version_kept", "put", "unshelved"],
        )
        self.assertEqual(by_cook[1][1], f"{title} · raw-fish · /fish · CO · frozen by the boat")
        self.assertEqual(by_cook[4][1], f"{title} → bin")

    def test_wrong_passwords_stand_in_it_and_what_was_typed_does_not(self) -> None:
        for name in ("cook", "nobody-of-that-name"):
            self.send(self.nobody(), "POST", "/api/session", {"username": name, "password": "caraway?"})
        self.assertEqual(self.deeds().count("wrong_password"), 1)
        self.assertFalse(Entry.objects.filter(about__contains="caraway").exists())

    def test_it_is_read_page_by_page_and_exported_whole(self) -> None:
        Entry.objects.bulk_create(
            [Entry(kitchen=self.kitchen, deed=Deed.SETTINGS, about=f"=1+{at}") for at in range(230)]
        )
        pages, before = [], ""
        while before is not None:
            page = self.json("GET", f"{KITCHEN}/trail{before and f'?before={before}'}")
            pages.append([one["id"] for one in page["entries"]])
            before = page["before"]
        self.assertEqual([len(one) for one in pages[:2]], [100, 100])
        whole = [number for page in pages for number in page]
        self.assertEqual(whole, sorted(Entry.objects.values_list("pk", flat=True), reverse=True))
        answer = self.send(self.door, "GET", f"{KITCHEN}/trail.csv")
        rows = list(csv.DictReader(io.StringIO(b"".join(answer.streaming_content).decode())))
        self.assertEqual(len(rows), len(whole) + 1)
        self.assertEqual((rows[-1]["deed"], rows[-1]["initials"]), ("exported", "ES"))
        self.assertIn("'=1+7", [one["about"] for one in rows])
        self.assert_problem(self.send(self.cooks, "GET", f"{KITCHEN}/trail.csv"), 403)

    def test_nobody_changes_it(self) -> None:
        for statement in (
            "UPDATE accounts_entry SET name = 'somebody else'",
            "DELETE FROM accounts_entry",
            "TRUNCATE accounts_entry",
            "DROP TRIGGER trail_never_changes ON accounts_entry",
        ):
            with self.subTest(statement), self.assertRaises(ProgrammingError):
                self.execute(f"SET LOCAL ROLE {ROLE}; {statement}")
        for statement in ("UPDATE accounts_entry SET name = ''", "DELETE FROM accounts_entry"):
            with self.subTest(statement), self.assertRaisesRegex(ProgrammingError, "a line of the trail"):
                self.execute(statement)

    def execute(self, statement: str) -> None:
        with transaction.atomic(), connection.cursor() as cursor:
            cursor.execute(statement)
