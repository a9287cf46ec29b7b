"""What all open documents are made of: quantities as they were written, and the frozen part that keeps what it does
not know.
"""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

AmountUnit = Literal[
    "g",
    "kg",
    "oz",
    "lb",
    "ml",
    "l",
    "tsp",
    "tbsp",
    "cup",
    "fl_oz",
    "%",
    "piece",
    "slice",
    "clove",
    "sprig",
    "pinch",
    "part",
]
MassUnit = Literal["g", "kg", "oz", "lb"]
LengthUnit = Literal["mm", "cm", "in"]
TimeUnit = Literal["s", "min", "h", "d"]
TemperatureUnit = Literal["degC", "degF"]
VolumeUnit = Literal["ml", "l", "tsp", "tbsp", "cup", "fl_oz"]
WeightBasis = Literal["whole", "gutted", "fillet", "edible"]

Number = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Count = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Text = Annotated[str, Field(strict=True)]
Flag = Annotated[bool, Field(strict=True)]


class Part(BaseModel):
    """A part of the document: frozen, and keeping fields it does not know."""

    model_config = ConfigDict(frozen=True, extra="allow")


class Weight(Part):
    """A mass, with what was on the scale."""

    value: Number | None = None
    unit: MassUnit | None = None
    basis: WeightBasis | None = None


class Length(Part):
    """A length of one piece."""

    value: Number | None = None
    unit: LengthUnit | None = None


class Time(Part):
    """A duration."""

    value: Number | None = None
    unit: TimeUnit | None = None


class Temperature(Part):
    """A temperature."""

    value: Number | None = None
    unit: TemperatureUnit | None = None


class Volume(Part):
    """A volume of a vessel or of oil."""

    value: Number | None = None
    unit: VolumeUnit | None = None


class Percent(Part):
    """A share [%]."""

    value: Number | None = None
    unit: Literal["%"] = "%"


class Amount(Part):
    """What was written: a value and a unit, a range, or unstated."""

    value: Number | None = None
    unit: AmountUnit | None = None
    low: Number | None = None
    high: Number | None = None
    unstated: Flag | None = None


class Target(Part):
    """A wish for a reading: a value, a least, a most, or both bounds, in the reading's own unit."""

    value: Number | None = None
    min: Number | None = None
    max: Number | None = None
