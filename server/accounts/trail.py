"""The audit trail: what was done in a kitchen, when and by whom. It is only ever added to."""

from collections.abc import Iterable

from server.accounts.models import Deed, Entry, Kitchen, Membership, User

__all__ = ["Deed", "note", "note_everywhere"]

LONGEST, LONGEST_WHO = 400, 310


def note(deed: Deed, kitchen: Kitchen, by: User | None, about: str = "") -> None:
    """Add a line: what, in which kitchen, by whom (None for the program itself), and of what."""
    _note_all(deed, [kitchen.pk], by, about)


def note_everywhere(deed: Deed, by: User, about: str = "") -> None:
    """Add a line about a person to each of their kitchens."""
    _note_all(deed, Membership.objects.filter(user=by).values_list("kitchen_id", flat=True), by, about)


def _note_all(deed: Deed, kitchens: Iterable[int], by: User | None, about: str) -> None:
    """Add the same line to several kitchens; what a script did says by which token."""
    named = f"{by.called} · {by.token.name}" if by and by.token else by.called if by else ""
    who = {"person": by.pk, "name": named[:LONGEST_WHO], "initials": by.initials} if by else {}
    Entry.objects.bulk_create([Entry(kitchen_id=one, deed=deed, about=about[:LONGEST], **who) for one in kitchens])
