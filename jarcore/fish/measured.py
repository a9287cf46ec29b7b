"""The fish as measured: what is known of it, and what follows from that."""

from dataclasses import dataclass

from jarcore.data import Cut, Species, parameter
from jarcore.fish.geometry import Piece

# Mercury classes, the lowest first.
MERCURY = ("best", "good", "avoid")
# How a fish is taken to be while no cut says otherwise.
PLAIN = {"basis": "fillet", "skin": "none", "bone": "out"}


@dataclass(frozen=True, slots=True)
class Frozen:
    """The freezing step on record: how cold [degC] and how long [min]."""

    celsius: float
    minutes: float


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasuredFish:
    """What is known of the fish; None for what is not."""

    species: Species | None
    cut: Cut | None
    pieces: float | None
    edible_g: float | None
    celsius: float
    piece: Piece | None = None
    estimated: tuple[str, ...] = ()
    thin_zone_mm: float | None = None
    groups: tuple["FishGroup", ...] = ()
    candidates: tuple[Species, ...] = ()
    basis: str = PLAIN["basis"]
    skin: str = PLAIN["skin"]
    bone: str = PLAIN["bone"]
    assumed: tuple[str, ...] = ()
    frozen: Frozen | None = None

    @property
    def ambiguous(self) -> bool:
        """Whether its name means several fish."""
        return bool(self.species and self.species.candidates)

    @property
    def surface_cm2(self) -> float | None:
        """Surface of all pieces [cm2]."""
        if self.groups:
            return sum(group.fish.surface_cm2 or 0.0 for group in self.groups)
        return self.piece.surface_cm2 * self.pieces if self.piece and self.pieces else None

    @property
    def sizes(self) -> "list[tuple[str | None, MeasuredFish]]":
        """Pieces of each size with the group's id: the groups of unlike pieces, or all of them."""
        return [(group.id, group.fish) for group in self.groups] or [(None, self)]

    @property
    def under_skin(self) -> bool:
        """Whether skin closes both broad faces: what lies on it is not in the flesh."""
        return self.piece is not None and self.piece.open_broad_faces == 0

    @property
    def slots(self) -> int:
        """Slots that the slashes make, over all pieces."""
        if self.groups:
            return sum(group.fish.slots for group in self.groups)
        return round(self.piece.slashes * self.pieces) if self.piece and self.pieces else 0

    @property
    def cavities(self) -> float:
        """Belly cavities: one for each whole fish."""
        return (self.pieces or 0) if self.cut and self.cut.plan == "body" else 0

    @property
    def flesh_l(self) -> float | None:
        """Volume of the edible flesh [l]."""
        return None if self.edible_g is None else self.edible_g / parameter("flesh_density")

    def has(self, flag: str) -> bool:
        """Whether the species carries a flag, or any fish that its name may mean does."""
        return self.species is not None and any(flag in one.flags for one in (self.species, *self.candidates))

    def is_all(self, flag: str) -> bool:
        """Whether every fish that the name may mean carries a flag that frees it of a caution."""
        return self.species is not None and all(flag in one.flags for one in self.candidates or (self.species,))

    @property
    def mercury(self) -> str:
        """The highest mercury class of the fish that the name may mean."""
        known = [one.mercury for one in (self.species, *self.candidates) if one is not None]
        return max(known, key=MERCURY.index, default=MERCURY[0])

    @property
    def closed(self) -> bool:
        """Whether skin closes every face, and no slash opens one."""
        return self.under_skin and self.piece is not None and not self.piece.slashes

    @property
    def timed(self) -> bool:
        """Whether enough is known to time a jar by this fish."""
        return bool(self.species and not self.ambiguous and self.piece and self.edible_g)


@dataclass(frozen=True, slots=True)
class FishGroup:
    """Pieces of one size among unlike pieces."""

    id: str | None
    fish: MeasuredFish
