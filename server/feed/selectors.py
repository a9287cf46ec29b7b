"""What changed in a kitchen since a number."""

from dataclasses import dataclass, field

from server.accounts.models import Kitchen
from server.feed.models import Change

# More than this and a page is quicker in asking anew for all it shows.
MOST = 200


@dataclass(frozen=True, slots=True)
class News:
    """What changed, up to the number LAST; WHOLE when it is too much to tell, so that all must be asked anew."""

    last: int
    whole: bool = False
    changes: list[Change] = field(default_factory=list)


def news(kitchen: Kitchen, after: int) -> News:
    """What changed since AFTER, oldest first. One indexed read, and none at all when nothing changed.

    A number that the kitchen has not reached yet is from before a back-up was put back: then nothing is known.
    """
    if after == kitchen.changes:
        return News(after)
    if after > kitchen.changes:
        return News(kitchen.changes, whole=True)
    changes = list(Change.objects.filter(kitchen=kitchen, number__gt=after).order_by("number")[: MOST + 1])
    if len(changes) > MOST:
        return News(kitchen.changes, whole=True)
    return News(changes[-1].number if changes else kitchen.changes, changes=changes)
