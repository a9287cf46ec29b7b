"""The description of the API against what the API does: who may come, what is wrong and where."""

from typing import Any

from server.common import kinds
from tests.core.cases import service_ahead, zander
from tests.http.owner import KITCHEN, OwnerTest
from tests.http.walk import described, followed, walked

# What is no document at all is refused as that.
DOCUMENTS = ("not_a_formula", "not_a_service", "not_a_pantry")


class DescriptionTest(OwnerTest):
    def test_what_is_missing_is_422_at_its_place_whatever_is_asked(self) -> None:
        formula = self.json("POST", f"{KITCHEN}/formulas", zander(), 201)["id"]
        self.json("POST", f"{KITCHEN}/formulas/{formula}/versions", {"revision": 1, "initials": "ES"}, 201)
        service = self.json("POST", f"{KITCHEN}/services", {"document": service_ahead("zander-evening")}, 201)["id"]
        run = self.json("POST", f"{KITCHEN}/services/{service}/run")["id"]
        asked = set()
        for one in walked(kitchen="galley", formula=formula, service=service, run=run, person=self.cook.pk):
            for name in one.body.get("required", ()):
                answer = self.send(self.door, one.method, one.where, self.without(one.body, name))
                told = answer.json()
                where = f"{one.method} {one.path} without {name}: {answer.content[:300]!r}"
                if told.get("code") in DOCUMENTS:
                    continue
                self.assertEqual(answer.status_code, 422, where)
                self.assertIn(f"/{name}", [error["path"] for error in told["errors"]], where)
                self.assertTrue(all(error["code"] and error["text"] for error in told["errors"]), where)
                asked.add(name)
        self.assertLessEqual({"jar", "line", "name", "revision", "role", "text"}, asked)

    def without(self, schema: dict[str, Any], name: str) -> dict[str, Any]:
        """A body with all that is required but one thing."""
        return {
            other: self.some(other, followed(schema["properties"][other]))
            for other in schema["required"]
            if other != name
        }

    def some(self, name: str, schema: dict[str, Any]) -> Any:
        """Something that a field may hold."""
        if name in ("document", "after", "source"):
            return zander()
        if "enum" in schema:
            return schema["enum"][0]
        return {"integer": 1, "number": 1, "string": "x", "boolean": True, "array": [], "object": {}}[schema["type"]]

    def test_a_code_means_one_thing(self) -> None:
        codes = [one.code for one in kinds.every()]
        self.assertEqual(len(codes), len(set(codes)))

    def test_every_operation_says_who_may_come_and_what_it_may_refuse(self) -> None:
        schemes = set(described()["components"]["securitySchemes"])
        for one in walked(kitchen="galley", formula=1, service=1, run=1, person=1):
            with self.subTest(one.path, method=one.method):
                self.assertLessEqual({name for way in one.described["security"] for name in way}, schemes)
                self.assertLessEqual({500, 503}, set(one.described["responses"]))
