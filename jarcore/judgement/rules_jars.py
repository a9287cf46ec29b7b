"""Rules about what is in the jars, what they are kept in, and what becomes of them."""

from collections.abc import Iterator

from jarcore.data import AROMATIC, Ingredient, in_words, parameter
from jarcore.jars import COATS, LIQUIDS, Contents, Standing
from jarcore.judgement.case import Case, Hit
from jarcore.judgement.held import tells

# What comes off the fish after these is a used jar of its own.
TAKEN_OFF = ("scrape", "wipe", "drain")


def _lines(case: Case) -> Iterator[Hit]:
    infants = case.ages("infant")
    for contents in case.jars:
        for spec in contents.specs:
            where = f"{contents.path}/lines/{spec.place}"
            if tells(spec, "nitrite"):
                yield "curing-salt", where, None
            if infants and tells(spec, "honey"):
                yield "honey-infant", where, None
            if spec.line.when == "before_heat":
                yield "deferred-salt", where, None
        if _oily(contents) and contents.names(
            lambda one: one.group == AROMATIC and one.water > parameter("fresh_from")
        ):
            yield "oil-garlic-herb", contents.path, None


def _oily(contents: Contents) -> bool:
    """Whether oil is much of the jar; where something is not weighed it may be."""
    whole = contents.composition
    return whole.oil_g > parameter("oily_from") * whole.mass_g > 0 or (
        bool(contents.unweighed()) and contents.names(lambda one: one.phase == "oil")
    )


def _vessel(case: Case) -> Iterator[Hit]:
    for contents in case.jars:
        material = contents.jar.method.vessel_material if contents.jar.method else None
        if material not in ("aluminium", "copper"):
            continue
        salty = contents.composition.salt_g > 0 or contents.lacks(lambda one: one.salt > 0)
        sour = contents.lacks(lambda one: one.acid_g > 0)
        if contents.aqueous and contents.composition.acid_g > 0:
            sour = sour or contents.aqueous.ph() < parameter("reactive_ph")
        if salty or sour:
            yield "reactive-vessel", f"{contents.path}/method/vessel_material", None


def _fate(case: Case) -> Iterator[Hit]:
    for contents, _ in case.touching():
        method = contents.jar.method
        fate = method.fate if method else None
        liquid = contents.jar.kind in LIQUIDS
        came_off = method is not None and method.after in TAKEN_OFF
        path = f"{contents.path}/method/fate"
        if fate == "eaten" and (liquid or came_off):
            yield "contact-served-raw", path, None
        elif fate == "cooked":
            yield "boil-used-jar", path, None
        elif liquid:
            yield "used-jar", contents.path, None


def _handling(case: Case) -> Iterator[Hit]:
    document = case.formula.fish
    if document and document.state in ("thawed", "frozen"):
        yield "thaw-counter", "/fish/state", None
    if document and document.state == "frozen" and case.cook.method != "braise":
        for contents in case.jars:
            if contents.jar.kind != "finish":
                yield "frozen-contact", contents.path, None
    touching = list(case.touching())
    for contents, _ in touching:
        method = contents.jar.method
        if method and (method.after == "rinse" or method.school == "timed_rinse"):
            yield "rinse-sink", contents.path, None
    if touching:
        yield "raw-to-cooked", "", None
    if case.formula.sides:
        yield "sides-warm", "/sides", None


def _kinds(case: Case) -> Iterator[Hit]:
    for contents, standing in zip(case.jars, case.standings, strict=True):
        yield from _by_kind(case, contents, standing)


def _by_kind(case: Case, contents: Contents, standing: Standing) -> Iterator[Hit]:
    kind = contents.jar.kind
    if kind in ("batter", "wash"):
        yield from _wetted(contents, standing)
    if kind in COATS:
        yield "coating-leftover", contents.path, None
        if contents.names(lambda one: one.group in ("flour", "egg")):
            yield "raw-flour-egg", contents.path, None
    if kind == "finish" and contents.names(lambda one: one.group == "egg"):
        yield "raw-egg-finish", contents.path, None
    if kind == "filling":
        low = case.under("filling_target")
        yield ("filling-low", "/cook/core_target", None) if low else ("filling-core", contents.path, None)
    strong = contents.names(lambda one: one.alcohol > parameter("strong_from"))
    if kind in ("marinade", "wet_brine") and (strong or contents.names(lambda one: "stock" in one.flags)):
        yield "heated-jar-cooling", contents.path, None
    if kind == "finish" and strong:
        yield "alcohol-flame", contents.path, None


def _wetted(contents: Contents, standing: Standing) -> Iterator[Hit]:
    """A wetted batter, and the hours it is to stand: it has a clock of its own."""
    whole = contents.composition
    wet = whole.water_g > parameter("wetted_from") * whole.mass_g or (
        bool(contents.unweighed()) and contents.names(_watery)
    )
    if not wet or (contents.jar.kind == "wash" and not contents.names(lambda one: one.group in ("flour", "egg"))):
        return
    if contents.jar.kind == "batter":
        yield "batter-time", contents.path, None
    for from_c, limit in (("batter_warm", "batter_warm_limit"), ("batter_cool", "batter_cool_limit")):
        stands = (standing.contact_min or 0.0) + standing.rest_min
        if standing.celsius > parameter(from_c) + parameter("published_slack") and stands > parameter(limit):
            text = f"It is to stand {in_words(stands)} at {standing.celsius:.0f} °C; {in_words(parameter(limit))} is the most above {parameter(from_c):.0f} °C."
            yield "batter-hours", f"{contents.path}/method/rest_time", text
            return


def _watery(ingredient: Ingredient) -> bool:
    return ingredient.water > 100 * parameter("wetted_from")


RULES = (_lines, _vessel, _fate, _handling, _kinds)
