"""./jar demo, serve, adopt and stop: whatever stands in the way ends in a running server or in one plain sentence."""

import os
import re
import signal
import socket
import ssl
import subprocess
import sys
import time
import urllib.error
import urllib.request
from contextlib import ExitStack
from email.message import Message
from typing import Any
from unittest import TestCase

from server.config.testing import TakesLong
from tests.running.checkout import SUPERVISOR, WEB, WORKER, Checkout, free_port, until
from tests.running.evening import killed
from tests.running.proxy import Proxy

# So often it is killed, at moments that a seed draws; ./jar speed does it two hundred times.
MOMENTS, SEED = 6, 56


class RunningTest(TakesLong, TestCase):
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
        who = "select string_agg(distinct usename, ' ') from pg_stat_activity"
        who += " where datname = 'jar' and pid <> pg_backend_pid()"
        self.assertEqual(self.query(here.address(), who), "jar_app")

        with self.subTest("sixty requests that are half sent hold nobody up"), ExitStack() as sent:
            half = b"POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 4000\r\n\r\n{"
            for at in range(60):
                waiting = sent.enter_context(socket.create_connection(("127.0.0.1", here.port)))
                waiting.sendall(half if at % 2 else half[:30])
            self.assertTrue(all(here.answers() for _ in range(5)))
            # One that comes in pieces is answered all the same, once it is whole.
            with socket.create_connection(("127.0.0.1", here.port), timeout=20) as slow:
                for piece in (b"GET /healthz HT", b"TP/1.1\r\nHost: 127.0.0.1\r\n", b"Connection: close\r\n\r\n"):
                    slow.sendall(piece)
                    time.sleep(0.2)
                self.assertIn(b"200 OK", slow.recv(4096))

        with self.subTest("what is no request is a problem too"):
            before = here.processes(*WEB)
            odd = b"GET /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: %b\r\n\r\n"
            with ExitStack() as sent:
                unread, long = (
                    sent.enter_context(socket.create_connection(("127.0.0.1", here.port), timeout=20)) for _ in range(2)
                )
                # A length that no computer counts to is waited for as any other that does not come.
                long.sendall(odd % (b"9" * 5000))
                unread.sendall(odd % b"many")
                answer = unread.recv(4096)
                self.assertTrue(here.answers())
            self.assertIn(b" 400 ", answer)
            self.assertIn(b"application/problem+json", answer)
            self.assertEqual(here.processes(*WEB), before)

        with self.subTest("behind the shipped proxy"):
            self.behind_the_proxy()

        with self.subTest("killed at moments that a seed draws in the middle of a run, nothing acknowledged is lost"):
            many, lost = killed(here, MOMENTS, SEED)
            self.assertGreaterEqual(many, MOMENTS // 2)
            self.assertEqual(lost, [])

        with self.subTest("the web server's master is killed"):
            self.assertTrue(until(lambda: len(here.masters()) == 1 and here.answers()))
            before = here.processes(*WEB)
            os.kill(here.masters()[0], signal.SIGKILL)
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

    def behind_the_proxy(self) -> None:
        """The configuration in docs/nginx.conf: over TLS, compressed, bounded, and held up by nobody slow."""
        proxy = Proxy(self.checkout.folder / "proxy", self.checkout.port)
        self.addCleanup(proxy.stop)
        trusted = ssl.create_default_context(cafile=str(proxy.certificate))
        address = f"https://127.0.0.1:{proxy.secure}"

        def asked(path: str, **more: Any) -> tuple[int, Message, bytes]:
            opener = urllib.request.build_opener(
                urllib.request.ProxyHandler({}), urllib.request.HTTPSHandler(context=trusted)
            )
            try:
                with opener.open(urllib.request.Request(f"{address}{path}", **more), timeout=20) as answer:
                    return answer.status, answer.headers, answer.read()
            except urllib.error.HTTPError as error:
                return error.code, error.headers, error.read()

        with ExitStack() as sent:
            for _ in range(60):
                slow = trusted.wrap_socket(
                    sent.enter_context(socket.create_connection(("127.0.0.1", proxy.secure))),
                    server_hostname="127.0.0.1",
                )
                slow.sendall(b"POST /api/evaluate HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900000\r\n\r\n{")
                sent.enter_context(slow)
            status, headers, _ = asked("/api/session", headers={"Accept-Encoding": "gzip"})
            self.assertEqual(status, 200)
        self.assertIn("X-Request-ID", headers)
        page = asked("/sign-in")[2].decode()
        script = re.search(r'src="(/static/assets/main[^"]+)"', page)
        assert script
        self.assertEqual(asked(script[1], headers={"Accept-Encoding": "gzip"})[1]["Content-Encoding"], "gzip")
        self.assertEqual(asked("/api/evaluate", data=b"x" * 1_200_000, method="POST")[0], 413)
        self.assertEqual(asked("/readyz")[0], 404)
        # Who tries many passwords is slowed down before the server has to hash any.
        self.assertIn(429, [asked("/api/session")[0] for _ in range(40)])


class ServeTest(RunningTest):
    def test_a_kitchen_is_served_from_a_place_of_its_own(self) -> None:
        here = self.checkout
        # The demo's database, as an earlier version left it for whoever serves now.
        returned, said = here.jar("manage", "demo")
        self.assertEqual(returned, 0, said)
        here.jar("database")
        demo = here.address("demo")

        with self.subTest("the demo's password opens nothing that is served"):
            returned, said = here.jar("serve", environment=here.serving(DATABASE_URL=demo))
            self.assertNotEqual(returned, 0)
            self.assertIn("forget_demo", said)

        with self.subTest("a database of before is not left behind"):
            who = "insert into accounts_user (username, password, is_superuser, first_name, last_name, email, is_staff,"
            who += " is_active, date_joined, initials, tablet_code)"
            who += " values ('aa', '!', false, '', '', '', false, true, now(), 'AA', '')"
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
            returned, said = here.jar("serve", environment=here.serving(JAR_PORT_WAIT="1"))
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
        self.back_up_and_restore()

    def back_up_and_restore(self) -> None:
        """The kitchen's database is destroyed, and put back."""
        here = self.checkout
        address, file, newer = here.address("serve"), here.folder / "kitchen.dump", here.folder / "newer.dump"
        names = "select string_agg(username, ' ') from accounts_user"
        signed_in = "insert into accounts_session (session_key, session_data, expire_date, handle, device, started_at,"
        signed_in += " seen_at) values ('k', '', now() + interval '1 day', gen_random_uuid(), '', now(), now())"
        self.query(address, f"{signed_in} returning session_key")
        returned, said = here.jar("backup", "kitchen.dump")
        self.assertEqual(returned, 0, said)
        self.assertEqual(file.stat().st_mode & 0o777, 0o600)
        self.assertIn("never written over", here.jar("backup", "kitchen.dump")[1])
        self.assertIn("it runs just now", here.jar("restore", "kitchen.dump", "--yes")[1])
        later = "insert into django_migrations (app, name, applied) values ('formulas', '9999_later', now())"
        self.query(address, f"{later} returning app")
        here.jar("backup", "newer.dump")
        self.query(address, "delete from django_migrations where name = '9999_later' returning app")
        here.jar("stop")
        here.jar("database", environment=here.serving(JAR_MODE="serve"))
        self.query(here.address("serve"), "delete from accounts_user returning username")
        for words, why in (
            (("restore", "kitchen.dump"), "nothing was replaced"),
            (("restore", "jar", "--yes"), "no back-up"),
            (("restore", "newer.dump", "--yes"), "of a newer version"),
        ):
            with self.subTest(words):
                returned, said = here.jar(*words)
                self.assertEqual(returned, 1)
                self.assertIn(why, said)
                self.assertEqual(self.query(here.address("serve"), names), "None")
        returned, said = here.jar("restore", str(file), "--yes")
        self.assertEqual(returned, 0, said)
        self.assertEqual(self.query(here.address("serve"), names), "aa")
        # Whoever was signed in then, on a tablet that is lost by now, is not again.
        self.assertEqual(self.query(here.address("serve"), "select count(*) from accounts_session"), "0")
        before = here.address("serve").removesuffix("/jar") + "/jar_before"
        self.assertEqual(self.query(before, names), "None")
        self.assertTrue(newer.exists())
