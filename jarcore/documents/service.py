"""The service document: what is served when, for how many, by whom and with what. `jar-table/service`.

Every field may be absent: what is absent is unstated, and the plan says what that costs. Times are local in the
service's zone, "2026-12-04T19:00"; times of people are times of the day, "15:00", or whole ones.
"""

from typing import Annotated, Literal

from pydantic import Field

from jarcore.documents.described import Schema, described
from jarcore.documents.nested import FormulaObject
from jarcore.documents.parts import Count, Flag, Number, Part, Text

FORMAT = "jar-table/service"
FORMAT_VERSION = 1


class Plate(Part):
    """When something is served: at one time, or in a wave from one time to another, at most so many covers a go. A
    `par` is held raw-ready from one time to another and fired by ticket.
    """

    id: Text | None = None
    name: Text | None = None
    at: Text | None = None
    from_: Annotated[Text | None, Field(alias="from")] = None
    to: Text | None = None
    at_most: Count | None = None
    par: Flag | None = None


class Away(Part):
    """A time at which somebody is not at hand: the staff meal, an errand, or another `service`, by its title."""

    from_: Annotated[Text | None, Field(alias="from")] = None
    to: Text | None = None
    note: Text | None = None
    service: Text | None = None


class Person(Part):
    """A pair of hands: from when to when, when it is away meanwhile, and what it can do (deeds of the plan; all where
    nothing is said).
    """

    id: Text | None = None
    name: Text | None = None
    from_: Annotated[Text | None, Field(alias="from")] = None
    to: Text | None = None
    away: list[Away] | None = None
    can: list[Text] | None = None


class Station(Part):
    """Something to cook on or in: its kind, watts, the oil of a fryer [l] and what allergens that has held today."""

    id: Text | None = None
    name: Text | None = None
    kind: Text | None = None
    watts: Number | None = None
    litres: Number | None = None
    held: list[Text] | None = None


class KitchenPan(Part):
    """A pan, by its diameter [mm]."""

    id: Text | None = None
    diameter_mm: Number | None = None


class KitchenScale(Part):
    """A scale: its step and what it bears [g]."""

    step_g: Number | None = None
    max_g: Number | None = None


class ServiceKitchen(Part):
    """What the kitchen has for this service."""

    people: list[Person] | None = None
    stations: list[Station] | None = None
    pans: list[KitchenPan] | None = None
    trays: list[Text] | None = None
    scales: list[KitchenScale] | None = None


class Variant(Part):
    """Some of a course's covers that are cooked without something: an allergen, alcohol, pork."""

    id: Text | None = None
    covers: Count | None = None
    without: list[Text] | None = None


class VersionOf(Part):
    """Of which of a kitchen's formulas something is a copy, and of which version; no number for a draft."""

    formula: Count | None = None
    number: Count | None = None


class Course(Part):
    """A formula cooked for so many covers at a plate time of the service; `version` says where it was taken from."""

    id: Text | None = None
    version: VersionOf | None = None
    plate: Text | None = None
    covers: Count | None = None
    variants: list[Variant] | None = None
    formula: FormulaObject | None = None


class BatchOfJar(Part):
    """A jar made ahead: which (its id in the formula of a course; of any course where none is named), how much, when it
    was made and until when it is used. What is drawn from several is as old as the oldest of it.
    """

    id: Text | None = None
    name: Text | None = None
    course: Text | None = None
    jar: Text | None = None
    mass_g: Number | None = None
    made_at: Text | None = None
    use_by: Text | None = None


class Pin(Part):
    """A step of the plan that a cook has put somewhere: it begins then, and the rest follows."""

    step: Text | None = None
    at: Text | None = None


class Service(Part):
    """Plates on a day, the courses cooked for them, and what the kitchen has.

    `began` says that work is under way since then: what a plan of before has before now has happened.
    """

    format: Literal["jar-table/service"] = "jar-table/service"
    format_version: Annotated[int, Field(strict=True, ge=1, le=FORMAT_VERSION)] = FORMAT_VERSION
    title: Text | None = None
    notes: Text | None = None
    timezone: Text | None = None
    plates: list[Plate] | None = None
    kitchen: ServiceKitchen | None = None
    courses: list[Course] | None = None
    batches: list[BatchOfJar] | None = None
    not_before: Text | None = None
    began: Text | None = None
    pins: list[Pin] | None = None


def service_schema() -> Schema:
    """JSON Schema of the service document."""
    return described(Service.model_json_schema(by_alias=True), "service", FORMAT_VERSION)
