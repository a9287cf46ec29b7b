"""What has been done to a simulated instrument: all that its reading depends on besides the time and the world."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Number = Annotated[float, Field(allow_inf_nan=False)]
# Where nothing is said a probe hangs in the room.
AIR = "air"


class Buffer(BaseModel):
    """A buffer that a pH meter was set by: what it showed in it [mV], and when [ms since the epoch]."""

    model_config = ConfigDict(frozen=True)

    mv: Number
    at: int


class Put(BaseModel):
    """An instrument as it is: what it is in or on and where in that, since when [ms], what it showed before; what lies
    on a scale and its tare [g]; since when it has which faults; when its battery was full; the buffers; when a
    chiller's door stood open; whether the probe has touched raw fish since it was wiped.
    """

    model_config = ConfigDict(frozen=True)

    what: str = AIR
    where: str = "centre"
    since: int = 0
    before: Number | None = None
    load_g: Number = 0.0
    tare_g: Number = 0.0
    faults: dict[str, int] = {}
    full_at: int = 0
    low_buffer: Buffer | None = None
    high_buffer: Buffer | None = None
    door: list[tuple[int, int | None]] = []
    raw: bool = False
