"""What is one's own: where one is signed in, password, second factor, and the code for a shared tablet."""

import time
from base64 import b32decode
from datetime import timedelta
from typing import Any

import time_machine
from django.test import Client
from django.utils import timezone
from django_otp.oath import totp

from server.accounts.models import Kitchen, Membership, Role, Session, User
from server.accounts.sessions import end_ended
from server.formulas.models import FormulaVersion
from tests.core.cases import zander
from tests.http.door import PASSWORD, DoorTest, person

KITCHEN = "/api/kitchens/galley"
AGENT = "Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0"
ANOTHER = "rye-and-juniper-7"


class AccountTest(DoorTest):
    def status(self, client: Client, path: str = f"{KITCHEN}/formulas") -> int:
        return int(client.get(path).status_code)

    def refused(self, client: Client, method: str, path: str, body: Any, place: str) -> None:
        self.assert_problem(self.send(client, method, path, body), 422, place)


class SessionsTest(AccountTest):
    def test_one_sees_where_one_is_signed_in_and_ends_one_of_them_or_all(self) -> None:
        other, third = self.signed_in("cook"), self.signed_in("cook")
        Session.objects.filter(pk=other.cookies["sessionid"].value).update(device="Firefox · Linux")
        listed = self.json("GET", "/api/account/sessions")
        self.assertEqual([one["here"] for one in listed].count(True), 1)
        handle = next(one["handle"] for one in listed if one["device"] == "Firefox · Linux")
        self.assertEqual(self.send(self.door, "DELETE", f"/api/account/sessions/{handle}").status_code, 204)
        self.assertEqual([self.status(one) for one in (self.door, other, third)], [200, 401, 200])
        self.assertIsNone(self.json("DELETE", "/api/account/sessions")["person"])
        self.assertEqual([self.status(one) for one in (self.door, third)], [401, 401])

    def test_nobody_ends_somebody_else_s_and_nobody_learns_its_key(self) -> None:
        person("other", Role.COOK)
        theirs = self.signed_in("other")
        row = Session.objects.get(pk=theirs.cookies["sessionid"].value)
        self.assert_problem(self.send(self.door, "DELETE", f"/api/account/sessions/{row.handle}"), 404)
        own = self.door.get("/api/account/sessions").content.decode()
        self.assertNotIn(self.door.cookies["sessionid"].value, own)
        self.assertNotIn(str(row.handle), own)
        self.assertEqual(self.status(theirs), 200)

    def test_a_browser_is_known_by_what_it_says_of_itself(self) -> None:
        for agent, device in ((AGENT, "Firefox · Linux"), ("", ""), ("x" * 5000, ""), ("\x00☃", "")):
            with self.subTest(agent[:20]):
                client = Client(headers={"User-Agent": agent})
                client.force_login(self.cook)
                body = {"username": "cook", "password": PASSWORD}
                client = Client(enforce_csrf_checks=True, headers={"User-Agent": agent})
                client.get("/api/session")
                self.assertEqual(self.send(client, "POST", "/api/session", body).status_code, 200)
                self.assertEqual(Session.objects.get(pk=client.cookies["sessionid"].value).device, device)

    def test_one_that_is_not_used_ends_and_listening_is_no_use(self) -> None:
        began = timezone.now()
        with time_machine.travel(began, tick=False) as clock:
            busy, listens = self.signed_in("cook"), self.signed_in("cook")
            for _ in range(8):
                clock.shift(timedelta(days=7))
                self.assertEqual(self.status(busy), 200)
                self.status(listens, f"{KITCHEN}/changes")
            self.assertEqual(self.status(listens), 401)
            # And however much it is used, after three months somebody has to say again who they are.
            clock.move_to(began + timedelta(days=91))
            self.assertEqual(self.status(busy), 401)
            end_ended()
            self.assertEqual(Session.objects.count(), 0)


class PasswordTest(AccountTest):
    def test_a_changed_password_signs_out_everywhere_else(self) -> None:
        other = self.signed_in("cook")
        for body, place in (
            ({"old": "wrong", "password": ANOTHER}, "/old"),
            ({"old": PASSWORD, "password": "short"}, "/password"),
            ({"old": PASSWORD, "password": "1234567890123"}, "/password"),
        ):
            with self.subTest(body):
                self.refused(self.door, "PUT", "/api/account/password", body, place)
        self.assertEqual(self.status(other), 200)
        body = {"old": PASSWORD, "password": ANOTHER}
        self.assertEqual(self.send(self.door, "PUT", "/api/account/password", body).status_code, 204)
        self.assertEqual([self.status(one) for one in (self.door, other)], [200, 401])
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session")
        answers = [
            self.send(client, "POST", "/api/session", {"username": "cook", "password": one}).status_code
            for one in (PASSWORD, ANOTHER)
        ]
        self.assertEqual(answers, [401, 200])

    def test_the_old_one_is_not_found_by_guessing_from_an_open_page(self) -> None:
        body = {"old": "wrong", "password": ANOTHER}
        answers = [self.send(self.door, "PUT", "/api/account/password", body).status_code for _ in range(6)]
        self.assertEqual(answers, [422, 422, 422, 429, 429, 429])


