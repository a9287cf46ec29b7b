"""What several kinds have in common; a kind takes it over and says what is its own."""

from jarcore.jars import dry_salt, liquid, salting, surface
from jarcore.jars.kind import Kind, anything

# A liquid in contact with raw fish.
LIQUID = Kind(
    id="",
    time=liquid.marinated,
    uptake=liquid.uptake,
    salt=salting.wetted,
    decides=lambda _laid: liquid.acts,
    liquid=True,
    touches_raw=True,
    steeps=True,
    vessel="dish",
)
# A layer of a coat, for the pan or the fryer.
LAYER = Kind(
    id="",
    time=surface.texture,
    uptake=dry_salt.uptake,
    salt=salting.coated,
    decides=anything,
    coats=True,
    eaten=True,
)
