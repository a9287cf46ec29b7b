"""The door of a kitchen's owner, beside its cook, and of somebody whom nobody knows yet."""

from typing import Any

from django.test import Client

from server.accounts.models import Entry, Kitchen, Role
from tests.http.door import DoorTest, person

KITCHEN = "/api/kitchens/galley"


class OwnerTest(DoorTest):
    """Sent by an owner of the galley, beside its cook."""

    def setUp(self) -> None:
        super().setUp()
        self.kitchen = Kitchen.objects.get(slug="galley")
        self.owner = person("es-owner", Role.OWNER)
        self.cooks, self.door = self.door, self.signed_in("es-owner")

    def nobody(self) -> Client:
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session")
        return client

    def done(self, method: str, path: str, body: Any = None) -> None:
        answer = self.send(self.door, method, path, body)
        self.assertEqual(answer.status_code, 204, answer.content)

    def link(self, path: str, body: Any, status: int) -> str:
        """The token in a link that is made."""
        page, token = self.json("POST", path, body, status)["path"].split("#")
        self.assertEqual(page, "/link")
        return str(token)

    def invited(self, role: str = "cook") -> str:
        return self.link(f"{KITCHEN}/invitations", {"role": role}, 201)

    def roles(self) -> dict[str, str]:
        return {one["username"]: one["role"] for one in self.json("GET", f"{KITCHEN}/people")}

    def deeds(self) -> list[str]:
        return list(Entry.objects.filter(kitchen=self.kitchen).order_by("pk").values_list("deed", flat=True))
