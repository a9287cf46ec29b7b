"""Profiles: what the fish is at each minute of a jar and after it, over its depth, for drawing."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray
from typing_extensions import TypedDict

from jarcore.data import Pantry, engine, parameter
from jarcore.documents import Finding, Notice, notices_of
from jarcore.flesh import flesh_water_g, salt_diffusivity
from jarcore.flesh.engine import graded_widths, salt_profile
from jarcore.flesh.resting import rested_profile
from jarcore.formula.prepare import Prepared, prepare
from jarcore.jars import Laid
from jarcore.jars.steeping import front_of
from jarcore.questions.cook_profile import CookProfile, cook_profile

FORMAT = "jar-table/profiles"
FORMAT_VERSION = 1
POINTS = 48
REST_POINTS = 24
Vector = NDArray[np.float64]


class Rest(TypedDict):
    """After the jar: from lifting out at `lifted_min`, rinsed for `rinse_min`, at rest; times count from
    lifting out.
    """

    lifted_min: float
    rinse_min: float
    t_min: list[float]
    salt_pct: list[list[float]]
    mean_pct: list[float]
    evenness: list[float | None]


class JarProfile(TypedDict):
    """Salt [g per 100 g fish] and turned flesh [0 or 1] by time [min] and depth [mm] from an open face, and their sums.

    `mean_pct` is what the ledger counts as gone in; `on_face_pct` what dry salt still lies on the face. `faces` says
    which faces are open along length, width and thickness; `warm_min` are minutes on the one
    clock, all that came before counted.
    """

    jar: str | None
    t_min: list[float]
    depth_mm: list[float]
    salt_pct: list[list[float]]
    acid_turned: list[list[float]]
    mean_pct: list[float]
    on_face_pct: list[float]
    evenness: list[float | None]
    firmed_share: list[float]
    acid_depth_mm: list[float]
    acid_turned_fraction: list[float]
    warm_min: list[float]
    faces: list[int]
    after: Rest | None


class Profiles(TypedDict):
    """All profiles of a formula; an entry per jar, empty where a jar is not timed."""

    format: str
    format_version: int
    engine: str
    jars: list[JarProfile]
    cooking: CookProfile
    notices: list[Notice]


def profiles(document: Mapping[str, Any], pantry: Pantry | None = None, told: Sequence[Finding] = ()) -> Profiles:
    """Profiles of a formula document; total, as evaluate is."""
    ready = prepare(document, pantry, told)
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "engine": engine(ready.pantry),
        "jars": [_jar(ready, place) for place in range(len(ready.jars))],
        "cooking": cook_profile(ready),
        "notices": notices_of(ready.found),
    }


def _empty(name: str | None) -> JarProfile:
    return {
        "jar": name,
        "t_min": [],
        "depth_mm": [],
        "salt_pct": [],
        "acid_turned": [],
        "mean_pct": [],
        "on_face_pct": [],
        "evenness": [],
        "firmed_share": [],
        "acid_depth_mm": [],
        "acid_turned_fraction": [],
        "warm_min": [],
        "faces": [],
        "after": None,
    }


def _jar(ready: Prepared, place: int) -> JarProfile:
    laid = ready.jars[place]
    fish, window = laid.fish, laid.window
    known = fish.piece is not None and fish.species is not None and fish.edible_g
    if not laid.kind.steeps or window is None or not known or fish.piece is None:
        return _empty(laid.jar.id)
    lifted = laid.minutes or window["best_from_min"]
    longest = max(window["latest_min"] * parameter("course_past_latest"), laid.minutes or 0.0, 1.0)
    # Salt and acid go with the root of time, so the times are spaced by it.
    minutes = longest * np.linspace(0.0, 1.0, POINTS) ** 2
    slab = _Slab(laid)
    rows, mean = slab.course(minutes)
    front = front_of(laid)
    reach = np.array([front.depth_at(t * 60) * 1000 if front else 0.0 for t in minutes])
    dry = not laid.kind.liquid
    return {
        "jar": laid.jar.id,
        "t_min": minutes.tolist(),
        "depth_mm": (slab.depth_m * 1000).tolist(),
        "salt_pct": rows.tolist(),
        "acid_turned": (slab.depth_m[None, :] * 1000 < reach[:, None]).astype(float).tolist(),
        "mean_pct": mean.tolist(),
        "on_face_pct": np.maximum(laid.dose_pct - mean, 0.0).tolist() if dry else [0.0] * POINTS,
        "evenness": _evenness(rows, mean),
        "firmed_share": slab.firmed(rows).tolist(),
        "acid_depth_mm": reach.tolist(),
        "acid_turned_fraction": [front.turned_at(t * 60) if front else 0.0 for t in minutes],
        "warm_min": _warm(ready, place, minutes).tolist(),
        "faces": list(fish.piece.open_faces(laid.standing.lying and laid.kind.liquid)),
        "after": slab.after(lifted),
    }


def _evenness(rows: Vector, mean: Vector) -> list[float | None]:
    """Salt in the middle over the mean; None while there is none to speak of."""
    return [float(row[-1] / m) if m > 1e-6 else None for row, m in zip(rows, mean, strict=True)]


def _warm(ready: Prepared, place: int, minutes: Vector) -> Vector:
    """Minutes on the one clock up to each time: the fish's way in, the jars before, and its own where it
    stands warm.
    """
    earlier = {laid.path for laid in ready.jars[:place]}
    before = sum(s.minutes for s in ready.clock.spells if s.path in earlier or s.path.startswith("/fish"))
    return before + (minutes if ready.jars[place].standing.warm else np.zeros_like(minutes))


class _Slab:
    """The flesh between an open face and the closed one (or the middle), and the salt of one jar beside it."""

    def __init__(self, laid: Laid) -> None:
        fish = laid.fish
        assert fish.piece is not None and fish.species is not None and fish.edible_g is not None
        self.laid, self.edible_g = laid, fish.edible_g
        self.flesh_water = flesh_water_g(fish.species.fat_class, fish.edible_g)
        self.way_m = fish.piece.diffusion_mm / 1000
        self.rate = salt_diffusivity(fish.species.fat_class, laid.standing.celsius)
        self.depth_m: Vector = np.zeros(0)

    def course(self, minutes: Vector) -> tuple[Vector, Vector]:
        """Salt by time and depth, and its mean [g per 100 g fish].

        The shape is the slab's beside a bath (dry salt lies in a film of its own saturated brine); its sum is set to
        what the ledger counts as gone in, which also knows edges, coverage and the salt's time to dissolve.
        """
        contact, liquid = self.laid.contents.contact, self.laid.kind.liquid
        share = self.laid.contact_share if liquid else 1.0
        salt = contact.salt_g * share
        water = contact.water_g * share if liquid else salt * (1 / parameter("saturated_share") - 1)
        self.depth_m, per_water = salt_profile(
            self.way_m, self.rate, salt, max(water, 1e-6), self.flesh_water, minutes * 60
        )
        rows = np.maximum(per_water, 0.0) * self.flesh_water / self.edible_g * 100
        taken_up = self.laid.kind.uptake(self.laid)
        mean = np.array([taken_up(float(t)) for t in minutes])
        return self._scaled(rows, mean), mean

    def _scaled(self, rows: Vector, mean: Vector) -> Vector:
        widths = graded_widths(self.way_m, rows.shape[1])
        own = (rows * widths).sum(axis=1) / self.way_m
        factor = np.divide(mean, own, out=np.zeros_like(mean), where=own > 1e-9)
        scaled: Vector = rows * factor[:, None]
        return scaled

    def firmed(self, rows: Vector) -> Vector:
        """How deep salt in the flesh's water is above what firms it, as a share of the way in [1]."""
        threshold = parameter("shell_salt" if self.laid.kind.liquid else "salt_firms")
        in_water = rows * self.edible_g / self.flesh_water
        widths = graded_widths(self.way_m, rows.shape[1])
        share: Vector = ((in_water > threshold) * widths).sum(axis=1) / self.way_m
        return share

    def after(self, lifted: float) -> Rest:
        """A night's rest after lifting out at a time [min], after the rinse if the jar has one."""
        rows, _ = self.course(np.array([0.0, lifted]))
        rinse_s = self.laid.standing.rinse_s
        minutes = parameter("rest_shown") * np.linspace(0.0, 1.0, REST_POINTS) ** 2
        rested = rested_profile(rows[1], self.way_m, self.rate, rinse_s, minutes * 60)
        widths = graded_widths(self.way_m, rested.shape[1])
        mean = (rested * widths).sum(axis=1) / self.way_m
        return {
            "lifted_min": lifted,
            "rinse_min": rinse_s / 60,
            "t_min": minutes.tolist(),
            "salt_pct": rested.tolist(),
            "mean_pct": mean.tolist(),
            "evenness": _evenness(rested, mean),
        }
