"""The fish of a formula, measured: edible weight by yields, the piece, its surface and slots."""

import math
from dataclasses import replace

from jarcore.data import Cut, Pantry, Species, parameter, rows
from jarcore.documents.formula import Fish
from jarcore.documents.parts import Weight
from jarcore.fish.geometry import Piece, measure_piece, round_fish_thickness_mm
from jarcore.fish.measured import PLAIN, FishGroup, Frozen, MeasuredFish
from jarcore.reading import Quantities

# Share of length x width x thickness that a piece fills, when its weight has to be guessed from its size.
FULLNESS = {"block": 1.0, "tapered": 0.75, "round": 0.75, "body": 0.5}


def edible_share(species: Species | None, cut: Cut | None, basis: str, bone: str) -> float:
    """Edible flesh over what was weighed [1]: by the species' yield for whole and gutted, by its bone share
    for a cut.
    """
    if basis == "edible":
        return 1.0
    if basis == "fillet":
        return species.bone_factor if species and bone == "in" else 1.0
    if species is None:
        return math.nan
    trim = cut.trim if cut else 1.0
    return (species.yield_whole if basis == "whole" else species.yield_gutted) * trim


def usual(cut: Cut | None) -> dict[str, str]:
    """How a fish of this cut is weighed, and its skin and bone, where the document does not say."""
    return {"basis": cut.usual_basis, "skin": cut.usual_skin, "bone": cut.usual_bone} if cut else PLAIN


def edible_weight(
    weight: Weight | None, path: str, fish: Fish, species: Species | None, cut: Cut | None, read: Quantities, basis: str
) -> float | None:
    """A weight as edible flesh [g]; BASIS counts when the weight names none."""
    mass = read.mass_g(weight, path)
    if mass is None or weight is None:
        return None
    share = edible_share(species, cut, weight.basis or basis, fish.bone or usual(cut)["bone"])
    return None if math.isnan(share) else mass * share


def measure_fish(fish: Fish, servings: float | None, pantry: Pantry, read: Quantities) -> MeasuredFish:
    """The fish as measured; what is missing is estimated where practice allows, and said."""
    species = _species(fish, pantry, read)
    if not fish.groups:
        return _measure(fish, "/fish", species, servings, pantry, read)
    groups = []
    for place, group in enumerate(fish.groups):
        path = f"/fish/groups/{place}"
        own = {
            "pieces": group.pieces,
            "weight": group.weight,
            "thickness": group.thickness,
            "cut": group.cut or fish.cut,
            "trimmings": group.trimmings,
        }
        measured = _measure(fish.model_copy(update={**own, "groups": None}), path, species, servings, pantry, read)
        groups.append(FishGroup(group.id, measured))
    known = [group.fish for group in groups if group.fish.piece is not None]
    if not known:
        return groups[0].fish
    # The thinnest pieces stand for all where one piece has to.
    thinnest = min(known, key=lambda one: one.piece.thickness_mm if one.piece else 0.0)
    return replace(
        thinnest,
        pieces=sum(group.fish.pieces or 0.0 for group in groups),
        edible_g=sum(group.fish.edible_g or 0.0 for group in groups),
        groups=tuple(groups),
    )


