"""The demo's services and what it has made ahead. Times go with the clock, so that something always lies ahead."""

import copy
import json
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any
from zoneinfo import ZoneInfo

from django.db import transaction

from server.accounts.clock import now_in, set_right
from server.accounts.models import Kitchen, User
from server.day.selectors import batches
from server.day.services import Made, begin, keep_batch, of_title, save
from server.demo.people import KITCHEN, PEOPLE
from server.demo.runs import end as end_runs
from server.demo.runs import past as past_run
from server.demo.temperatures import logged
from server.formulas.selectors import newest_version_of
from server.runs.selectors import runs
from server.runs.services import begin as begin_run

DEMO = json.loads((Path(__file__).parent / "services.json").read_text(encoding="utf-8"))
TIMES = ("at", "from", "to")
# Tonight's first plate leaves so long from now, on the half hour; tomorrow's at noon.
PAST_DAYS, PAST_TITLE = (3, 2, 1), "Crew lunch"
AHEAD, ROUND, NOON = timedelta(hours=4), timedelta(minutes=30), 12


def _first_plates(now: datetime) -> tuple[datetime, datetime]:
    """When the first plates of tonight and of tomorrow leave, by the clock of the kitchen."""
    ahead = now + AHEAD
    tonight = ahead + (datetime.min.replace(tzinfo=ahead.tzinfo) - ahead) % ROUND
    return tonight, (tonight + timedelta(days=1)).replace(hour=NOON, minute=0, second=0, microsecond=0)


def _dated(kitchen: Kitchen, template: dict[str, Any], first: datetime) -> dict[str, Any]:
    """A service: the template's minutes as times from its first plate, its titles as the formulas' newest versions."""
    document: dict[str, Any] = copy.deepcopy(template)
    document["timezone"] = kitchen.settings.time_zone
    for plate in document["plates"]:
        for name in TIMES:
            if name in plate:
                plate[name] = (first + timedelta(minutes=plate[name])).strftime("%Y-%m-%dT%H:%M")
    for course in document["courses"]:
        version = newest_version_of(kitchen, course.pop("title"))
        course["formula"] = version.document
        course["version"] = {"formula": version.formula_id, "number": version.number}
    return document


@transaction.atomic
def shift(now: datetime) -> None:
    """Begin the demo's services where they are not there, and move ahead those that are over; and make its batches."""
    kitchen = Kitchen.objects.filter(slug=KITCHEN).first()
    owner = User.objects.filter(username=PEOPLE[0][0]).first()
    if kitchen is None or owner is None:
        return
    # What is over is so by the kitchen's own clock, which may have been played ahead; the new one begins at real time.
    shown = now_in(kitchen, now)
    playing = of_title(kitchen, DEMO["services"][0]["title"])
    if playing is not None and playing.ends_at >= shown:
        now = shown
    there = now.astimezone(ZoneInfo(kitchen.settings.time_zone))
    if not batches(kitchen):
        for one in DEMO["batches"]:
            version = newest_version_of(kitchen, one["title"])
            jar = next(jar for jar in version.document["jars"] if jar["id"] == one["jar"])
            made = Made(
                formula=version.formula_id,
                version=version.number,
                jar=one["jar"],
                document=jar,
                name=f"{jar['name']}, {one['title']}",
                mass_g=one["mass_g"],
                made_at=now - timedelta(hours=one["hours_ago"]),
            )
            keep_batch(kitchen, owner, made)
    tonight, tomorrow = DEMO["services"]
    if not runs(kitchen, None):
        for days in PAST_DAYS:
            first = _first_plates(there)[1] - timedelta(days=days + 1)
            past_run(kitchen, owner, {**_dated(kitchen, tomorrow, first), "title": PAST_TITLE}, days)
        logged(kitchen, owner, there)
    for template, first in zip((tonight, tomorrow), _first_plates(there), strict=True):
        found, document = of_title(kitchen, template["title"]), _dated(kitchen, template, first)
        if template is tonight:
            # What is to be done before now has been done.
            document["began"] = there.strftime("%Y-%m-%dT%H:%M")
        if found is None:
            found = begin(kitchen, owner, document)
        elif found.ends_at < shown:
            if template is tonight:
                end_runs(kitchen, owner, shown)
                set_right(kitchen)
            found = save(kitchen, owner, found.pk, found.revision, document)
        else:
            continue
        if template is tonight:
            begin_run(kitchen, owner, found.pk, now)
