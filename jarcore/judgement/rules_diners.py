"""Rules about who eats: what they avoid, what children and the vulnerable may not have, and how much sodium."""

from collections.abc import Iterator

from jarcore.data import avoided_by, bare, parameter, rows
from jarcore.jars import Contents
from jarcore.jars.weighing import Spec
from jarcore.judgement.case import CHILDREN, Case, Hit
from jarcore.judgement.held import held_in, side_holds, tells

# What has a caution of its own when a diner avoids it.
OWN_CODES = {"alcohol": "alcohol-avoid", "pork": "pork-avoid"}


def _avoids(case: Case) -> Iterator[Hit]:
    held = held_in(case.formula, case.jars)
    if any(notice["path"] == "/diners" for notice in case.read.notices):
        yield "avoid-unknown", "/diners", "What was typed of who eats is not understood."
    for place, diner in enumerate(case.diners):
        path, met = f"/diners/{place}/avoid", set[str]()
        if case.unread(path):
            yield "avoid-unknown", path, "What was typed of what a diner avoids is not understood."
        for word in filter(bare, diner.avoid or []):
            meant = set(avoided_by(word))
            # Milk is not coconut milk: by its name a thing is known only where the word says nothing else.
            met |= meant & held if meant else {word} if _is_in(word, case) else set()
            if not meant and not _is_known(word, case):
                text = f"A diner avoids “{word[:40]}”, which this tool does not know: it cannot be held against what is in the jars."
                yield "avoid-unknown", path, text
        plain = sorted(met - set(OWN_CODES))
        if plain:
            yield "diner-avoids", path, f"A diner avoids {', '.join(plain)}, which this formula holds."
        for what in sorted(met & set(OWN_CODES)):
            yield OWN_CODES[what], path, None


def _called(word: str, *names: str) -> bool:
    """Whether all that is said is part of one of the names."""
    said = set(bare(word).split())
    return bool(said) and any(said <= set(bare(name).split()) for name in names)


def _is_in(word: str, case: Case) -> bool:
    """Whether something of the formula is called so: an ingredient, the fish, a side."""
    species = [one for one in (case.fish.species, *case.fish.candidates) if one is not None]
    return (
        any(_called(word, i.id, i.name, *i.synonyms) for contents in case.jars for i in contents.named)
        or any(_called(word, s.line.ingredient or "") for contents in case.jars for s in contents.specs)
        or any(_called(word, one.id, one.name, *one.synonyms) for one in species)
        or any(_called(word, side.name or "") for side in case.formula.sides or [])
    )


def _is_known(word: str, case: Case) -> bool:
    """Whether the pantry has anything that is called so."""
    known = (case.pantry.ingredients.values(), case.pantry.species.values())
    return any(_called(word, one.id, one.name, *one.synonyms) for kind in known for one in kind)


def _ages(case: Case) -> Iterator[Hit]:
    held = held_in(case.formula, case.jars)
    words = {row["age"]: row["words"].format(grams=row["grams"]) for row in rows("portions")}
    for place, diner in enumerate(case.diners):
        path = f"/diners/{place}"
        if diner.heat is not None and diner.heat < parameter("heatless_below") and "hot" in held:
            yield "heat-over", f"{path}/heat", None
        if case.vulnerable(place):
            yield "medical-diet", path, None
        if diner.age in CHILDREN:
            yield "child-portion", path, words[diner.age]
            if case.fish.mercury != "best":
                yield "mercury-child", path, None


def _uncooked(case: Case) -> Iterator[tuple[Contents, Spec]]:
    """Lines that reach the plate without heat of their own: of a finish, put on the plate, or of a fish served raw."""
    for contents in case.jars:
        for spec in contents.specs:
            if contents.jar.kind == "finish" or spec.line.when == "plate" or case.cook.method == "none":
                yield contents, spec


def _not_for_all(case: Case) -> Iterator[Hit]:
    """Alcohol that is not cooked off, and raw egg, for those who may not have them."""
    children, vulnerable = case.ages(*CHILDREN), case.anyone_vulnerable
    for contents, spec in _uncooked(case):
        where = f"{contents.path}/lines/{spec.place}"
        if children and tells(spec, "alcohol"):
            yield "alcohol-child", where, None
        if vulnerable and tells(spec, "raw-egg") and not tells(spec, "pasteurised"):
            yield "raw-egg-vulnerable", where, None
    for place, side in enumerate(case.formula.sides or []):
        brings = side_holds(side)
        if children and "alcohol" in brings:
            yield "alcohol-child", f"/sides/{place}", None
        if "honey" in brings and case.ages("infant"):
            yield "honey-infant", f"/sides/{place}", None
    for contents, _ in case.touching():
        method = contents.jar.method
        if children and method and method.fate in ("cooked", "eaten") and "alcohol" in contents.held:
            yield "alcohol-child", f"{contents.path}/method/fate", None


def _sodium(case: Case) -> Iterator[Hit]:
    """A third of a day's sodium in one serving, for whoever eats (adults when nobody is named)."""
    if case.sodium is None:
        return
    ages = {diner.age or "adult" for diner in case.diners} or {"adult"}
    known, most = case.sodium.mg, case.sodium.most_mg
    for row in sorted(rows("sodium"), key=lambda row: float(row["daily_mg"])):
        limit = float(row["daily_mg"])
        if row["age"] not in ages or most <= limit * parameter("sodium_share"):
            continue
        at_least = "at least " if case.sodium.unstated else ""
        text = f"One serving holds {at_least}{known:.0f} mg of sodium; a day's limit ({row['age']}) is {limit:.0f} mg."
        if case.sodium.unstated:
            text += " How much more is not known: something salty is not stated."
        elif known <= limit * parameter("sodium_share"):
            text += f" It may be up to {most:.0f} mg, by what is written as a range or not stated."
        yield "sodium-high", "/servings", text
        return


RULES = (_avoids, _ages, _not_for_all, _sodium)
