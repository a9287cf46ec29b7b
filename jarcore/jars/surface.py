"""Jars whose time is a matter of texture: a row of the tables says how long."""

from jarcore.data import rows, said
from jarcore.jars.laid import Laid
from jarcore.jars.window import Limit, Span, Timed


def by_row(laid: Laid, school: str = "") -> Timed:
    """The span of a kind (of one of its SCHOOLs) from its row.

    Raises: LookupError for a kind that is timed so and has no row.
    """
    row = next((one for one in rows("coat_windows") if (one["kind"], one["school"]) == (laid.kind.id, school)), None)
    if row is None:
        raise LookupError(f"coat_windows.csv has no row of kind {laid.kind.id!r} and school {school!r}")
    own = Limit(
        minutes=float(row["latest_min"]),
        binding=row["binding"],  # type: ignore[arg-type]
        reason=said(row["reason"]),
        hard=True,
    )
    span = Span(
        earliest_min=float(row["earliest_min"]),
        best_from_min=float(row["best_from_min"]),
        best_to_min=float(row["best_to_min"]),
        limits=(own,),
        spread=0.0,
    )
    return Timed(span)


def texture(laid: Laid) -> Timed:
    """The span of a kind that has one row."""
    return by_row(laid)
