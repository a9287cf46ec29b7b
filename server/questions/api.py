"""Questions about a document that need no saved formula: each is answered by the core, as a pure function."""

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router
from ninja.constants import NOT_SET

from jarcore import formula, questions
from jarcore.data import default_pantry
from jarcore.documents import formula_object, parse
from server.accounts.requests import AuthedRequest
from server.common.answers import answered, body, core_json, named
from server.common.problems import Problem

router = Router(tags=["questions"], auth=NOT_SET)
INTEGER, TEXT = {"type": "integer"}, {"type": "string"}


def _asked(**fields: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a question's body: the document and what is asked of it."""
    properties = {"document": named("Formula"), **fields}
    return body({"type": "object", "required": ["document"], "properties": properties})


class Asked:
    """A question's body, read by the core's door: the document, and fields of known type."""

    def __init__(self, request: HttpRequest) -> None:
        value, _ = parse(request.body)
        self.fields: dict[str, Any] = value if isinstance(value, dict) else {}
        self.document = formula_object(self.fields.get("document"))

    def place(self, name: str) -> int:
        """A position in a list; raises Problem 422."""
        value = self.fields.get(name)
        if not isinstance(value, int) or isinstance(value, bool) or not 0 <= value < 10_000:
            raise self._wrong(name, "This is the position of a jar or a line: a whole number from 0.")
        return value

    def text(self, name: str) -> str | None:
        """A text, or None where none is given; raises Problem 422."""
        value = self.fields.get(name)
        if value is not None and not isinstance(value, str):
            raise self._wrong(name, "This is a text.")
        return value

    def number(self, name: str) -> float | None:
        """A number above nothing, or None where none is given; raises Problem 422."""
        value = self.fields.get(name)
        if value is None:
            return None
        if isinstance(value, bool) or not isinstance(value, int | float) or not 0 < value < 1e7:
            raise self._wrong(name, "This is a number above 0.")
        return float(value)

    @staticmethod
    def _wrong(name: str, text: str) -> Problem:
        return Problem(422, "Not valid", f"“{name}”: {text}", errors=[{"path": f"/{name}", "text": text}])


@router.post("/evaluate", operation_id="evaluate", openapi_extra={**body(named("Formula")), **answered("Evaluation")})
def evaluate(request: AuthedRequest) -> HttpResponse:
    """The evaluation of a document that need not be saved."""
    value, findings = parse(request.body)
    return core_json(formula.evaluate(formula_object(value), told=findings))


@router.post("/profiles", operation_id="profiles", openapi_extra={**body(named("Formula")), **answered("Profiles")})
def read_profiles(request: AuthedRequest) -> HttpResponse:
    """Salt and acid over depth and time for each jar, and the core over time."""
    value, findings = parse(request.body)
    return core_json(questions.profiles(formula_object(value), told=findings))


@router.post(
    "/compare", operation_id="compare", openapi_extra={**_asked(after=named("Formula")), **answered("Comparison")}
)
def compare(request: AuthedRequest) -> HttpResponse:
    """What is otherwise in `after` than in `document`: shown before a change is taken."""
    asked = Asked(request)
    return core_json(questions.compare(asked.document, formula_object(asked.fields.get("after"))))


@router.post(
    "/read-line", operation_id="read_line", openapi_extra={**_asked(jar=INTEGER, text=TEXT), **answered("Phrase")}
)
def read_line(request: AuthedRequest) -> HttpResponse:
    """A line out of typed words, for a jar of the document."""
    asked = Asked(request)
    return core_json(
        questions.read_line(asked.document, asked.place("jar"), asked.text("text") or "", default_pantry())
    )


@router.post(
    "/rewrite-line",
    operation_id="rewrite_line",
    openapi_extra={**_asked(jar=INTEGER, line=INTEGER, unit=TEXT, basis=TEXT), **answered("Rewriting")},
)
def rewrite_line(request: AuthedRequest) -> HttpResponse:
    """A line in another unit or on another basis, at the same mass."""
    asked = Asked(request)
    unit, basis = asked.text("unit"), asked.text("basis")
    return core_json(questions.rewrite(asked.document, asked.place("jar"), asked.place("line"), unit, basis))


@router.post(
    "/swaps", operation_id="swaps", openapi_extra={**_asked(jar=INTEGER, line=INTEGER), **answered("Swap", many=True)}
)
def read_swaps(request: AuthedRequest) -> HttpResponse:
    """Equivalents of a line's ingredient."""
    asked = Asked(request)
    return core_json(questions.swaps(asked.document, asked.place("jar"), asked.place("line")))


@router.post("/schools", operation_id="schools", openapi_extra={**_asked(), **answered("Question", many=True)})
def read_schools(request: AuthedRequest) -> HttpResponse:
    """Where good cooks disagree on this formula, with both reasons."""
    return core_json(questions.schools_of(Asked(request).document))


@router.post(
    "/scale",
    operation_id="scale",
    openapi_extra={**_asked(**{name: {"type": "number"} for name in questions.SCALE_BY}), **answered("Patch")},
)
def read_scale(request: AuthedRequest) -> HttpResponse:
    """The patch that scales the formula to other servings, pieces or edible weight."""
    asked = Asked(request)
    servings, pieces, edible_g = map(asked.number, questions.SCALE_BY)
    return core_json(questions.scale(asked.document, servings=servings, pieces=pieces, edible_g=edible_g))


@router.post(
    "/explain", operation_id="explain", openapi_extra={**_asked(jar=INTEGER, name=TEXT), **answered("Explanation")}
)
def read_explanation(request: AuthedRequest) -> HttpResponse:
    """How a reading is reached, with the formula's own numbers, the rows and their sources."""
    asked = Asked(request)
    found = questions.explain(asked.document, asked.text("name") or "", asked.place("jar"))
    if found is None:
        raise Http404
    return core_json(found)


@router.post("/windows", operation_id="windows", openapi_extra={**_asked(jar=INTEGER), **answered("Windows")})
def read_windows(request: AuthedRequest) -> HttpResponse:
    """A jar's window over cuts and temperatures, and what moves it most."""
    asked = Asked(request)
    return core_json(questions.windows(asked.document, asked.place("jar")))


@router.post("/curve", operation_id="curve", openapi_extra={**_asked(jar=INTEGER, over=TEXT), **answered("Curve")})
def read_curve(request: AuthedRequest) -> HttpResponse:
    """The four times of a jar's window over thickness, dose, acid, salt or temperature."""
    asked = Asked(request)
    found = questions.curve(asked.document, asked.place("jar"), asked.text("over") or "")
    if found is None:
        raise Http404
    return core_json(found)


@router.post(
    "/fits",
    operation_id="fits",
    openapi_extra={**_asked(jar=INTEGER, minutes={"type": "number"}), **answered("Fit", many=True)},
)
def read_fits(request: AuthedRequest) -> HttpResponse:
    """What makes a jar's best hold the time until service."""
    asked = Asked(request)
    minutes = asked.number("minutes")
    if minutes is None:
        raise Problem(
            422,
            "Not valid",
            "Say how many minutes there are.",
            errors=[{"path": "/minutes", "text": "Say how many minutes there are."}],
        )
    return core_json(questions.fits(asked.document, asked.place("jar"), minutes))
