"""The real HTTP door for tests: people, kitchens, requests with their CSRF token, and problem documents."""

import json
import re
from functools import cache
from typing import Any

from django.test import Client, TestCase
from procrastinate.contrib.django import app
from procrastinate.testing import InMemoryConnector

from server.accounts.models import Kitchen, Membership, Role, User
from tests.http.walk import described

PASSWORD = "salt-and-caraway"


def person(name: str, role: str | None, slug: str = "galley") -> User:
    """Somebody, with a role in a kitchen or a stranger to it."""
    kitchen, _ = Kitchen.objects.get_or_create(slug=slug, defaults={"name": slug.title()})
    user = User.objects.create_user(username=name, password=PASSWORD, initials=name[:2].upper())
    if role:
        Membership.objects.create(user=user, kitchen=kitchen, role=role)
    return user


@cache
def declared() -> dict[tuple[str, str], set[tuple[int, str]]]:
    """What each operation may refuse, as the API is described: by route and method, each status with its codes."""
    shared = described()["components"]["responses"]
    return {
        (route, method.upper()): {
            (int(status), code)
            for status, found in operation["responses"].items()
            for code in shared.get(found.get("$ref", "").rpartition("/")[2], found).get("x-codes", ())
        }
        for path, operations in described()["paths"].items()
        for route in [re.sub(r"{(\w+)}", r"<\1>", path)]
        for method, operation in operations.items()
    }


class DoorTest(TestCase):
    """A cook, signed in, who sends JSON with a CSRF token."""

    def setUp(self) -> None:
        # In memory: the worker of the real queue would not see what a test has not committed.
        self.queue = InMemoryConnector()
        self.enterContext(app.replace_connector(self.queue))
        self.cook = person("cook", Role.COOK)
        self.door = self.signed_in("cook")

    def signed_in(self, name: str) -> Client:
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session")
        answer = self.send(client, "POST", "/api/session", {"username": name, "password": PASSWORD})
        self.assertEqual(answer.status_code, 200, answer.content)
        return client

    def assert_declared(self, answer: Any) -> None:
        """Whatever an operation refuses, it declares."""
        match = answer.resolver_match
        codes = declared().get((f"/{match.route}", answer.request["REQUEST_METHOD"])) if match else None
        if answer.status_code >= 400 and codes is not None:
            self.assertIn((answer.status_code, answer.json()["code"]), codes, answer.request["PATH_INFO"])

    def send(self, client: Client, method: str, path: str, body: Any = None) -> Any:
        raw = body if isinstance(body, (str, bytes)) else json.dumps(body) if body is not None else ""
        token = client.cookies["csrftoken"].value if "csrftoken" in client.cookies else ""
        answer = client.generic(method, path, raw, content_type="application/json", headers={"X-CSRFToken": token})
        self.assert_declared(answer)
        self.work_off()
        return answer

    def work_off(self) -> None:
        """Do what is queued, as the worker would."""
        for job in list(self.queue.jobs.values()):
            if job["status"] == "todo":
                job["status"] = "succeeded"
                app.tasks[job["task_name"]](**job["args"])

    def json(self, method: str, path: str, body: Any = None, status: int = 200) -> Any:
        answer = self.send(self.door, method, path, body)
        self.assertEqual(answer.status_code, status, answer.content[:600])
        return answer.json()

    def assert_problem(self, answer: Any, status: int, path: str | None = None) -> Any:
        """A problem document with a title and, when PATH is given, an error at it."""
        self.assertEqual(answer.status_code, status, answer.content[:600])
        self.assertEqual(answer["Content-Type"], "application/problem+json")
        body = answer.json()
        self.assertTrue(body["title"] and body["detail"])
        if path is not None:
            self.assertIn(path, [error["path"] for error in body["errors"]])
        return body
