"""The words of the interface as the page says them: read from its own catalogue (web/src/words), not written again."""

import json
from functools import cache
from typing import Any

from tests.web.node import node

TELL = """Promise.all(['', '/people', '/amounts', '/day', '/making', '/run', '/temperatures']
  .map((room) => import('@/words' + room)))
  .then((all) => console.log(JSON.stringify(Object.assign({}, ...all))))"""


class Words:
    """Words by name, as `names.amountOf`; a slot {line} is filled by `.format(line=…)`."""

    def __init__(self, *way: str) -> None:
        self._way = way

    def __getattr__(self, name: str) -> Any:
        found = catalogue()
        for step in (*self._way, name):
            if step not in found:
                raise AttributeError(f"the catalogue of words has no {'.'.join((*self._way, name))}")
            found = found[step]
        return Words(*self._way, name) if isinstance(found, dict) else found


@cache
def catalogue() -> dict[str, Any]:
    """All words of the interface, as Node reads them."""
    told = node("--input-type=module", "--eval", TELL)
    if told.returncode:
        raise RuntimeError(told.stderr)
    words: dict[str, Any] = json.loads(told.stdout)
    return words


names, says, terms, people = Words("names"), Words("says"), Words("terms"), Words("people")
amounts, day, making, run = Words("amounts"), Words("day"), Words("making"), Words("run")
temperatures = Words("temperatures")
