"""Every question that can be asked of a formula: what it asks for, what it answers. A new one is one more here."""

from collections.abc import Sequence
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field, field_validator

from jarcore.data import Pantry
from jarcore.data.targets import target_rows
from jarcore.documents import Evaluation, Finding, Patch
from jarcore.documents.formula import Basis
from jarcore.documents.parts import AmountUnit, Target
from jarcore.formula import evaluate
from jarcore.questions.across import across
from jarcore.questions.beside import Beside, beside
from jarcore.questions.compare import Comparison, compare
from jarcore.questions.correct import Corrected, Happened, correct
from jarcore.questions.correct.tasting import TASTES
from jarcore.questions.declared import (
    MOST_LINES,
    QUESTIONS,
    Above,
    Asked,
    Document,
    Figure,
    Mass,
    OfJar,
    OfLine,
    Position,
    TimeOfDay,
    Words,
    Yes,
    question,
)
from jarcore.questions.explain import Explained, Explanation, explain
from jarcore.questions.fits import Fit, fits
from jarcore.questions.house import Kept, house
from jarcore.questions.profiles import Profiles, profiles
from jarcore.questions.read_line import Phrase, read_line
from jarcore.questions.read_making import MakingRead, read_making
from jarcore.questions.rewrite import Rewriting, rewrite
from jarcore.questions.scale import scale
from jarcore.questions.schools import Disagreement, schools_of
from jarcore.questions.solve import Solved, solve
from jarcore.questions.substitute import Substituted, substitute
from jarcore.questions.swaps import Swap, swaps
from jarcore.questions.until import Until, until_plate
from jarcore.questions.windows import Curve, Over, Windows, curve, windows

# Whoever takes the questions from here has them declared.
__all__ = ["QUESTIONS"]
Told = Sequence[Finding]
Taste = Literal["sharp", "flat", "salty", "sweet", "bitter", "thick", "thin", "strong"]


@question("evaluate")
def _evaluate(asked: Asked, pantry: Pantry, told: Told) -> Evaluation:
    """Everything that is shown of a formula."""
    return evaluate(asked.document, pantry, told)


@question("profiles")
def _profiles(asked: Asked, pantry: Pantry, told: Told) -> Profiles:
    """Salt and acid over depth and time for each jar, and the core over time."""
    return profiles(asked.document, pantry, told)


class BesideAsked(Asked):
    """What stands beside the document."""

    others: list[Document] = Field(min_length=1, max_length=3, description="One to three more formula documents.")


@question("beside")
def _beside(asked: BesideAsked, pantry: Pantry, _told: Told) -> Beside:
    """Two to four formulas beside one another, aligned line by line."""
    return beside([asked.document, *asked.others], pantry)


class AcrossAsked(Asked):
    """What is taken out of another formula."""

    source: Document = Field(description="The formula document that something is taken from.")
    jar: Position | None = Field(None, description="The position of a jar of the source; null for its fish.")
    line: Position | None = Field(None, description="The position of a line of that jar; null for all of it.")
    into: Position | None = Field(None, description="The position of the jar that it goes into; null for a new one.")
    over: Position | None = Field(None, description="The position of the line that it replaces; null for a new one.")


@question("across")
def _across(asked: AcrossAsked, pantry: Pantry, _told: Told) -> Patch:
    """The patch that takes a line, a jar or the fish of another formula across."""
    return across(asked.document, asked.source, asked.jar, asked.line, asked.into, asked.over, pantry)


class CompareAsked(Asked):
    """What is compared with the document."""

    after: Document = Field(description="A formula document: the one after the change.")


@question("compare")
def _compare(asked: CompareAsked, pantry: Pantry, _told: Told) -> Comparison:
    """What is otherwise in `after` than in `document`: shown before a change is taken."""
    return compare(asked.document, asked.after, pantry)


class ReadLineAsked(OfJar):
    """Words typed for a jar."""

    text: Words = Field(description="A line as a cook types it.")


@question("read-line")
def _read_line(asked: ReadLineAsked, pantry: Pantry, _told: Told) -> Phrase:
    """A line out of typed words, for a jar of the document."""
    return read_line(asked.document, asked.jar, asked.text, pantry)


