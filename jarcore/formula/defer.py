"""Deferred salt: past the salt limit of a long jar its salt goes on just before heat. The bench only proposes it."""

from jarcore.data import in_words
from jarcore.documents import notice
from jarcore.documents.evaluation import Window
from jarcore.jars import LIQUIDS, Contents, Standing
from jarcore.reading import Quantities


def defer_salt(contents: Contents, window: Window | None, standing: Standing, read: Quantities) -> None:
    """Notice `defer-salt`, with a patch, when the planned time is past a limit that salt sets."""
    if (
        window is None
        or contents.jar.kind not in LIQUIDS
        or window["binding"] != "salt"
        or standing.contact_min is None
    ):
        return
    if standing.contact_min <= window["latest_min"]:
        return
    salts = [
        spec
        for spec in contents.specs
        if spec.ingredient and spec.ingredient.group == "salt" and spec.line.when in (None, "jar")
    ]
    if not salts:
        return
    text = (
        f"Salt spoils this after {in_words(window['latest_min'])}; {in_words(standing.contact_min)} is planned. "
        "Leave the salt out of the jar and put it on just before heat: that step cannot be skipped."
    )
    patch = [
        {
            "op": "replace" if spec.line.when else "add",
            "path": f"{contents.path}/lines/{spec.place}/when",
            "value": "before_heat",
        }
        for spec in salts
    ]
    read.notices.append(notice("defer-salt", contents.path, text, patch))