def _measure(
    fish: Fish, path: str, species: Species | None, servings: float | None, pantry: Pantry, read: Quantities
) -> MeasuredFish:
    cut = pantry.cuts[fish.cut] if fish.cut else None
    candidates = tuple(pantry.species[one] for one in species.candidates if one in pantry.species) if species else ()
    if cut is None:
        read.say("unstated/cut", f"{path}/cut")
    estimated: list[str] = []
    pieces = read.count(fish.pieces, f"{path}/pieces")
    if pieces is not None and pieces != int(pieces):
        # It is reckoned with as it was typed, for what is surplus is shown; but half a fish is no piece.
        read.say("not-whole", f"{path}/pieces", pieces=pieces, whole=math.ceil(pieces))
    lengths = {
        name: read.length_mm(getattr(fish, name), f"{path}/{name}")
        for name in ("length", "width", "thickness", "thin_zone")
    }
    taken = usual(cut)
    basis = (fish.weight and fish.weight.basis) or taken["basis"]
    stated = {"basis": fish.weight and fish.weight.basis, "skin": fish.skin, "bone": fish.bone}
    assumed = tuple(name for name, value in stated.items() if value is None)
    _say_assumed(path, {name: taken[name] for name in assumed}, read)
    edible = _trimmed(edible_weight(fish.weight, f"{path}/weight", fish, species, cut, read, basis), fish, path, read)
    gross = read.mass_g(fish.weight, f"{path}/weight")
    celsius = read.celsius(fish.temperature, "/fish/temperature")
    known = MeasuredFish(
        species=species,
        cut=cut,
        pieces=pieces,
        edible_g=edible,
        celsius=parameter("fish_c") if celsius is None else celsius,
        thin_zone_mm=lengths["thin_zone"],
        candidates=candidates,
        basis=basis,
        skin=fish.skin or taken["skin"],
        bone=fish.bone or taken["bone"],
        assumed=assumed,
        frozen=_frozen(fish, read),
    )
    size = _block_mass(lengths, cut)
    if edible is None and size and pieces:
        gross = size * pieces
        share = edible_share(species, cut, basis, fish.bone or taken["bone"])
        edible = None if math.isnan(share) else gross * share
        estimated.append("edible_g")
        read.say("estimated/weight", f"{path}/weight", taken=gross)
    if edible is None or gross is None:
        if not read.told(f"{path}/weight"):
            read.say("unstated/weight", f"{path}/weight")
        return known
    if pieces is None:
        pieces = max(1.0, float(round(gross / size))) if size else servings or 1.0
        estimated.append("pieces")
        read.say("estimated/pieces", f"{path}/pieces", taken=pieces)
    thickness = lengths["thickness"]
    refused = read.told(f"{path}/thickness")
    if thickness is None and cut is not None and not refused:
        # What was typed and cannot be is not replaced by what is usual: it was meant to be something else.
        flat = cut.plan == "body" and species is not None and species.shape != "round"
        if flat:
            read.say("unstated/flat", f"{path}/thickness")
            return replace(known, pieces=pieces, edible_g=edible, estimated=tuple(estimated))
        standard = cut.default_thickness_mm
        thickness = round_fish_thickness_mm(gross / pieces) if standard is None else standard
        estimated.append("thickness_mm")
        read.say("estimated/thickness", f"{path}/thickness", taken=thickness)
    piece = None
    if cut is not None and thickness is not None:
        piece = _piece(
            fish, path, cut, gross / pieces if cut.plan == "body" else edible / pieces, thickness, lengths, read
        )
    return replace(known, pieces=pieces, edible_g=edible, piece=piece, estimated=tuple(estimated))


def _trimmed(edible: float | None, fish: Fish, path: str, read: Quantities) -> float | None:
    """Edible weight [g] without what is cut off and not eaten."""
    trimmed = read.mass_g(fish.trimmings, f"{path}/trimmings")
    if edible is None or not trimmed:
        return edible
    if trimmed >= edible:
        read.say("trimmed-away", f"{path}/trimmings", trimmed=trimmed, edible=edible)
        return edible
    return edible - trimmed


def _frozen(fish: Fish, read: Quantities) -> Frozen | None:
    record = fish.frozen_record
    if record is None:
        return None
    celsius = read.celsius(record.temperature, "/fish/frozen_record/temperature")
    minutes = read.minutes(record.time, "/fish/frozen_record/time")
    return None if celsius is None or minutes is None else Frozen(celsius, minutes)


def _say_assumed(path: str, taken: dict[str, str], read: Quantities) -> None:
    """What a cut is taken to mean is said, so that it can be put right."""
    said = [row["words"] for row in rows("choices") if taken.get(row["field"]) == row["value"] and row["told"] == "1"]
    if said:
        read.say("assumed", f"{path}/cut", what=said)


def _piece(
    fish: Fish, path: str, cut: Cut, mass_g: float, thickness: float, lengths: dict[str, float | None], read: Quantities
) -> Piece:
    slashes = fish.slashes
    per_side = read.count(slashes.per_side, "/fish/slashes/per_side") if slashes else None
    slash_length = read.length_mm(slashes.length, "/fish/slashes/length") if slashes else None
    piece = measure_piece(
        mass_g,
        thickness,
        cut,
        length_mm=lengths["length"],
        width_mm=lengths["width"],
        skin=fish.skin or usual(cut)["skin"],
        slashes_per_side=round(per_side or 0),
        slash_depth=(slashes and slashes.depth) or "half",
        slash_length_mm=slash_length,
    )
    if thickness > 1.5 * min(piece.width_mm, piece.length_mm):
        read.say(
            "outside-model/block",
            f"{path}/thickness",
            grams=piece.mass_g,
            mm=thickness,
            length_mm=piece.length_mm,
            width_mm=piece.width_mm,
        )
    return piece


def _species(fish: Fish, pantry: Pantry, read: Quantities) -> Species | None:
    if not fish.species:
        read.say("unstated/species", "/fish/species")
        return None
    species = pantry.species.get(fish.species)
    if species is None:
        read.say("unknown-species", "/fish/species", name=fish.species)
    elif species.candidates:
        names = [pantry.species[one].name for one in species.candidates if one in pantry.species]
        read.say("ambiguous-species", "/fish/species", name=species.name, candidates=names)
    return species


def _block_mass(lengths: dict[str, float | None], cut: Cut | None) -> float | None:
    """Mass [g] of one piece of the stated length, width and thickness; None when one of them is not stated."""
    sizes = [lengths[name] for name in ("length", "width", "thickness")]
    if cut is None or any(size is None for size in sizes):
        return None
    return math.prod(size for size in sizes if size) / 1e6 * parameter("flesh_density") * FULLNESS[cut.plan]
