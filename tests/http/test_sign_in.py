"""Signing in, being locked out, and what a stranger sees."""

from datetime import timedelta

import time_machine
from django.test import Client, override_settings
from django.utils import timezone

from server.accounts.models import Role
from server.config.api import api
from tests.core.cases import zander
from tests.http.door import PASSWORD, DoorTest, person


class SignInTest(DoorTest):
    def test_six_wrong_passwords_and_a_wait(self) -> None:
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session")
        wrong = {"username": "cook", "password": "wrong"}
        answers = [self.send(client, "POST", "/api/session", wrong) for _ in range(6)]
        self.assertEqual([a.status_code for a in answers[:4]], [401] * 4)
        self.assert_problem(answers[5], 429)
        self.assertEqual(answers[5]["Retry-After"], "900")
        right = {"username": "cook", "password": PASSWORD}
        self.assert_problem(self.send(client, "POST", "/api/session", right), 429)
        with time_machine.travel(timezone.now() + timedelta(minutes=16)):
            self.assertEqual(self.send(client, "POST", "/api/session", right).status_code, 200)

    def test_no_token_no_sign_in(self) -> None:
        body = {"username": "cook", "password": PASSWORD}
        self.assert_problem(self.send(Client(enforce_csrf_checks=True), "POST", "/api/session", body), 403)

    def test_the_demo_user_is_named_in_demo_mode_only(self) -> None:
        self.assertIsNone(Client().get("/api/session").json()["demo"])
        with override_settings(DEMO=True):
            self.assertEqual(Client().get("/api/session").json()["demo"]["username"], "mk")

    def test_the_page_is_guarded_by_headers(self) -> None:
        page = Client().get("/sign-in")
        policy = page["Content-Security-Policy"]
        self.assertIn("default-src 'self'", policy)
        self.assertNotIn("script-src", policy)
        self.assertEqual(page["X-Frame-Options"], "DENY")
        self.assertEqual(page["X-Content-Type-Options"], "nosniff")
        self.assertIn("csp-nonce", page.content.decode())


class StrangerTest(DoorTest):
    def walk(self, client: Client, kitchen: str, formula: int) -> dict[str, int]:
        """The status of every operation of the API, asked for one formula of one kitchen."""
        found = {}
        for path, operations in api.get_openapi_schema(path_prefix="/api/")["paths"].items():
            if path == "/api/session":
                continue
            where = (
                path.replace("{kitchen}", kitchen)
                .replace("{formula}", str(formula))
                .replace("{number}", "1")
                .replace("{jar}", "1")
            )
            for method in operations:
                body = {"revision": 1, "document": zander(), "note": "", "place": "table", **zander()}
                answer = self.send(client, method.upper(), where, body if method in ("post", "put") else None)
                found[f"{method} {path}"] = answer.status_code
        return found

    def test_a_stranger_and_somebody_signed_out_get_nothing(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)["id"]
        person("stranger", Role.OWNER, slug="elsewhere")
        for operation, status in self.walk(self.signed_in("stranger"), "galley", formula).items():
            if "{kitchen}" in operation:
                self.assertEqual(status, 404, operation)
        # A formula's number from another kitchen, asked for through one's own.
        for operation, status in self.walk(self.signed_in("stranger"), "elsewhere", formula).items():
            if "{formula}" in operation:
                self.assertEqual(status, 404, operation)
        nobody = Client(enforce_csrf_checks=True)
        nobody.get("/api/session")
        for operation, status in self.walk(nobody, "galley", formula).items():
            self.assertEqual(status, 401, operation)

    def test_a_viewer_reads_and_changes_nothing(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)["id"]
        person("viewer", Role.VIEWER)
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
