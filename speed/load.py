"""Many clients at once: an evaluation within a kitchen beside an empty endpoint of the same server."""

import http.client
import json
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from urllib.parse import urlsplit

EXAMPLE = Path(__file__).parents[1] / "examples/char-citrus.jar.json"
CLIENTS, ASKED = (1, 8, 32), 320
MOST_TIMES = 5


class Client:
    """One client: a kept connection, signed in."""

    def __init__(self, address: str) -> None:
        parts = urlsplit(address)
        self.connection = http.client.HTTPConnection(parts.hostname or "", parts.port, timeout=30)
        self.headers = {"Content-Type": "application/json", "Accept-Encoding": "gzip"}

    def ask(self, method: str, path: str, body: object = None) -> tuple[int, float]:
        """The status, and how long it took [ms]."""
        started = time.perf_counter()
        raw = None if body is None else json.dumps(body)
        self.connection.request(method, path, raw, self.headers)
        answer = self.connection.getresponse()
        answer.read()
        spent = (time.perf_counter() - started) * 1000
        for told in answer.msg.get_all("Set-Cookie") or ():
            name, _, value = told.partition(";")[0].partition("=")
            self._keep(name, value)
        return answer.status, spent

    def _keep(self, name: str, value: str) -> None:
        cookies = dict(one.split("=", 1) for one in self.headers.get("Cookie", "").split("; ") if one)
        self.headers["Cookie"] = "; ".join(f"{k}={v}" for k, v in {**cookies, name: value}.items())
        if name == "csrftoken":
            self.headers["X-CSRFToken"] = value

    def sign_in(self) -> "Client":
        """Signed in as the demo's owner."""
        self.ask("GET", "/api/session")
        self.ask("POST", "/api/session", {"username": "mk", "password": "rye-and-caraway"})
        return self


def late_ms(address: str, clients: int, method: str, path: str, body: object = None) -> float:
    """The 95th percentile of so many clients asking at once [ms]."""
    first = Client(address).sign_in()
    some = [Client(address) for _ in range(clients)]
    for one in some:
        one.headers = dict(first.headers)

    def asks(one: Client) -> list[float]:
        found = [one.ask(method, path, body) for _ in range(ASKED // clients)]
        assert all(status == 200 for status, _ in found), found[0]
        return [spent for _, spent in found]

    with ThreadPoolExecutor(clients) as pool:
        spent = sorted(one for each in pool.map(asks, some) for one in each)
    return spent[int(0.95 * (len(spent) - 1))]


def report(address: str) -> None:
    """Print the 95th percentile of both for each number of clients, and their ratio."""
    document = json.loads(EXAMPLE.read_text(encoding="utf-8"))
    asked = ("POST", "/api/kitchens/ternlund/ask/evaluate", {"document": document})
    late_ms(address, 8, *asked)
    print(f"load, 95th percentile [ms]; an evaluation is to reach {MOST_TIMES} times an empty endpoint")
    for clients in CLIENTS:
        empty, evaluated = late_ms(address, clients, "GET", "/healthz"), late_ms(address, clients, *asked)
        print(f"  {clients:2} clients: empty {empty:6.1f}, evaluate {evaluated:6.1f}, {evaluated / empty:.1f} times")
