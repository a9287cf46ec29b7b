"""Deferred salt: past the salt limit of a long jar its salt goes on just before heat. It is only proposed."""

from collections.abc import Iterator

from jarcore.documents import Finding, Patch, found
from jarcore.jars import Laid
from jarcore.jars.spec import in_jar


def defer_salt(laid: Laid) -> Iterator[Finding]:
    """Finding `defer-salt`, with a patch, when the planned time is past a limit that salt sets."""
    window, planned = laid.window, laid.standing.contact_min
    if window is None or planned is None or not laid.kind.liquid or window["binding"] != "salt":
        return
    salts = [
        spec for spec in laid.contents.specs if spec.ingredient and spec.ingredient.group == "salt" and in_jar(spec)
    ]
    if planned <= window["latest_min"] or not salts:
        return
    patch: Patch = [
        {
            "op": "replace" if spec.line.when else "add",
            "path": f"{laid.path}/lines/{spec.place}/when",
            "value": "before_heat",
        }
        for spec in salts
    ]
    yield found("defer-salt", laid.path, patch, latest=window["latest_min"], planned=planned)
