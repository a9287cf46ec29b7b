"""gunicorn's threaded worker, but for one thing: a request gets a thread once all of it is there, not while it comes.

Sixty requests that were half sent held every thread before. Now they wait in one place that costs nothing, and are
dropped when they take too long. What is larger than is looked at ahead gets a thread with the rest still to come; a
connection that then says nothing for a while is given up.
"""

import json
import re
import select
import socket
import struct
import threading
import time
from contextlib import suppress
from typing import Any

from gunicorn import util
from gunicorn.workers.gthread import TConn, ThreadWorker

# So much of a request is looked at ahead [bytes]; a document of a kitchen is smaller.
AHEAD = 65_536
# All of a request has to come within this, and then each part of it [s].
WHOLE_S, SILENT_S = 15.0, 10.0
LOOK_EVERY_S = 0.5
HEAD_ENDS = b"\r\n\r\n"
LENGTH = re.compile(rb"^content-length:[ \t]*(\d{1,12})", re.IGNORECASE | re.MULTILINE)
# Who asks whether to go on sends the rest only when told to.
CONTINUES = re.compile(rb"^expect:[ \t]*100-continue", re.IGNORECASE | re.MULTILINE)
# What the kernel is told: seconds and microseconds.
TIMES = (socket.SO_RCVTIMEO, socket.SO_SNDTIMEO)


def is_whole(sock: socket.socket) -> bool:
    """Whether all of a request has come, or as much of it as is looked at ahead. It is only looked at, not taken.

    A connection that is closed is whole too: there is nothing to wait for.
    """
    try:
        come = sock.recv(AHEAD, socket.MSG_PEEK | socket.MSG_DONTWAIT)
    except BlockingIOError:
        return False
    except OSError:
        return True
    head = come.find(HEAD_ENDS)
    if head < 0:
        return not come or len(come) >= AHEAD
    if CONTINUES.search(come, 0, head):
        return True
    told = LENGTH.search(come, 0, head)
    wanted = head + len(HEAD_ENDS) + (int(told[1]) if told else 0)
    return len(come) >= min(wanted, AHEAD)


def write_problem(sock: socket.socket, status: int, reason: str, _more: str) -> None:
    """What is no request at all is answered by gunicorn itself, before any application sees it: as a problem too."""
    detail = "This could not be read as a request. Load the page again."
    told = {"type": "about:blank", "title": reason, "status": status, "detail": detail, "errors": []}
    body = json.dumps(told)
    head = f"HTTP/1.1 {status} {reason}\r\nConnection: close\r\nContent-Type: application/problem+json\r\n"
    util.write_nonblock(sock, f"{head}Content-Length: {len(body)}\r\n\r\n{body}".encode("latin1"))


util.write_error = write_problem


class WholeRequests(ThreadWorker):
    """The worker. Connections whose request is still coming are watched by one thread beside it."""

    def init_process(self) -> None:
        """Begin to watch, and to work."""
        self._coming: dict[int, tuple[TConn, float]] = {}
        self._held = threading.Lock()
        self._news = select.epoll()
        threading.Thread(target=self._watch, daemon=True, name="requests that are coming").start()
        super().init_process()

    def enqueue_req(self, conn: TConn) -> None:
        """Give a connection a thread, now or once its request is there."""
        # One that is gone already is found to be so by whoever reads from it.
        with suppress(OSError):
            for option in TIMES:
                conn.sock.setsockopt(socket.SOL_SOCKET, option, struct.pack("ll", int(SILENT_S), 0))
        # What follows on a kept connection may have been read already, with the request before it.
        read_ahead = conn.parser is not None and conn.parser.unreader.buf.getvalue()
        if read_ahead or is_whole(conn.sock):
            self._give(conn)
            return
        with self._held:
            self._coming[conn.sock.fileno()] = conn, time.monotonic() + WHOLE_S
            # Told at each arrival, and once now for what has come since it was looked at.
            self._news.register(conn.sock.fileno(), select.EPOLLIN | select.EPOLLRDHUP | select.EPOLLET)

    def _give(self, conn: TConn) -> None:
        conn.data_ready = True
        super().enqueue_req(conn)

    def _watch(self) -> None:
        while True:
            arrived = self._news.poll(LOOK_EVERY_S)
            now = time.monotonic()
            with self._held:
                gone = [number for number, (_, until) in self._coming.items() if until < now]
                ready = [number for number, _ in arrived if number in self._coming and is_whole(self._sock(number))]
                for number in {*ready, *gone}:
                    self._news.unregister(number)
                    conn, _ = self._coming.pop(number)
                    # On the worker's own thread, which counts its connections.
                    self.method_queue.defer(self._give if number in ready else self._drop, conn)

    def _sock(self, number: int) -> Any:
        return self._coming[number][0].sock

    def _drop(self, conn: TConn) -> None:
        self.nr_conns -= 1
        conn.close()
