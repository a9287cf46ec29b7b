"""Long work: queued with what asks for it, told how far it is, called off, and gone on with after a restart."""

import os
import re
import subprocess
import sys
from unittest import mock

from django.db import connection, transaction
from django.test import TransactionTestCase
from procrastinate.contrib.django.models import ProcrastinateJob

from jarcore.data.kitchen_rows import FORMAT
from server.accounts.models import Kitchen, Role
from server.formulas.filling import filled_before, refill_one
from server.formulas.models import Formula
from server.formulas.services import create_formula
from server.formulas.tasks import refill
from server.pantry.services import keep_rows
from server.work.models import State, Work
from tests.core.cases import ROOT, zander
from tests.http.door import DoorTest, person

ROWS = {"format": FORMAT, "format_version": 1, "fish": [{"id": "zander", "name": "Zander of the lake"}]}


class QueueTest(TransactionTestCase):
    """The real queue, in the database."""

    def setUp(self) -> None:
        # The queue's own tables are not Django's to empty after a test.
        with connection.cursor() as cursor:
            cursor.execute("truncate procrastinate_jobs cascade")
        self.cook = person("cook", Role.COOK)
        self.kitchen = Kitchen.objects.get(slug="galley")
        self.formulas = [create_formula(self.kitchen, self.cook, zander()).pk for _ in range(3)]

    def fish(self) -> list[str]:
        return [card["fish"] for card in Formula.objects.order_by("pk").values_list("card", flat=True)]

    def works(self) -> None:
        """A worker of its own process, until nothing waits."""
        found = connection.settings_dict
        address = f"postgresql://{found['USER']}:{found['PASSWORD']}@{found['HOST']}:{found['PORT']}/{found['NAME']}"
        environment = {**os.environ, "DATABASE_URL": address, "JAR_MODE": "test"}
        command = [sys.executable, "manage.py", "work", "--once"]
        subprocess.run(command, cwd=ROOT, env=environment, check=True, capture_output=True, timeout=60)

    def test_other_rows_are_reckoned_with_by_the_worker(self) -> None:
        keep_rows(self.kitchen, self.cook, ROWS)
        self.assertEqual(self.fish(), ["Zander"] * 3)
        self.works()
        self.assertEqual(self.fish(), ["Zander of the lake"] * 3)
        work = Work.objects.get()
        self.assertEqual((work.state, work.done, work.of), (State.DONE, 3, 3))

    def test_what_is_not_kept_is_not_queued_and_one_that_waits_does_for_all(self) -> None:
        try:
            with transaction.atomic():
                keep_rows(self.kitchen, self.cook, ROWS)
                raise KeyError
        except KeyError:
            self.assertEqual((ProcrastinateJob.objects.count(), Work.objects.count()), (0, 0))
        for _ in range(3):
            keep_rows(self.kitchen, self.cook, ROWS)
        self.assertEqual((ProcrastinateJob.objects.count(), Work.objects.count()), (1, 1))

    def test_a_worker_that_was_killed_is_gone_on_from(self) -> None:
        keep_rows(self.kitchen, self.cook, ROWS)
        done: list[int] = []

        def killed(kitchen: Kitchen, number: int) -> None:
            if len(done) == 2:
                raise SystemExit
            done.append(number)
            refill_one(kitchen, number)

        with mock.patch("server.formulas.filling.refill_one", killed), self.assertRaises(SystemExit):
            refill(work=Work.objects.get().pk)
        with connection.cursor() as cursor:
            cursor.execute("update procrastinate_jobs set status = 'doing'")
        self.assertEqual(Work.objects.get().reached, self.formulas[1])
        Formula.objects.filter(pk=self.formulas[0]).update(card={"fish": "done before"})
        self.works()
        self.assertEqual(self.fish(), ["done before", "Zander of the lake", "Zander of the lake"])
        self.assertEqual(Work.objects.get().state, State.DONE)

    def test_cards_are_filled_anew_for_other_tables_and_not_for_another_commit(self) -> None:
        for number in self.formulas:
            refill_one(self.kitchen, number)
        self.assertEqual(filled_before(), [])
        card = Formula.objects.get(pk=self.formulas[0]).card
        for part, said, stale in (("commit", "0" * 12, []), ("tables", "0" * 12, [self.kitchen])):
            engine = re.sub(rf"{part}:\S+", f"{part}:{said}", card["engine"])
            Formula.objects.filter(pk=self.formulas[0]).update(card={**card, "engine": engine})
            with self.subTest(part):
                self.assertEqual(filled_before(), stale)


class ToldTest(DoorTest):
    def test_a_kitchen_sees_its_work_and_calls_it_off(self) -> None:
        kitchen = Kitchen.objects.get(slug="galley")
        for _ in range(3):
            create_formula(kitchen, self.cook, zander())
        waiting = Work.objects.create(kitchen=kitchen, what="formulas.refill")
        self.assertEqual(self.json("GET", "/readyz")["queue"]["waiting"], 1)
        self.assertEqual(self.json("GET", "/api/kitchens/galley/long-work")[0]["state"], "waiting")
        where = f"/api/kitchens/galley/long-work/{waiting.pk}"
        self.assertEqual(self.send(self.door, "DELETE", where).status_code, 204)
        self.assert_problem(self.send(self.door, "DELETE", where), 404)
        refill(work=waiting.pk)
        told = self.json("GET", "/api/kitchens/galley/long-work")[0]
        self.assertEqual((told["state"], told["done"]), ("called_off", 0))
        person("viewer", Role.VIEWER)
        self.assert_problem(self.send(self.signed_in("viewer"), "DELETE", where), 403)

    def test_work_that_breaks_says_so(self) -> None:
        kitchen = Kitchen.objects.get(slug="galley")
        create_formula(kitchen, self.cook, zander())
        work = Work.objects.create(kitchen=kitchen, what="formulas.refill")
        with (
            mock.patch("server.formulas.filling.refill_one", side_effect=ZeroDivisionError),
            self.assertRaises(ZeroDivisionError),
        ):
            refill(work=work.pk)
        self.assertEqual(self.json("GET", "/api/kitchens/galley/long-work")[0]["state"], "failed")
