"""Verbs on what is a kitchen's own: its rows and its Shelf."""

from dataclasses import asdict
from itertools import count
from typing import Any

from django.db import transaction
from django.dispatch import Signal
from django.utils.text import slugify

from jarcore.data import BadPantry, Fault, default_pantry, row_of_label, with_rows
from jarcore.data.kitchen_rows import FORMAT, FORMAT_VERSION
from jarcore.documents import rows_of_a_kitchen
from jarcore.documents.refusal import NOT_A_PANTRY, NOT_VALID
from server.accounts import trail
from server.accounts.kitchen_settings import MOST_SCALES
from server.accounts.models import Kitchen, User
from server.accounts.services import settle
from server.common.kinds import SHELF_FULL, TOO_MANY
from server.common.problems import Problem
from server.feed.services import What, note
from server.pantry.models import OwnRows, ShelfJar

MOST_JARS = 500
# Sent when a kitchen has other rows: what was reckoned with the old ones is reckoned anew.
rows_kept = Signal()


def _bare(part: Any) -> Any:
    """A jar without the ids of jar and lines, but with those that a ratio hangs on."""
    lines = part.get("lines")
    hung_on = [line.get("of") for line in lines if isinstance(line, dict)] if isinstance(lines, list) else []
    held = {name for name in hung_on if isinstance(name, str)}
    kept = {key: value for key, value in part.items() if key not in ("id", "fish_groups")}
    if isinstance(lines, list):
        kept["lines"] = [
            {key: value for key, value in line.items() if key != "id" or (isinstance(value, str) and value in held)}
            for line in lines
            if isinstance(line, dict)
        ]
    return kept


@transaction.atomic
def shelve(kitchen: Kitchen, user: User, jar: dict[str, Any], reason: str) -> ShelfJar:
    """Keep a jar on the kitchen's Shelf. Raises: Problem 422 when it has no name or the Shelf is full."""
    name = jar.get("name")
    if not isinstance(name, str) or not name.strip():
        errors = [{"path": "/jar/name", "text": "Give the jar a name to find it by."}]
        raise Problem(NOT_VALID, "A jar on the Shelf needs a name.", errors=errors)
    if ShelfJar.objects.of(kitchen).count() >= MOST_JARS:
        raise Problem(SHELF_FULL, f"A kitchen keeps {MOST_JARS} jars; take one away first.")
    kept = ShelfJar.objects.create(
        kitchen=kitchen, name=name.strip()[:120], reason=reason.strip()[:400], jar=_bare(jar), saved_by=user
    )
    note(kitchen, What.SHELF)
    return kept


@transaction.atomic
def unshelve(kitchen: Kitchen, user: User, jar: int) -> bool:
    """Take a jar off the Shelf; False when it is not there."""
    gone = ShelfJar.objects.of(kitchen).filter(pk=jar).first()
    if gone is None:
        return False
    gone.delete()
    trail.note(trail.Deed.UNSHELVED, kitchen, user, gone.name)
    note(kitchen, What.SHELF)
    return True


def _hold(kitchen: Kitchen) -> None:
    """Hold the kitchen before its rows, always in this order: whoever changes either waits here."""
    Kitchen.objects.select_for_update().get(pk=kitchen.pk)


@transaction.atomic
def keep_rows(kitchen: Kitchen, user: User, document: object) -> list[Fault]:
    """Keep a kitchen's own rows, all of them at once, its scales among them; gives what of them is not used.

    Raises: Problem 422 for what is no pantry; NotAFormula (413) where there are too many rows.
    """
    rows_of_a_kitchen(document)
    try:
        _, faults = with_rows(default_pantry(), document)
    except BadPantry as error:
        raise Problem(NOT_A_PANTRY, str(error), errors=[{"path": "", "text": str(error)}]) from None
    assert isinstance(document, dict)
    _hold(kitchen)
    trail.note(trail.Deed.ROWS, kitchen, user)
    scales = document.get("scales")
    if isinstance(scales, list):
        # They stand in the kitchen's one record of settings.
        settle(kitchen, user, scales=scales[:MOST_SCALES])
        document = {name: part for name, part in document.items() if name != "scales"}
    _keep(kitchen, user, document)
    return faults


def _keep(kitchen: Kitchen, user: User, document: dict[str, Any]) -> None:
    """Save the rows, and tell everybody that the kitchen's are other ones."""
    rows, new = OwnRows.objects.get_or_create(kitchen=kitchen, defaults={"document": document, "saved_by": user})
    if not new:
        rows.document, rows.saved_by, rows.revision = document, user, rows.revision + 1
        rows.save()
    rows_kept.send(OwnRows, kitchen=kitchen)
    note(kitchen, What.ROWS, mark=rows.revision)


