"""How a number is reached: the formula's own numbers, the equation in words, the rows it rests on."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import AROMATIC, Ingredient, Pantry, default_pantry, in_words, parameters
from jarcore.documents import Evaluation
from jarcore.formula import evaluate
from jarcore.formula.prepare import Prepared, prepare
from jarcore.jars import Contents
from jarcore.substances.acidity import ACIDS

MOST_STEPS = 8


class Step(TypedDict):
    """One step: words, and its number in `unit` (None for words alone)."""

    text: str
    value: float | None
    unit: str


class Row(TypedDict):
    """A row that a number rests on."""

    name: str
    value: str
    source: str
    confidence: str


class Explanation(TypedDict):
    """How one reading is reached."""

    title: str
    equation: str
    steps: list[Step]
    rests_on: list[Row]


@dataclass(frozen=True, slots=True)
class Asked:
    """What the explainers look at."""

    ready: Prepared
    answer: Evaluation
    place: int

    @property
    def contents(self) -> Contents:
        """The jar that is asked about."""
        return self.ready.jars[self.place]

    @property
    def edible_g(self) -> float | None:
        """Edible weight [g]."""
        return self.ready.fish.edible_g


def explain(document: Mapping[str, Any], name: str, jar: int, pantry: Pantry | None = None) -> Explanation | None:
    """How the reading NAME of jar JAR (or window, ledger, cook) is reached; None for what is not explained."""
    stock = pantry or default_pantry()
    ready = prepare(document, stock)
    made = EXPLAINERS.get(name)
    of_jar = name not in ("salt_g_per_serving", "cook")
    if made is None or (of_jar and not 0 <= jar < len(ready.jars)):
        return None
    return made(Asked(ready, evaluate(document, stock), jar))


def _step(text: str, value: float | None = None, unit: str = "") -> Step:
    return {"text": text, "value": value, "unit": unit}


def _rows(*names: str) -> list[Row]:
    known = parameters()
    found = (known[name] for name in names if name in known)
    return [
        {"name": p.name.replace("_", " "), "value": f"{p.value:g} {p.unit}".strip(), "source": p.source, "confidence": p.confidence}
        for p in found
    ]  # fmt: skip


def _ingredient_rows(parts: list[tuple[Ingredient, float]], said: Callable[[Ingredient], str]) -> list[Row]:
    return [{"name": i.name, "value": said(i), "source": i.source, "confidence": i.confidence} for i, _ in parts]


def _share(what: str, of: Callable[[Ingredient], float], title: str, to_fish: bool) -> Callable[[Asked], Explanation]:
    """A reading that adds up what the lines bring and divides by the fish or by the jar."""

    def made(asked: Asked) -> Explanation:
        bringing = [(i, m) for i, m in asked.contents.parts() if of(i) * m > 1e-6]
        bringing.sort(key=lambda part: -of(part[0]) * part[1])
        brought = [(i, m, of(i) * m / 100) for i, m in bringing]
        total = sum(grams for _, _, grams in brought)
        base = asked.edible_g if to_fish else asked.contents.composition.mass_g
        against = "edible weight of the fish" if to_fish else "the whole jar"
        steps = [
            _step(f"{i.name}: {m:.4g} g holds {of(i):.3g} g of {what} in 100 g", grams, "g")
            for i, m, grams in brought[:MOST_STEPS]
        ]
        if len(brought) > MOST_STEPS:
            steps.append(_step("all other lines together", sum(g for _, _, g in brought[MOST_STEPS:]), "g"))
        steps += [_step(f"{what} in all", total, "g"), _step(against, base, "g")]
        if base:
            steps.append(_step(title, total / base * 100, "%"))
        rows = _ingredient_rows(bringing[:MOST_STEPS], lambda i: f"{of(i):.3g} g/100 g")
        return {"title": title, "equation": f"{what} in all lines, divided by {against}, times 100", "steps": steps, "rests_on": rows}  # fmt: skip

    return made


def _acid(key: str, per: str, title: str) -> Callable[[Asked], Explanation]:
    def made(asked: Asked) -> Explanation:
        reading = asked.answer["jars"][asked.place]["reading"]
        lines = asked.answer["jars"][asked.place]["lines"]
        steps = [_step(f"{line['name']}", line["acid_meq"], "meq") for line in lines if (line["acid_meq"] or 0) > 0.05]
        whole = asked.contents.aqueous.titratable_meq() if asked.contents.aqueous else None
        steps += [
            _step("base that brings the whole jar to pH 8.2, buffers included", whole, "meq"),
            _step("the whole jar", reading["mass_g"], "g"),
            _step(title, reading[key], "%"),  # type: ignore[literal-required]
        ]
        return {
            "title": title,
            "equation": f"titratable acid (base to pH 8.2) times {parameters()[per].value:g} g per equivalent, per 100 g of the jar",
            "steps": steps,
            "rests_on": _rows(per, "titration_end_ph") + _sour_rows(asked),
        }

    return made


def _sour_rows(asked: Asked) -> list[Row]:
    sour = [(i, m) for i, m in asked.contents.parts(contact=True) if i.acid is not None]
    return _ingredient_rows(sour[:MOST_STEPS], lambda i: f"{i.acid_g:.2g} g acid/100 g")


def _ph(asked: Asked) -> Explanation:
    jar = asked.contents.aqueous
    steps: list[Step] = []
    if jar is not None:
        steps.append(_step("watery part of the jar", jar.litres * 1000, "ml"))
        steps += [_step(f"{name} acid", molar, "mol/l") for name, molar in zip(ACIDS, jar.acids, strict=True) if molar > 1e-6]  # fmt: skip
        if jar.strong_ions:
            steps.append(_step("strong ions that hold some of it back (potassium above all)", jar.strong_ions, "eq/l"))
        if jar.buffer:
            steps.append(_step("protein that binds some of it", jar.buffer, "mol/l per pH"))
        steps.append(_step("pH at which all charges balance", jar.ph(), ""))
    return {
        "title": "pH",
        "equation": "acids, strong ions and buffers of all lines are added up, then the pH is solved at which the charges balance; pH values are never averaged",
        "steps": steps,
        "rests_on": _sour_rows(asked),
    }


def _oil_to_acid(asked: Asked) -> Explanation:
    def volume(fits: Callable[[Ingredient], bool]) -> list[tuple[str, float]]:
        return [(i.name, m / i.density_g_ml) for i, m in asked.contents.parts() if fits(i)]

    oils, sours = volume(lambda i: i.phase == "oil"), volume(lambda i: i.sour)
    steps = [*(_step(f"oil: {name}", ml, "ml") for name, ml in oils), *(_step(f"sour: {name}", ml, "ml") for name, ml in sours)]  # fmt: skip
    reading = asked.answer["jars"][asked.place]["reading"]["oil_to_acid_volume"]
    return {
        "title": "Oil to acid, by volume",
        "equation": "millilitres of oils and fats for each millilitre of what is sour",
        "steps": [*steps, _step("oil to acid", reading, ": 1")],
        "rests_on": [],
    }


def _hydration(asked: Asked) -> Explanation:
    flours = [(i, m) for i, m in asked.contents.parts() if i.group == "flour"]
    wet = sum(i.water * m / 100 for i, m in asked.contents.parts() if i.group != "flour")
    steps = [_step(f"flour: {i.name}", m, "g") for i, m in flours]
    steps += [_step("water in everything else", wet, "g")]
    steps.append(_step("Water to flour", asked.answer["jars"][asked.place]["reading"]["hydration_pct"], "%"))
    return {
        "title": "Water to flour",
        "equation": "water of all that is no flour, per 100 g of flours and starches",
        "steps": steps,
        "rests_on": _ingredient_rows(flours, lambda i: f"{i.water:.3g} g water/100 g"),
    }


def _alcohol(asked: Asked) -> Explanation:
    strong = [(i, m) for i, m in asked.contents.parts() if i.alcohol * m > 1e-6]
    steps = [_step(f"{i.name}: {m:.4g} g holds {i.alcohol:.3g} g of alcohol in 100 g", i.alcohol * m / 100, "g") for i, m in strong]  # fmt: skip
    reading = asked.answer["jars"][asked.place]["reading"]
    steps += [_step("the whole jar", reading["volume_ml"], "ml"), _step("Alcohol, by volume", reading["alcohol_pct_volume"], "%")]  # fmt: skip
    return {
        "title": "Alcohol, by volume",
        "equation": "millilitres of alcohol in 100 ml of the jar as made; some of it stays through cooking",
        "steps": steps,
        "rests_on": _ingredient_rows(strong, lambda i: f"{i.alcohol:.3g} g/100 g"),
    }


def _window(asked: Asked) -> Explanation:
    window = asked.answer["jars"][asked.place]["window"]
    fish, standing = asked.ready.fish, asked.ready.standings[asked.place]
    steps = [_step("where it stands", standing.celsius, "degC")]
    if fish.piece is not None:
        steps.append(_step("thickness of the piece", fish.piece.thickness_mm, "mm"))
        steps.append(_step("the way salt has to go", fish.piece.diffusion_mm, "mm"))
    if window is not None:
        steps += [_step(reason) for reason in window["reasons"]]
        steps += [_step(f"{move['change']}: latest would be {in_words(move['latest_min'])}") for move in window["moves"]]  # fmt: skip
        ends = window.get("latest_min_range")
        if ends:
            steps.append(_step(f"the model's own doubt: latest between {in_words(ends[0])} and {in_words(ends[1])}"))
    kind = fish.species.fat_class if fish.species else "lean"
    rests = window["rests_on"] if window else []
    return {
        "title": "The window",
        "equation": "for each limit the time until it is reached, on this cut at this temperature; the first one ends the window",
        "steps": steps,
        "rests_on": _rows(*rests, f"diffusivity_salt_{kind}", "activation_energy"),
    }


def _plate(asked: Asked) -> Explanation:
    ledger = asked.answer["ledger"]
    steps = [_step("the fish's own salt", ledger["native_salt_g"], "g")]
    for contents, entry in zip(asked.ready.jars, ledger["entries"], strict=True):
        off = f", of which {entry['removed_g']:.1f} g comes off again" if entry["removed_g"] > 0.05 else ""
        name = contents.jar.name or contents.jar.kind or "jar"
        steps.append(_step(f"{name}: {entry['added_g']:.1f} g put in, {entry['taken_up_g']:.1f} g taken up{off}", entry["taken_up_g"] - entry["removed_g"], "g"))  # fmt: skip
    steps += [_step("on all plates", ledger["salt_g"], "g"), _step("servings", asked.ready.servings, "")]
    steps.append(_step("salt a serving", ledger["salt_g_per_serving"], "g"))
    steps.append(_step("sodium a serving", ledger["sodium_mg_per_serving"], "mg"))
    return {
        "title": "Salt to the plate",
        "equation": "the fish's own salt, and of each jar what goes in and stays: what is rinsed, wiped or thrown away is not eaten",
        "steps": steps,
        "rests_on": _rows("sodium_per_salt", "cling", "wiped_share", "salt_window_spread"),
    }


def _cook(asked: Asked) -> Explanation:
    cook, fish = asked.answer["cook"], asked.ready.fish
    steps = [_step("core target, met in the rest", cook["core_c"], "degC")]
    if cook["groups"]:
        steps += [
            _step(f"pieces of {group['thickness_mm']:.0f} mm", group["minutes"], "min") for group in cook["groups"]
        ]
        steps.append(_step("of unlike pieces the slowest decide what is said of all"))
    elif fish.piece is not None:
        steps.append(_step("thickness", fish.piece.thickness_mm, "mm"))
    steps += [_step(stage["name"], stage["minutes"], "min") for stage in cook["stages"]]
    steps += [_step("pull at", cook["pull_c"], "degC"), _step("rest", cook["rest_minutes"], "min")]
    return {
        "title": "Time in the heat",
        "equation": "heat goes into a slab of this thickness from both faces by the method's own coefficients until the core peaks at its target in the rest; a modelled time is never proof: read a probe",
        "steps": [step for step in steps if step["value"] is not None or not step["unit"]],
        "rests_on": _rows("heat_conductivity", "heat_density", "heat_capacity", "core_target"),
    }


def _fat(ingredient: Ingredient) -> float:
    return 0.0 if ingredient.group == AROMATIC else ingredient.fat


EXPLAINERS: Mapping[str, Callable[[Asked], Explanation]] = {
    "salt_pct_of_fish": _share("salt", lambda i: i.salt, "Salt, of the fish", to_fish=True),
    "salt_pct": _share("salt", lambda i: i.salt, "Salt, of the jar", to_fish=False),
    "sugar_pct": _share("sugar", lambda i: i.sugar, "Sugar, of the jar", to_fish=False),
    "water_pct": _share("water", lambda i: i.water, "Water, of the jar", to_fish=False),
    "oil_pct": _share("oil", _fat, "Oil, of the jar", to_fish=False),
    "acid_pct_citric": _acid("acid_pct_citric", "citric_per_equivalent", "Acid, as citric"),
    "acid_pct_acetic": _acid("acid_pct_acetic", "acetic_per_equivalent", "Acid, as acetic"),
    "ph": _ph,
    "oil_to_acid_volume": _oil_to_acid,
    "hydration_pct": _hydration,
    "alcohol_pct_volume": _alcohol,
    "window": _window,
    "salt_g_per_serving": _plate,
    "cook": _cook,
}
