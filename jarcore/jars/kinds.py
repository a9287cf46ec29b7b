"""One small interface for every kind of jar: its window on this fish."""

from collections.abc import Callable, Iterator, Mapping

from jarcore.data import Ingredient
from jarcore.documents.evaluation import Window
from jarcore.fish import MeasuredFish
from jarcore.jars import dry_brine, liquid, surface
from jarcore.jars.contents import Contents, in_jar
from jarcore.jars.place import Standing
from jarcore.jars.window import Limit, Span, tightest, window_of
from jarcore.reading import Quantities

SpanOf = Callable[[Contents, MeasuredFish, Standing, Quantities], Span | None]
LIQUIDS = ("marinade", "wet_brine", "soak")
TIMED: Mapping[str, SpanOf] = {
    "dry_brine": dry_brine.span_of,
    "marinade": liquid.span_of,
    "wet_brine": liquid.span_of,
    "soak": liquid.span_of,
    "rub": surface.span_of,
    "salt_crust": surface.span_of,
    "dredge": surface.span_of,
    "wash": surface.span_of,
    "crumb": surface.span_of,
    "batter": surface.span_of,
    "filling": surface.span_of,
}


def sizes_in(contents: Contents, fish: MeasuredFish) -> Iterator[tuple[str | None, Contents, MeasuredFish]]:
    """Each group of pieces that the jar is for, with its share of the jar."""
    wanted = contents.jar.fish_groups
    chosen = [g for g in fish.groups if g.fish.timed and (not wanted or g.id in wanted)]
    whole = sum(g.fish.edible_g or 0.0 for g in chosen)
    for group in chosen:
        yield group.id, contents.part_of((group.fish.edible_g or 0.0) / whole), group.fish


def _acts(ingredient: Ingredient) -> bool:
    """Whether an ingredient sets how long a liquid may act: water, salt or acid."""
    return ingredient.phase == "aqueous" or ingredient.salt > 0 or ingredient.acid_g > 0


def untimed_for_want_of(contents: Contents) -> list[str]:
    """Names of what is not weighed and would set how long the jar may act; empty where all is known."""
    kind, school = contents.jar.kind, contents.jar.method.school if contents.jar.method else None
    if kind in LIQUIDS:
        decides: Callable[[Ingredient], bool] = _acts
    elif kind == "dry_brine" and school == "timed_rinse":
        decides = _salty
    else:
        return []
    return [
        spec.called
        for spec in contents.unweighed()
        if in_jar(spec) and (spec.ingredient is None or decides(spec.ingredient))
    ]


def _salty(ingredient: Ingredient) -> bool:
    return ingredient.salt > 0


def window_for(
    contents: Contents, fish: MeasuredFish, standing: Standing, counter: Limit | None, read: Quantities
) -> Window | None:
    """The window of a jar; None, with a notice where one is due, when it cannot be timed or touches no raw fish."""
    kind = contents.jar.kind
    if kind is None:
        read.say("unstated", f"{contents.path}/kind", "The kind of jar is not stated. Choose one.")
        return None
    timed = TIMED.get(kind)
    if timed is None or not fish.timed:
        return None
    wanting = untimed_for_want_of(contents)
    if wanting:
        text = f"How long this jar may act is not known until the amount of {' and '.join(wanting)} is."
        read.say("window-unknown", contents.path, text)
        return None
    if fish.has("histamine") and (standing.place == "counter" or standing.above_cold):
        text = "This fish forms histamine when warm: no time is given where it stands so. Put the jar in the chiller or on ice."
        read.say("window-stopped", contents.path, text)
        return None
    groups = list(sizes_in(contents, fish)) or [(None, contents, fish)]
    spans = []
    for name, part, own in groups:
        span = timed(part, own, standing, read)
        if span is not None:
            spans.append((name, span.capped(counter) if counter else span))
    if not spans:
        return None
    return tightest(spans) if fish.groups else window_of(spans[0][1])
