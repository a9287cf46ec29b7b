"""Rules about who eats: what they avoid, what children and the vulnerable may not have, and how much sodium."""

from collections.abc import Iterator

from jarcore.data import Said, avoided_by, bare, parameter, rows, said
from jarcore.jars import Laid
from jarcore.jars.spec import Spec
from jarcore.judgement.case import CHILDREN, Case, Hit
from jarcore.judgement.held import ALWAYS_PRESENT, held_in, tells

ADULT = "adult"
# What has a caution of its own when a diner avoids it.
OWN_CODES = {"alcohol": "alcohol-avoid", "pork": "pork-avoid"}


def _avoids(case: Case) -> Iterator[Hit]:
    held = held_in(case.sides, case.jars)
    if any(one.path == "/diners" for one in case.found):
        yield Hit("avoid-unknown", "/diners", said("avoid-unknown/diners"))
    for place, diner in enumerate(case.diners):
        path, met = f"/diners/{place}/avoid", set[str]()
        if case.unread(path):
            yield Hit("avoid-unknown", path, said("avoid-unknown/unread"))
        for word in filter(bare, diner.avoid or []):
            meant = set(avoided_by(word))
            # Milk is not coconut milk: by its name a thing is known only where the word says nothing else.
            met |= meant & held if meant else {word} if _is_in(word, case) else set()
            if not meant and not _is_known(word, case):
                yield Hit("avoid-unknown", path, said("avoid-unknown", word=word))
        plain = sorted(met - set(OWN_CODES))
        if plain:
            yield Hit("diner-avoids", path, said("diner-avoids", what=plain), _without(case, met - set(OWN_CODES)))
        for what in sorted(met & set(OWN_CODES)):
            yield Hit(OWN_CODES[what], path, do=_without(case, {what}))


def _without(case: Case, met: set[str]) -> Said | None:
    """What is to be left out for a diner who avoids some things: the lines and sides that bring them."""
    if ALWAYS_PRESENT in met:
        return said("do/no-fish")
    bring = [spec.called for laid in case.jars for spec in laid.contents.specs if met & spec.held]
    bring += [one.side.name for one in case.sides if one.side.name and met & one.holds]
    return said("do/leave-out", what=list(dict.fromkeys(bring))) if bring else None


def _called(word: str, *names: str) -> bool:
    """Whether all that is said is part of one of the names."""
    said = set(bare(word).split())
    return bool(said) and any(said <= set(bare(name).split()) for name in names)


def _is_in(word: str, case: Case) -> bool:
    """Whether something of the formula is called so: an ingredient, the fish, a side."""
    species = [one for one in (case.fish.species, *case.fish.candidates) if one is not None]
    return (
        any(_called(word, i.id, i.name, *i.synonyms) for laid in case.jars for i in laid.contents.named)
        or any(_called(word, s.line.ingredient or "") for laid in case.jars for s in laid.contents.specs)
        or any(_called(word, one.id, one.name, *one.synonyms) for one in species)
        or any(_called(word, one.side.name or "") for one in case.sides)
        or any(_called(word, i.id, i.name, *i.synonyms) for one in case.sides for i in one.named)
    )


def _is_known(word: str, case: Case) -> bool:
    """Whether the pantry has anything that is called so."""
    known = (case.pantry.ingredients.values(), case.pantry.species.values())
    return any(_called(word, one.id, one.name, *one.synonyms) for kind in known for one in kind)


def _ages(case: Case) -> Iterator[Hit]:
    held = held_in(case.sides, case.jars)
    portions = {row["age"]: Said(f"portion/{row['age']}", row) for row in rows("portions")}
    for place, diner in enumerate(case.diners):
        path = f"/diners/{place}"
        if diner.heat is not None and diner.heat < parameter("heatless_below") and "hot" in held:
            yield Hit("heat-over", f"{path}/heat")
        if case.vulnerable(place):
            yield Hit("medical-diet", path)
        if diner.age in CHILDREN:
            yield Hit("child-portion", path, portions[diner.age])
            if case.fish.mercury != "best":
                yield Hit("mercury-child", path)


def _uncooked(case: Case) -> Iterator[tuple[Laid, Spec]]:
    """Lines that reach the plate without heat of their own: of a finish, put on the plate, or of a fish served raw."""
    for laid in case.jars:
        served = case.heat.raw or laid.kind.finishes
        for spec in laid.contents.specs:
            if served or spec.line.when == "plate":
                yield laid, spec


def _tasted(laid: Laid, spec: Spec, case: Case) -> bool:
    """Whether a line is a drink, or brings more than a trace of alcohol to a serving; what is not known may be much."""
    mass, one = laid.contents.masses[spec.place], spec.ingredient
    if one is None or one.alcohol > parameter("strong_from") or mass is None or not case.servings:
        return True
    return mass * one.alcohol / 100 / case.servings > parameter("alcohol_trace")


def _not_for_all(case: Case) -> Iterator[Hit]:
    """Alcohol that is not cooked off, and raw egg, for those who may not have them."""
    children, vulnerable = case.ages(*CHILDREN), case.anyone_vulnerable
    for laid, spec in _uncooked(case):
        where = f"{laid.path}/lines/{spec.place}"
        if children and tells(spec, "alcohol") and _tasted(laid, spec, case):
            yield Hit("alcohol-child", where)
        if vulnerable and tells(spec, "raw-egg") and not tells(spec, "pasteurised"):
            yield Hit("raw-egg-vulnerable", where)
    for side in case.sides:
        if children and "alcohol" in side.holds:
            yield Hit("alcohol-child", side.path)
        if "honey" in side.holds and case.ages("infant"):
            yield Hit("honey-infant", side.path)
    for laid in case.touching():
        if children and laid.method.fate in ("cooked", "eaten") and "alcohol" in laid.contents.held:
            yield Hit("alcohol-child", f"{laid.path}/method/fate")


def _sodium(case: Case) -> Iterator[Hit]:
    """More than a share of a day's sodium in one serving, for whoever eats (adults when nobody is named)."""
    if case.sodium is None:
        return
    ages = {diner.age or ADULT for diner in case.diners} or {ADULT}
    known, most = case.sodium.mg, case.sodium.most_mg
    for row in sorted(rows("sodium"), key=lambda row: float(row["daily_mg"])):
        limit = float(row["daily_mg"])
        # What an adult's fish has of its own is no seasoning: the usual measure of salt is not called high for it.
        own = case.sodium.own_mg if row["age"] == ADULT else 0.0
        high = limit * parameter("sodium_share") + own
        if row["age"] not in ages or most <= high:
            continue
        key = "sodium-high"
        if case.sodium.unstated:
            key = "sodium-high/at-least"
        elif known <= high:
            key = "sodium-high/up-to"
        yield Hit(
            "sodium-high", "/servings", said(key, known=known, age=row["age"], limit=limit, most=most), _saltiest(case)
        )
        return


def _saltiest(case: Case) -> Said | None:
    """Where salt is to be taken out first: the jar that leaves most on the fish."""
    layers = [(laid.salt.step.stays_g, laid.contents.called) for laid in case.jars if laid.salt is not None]
    grams, jar = max(layers, default=(0.0, ""))
    return said("do/less-salt", jar=jar) if grams > 0 else None


RULES = (_avoids, _ages, _not_for_all, _sodium)
