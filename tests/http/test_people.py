"""People of a kitchen: the first owner of all, links that open once, and roles; it is never without an owner."""

from datetime import timedelta
from io import StringIO
from typing import Any
from unittest import mock

import time_machine
from django.core.management import CommandError, call_command
from django.test import Client
from django.utils import timezone

from server.accounts.models import Kitchen, Membership, Role, User
from server.kitchens.models import Link
from server.kitchens.services import first_code
from server.kitchens.tasks import tidy
from tests.core.cases import zander
from tests.http.door import DoorTest, person
from tests.http.owner import KITCHEN, OwnerTest

ANOTHER = "rye-and-juniper-7"
NEW = {"username": "new.cook", "name": "New Cook", "initials": "NC", "password": ANOTHER}


class InvitationTest(OwnerTest):
    def test_somebody_new_comes_in_by_a_link_once(self) -> None:
        token = self.invited("viewer")
        self.assertEqual(Link.objects.filter(digest__contains=token).count(), 0)
        nobody = self.nobody()
        told = self.send(nobody, "POST", "/api/links/look", {"token": token}).json()
        self.assertEqual((told["kind"], told["kitchen"], told["role"]), ("invitation", "Galley", "viewer"))
        answer = self.send(nobody, "POST", "/api/links/join", {"token": token, **NEW})
        (kitchen,) = answer.json()["person"]["kitchens"]
        self.assertEqual((kitchen["slug"], kitchen["role"]), ("galley", "viewer"))
        self.assertEqual(self.send(nobody, "GET", f"{KITCHEN}/formulas").status_code, 200)
        again = {"token": token, **NEW, "username": "second", "initials": "SE"}
        self.assert_problem(self.send(self.nobody(), "POST", "/api/links/join", again), 404)

    def test_what_cannot_be_is_told_at_its_place_and_the_link_still_opens(self) -> None:
        token = self.invited()
        for changed_to, place in (
            ({"username": "cook"}, "/username"),
            ({"username": "two words"}, "/username"),
            ({"username": ""}, "/username"),
            ({"initials": "co"}, "/initials"),
            ({"initials": ""}, "/initials"),
            ({"initials": "ABCDE"}, "/initials"),
            ({"password": "new.cook1"}, "/password"),
            ({"password": "short"}, "/password"),
            ({"name": "n" * 151}, "/name"),
            ({"username": "nul\0"}, "/username"),
        ):
            with self.subTest(changed_to):
                body = {"token": token, **NEW, **changed_to}
                problem = self.send(self.nobody(), "POST", "/api/links/join", body)
                self.assertEqual(problem.status_code, 422)
                self.assertIn(place, str(problem.json()["errors"]))
        self.assertEqual(User.objects.count(), 2)
        answer = self.send(self.nobody(), "POST", "/api/links/join", {"token": token, **NEW})
        self.assertEqual(answer.status_code, 200, answer.content)

    def test_two_who_take_a_name_at_once_are_told_so(self) -> None:
        """Between looking whether it is free and taking it, which the database alone can see."""
        with mock.patch("server.accounts.models.User.full_clean"):
            body = {"token": self.invited(), **NEW, "username": "cook"}
            problem = self.assert_problem(self.send(self.nobody(), "POST", "/api/links/join", body), 409)
        self.assertIn("try again", problem["detail"])

    def test_it_ends_after_a_week_and_can_be_taken_back(self) -> None:
        token, other = self.invited(), self.invited()
        newest = self.json("GET", f"{KITCHEN}/invitations")[0]["id"]
        self.done("DELETE", f"{KITCHEN}/invitations/{newest}")
        self.assert_problem(self.send(self.door, "DELETE", f"{KITCHEN}/invitations/{newest}"), 404)
        self.assert_problem(self.send(self.nobody(), "POST", "/api/links/look", {"token": other}), 404)
        with time_machine.travel(timezone.now() + timedelta(days=7, minutes=1), tick=False):
            self.assert_problem(self.send(self.nobody(), "POST", "/api/links/join", {"token": token, **NEW}), 404)
            tidy(timestamp=0)
        self.assertEqual(Link.objects.count(), 0)

    def test_somebody_known_comes_into_another_kitchen(self) -> None:
        person("stranger", Role.OWNER, slug="ashore")
        client = self.signed_in("stranger")
        token = self.invited()
        told = self.send(client, "POST", "/api/links/join-as-known", {"token": token}).json()
        self.assertEqual([one["slug"] for one in told["person"]["kitchens"]], ["ashore", "galley"])
        again = self.invited()
        self.assert_problem(self.send(client, "POST", "/api/links/join-as-known", {"token": again}), 422)
        self.assertEqual(self.roles()["stranger"], "cook")

    def test_initials_are_one_persons_in_a_kitchen(self) -> None:
        person("company", Role.OWNER, slug="ashore")
        body = {"token": self.invited()}
        self.assert_problem(
            self.send(self.signed_in("company"), "POST", "/api/links/join-as-known", body), 422, "/initials"
        )
        rename = {"name": "E. S.", "initials": "CO"}
        self.assert_problem(self.send(self.door, "PUT", "/api/account/name", rename), 422, "/initials")
        told = self.json("PUT", "/api/account/name", {**rename, "initials": " ESO "})["person"]
        self.assertEqual((told["name"], told["initials"]), ("E. S.", "ESO"))

    def test_only_an_owner_invites(self) -> None:
        for role in ("owner", "viewer"):
            answer = self.send(self.cooks, "POST", f"{KITCHEN}/invitations", {"role": role})
            self.assert_problem(answer, 403)


