"""The way between a browser and a server, which can be cut: also for what a page's own worker asks."""

import contextlib
import selectors
import socket
import threading

CHUNK = 65_536
LOOPBACK = "127.0.0.1"


class Line:
    """Passes on what comes at its own port to another one of this machine, while it is whole."""

    def __init__(self, behind: int) -> None:
        self.behind, self.port = behind, 0
        self.going = threading.Event()
        self.open: set[socket.socket] = set()
        self.back()

    @property
    def address(self) -> str:
        return f"http://{LOOPBACK}:{self.port}"

    def back(self) -> None:
        """It is whole (again), at the same port."""
        self.listener = socket.create_server((LOOPBACK, self.port), reuse_port=False)
        self.port = self.listener.getsockname()[1]
        self.going.set()
        threading.Thread(target=self._take, args=(self.listener,), daemon=True).start()

    def cut(self) -> None:
        """Nobody is heard at its port, and what was on its way is not either."""
        self.going.clear()
        for one in (self.listener, *self.open):
            with contextlib.suppress(OSError):
                one.shutdown(socket.SHUT_RDWR)
            one.close()
        self.open.clear()

    def _take(self, listener: socket.socket) -> None:
        while self.going.is_set():
            try:
                here, _ = listener.accept()
            except OSError:
                return
            threading.Thread(target=self._pass_on, args=(here,), daemon=True).start()

    def _pass_on(self, here: socket.socket) -> None:
        with contextlib.suppress(OSError), here, socket.create_connection((LOOPBACK, self.behind)) as there:
            self.open |= {here, there}
            ways = {here: there, there: here}
            with selectors.DefaultSelector() as waiting:
                for one in ways:
                    waiting.register(one, selectors.EVENT_READ)
                while True:
                    for key, _ in waiting.select():
                        came_from = here if key.fileobj is here else there
                        got = came_from.recv(CHUNK)
                        if not got:
                            return
                        ways[came_from].sendall(got)
