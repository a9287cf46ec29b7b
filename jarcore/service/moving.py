"""What it would cost to have a step somewhere else."""

from collections.abc import Mapping
from typing import Any

from jarcore.data import Pantry, sentence
from jarcore.documents.plan import Plan
from jarcore.service.compared import compared
from jarcore.service.planning import plan

NOT_KEPT = ("pin-not-kept", "pin-no-step", "not-a-time", "unstated")


def moved(
    document: Mapping[str, Any], shown: Plan, step: str, at: str, pantry: Pantry, now: str | None = None
) -> tuple[bool, list[str]]:
    """Whether a step of a plan that is SHOWN can begin at a time, and what would be otherwise; or why it cannot.

    Parameters: document, the service; at, a local time of it; now, before which nothing is planned.
    """
    pins = document.get("pins")
    others = [one for one in pins if isinstance(one, dict)] if isinstance(pins, list) else []
    pinned = [*(one for one in others if one.get("step") != step), {"step": step, "at": at}]
    then = plan({**document, "pins": pinned}, pantry, search=False, mends=False, before=shown, now=now)
    mine = f"/pins/{len(pinned) - 1}"
    why = [one["text"] for one in then["notices"] if one["code"] in NOT_KEPT and one["path"].startswith(mine)]
    return not why, why or compared(shown, then) or [sentence("compared/nothing")]
