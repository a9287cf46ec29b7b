"""Runs the application and looks after it: its PostgreSQL, the web server and the worker of the queue.

One of it runs for a mode of a checkout: it holds a lock as long as it lives, so that no stale file can say otherwise.
What ends is started again, after longer and longer pauses; what it started ends with it, even when it is killed.
"""

import argparse
import ctypes
import fcntl
import os
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Sequence
from dataclasses import dataclass, field
from pathlib import Path
from types import FrameType
from urllib.parse import urlsplit

ROOT = Path(__file__).parents[1]
LOOK_EVERY_S = 0.5
DATABASE_EVERY_S = 2.0
# What has run for so long began well: the next pause is a short one again.
BEGAN_WELL_S = 30.0
LONGEST_PAUSE_S = 30.0
STOP_WITHIN_S = 15.0
PR_SET_PDEATHSIG = 1
WORKER = ("manage.py", "work")


def _end_with_parent() -> None:
    """Let the kernel end a child when this process is gone, however it went."""
    ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)


@dataclass
class Child:
    """One program that is kept running."""

    name: str
    command: Sequence[str]
    process: subprocess.Popen[bytes] | None = None
    started: float = 0.0
    pause: float = 0.0
    due: float = field(default_factory=time.monotonic)

    def look(self) -> None:
        """Start it when it is due; note when it has ended."""
        now = time.monotonic()
        if self.process is not None and self.process.poll() is not None:
            self.pause = 1.0 if now - self.started > BEGAN_WELL_S else min(LONGEST_PAUSE_S, 2 * self.pause or 1.0)
            self.due, ended = now + self.pause, self.process.returncode
            self.process = None
            _say(f"{self.name} ended ({ended}); it starts again in {self.pause:.0f} s")
        if self.process is None and now >= self.due:
            self.started = now
            self.process = subprocess.Popen(self.command, cwd=ROOT, preexec_fn=_end_with_parent)  # noqa: PLW1509

    def stop(self) -> None:
        """Ask it to end."""
        if self.process is not None and self.process.poll() is None:
            self.process.terminate()

    def wait(self, until: float) -> None:
        """Wait for its end; then do not ask any more."""
        if self.process is None:
            return
        try:
            self.process.wait(max(0.1, until - time.monotonic()))
        except subprocess.TimeoutExpired:
            _say(f"{self.name} did not end by itself")
            self.process.kill()
            self.process.wait()


def _say(words: str) -> None:
    print(f"{time.strftime('%Y-%m-%d %H:%M:%S')} {words}", file=sys.stderr, flush=True)


def main(arguments: Sequence[str]) -> int:
    """Run until told to stop."""
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--lock", type=Path, required=True, help="held while it runs; its number is written into it")
    asked.add_argument("--own-database", action="store_true", help="PostgreSQL is ours: start it again when it is gone")
    asked.add_argument("web", nargs=argparse.REMAINDER, help="the web server's command")
    told = asked.parse_args(arguments)
    lock = told.lock.open("a+")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        _say("it runs already")
        return 1
    lock.truncate(0)
    lock.write(str(os.getpid()))
    lock.flush()
    return _run(told.web, told.own_database)


def _listens(address: str) -> bool:
    """Whether anything listens at a database's address."""
    parts = urlsplit(address)
    try:
        socket.create_connection((parts.hostname or "127.0.0.1", parts.port or 5432), timeout=2).close()
    except OSError:
        return False
    return True


def _run(web: Sequence[str], own_database: bool) -> int:
    children = [
        Child("web server", web),
        Child("worker", [sys.executable, *WORKER]),
    ]
    stopping = False

    def stop(_number: int, _frame: FrameType | None) -> None:
        nonlocal stopping
        stopping = True

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    looked = time.monotonic()
    while not stopping:
        if own_database and time.monotonic() - looked > DATABASE_EVERY_S:
            if not _listens(os.environ["DATABASE_URL"]):
                _say("PostgreSQL does not answer; it is started")
                subprocess.run([ROOT / "jar", "database"], cwd=ROOT, check=False, stdout=subprocess.DEVNULL)
            looked = time.monotonic()
        for child in children:
            child.look()
        time.sleep(LOOK_EVERY_S)
    for child in children:
        child.stop()
    until = time.monotonic() + STOP_WITHIN_S
    for child in children:
        child.wait(until)
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