@transaction.atomic
def keep_from_label(kitchen: Kitchen, user: User, label: dict[str, Any]) -> str:
    """Add one row to the kitchen's own, from what its label says; gives its id, made of its name.

    Raises: Problem 422 for a row that cannot be used; nothing is kept then.
    """
    name = label.get("name")
    if not isinstance(name, str) or not name.strip():
        errors = [{"path": "/name", "text": "Give it a name to find it by."}]
        raise Problem(NOT_VALID, errors[0]["text"], errors=errors)
    _hold(kitchen)
    rows = OwnRows.objects.filter(kitchen=kitchen).first()
    document = rows.document if rows else {"format": FORMAT, "format_version": FORMAT_VERSION}
    entries = document.get("ingredients")
    entries = entries if isinstance(entries, list) else []
    taken = {*default_pantry().ingredients, *(one.get("id") for one in entries if isinstance(one, dict))}
    plain = slugify(name, allow_unicode=True)[:60] or "own"
    own = next(one for number in count(1) if (one := plain if number == 1 else f"{plain}-{number}") not in taken)
    row = {**row_of_label({**label, "name": name.strip()[:120]}), "id": own}
    whole = {**document, "ingredients": [*entries, row]}
    place = f"/ingredients/{len(entries)}"
    faults = [fault.text for fault in with_rows(default_pantry(), whole)[1] if fault.path == place]
    if faults:
        raise Problem(NOT_VALID, faults[0], errors=[{"path": "", "text": text} for text in faults])
    keep_rows(kitchen, user, whole)
    return own


@transaction.atomic
def keep_prices(kitchen: Kitchen, user: User, prices: list[Any], currency: str | None) -> None:
    """Keep prices among the kitchen's own rows, each in the place of the one of the same thing; without a price a thing
    has none any more.

    Raises: Problem 422 for what is no price; NotAFormula (413) where there are too many. Nothing is kept then.
    """
    _hold(kitchen)
    rows = OwnRows.objects.filter(kitchen=kitchen).first()
    document = rows.document if rows else {"format": FORMAT, "format_version": FORMAT_VERSION}
    own = {"format": FORMAT, "format_version": FORMAT_VERSION, "ingredients": document.get("ingredients")}
    sent = [one for one in prices if not isinstance(one, dict) or one.get("price") is not None]
    faults = with_rows(default_pantry(), {**own, "fish": document.get("fish"), "prices": sent, "currency": currency})[1]
    told = (fault for fault in faults if fault.path.startswith(("/prices", "/currency")))
    wrong = [{"path": _typed_at(prices, sent, fault.path), "text": fault.text} for fault in told]
    if wrong:
        raise Problem(NOT_VALID, wrong[0]["text"], errors=wrong)
    others = document.get("prices")
    renewed = {_thing(one) for one in prices}
    kept = [one for one in (others if isinstance(others, list) else []) if _thing(one) not in renewed]
    whole = {**document, "prices": [*kept, *sent]}
    rows_of_a_kitchen(whole)
    trail.note(trail.Deed.ROWS, kitchen, user)
    _keep(kitchen, user, whole if currency is None else {**whole, "currency": currency})


@transaction.atomic
def tell_settled(kitchen: Kitchen, user: User) -> None:
    """Tell everybody that what a pantry takes from the kitchen's settings is otherwise."""
    _hold(kitchen)
    rows = OwnRows.objects.filter(kitchen=kitchen).first()
    _keep(kitchen, user, rows.document if rows else {"format": FORMAT, "format_version": FORMAT_VERSION})


def _thing(price: Any) -> tuple[Any, Any]:
    """What a price is of."""
    return (price.get("ingredient"), price.get("fish")) if isinstance(price, dict) else (None, None)


def _typed_at(prices: list[Any], sent: list[Any], path: str) -> str:
    """Where what stands at a path among what was SENT stands among all PRICES that were typed."""
    parts = path.split("/")
    if parts[1] != "prices" or len(parts) < 3:
        return path
    one = sent[int(parts[2])]
    return f"/prices/{next(at for at, other in enumerate(prices) if other is one)}"


@transaction.atomic
def keep_scales(kitchen: Kitchen, user: User, scales: list[Any]) -> None:
    """Keep the kitchen's scales in its settings; without any the usual ones are taken.

    Raises: Problem 422 when one cannot be, or there are too many; nothing is kept then.
    """
    if len(scales) > MOST_SCALES:
        errors = [{"path": "/scales", "text": f"A kitchen keeps {MOST_SCALES} scales; take some away."}]
        raise Problem(TOO_MANY, errors[0]["text"], errors=errors)
    own = {"format": FORMAT, "format_version": FORMAT_VERSION, "scales": scales}
    faults = with_rows(default_pantry(), own)[1]
    if faults:
        errors = [asdict(fault) for fault in faults]
        raise Problem(NOT_VALID, faults[0].text, errors=errors)
    _hold(kitchen)
    settle(kitchen, user, scales=scales or None)
    rows = OwnRows.objects.filter(kitchen=kitchen).first()
    _keep(kitchen, user, rows.document if rows else {"format": FORMAT, "format_version": FORMAT_VERSION})
