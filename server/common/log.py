"""The log: one JSON object a line, of bounded length, without what people typed."""

import json
import logging
import traceback
from datetime import UTC, datetime

from django.db import Error

from server.common import request_id

LONGEST_TEXT, MOST_FRAMES = 1000, 12


class Lines(logging.Formatter):
    """A record as a line: when, how grave, of which request, from where, what; of an exception its way."""

    def format(self, record: logging.LogRecord) -> str:
        """The line."""
        told: dict[str, object] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname,
            "request": request_id.current() or None,
            "from": record.name,
            "text": record.getMessage()[:LONGEST_TEXT],
        }
        if record.exc_info and record.exc_info[1] is not None:
            told["error"] = _error(record.exc_info[1])
        return json.dumps(told, ensure_ascii=False)


def _error(error: BaseException) -> dict[str, object]:
    """An exception: its kind, what it says, and the last places on its way.

    What a database says holds the rows that it is about, so it is left out.
    """
    frames = traceback.extract_tb(error.__traceback__)[-MOST_FRAMES:]
    return {
        "kind": type(error).__name__,
        "text": "" if isinstance(error, Error) else str(error)[:LONGEST_TEXT],
        "way": [f"{frame.filename}:{frame.lineno} {frame.name}" for frame in frames],
    }
