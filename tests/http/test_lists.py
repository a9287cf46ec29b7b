"""The list of formulas: page by page without a gap, counted without counting, by index among a hundred thousand."""

import random
from datetime import timedelta
from typing import Any
from unittest import mock

from django.db import connection
from django.test import TestCase
from django.utils import timezone
from procrastinate.contrib.django import app

from server.accounts.models import Kitchen
from server.formulas import selectors
from server.formulas.models import DraftRevision, Formula, Place, Tally
from server.formulas.services import create_formula, empty_the_bin, put
from server.formulas.tasks import EMPTY_THE_BIN
from speed.lists import FILL, MANY
from tests.core.cases import changed, zander
from tests.http.door import DoorTest

FORMULAS = "/api/kitchens/galley/formulas"


class PagesTest(DoorTest):
    def setUp(self) -> None:
        super().setUp()
        self.kitchen = Kitchen.objects.get(slug="galley")
        chance = random.Random(7)
        made = []
        for at in range(2 * selectors.PAGE + 7):
            title = chance.choice(["Alike", "alike", f"Other {at}"])
            made.append(
                Formula(kitchen=self.kitchen, document={}, title=title, species=chance.choice(["", "cod", "zander"]))
            )
        Formula.objects.bulk_create(made)
        # Some of them of the very same moment.
        moment = Formula.objects.earliest("id").updated_at
        Formula.objects.filter(pk__in=[one.pk for one in made[::3]]).update(updated_at=moment)

    def pages(self, asked: str) -> list[list[int]]:
        found, mark = [], ""
        while True:
            page = self.json("GET", f"{FORMULAS}?{asked}&after={mark}")
            found.append([item["id"] for item in page["items"]])
            mark = page["next"]
            if not mark:
                return found

    def test_page_after_page_gives_each_formula_once_in_order(self) -> None:
        for sort in ("", "title", "fish"):
            with self.subTest(sort):
                pages = self.pages(f"sort={sort}")
                self.assertEqual([len(page) for page in pages], [selectors.PAGE, selectors.PAGE, 7])
                whole = selectors.formulas(self.kitchen, sort=sort)
                self.assertEqual([one for page in pages for one in page], list(whole.values_list("pk", flat=True)))

    def test_what_comes_in_between_two_pages_is_not_given_twice(self) -> None:
        first = self.json("GET", FORMULAS)
        create_formula(self.kitchen, self.cook, zander())
        second = self.json("GET", f"{FORMULAS}?after={first['next']}")
        self.assertEqual({one["id"] for one in first["items"]} & {one["id"] for one in second["items"]}, set())

    def test_what_is_no_mark_is_refused_at_its_place(self) -> None:
        for mark in ("x", "bnVsbA==", "WzFd", "WyJhIiwgImIiXQ=="):
            with self.subTest(mark):
                self.assert_problem(self.send(self.door, "GET", f"{FORMULAS}?after={mark}"), 422, "/query/after")


class TallyTest(DoorTest):
    def counted(self) -> dict[tuple[str, str, str], int]:
        """What is on record, of what there is any."""
        rows = Tally.objects.filter(number__gt=0).values_list("place", "what", "name", "number")
        return {(place, what, name): number for place, what, name, number in rows}

    def really(self) -> dict[tuple[str, str, str], int]:
        """The same, counted."""
        found: dict[tuple[str, str, str], int] = {}
        for one in Formula.objects.all():
            of = [
                ("place", ""),
                *([("fish", one.species)] if one.species else []),
                *(("tag", t) for t in set(one.tags)),
            ]
            for what, name in of:
                found[one.place, what, name] = found.get((one.place, what, name), 0) + 1
        return found

    def test_whatever_is_done_what_is_on_record_is_what_there_is(self) -> None:
        kitchen = Kitchen.objects.get(slug="galley")
        made = [
            create_formula(kitchen, self.cook, changed(zander(), tags=tags)) for tags in (["a"], ["a", "b", "a"], [])
        ]
        self.assertEqual(self.counted(), self.really())
        put(kitchen, self.cook, made[0].pk, Place.BIN)
        put(kitchen, self.cook, made[1].pk, Place.ARCHIVE)
        self.assertEqual(self.counted(), self.really())
        where = f"{FORMULAS}/{made[2].pk}/draft"
        self.json("PUT", where, {"revision": 1, "document": changed(zander(), tags=["b"], fish__species="cod")})
        self.assertEqual(self.counted(), self.really())
        told = self.json("GET", FORMULAS)
        self.assertEqual(
            (told["total"], told["places"], told["tags"]), (1, {"table": 1, "archive": 1, "bin": 1}, ["b"])
        )
        made[0].delete()
        self.assertEqual(self.counted(), self.really())
        with connection.cursor() as cursor:
            cursor.execute("SET LOCAL jar.purging = 'yes'")
        kitchen.delete()
        self.assertEqual(Tally.objects.count(), 0)


