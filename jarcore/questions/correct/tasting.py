"""What tastes wrong: bounded doses of what helps, the readings after each, and never past a caution.

Sugar and oil mask sourness and neutralise none of it: the acid stays what it was, and the reading says so.
"""

from collections.abc import Iterator, Sequence

from jarcore.data import Ingredient, rendered, rows, said, sentence
from jarcore.documents import Patch
from jarcore.jars import Laid
from jarcore.jars.spec import in_jar
from jarcore.questions.correct.batter import mends_of_batter
from jarcore.questions.correct.mishap import Choice, Mishap
from jarcore.questions.correct.more import more_of
from jarcore.questions.solve.helpers import goes_into, welcome
from jarcore.questions.solve.writing import rounded_g

TASTES = tuple(dict.fromkeys(row["taste"] for row in rows("doses")))
# What a batter is too thick or too thin by has a law of its own.
OF_A_BATTER = ("thick", "thin")
PLATE = "plate"


def mends_of_taste(mishap: Mishap, taste: str, on_fish: bool) -> tuple[list[Choice], list[str]]:
    """Doses that help, and in words what is not proposed for what it would bring.

    Once the jar is ON_FISH only its clean share is tasted, and what is added goes into that.
    """
    laid = mishap.planned.jars[mishap.jar]
    if laid.kind.flows and taste in OF_A_BATTER:
        return list(mends_of_batter(mishap, taste)), []
    choices: list[Choice] = []
    withheld: list[str] = []
    for row in rows("doses"):
        if row["taste"] != taste:
            continue
        for thing in _things(mishap, laid, row["things"].split(";")):
            barred = mishap.cautioned(row["not_with"])
            if barred is not None:
                withheld.append(sentence("correct/withheld", thing=thing.name, why=barred))
                continue
            done = list(_doses(mishap, laid, thing, row, on_fish))
            sound = [one for one in done if not one["cautions"]]
            choices += sound
            if done and not sound:
                withheld.append(sentence("correct/withheld", thing=thing.name, why=done[0]["cautions"][0]))
    return choices, withheld


def refusal(laid: Laid, on_fish: bool) -> str | None:
    """Why nobody tastes the jar, in words; None where it may be tasted."""
    if on_fish and not laid.standing.clean_share:
        return sentence("correct/not-tasted")
    return None


def _things(mishap: Mishap, laid: Laid, usual: Sequence[str]) -> Iterator[Ingredient]:
    """What is at hand: what the jar has already of the same kind, else the first that is welcome at the table."""
    pantry = mishap.pantry
    first = pantry.ingredients.get(usual[0])
    if first is None:
        return
    own = next(
        (
            spec.ingredient
            for spec in laid.contents.specs
            if spec.ingredient and in_jar(spec) and _alike(spec.ingredient, first)
        ),
        None,
    )
    if own is not None:
        yield own
        return
    known = [pantry.ingredients[one] for one in usual if one in pantry.ingredients and goes_into(one, laid.kind.id)]
    yield from [one for one in known if welcome(one, mishap.planned)][:1]


def _alike(one: Ingredient, other: Ingredient) -> bool:
    """Whether a thing does the same: another sugar, another oil, another sour juice."""
    if one.group in ("salt", "sweet"):
        return one.group == other.group
    if other.sour:
        return one.sour
    return one.phase == other.phase == "oil" or one.id == other.id


def _doses(mishap: Mishap, laid: Laid, thing: Ingredient, row: dict[str, str], on_fish: bool) -> Iterator[Choice]:
    """A first dose and the most of it."""
    share = laid.standing.clean_share if on_fish else 1.0
    whole = laid.contents.contact.mass_g * share
    says = {one["way"]: one["text"] for one in rows("dose_words")}
    for name in ("first_pct", "most_pct"):
        grams = rounded_g(whole * float(row[name]) / 100, mishap.planned.pantry.scales)
        if grams <= 0:
            continue
        patch = _added(mishap, laid, thing, grams, on_fish)
        text = rendered(says[row["way"]], {"grams": grams, "thing": thing.name})
        words = said("correct/dose", grams=grams, thing=thing.name)
        yield mishap.choice(f"{row['way']}-{name.removesuffix('_pct')}", words, patch, text, (row["tells"],))


def _added(mishap: Mishap, laid: Laid, thing: Ingredient, grams: float, on_fish: bool) -> Patch:
    """So much more of a thing: in its own line where the jar has one, else in a line of its own."""
    contents = laid.contents
    own = (
        spec.place
        for spec, mass in zip(contents.specs, contents.masses, strict=True)
        if not on_fish and spec.ingredient is thing and in_jar(spec) and mass
    )
    patch = more_of(mishap, thing.id, grams, next(own, None))
    if not on_fish:
        return patch
    # What is added to the clean share never touches the fish.
    return [{**one, "value": {**one["value"], "when": PLATE}} if one["path"].endswith("/-") else one for one in patch]
