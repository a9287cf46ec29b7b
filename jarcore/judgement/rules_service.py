"""Rules about handling, cooking, and who eats."""

from collections.abc import Iterator

from jarcore.data import parameter, rows
from jarcore.jars import CONTACT_KINDS, Contents
from jarcore.judgement.case import Case, Hit

CHILDREN = ("1-3", "4-8", "9-13")
PORK = ("bacon", "lard")
HOT = ("chilli-fresh", "cayenne", "chilli-oil", "sichuan-pepper", "bean-paste-fermented")


def _handling(case: Case) -> Iterator[Hit]:
    document, cook = case.formula.fish, case.cook
    touching = list(case.touching())
    if document and document.state in ("thawed", "frozen"):
        yield "thaw-counter", "/fish/state", None
    if document and document.state == "frozen" and cook.method != "braise":
        for contents in case.jars:
            if contents.jar.kind != "finish":
                yield "frozen-contact", contents.path, None
    for contents, standing in touching:
        if standing.contact_min and standing.contact_min > parameter("cap_dry_brine"):
            yield "keeping-days", f"{contents.path}/method/contact_time", None
        method = contents.jar.method
        if method and (method.after == "rinse" or method.school == "timed_rinse"):
            yield "rinse-sink", contents.path, None
    for contents in case.jars:
        for spec in contents.specs:
            if spec.line.when == "before_heat":
                yield "deferred-salt", f"{contents.path}/lines/{spec.place}", None
    if touching:
        yield "raw-to-cooked", "", None
    if case.formula.sides:
        yield "sides-warm", "/sides", None


def _cooking(case: Case) -> Iterator[Hit]:
    method = case.cook.method
    if method in ("deep_fry", "shallow_fry"):
        yield "hot-oil", "/cook/method", None
    if method == "steam":
        yield "steam-burn", "/cook/method", None
    raw = [jar.composition for jar in case.jars if jar.jar.kind in CONTACT_KINDS]
    if method in ("grill", "top_grill") and any(jar.sugar_g + jar.oil_g > 0 for jar in raw):
        yield "flare-up", "/cook/method", None
    if case.cook.second_fry is not None:
        yield "part-cooked", "/cook/second_fry", None
    for contents in case.jars:
        yield from _by_kind(case, contents)


def _by_kind(case: Case, contents: Contents) -> Iterator[Hit]:
    kind, parts = contents.jar.kind, [i for i, _ in contents.parts()]
    if kind == "batter" and contents.composition.water_g > 0.3 * contents.composition.mass_g:
        yield "batter-time", contents.path, None
    if kind in ("dredge", "wash", "crumb", "batter"):
        yield "coating-leftover", contents.path, None
        if any(i.group in ("flour", "egg") for i in parts):
            yield "raw-flour-egg", contents.path, None
    if kind == "finish" and any(i.group == "egg" for i in parts):
        yield "raw-egg-finish", contents.path, None
    if kind == "filling":
        low = case.core_celsius < parameter("filling_target")
        yield ("filling-low", "/cook/core_target", None) if low else ("filling-core", contents.path, None)
    if kind in ("marinade", "wet_brine") and any(i.id.startswith("stock") or i.alcohol > 3 for i in parts):
        yield "heated-jar-cooling", contents.path, None
    if kind == "finish" and any(i.alcohol > 3 for i in parts):
        yield "alcohol-flame", contents.path, None


def _diners(case: Case) -> Iterator[Hit]:
    held = {i.id: i for contents in case.jars for i, _ in contents.parts()}
    mercury = case.fish.species.mercury if case.fish.species and not case.fish.ambiguous else "best"
    for place, diner in enumerate(case.formula.diners or []):
        avoid, path = set(diner.avoid or []), f"/diners/{place}/avoid"
        met = sorted(avoid & set(case.allergens))
        if met:
            yield "diner-avoids", path, f"A diner avoids {', '.join(met)}, which this formula holds."
        if "alcohol" in avoid and any(i.alcohol > 0.5 for i in held.values()):
            yield "alcohol-avoid", path, None
        if "pork" in avoid and any(name in held for name in PORK):
            yield "pork-avoid", path, None
        if diner.heat is not None and diner.heat < 2 and any(name in held for name in HOT):
            yield "heat-over", f"/diners/{place}/heat", None
        if diner.vulnerable:
            yield "medical-diet", f"/diners/{place}", None
        if diner.age in CHILDREN:
            yield "child-portion", f"/diners/{place}", None
            if mercury != "best":
                yield "mercury-child", f"/diners/{place}", None


def _sodium(case: Case) -> Iterator[Hit]:
    """A third of a day's sodium in one serving, for whoever eats (adults when nobody is named)."""
    ages = {diner.age for diner in case.formula.diners or [] if diner.age} or {"adult"}
    for row in sorted(rows("sodium"), key=lambda row: float(row["daily_mg"])):
        limit = float(row["daily_mg"])
        if row["age"] in ages and case.sodium_mg is not None and case.sodium_mg > limit / 3:
            text = (
                f"One serving holds {case.sodium_mg:.0f} mg of sodium; a day's limit ({row['age']}) is {limit:.0f} mg."
            )
            yield "sodium-high", "/servings", text
            return


RULES = (_handling, _cooking, _diners, _sodium)