class RolesTest(OwnerTest):
    def test_roles_are_given_and_a_kitchen_keeps_an_owner(self) -> None:
        own, cook = (f"{KITCHEN}/people/{one.pk}" for one in (self.owner, self.cook))
        for method, path, body in (
            ("PUT", f"{own}/role", {"role": "cook"}),
            ("DELETE", own, None),
            ("DELETE", "/api/account/kitchens/galley", None),
        ):
            with self.subTest(path):
                self.assertIn(
                    "Hand it over", self.assert_problem(self.send(self.door, method, path, body), 422)["detail"]
                )
        self.done("PUT", f"{cook}/role", {"role": "owner"})
        self.done("PUT", f"{own}/role", {"role": "viewer"})
        self.assertEqual(self.roles(), {"cook": "owner", "es-owner": "viewer"})
        self.assert_problem(self.send(self.door, "PUT", f"{own}/role", {"role": "owner"}), 403)
        self.assert_problem(self.send(self.cooks, "PUT", f"{KITCHEN}/people/{10**12}/role", {"role": "cook"}), 404)

    def test_a_kitchen_is_handed_over(self) -> None:
        where = f"{KITCHEN}/hand-over"
        self.assert_problem(self.send(self.door, "POST", where, {"person": self.owner.pk}), 422)
        stranger = person("stranger", Role.COOK, slug="ashore")
        self.assert_problem(self.send(self.door, "POST", where, {"person": stranger.pk}), 404)
        self.done("POST", where, {"person": self.cook.pk})
        self.assertEqual(self.roles(), {"cook": "owner", "es-owner": "cook"})

    def test_who_is_removed_or_leaves_is_out_at_once_and_what_they_did_stays(self) -> None:
        made = self.send(self.cooks, "POST", f"{KITCHEN}/formulas", zander()).json()["id"]
        self.done("DELETE", f"{KITCHEN}/people/{self.cook.pk}")
        self.assert_problem(self.send(self.cooks, "GET", f"{KITCHEN}/formulas"), 404)
        self.assertEqual(self.send(self.door, "GET", f"{KITCHEN}/formulas/{made}").status_code, 200)
        person("viewer", Role.VIEWER)
        viewer = self.signed_in("viewer")
        self.assertEqual(self.send(viewer, "DELETE", "/api/account/kitchens/galley").status_code, 204)
        self.assertEqual(self.send(viewer, "GET", "/api/session").json()["person"]["kitchens"], [])
        # Who belongs to none may begin one; who cooks in somebody else's may not.
        answer = self.send(viewer, "POST", "/api/kitchens", {"name": "API", "time_zone": "Europe/Oslo"})
        self.assertEqual((answer.status_code, answer.json()["slug"]), (201, "api-kitchen"))

    def test_pages_that_are_open_learn_of_it(self) -> None:
        start = self.json("GET", "/api/session")["person"]["kitchens"][0]["changes"]
        self.done("PUT", f"{KITCHEN}/people/{self.cook.pk}/role", {"role": "viewer"})
        told = self.send(self.cooks, "GET", f"{KITCHEN}/changes?after={start}").json()["changes"]
        self.assertEqual([one["what"] for one in told], ["people"])

    def test_a_kitchen_is_made_by_who_owns_one(self) -> None:
        self.assert_problem(self.send(self.cooks, "POST", "/api/kitchens", {"name": "Mine"}), 403)
        self.assertEqual(self.json("POST", "/api/kitchens", {"name": "Galley"}, 201)["slug"], "galley-2")
        self.assert_problem(self.send(self.door, "POST", "/api/kitchens", {"name": " "}), 422)
        self.assert_problem(self.send(self.door, "POST", "/api/kitchens", {"name": "X", "time_zone": "Mars"}), 422)


