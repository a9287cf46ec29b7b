"""Signing in, being locked out, and what a stranger sees."""

import copy
import os
from datetime import timedelta
from io import StringIO
from typing import Any
from unittest import mock

import time_machine
from django.core.management import CommandError, call_command
from django.test import Client, override_settings
from django.utils import timezone

from jarcore.data import program
from server.accounts.models import Role, User, WrongPassword
from server.accounts.tries import one_at_a_time
from tests.core.cases import service_ahead, zander
from tests.http.door import PASSWORD, DoorTest, person
from tests.http.walk import walked

# What anybody may ask who is signed in nowhere; and what ends a session.
NOBODYS = ("/api/session", "/api/links", "/api/first", "/api/account")
# What only owners read.
OWNERS = ("/invitations", "/tablets", "/trail")
BODY: dict[str, Any] = {
    "revision": 1,
    "note": "",
    "place": "table",
    "role": "cook",
    "time_zone": "UTC",
    "spoons": "us",
    "house_rules": [],
    "rounding_g": None,
    "tablet_away_min": 15,
    "tablet_idle_h": 72,
    "owners_need_second_factor": False,
    "formula": 1,
    "jar": "a",
    "mass_g": 10,
    "deed": "tare",
    "pace": 1,
    "thrown_out": False,
    "step": "a",
    "at": "2026-12-04T18:00",
    "events": [],
    "until": [],
}


class SignInTest(DoorTest):
    def test_no_token_no_sign_in(self) -> None:
        body = {"username": "cook", "password": PASSWORD}
        self.assert_problem(self.send(Client(enforce_csrf_checks=True), "POST", "/api/session", body), 403)

    def test_the_demo_user_is_named_in_demo_mode_only(self) -> None:
        self.assertIsNone(Client().get("/api/session").json()["demo"])
        with override_settings(DEMO=True):
            self.assertEqual(Client().get("/api/session").json()["demo"]["username"], "mk")

    def test_which_program_it_is_is_said_to_whoever_is_signed_in(self) -> None:
        self.assertIsNone(Client().get("/api/session").json()["program"])
        self.assertEqual(self.json("GET", "/api/session")["program"], program())

    def test_the_page_is_guarded_by_headers(self) -> None:
        page = Client().get("/sign-in")
        policy = page["Content-Security-Policy"]
        self.assertIn("default-src 'self'", policy)
        self.assertNotIn("script-src", policy)
        self.assertEqual(page["X-Frame-Options"], "DENY")
        self.assertEqual(page["X-Content-Type-Options"], "nosniff")
        self.assertIn("csp-nonce", page.content.decode())


