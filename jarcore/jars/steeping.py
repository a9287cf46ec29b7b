"""What goes into one size of piece out of a wet jar: through which faces, how deep acid turns, salt, the shell."""

import numpy as np

from jarcore.data import kept, named, parameter
from jarcore.documents.evaluated_jar import AtContact
from jarcore.fish import MeasuredFish, Piece, turned_share
from jarcore.flesh import (
    NEVER,
    NOTHING_TAKEN_UP,
    AcidFront,
    Bath,
    Course,
    Uptake,
    acid_front,
    bath_course,
    flesh_water_g,
    inverse_erfc,
    paste_course,
    salt_diffusivity,
)
from jarcore.flesh.temperature import REFERENCE_C, slowing
from jarcore.jars.drivers import Targets
from jarcore.jars.fade import blend
from jarcore.jars.laid import Laid
from jarcore.jars.place import Standing
from jarcore.jars.window import Span
from jarcore.substances import Solution

# What marks each stage of an acid window, in order: the rim, and the share of the flesh that acid has turned.
RIMS = named(early="early_rim", best_from="best_from_rim", best_to="best_to_rim", late="late_rim")
TURNED = named(early="early_turned", best_from="best_from_turned", best_to="best_to_turned", late="late_turned")
# Depths of the flesh, from its face to its middle, so close that between them a straight line does.
DEPTHS = np.linspace(0.0, 1.0, 801)


def wet_cm2(fish: MeasuredFish, standing: Standing) -> float:
    """Bare flesh that what is sour turns [cm2]: skin is closed, and the lower face in a dish that is not turned."""
    if fish.piece is None:
        return 0.0
    return _open_cm2(fish.piece, standing.lying) * (fish.pieces or 1)


def _open_cm2(piece: Piece, lying: bool = False) -> float:
    """Bare faces, edges and walls of slashes of one piece [cm2]."""
    length, width, broad = piece.open_faces(lying)
    edges = piece.edge_cm2 if length and width else 0.0
    return broad * piece.plan_cm2 + edges + piece.slash_cm2


def ways_m(piece: Piece) -> tuple[float, ...]:
    """For every axis of a piece with bare faces, and its slashes, the way salt goes [m]; empty where skin is all round.

    Salt finds every face, the lower one too: a piece lies on a film of the liquid.
    """
    # An edge that tapers has less face to its flesh, as if it lay farther off.
    edge = 2 * (piece.length_mm + piece.width_mm) * piece.thickness_mm / 100
    taper = edge / piece.edge_cm2 if piece.edge_cm2 else 1.0
    sizes = (taper * piece.length_mm, taper * piece.width_mm, piece.thickness_mm)
    ways = [size / count / 1000 for size, count in zip(sizes, piece.open_faces(lying=False), strict=True) if count]
    if piece.slash_cm2:
        ways.append(piece.volume_ml / piece.slash_cm2 / 100)
    return tuple(ways)


def front_of(laid: Laid, weaker: Solution | None = None) -> AcidFront | None:
    """The acid front in this fish; None when nothing sour travels or no face is open. WEAKER is tried for the jar."""
    jar, piece, fish = weaker or laid.contents.aqueous, laid.fish.piece, laid.fish
    if jar is None or not laid.sour or piece is None or fish.flesh_l is None or wet_cm2(fish, laid.standing) <= 0:
        return None
    litres = jar.litres * laid.contact_share
    return _front(jar, litres, fish.flesh_l, laid.standing.celsius, piece, piece.open_faces(laid.standing.lying))


@kept(maxsize=1024)
def _front(
    jar: Solution, contact_l: float, flesh_l: float, celsius: float, piece: Piece, faces: tuple[int, int, int]
) -> AcidFront | None:
    """The front, kept: a keystroke changes one jar, and the others' fronts stand.

    Slashes turn flesh but are not let use up the jar: else a slashed fish might stay in longer than a whole one.
    """
    return acid_front(
        jar,
        contact_l,
        flesh_l,
        celsius,
        _deepest_m(piece, faces),
        lambda depth: turned_share(piece, depth, faces),
        (lambda depth: turned_share(piece, depth, faces, slashes=False)) if piece.slashes else None,
    )


def _deepest_m(piece: Piece, faces: tuple[int, int, int]) -> float:
    """The middle of the piece, or its closed face [m]."""
    return piece.thickness_mm / (1 if faces[2] == 1 else 2) / 1000


def acid_targets(laid: Laid) -> Targets:
    """The depth of each stage [m]: its rim, or where its share of the flesh has turned if that comes first."""
    assert laid.fish.piece is not None
    return _acid_targets(laid.fish.piece, laid.fish.piece.open_faces(laid.standing.lying))