class SecondFactorTest(AccountTest):
    """Codes are reckoned here by django-otp from the secret that is shown: RFC 6238, 30 s, six digits."""

    def code(self, secret: str) -> str:
        return f"{totp(b32decode(secret)):06}"

    def set_up(self) -> tuple[str, list[str]]:
        offered = self.json("POST", "/api/account/second-factor", {"password": PASSWORD})
        self.assertIn(f"secret={offered['secret']}", offered["address"])
        self.assertTrue(offered["picture"].startswith("data:image/svg+xml"))
        self.refused(self.door, "PUT", "/api/account/second-factor", {"code": "000000"}, "/code")
        time.sleep(1.1)  # After a wrong code the next one is not looked at for a second.
        codes = self.json("PUT", "/api/account/second-factor", {"code": self.code(offered["secret"])})["codes"]
        return offered["secret"], codes

    def enter(self, **more: str) -> Any:
        client = Client(enforce_csrf_checks=True)
        client.get("/api/session")
        return self.send(client, "POST", "/api/session", {"username": "cook", "password": PASSWORD, **more})

    def test_the_password_alone_is_not_enough_and_each_code_works_once(self) -> None:
        secret, codes = self.set_up()
        answer = self.enter()
        self.assertEqual((answer.status_code, answer.json()["second_factor"]), (401, True))
        wrong = self.send(Client(), "POST", "/api/session", {"username": "cook", "password": "wrong"})
        self.assertNotIn("second_factor", wrong.json())
        with time_machine.travel(timezone.now() + timedelta(seconds=60), tick=False):
            code = self.code(secret)
            self.assertEqual(self.enter(code=f"{code[:3]} {code[3:]}").status_code, 200)
            self.assertEqual(self.enter(code=code).status_code, 401)
        for seconds, status in ((120, 200), (240, 401)):
            with time_machine.travel(timezone.now() + timedelta(seconds=seconds), tick=False):
                self.assertEqual(self.enter(code=codes[0].upper()).status_code, status)

    def test_it_is_set_up_and_taken_away_by_the_password_only(self) -> None:
        self.refused(self.door, "POST", "/api/account/second-factor", {"password": "wrong"}, "/password")
        self.refused(self.door, "PUT", "/api/account/second-factor", {"code": "123456"}, "/code")
        self.set_up()
        self.assertTrue(self.json("GET", "/api/account")["second_factor"])
        off = "/api/account/second-factor/off"
        self.refused(self.door, "POST", off, {"password": "wrong"}, "/password")
        self.assertEqual(self.send(self.door, "POST", off, {"password": PASSWORD}).status_code, 204)
        self.assertEqual(self.enter().status_code, 200)

    def test_codes_are_not_found_by_guessing(self) -> None:
        self.set_up()
        self.assertIn(429, [self.enter(code=f"{at:06}").status_code for at in range(8)])


