"""The open documents as they are described: schemas, examples, the guide, defaults, versions."""

import json
import re
from collections.abc import Iterator
from functools import cache
from typing import Any
from unittest import TestCase

from jsonschema_rs import meta, validator_for

from jarcore import evaluate, plan
from jarcore.data import default_pantry, rows, shelf, with_rows
from jarcore.data.kitchen_rows import BadPantry
from jarcore.documents import NotAFormula, formula_object, service_object
from jarcore.documents.known import LISTS, known
from tests.core import cases

FORMATS = cases.ROOT / "docs" / "format"
EVERYTHING = json.loads((cases.TABLES / "everything.json").read_text(encoding="utf-8"))
SERVICE = {
    "format": "jar-table/service",
    "plates": [{"id": "first", "at": "2026-12-04T19:00"}],
    "kitchen": {
        "people": [{"id": "ES", "away": [{"from": "12:00", "to": "12:30"}]}],
        "stations": [{"id": "left", "kind": "burner"}, {"id": "chiller", "kind": "chiller"}],
        "pans": [{"id": "p28", "diameter_mm": 280}],
        "scales": [{"step_g": 1, "max_g": 5000}],
    },
    "courses": [
        {
            "id": "zander",
            "plate": "first",
            "covers": 4,
            "version": {},
            "variants": [{"covers": 1, "without": ["milk"]}],
            "formula": cases.example("zander-caraway"),
        }
    ],
    "batches": [{"id": "old"}],
    "pins": [{"step": "zander.trim"}],
}


@cache
def schema(name: str) -> Any:
    return json.loads((FORMATS / f"{name}.schema.json").read_text(encoding="utf-8"))


def schemas() -> list[str]:
    return sorted(path.name.partition(".")[0] for path in FORMATS.glob("*.schema.json"))


def guide() -> list[Any]:
    """What the guide shows, in its order: a formula, a service, a pantry, events."""
    text = (FORMATS / "README.md").read_text(encoding="utf-8")
    return [json.loads(block) for block in re.findall(r"```json\n(.*?)```", text, re.DOTALL)]


def parts(of: Any, whole: Any, value: Any, way: tuple[Any, ...] = ()) -> Iterator[tuple[str, dict[str, Any], Any]]:
    """Every part of a document: what it is called, its schema, where it stands."""
    if "$ref" in of:
        of = whole["$defs"][of["$ref"].rpartition("/")[2]]
    for one in of.get("anyOf", ()):
        yield from parts(one, whole, value, way)
    if isinstance(value, dict) and "properties" in of:
        yield of["title"], of, way
        for name, field in of["properties"].items():
            if name in value:
                yield from parts(field, whole, value[name], (*way, name))
    elif isinstance(value, list) and "items" in of:
        for place, item in enumerate(value):
            yield from parts(of["items"], whole, item, (*way, place))


class SchemaTest(TestCase):
    def test_each_is_a_schema_with_an_absolute_name_and_says_of_each_field_what_it_is(self) -> None:
        self.assertEqual(len(schemas()), 7)
        for name in schemas():
            whole = schema(name)
            with self.subTest(name):
                meta.validate(whole)
                self.assertRegex(whole["$id"], rf"^urn:jar-table:{name}:\d+$")
                for title, part in ((name, whole), *whole["$defs"].items()):
                    mute = [one for one, field in part.get("properties", {}).items() if not field.get("description")]
                    self.assertEqual(mute, [], title)

    def test_every_document_that_is_shipped_is_one_by_its_schema(self) -> None:
        shipped = [*FORMATS.glob("*.example.json"), *(cases.ROOT / "examples").glob("*.json")]
        found = [(path.name, json.loads(path.read_text(encoding="utf-8"))) for path in shipped]
        found += [(one["id"], one["formula"]) for one in shelf() if "formula" in one]
        self.assertGreaterEqual(len(found), 11)
        for name, document in (*found, *(("the guide", one) for one in guide() if isinstance(one, dict))):
            with self.subTest(name):
                validator_for(schema(document["format"].partition("/")[2])).validate(document)

    def test_a_row_of_ones_own_is_valid_where_its_reader_takes_it(self) -> None:
        valid = validator_for(schema("pantry"))
        head = {"format": "jar-table/pantry", "format_version": 1}
        for row in cases.table("pantry_like"):
            with self.subTest(row["what"]):
                valid.validate({**head, row["list"]: [json.loads(row["entry"])]})
        # What hangs on other rows no schema can know.
        beyond = {"like nothing", "neither like nor holding anything", "more than a hundred per cent", "270 %"}
        beyond |= {"no id", "an allergen that is none", "a fish like none"}
        for row in cases.table("pantry_faults"):
            with self.subTest(row["what"]):
                found = valid.is_valid({**head, row["list"]: [json.loads(row["entry"])]})
                self.assertEqual(found, row["what"] in beyond)


