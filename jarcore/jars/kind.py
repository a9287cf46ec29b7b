"""What a kind of jar is: its traits, how it is timed, what its salt does. Each kind is a module of `kinds`."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TYPE_CHECKING, TypeAlias

from jarcore.data import Ingredient
from jarcore.flesh import Uptake

if TYPE_CHECKING:
    from jarcore.jars.laid import Coated, Laid, SaltStep
    from jarcore.jars.window import Timed

Test: TypeAlias = Callable[[Ingredient], bool]


def nothing(_minutes: float) -> float:
    """The uptake of what is not known."""
    return 0.0


def anything(_laid: Laid) -> Test | None:
    """For a kind whose time hangs on no amount."""
    return None


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """One kind of jar, whole.

    `time` gives its window on one size of piece, None for what has none; `decides` which ingredients set its time, so
    that without their amounts there is none; `uptake` the salt that has gone into the flesh over time [min], before
    any rinse [g per 100 g fish]; `salt` its salt on the way to the plate; `coat` what is set out and picked up, for
    what is laid on by the surface.
    """

    id: str
    time: Callable[[Laid], Timed] | None
    uptake: Callable[[Laid], Uptake]
    salt: Callable[[Laid], SaltStep]
    decides: Callable[[Laid], Test | None]
    coat: Callable[[Laid], Coated] | None = None
    # A liquid in contact, whose salt and acid go into the flesh.
    liquid: bool = False
    # Acts on raw fish while time passes.
    touches_raw: bool = False
    # Meets only cooked fish.
    finishes: bool = False
    # Salt or acid goes into the flesh over time, so that there is a course to draw.
    steeps: bool = False
    # A layer of a coat: only what is picked up is eaten.
    coats: bool = False
    # Its salt lies dry on the face until the flesh has drawn it in.
    lies_dry: bool = False
    # Made in a bowl, in which the fish does not wait.
    bowl: bool = False
    # Flows as its method says.
    flows: bool = False
    # Goes inside the fish.
    fills: bool = False
    # There to salt: without a salt something is missing.
    salts: bool = False
    # Eaten with the fish when nothing else is said.
    eaten: bool = False
    # Poured off when it is done, with all that clings.
    poured_off: bool = False
    # What clings to the surface goes into the heat with the fish.
    clings: bool = False
    # Often boiled first, to cook off alcohol or to reduce.
    boiled_first: bool = False
    # Where it is laid when the method names no vessel.
    vessel: str = "coat"
