"""The demo's services go with the clock; lists of services are read by index among thousands."""

from datetime import timedelta

import time_machine
from django.db import connection
from django.test import TestCase
from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.testing import InMemoryConnector

from server.accounts.models import Kitchen
from server.day.models import Batch, Service
from server.day.selectors import services, today
from server.demo.day import PAST_TITLE, shift
from server.demo.management.commands.demo import seed
from server.runs.models import Run
from server.runs.selectors import record_of

MANY = 20_000
FILL = """INSERT INTO day_service (kitchen_id, document, revision, title, plan, plan_before, plan_number, searched,
    changed, begins_at, serves_at, ends_at, trail, created_at, updated_at)
  SELECT %s, '{}', 1, 'Filled', '{}', '{}', 0, false, '[]', moment, moment, moment, '[]', now(), now()
  FROM (SELECT now() - n * interval '1 hour' AS moment FROM generate_series(1, %s) AS n) AS moments"""


class DemoDayTest(TestCase):
    def setUp(self) -> None:
        self.enterContext(app.replace_connector(InMemoryConnector()))
        self.kitchen = seed()

    def test_something_always_lies_ahead(self) -> None:
        now = timezone.now()
        for hours, moved in ((0, True), (1, False), (30, True), (24 * 40, True)):
            ahead = Service.objects.exclude(title=PAST_TITLE).order_by("pk")
            before = list(ahead.values_list("revision", flat=True))
            there = now + timedelta(hours=hours)
            with time_machine.travel(there, tick=False):
                shift(there)
            found = list(Service.objects.exclude(title=PAST_TITLE).order_by("pk"))
            with self.subTest(hours):
                self.assertEqual(len(found), 2)
                self.assertEqual([one.service_id for one in Run.objects.filter(ended_at=None)], [found[0].pk])
                self.assertTrue(all(one.serves_at > there and one.plan["unplanned"] == [] for one in found))
                self.assertEqual([one.revision for one in found] != before, moved)
        self.assertEqual(Batch.objects.count(), 1)

    def test_tonight_draws_from_what_was_made_yesterday(self) -> None:
        shift(timezone.now())
        tonight = Service.objects.exclude(title=PAST_TITLE).order_by("pk")[0]
        self.assertEqual([one["jar"] for one in tonight.plan["drawn"]], ["b"])
        self.assertLess(tonight.plan["drawn"][0]["mass_g"], Batch.objects.get().mass_g)

    def test_three_runs_are_over_and_on_record(self) -> None:
        shift(timezone.now())
        over = list(Run.objects.filter(ended_at__isnull=False))
        self.assertEqual(len(over), 3)
        for run in over:
            record = record_of(run)
            self.assertEqual(record["open"], 0)
            self.assertLess(record["late_min"], 10)
            self.assertEqual({gate["standing"] for step in record["steps"] for gate in step["gates"]}, {"held"})

    def test_lists_are_read_by_index(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute(FILL, [self.kitchen.pk, MANY])
            cursor.execute("ANALYZE day_service")
            for read in (lambda: services(self.kitchen), lambda: today(self.kitchen, timezone.now())):
                with self.assertNumQueries(1) as asked:
                    read()
                cursor.execute("EXPLAIN " + asked.captured_queries[0]["sql"])
                plan = "\n".join(row[0] for row in cursor.fetchall())
                self.assertNotIn("Seq Scan on day_service", plan)

    def test_nothing_of_it_is_there_without_the_demo(self) -> None:
        Kitchen.objects.filter(pk=self.kitchen.pk).update(slug="elsewhere")
        shift(timezone.now())
        self.assertEqual(Service.objects.count(), 0)
