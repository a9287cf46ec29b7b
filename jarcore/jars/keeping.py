"""How long a jar may be kept on raw fish, whatever drives it: by its kind and by its place."""

import math
from dataclasses import dataclass

import numpy as np

from jarcore.data import parameter, said
from jarcore.jars.fade import blend, fade
from jarcore.jars.laid import Laid
from jarcore.jars.window import Binding, Limit


@dataclass(frozen=True, slots=True)
class _Pull:
    """What a jar is made of, as far as it is so [1], and the row it keeps by."""

    share: float
    row: str
    binding: Binding
    reason: str


def keeping(laid: Laid, acidity: float) -> Limit:
    """How long a marinade or soak is kept [min]: each thing that it is pulls the cap toward its own.

    ACIDITY is what can travel [eq/l].
    """
    contact = laid.contents.contact
    salt_pct = laid.contents.salt_pct
    paste, dairy = laid.contents.paste_share, fade(laid.contents.dairy_share, "dairy_from", "dairy_full")
    salty = fade(salt_pct, "salty_liquid_from", "salty_liquid_full") * laid.contents.watery_share
    salty *= (1 - paste) * (1 - laid.contents.coarse_share)
    salted_paste = paste * fade(salt_pct, "salty_paste_from", "salty_paste_full")
    sweet = fade(contact.sugar_g / contact.salt_g if contact.salt_g else 0.0, "sweet_from", "sweet_full")
    pulls = (
        _Pull(salted_paste, "cap_paste", "keeping", "reason/paste"),
        _Pull(salted_paste * sweet, "cap_sweet_paste", "keeping", "reason/sweet-paste"),
        _Pull(salty, "cap_salty_liquid", "salt", "reason/salty-liquid"),
        _Pull(sour_share(laid, acidity), "cap_acid_chiller", "keeping", "reason/acid-chiller"),
        _Pull(dairy, "cap_dairy", "keeping", "reason/dairy"),
        _Pull(
            dairy * fade(salt_pct, "dairy_salted_from", "dairy_salted_full"),
            "cap_dairy_salted",
            "salt",
            "reason/dairy-salted",
        ),
    )
    minutes, last = parameter("cap_no_acid"), _Pull(1.0, "cap_no_acid", "keeping", "reason/no-acid")
    for pull in pulls:
        minutes = blend(minutes, parameter(pull.row), pull.share)
        last = pull if pull.share >= 0.5 else last
    plain = math.isclose(minutes, parameter(last.row))
    reason = said(last.reason) if plain else said("reason/between", minutes=minutes, towards=said(last.reason).text)
    return Limit(minutes=minutes, binding=last.binding, reason=reason, hard=True, rows=(last.row,))


def on_counter(laid: Laid) -> tuple[Limit, ...]:
    """What the counter leaves, by how warm the room is; nothing for what stands cold."""
    if laid.standing.place != "counter":
        return ()
    rooms = ("counter_cool", "counter_mild", "counter_hot")
    caps = ("cap_counter_cool", "cap_counter_mild", "cap_counter_hot")
    celsius = laid.standing.celsius
    minutes = float(np.interp(celsius, [parameter(row) for row in rooms], [parameter(row) for row in caps]))
    reason = said("reason/counter-room", celsius=celsius, minutes=minutes)
    return (Limit(minutes=minutes, binding="keeping", reason=reason, hard=True, rows=caps),)


def sour_share(laid: Laid, acidity: float) -> float:
    """How far a jar is a sour one [1]: by what can travel [eq/l], and by how much of it there is for the fish."""
    if acidity <= 0 or laid.contents.aqueous is None or not laid.fish.edible_g:
        return 0.0
    dose = 1e6 * acidity * laid.contents.aqueous.litres / laid.fish.edible_g
    return fade(acidity, "no_acidity", "full_acidity") * fade(dose, "no_acid_dose", "full_acid_dose")
