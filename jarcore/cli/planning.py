"""The plan of a service, of files."""

from collections.abc import Mapping
from typing import Any

from jarcore.cli.ends import DONE
from jarcore.cli.files import read, refused, show
from jarcore.cli.rows import pantry_of
from jarcore.documents import NotAFormula, parse, service_object
from jarcore.documents.plan import FORMAT as PLAN
from jarcore.documents.plan import Plan, as_now
from jarcore.documents.refusal import Kind, problem
from jarcore.service import NotInstalled, plan

NOT_INSTALLED = Kind("not_installed", 501, "Not installed")
NOT_EVENTS = Kind("not_events", 400, "Not events")
NOT_A_PLAN = Kind("not_a_plan", 400, "Not a plan")


def planned(
    name: str, rows: str | None, events: str | None, before: str | None, now: str | None, *, search: bool
) -> int:
    """Print the plan of a service."""
    try:
        value, findings = parse(read(name))
        document = service_object(value)
        pantry, _ = pantry_of(rows)
        happened, followed = _events(events), _before(before)
    except NotAFormula as refusal:
        return refused(name, refusal.problem())
    try:
        made = plan(document, pantry, findings, happened, before=followed, now=now, search=search)
    except NotInstalled as missing:
        return refused(name, problem(NOT_INSTALLED, str(missing)))
    show(made)
    return DONE


def _events(name: str | None) -> list[Mapping[str, Any]] | None:
    """What has happened, out of a file: a list of events, or an object that holds one; None without a file."""
    if name is None:
        return None
    value, _ = parse(read(name))
    listed = value.get("events") if isinstance(value, Mapping) else value
    if not isinstance(listed, list) or not all(isinstance(one, Mapping) for one in listed):
        raise NotAFormula(NOT_EVENTS, f"{name}: events are a list of objects.")
    return listed


def _before(name: str | None) -> Plan | None:
    """The plan of before, out of a file."""
    if name is None:
        return None
    value, _ = parse(read(name))
    if not isinstance(value, dict) or value.get("format") != PLAN:
        raise NotAFormula(NOT_A_PLAN, f"{name}: a plan is an object of the format {PLAN}.")
    try:
        return as_now(value)
    except (KeyError, TypeError, AttributeError):
        raise NotAFormula(NOT_A_PLAN, f"{name}: its steps cannot be read.") from None
