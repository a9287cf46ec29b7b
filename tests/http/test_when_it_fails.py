"""Whatever is sent and whatever breaks: a problem document with a number that finds it in the log, and never a page."""

import json
import logging
import sys
from typing import Any
from unittest import mock

from django.db import IntegrityError, OperationalError
from django.test import Client

from server.common import request_id
from server.common.log import Lines
from tests.core.cases import changed, zander
from tests.http.door import DoorTest

FORMULAS = "/api/kitchens/galley/formulas"
SHELF = "/api/kitchens/galley/shelf"


class NoSuchThingTest(DoorTest):
    def test_what_is_sent_wrong_is_answered_as_a_problem_with_its_place(self) -> None:
        """What once ended in a 500, each with what it is now."""
        ask = "/api/kitchens/galley/ask"
        session = {"username": "cook", "password": "x"}
        rewritten = {"document": zander(), "jar": 0, "line": 0}
        for method, path, body, status, place in (
            ("GET", "/api/nothing-of-ours", None, 404, None),
            ("GET", "/api/", None, 404, None),
            ("POST", "/api/kitchens/gal%00ley/formulas", {}, 404, None),
            ("PATCH", FORMULAS, {}, 405, None),
            ("GET", f"{FORMULAS}/99999999999999999999999999", None, 404, None),
            ("POST", "/api/session", {**session, "username": "x" * 5000}, 422, "/username"),
            ("POST", "/api/session", {**session, "username": "\ud800"}, 422, "/username"),
            ("POST", "/api/session", {**session, "password": "a\0b"}, 422, "/password"),
            ("POST", f"{ask}/rewrite-line", {**rewritten, "basis": "nothing"}, 422, "/basis"),
            ("POST", f"{ask}/rewrite-line", {**rewritten, "unit": "nothing"}, 422, "/unit"),
        ):
            with self.subTest(f"{method} {path[:50]}", body=str(body)[:60]):
                self.assert_problem(self.send(self.door, method, path, body), status, place)
        self.assertIn("GET", self.send(self.door, "PATCH", FORMULAS)["Allow"])

    def test_what_is_no_part_of_a_formula_is_kept_as_it_was_typed(self) -> None:
        for document in (
            {**zander(), "jars": True},
            {**zander(), "fish": [True]},
            changed(zander(), fish__pieces=5e-324),
            changed(zander(), jars__0__lines__0__amount__value=1e308),
        ):
            with self.subTest(str(document)[:60]):
                made = self.json("POST", FORMULAS, document, 201)
                opened = self.send(self.door, "GET", f"{FORMULAS}/{made['id']}").content
                # A database writes a large number out, which is the same number.
                typed = json.loads(json.dumps(document), parse_int=float)
                self.assertEqual(json.loads(opened, parse_int=float)["document"], typed)

    def test_a_jar_with_ids_that_are_none_goes_on_the_shelf(self) -> None:
        jar = {"name": "Odd", "lines": [{"id": ["a"], "of": {"b": 1}}, {"id": "c"}, {"of": "c"}]}
        kept = self.json("POST", SHELF, {"jar": jar, "reason": ""}, 201)["jar"]
        self.assertEqual(kept["lines"], [{"of": {"b": 1}}, {"id": "c"}, {"of": "c"}])

    def test_no_answer_of_the_api_is_stored_on_the_way(self) -> None:
        for path in ("/api/session", FORMULAS, "/api/nothing"):
            self.assertEqual(self.send(self.door, "GET", path)["Cache-Control"], "no-store", path)


class BrokenTest(DoorTest):
    def test_what_breaks_is_a_problem_with_the_number_that_stands_in_the_log(self) -> None:
        self.door.raise_request_exception = False
        with (
            mock.patch("server.formulas.selectors.formulas", side_effect=ZeroDivisionError),
            self.assertLogs("django.request", "ERROR") as logged,
        ):
            answer = self.send(self.door, "GET", FORMULAS)
        told = self.assert_problem(answer, 500)
        self.assertEqual(told["request"], answer["X-Request-ID"])
        self.assertEqual(logged.records[0].exc_info[0], ZeroDivisionError)
        page = self.door.get("/static/nothing.js")
        self.assertEqual((page.status_code, page["Content-Type"][:9]), (404, "text/html"))
        self.assertIn("nothing here", page.content.decode())

    def test_the_log_is_one_bounded_line_of_each_thing_without_what_people_typed(self) -> None:
        def line(error: Exception, text: str = "broke") -> dict[str, Any]:
            try:
                raise error
            except type(error):
                record = logging.LogRecord("jar", logging.ERROR, __file__, 1, text, (), sys.exc_info())
            written = Lines().format(record)
            self.assertNotIn("\n", written)
            return json.loads(written)

        with request_id.given() as number:
            told = line(ValueError("why"), "broke\n" * 900)
        self.assertEqual((told["request"], told["level"], len(told["text"])), (number, "ERROR", 1000))
        self.assertEqual((told["error"]["kind"], told["error"]["text"]), ("ValueError", "why"))
        self.assertIn("test_when_it_fails.py", told["error"]["way"][-1])
        typed = line(IntegrityError("Key (username)=(somebody) already exists"))
        self.assertNotIn("somebody", json.dumps(typed))

    def test_each_request_has_a_number_of_its_own(self) -> None:
        numbers = {self.door.get("/api/session")["X-Request-ID"] for _ in range(3)}
        self.assertEqual(len(numbers), 3)

    def test_a_database_that_is_away_is_worth_trying_again(self) -> None:
        self.door.raise_request_exception = False
        away = mock.patch("django.db.backends.base.base.BaseDatabaseWrapper.cursor", side_effect=OperationalError)
        with away, self.assertLogs("django.request", "ERROR"):
            for method, path in (("GET", FORMULAS), ("POST", "/api/session"), ("PUT", f"{FORMULAS}/1/draft")):
                with self.subTest(path):
                    answer = self.send(self.door, method, path, {"username": "cook", "password": "x"})
                    self.assert_problem(answer, 503)
                    self.assertEqual(answer["Retry-After"], "2")
            self.assertEqual(Client().get("/readyz").status_code, 503)
            self.assertEqual(Client().get("/healthz").json()["status"], "alive")
            # The page itself needs no database: it says what is the matter.
            self.assertEqual(Client().get("/sign-in").status_code, 200)
        self.assertEqual(Client().get("/readyz").json()["status"], "ready")

    def test_health_is_told_by_any_name(self) -> None:
        for path in ("/healthz", "/readyz"):
            self.assertEqual(Client().get(path, headers={"host": "10.0.0.7:8470"}).status_code, 200)
