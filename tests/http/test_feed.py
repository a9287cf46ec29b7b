"""The change feed: who has read up to a number has missed nothing below it."""

import threading

from django.db import connection, transaction
from django.test import TransactionTestCase

from server.accounts.models import Kitchen, Role, User
from server.feed.models import Change, What
from server.feed.selectors import MOST, news
from server.feed.services import note
from server.formulas.services import create_formula, save_draft
from tests.core.cases import changed, zander
from tests.http.door import DoorTest, person

KITCHEN = "/api/kitchens/galley"
HELD_S = 0.3
PATIENCE_S = 10


class FeedTest(DoorTest):
    def reached(self) -> int:
        """The number that the session tells, before anything of the kitchen is asked."""
        return self.json("GET", "/api/session")["person"]["kitchens"][0]["changes"]

    def news(self, after: int) -> list[tuple[str, int, int]]:
        told = self.json("GET", f"{KITCHEN}/changes?after={after}")
        self.assertFalse(told["whole"])
        return [(one["what"], one["item"], one["mark"]) for one in told["changes"]]

    def test_each_change_is_told_once_and_nothing_when_nothing_changed(self) -> None:
        start = self.reached()
        made = self.json("POST", f"{KITCHEN}/formulas", zander(), 201)["id"]
        self.assertEqual(self.news(start), [("formula", made, 1)])
        after = self.reached()
        self.assertEqual(self.news(after), [])
        draft = {"revision": 1, "document": changed(zander(), servings=6)}
        self.json("PUT", f"{KITCHEN}/formulas/{made}/draft", draft)
        self.assertEqual(self.news(after), [("formula", made, 2)])
        # A draft that is the same is no change.
        self.json("PUT", f"{KITCHEN}/formulas/{made}/draft", {**draft, "revision": 2})
        self.assertEqual(self.news(after), [("formula", made, 2)])
        self.json("POST", f"{KITCHEN}/formulas/{made}/versions", {"revision": 2, "note": ""}, 201)
        self.assertEqual(self.news(after), [("formula", made, 2), ("version", made, 1)])

    def test_the_shelf_and_the_rows_of_the_kitchen_are_told(self) -> None:
        start = self.reached()
        jar = self.json("POST", f"{KITCHEN}/shelf", {"jar": {"name": "Dill paste", "kind": "paste"}}, 201)
        self.assertEqual(self.news(start), [("shelf", 0, 0)])
        after = self.reached()
        self.send(self.door, "DELETE", f"{KITCHEN}/shelf/{jar['id']}")
        self.assertEqual(self.news(after), [("shelf", 0, 0)])
        rows = {"format": "jar-table/pantry", "format_version": 1, "ingredients": [], "fish": []}
        self.json("PUT", f"{KITCHEN}/rows", rows)
        self.assertEqual(self.news(after), [("shelf", 0, 0), ("rows", 0, 1)])

    def test_a_thing_that_changed_often_is_one_row(self) -> None:
        kitchen = Kitchen.objects.get(slug="galley")
        for mark in range(5):
            note(kitchen, What.FORMULA, 7, mark)
        self.assertEqual(Change.objects.count(), 1)
        self.assertEqual(self.news(0), [("formula", 7, 4)])

    def test_too_much_to_tell_and_a_number_not_reached_yet_mean_all_anew(self) -> None:
        kitchen = Kitchen.objects.get(slug="galley")
        for item in range(MOST + 1):
            note(kitchen, What.FORMULA, item, 1)
        last = self.reached()
        for after in (0, last + 5, 2**62, 10**30):
            with self.subTest(after=after):
                told = self.json("GET", f"{KITCHEN}/changes?after={after}")
                self.assertEqual((told["whole"], told["changes"], told["last"]), (True, [], last))
        self.assertEqual(len(self.news(1)), MOST)
        self.assert_problem(self.send(self.door, "GET", f"{KITCHEN}/changes?after=-1"), 422)
        self.assert_problem(self.send(self.door, "GET", f"{KITCHEN}/changes?after=x"), 422)

    def test_another_kitchen_hears_nothing_and_a_viewer_hears_all(self) -> None:
        person("stranger", Role.COOK, slug="other")
        person("viewer", Role.VIEWER)
        start = self.reached()
        create_formula(Kitchen.objects.get(slug="galley"), self.cook, zander())
        address = f"{KITCHEN}/changes?after={start}"
        self.assert_problem(self.send(self.signed_in("stranger"), "GET", address), 404)
        other = self.send(self.signed_in("stranger"), "GET", "/api/kitchens/other/changes?after=0").json()
        self.assertEqual(other["changes"], [])
        self.assertEqual(len(self.send(self.signed_in("viewer"), "GET", address).json()["changes"]), 1)

    def test_a_page_that_only_listens_costs_two_reads(self) -> None:
        """Whose session it is, and what they may do with how far the kitchen is: nothing more while all is quiet."""
        start = self.reached()
        self.news(start)
        with self.assertNumQueries(2):
            self.news(start)

    def test_news_are_found_by_index(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("SET LOCAL enable_seqscan = off")
            cursor.execute("EXPLAIN SELECT * FROM feed_change WHERE kitchen_id = 1 AND number > 5 ORDER BY number")
            plan = "\n".join(row[0] for row in cursor.fetchall())
        self.assertIn("change_by_number", plan)


class InOrderTest(TransactionTestCase):
    def test_a_change_that_is_committed_later_has_the_later_number(self) -> None:
        """Whoever notes second waits for the first: no number becomes visible before a lower one."""
        cook = person("cook", Role.COOK)
        kitchen = Kitchen.objects.get(slug="galley")
        first, second = (create_formula(kitchen, cook, zander()) for _ in range(2))
        start = Kitchen.objects.get(pk=kitchen.pk).changes
        begun, seen = threading.Event(), []

        def slow() -> None:
            try:
                with transaction.atomic():
                    note(kitchen, What.FORMULA, first.pk, 2)
                    begun.set()
                    # Held open long enough for the other to have finished, if it could.
                    threading.Event().wait(HELD_S)
            finally:
                connection.close()

        def quick() -> None:
            try:
                begun.wait(PATIENCE_S)
                user = User.objects.get(pk=cook.pk)
                save_draft(Kitchen.objects.get(pk=kitchen.pk), user, second.pk, 1, changed(zander(), servings=9))
                seen.extend(news(Kitchen.objects.get(pk=kitchen.pk), start).changes)
            finally:
                connection.close()

        threads = [threading.Thread(target=slow), threading.Thread(target=quick)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(PATIENCE_S)
        self.assertEqual([(one.item, one.number - start) for one in seen], [(first.pk, 1), (second.pk, 2)])
