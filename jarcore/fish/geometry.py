"""The geometry of a cut: from weight and thickness of a piece to its faces, its surface and the way salt goes."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from jarcore.data import Cut, named, parameter

MM_PER_CM = 10.0
# How deep slashes go, as a share of the thickness.
SLASH = named(shallow="slash_shallow", half="slash_half", bone="slash_bone")


@dataclass(frozen=True, slots=True, kw_only=True)
class Piece:
    """One piece. Lengths [mm], plan area and surface [cm2], volume [ml], mass [g]."""

    mass_g: float
    length_mm: float
    width_mm: float
    thickness_mm: float
    plan_cm2: float
    edge_cm2: float
    plan: str
    skin: str
    slashes: int
    slash_depth_mm: float
    slash_length_mm: float

    @property
    def volume_ml(self) -> float:
        """Volume of the flesh [ml]."""
        return self.mass_g * 1000 / parameter("flesh_density")

    @property
    def surface_cm2(self) -> float:
        """All faces, skin included, slashes not [cm2]."""
        return 2 * self.plan_cm2 + self.edge_cm2

    @property
    def slash_cm2(self) -> float:
        """Both walls of all slashes [cm2]."""
        return 2 * self.slashes * self.slash_depth_mm * self.slash_length_mm / 100

    @property
    def open_broad_faces(self) -> int:
        """How many of the two broad faces are bare flesh: skin closes its side; round a steak it closes only
        the edge.
        """
        if self.plan == "round":
            return 2
        return {"none": 2, "one_side": 1, "all_round": 0}[self.skin]

    @property
    def diffusion_mm(self) -> float:
        """The way salt goes [mm]: half the thickness with two open faces, the whole with one, half under skin.

        Slashes shorten it by as much as they add to the surface.
        """
        straight = self.thickness_mm if self.open_broad_faces == 1 else self.thickness_mm / 2
        return straight / (1 + self.slash_cm2 / self.surface_cm2)

    def open_faces(self, lying: bool) -> tuple[int, int, int]:
        """Open faces along length, width and thickness; a piece that lies in a dish has its lower face closed."""
        broad = self.open_broad_faces
        if lying and broad == 2:
            broad = 1
        edges = 0 if self.skin == "all_round" else 2
        return edges, edges, broad


def round_fish_thickness_mm(gross_g: float) -> float:
    """Largest thickness [mm] of a round fish from its weight [g]: (V/9)^(1/3), length 9 T, depth 2 T, fullness 0.5."""
    ratio = parameter("whole_length_ratio") * parameter("whole_depth_ratio") * parameter("whole_fullness")
    return MM_PER_CM * math.cbrt(gross_g / 1.05 / ratio)


def measure_piece(
    mass_g: float,
    thickness_mm: float,
    cut: Cut,
    *,
    length_mm: float | None = None,
    width_mm: float | None = None,
    skin: str = "none",
    slashes_per_side: int = 0,
    slash_depth: str = "half",
    slash_length_mm: float | None = None,
) -> Piece:
    """One piece out of its mass [g] and thickness [mm]; length and width [mm] where they were measured.

    A piece whose length and width are not measured has the plan area m/(rho t) and the proportions of its cut.
    The surface is S = 2 A + 2 (L + W) t f_e, with f_e smaller for a cut that tapers to its edges; a whole
    round fish has lateral faces of 27 T2 in all.
    """
    density = parameter("flesh_density") / 1000
    thick_cm = thickness_mm / MM_PER_CM
    if cut.plan == "body":
        length = length_mm or parameter("whole_length_ratio") * thickness_mm
        width = width_mm or parameter("whole_depth_ratio") * thickness_mm
        plan, edge = parameter("whole_surface_ratio") * thick_cm**2 / 2, 0.0
    else:
        area = mass_g / (density * thick_cm)
        ratio = length_mm / width_mm if length_mm and width_mm else cut.aspect_ratio
        length = length_mm or (area / width_mm * 100 if width_mm else math.sqrt(area * ratio) * MM_PER_CM)
        width = width_mm or area / length * 100
        plan = length * width / 100
        edge = 2 * (length + width) / MM_PER_CM * thick_cm * cut.edge_factor
    slashes = 2 * slashes_per_side if cut.plan == "body" else slashes_per_side
    depth = parameter(SLASH[slash_depth]) * thickness_mm
    return Piece(
        mass_g=mass_g,
        length_mm=length,
        width_mm=width,
        thickness_mm=thickness_mm,
        plan_cm2=plan,
        edge_cm2=edge,
        plan=cut.plan,
        skin=skin,
        slashes=slashes,
        slash_depth_mm=depth,
        slash_length_mm=slash_length_mm or 0.7 * width,
    )


def turned_share(
    piece: Piece, depth_mm: NDArray[np.float64], faces: Sequence[int], slashes: bool = True
) -> NDArray[np.float64]:
    """Share of the flesh within each DEPTH_MM (none negative) of an open face: 1 - prod clip(1 - n x/L), slashes added
    if wanted.
    """
    left = np.ones_like(depth_mm)
    for size, count in zip((piece.length_mm, piece.width_mm, piece.thickness_mm), faces, strict=True):
        if count:
            left *= np.maximum(1 - count * depth_mm / size, 0.0)
    if slashes and piece.slashes:
        left *= np.maximum(1 - depth_mm / MM_PER_CM * piece.slash_cm2 / piece.volume_ml, 0.0)
    return 1 - left


def outline(piece: Piece) -> list[list[float]]:
    """The cut from above, to scale: points [mm] of a closed line from (0, 0) to (length, width)."""
    length, width = piece.length_mm, piece.width_mm
    if piece.plan == "block":
        shape = [(0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)]
        return [[x * length, y * width] for x, y in shape]
    # Denser towards both ends, where the line bends most.
    along = [0.5 - 0.5 * math.cos(math.pi * i / 32) for i in range(33)]
    upper = [(x, _half_width(piece.plan, x)) for x in along]
    points = [(x, 0.5 - h / 2) for x, h in upper] + [(x, 0.5 + h / 2) for x, h in reversed(upper)]
    return [[x * length, y * width] for x, y in points]


def _half_width(plan: str, x: float) -> float:
    """How wide the cut is at X of its length, as a share of its width."""
    if plan == "round":
        return 2 * math.sqrt(max(0.0, x * (1 - x)))
    if plan == "body":
        tail = 0.55 * max(0.0, (x - 0.84) / 0.16)
        return max(tail, 0.06, math.sin(math.pi * min(1.0, x / 0.9) ** 0.75) ** 0.8 if x < 0.9 else 0.0)
    return math.pow(max(0.0, math.sin(math.pi * math.pow(x, 0.72))), 0.72)


def section(piece: Piece) -> list[list[float]]:
    """The cut across, to scale: points [mm] of a closed line, width by thickness, lower side first."""
    width, thick = piece.width_mm, piece.thickness_mm
    if piece.plan in ("block", "round"):
        return [[0.0, 0.0], [width, 0.0], [width, thick], [0.0, thick]]
    if piece.plan == "body":
        return [
            [width * (0.5 + 0.5 * math.cos(a)), thick * (0.5 + 0.5 * math.sin(a))]
            for a in (i * math.pi / 16 for i in range(32))
        ]
    top = [(i / 16, math.sin(math.pi * (0.06 + 0.88 * i / 16)) ** 0.55) for i in range(17)]
    return [[0.0, 0.0], [width, 0.0], *[[x * width, y * thick] for x, y in reversed(top)]]
