"""A client that an independent generator makes of the API's description, with a token, at the demo's kitchen."""

import importlib
import json
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any, ClassVar

import httpx
from django.test import LiveServerTestCase

from server.accounts import tokens
from server.accounts.models import Kitchen, Role, User
from tests.browser.rows import kitchen_as_seeded
from tests.core.cases import ROOT, changed, service_ahead, zander
from tests.core.test_questions_total import ASKED
from tests.http.walk import described

PACKAGE = "generated_client"
# A file is bytes, whatever is in it.
FILES = ("application/pdf", "application/zip", "image/jpeg", "text/csv", "text/calendar")
SETTINGS = {
    "post_hooks": [],
    "package_name_override": PACKAGE,
    "content_type_overrides": dict.fromkeys(FILES, "application/octet-stream"),
}


OPERATIONS = {one["operationId"]: one for ways in described()["paths"].values() for one in ways.values()}


class GeneratedClientTest(LiveServerTestCase):
    """What is generated is read by nobody: only its names are known here, from the description."""

    host = "127.0.0.1"
    folder: ClassVar[Path]
    said: ClassVar[str]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        (cls.folder / "settings.json").write_text(json.dumps(SETTINGS))
        description = ROOT / "docs" / "api" / "openapi.json"
        ways = ("--meta=none", "--config=settings.json", f"--path={description}", f"--output-path={PACKAGE}")
        generated = subprocess.run(
            [sys.executable, "-m", "openapi_python_client", "generate", *ways],
            cwd=cls.folder,
            capture_output=True,
            text=True,
            check=True,
        )
        cls.said = generated.stdout + generated.stderr
        sys.path.insert(0, str(cls.folder))
        cls.addClassCleanup(sys.path.remove, str(cls.folder))

    def setUp(self) -> None:
        self.kitchen: Kitchen = kitchen_as_seeded()
        self.owner = User.objects.get(username="mk")
        self.models = importlib.import_module(f"{PACKAGE}.models")
        self.client_of = importlib.import_module(f"{PACKAGE}.client").AuthenticatedClient
        self.script = self.with_token(tokens.make(self.owner, "test", Role.OWNER, None, 1)[1])

    def with_token(self, secret: str) -> Any:
        return self.client_of(base_url=self.live_server_url, token=secret, timeout=httpx.Timeout(30))

    def module(self, operation: str) -> Any:
        """The module of an operation: below the first of its tags, under its name."""
        tag = OPERATIONS[operation]["tags"][0]
        return importlib.import_module(f"{PACKAGE}.api.{tag}.{operation}")

    def asked(self, operation: str, status: int = 200, /, script: Any = None, **says: Any) -> Any:
        """The parsed answer of an operation, of the status that it should have."""
        answer = self.module(operation).sync_detailed(client=script or self.script, **says)
        self.assertEqual(answer.status_code, status, answer.content[:600])
        self.assertIsNotNone(answer.parsed, operation)
        return answer.parsed

    def body(self, model: str, **says: Any) -> Any:
        return getattr(self.models, model).from_dict(says)

    def test_it_is_made_of_every_operation_and_warns_of_nothing(self) -> None:
        self.assertNotIn("WARNING", self.said)
        for name in OPERATIONS:
            self.assertTrue(callable(self.module(name).sync_detailed))

    def test_it_lists_creates_saves_stale_and_keeps_twice(self) -> None:
        (mine,) = self.asked("session").person.kitchens
        where = {"kitchen": mine.slug}
        listed = self.asked("formulas", **where)
        self.assertEqual(len(listed.items), self.kitchen.formulas.filter(place="table").count())
        made = self.asked("create_formula", 201, **where, body=self.models.Formula.from_dict(zander()))
        self.assertEqual((made.revision, made.document.to_dict()), (1, zander()))
        where["formula"] = made.id
        for revision, servings in ((1, 6), (2, 8)):
            draft = self.body("SaveDraftBody", revision=revision, document=changed(zander(), servings=servings))
            self.assertEqual(self.asked("save_draft", **where, body=draft).revision, revision + 1)
        late = self.body("SaveDraftBody", revision=1, document=changed(zander(), servings=7))
        stale = self.asked("save_draft", 409, **where, body=late)
        self.assertEqual((stale.code, stale.revision, stale.conflicts[0].path), ("changed_meanwhile", 3, "/servings"))
        self.assertEqual(stale.theirs.to_dict()["servings"], 8)
        keep = self.body("VersionIn", revision=3, note="kept", initials="MK")
        kept = [self.asked("save_version", 201, **where, body=keep).number for _ in range(2)]
        self.assertEqual(kept, [1, 1])
        self.assertEqual(self.asked("open_version", **where, number=1).document.servings, 8)

    def test_it_plans_a_service_and_cooks_it(self) -> None:
        where = {"kitchen": self.kitchen.slug}
        body = self.body("BeginServiceBody", document=service_ahead("zander-evening"))
        service = self.asked("begin_service", 201, **where, body=body)
        self.assertTrue(service.plan.steps)
        run = self.asked("begin_run", **where, service=service.id)
        self.assertEqual(self.asked("open_run", **where, run=run.id).events, [])

    def test_it_asks_every_question(self) -> None:
        asked = set()
        for name, beside in ASKED:
            with self.subTest(name, beside=str(beside)[:60]):
                operation = f"ask_{name.replace('-', '_')}"
                schema = OPERATIONS[operation]["requestBody"]["content"]["application/json"]["schema"]["$ref"]
                body = self.body(schema.rpartition("/")[2], document=zander(), **beside)
                answer = self.module(operation).sync_detailed(self.kitchen.slug, client=self.script, body=body)
                self.assertEqual(answer.status_code, 200, answer.content[:300])
                self.assertEqual(plain(answer.parsed), json.loads(answer.content))
                asked.add(name)
        self.assertEqual(asked, {name for name, _ in ASKED})

    def test_every_error_is_parsed(self) -> None:
        where = {"kitchen": self.kitchen.slug}
        formula = self.kitchen.formulas.values_list("pk", flat=True)[0]
        viewer = self.with_token(tokens.make(self.owner, "reads", Role.VIEWER, None, 1)[1])
        newer = self.models.Formula.from_dict({**zander(), "format_version": 99})
        late = self.body("VersionIn", revision=99)
        name = self.body("VersionNameIn", name="x")
        for operation, status, code, says in (
            ("formulas", 401, "token_refused", {**where, "script": self.with_token("jar_nothing")}),
            ("create_formula", 403, "not_allowed", {**where, "script": viewer, "body": newer}),
            ("access_tokens", 403, "not_by_token", {}),
            ("formulas", 404, "not_found", {"kitchen": "nowhere"}),
            ("open_formula", 404, "not_found", {**where, "formula": 10**9}),
            ("create_formula", 400, "newer_format", {**where, "body": newer}),
            (
                "save_version",
                409,
                "changed_meanwhile",
                {**where, "formula": formula, "body": late},
            ),
            ("name_version", 404, "not_found", {**where, "formula": formula, "number": 99, "body": name}),
            ("formulas", 422, "not_valid", {**where, "after": "no mark"}),
        ):
            with self.subTest(operation, code=code):
                told = self.asked(operation, status, **says)
                self.assertEqual((told.status, told.code, type(told.title)), (status, code, str))

    def test_each_declared_status_has_a_type(self) -> None:
        """Of each operation, each answer that it declares to be a problem, as the server writes one."""
        told = {"type": "urn:jar-table:problem:x", "code": "x", "title": "X", "detail": "x", "revision": 1}
        place = {"path": "/jars/0", "code": "missing", "text": "x"}
        for name, one in OPERATIONS.items():
            for status in (int(status) for status in one["responses"] if int(status) >= 400):
                kind = {"content-type": "application/problem+json"}
                answer = httpx.Response(status, json={**told, "status": status, "errors": [place]}, headers=kind)
                parsed = self.module(name)._parse_response(client=self.script, response=answer)
                with self.subTest(name, status=status):
                    self.assertEqual((parsed.code, parsed.errors[0].path), ("x", "/jars/0"))


def plain(parsed: Any) -> Any:
    """A parsed answer as the JSON that it came from."""
    if isinstance(parsed, list):
        return [plain(one) for one in parsed]
    return parsed.to_dict() if hasattr(parsed, "to_dict") else parsed
