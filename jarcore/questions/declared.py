"""What a question is, and how it is asked: its request, its answer and its function stand in one declaration.

Whoever offers questions (the API, the command, a client's types) reads them from here.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Generic, TypeVar, get_type_hints

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError

from jarcore.data import Pantry, default_pantry
from jarcore.documents import Finding, formula_object
from jarcore.documents.nested import FormulaObject
from jarcore.documents.pointers import pointer
from jarcore.documents.refusal import NOT_VALID, problem

MOST = 10_000
# Lines that may be named at once.
MOST_LINES = 400
Q = TypeVar("Q", bound="Asked")
# What answers a question: of what is asked, a pantry, and what the door found.
Answering = Callable[[Q, Pantry, Sequence[Finding]], object]
# A formula document, read tolerantly: its fields are those of the format, and any of them may be wrong.
Document = FormulaObject
Position = Annotated[int, Field(strict=True, ge=0, lt=MOST)]
Above = Annotated[float, Field(strict=True, gt=0, lt=1e7)]
Figure = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-1e9, le=1e9)]
Mass = Annotated[float, Field(strict=True, ge=0, lt=1e7)]
Yes = Annotated[bool, Field(strict=True)]
Words = Annotated[str, Field(strict=True)]
TimeOfDay = Annotated[str, Field(strict=True, pattern=r"^([01]?\d|2[0-3]):[0-5]\d$")]


class Asked(BaseModel):
    """What is asked about one formula; `description` of a field says what it is to be."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    document: Document = Field(description="A formula document.")


class OfJar(Asked):
    """What is asked about one jar of it."""

    jar: Position = Field(description="The position of a jar: a whole number from 0.")


class OfLine(OfJar):
    """What is asked about one line of that jar."""

    line: Position = Field(description="The position of a line: a whole number from 0.")


class NoSuchQuestion(LookupError):
    """Nobody answers a question of this name."""


class NotAsked(ValueError):
    """What came is not what the question asks for; `errors` has each place: its `path` (a JSON Pointer), the `code` of
    what is wrong there, and the `text` that says what belongs there.
    """

    def __init__(self, errors: Sequence[Mapping[str, str]]) -> None:
        super().__init__(" ".join(one["text"] for one in errors))
        self.errors = list(errors)

    def problem(self) -> dict[str, Any]:
        """As a problem document."""
        return problem(NOT_VALID, str(self), self.errors)


@dataclass(frozen=True, slots=True, kw_only=True)
class Question(Generic[Q]):
    """One question: its name, what it asks for, what it answers, and the function that answers it."""

    name: str
    says: str
    asked: type[Q]
    answers: Any
    answer: Answering[Q]

    @property
    def adapter(self) -> TypeAdapter[Any]:
        """The answer's schema."""
        return TypeAdapter(self.answers)

    def read(self, value: object) -> Q:
        """What is asked, out of a parsed JSON value. Raises: NotAFormula for its document; NotAsked for the rest."""
        fields = dict(value) if isinstance(value, Mapping) else {}
        for name, field in self.asked.model_fields.items():
            if field.annotation == dict[str, Any] and (field.is_required() or name in fields):
                fields[name] = formula_object(fields.get(name))
            elif field.annotation == list[Document] and isinstance(fields.get(name), list):
                fields[name] = [formula_object(one) for one in fields[name]]
        try:
            return self.asked.model_validate(fields)
        except ValidationError as error:
            raise NotAsked([self._wrong(one["loc"], one["type"]) for one in error.errors(include_url=False)]) from None

    def _wrong(self, way: tuple[int | str, ...], code: str) -> dict[str, str]:
        field = self.asked.model_fields.get(str(way[0])) if way else None
        words = field.description if field else None
        text = f"“{way[0]}”: {words}" if words else f"“{way[0]}” is nothing that this question asks for."
        return {"path": pointer(way), "code": code, "text": text}


QUESTIONS: dict[str, Question[Any]] = {}


def question(name: str) -> Callable[[Answering[Q]], Answering[Q]]:
    """Declare a question: the function's annotations are its request and its answer, its docstring says it."""

    def declare(answer: Answering[Q]) -> Answering[Q]:
        hints = get_type_hints(answer, include_extras=True)
        QUESTIONS[name] = Question(
            name=name,
            says=(answer.__doc__ or "").strip(),
            asked=hints["asked"],
            answers=hints["return"],
            answer=answer,
        )
        return answer

    return declare


def question_names() -> list[str]:
    """Names of all questions that are declared."""
    return list(QUESTIONS)


def ask(name: str, asked: object, pantry: Pantry | None = None, told: Sequence[Finding] = ()) -> Any:
    """The answer to a declared question, of the type that its declaration states.

    Parameters: name, such as "swaps"; asked, a JSON object with the formula as `document` and what else the question
    asks for; pantry, a kitchen's own where it has one; told, findings of the door on the document.
    Raises: NoSuchQuestion; NotAFormula for a document that is none; NotAsked with each place that is wrong.
    """
    declared = QUESTIONS.get(name)
    if declared is None:
        raise NoSuchQuestion(f"There is no question “{name[:40]}”. There are: {', '.join(QUESTIONS)}.")
    return declared.answer(declared.read(asked), pantry or default_pantry(), told)
