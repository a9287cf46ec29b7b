"""Which program reckoned an answer, by which tables, of which commit, with which pantry: what `engine` says.

"jarcore 0.9.0 tables:1f0c93be72aa commit:4f2a91c3e0d2 pantry:shipped"
"""

import hashlib
import json
from functools import cache
from typing import Any

from jarcore.commit import DIGITS, commit
from jarcore.data.pantry import Pantry
from jarcore.data.tables import FOLDER
from jarcore.version import VERSION

SHIPPED = "shipped"


def digest(content: bytes) -> str:
    """The first digits of a content's SHA-256."""
    return hashlib.sha256(content).hexdigest()[:DIGITS]


def digest_of_rows(document: Any) -> str:
    """The digest of a kitchen's own rows: of their JSON with keys in order and nothing between."""
    return digest(json.dumps(document, sort_keys=True, separators=(",", ":"), default=repr).encode())


@cache
def core() -> str:
    """What decides what is answered: the version of the core and the digest of its tables."""
    files = sorted(path for path in FOLDER.iterdir() if path.suffix in (".csv", ".json"))
    return f"jarcore {VERSION} tables:{digest(b''.join(path.name.encode() + path.read_bytes() for path in files))}"


def program() -> str:
    """The core and its commit."""
    return f"{core()} commit:{commit()}"


def engine(pantry: Pantry) -> str:
    """What an answer says it was made by: the program, and the pantry, shipped or with own rows."""
    return f"{program()} pantry:{pantry.own or SHIPPED}"


def by_this_core() -> str:
    """How `engine` begins in what this core would answer alike: commits that changed neither version nor tables are set
    aside, and so is the pantry, which is looked after by itself.
    """
    return f"{core()} "


def is_by_this_core(said: object) -> bool:
    """Whether an answer that was kept would be answered alike now, by what its `engine` says."""
    return isinstance(said, str) and said.startswith(by_this_core())