class LetGoTest(DoorTest):
    """What is let go of: what was thrown out long ago, and old drafts."""

    def test_what_was_thrown_out_can_be_brought_back_for_thirty_days(self) -> None:
        kitchen = Kitchen.objects.get(slug="galley")
        made = [create_formula(kitchen, self.cook, zander()).pk for _ in range(4)]
        for number in made:
            self.json("POST", f"{FORMULAS}/{number}/versions", {"revision": 1, "initials": "CO"}, 201)
        for number in made[:3]:
            put(kitchen, self.cook, number, Place.BIN)
        put(kitchen, self.cook, made[1], Place.TABLE)
        self.assertEqual(empty_the_bin(), 0)
        for number, days in ((made[0], 31), (made[1], 31), (made[2], 29)):
            Formula.objects.filter(pk=number).update(place_since=timezone.now() - timedelta(days=days))
        app.tasks[EMPTY_THE_BIN](timestamp=0)
        self.assertEqual(sorted(Formula.objects.values_list("pk", flat=True)), made[1:])
        self.assertEqual(self.json("GET", FORMULAS)["places"], {"table": 2, "bin": 1})

    def test_of_many_drafts_the_newest_are_kept(self) -> None:
        with mock.patch("server.formulas.services.MOST_REVISIONS", 5):
            made = self.json("POST", FORMULAS, zander(), 201)
            for revision in range(1, 9):
                document = changed(zander(), servings=revision + 10)
                self.json("PUT", f"{FORMULAS}/{made['id']}/draft", {"revision": revision, "document": document})
        kept = DraftRevision.objects.order_by("revision").values_list("revision", flat=True)
        self.assertEqual(list(kept), [5, 6, 7, 8, 9])
        stale = {"revision": 1, "document": changed(zander(), title="From long ago")}
        answer = self.assert_problem(self.send(self.door, "PUT", f"{FORMULAS}/{made['id']}/draft", stale), 409)
        self.assertEqual((answer["base"], answer["yours"]["title"]), (None, "From long ago"))


class ManyTest(TestCase):
    """A kitchen with a hundred thousand formulas."""

    kitchen: Kitchen

    @classmethod
    def setUpTestData(cls) -> None:
        cls.kitchen = Kitchen.objects.create(slug="large", name="Large")
        with connection.cursor() as cursor:
            cursor.execute(FILL, [cls.kitchen.pk, MANY])
            cursor.execute("ANALYZE formulas_formula")

    def test_no_list_reads_all_of_them(self) -> None:
        mark = selectors.page_of(selectors.formulas(self.kitchen), "", "")[1]
        for name, asked in (
            ("newest", {}),
            ("by title", {"sort": "title"}),
            ("by fish", {"sort": "fish"}),
            ("a word", {"words": "word77"}),
            ("a fish", {"fish": "cod"}),
            ("a tag", {"tag": "tag7"}),
            ("a kind", {"kind": "marinade"}),
            ("a kind that nobody has", {"kind": "batter"}),
            ("what is put away", {"place": "archive"}),
        ):
            with self.subTest(name):
                found: Any = selectors.formulas(self.kitchen, **asked)
                plan = found.defer("document", "search_text")[: selectors.PAGE + 1].explain()
                self.assertNotIn("Seq Scan on formulas_formula", plan)
                # An order that the index has is not made anew from all there are.
                self.assertTrue(asked.keys() & {"words", "tag", "kind"} or "Sort" not in plan, plan)
        page, _ = selectors.page_of(selectors.formulas(self.kitchen), "", mark)
        self.assertEqual(len(page), selectors.PAGE)

    def test_counts_and_names_are_read_and_not_counted(self) -> None:
        self.assertEqual(selectors.places_of(self.kitchen), {"table": 90_000, "archive": 10_000})
        self.assertEqual(len(selectors.tags_of(self.kitchen)), 45)
        self.assertEqual(selectors.species_of(self.kitchen), ["char", "cod", "hake", "zander"])
        with self.assertNumQueries(1):
            selectors.total_of(self.kitchen, selectors.formulas(self.kitchen), "", narrowed=False)
        many = selectors.formulas(self.kitchen, fish="cod")
        self.assertEqual(selectors.total_of(self.kitchen, many, "", narrowed=True), selectors.MOST_COUNTED)
