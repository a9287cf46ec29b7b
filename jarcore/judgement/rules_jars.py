"""Rules about what is in the jars, what they are kept in, and what becomes of them."""

from collections.abc import Iterator

from jarcore.data import Ingredient, cooling_rows, parameter, said
from jarcore.jars import Laid, stuffs
from jarcore.judgement.case import Case, Hit
from jarcore.judgement.held import tells

REACTIVE = ("aluminium", "copper")
RAW = ("flour", "egg")


def _lines(case: Case) -> Iterator[Hit]:
    infants = case.ages("infant")
    for laid in case.jars:
        contents = laid.contents
        for spec in contents.specs:
            where = f"{contents.path}/lines/{spec.place}"
            if tells(spec, "nitrite"):
                yield Hit("curing-salt", where)
            if infants and tells(spec, "honey"):
                yield Hit("honey-infant", where)
            if spec.line.when == "before_heat":
                yield Hit("deferred-salt", where)
    for side in case.sides:
        for spec in side.contents.specs if side.contents else ():
            if tells(spec, "nitrite"):
                yield Hit("curing-salt", f"{side.path}/lines/{spec.place}")


def _vessel(case: Case) -> Iterator[Hit]:
    for laid in case.jars:
        contents = laid.contents
        if laid.method.vessel_material not in REACTIVE:
            continue
        whole = contents.composition
        salty = whole.salt_g > parameter("reactive_salt") * whole.mass_g or contents.lacks(lambda one: one.salt > 0)
        sour = contents.lacks(lambda one: one.acid_g > 0)
        if contents.aqueous and contents.composition.acid_g > 0:
            sour = sour or contents.aqueous.ph() < parameter("reactive_ph")
        if salty or sour:
            yield Hit("reactive-vessel", f"{contents.path}/method/vessel_material")


def _fate(case: Case) -> Iterator[Hit]:
    for laid in case.touching():
        fate, liquid = laid.method.fate, laid.kind.liquid
        path = f"{laid.path}/method/fate"
        if fate == "eaten" and (liquid or laid.comes_off):
            yield Hit("contact-served-raw", path)
        elif fate == "cooked":
            yield Hit("boil-used-jar", path)
        elif liquid:
            yield Hit("used-jar", laid.path)


def _handling(case: Case) -> Iterator[Hit]:
    document = case.formula.fish
    if document and document.state in ("thawed", "frozen"):
        yield Hit("thaw-counter", "/fish/state")
    if document and document.state == "frozen" and case.heat.method != "braise":
        for laid in case.jars:
            if not laid.kind.finishes:
                yield Hit("frozen-contact", laid.path)
    touching = list(case.touching())
    for laid in touching:
        if laid.rinsed:
            yield Hit("rinse-sink", laid.path)
    if touching:
        yield Hit("raw-to-cooked", "")
    if case.sides:
        yield Hit("sides-warm", "/sides")


def _kinds(case: Case) -> Iterator[Hit]:
    for laid in case.jars:
        yield from _by_kind(case, laid)


def _by_kind(case: Case, laid: Laid) -> Iterator[Hit]:
    kind, contents = laid.kind, laid.contents
    if kind.bowl:
        yield from _wetted(laid)
    if kind.coats:
        yield Hit("coating-leftover", laid.path)
        if contents.names(lambda one: one.group in RAW):
            yield Hit("raw-flour-egg", laid.path)
    if stuffs(laid):
        yield (
            Hit("filling-low", "/cook/core_target") if case.under("filling_target") else Hit("filling-core", laid.path)
        )
    slow = next((stage for stage in laid.contents.stages if stage.cooled and stage.cooled.too_slow), None)
    if slow and slow.cooled:
        where = cooling_rows()[slow.cooled.place].name
        words = said("cools-too-slowly", jar=laid.contents.called, where=where)
        yield Hit("cools-too-slowly", slow.deed.path, words, named=True)
    elif laid.boiled_first and not any(stage.cooled for stage in laid.contents.stages):
        yield Hit("heated-jar-cooling", laid.path)
    if kind.finishes:
        if contents.names(lambda one: one.group == "egg"):
            yield Hit("raw-egg-finish", laid.path)
        if contents.flares:
            yield Hit("alcohol-flame", laid.path)


def _wetted(laid: Laid) -> Iterator[Hit]:
    """What stands wetted in a bowl, and the hours it is to stand: it has a clock of its own."""
    contents, standing = laid.contents, laid.standing
    whole = contents.composition
    wet = whole.water_g > parameter("wetted_from") * whole.mass_g or (
        bool(contents.unweighed()) and contents.names(_watery)
    )
    if not wet or not (laid.kind.flows or contents.names(lambda one: one.group in RAW)):
        return
    if laid.kind.flows:
        yield Hit("batter-time", laid.path)
    stands = (standing.contact_min or 0.0) + standing.rest_min
    for above, limit in (
        (parameter("batter_warm"), parameter("batter_warm_limit")),
        (parameter("batter_cool"), parameter("batter_cool_limit")),
    ):
        if standing.celsius > above + parameter("published_slack") and stands > limit:
            words = said("batter-hours", stands=stands, celsius=standing.celsius, limit=limit, above=above)
            yield Hit("batter-hours", f"{laid.path}/method/rest_time", words)
            return


def _watery(ingredient: Ingredient) -> bool:
    return ingredient.water > 100 * parameter("wetted_from")


RULES = (_lines, _vessel, _fate, _handling, _kinds)