class GuideTest(TestCase):
    def test_what_it_shows_is_ready_is_kept_and_is_used(self) -> None:
        formula, service, pantry, events = guide()
        answer = evaluate(formula)
        self.assertEqual((answer["ready"], answer["not_ready"]), (True, []))
        made = plan(service, search=False)
        self.assertEqual((made["kept"], made["unplanned"], made["notices"]), (True, [], []))
        self.assertEqual(with_rows(default_pantry(), pantry)[1], [])
        followed = plan(service, search=False, events=events, before=made)
        self.assertTrue(next(one["fixed"] for one in followed["steps"] if one["id"] == events[0]["step"]))

    def test_every_list_that_is_named_can_be_asked_for(self) -> None:
        named = set(re.findall(r"`\./jar list ([a-z]+)`", json.dumps([schema(name) for name in schemas()])))
        self.assertGreaterEqual(len(named), 8)
        self.assertLessEqual(named, set(LISTS))
        for name in LISTS:
            ids = [one for one, _ in known(name, default_pantry())]
            self.assertEqual((len(ids), all(ids)), (len(set(ids)), True), name)


class DefaultsTest(TestCase):
    def test_what_is_said_of_an_absent_field_is_what_the_program_takes(self) -> None:
        """Documents with every part in them; each default written where a part leaves it open changes nothing."""
        told = {(row["part"], row["field"]) for row in rows("fields") if row["default"]}
        for name, document, reckoned in (
            ("formula", EVERYTHING, evaluate),
            ("service", SERVICE, lambda one: plan(one, search=False, mends=False)),
        ):
            whole, tried = schema(name), set[tuple[str, str]]()
            before = without_words(reckoned(document))
            for title, part, way in parts(whole, whole, document):
                here = document
                for step in way:
                    here = here[step]
                for field in (one for one, said in part["properties"].items() if "default" in said):
                    tried.add((title, field))
                    if field not in here:
                        default = part["properties"][field]["default"]
                        place = "__".join(map(str, (*way, field)))
                        written = cases.changed(document, **{place: default})
                        with self.subTest(title, field=field, at=way):
                            self.assertEqual(without_words(reckoned(written)), before)
            titles = {part["title"] for part in (whole, *whole["$defs"].values())}
            self.assertEqual({one for one in told if one[0] in titles} - tried, set())


def without_words(answer: Any) -> Any:
    """An answer without what is said of how something is written."""
    return {key: value for key, value in answer.items() if key not in ("notices", "assumptions")}


class VersionsTest(TestCase):
    def test_older_ones_are_read_and_a_newer_one_is_refused_whole(self) -> None:
        readers = {
            "formula": (formula_object, NotAFormula),
            "service": (service_object, NotAFormula),
            "pantry": (lambda one: with_rows(default_pantry(), one), BadPantry),
        }
        for name, (read, refused) in readers.items():
            document = next(one for one in guide() if isinstance(one, dict) and one["format"] == f"jar-table/{name}")
            newest = schema(name)["properties"]["format_version"]["maximum"]
            for version in range(1, newest + 1):
                with self.subTest(name, version=version):
                    read({**document, "format_version": version})
            read({key: value for key, value in document.items() if key != "format_version"})
            others: list[Any] = [newest + 1, 0, "1", 1.5, True, None]
            for version in others:
                with self.subTest(name, version=version), self.assertRaises(refused):
                    read({**document, "format_version": version})

    def test_what_a_newer_program_has_added_is_told_and_goes_on(self) -> None:
        told = {one["path"] for one in evaluate(cases.changed(guide()[0], fish__mood="calm"))["notices"]}
        self.assertIn("/fish/mood", told)
