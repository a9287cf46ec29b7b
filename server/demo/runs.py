"""The demo's runs: tonight's in the middle of it, and three that are over, played by their plans with a steady hand."""

import random
import uuid
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any

from server.accounts.models import Kitchen, User
from server.day.services import begin as begin_service
from server.runs import services
from server.runs.selectors import plan_of, runs

# So many seconds a step is early or late where nothing goes wrong, and by how much one goes wrong [min].
STEADY_S, SLIP_MIN = (-40, 110), 6
# How far off a steady hand pours [1].
POURS = 0.003
NOTES = ("the oil was slow", "short of a pair of hands", "all as planned")


def past(kitchen: Kitchen, owner: User, document: dict[str, Any], seed: int) -> None:
    """A service that is over, cooked as planned but for what always happens."""
    chance = random.Random(seed)  # noqa: S311  (the same demo each time)
    service = begin_service(kitchen, owner, document)
    began = datetime.fromisoformat(service.plan["starts_at"])
    run = services.begin(kitchen, owner, service.pk, began)
    events = list(_played(plan_of(run)[0], chance))
    last = max(datetime.fromisoformat(one["at"]) for one in events)
    note = NOTES[seed % len(NOTES)]
    events.append(_event(chance, "happened", last, what="other", note=note))
    events.append(_event(chance, "ended", last + timedelta(minutes=4)))
    services.take(kitchen, owner, run.pk, events, last + timedelta(minutes=5))


def end(kitchen: Kitchen, owner: User, now: datetime) -> None:
    """End the runs that go on: their evening is over."""
    for run in runs(kitchen, None):
        if run.ended_at is None:
            chance = random.Random(run.pk)  # noqa: S311  (the same demo each time)
            services.take(kitchen, owner, run.pk, [_event(chance, "ended", now)], now)


def _played(plan: dict[str, Any], chance: random.Random) -> Iterator[dict[str, Any]]:
    """Everything that a plan asks for, done nearly when it does."""
    slip = chance.randrange(len(plan["steps"]))
    for place, step in enumerate(plan["steps"]):
        if step["press"] == "none":
            continue
        by = (step["calls"] or [None])[0]
        done = step["press"] == "done"
        at = datetime.fromisoformat(step["end"] if done else step["start"])
        at += timedelta(seconds=chance.randint(*STEADY_S), minutes=SLIP_MIN if place == slip else 0)
        for gate in step["gates"]:
            read = gate["least"] if gate["least"] is not None else gate["most"]
            off = chance.uniform(0.4, 2.4) * (1 if gate["least"] is not None else -1)
            value = {} if read is None else {"value": round(read + off, 1), "unit": gate["unit"], "source": "typed"}
            yield _event(chance, "passed", at, step=step["id"], gate=gate["id"], held=True, by=by, **value)
        for amount in step["amounts"]:
            # On the scale, as near as a hand pours.
            value = round(amount["mass_g"] * (1 + chance.gauss(0, POURS)), 1)
            line = amount["line"] or amount["name"]
            says = {"course": step["course"], "jar": amount["jar"], "line": line, "meant": amount["mass_g"]}
            yield _event(
                chance, "weighed", at, step=step["id"], by=by, value=value, unit="g", **says, source="simulated"
            )
        yield _event(chance, "done" if done else "started", at, step=step["id"], by=by)


def _event(chance: random.Random, do: str, at: datetime, **says: Any) -> dict[str, Any]:
    name = uuid.UUID(int=chance.getrandbits(128), version=4)
    return {"id": str(name), "version": 1, "do": do, "at": at.isoformat(), "source": "pressed", **says}
