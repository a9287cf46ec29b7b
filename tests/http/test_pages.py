"""The page, its worker, and what an older page is told."""

import json
import re
from unittest import mock

from django.test import Client

from server.pages import skew
from tests.http.door import DoorTest


class WorkerTest(DoorTest):
    def test_it_keeps_the_page_and_its_files_and_nothing_of_anybody(self) -> None:
        nobody = Client()
        answer = nobody.get("/sw.js")
        self.assertEqual(
            (answer["Content-Type"].split(";")[0], answer["Cache-Control"]), ("text/javascript", "no-cache")
        )
        found = re.search(r"self\.JAR_FILES = (\[.*?\]);", answer.content.decode())
        assert found is not None
        files = json.loads(found[1])
        self.assertTrue(any("/main-" in name for name in files))
        self.assertEqual([name for name in files if not name.startswith("/static/")], [])
        self.assertEqual([name for name in files if nobody.get(name).status_code != 200], [])
        # The page is the same whoever asks, and wherever.
        theirs, mine = (one.get("/galley/runs/1").content.decode() for one in (nobody, self.door))
        bare = re.compile(r'content="[^"]{16,}"')
        self.assertEqual(bare.sub("", theirs), bare.sub("", mine))
        self.assertIn("X-Jar-Page", nobody.get("/"))
        self.assertNotIn("X-Jar-Page", nobody.get("/api/session"))


class OlderPageTest(DoorTest):
    def test_a_page_that_is_too_old_is_told_and_what_happened_is_taken_all_the_same(self) -> None:
        with mock.patch.object(skew, "OLDEST", 7):
            for said, status in (("6", 426), ("7", 200), ("", 200), ("x", 200)):
                answer = self.door.get("/api/kitchens/galley/formulas", headers={"X-Page": said})
                self.assertEqual(answer.status_code, status, said)
            told = self.door.get("/api/session", headers={"X-Page": "1"}).json()
            self.assertEqual(told["code"], "page_too_old")
            path = "/api/kitchens/galley/runs/1/events"
            sent = self.door.post(path, {"events": []}, content_type="application/json", headers={"X-Page": "1"})
            self.assertNotEqual(sent.status_code, 426)
            self.assertEqual(self.door.get("/", headers={"X-Page": "1"}).status_code, 200)