@kept(maxsize=256)
def _acid_targets(piece: Piece, faces: tuple[int, int, int]) -> Targets:
    deepest = _deepest_m(piece, faces)

    depths = deepest * DEPTHS
    shares = turned_share(piece, depths * 1000, faces)
    turned = {stage: float(np.interp(parameter(row), shares, depths)) for stage, row in TURNED.items()}
    return Targets(**{stage: min(parameter(rim) / 1000, turned[stage]) for stage, rim in RIMS.items()})


def salt_course(laid: Laid) -> Course:
    """Salt taken up from the liquid [g per 100 g fish] over time [s]: as from a bath, as from a paste, or between."""
    fish, contact, share = laid.fish, laid.contents.contact, laid.contact_share
    if not fish.timed or fish.piece is None or fish.species is None or not fish.edible_g or not fish.pieces:
        return NOTHING_TAKEN_UP
    # Water holds only so much salt; what is beyond waits for the water that the flesh gives.
    saturated = parameter("saturated_share")
    water_g = max(contact.water_g, contact.salt_g * (1 / saturated - 1))
    bath = Bath(contact.salt_g * share, water_g * share if contact.water_g else 0.0)
    thickness_m = 0.0
    open_cm2 = _open_cm2(fish.piece) * fish.pieces
    if open_cm2:
        thickness_m = contact.volume_ml * share / open_cm2 / 100
    paste = laid.contents.paste_share
    course = _salt_course(bath, fish.edible_g, fish.species.fat_class, fish.piece, paste, thickness_m if paste else 0.0)
    return course.slowed(slowing(laid.standing.celsius))


@kept(maxsize=1024)
def _salt_course(bath: Bath, edible_g: float, fat_class: str, piece: Piece, paste: float, thickness_m: float) -> Course:
    """The course at 25 degC: at another temperature all of it is as much slower as diffusion is."""
    ways, times, celsius = ways_m(piece), 100 / edible_g, REFERENCE_C
    if not ways:
        # Where no flesh is bare, what goes in goes through the skin.
        through = bath_course(bath, edible_g, fat_class, celsius, (piece.diffusion_mm / 1000,))
        return Course(through.seconds, through.reach * times * parameter("whole_skin_salt_share"))
    flowing = bath_course(bath, edible_g, fat_class, celsius, ways)
    if not paste or not bath.salt_g:
        return Course(flowing.seconds, flowing.reach * times)
    way_m = piece.volume_ml / _open_cm2(piece) / 100
    layer = paste_course(bath, edible_g, fat_class, celsius, way_m, thickness_m)
    # Between a liquid and a paste as many times from the one as the rest is to the other, as blend() has it.
    between = flowing.at(layer.seconds) ** (1 - paste) * layer.reach**paste
    return Course(layer.seconds, between * times)


def shell_minutes(laid: Laid, share: float) -> float:
    """When salt has firmed a share of the way in [min]: an empirical rule, and a weak one.

    Where salt in the water of the flesh is above a threshold: depth 2 erfc^-1(u*/u_s) sqrt(D t), u_s of the bath half
    way (as ratios) between how it begins and how it ends. Little salt is taken for a little above the threshold.
    """
    fish, contact, touches = laid.fish, laid.contents.contact, laid.contact_share
    assert fish.piece is not None and fish.species is not None and fish.edible_g is not None
    salt, water = contact.salt_g * touches, contact.water_g * touches
    if water <= 0 or salt <= 0:
        return NEVER
    ends = salt / (water + flesh_water_g(fish.species.fat_class, fish.edible_g))
    below = min(parameter("shell_salt") / 100 / blend(salt / water, ends, 0.5), 1 / parameter("shell_least"))
    depth_m = share * fish.piece.diffusion_mm / 1000
    rate = salt_diffusivity(fish.species.fat_class, laid.standing.celsius)
    return (depth_m / 2 / inverse_erfc(below)) ** 2 / rate / 60


def at_contact(laid: Laid, front: AcidFront | None, span: Span, taken_up: Uptake) -> AtContact:
    """The fish at the planned contact time, or when its best begins where none is planned."""
    planned = laid.standing.contact_min
    minutes = min(span.best_from_min, span.binding.minutes, laid.clock_min) if planned is None else planned
    return {
        "minutes": minutes,
        "planned": planned is not None,
        "salt_pct_of_fish": taken_up(minutes),
        "evenness": None,
        "acid_turned_fraction": front.turned_at(minutes * 60) if front else 0.0,
        "acid_depth_mm": front.depth_at(minutes * 60) * 1000 if front else 0.0,
    }
