"""Chunks and strips in heat from all sides: the slab whose core is as soon warm."""

import math

from jarcore.data import kept, parameter, root
from jarcore.fish.geometry import Piece

# No box is done like a slab of so small a part of its thickness.
LEAST = 0.05
# What comes in through the edges of a wide piece is nothing.
WIDE = 1e-9


@kept(maxsize=1024)
def slab_share(piece: Piece, h: float, medium_c: float) -> float:
    """Thickness of the slab that is as soon done as the piece, to the piece's own thickness [1].

    The core of a box lacks the product of what three slabs lack (Carslaw and Jaeger 1959, 5.6), each by the first
    term of its series. Reckoned for the usual core from the chiller, H [W/m2/K] and what is around it [degC].
    """
    target, start = parameter("core_target"), parameter("fish_c")
    if medium_c <= target or h <= 0:
        return 1.0
    lacks = math.log((medium_c - target) / (medium_c - start))
    biot_per_m = h / parameter("heat_conductivity")
    halves = [side / 2000 for side in (piece.thickness_mm, piece.width_mm, piece.length_mm)]

    def box(spread: float) -> float:
        return sum(_left(half, biot_per_m, spread) for half in halves)

    # A slab as thick takes longest. The spread is diffusivity times time.
    longest = _spread(halves[0], biot_per_m, lacks)
    if box(longest) > lacks - WIDE:
        return 1.0
    done = root(lambda spread: box(spread) - lacks, 0.0, longest)
    half = root(lambda half: _spread(half, biot_per_m, lacks) - done, LEAST * halves[0], halves[0])
    return min(1.0, half / halves[0])


def _left(half_m: float, biot_per_m: float, spread_m2: float) -> float:
    """Logarithm of what the core of a slab still lacks, half as thick [m], after a spread [m2]; at most 0."""
    square, first = _term(half_m * biot_per_m)
    return min(0.0, math.log(first) - square * spread_m2 / half_m**2)


def _spread(half_m: float, biot_per_m: float, lacks: float) -> float:
    """The spread [m2] after which the core of a slab lacks so much."""
    square, first = _term(half_m * biot_per_m)
    return (math.log(first) - lacks) * half_m**2 / square


def _term(biot: float) -> tuple[float, float]:
    """Square of the first root of q tan q = Bi, and the first coefficient at the core.

    The square goes from Bi where the face resists to pi^2/4 where the flesh does; between them as resistances add.
    """
    square = 1 / (1 / biot + 4 / math.pi**2)
    root = math.sqrt(square)
    return square, 4 * math.sin(root) / (2 * root + math.sin(2 * root))