class WrongPasswordTest(DoorTest):
    """Guessing: slower and slower, for whoever guesses and for nobody else."""

    def browser(self, address: str = "192.0.2.1") -> Client:
        """A browser at an address, behind the proxy."""
        client = Client(enforce_csrf_checks=True, headers={"X-Forwarded-For": address})
        client.get("/api/session")
        return client

    def tried(self, client: Client, name: str = "cook", password: str = "wrong") -> Any:
        return self.send(client, "POST", "/api/session", {"username": name, "password": password})

    def test_each_wrong_one_makes_the_next_wait_longer_and_a_wait_ends(self) -> None:
        client, now, waits = self.browser(), timezone.now(), []
        with time_machine.travel(now, tick=False) as clock:
            for _ in range(13):
                while (answer := self.tried(client)).status_code == 429:
                    waits.append(int(answer["Retry-After"]))
                    self.assert_problem(self.tried(client, password=PASSWORD), 429)
                    clock.shift(timedelta(seconds=waits[-1]))
                self.assertEqual(answer.status_code, 401)
            self.assertEqual(waits, [1, 2, 4, 8, 16, 32, 64, 128, 256, 512])
            clock.shift(timedelta(minutes=16))
            self.assertEqual(self.tried(client, password=PASSWORD).status_code, 200)

    def test_a_stranger_who_guesses_shuts_nobody_out(self) -> None:
        """Not at another address, and not at the cook's own one, where the cook has signed in before."""
        here = self.browser()
        self.assertEqual(self.tried(here, password=PASSWORD).status_code, 200)
        self.send(here, "DELETE", "/api/session")
        for address in ("192.0.2.1", "192.0.2.99"):
            stranger = self.browser(address)
            self.assertIn(429, [self.tried(stranger).status_code for _ in range(6)])
        self.assertEqual(self.tried(here, password=PASSWORD).status_code, 200)
        self.assertEqual(self.tried(self.browser("192.0.2.7"), password=PASSWORD).status_code, 200)

    def test_many_names_from_one_address_are_stopped_there(self) -> None:
        sprayer = self.browser("198.51.100.5")
        answers = [self.tried(sprayer, name=f"cook{at}").status_code for at in range(60)]
        self.assertEqual(answers[:12], [401] * 12)
        self.assertEqual(set(answers[12:]), {429})
        self.assertEqual(self.tried(self.browser(), password=PASSWORD).status_code, 200)

    def test_nobody_comes_from_elsewhere_by_saying_so(self) -> None:
        """Only what the trusted proxy wrote counts: the last address that is none of ours."""
        answers = [self.tried(self.browser(f"203.0.113.{at}, 198.51.100.5")).status_code for at in range(5)]
        self.assertEqual(answers[-1], 429)
        with override_settings(PROXIES=[]):
            answers = [self.tried(self.browser(f"203.0.113.{at}")).status_code for at in range(5)]
        self.assertEqual(answers[-1], 429)

    def test_what_is_typed_as_a_name_is_not_kept(self) -> None:
        self.tried(self.browser(), name="my-password-by-mistake")
        self.assertNotIn("mistake", str(WrongPassword.objects.values_list("name")))

    def test_one_password_is_hashed_at_a_time(self) -> None:
        with (
            mock.patch("server.accounts.tries.PATIENCE_S", 0.01),
            one_at_a_time(),
        ):
            self.assert_problem(self.tried(self.browser(), password=PASSWORD), 429)
        self.assertEqual(self.tried(self.browser(), password=PASSWORD).status_code, 200)


class SessionTest(DoorTest):
    def test_a_session_that_is_signed_out_is_over_at_once(self) -> None:
        copied = Client()
        copied.cookies = copy.copy(self.door.cookies)
        self.assertIsNotNone(copied.get("/api/session").json()["person"])
        self.assertEqual(self.send(self.door, "DELETE", "/api/session").status_code, 200)
        answers = {copied.get("/api/kitchens/galley/formulas").status_code for _ in range(20)}
        self.assertEqual(answers, {401})


class FirstOwnerTest(DoorTest):
    """The way in to a database that holds nobody yet."""

    def make(self, username: str, kitchen: str, password: str) -> str:
        said = StringIO()
        with mock.patch.dict(os.environ, {"JAR_NEW_PASSWORD": password}):
            call_command("first_owner", username, kitchen, initials="FO", stdout=said)
        return said.getvalue()

    def test_somebody_owns_a_new_kitchen_and_signs_in(self) -> None:
        self.assertIn("at /the-quay", self.make("first", "The Quay", "caraway-and-rye-9"))
        self.assertIn("at /the-quay-2", self.make("second", "The Quay", "caraway-and-rye-9"))
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session")
        body = {"username": "first", "password": "caraway-and-rye-9"}
        (kitchen,) = self.send(client, "POST", "/api/session", body).json()["person"]["kitchens"]
        self.assertEqual((kitchen["slug"], kitchen["role"]), ("the-quay", "owner"))

    def test_what_cannot_be_makes_nothing(self) -> None:
        for username, kitchen, password in (
            ("new", "The Quay", "short"),
            ("new", "The Quay", "1234567890"),
            ("newcomer", "The Quay", "newcomer1"),
            ("cook", "The Quay", "caraway-and-rye-9"),
            ("two words", "The Quay", "caraway-and-rye-9"),
            ("new", "", "caraway-and-rye-9"),
        ):
            with self.subTest(username=username, kitchen=kitchen, password=password), self.assertRaises(CommandError):
                self.make(username, kitchen, password)
        self.assertEqual(User.objects.count(), 1)


