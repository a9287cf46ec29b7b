"""A batter that is too stiff or too thin: in steps of its own liquid, or of flour, toward the flow that it is named."""

from collections.abc import Iterator

from jarcore.data import parameter, rows, said
from jarcore.jars.coating import consistency
from jarcore.jars.spec import in_jar
from jarcore.questions.correct.mishap import Choice, Mishap
from jarcore.questions.correct.more import more_of
from jarcore.questions.solve.writing import rounded_g

WORDS = {"step": "correct/batter-step", "flow": "correct/batter-flow"}
USUAL_FLOW = "heavy_cream"


def mends_of_batter(mishap: Mishap, taste: str) -> Iterator[Choice]:
    """A step, and all that it takes to the middle of the named flow; a step alone where it should flow so already."""
    laid = mishap.planned.jars[mishap.jar]
    known = consistency(laid.contents)
    if known is None:
        return
    parts = [
        (spec, mass, spec.ingredient)
        for spec, mass in zip(laid.contents.specs, laid.contents.masses, strict=True)
        if mass and spec.ingredient and in_jar(spec)
    ]
    flours = [one for one in parts if one[2].group == "flour"]
    wets = [one for one in parts if one[2].phase == "aqueous" and one[2].water > 0]
    chosen = max(wets if taste == "thick" else flours, key=lambda one: one[1], default=None)
    flour = sum(mass for _, mass, _ in flours)
    aim = next(row for row in rows("flows") if row["flow"] == (laid.method.flow or USUAL_FLOW))
    middle = (float(aim["least_free_g_per_g"]) + float(aim["most_free_g_per_g"])) / 2
    step = parameter("batter_step") / 100 * flour
    if taste == "thick":
        usable = chosen[2].water / 100 if chosen else 1.0
        whole, step = (middle - known.free) * flour / usable, step / usable
    else:
        # More flour binds some of the water, and shares out the rest.
        taken = parameter("flour_takes_water") if chosen is None else chosen[2].takes_water
        whole = (known.free - middle) * flour / (middle + (parameter("flour_takes_water") if taken is None else taken))
    doses = {"step": step} if whole <= step else {"step": step, "flow": whole}
    for name, amount in doses.items():
        grams = rounded_g(amount, mishap.planned.pantry.scales)
        thing, place = (chosen[2], chosen[0].place) if chosen else (mishap.pantry.ingredients["water"], None)
        patch = more_of(mishap, thing.id, grams, place)
        yield mishap.choice(f"batter-{name}", said(WORDS[name], grams=grams, thing=thing.name, flow=aim["name"]), patch)
