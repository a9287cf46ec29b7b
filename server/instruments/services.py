"""What hands do with the simulated instruments."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from django.db import transaction

from jarcore.devices import NotDone, World
from jarcore.devices import press as pressed
from server.accounts.models import Kitchen
from server.common.kinds import NOT_DONE, NOT_FOUND
from server.common.problems import Problem
from server.instruments.models import Panel
from server.instruments.selectors import milliseconds, simulated

NO_SUCH = "There is no simulated instrument of this name."


def press(kitchen: Kitchen, name: str, deed: str, says: Mapping[str, Any], world: World, now: datetime) -> None:
    """Do something with a simulated instrument: put something on it, into something, make it wrong, mend it.

    Raises: Problem 404 where there is none of this name; 422 where that cannot be done with it.
    """
    with transaction.atomic():
        Panel.objects.get_or_create(kitchen=kitchen)
        panel = Panel.objects.select_for_update().get(kitchen=kitchen)
        one = simulated(kitchen, panel.document, name, world, now)
        if one is None:
            raise Problem(NOT_FOUND, NO_SUCH)
        try:
            put = pressed(one, deed, says, milliseconds(now))
        except NotDone as refused:
            raise Problem(NOT_DONE, str(refused), errors=[{"path": "", "text": str(refused)}]) from None
        panel.document = {**panel.document, name: put.model_dump(mode="json")}
        panel.save(update_fields=["document"])
