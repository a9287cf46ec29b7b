"""How a number is reached: the formula's own numbers, the equation in words, the rows it rests on."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from typing_extensions import TypedDict

from jarcore.data import AROMATIC, Ingredient, Pantry, default_pantry, parameter, parameters, recorded, sentence
from jarcore.data.readings import reading
from jarcore.documents import Evaluation
from jarcore.formula import evaluation_of, ledger_of
from jarcore.formula.prepare import Prepared, prepare
from jarcore.heat import cook_result, done_of, starts_at
from jarcore.jars import Contents, Laid, salted, window_for
from jarcore.substances.acidity import ACIDS

# What is explained.
Explained = Literal[
    "salt_pct_of_fish",
    "salt_pct",
    "sugar_pct",
    "water_pct",
    "oil_pct",
    "acid_pct_citric",
    "acid_pct_acetic",
    "ph",
    "oil_to_acid_volume",
    "hydration_pct",
    "alcohol_pct_volume",
    "window",
    "salt_g_per_serving",
    "cook",
]
# Less acid than this of a line is not worth a step [meq].
NO_ACID = 0.05
MOST_STEPS = 8
# Salt that comes off again and is less is not worth a word [g].
WORTH_SAYING_G = 0.05
# The unit of what has none.
SHARE = "1"


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
    def laid(self) -> Laid:
        """The jar that is asked about, on its fish."""
        return self.ready.jars[self.place]

    @property
    def contents(self) -> Contents:
        """What it holds."""
        return self.laid.contents

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
    return made(Asked(ready, evaluation_of(document, ready), jar))


def _step(text: str, value: float | None = None, unit: str = "") -> Step:
    return {"text": text, "value": value, "unit": unit}


def _rows(used: Iterable[str]) -> list[Row]:
    """The rows that a calculation reported, in the order of their first use."""
    return [
        {
            "name": row.name.replace("_", " "),
            "value": f"{row.value:g}" if row.unit == SHARE else f"{row.value:g} {row.unit}",
            "source": row.source,
            "confidence": row.confidence,
        }
        for row in (parameters()[name] for name in used)
    ]


def _ingredient_rows(parts: list[tuple[Ingredient, float]], said: Callable[[Ingredient], str]) -> list[Row]:
    return [{"name": i.name, "value": said(i), "source": i.source, "confidence": i.confidence} for i, _ in parts]


def _share(name: str, what: str, of: Callable[[Ingredient], float], to_fish: bool) -> Callable[[Asked], Explanation]:
    """A reading that adds up what the lines bring and divides by the fish or by the jar."""

    title = reading(name).name

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
        return {
            "title": title,
            "equation": sentence("equation/share", what=what, against=against),
            "steps": steps,
            "rests_on": rows,
        }

    return made


def _acid(name: str, per: str) -> Callable[[Asked], Explanation]:
    title = reading(name).name

    def made(asked: Asked) -> Explanation:
        found = asked.answer["jars"][asked.place]["reading"]
        lines = asked.answer["jars"][asked.place]["lines"]
        with recorded() as used:
            whole = asked.contents.aqueous.titratable_meq() if asked.contents.aqueous else None
            each = parameter(per)
        # Said in grams of the one acid that all are counted as, which a cook can weigh.
        grams = each / 1000
        steps = [
            _step(f"{line['name']}", meq * grams, "g") for line in lines if (meq := line["acid_meq"] or 0.0) > NO_ACID
        ]
        steps += [
            _step(sentence("step/acid"), None if whole is None else whole * grams, "g"),
            _step("the whole jar", found["mass_g"], "g"),
            _step(title, found[name], "%"),  # type: ignore[literal-required]
        ]
        return {
            "title": title,
            "equation": sentence("equation/acid", each=each),
            "steps": steps,
            "rests_on": _rows(used) + _sour_rows(asked),
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
        steps += [
            _step(f"{name} acid", molar, "mol/l") for name, molar in zip(ACIDS, jar.acids, strict=False) if molar > 1e-6
        ]
        if jar.strong_ions:
            steps.append(_step("salts that hold some of it back, potassium above all", jar.strong_ions, "mol/l"))
        if jar.buffer:
            steps.append(_step("protein that binds some of it", jar.buffer, "mol/l per pH"))
        steps.append(_step("pH at which all charges balance", jar.ph(), ""))
    return {
        "title": reading("ph").name,
        "equation": sentence("equation/ph"),
        "steps": steps,
        "rests_on": _sour_rows(asked),
    }


def _oil_to_acid(asked: Asked) -> Explanation:
    def volume(fits: Callable[[Ingredient], bool]) -> list[tuple[str, float]]:
        return [(i.name, m / i.density_g_ml) for i, m in asked.contents.parts() if fits(i)]

    oils, sours = volume(lambda i: i.phase == "oil"), volume(lambda i: i.sour)
    steps = [
        *(_step(f"oil: {name}", ml, "ml") for name, ml in oils),
        *(_step(f"sour: {name}", ml, "ml") for name, ml in sours),
    ]
    ratio = asked.answer["jars"][asked.place]["reading"]["oil_to_acid_volume"]
    return {
        "title": reading("oil_to_acid_volume").name,
        "equation": sentence("equation/oil-to-acid"),
        "steps": [*steps, _step("oil to acid", ratio, reading("oil_to_acid_volume").unit)],
        "rests_on": [],
    }


def _hydration(asked: Asked) -> Explanation:
    flours = [(i, m) for i, m in asked.contents.parts() if i.group == "flour"]
    wet = sum(i.water * m / 100 for i, m in asked.contents.parts() if i.group != "flour")
    steps = [_step(f"flour: {i.name}", m, "g") for i, m in flours]
    steps += [_step("water in everything else", wet, "g")]
    steps.append(
        _step(reading("hydration_pct").name, asked.answer["jars"][asked.place]["reading"]["hydration_pct"], "%")
    )
    return {
        "title": reading("hydration_pct").name,
        "equation": sentence("equation/hydration"),
        "steps": steps,
        "rests_on": _ingredient_rows(flours, lambda i: f"{i.water:.3g} g water/100 g"),
    }


def _alcohol(asked: Asked) -> Explanation:
    strong = [(i, m) for i, m in asked.contents.parts() if i.alcohol * m > 1e-6]
    steps = [
        _step(f"{i.name}: {m:.4g} g holds {i.alcohol:.3g} g of alcohol in 100 g", i.alcohol * m / 100, "g")
        for i, m in strong
    ]
    found = asked.answer["jars"][asked.place]["reading"]
    steps += [
        _step("the whole jar", found["volume_ml"], "ml"),
        _step(reading("alcohol_pct_volume").name, found["alcohol_pct_volume"], "%"),
    ]
    return {
        "title": reading("alcohol_pct_volume").name,
        "equation": sentence("equation/alcohol"),
        "steps": steps,
        "rests_on": _ingredient_rows(strong, lambda i: f"{i.alcohol:.3g} g/100 g"),
    }


def _window(asked: Asked) -> Explanation:
    window = asked.answer["jars"][asked.place]["window"]
    fish, standing = asked.ready.fish, asked.laid.standing
    steps = [_step("where it stands", standing.celsius, "degC")]
    if fish.piece is not None:
        steps.append(_step("thickness of the piece", fish.piece.thickness_mm, "mm"))
        steps.append(_step("the way salt has to go", fish.piece.diffusion_mm, "mm"))
    if window is not None:
        steps += [_step(reason) for reason in window["reasons"]]
        steps += [
            _step(sentence("step/move", change=move["change"], latest=move["latest_min"])) for move in window["moves"]
        ]
        ends = window.get("latest_min_range")
        if ends:
            steps.append(_step(sentence("step/doubt", low=ends[0], high=ends[1])))
    with recorded() as used:
        window_for(asked.laid, None)
    return {
        "title": reading("window").name,
        "equation": sentence("equation/window"),
        "steps": steps,
        "rests_on": _rows(used),
    }


def _plate(asked: Asked) -> Explanation:
    ledger = asked.answer["ledger"]
    steps = [_step("the fish's own salt", ledger["native_salt_g"], "g")]
    for laid, entry in zip(asked.ready.jars, ledger["entries"], strict=True):
        off = entry["removed_g"]
        words = sentence(
            "step/plate-off" if off > WORTH_SAYING_G else "step/plate",
            name=laid.contents.called,
            added=entry["added_g"],
            taken_up=entry["taken_up_g"],
            off=off,
        )
        steps.append(_step(words, entry["taken_up_g"] - off, "g"))
    steps += [_step("on all plates", ledger["salt_g"], "g"), _step("servings", asked.ready.servings, "")]
    steps.append(_step("salt a serving", ledger["salt_g_per_serving"], "g"))
    steps.append(_step("sodium a serving", ledger["sodium_mg_per_serving"], "mg"))
    with recorded() as used:
        for laid in asked.ready.jars:
            salted(laid)
        ledger_of(asked.ready)
    return {
        "title": reading("ledger").name,
        "equation": sentence("equation/plate"),
        "steps": steps,
        "rests_on": _rows(used),
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
        steps += _what_heats(asked)
    steps += [_step(stage["name"], stage["minutes"], "min") for stage in cook["stages"]]
    steps += [_step("pull at", cook["pull_c"], "degC"), _step("rest", cook["rest_minutes"], "min")]
    with recorded() as used:
        cook_result(asked.ready.heat, fish, asked.ready.jars)
    return {
        "title": reading("minutes").name,
        "equation": sentence("equation/cook"),
        "steps": [step for step in steps if step["value"] is not None or not step["unit"]],
        "rests_on": _rows(used),
    }


def _what_heats(asked: Asked) -> list[Step]:
    """The figures that decide a time in the heat: how thick to the heat, from what, in what, and how fast it passes."""
    fish, stated = asked.ready.fish, asked.ready.heat
    done = done_of(fish, None, stated)
    if fish.piece is None or done is None:
        return []
    row = done.outline.decides
    steps = [_step("thickness", fish.piece.thickness_mm, "mm")]
    heated_mm = done.heated_m * 1000
    if abs(heated_mm - fish.piece.thickness_mm) > fish.piece.thickness_mm / 100:
        steps.append(_step("to the heat it is as thick as", heated_mm, "mm"))
    steps += [
        _step("it starts at", starts_at(fish, stated), "degC"),
        _step("what heats it, as it acts on the fish", row.heat.medium_c, "degC"),
        _step("how fast heat passes into it", row.heat.h, "W/m2/K"),
    ]
    if not row.lid:
        steps.append(_step("the rest is credited with at most", row.heat.credit_c, "K"))
    practice = asked.answer["cook"]["practice"]
    if practice is not None:
        steps.append(_step(sentence("step/practice", core=practice["core_c"], minutes=practice["minutes"])))
    return steps


def _fat(ingredient: Ingredient) -> float:
    return 0.0 if ingredient.group == AROMATIC else ingredient.fat


EXPLAINERS: Mapping[str, Callable[[Asked], Explanation]] = {
    "salt_pct_of_fish": _share("salt_pct_of_fish", "salt", lambda i: i.salt, to_fish=True),
    "salt_pct": _share("salt_pct", "salt", lambda i: i.salt, to_fish=False),
    "sugar_pct": _share("sugar_pct", "sugar", lambda i: i.sugar, to_fish=False),
    "water_pct": _share("water_pct", "water", lambda i: i.water, to_fish=False),
    "oil_pct": _share("oil_pct", "oil", _fat, to_fish=False),
    "acid_pct_citric": _acid("acid_pct_citric", "citric_per_equivalent"),
    "acid_pct_acetic": _acid("acid_pct_acetic", "acetic_per_equivalent"),
    "ph": _ph,
    "oil_to_acid_volume": _oil_to_acid,
    "hydration_pct": _hydration,
    "alcohol_pct_volume": _alcohol,
    "window": _window,
    "salt_g_per_serving": _plate,
    "cook": _cook,
}
