"""What a window is made of: candidate limits, the one that binds, and its honest width."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal, TypedDict

from jarcore.data import Said, parameter, said
from jarcore.documents import Finding
from jarcore.documents.evaluated_jar import AtContact, Move, Window
from jarcore.flesh import NEVER

Binding = Literal["acid", "salt", "texture", "dose", "keeping", "counter", "none"]
# A narrower range than this is not worth showing.
LEAST_SPREAD = 0.02


@dataclass(frozen=True, slots=True, kw_only=True)
class Limit:
    """One thing that ends a jar's time [min], and why, and the rows it is.

    A hard one has no spread: it is set, not modelled.
    """

    minutes: float
    binding: Binding
    reason: Said
    hard: bool = False
    rows: tuple[str, ...] = ()


def cap(row: str, binding: Binding, reason: str) -> Limit:
    """A hard limit out of a row of the tables; REASON is the key of its sentence."""
    return Limit(minutes=parameter(row), binding=binding, reason=said(reason), hard=True, rows=(row,))


class Moved(TypedDict):
    """What would move the latest time: the key of its words, and the latest then [min]."""

    change: Said
    latest_min: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Span:
    """A window before it is shown: four times [min], the limits on the latest, the model's relative spread [1].

    What would move it is reckoned only where it is shown: of unlike pieces for the ones that govern.
    """

    earliest_min: float
    best_from_min: float
    best_to_min: float
    limits: tuple[Limit, ...]
    spread: float
    reasons: tuple[Said, ...] = ()
    at_contact: AtContact | None = None
    moves: Callable[[], tuple[Moved, ...]] = tuple

    @property
    def binding(self) -> Limit:
        """The limit that comes first."""
        return min(self.limits, key=lambda limit: limit.minutes)

    def scaled(self, factor: float) -> "Span":
        """The span with all its ends so many times as late; the limits stand."""
        return replace(
            self,
            earliest_min=self.earliest_min * factor,
            best_from_min=self.best_from_min * factor,
            best_to_min=self.best_to_min * factor,
        )

    def capped(self, limit: Limit) -> "Span":
        """The span with one more limit."""
        return replace(self, limits=(*self.limits, limit))


@dataclass(frozen=True, slots=True)
class Timed:
    """What timing a jar gives: its span, None where it cannot be timed, and what was found on the way."""

    span: Span | None
    found: tuple[Finding, ...] = ()


def window_of(span: Span, moved: bool = True) -> Window:
    """The window as shown: finite, ordered by clipping, with the model's spread as ranges below the hard caps.

    MOVED asks what would move it.
    """
    return {**_without_moves(span), "moves": _moves(span) if moved else []}


def _moves(span: Span) -> list[Move]:
    return [{"change": move["change"].text, "latest_min": move["latest_min"]} for move in span.moves()]


def _without_moves(span: Span) -> Window:
    bound = span.binding
    latest = bound.minutes
    caps = [limit.minutes for limit in span.limits if limit.hard]
    cap = min(caps, default=NEVER)
    best_to = min(span.best_to_min, latest)
    best_from = min(span.best_from_min, best_to)
    earliest = min(span.earliest_min, best_from)
    window: Window = {
        "earliest_min": earliest,
        "best_from_min": best_from,
        "best_to_min": best_to,
        "latest_min": latest,
        "binding": bound.binding,
        "reasons": [reason.text for reason in (bound.reason, *span.reasons)],
        "limits": [
            {"minutes": limit.minutes, "binding": limit.binding, "reason": limit.reason.text}
            for limit in sorted(span.limits, key=lambda one: one.minutes)
            if limit.minutes < NEVER
        ],
        "rests_on": list(bound.rows),
        "moves": [],
        "groups": [],
        "at_contact_time": span.at_contact,
        "stopped_by": [],
    }
    for name, value in (
        ("earliest_min", earliest),
        ("best_from_min", best_from),
        ("best_to_min", best_to),
        ("latest_min", latest),
    ):
        ends = _spread(value, span.spread, cap)
        if ends:
            window[f"{name}_range"] = ends  # type: ignore[literal-required]
    return window


def tightest(spans: Sequence[tuple[str | None, Span]], moved: bool = True) -> Window:
    """One window for unlike pieces in one jar: the tightest governs; each group's own is listed beside it.

    MOVED asks what would move it.
    """
    windows = [(name, _without_moves(span)) for name, span in spans]
    place = min(range(len(windows)), key=lambda at: windows[at][1]["latest_min"])
    tight = windows[place][1]
    best_to = min(window["best_to_min"] for _, window in windows)
    merged: Window = {**tight, "moves": _moves(spans[place][1]) if moved else [], "best_to_min": best_to}
    # Where the large pieces are not ready when the small ones have to come out, the small ones set the beginning too:
    # else the best would be an instant.
    merged["best_from_min"] = _begins(windows, "best_from_min", "best_to_min", merged["best_to_min"])
    merged["earliest_min"] = _begins(windows, "earliest_min", "best_from_min", merged["best_from_min"])
    for name in ("earliest_min_range", "best_from_min_range", "best_to_min_range"):
        merged.pop(name, None)  # type: ignore[misc]
    # To be lifted out together, the pieces that need longest go in first and the others that much later.
    longest = max(window["best_from_min"] for _, window in windows)
    merged["groups"] = [
        {
            "id": name,
            "start_after_min": longest - window["best_from_min"],
            "earliest_min": window["earliest_min"],
            "best_from_min": window["best_from_min"],
            "best_to_min": window["best_to_min"],
            "latest_min": window["latest_min"],
            "binding": window["binding"],
        }
        for name, window in windows
    ]
    return merged


def _begins(
    windows: Sequence[tuple[str | None, Window]],
    begin: Literal["earliest_min", "best_from_min"],
    end: Literal["best_from_min", "best_to_min"],
    until: float,
) -> float:
    """When a stage begins for all [min]: with the last of them, but no nearer to its end than the first to end has."""
    last = max(window[begin] for _, window in windows)
    ending = min((window for _, window in windows), key=lambda window: window[end])
    nearest = math.sqrt(ending[begin] / ending[end]) if ending[end] else 1.0
    return min(last, until * nearest)


def _spread(value: float, share: float, cap: float) -> list[float] | None:
    low, high = value * (1 - share), min(value * (1 + share), cap)
    return [low, high] if share >= LEAST_SPREAD and low < high and value < cap else None
