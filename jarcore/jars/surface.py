"""Jars whose time is a matter of texture: rub, seared crust, dredge, wash, crumb, batter, filling; and the packed crust."""

from jarcore.data import parameter, rows
from jarcore.documents.formula import Method
from jarcore.fish import MeasuredFish
from jarcore.jars import dry_brine
from jarcore.jars.coating import cavity_ml
from jarcore.jars.contents import Contents
from jarcore.jars.place import Standing
from jarcore.jars.window import Limit, Span, cap
from jarcore.reading import Quantities


def span_of(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> Span | None:
    """The span of a jar that acts on the surface, from its row; a salty rub and a packed crust go by their salt."""
    kind = contents.jar.kind
    salt = contents.contact.salt_g / fish.edible_g * 100 if fish.edible_g else 0.0
    if kind == "rub" and salt >= parameter("salty_rub"):
        return dry_brine.span_of(contents, fish, standing, read)
    school = (contents.jar.method or Method()).school
    if kind == "salt_crust" and school != "seared":
        if school is None:
            text = "Packed or seared? A packed crust is baked on, a seared one is salt on the face. Taken as packed."
            read.say("unstated", f"{contents.path}/method/school", text)
        return _packed(contents, fish, standing)
    if kind == "filling":
        _filling(contents, fish, read)
    row = next(
        r for r in rows("coat_windows") if r["kind"] == kind and r["school"] == (school if kind == "salt_crust" else "")
    )
    limit = Limit(float(row["latest_min"]), row["binding"], row["reason"], hard=True)  # type: ignore[arg-type]
    if kind == "rub" and standing.above_cold:
        limit = cap("cap_rub_counter", "keeping", "a rub stands half an hour at most on the counter")
    state = {"salt_pct_of_fish": salt, "evenness": None, "acid_turned_fraction": 0.0, "acid_depth_mm": 0.0}
    return Span(
        float(row["earliest_min"]),
        float(row["best_from_min"]),
        float(row["best_to_min"]),
        (limit,),
        0.0,
        (),
        state if kind == "rub" else None,  # type: ignore[arg-type]
    )


def _packed(contents: Contents, fish: MeasuredFish, standing: Standing) -> Span | None:
    """On and into the oven: how long until bare flesh is well salted, and too salty."""
    if fish.piece is None or fish.species is None:
        return None
    longest = parameter("cap_packed")

    def minutes(target: float) -> float:
        low, high = 0.0, longest
        for _ in range(24):
            middle = (low + high) / 2
            short = dry_brine.taken_up_pct(contents, fish, standing, middle) < target
            low, high = (middle, high) if short else (low, middle)
        return high

    good, late = minutes(parameter("salt_best_from")), minutes(parameter("salt_late"))
    words = (
        "skin keeps most of the salt out"
        if fish.piece.skin != "none"
        else "bare flesh takes salt fast under a crust: leave the skin on"
    )
    limits = [cap("cap_packed", "keeping", "a packed fish goes into the oven at once")]
    if late < longest:
        limits.append(Limit(late, "salt", f"by then the flesh would hold {parameter('salt_late'):g} % salt"))
    return Span(0.0, 0.0, good, tuple(limits), parameter("salt_window_spread"), (words,))


def _filling(contents: Contents, fish: MeasuredFish, read: Quantities) -> None:
    room = cavity_ml(fish)
    needs = any(spec.line.basis == "cavity" for spec in contents.specs)
    if needs and not fish.cavities:
        read.say("no-cavity", contents.path, "Only a whole fish has a cavity: this cut has none to fill.")
    if any(spec.line.basis == "slot" for spec in contents.specs) and not fish.slots:
        read.say("no-slots", contents.path, "Slots come from slashes: slash the fish, or put this in the cavity.")
    if room and contents.composition.volume_ml > room:
        text = f"The filling takes {contents.composition.volume_ml:.0f} ml; the cavities hold about {room:.0f} ml."
        read.say("cavity-full", contents.path, text)
