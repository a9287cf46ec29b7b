"""The temperature record over HTTP: by itself and by hand, signed, once each, of one kitchen, as table and paper."""

import csv
import io
import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

from django.db import DatabaseError, connection, transaction
from django.test import override_settings
from pypdf import PdfReader

from server.accounts.models import Kitchen, Role
from server.runs import services
from server.runs.models import RunEvent
from server.temperatures.models import LogEntry
from server.temperatures.services import log
from tests.http.door import person
from tests.http.test_runs import BEFORE, RunTest

HERE = "/api/kitchens/galley/temperatures"
NOW = datetime.fromisoformat(BEFORE)
DAY = f"{NOW.astimezone(UTC):%Y-%m-%d}"


class TemperaturesTest(RunTest):
    def logged(self, what: str = "chiller", **says: Any) -> dict[str, Any]:
        return self.event(
            "logged", **{"what": what, "note": "1", "value": 3.5, "unit": "degC", "source": "typed", **says}
        )

    def log(self, *events: dict[str, Any]) -> list[Any]:
        """What became of lines that are sent."""
        return [one["became"] for one in self.json("POST", HERE, {"events": list(events)})["taken"]]

    def entries(self) -> list[Any]:
        return list(self.json("GET", HERE)["entries"])

    def test_what_is_read_at_a_gate_is_in_it_signed_with_what_was_done(self) -> None:
        run = self.begun()
        step = self.first(run, "receive")["id"]
        at = {"step": step, "gate": "fish-cold", "unit": "degC", "source": "typed", "by": "OT"}
        self.send_events(run, self.event("passed", value=7, **at))
        self.at("16:24")
        self.send_events(run, self.event("passed", value=3.1, **at))
        warm, cold = self.entries()
        self.assertEqual((warm["held"], cold["held"], cold["value"]), (False, True, 3.1))
        self.assertEqual((cold["by"], cold["signed"], warm["kind"]), ("OT", "CO", "receiving"))
        self.assertIn("Do not take it", warm["action"])

    def test_what_is_logged_beside_a_run_or_without_one_counts_once_and_can_be_mended(self) -> None:
        line = self.logged(value=8)
        self.assertEqual(self.log(line, line), ["kept", "again"])
        (missed,) = self.json("GET", HERE)["missing"]
        self.assertEqual(missed["id"], line["id"])
        self.log(self.event("acted", event=line["id"], note="Fish moved to the other chiller."))
        told = self.json("GET", HERE)
        self.assertEqual((told["missing"], told["entries"][0]["action"]), ([], "Fish moved to the other chiller."))
        self.assertNotIn("chiller", told["due"])
        self.assertIn("probe_ice", told["due"])
        self.log(self.event("void", event=line["id"]))
        self.assertEqual(self.entries(), [])
        run = self.begun()
        self.send_events(run, self.logged("hot_holding", value=61, note="stock"))
        self.assertEqual([(one["which"], one["own"]) for one in self.entries()], [("stock", False)])
        # What a run missed can be told from here.
        cooler = self.logged("hot_holding", value=50, note="stock")
        self.send_events(run, cooler)
        self.log(self.event("acted", event=cooler["id"], note="Heated through again."))
        done = {one["value"]: one["action"] for one in self.entries()}
        self.assertEqual(done, {61: None, 50: "Heated through again."})

    def test_what_cannot_enter_it_is_refused_by_itself(self) -> None:
        sent = [self.logged(), self.logged("weather"), self.logged(value=400), self.event("done", step="a"), {"id": 1}]
        self.assertEqual(self.log(*sent), ["kept", *["refused"] * 4])
        run = self.begun()
        self.assertEqual(self.send_events(run, self.logged(value=None))["taken"][0]["became"], "refused")
        self.assert_problem(self.send(self.door, "GET", f"{HERE}?first=2026-01-01&last=2027-01-01"), 422, "/last")
        self.assert_problem(self.send(self.door, "GET", f"{HERE}?first=soon"), 422, "/first")

    def test_another_kitchen_neither_reads_nor_writes_it(self) -> None:
        line = self.logged()
        self.log(line)
        person("other", Role.COOK, "caboose")
        other = self.signed_in("other")
        self.assert_problem(self.send(other, "GET", HERE), 404)
        theirs = "/api/kitchens/caboose/temperatures"
        self.assertEqual(other.get(theirs).json()["entries"], [])
        answer = self.send(other, "POST", theirs, {"events": [line]}).json()
        self.assertEqual(answer["taken"][0]["became"], "refused")
        person("guest", Role.VIEWER)
        self.assert_problem(self.send(self.signed_in("guest"), "POST", HERE, {"events": []}), 403)

    def test_the_chiller_is_read_by_itself_twice_a_day_while_it_is_cooked(self) -> None:
        self.begun()
        for _ in range(2):
            services.follow_the_clock(datetime.now(UTC))
        (read,) = self.entries()
        self.assertEqual((read["kind"], read["source"], read["held"]), ("chiller", "simulated", True))
        self.clock.shift(timedelta(hours=13))
        services.follow_the_clock(datetime.now(UTC))
        self.assertEqual(RunEvent.objects.filter(document__do="logged").count(), 2)
        # Where a kitchen is served nothing simulated is in it, whatever was played before.
        with override_settings(REHEARSAL=False):
            self.assertEqual(self.entries(), [])
            self.assertEqual(self.log(self.logged(source="simulated")), ["refused"])

    def test_as_a_table_and_on_paper(self) -> None:
        self.log(self.logged(note="=1+1"), self.logged("core", value=58.5, note="batch 1"))
        table = self.send(self.door, "GET", f"{HERE}/table?first={DAY}&last={DAY}")
        self.assertIn(f"galley-temperatures-{DAY}-{DAY}.csv", table["Content-Disposition"])
        head, *rows = list(csv.reader(io.StringIO(table.content.decode())))
        self.assertEqual(len({len(row) for row in (head, *rows)}), 1)
        self.assertIn("'=1+1", [row[2] for row in rows])
        paper = self.send(self.door, "GET", f"{HERE}/sheet?first={DAY}&last={DAY}&paper=letter")
        text = PdfReader(io.BytesIO(paper.content)).pages[0].extract_text()
        for words in ("58.5", "batch 1", "missed", "rehearsal", "Galley"):
            self.assertIn(words, text)

    def test_the_database_changes_no_line_and_reads_them_by_index(self) -> None:
        self.log(self.logged())
        for change in (lambda: LogEntry.objects.update(document={}), lambda: LogEntry.objects.all().delete()):
            with self.assertRaises(DatabaseError), transaction.atomic():
                change()
        kitchen = Kitchen.objects.get(slug="galley")
        LogEntry.objects.bulk_create(
            LogEntry(pk=uuid.uuid4(), kitchen=kitchen, at=NOW - timedelta(hours=n), document={}) for n in range(3000)
        )
        with connection.cursor() as cursor:
            cursor.execute("ANALYZE temperatures_logentry")
            cursor.execute(
                "EXPLAIN SELECT document FROM temperatures_logentry WHERE kitchen_id = %s AND at >= %s ORDER BY at",
                [kitchen.pk, NOW - timedelta(days=1)],
            )
            self.assertIn("logged_by_time", "".join(row[0] for row in cursor.fetchall()))


class NightOfTheClockChangeTest(RunTest):
    def test_a_day_of_23_or_25_hours_has_all_its_lines(self) -> None:
        Kitchen.objects.update(settings_document={"time_zone": "Europe/Oslo"})
        for day, hours in (("2027-03-28", 23), ("2027-10-31", 25)):
            first = datetime.fromisoformat(f"{day}T00:00+00:00") - timedelta(hours=1 if hours == 23 else 2)
            times = [first + timedelta(hours=hour) for hour in range(hours + 1)]
            lines = [{**self.event("logged", what="chiller", value=3), "at": one.isoformat()} for one in times]
            log(Kitchen.objects.get(slug="galley"), self.cook, lines, times[-1])
            found = self.json("GET", f"{HERE}?first={day}&last={day}")["entries"]
            self.assertEqual(len(found), hours, day)
