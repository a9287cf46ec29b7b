"""The making of a jar as it is shown: each step in words, its minutes, what it leaves; and what cannot be done."""

from collections.abc import Iterator

from jarcore.data import cooling_rows, parameter, said, sentence
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_jar import MadeStep
from jarcore.jars.contents import Contents
from jarcore.jars.making import Stage

# The sentence of each deed where nothing more is said of it.
PLAIN = {
    "weigh": "making/weigh",
    "grind": "making/grind",
    "heat": "making/heat",
    "boil_off": "making/boil",
    "reduce": "making/reduce",
    "steep": "making/steep",
    "cool": "making/cool",
    "strain": "making/strain",
    "rest": "making/rest",
    "rinse_pot": "making/rinse",
}
# A reduction that misses its mass by less than this share of it has come to it [1].
NEAR = 0.01


def made_steps(contents: Contents) -> list[MadeStep]:
    """Each step of the making as the evaluation shows it."""
    return [
        {
            "id": stage.deed.step.id,
            "do": stage.deed.row.do,
            "text": words_of(stage, contents),
            "minutes": stage.minutes,
            "proposed": stage.proposed,
            "hands": stage.deed.row.hands,
            "station": stage.deed.row.station or None,
            "lines": [contents.specs[place].line.id for place in stage.lines],
            "mass_g": stage.mass_g,
            "celsius": stage.celsius,
            "alcohol_left": stage.alcohol_left,
        }
        for stage in contents.stages
    ]


def words_of(stage: Stage, contents: Contents) -> str:
    """What is done, in a cook's words."""
    deed = stage.deed
    names = [contents.specs[place].called.lower().partition(",")[0] for place in stage.lines]
    what = said("making/things", names=names).text if names else sentence("making/it")
    key = PLAIN[deed.row.do]
    values = {"what": what, "minutes": deed.minutes or stage.minutes, "celsius": stage.celsius}
    if stage.lots > 1 and deed.lot_g:
        key, values = "making/grind-lots", {**values, "lots": stage.lots, "lot": deed.lot_g}
    elif deed.row.do == "heat" and deed.to_c is not None:
        key = "making/heat-to"
    elif deed.row.do == "reduce" and deed.to_g is not None:
        key, values = "making/reduce-to", {**values, "mass": deed.to_g}
    elif stage.cooled:
        key, values = "making/cool", {**values, "where": cooling_rows()[stage.cooled.place].name}
    elif deed.row.do == "rinse_pot" and deed.water_g:
        key, values = "making/rinse-with", {**values, "water": deed.water_g}
    parts = [sentence(key, **values)]
    if deed.left_g:
        parts.append(sentence("making/left", left=deed.left_g))
    if deed.step.note:
        parts.append(sentence("making/note", note=deed.step.note))
    return " ".join(parts)


def making_findings(contents: Contents) -> Iterator[Finding]:
    """What of a making cannot be done as it is written: a mass that is not reached, cold that never comes."""
    before = 0.0
    for stage in contents.stages:
        deed = stage.deed
        inside = stage.mass_g + deed.left_g
        if deed.to_g is not None and deed.row.boils and stage.mass_g:
            if inside > deed.to_g * (1 + NEAR):
                yield found("reduced-too-far", f"{deed.path}/to_mass", wanted=deed.to_g, least=inside)
            elif inside < deed.to_g * (1 - NEAR):
                yield found("reduced-to-more", f"{deed.path}/to_mass", wanted=deed.to_g, there=inside)
        if deed.left_g and not stage.mass_g and before:
            yield found("left-in-pot", f"{deed.path}/left_in_pot", left=deed.left_g, there=before)
        if stage.cooled and stage.cooled.never:
            to_c = parameter("cold_holding") if deed.to_c is None else deed.to_c
            yield found("never-cools", deed.path, celsius=to_c, where=cooling_rows()[stage.cooled.place].name)
        before = stage.mass_g
