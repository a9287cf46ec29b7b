"""Every question that can be asked of a formula: what it asks for, what it answers. A new one is one more here."""

from collections.abc import Sequence

from pydantic import Field

from jarcore.data import Pantry
from jarcore.documents import Evaluation, Finding, Patch
from jarcore.documents.formula import AmountUnit, Basis
from jarcore.formula import evaluate
from jarcore.questions.compare import Comparison, compare
from jarcore.questions.declared import QUESTIONS, Above, Asked, Document, OfJar, OfLine, TimeOfDay, Words, question
from jarcore.questions.explain import Explained, Explanation, explain
from jarcore.questions.fits import Fit, fits
from jarcore.questions.profiles import Profiles, profiles
from jarcore.questions.read_line import Phrase, read_line
from jarcore.questions.rewrite import Rewriting, rewrite
from jarcore.questions.scale import scale
from jarcore.questions.schools import Disagreement, schools_of
from jarcore.questions.swaps import Swap, swaps
from jarcore.questions.until import Until, until_plate
from jarcore.questions.windows import Curve, Over, Windows, curve, windows

# Whoever takes the questions from here has them declared.
__all__ = ["QUESTIONS"]
Told = Sequence[Finding]


@question("evaluate")
def _evaluate(asked: Asked, pantry: Pantry, told: Told) -> Evaluation:
    """Everything that is shown of a formula."""
    return evaluate(asked.document, pantry, told)


@question("profiles")
def _profiles(asked: Asked, pantry: Pantry, told: Told) -> Profiles:
    """Salt and acid over depth and time for each jar, and the core over time."""
    return profiles(asked.document, pantry, told)


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
