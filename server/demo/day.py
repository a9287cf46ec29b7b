"""Tonight's service of the demo. Its times go with the clock, so that something always lies ahead."""

import copy
import json
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any
from zoneinfo import ZoneInfo

from django.db import transaction

from server.accounts.models import Kitchen, User
from server.day.services import begin, of_title, save
from server.demo.people import KITCHEN, PEOPLE
from server.formulas.selectors import newest_version_of

TONIGHT = json.loads((Path(__file__).parent / "service.json").read_text(encoding="utf-8"))
TIMES = ("at", "from", "to")
# The first plate leaves so long from now, on the half hour.
AHEAD, ROUND = timedelta(hours=4), timedelta(minutes=30)


def first_plate(now: datetime) -> datetime:
    """When the demo's first plate leaves."""
    ahead = now + AHEAD
    return ahead + (datetime.min.replace(tzinfo=ahead.tzinfo) - ahead) % ROUND


def tonight(kitchen: Kitchen, now: datetime) -> dict[str, Any]:
    """Tonight's service: the template's minutes as times, its titles as the formulas' newest versions."""
    document: dict[str, Any] = copy.deepcopy(TONIGHT)
    zone = ZoneInfo(kitchen.settings.time_zone)
    first = first_plate(now.astimezone(zone))
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
    """Begin tonight's service where it is not there, and move it ahead where it is over."""
    kitchen = Kitchen.objects.filter(slug=KITCHEN).first()
    owner = User.objects.filter(username=PEOPLE[0][0]).first()
    if kitchen is None or owner is None:
        return
    found = of_title(kitchen, TONIGHT["title"])
    if found is None:
        begin(kitchen, owner, tonight(kitchen, now))
    elif found.ends_at < now:
        save(kitchen, owner, found.pk, found.revision, tonight(kitchen, now))