class TabletTest(AccountTest):
    """One tablet, several cooks: who does something is who said so last, by a few digits that open nothing else."""

    def setUp(self) -> None:
        super().setUp()
        self.owner = person("es-owner", Role.OWNER)
        self.viewer = person("vi-viewer", Role.VIEWER)
        for name, code in (("cook", "2580"), ("es-owner", "7391"), ("vi-viewer", "9024")):
            body = {"code": code}
            self.assertEqual(self.send(self.signed_in(name), "PUT", "/api/account/tablet-code", body).status_code, 204)
        self.told = self.json("PUT", "/api/session/tablet", {"kitchen": "galley"})

    def come(self, who: User, code: str) -> Any:
        return self.send(self.door, "PUT", "/api/session/at", {"person": who.pk, "code": code})

    def test_what_is_done_is_done_by_who_is_at_it(self) -> None:
        self.assertEqual([one["initials"] for one in self.told["tablet"]["people"]], ["CO", "ES", "VI"])
        self.assertEqual(self.come(self.owner, "7391").json()["person"]["initials"], "ES")
        formula = self.json("POST", f"{KITCHEN}/formulas", zander(), 201)["id"]
        self.json("POST", f"{KITCHEN}/formulas/{formula}/versions", {"revision": 1}, 201)
        self.assertEqual(FormulaVersion.objects.get().created_by, self.owner)
        self.come(self.viewer, "9024")
        self.assert_problem(self.send(self.door, "POST", f"{KITCHEN}/formulas", zander()), 403)

    def test_nobody_is_an_owner_there_and_nothing_else_is(self) -> None:
        other = Kitchen.objects.create(slug="ashore", name="Ashore")
        Membership.objects.create(user=self.owner, kitchen=other, role=Role.OWNER)
        told = self.come(self.owner, "7391").json()["person"]["kitchens"]
        self.assertEqual([(one["slug"], one["role"]) for one in told], [("galley", "cook")])
        self.assertEqual(self.status(self.door, "/api/kitchens/ashore/formulas"), 404)
        for method, path, body in (
            ("GET", f"{KITCHEN}/trail", None),
            ("POST", f"{KITCHEN}/invitations", {"role": "owner"}),
            ("GET", "/api/account", None),
            ("GET", "/api/account/sessions", None),
            ("PUT", "/api/account/password", {"old": PASSWORD, "password": ANOTHER}),
            ("PUT", "/api/account/tablet-code", {"code": "1379"}),
            ("DELETE", "/api/account/kitchens/galley", None),
            ("POST", "/api/kitchens", {"name": "Mine"}),
        ):
            with self.subTest(path):
                self.assert_problem(self.send(self.door, method, path, body), 403)

    def test_it_is_left_to_the_next_one_by_hand_or_by_time(self) -> None:
        self.assertIsNone(self.json("DELETE", "/api/session/at")["person"])
        self.assertEqual(self.status(self.door), 401)
        self.assertEqual(self.come(self.cook, "2580").status_code, 200)
        with time_machine.travel(timezone.now() + timedelta(minutes=16), tick=False) as clock:
            self.assertEqual(self.status(self.door, f"{KITCHEN}/changes"), 401)
            self.assertEqual(self.come(self.cook, "2580").status_code, 200)
            for _ in range(5):
                clock.shift(timedelta(minutes=14))
                self.assertEqual(self.status(self.door), 200)
            # After days of nobody it is no tablet of the kitchen any more.
            clock.shift(timedelta(hours=73))
            self.assert_problem(self.come(self.cook, "2580"), 401)

    def test_what_an_owner_settles_holds_for_a_tablet_at_once(self) -> None:
        with time_machine.travel(timezone.now() + timedelta(hours=5), tick=False):
            self.assertEqual(self.come(self.cook, "2580").status_code, 200)
        Kitchen.objects.update(settings_document={"tablet_idle_h": 4})
        with time_machine.travel(timezone.now() + timedelta(hours=10), tick=False):
            self.assert_problem(self.come(self.cook, "2580"), 401)

    def test_a_code_is_not_found_by_guessing_and_a_wrong_one_changes_nobody(self) -> None:
        for who, code in ((self.owner, "0000"), (User(pk=10**9), "0000"), (self.owner, "☃"), (self.owner, "")):
            self.assert_problem(self.come(who, code), 422, "/code")
        self.assertEqual(self.json("GET", "/api/session")["person"]["initials"], "CO")
        self.assert_problem(self.come(self.owner, "7391"), 429)
        self.assertEqual(self.come(self.viewer, "9024").status_code, 200)

    def test_a_code_that_anybody_would_try_is_none(self) -> None:
        client = self.signed_in("es-owner")
        for code in ("1111", "1234", "4321", "123", "123456789", "12a4", "", "１２５８"):
            with self.subTest(code):
                self.refused(client, "PUT", "/api/account/tablet-code", {"code": code}, "/code")

    def test_an_owner_signs_a_lost_one_out(self) -> None:
        owner = self.signed_in("es-owner")
        (tablet,) = self.send(owner, "GET", f"{KITCHEN}/tablets").json()
        self.assertEqual((tablet["opened_by"], tablet["at"]), ("cook", "cook"))
        where = f"{KITCHEN}/tablets/{tablet['handle']}"
        self.assertEqual(self.send(owner, "DELETE", where).status_code, 204)
        self.assertEqual(self.status(self.door), 401)
        self.assert_problem(self.come(self.cook, "2580"), 401)
        self.assert_problem(self.send(owner, "DELETE", where), 404)

    def test_who_leaves_the_kitchen_is_not_at_its_tablet_any_more(self) -> None:
        self.come(self.viewer, "9024")
        owner = self.signed_in("es-owner")
        self.send(owner, "DELETE", f"{KITCHEN}/people/{self.viewer.pk}")
        self.assertEqual(self.status(self.door), 401)
        self.assert_problem(self.come(self.viewer, "9024"), 422, "/code")
        self.send(owner, "DELETE", f"{KITCHEN}/people/{self.cook.pk}")
        self.assert_problem(self.come(self.owner, "7391"), 401)

    def test_one_s_own_device_has_nobody_to_step_away_from(self) -> None:
        own = self.signed_in("cook")
        self.assert_problem(self.send(own, "DELETE", "/api/session/at"), 422)
        self.assert_problem(self.send(own, "PUT", "/api/session/at", {"person": self.cook.pk, "code": "2580"}), 401)
        self.assert_problem(self.send(own, "PUT", "/api/session/tablet", {"kitchen": "elsewhere"}), 404)