class ReadMakingAsked(OfJar):
    """Words typed for the making of a jar."""

    text: Words = Field(description="A step of the making as a cook types it.")


@question("read-making")
def _read_making(asked: ReadMakingAsked, pantry: Pantry, _told: Told) -> MakingRead:
    """A step of a jar's making out of typed words."""
    return read_making(asked.document, asked.jar, asked.text, pantry)


class RewriteLineAsked(OfLine):
    """How a line is to be written."""

    unit: AmountUnit | None = Field(None, description="The unit it is to be written in: one of the format's.")
    basis: Basis | None = Field(None, description="The basis it is to follow: one of the format's.")
    mass_g: Above | None = Field(None, description="What it is to weigh on this fish: grams, above 0.")


@question("rewrite-line")
def _rewrite_line(asked: RewriteLineAsked, pantry: Pantry, _told: Told) -> Rewriting:
    """A line in another unit or on another basis, at the same mass or at one that is given."""
    return rewrite(asked.document, asked.jar, asked.line, asked.unit, asked.basis, asked.mass_g, pantry)


@question("swaps")
def _swaps(asked: OfLine, pantry: Pantry, _told: Told) -> list[Swap]:
    """Equivalents of a line's ingredient."""
    return swaps(asked.document, asked.jar, asked.line, pantry)


@question("schools")
def _schools(asked: Asked, pantry: Pantry, _told: Told) -> list[Disagreement]:
    """Where good cooks disagree on this formula, with both reasons."""
    return schools_of(asked.document, pantry)


class ScaleAsked(Asked):
    """One of four wishes."""

    servings: Above | None = Field(None, description="How many people eat: a number above 0.")
    pieces: Above | None = Field(None, description="How many pieces there are: a number above 0.")
    edible_g: Above | None = Field(None, description="Edible weight of all pieces in grams: a number above 0.")
    bought_g: Above | None = Field(
        None, description="Weight of all pieces as it is stated, whole or gutted or as fillets, in grams: above 0."
    )


@question("scale")
def _scale(asked: ScaleAsked, pantry: Pantry, _told: Told) -> Patch:
    """The patch that scales the formula to other servings, pieces, edible weight or weight as it is bought."""
    return scale(
        asked.document,
        servings=asked.servings,
        pieces=asked.pieces,
        edible_g=asked.edible_g,
        bought_g=asked.bought_g,
        pantry=pantry,
    )


class ExplainAsked(OfJar):
    """A reading of a jar, of the plate, or of the heat."""

    name: Explained = Field(description="The name of a reading that is explained.")


@question("explain")
def _explain(asked: ExplainAsked, pantry: Pantry, _told: Told) -> Explanation | None:
    """How a reading is reached, with the formula's own numbers, the rows and their sources; null without the jar."""
    return explain(asked.document, asked.name, asked.jar, pantry)


@question("windows")
def _windows(asked: OfJar, pantry: Pantry, _told: Told) -> Windows:
    """A jar's window over cuts and temperatures, and what moves it most."""
    return windows(asked.document, asked.jar, pantry)


class CurveAsked(OfJar):
    """What the window is drawn over."""

    over: Over = Field(description="thickness, dose, acid, salt or temperature.")


@question("curve")
def _curve(asked: CurveAsked, pantry: Pantry, _told: Told) -> Curve | None:
    """The four times of a jar's window over one thing; null for a jar that is not timed."""
    return curve(asked.document, asked.jar, asked.over, pantry)


