"""What else happens: a jar is spilled, fish weighs otherwise than planned, a reduction is over or under."""

from dataclasses import replace

from jarcore.data import said
from jarcore.documents import Patch
from jarcore.documents.patches import put, tidy
from jarcore.documents.pointers import steps_of
from jarcore.formula import prepare
from jarcore.questions.correct.mishap import SAME, Choice, Mishap
from jarcore.questions.correct.more import more_of
from jarcore.questions.correct.weighed import Weighed, for_fish, left
from jarcore.questions.solve.amounts import amounts_of
from jarcore.questions.solve.writing import rounded_g, written

WATER = "water"


def mends_of_spilled(weighed: Weighed, spilled_g: float) -> tuple[Mishap, list[Choice]]:
    """Part of what was in is lost: weigh it again, take less fish, or go on with less."""
    mishap, amounts = weighed.mishap, weighed.amounts
    inside = sorted(weighed.inside) or [place for place, mass in enumerate(weighed.masses) if mass > 0]
    together = float(weighed.masses[inside].sum())
    if together <= 0:
        return mishap, []
    share = min(spilled_g / together, 1.0)
    lost_g = {place: rounded_g(float(weighed.masses[place]) * share, mishap.pantry.scales) for place in inside}
    again = [f"{grams:.4g} g of {amounts.specs[place].called}" for place, grams in lost_g.items() if grams > 0]
    masses = weighed.masses.copy()
    for place, grams in lost_g.items():
        masses[place] = max(0.0, masses[place] - grams)
    lost = replace(mishap, as_it_is=written(masses, amounts))
    choices = [lost.choice("again", said("correct/spilled-again", what=again), mishap.as_it_is)]
    fish = replace(weighed, mishap=lost, masses=masses, inside=frozenset(inside))
    return lost, [*choices, *for_fish(fish), left(lost)]


def mends_of_fish(weighed: Weighed, fish: Patch) -> tuple[Mishap, list[Choice]]:
    """The fish weighs otherwise: what is not in yet follows it, or everything stays as it was."""
    mishap = weighed.mishap
    planned, then = mishap.amounts.laid.fish.edible_g, prepare(mishap.patched(fish), mishap.pantry)
    now = then.fish.edible_g
    if not fish or not planned or not now:
        return mishap, []
    grown = amounts_of(then, mishap.jar, (), {}, ())
    stays = [*fish, *written(weighed.masses, grown)]
    as_it_is = replace(mishap, as_it_is=stays)
    choices = []
    if weighed.outside:
        masses = weighed.masses.copy()
        follow = [place for place in weighed.outside if abs(grown.now_g[place] - masses[place]) > SAME * masses[place]]
        # What is written whatever the fish weighs follows it as well: that is what is asked.
        masses[weighed.outside] *= now / planned
        masses[follow] = grown.now_g[follow]
        patch = [*fish, *written(masses, grown)]
        choices.append(as_it_is.choice("follow", said("correct/fish-follows", fish=now, times=now / planned), patch))
    choices.append(as_it_is.choice("stay", said("correct/fish-stays", fish=now), stays))
    return as_it_is, choices


def mends_of_reduction(mishap: Mishap, wanted_g: float, now_g: float) -> tuple[Mishap, list[Choice]]:
    """Boiled down too far, or not far enough: water back to what was meant, or on with what there is.

    WANTED_G is what it was to be reduced to, NOW_G what the scale says [g].
    """
    off = now_g - wanted_g
    as_it_is = replace(mishap, as_it_is=_reduced_to(mishap, now_g) or _more_water(mishap, off, wanted_g))
    choices = []
    if off < 0:
        choices.append(as_it_is.choice("water", said("correct/reduced-water", grams=-off, wanted=wanted_g), []))
    elif off > 0:
        choices.append(as_it_is.choice("boil-on", said("correct/reduced-on", grams=off, wanted=wanted_g), []))
    if as_it_is.as_it_is:
        choices.append(left(as_it_is))
    return as_it_is, choices


def _reduced_to(mishap: Mishap, now_g: float) -> Patch:
    """The jar whose making reduces it to what the scale says [g]; empty where no making does."""
    deeds = mishap.planned.jars[mishap.jar].contents.deeds
    way = next((steps_of(deed.path) for deed in reversed(deeds) if deed.to_g is not None and deed.row.boils), None)
    return [put([*way, "to_mass"], {"value": tidy(now_g, 5), "unit": "g"})] if way else []


def _more_water(mishap: Mishap, grams: float, wanted_g: float) -> Patch:
    """The jar as it is, with so much more water [g] for each gram that it was to weigh; empty without enough."""
    amounts = mishap.amounts
    more = grams * amounts.whole_g / wanted_g
    place = next((spec.place for spec in amounts.specs if spec.ingredient and spec.ingredient.id == WATER), None)
    now = 0.0 if place is None else float(amounts.now_g[place])
    return more_of(mishap, WATER, more, place) if now + more >= 0 and more else []
