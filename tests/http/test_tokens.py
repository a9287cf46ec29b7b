"""Access tokens: what a script may do with one, where, until when; and what no script does."""

from datetime import timedelta
from typing import Any

import time_machine
from django.test import Client
from django.utils import timezone

from server.accounts import tokens
from server.accounts.models import AccessToken, Entry, Kitchen, Membership, Role
from tests.core.cases import zander
from tests.http.door import PASSWORD
from tests.http.owner import KITCHEN, OwnerTest
from tests.http.walk import walked

TOKENS, FORMULAS = "/api/account/tokens", f"{KITCHEN}/formulas"
ANOTHER = "rye-and-juniper-7"


class TokenTest(OwnerTest):
    def made(self, role: str = "owner", status: int = 201, **says: Any) -> Any:
        return self.json("POST", TOKENS, {"name": "import", "role": role, "password": PASSWORD, **says}, status)

    def script(self, secret: str) -> Client:
        """Somebody with nothing but a token."""
        return Client(enforce_csrf_checks=True, headers={"Authorization": f"Bearer {secret}"})

    def test_a_script_does_what_its_role_lets_it_and_needs_no_csrf_token(self) -> None:
        may = {"viewer": (200, 403, 403), "cook": (200, 201, 403), "owner": (200, 201, 200)}
        for role, expected in may.items():
            with self.subTest(role):
                script = self.script(self.made(role)["secret"])
                answers = [
                    self.send(script, "GET", FORMULAS),
                    self.send(script, "POST", FORMULAS, zander()),
                    self.send(script, "GET", f"{KITCHEN}/trail"),
                ]
                self.assertEqual(tuple(one.status_code for one in answers), expected)
                (kitchen,) = script.get("/api/session").json()["person"]["kitchens"]
                self.assertEqual(kitchen["role"], role)
        said = set(Entry.objects.filter(deed="token_made").values_list("about", flat=True))
        self.assertEqual(said, {f"import · {role}" for role in may})

    def test_nobody_gets_a_higher_role_by_a_token_than_their_own(self) -> None:
        script = self.script(self.made("owner")["secret"])
        Membership.objects.filter(user=self.owner).update(role=Role.VIEWER)
        self.assert_problem(self.send(script, "POST", FORMULAS, zander()), 403)

    def test_a_token_for_one_kitchen_opens_no_other(self) -> None:
        other = Kitchen.objects.create(slug="elsewhere", name="Elsewhere")
        Membership.objects.create(user=self.owner, kitchen=other, role=Role.OWNER)
        script = self.script(self.made(kitchen="elsewhere")["secret"])
        self.assertEqual(self.send(script, "GET", "/api/kitchens/elsewhere/formulas").status_code, 200)
        self.assert_problem(self.send(script, "GET", FORMULAS), 404)
        self.assertEqual(
            [one["slug"] for one in script.get("/api/session").json()["person"]["kitchens"]], ["elsewhere"]
        )
        self.made(kitchen="nowhere", status=404)

    def test_it_opens_nothing_once_it_is_revoked_or_over_or_the_password_is_another(self) -> None:
        ends = {
            "revoked": lambda made: self.done("DELETE", f"{TOKENS}/{made['handle']}"),
            "password": lambda _: self.done("PUT", "/api/account/password", {"old": PASSWORD, "password": ANOTHER}),
        }
        with time_machine.travel(timezone.now(), tick=False) as clock:
            over = self.script(self.made(days=30)["secret"])
            clock.shift(timedelta(days=29))
            self.assertEqual(self.send(over, "GET", FORMULAS).status_code, 200)
            clock.shift(timedelta(days=1))
            self.assertEqual(self.assert_problem(self.send(over, "GET", FORMULAS), 401)["code"], "token_refused")
            tokens.end_ended()
            self.assertFalse(AccessToken.objects.exists())
        self.door = self.signed_in("es-owner")
        for name, end in ends.items():
            with self.subTest(name):
                made = self.made()
                script = self.script(made["secret"])
                self.assertEqual(self.send(script, "POST", FORMULAS, zander()).status_code, 201)
                end(made)
                self.assertEqual(self.assert_problem(self.send(script, "GET", FORMULAS), 401)["code"], "token_refused")

    def test_the_secret_is_told_once_and_kept_nowhere_and_its_use_is_noted(self) -> None:
        made = self.made("cook", days=7)
        (listed,) = self.json("GET", TOKENS)
        self.assertEqual(listed, {name: value for name, value in made.items() if name != "secret"})
        self.assertIsNone(listed["seen_at"])
        self.assertNotIn(made["secret"], str(AccessToken.objects.values()))
        self.send(self.script(made["secret"]), "POST", FORMULAS, zander())
        self.assertIsNotNone(self.json("GET", TOKENS)[0]["seen_at"])
        version = f"{FORMULAS}/{self.json('GET', FORMULAS)['items'][0]['id']}/versions"
        self.send(self.script(made["secret"]), "POST", version, {"revision": 1, "initials": "ES"})
        self.assertEqual(Entry.objects.get(deed="version_kept").name, f"{self.owner.called} · import")

    def test_a_wrong_password_a_wrong_name_and_one_too_many_make_none(self) -> None:
        self.assert_problem(self.send(self.door, "POST", TOKENS, {"name": "x", "role": "cook", "password": "no"}), 422)
        for name in ("", "  "):
            (error,) = self.made(name=name, status=422)["errors"]
            self.assertEqual((error["path"], "name" in error["text"]), ("/name", True))
        self.made(days=0, status=422)
        self.made(role="king", status=422)
        AccessToken.objects.bulk_create(
            AccessToken(
                user=self.owner, name="old", digest=str(n), role="viewer", ends_at=timezone.now() + timedelta(1)
            )
            for n in range(tokens.MOST_OF_PERSON)
        )
        self.assertEqual(self.made(status=422)["code"], "too_many")

    def test_what_is_of_a_person_and_their_devices_no_script_does(self) -> None:
        """Whatever the description says needs a session, and nothing else, refuses every token."""
        script = self.script(self.made()["secret"])
        by_hand = []
        for one in walked(kitchen="galley", formula=1, service=1, run=1, person=self.owner.pk):
            ways = one.described.get("security", [])
            if not any("Token" in way for way in ways) and any("Session" in way for way in ways):
                by_hand.append(one.described["operationId"])
                answer = self.send(script, one.method, one.where, {} if one.method in ("POST", "PUT") else None)
                self.assertEqual((answer.status_code, answer.json()["code"]), (403, "not_by_token"), one.path)
        self.assertIn("make_access_token", by_hand)
        self.assertNotIn("save_version", by_hand)

    def test_what_is_no_token_opens_nothing(self) -> None:
        for secret in ("", "jar_", self.made()["secret"][:-1], "é" * 40):
            with self.subTest(secret):
                self.assert_problem(self.send(self.script(secret), "GET", FORMULAS), 401)
