"""./jar demo, serve, adopt and stop: whatever stands in the way ends in a running server or in one plain sentence."""

import os
import signal
import socket
import subprocess
import sys
from unittest import TestCase

from tests.running.checkout import Checkout, free_port, until

SUPERVISOR, WEB, WORKER = ("tools/supervisor.py",), (".venv/bin/gunicorn",), ("manage.py", "work")


class RunningTest(TestCase):
    checkout: Checkout

    @classmethod
    def setUpClass(cls) -> None:
        cls.checkout = Checkout()
        cls.addClassCleanup(cls.checkout.remove)

    def query(self, address: str, words: str) -> str:
        """What a query answers in a database of the checkout."""
        code = f"import psycopg; print(psycopg.connect({address!r}, autocommit=True).execute({words!r}).fetchone()[0])"
        done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True, timeout=30)
        return done.stdout.strip()


class DemoTest(RunningTest):
    def test_it_starts_heals_and_stops(self) -> None:
        """One story, for each chapter costs a start: two starts at once, and then one thing after another is killed."""
        here = self.checkout
        both = [here.begin("demo"), here.begin("demo")]
        for one in both:
            said, _ = one.communicate(timeout=240)
            self.assertEqual(one.returncode, 0, said)
            self.assertIn(f"http://127.0.0.1:{here.port}/", said)
        self.assertTrue(here.answers())
        self.assertEqual(len(here.processes(*SUPERVISOR)), 1)

        with self.subTest("the web server's master is killed"):
            before = here.processes(*WEB)
            os.kill(before[0], signal.SIGKILL)
            self.assertTrue(until(lambda: not set(before) & set(here.processes(*WEB)) and here.answers()))

        with self.subTest("PostgreSQL is killed"):
            os.kill(here.postmaster(), signal.SIGKILL)
            self.assertTrue(until(lambda: here.asked("/readyz")[0] == 503))
            self.assertTrue(until(here.answers))

        with self.subTest("the supervisor is killed"):
            (first,) = here.processes(*SUPERVISOR)
            os.kill(first, signal.SIGKILL)
            self.assertTrue(until(lambda: not here.processes(*WEB) and not here.processes(*WORKER)))
            self.assertEqual(here.jar("demo")[0], 0)
            self.assertTrue(here.answers())

        with self.subTest("it is stopped"):
            self.assertEqual(here.jar("stop")[0], 0)
            self.assertEqual((here.asked("/healthz")[0], here.processes(*WEB)), (0, []))

        with self.subTest("another program has its port"), socket.create_server(("127.0.0.1", here.port)):
            returned, said = here.jar("demo")
            self.assertEqual(returned, 0, said)
            self.assertNotIn(f":{here.port}/", said)
            self.assertIn("Jar Table is on the bench", said)


class ServeTest(RunningTest):
    def test_a_kitchen_is_served_from_a_place_of_its_own(self) -> None:
        here = self.checkout
        returned, said = here.jar("demo")
        self.assertEqual(returned, 0, said)
        here.jar("stop")
        here.jar("database")
        demo = here.address("demo")

        with self.subTest("the demo's password opens nothing that is served"):
            returned, said = here.jar("serve", environment=here.serving(DATABASE_URL=demo))
            self.assertNotEqual(returned, 0)
            self.assertIn("forget_demo", said)

        with self.subTest("a database of before is not left behind"):
            who = "insert into accounts_user (username, password, is_superuser, first_name, last_name, email, is_staff,"
            who += " is_active, date_joined, initials) values ('aa', '!', false, '', '', '', false, true, now(), 'AA')"
            self.query(demo, f"{who} returning username")
            returned, said = here.jar("serve", environment=here.serving())
            self.assertEqual(returned, 1)
            self.assertIn("./jar adopt", said)
            returned, said = here.jar("adopt", environment=here.serving())
            self.assertEqual(returned, 0, said)
            self.assertIn("3 people of the demo are gone", said)
            self.assertEqual(
                self.query(here.address("serve"), "select string_agg(username, ' ') from accounts_user"), "aa"
            )
            self.assertEqual(self.query(demo, "select count(*) from accounts_user"), "4")

        with self.subTest("it never moves to another port by itself"), socket.create_server(("127.0.0.1", here.port)):
            returned, said = here.jar("serve", environment=here.serving())
            self.assertEqual(returned, 1)
            self.assertIn(f"port {here.port} is taken", said)

        serving = here.begin("serve", environment=here.serving())
        self.addCleanup(serving.communicate)
        self.addCleanup(serving.kill)
        self.assertTrue(until(here.answers))
        for words, why in (("demo", "serves a kitchen just now"), ("serve", "it serves already")):
            with self.subTest(words):
                port = str(free_port())
                returned, said = here.jar(words, environment=here.serving(JAR_PORT=port))
                self.assertEqual(returned, 1)
                self.assertIn(why, said)
                self.assertTrue(here.answers())
        with self.subTest("nothing of the kitchen is in the checkout"):
            self.assertFalse((here.folder / ".local/serve/pg").exists())
            self.assertTrue((here.home / "pg/port").exists())
        with self.subTest("a newer schema is not touched"):
            newer = "insert into django_migrations (app, name, applied) values ('formulas', '9999_later', now())"
            self.query(here.address("serve"), f"{newer} returning app")
            here.jar("stop")
            returned, said = here.jar("upgrade", environment=here.serving())
            self.assertEqual(returned, 1)
            self.assertIn("of a newer version", said)
            self.assertFalse(here.answers())
        with self.subTest("an upgrade backs up first, and serves again"):
            here.jar("database", environment=here.serving(JAR_MODE="serve"))
            self.query(here.address("serve"), "delete from django_migrations where name = '9999_later' returning app")
            here.jar("stop")
            upgrading = here.begin("upgrade", environment=here.serving())
            self.addCleanup(upgrading.communicate)
            self.addCleanup(upgrading.kill)
            self.assertTrue(until(here.answers))
            self.assertTrue(list((here.home / "back-ups").glob("before-*.dump")))
