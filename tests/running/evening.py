"""A run in a checkout's demo while its processes are killed: what was acknowledged has to be there afterwards."""

import contextlib
import json
import os
import random
import shutil
import signal
import tempfile
import threading
import time
import urllib.request
import uuid
from collections.abc import Callable
from datetime import UTC, datetime
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

from tests.browser.chrome import chrome, close
from tests.browser.pages.run import RunPage
from tests.browser.test_without_network import KEPT
from tests.running.checkout import WEB, WITHIN_S, WORKER, Checkout, until

KITCHEN, NAME, PASSWORD = "ternlund", "mk", "rye-and-caraway"
# How long nobody is killed [s].
PAUSE_S = (0.1, 0.8)
# Something is waited for so long to come through before the next one [s].
THROUGH_S = 8.0


class Person:
    """Somebody who says one thing after another, each until it is acknowledged."""

    def __init__(self, checkout: Checkout) -> None:
        self.address = f"http://127.0.0.1:{checkout.port}"
        self.cookies = CookieJar()
        handlers = (urllib.request.ProxyHandler({}), urllib.request.HTTPCookieProcessor(self.cookies))
        self.opener = urllib.request.build_opener(*handlers)
        self.ask("/api/session")
        self.ask("/api/session", {"username": NAME, "password": PASSWORD})
        self.run = next(one["id"] for one in self.ask(f"/api/kitchens/{KITCHEN}/runs")["items"] if not one["ended_at"])
        self.acknowledged: list[str] = []
        self.over = threading.Event()
        self.speaks = threading.Thread(target=self._speak, daemon=True)

    def ask(self, path: str, body: Any = None) -> Any:
        """What is answered. Raises: OSError where nothing is."""
        token = next((one.value for one in self.cookies if one.name == "csrftoken"), "") or ""
        raw = None if body is None else json.dumps(body).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": token}
        asked = urllib.request.Request(f"{self.address}{path}", raw, headers)
        with self.opener.open(asked, timeout=20) as answer:
            return json.load(answer)

    def _speak(self) -> None:
        while not self.over.is_set():
            name = str(uuid.uuid4())
            event = {"id": name, "version": 1, "do": "happened", "what": "other", "note": "a word"}
            # Sent again until it is answered, as a tablet does.
            while not self.over.is_set() and not self._is_kept({**event, "at": datetime.now(UTC).isoformat()}):
                time.sleep(0.05)
            time.sleep(0.02)

    def _is_kept(self, event: dict[str, Any]) -> bool:
        try:
            path = f"/api/kitchens/{KITCHEN}/runs/{self.run}/events"
            (taken,) = self.ask(path, {"events": [event]})["taken"]
        except (OSError, ValueError):
            return False
        self.acknowledged.append(taken["id"])
        return True

    def comes_through(self, within_s: float = WITHIN_S) -> bool:
        """Whether something more is acknowledged within a time [s]."""
        before = len(self.acknowledged)
        return until(lambda: len(self.acknowledged) > before, within_s)

    def lost(self) -> list[str]:
        """What was acknowledged and is not there, or more than once."""
        events = self.ask(f"/api/kitchens/{KITCHEN}/runs/{self.run}")["events"]
        there = [one["id"] for one in events]
        return [name for name in self.acknowledged if there.count(name) != 1]


class Tablet:
    """A browser with a profile of its own, which outlives it."""

    def __init__(self, checkout: Checkout, person: Person) -> None:
        self.checkout, self.person = checkout, person
        self.profile = Path(tempfile.mkdtemp(prefix="jar-tablet-"))
        self.said: list[str] = []
        self.open()

    def open(self) -> None:
        """On the run; who is killed in the middle has to be let in again, for a browser writes that down late."""
        assert until(self.checkout.answers), "it is back"
        self.driver = chrome(fresh=True, profile=self.profile)
        self.driver.get(f"{self.person.address}/static/icon.svg")
        for one in self.person.cookies:
            self.driver.add_cookie({"name": one.name, "value": one.value or "", "path": "/"})
        self.page = RunPage(self.driver, self.person.address).open(KITCHEN, self.person.run)

    def say_and_be_killed(self) -> None:
        """Something is said, is kept here or has gone, and the browser is gone."""
        self.said.append(f"said {len(self.said)} at {time.time()}")
        self.page.notes(self.said[-1])
        self.page.until(lambda: self.page.unsent() == 0 or self.driver.execute_script(KEPT)[2] > 0, "it is kept")
        for one in Path("/proc").iterdir():
            with contextlib.suppress(OSError, ValueError):
                if one.name.isdigit() and str(self.profile).encode() in (one / "cmdline").read_bytes():
                    os.kill(int(one.name), signal.SIGKILL)
        close(self.driver)
        self.open()

    def lost(self) -> list[str]:
        """What was said here and is not kept by the server, once all is sent."""
        self.page.sent()
        events = self.person.ask(f"/api/kitchens/{KITCHEN}/runs/{self.person.run}")["events"]
        notes = [one.get("note") for one in events]
        return [one for one in self.said if notes.count(one) != 1]

    def remove(self) -> None:
        close(self.driver)
        shutil.rmtree(self.profile, ignore_errors=True)


def killed(checkout: Checkout, moments: int, seed: int) -> tuple[int, list[str]]:
    """Kill what serves a run at MOMENTS that a SEED draws; how much was acknowledged, and what of it is lost."""
    chance = random.Random(seed)
    person = Person(checkout)
    tablet = Tablet(checkout, person)
    victims: list[Callable[[], None]] = [
        lambda: _kill(sorted(set(checkout.processes(*WEB)) - set(checkout.masters()))),
        lambda: _kill(checkout.processes(*WORKER)),
        lambda: _kill([checkout.postmaster()]),
        tablet.say_and_be_killed,
    ]
    try:
        person.speaks.start()
        for moment in range(moments):
            # Something comes through between two of them, unless it takes too long.
            person.comes_through(THROUGH_S)
            time.sleep(chance.uniform(*PAUSE_S))
            # Each of them, and then whichever.
            victims[moment if moment < len(victims) else chance.randrange(len(victims))]()
        assert until(checkout.answers), "it is back"
        assert person.comes_through(), "it goes on"
        person.over.set()
        person.speaks.join(30)
        return len(person.acknowledged), person.lost() + tablet.lost()
    finally:
        person.over.set()
        tablet.remove()


def _kill(processes: list[int]) -> None:
    for one in processes:
        with contextlib.suppress(ProcessLookupError):
            os.kill(one, signal.SIGKILL)