class Wish(BaseModel):
    """A value, a least, a most, or both bounds."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    value: Figure | None = None
    min: Figure | None = None
    max: Figure | None = None

    @property
    def target(self) -> Target:
        """The same as a target of the format."""
        return Target(value=self.value, min=self.min, max=self.max)


class SolveAsked(OfJar):
    """What is aimed at, what stays, what may be added."""

    targets: dict[str, Wish] | None = Field(
        None,
        description="Targets by a reading's key, of the jar, or of its window or the plate with “window.” or “plate.” "
        "before it: a value, a least or a most in the reading's unit. Without any the document's own hold.",
    )
    locked: list[Words] = Field([], max_length=MOST_LINES, description="Ids of lines whose amounts stay: a list.")
    bounds: dict[str, Wish] = Field({}, description="What lines may weigh, by their ids: a value, a least or a most.")
    suggest: Yes = Field(False, description="Whether plain things may be added to the jar: true or false.")

    @field_validator("targets")
    @classmethod
    def _are_readings(cls, value: dict[str, Wish] | None) -> dict[str, Wish] | None:
        if any(key not in target_rows() for key in value or {}):
            raise ValueError("no such reading")
        return value


@question("solve")
def _solve(asked: SolveAsked, pantry: Pantry, _told: Told) -> Solved:
    """Amounts of a jar that meet targets with the least change, or the smallest thing to give up that allows it."""
    return solve(
        asked.document,
        asked.jar,
        None if asked.targets is None else {key: wish.target for key, wish in asked.targets.items()},
        asked.locked,
        {line: wish.target for line, wish in asked.bounds.items()},
        asked.suggest,
        pantry,
    )


class CorrectAsked(OfJar):
    """What happened to a jar, and what goes on the record."""

    weighed: dict[str, Mass] = Field({}, description="What is in, by the ids of lines: grams that the scale said.")
    on_fish: Yes = Field(False, description="Whether the jar is on the fish already: true or false.")
    taste: Taste | None = Field(None, description=f"What it tastes of: {', '.join(TASTES)}.")
    spilled_g: Above | None = Field(None, description="What was spilled of what was in, in grams: above 0.")
    fish_g: Above | None = Field(None, description="What the fish weighs, as its weight is stated, in grams: above 0.")
    reduced_g: tuple[Above, Above] | None = Field(
        None, description="What a reduction was to weigh and what it weighs: two numbers of grams above 0."
    )
    at: Words | None = Field(None, max_length=40, description="When it happened, for the record: a time.")
    initials: Words | None = Field(None, max_length=8, description="Who corrects it, for the record: initials.")


@question("correct")
def _correct(asked: CorrectAsked, pantry: Pantry, _told: Told) -> Corrected:
    """What can be done about a jar that did not go as planned, with the readings before and after."""
    happened = Happened(
        weighed=asked.weighed,
        on_fish=asked.on_fish,
        taste=asked.taste,
        spilled_g=asked.spilled_g,
        fish_g=asked.fish_g,
        reduced_g=asked.reduced_g,
    )
    return correct(asked.document, asked.jar, happened, asked.at, asked.initials, pantry)


class SubstituteAsked(Asked):
    """What may not be in it, in words."""

    without: list[Words] = Field([], max_length=40, description="Words for what is avoided, or for things: a list.")
    missing: list[Words] = Field([], max_length=MOST_LINES, description="Words for things that are not there: a list.")
    at_hand: list[Words] | None = Field(
        None, max_length=MOST_LINES, description="Words for all things that there are: a list, or null for anything."
    )


@question("substitute")
def _substitute(asked: SubstituteAsked, pantry: Pantry, _told: Told) -> Substituted:
    """Substitutes for all that may not be in it or is not there, several at once, and what each cannot keep."""
    return substitute(asked.document, asked.without, asked.missing, asked.at_hand, pantry)


@question("house")
def _house(asked: Asked, pantry: Pantry, _told: Told) -> list[Kept]:
    """How the formula stands to each of its kitchen's house rules that applies to it."""
    return house(asked.document, pantry)


class UntilAsked(OfJar):
    """What time it is, and when the plate is wanted."""

    now: TimeOfDay = Field(description="The time now: hours and minutes of the day with a colon.")
    plate: TimeOfDay = Field(description="The time of the plate: hours and minutes of the day with a colon.")


@question("until-plate")
def _until_plate(asked: UntilAsked, pantry: Pantry, _told: Told) -> Until:
    """What comes between a jar and the plate, and what its best must fit."""
    return until_plate(asked.document, asked.jar, asked.now, asked.plate, pantry)


class FitsAsked(OfJar):
    """How long there is until service."""

    minutes: Above = Field(description="How many minutes there are: a number above 0.")


@question("fits")
def _fits(asked: FitsAsked, pantry: Pantry, _told: Told) -> list[Fit]:
    """What makes a jar's best hold the time until service."""
    return fits(asked.document, asked.jar, asked.minutes, pantry)