class ResetTest(OwnerTest):
    def way_back(self, who: User, status: int = 200, **more: Any) -> Any:
        return self.json("POST", f"{KITCHEN}/people/{who.pk}/reset-link", more, status)

    def test_a_new_password_is_chosen_by_a_link_once_and_every_session_ends(self) -> None:
        older = self.way_back(self.cook)["path"].split("#")[1]
        token = self.way_back(self.cook)["path"].split("#")[1]
        nobody = self.nobody()
        self.assertEqual(self.send(nobody, "POST", "/api/links/look", {"token": token}).json()["username"], "cook")
        for body, status in (
            ({"token": older, "password": ANOTHER}, 404),
            ({"token": token, "password": "short"}, 422),
            ({"token": token, "password": ANOTHER}, 204),
            ({"token": token, "password": ANOTHER}, 404),
        ):
            self.assertEqual(self.send(nobody, "POST", "/api/links/reset", body).status_code, status)
        self.assertEqual(self.send(self.cooks, "GET", f"{KITCHEN}/formulas").status_code, 401)
        entered = self.send(nobody, "POST", "/api/session", {"username": "cook", "password": ANOTHER})
        self.assertEqual(entered.status_code, 200)

    def test_an_invitation_resets_nobody_and_a_way_back_invites_nobody(self) -> None:
        token = self.way_back(self.cook)["path"].split("#")[1]
        self.assert_problem(self.send(self.nobody(), "POST", "/api/links/join", {"token": token, **NEW}), 404)
        body = {"token": self.invited(), "password": ANOTHER}
        self.assert_problem(self.send(self.nobody(), "POST", "/api/links/reset", body), 404)

    def test_no_owner_gets_into_another_kitchen_by_resetting_one_of_its_people(self) -> None:
        ashore = Kitchen.objects.create(slug="ashore", name="Ashore")
        Membership.objects.create(user=self.cook, kitchen=ashore, role=Role.VIEWER)
        self.way_back(self.cook, 422)
        Membership.objects.create(user=self.owner, kitchen=ashore, role=Role.OWNER)
        self.way_back(self.cook)
        stranger = person("stranger", Role.COOK, slug="quay")
        self.way_back(stranger, 404)

    def test_it_ends_after_a_day(self) -> None:
        token = self.way_back(self.cook)["path"].split("#")[1]
        with time_machine.travel(timezone.now() + timedelta(hours=24, minutes=1), tick=False):
            body = {"token": token, "password": ANOTHER}
            self.assert_problem(self.send(self.nobody(), "POST", "/api/links/reset", body), 404)

    def test_whoever_runs_the_server_helps_an_owner_back_in(self) -> None:
        said = StringIO()
        call_command("reset_link", "es-owner", "--without-second-factor", stdout=said)
        token = said.getvalue().strip().split("#")[1]
        body = {"token": token, "password": ANOTHER}
        self.assertEqual(self.send(self.nobody(), "POST", "/api/links/reset", body).status_code, 204)
        with self.assertRaises(CommandError):
            call_command("reset_link", "nobody")


class FirstTest(DoorTest):
    """A database with nobody in it: a page and a code that only whoever started the server has read."""

    def setUp(self) -> None:
        super().setUp()
        self.cook.delete()
        self.door = Client(enforce_csrf_checks=True)
        self.body = {"code": first_code(), "kitchen": "The Quay", "time_zone": "Europe/Oslo", **NEW}

    def test_the_first_owner_comes_in_and_nobody_after_that(self) -> None:
        said = StringIO()
        call_command("first_code", stdout=said)
        self.assertIn(first_code(), said.getvalue())
        self.assertTrue(self.json("GET", "/api/session")["first"])
        told = self.json("POST", "/api/first", self.body)
        (kitchen,) = told["person"]["kitchens"]
        self.assertEqual((kitchen["slug"], kitchen["role"]), ("the-quay", "owner"))
        self.assertEqual(kitchen["settings"]["time_zone"], "Europe/Oslo")
        self.assertFalse(told["first"])
        second = {**self.body, "username": "second"}
        self.assert_problem(self.send(self.door, "POST", "/api/first", second), 404)
        nothing = StringIO()
        call_command("first_code", stdout=nothing)
        self.assertEqual(nothing.getvalue(), "")

    def test_without_the_code_nothing_is_made_however_often_it_is_guessed(self) -> None:
        self.door.get("/api/session")
        wrong = {**self.body, "code": "0000-0000"}
        answers = [self.send(self.door, "POST", "/api/first", wrong).status_code for _ in range(5)]
        self.assertEqual(answers, [422, 422, 422, 429, 429])
        self.assertEqual(User.objects.count(), 0)

    def test_what_cannot_be_is_told_at_its_place(self) -> None:
        self.door.get("/api/session")
        for place, value in (("kitchen", ""), ("time_zone", "Mars"), ("password", "short"), ("initials", "")):
            with self.subTest(place):
                answer = self.send(self.door, "POST", "/api/first", {**self.body, place: value})
                self.assertEqual(answer.status_code, 422)
                self.assertIn(place, str(answer.json()["errors"]))
        self.assertEqual((User.objects.count(), Kitchen.objects.filter(name="The Quay").count()), (0, 0))