class SharedTabletTest(DoorTest):
    def test_a_page_of_one_person_does_nothing_in_the_name_of_another(self) -> None:
        formulas = "/api/kitchens/galley/formulas"
        mine = str(self.json("GET", "/api/session")["person"]["id"])
        for who, status in ((mine, 200), (str(self.cook.pk + 1), 401), ("nobody", 401), ("", 401)):
            with self.subTest(who):
                self.assertEqual(self.door.get(formulas, headers={"X-Person": who}).status_code, status)
        answer = self.door.get(formulas, headers={"X-Person": "0"})
        self.assertIn("Somebody else", self.assert_problem(answer, 401)["detail"])


class StrangerTest(DoorTest):
    def walk(self, client: Client, kitchen: str, formula: int, also: str = "") -> dict[str, int]:
        """The status of every operation of the API, asked for one formula, service and run of one kitchen; ALSO what
        ends a session.
        """
        evening = {"document": service_ahead("zander-evening")}
        service = self.json("POST", "/api/kitchens/galley/services", evening, 201)["id"]
        run = self.json("POST", f"/api/kitchens/galley/services/{service}/run")["id"]
        found = {}
        for one in walked(kitchen=kitchen, formula=formula, service=service, run=run, person=self.cook.pk):
            if one.path.startswith(NOBODYS) and not (also and one.path.startswith(also)):
                continue
            body = {**BODY, "person": self.cook.pk, "document": zander(), **zander()}
            answer = self.send(client, one.method, one.where, body if one.method in ("POST", "PUT") else None)
            found[f"{one.method.lower()} {one.path}"] = answer.status_code
        return found

    def test_a_stranger_and_somebody_signed_out_get_nothing(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)["id"]
        person("stranger", Role.OWNER, slug="elsewhere")
        for operation, status in self.walk(self.signed_in("stranger"), "galley", formula).items():
            if "{kitchen}" in operation:
                self.assertEqual(status, 404, operation)
        # A formula's number from another kitchen, asked for through one's own.
        for operation, status in self.walk(self.signed_in("stranger"), "elsewhere", formula).items():
            if any(name in operation for name in ("{formula}", "{service}", "{batch}", "{run}")):
                self.assertEqual(status, 404, operation)
        nobody = Client(enforce_csrf_checks=True)
        nobody.get("/api/session")
        for operation, status in self.walk(nobody, "galley", formula, also="/api/account").items():
            self.assertEqual(status, 401, operation)

    def test_a_viewer_reads_and_changes_nothing(self) -> None:
        """Every operation of the API: what only looks or asks is answered, what changes anything is not allowed."""
        formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)["id"]
        person("viewer", Role.VIEWER)
        for operation, status in self.walk(self.signed_in("viewer"), "galley", formula).items():
            changes = not operation.startswith("get ") and "/ask/" not in operation and "/kitchens/{" in operation
            changes = changes or any(part in operation for part in OWNERS)
            self.assertEqual(status == 403, changes, f"{operation}: {status}")
        viewer = self.signed_in("viewer")
        where = f"/api/kitchens/galley/formulas/{formula}"
        self.assertEqual(self.send(viewer, "GET", where).status_code, 200)
        self.assert_problem(self.send(viewer, "PUT", f"{where}/draft", {"revision": 1, "document": zander()}), 403)
        self.assert_problem(self.send(viewer, "POST", f"{where}/versions", {"revision": 1}), 403)

    def test_nobody_is_told_of_tokens_before_they_are_told_that_they_are_signed_out(self) -> None:
        where = "/api/kitchens/galley/formulas"
        self.assert_problem(self.send(Client(enforce_csrf_checks=True), "POST", where, zander()), 401)
        self.door.cookies.pop("csrftoken")
        self.assert_problem(self.send(self.door, "POST", where, zander()), 403)
