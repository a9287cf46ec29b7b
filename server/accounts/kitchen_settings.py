"""What a kitchen has settled for itself: one record, which everything that depends on it reads."""

from datetime import timedelta
from functools import cache
from typing import Annotated, Literal, Self
from zoneinfo import available_timezones

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field, model_validator

from jarcore.data.house import For, bounded, options_of
from server.common.text import Text
from server.common.typed import ScaleDraft

MOST_RULES = 40
MOST_SCALES = 12


@cache
def time_zones() -> frozenset[str]:
    """The names of the IANA time zone database."""
    return frozenset(available_timezones())


def _zone(name: str) -> str:
    if name not in time_zones():
        raise ValueError("No time zone is called that. It is a name such as Europe/Oslo.")
    return name


# The name of a time zone.
NAMED = Field(json_schema_extra={"format": "iana-time-zone", "examples": ["Europe/Oslo"]})
Zone = Annotated[Text, AfterValidator(_zone), NAMED]


def _id(name: str) -> str:
    if not name.strip():
        raise ValueError("Each rule has an id of its own.")
    return name


def _words(text: str) -> str:
    if not text.strip():
        raise ValueError("Say the rule, or take its line away.")
    return text.strip()


def _each_once(rules: "list[HouseRule]") -> "list[HouseRule]":
    if len({one.id for one in rules}) < len(rules):
        raise ValueError("Two rules have the same id.")
    return rules


def _whole(what: str, low: int, high: int) -> BeforeValidator:
    """A whole number of something between two others, refused in words."""

    def checked(value: object) -> object:
        if isinstance(value, bool) or not isinstance(value, int) or not low <= value <= high:
            raise ValueError(f"A whole number of {what}, from {low} to {high}.")
        return value

    return BeforeValidator(checked)


class HouseRule(BaseModel):
    """What a kitchen always does, in its own words; a formula can name it by its id.

    With a `target` and bounds, or with a school (`question`, `option`), it is held against each formula: all, or those
    of lean or oily fish, or with children at the table.
    """

    id: Annotated[Text, Field(max_length=40), AfterValidator(_id)]
    text: Annotated[Text, Field(max_length=200), AfterValidator(_words)]
    target: Text | None = None
    min: Annotated[float, Field(ge=-1e6, le=1e6)] | None = None
    max: Annotated[float, Field(ge=-1e6, le=1e6)] | None = None
    applies: For = "all"
    question: Text | None = None
    option: Text | None = None

    @model_validator(mode="after")
    def _can_be_held(self) -> Self:
        if self.target is not None and self.target not in bounded():
            raise ValueError("There is no such reading to hold a rule against.")
        if self.target is not None and self.min is None and self.max is None:
            raise ValueError("Say at least so much, or at most so much.")
        if self.min is not None and self.max is not None and self.min > self.max:
            raise ValueError("At least is more than at most: swap them.")
        if self.question is not None and self.option not in options_of(self.question):
            raise ValueError("There is no such school.")
        return self


class Settled(BaseModel):
    """What owners settle on one screen.

    `spoons` is what tsp, tbsp and cup are in a formula that begins here, `rounding_g` the step in which it likes to
    weigh [g], None for what the scale can do; of a shared tablet: after how long [min]
    without a touch it asks who is there, and after how long [h] somebody has to sign it in anew.
    """

    # What a later version said beside it is kept by nobody.
    model_config = ConfigDict(extra="ignore")

    time_zone: Zone = "UTC"
    spoons: Literal["us", "metric"] = "us"
    house_rules: Annotated[list[HouseRule], Field(max_length=MOST_RULES), AfterValidator(_each_once)] = []
    rounding_g: Annotated[float, Field(gt=0, le=100)] | None = None
    tablet_away_min: Annotated[int, _whole("minutes", 1, 720)] = 15
    tablet_idle_h: Annotated[int, _whole("hours", 1, 336)] = 72
    owners_need_second_factor: bool = False


class KitchenSettings(Settled):
    """The record: what is not said is as it stands here. `scales` are rows of a jar-table/pantry document, kept with
    the pantry, None for the usual ones.
    """

    scales: Annotated[list[ScaleDraft], Field(max_length=MOST_SCALES)] | None = None

    @property
    def tablet_away(self) -> timedelta:
        """After this long without a touch nobody is at the tablet any more."""
        return timedelta(minutes=self.tablet_away_min)

    @property
    def tablet_idle(self) -> timedelta:
        """After this long without a touch the tablet is signed out."""
        return timedelta(hours=self.tablet_idle_h)
