"""Formulas over HTTP."""

from datetime import datetime
from typing import Any

from django.http import Http404
from ninja import Router, Schema
from pydantic import Field

from jarcore.documents.evaluated_jar import Stratum
from jarcore.documents.evaluation import Standing, Tone
from jarcore.documents.refusal import NOT_VALID
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import ProblemOut, StaleFormula, body, body_of, named
from server.common.bodies import read_as
from server.common.kinds import CHANGED_MEANWHILE, NOT_READY, NOT_VALID_YET, TOO_MUCH_WORK
from server.common.problems import Problem
from server.common.refusals import OF_A_FORMULA, refuses
from server.common.text import Text
from server.common.typed import FormulaDraft, OriginDraft
from server.formulas import selectors, services
from server.formulas.models import Formula, FormulaVersion, Place

router = Router(tags=["formulas"])


class CardJarOut(Schema):
    id: str | None
    name: str | None
    kind: str | None
    planned_min: float | None = None
    volume_ml: float
    strata: list[Stratum]


class CardOut(Schema):
    """A formula on the table: its fish and its jars with what they hold."""

    fish: str | None = None
    edible_g: float | None = None
    ready: bool = False
    standing: Standing = "not_ready"
    verdict: str = ""
    tone: Tone = "calm"
    jars: list[CardJarOut] = []


class FormulaItem(Schema):
    id: int
    title: str
    species: str
    kinds: list[str]
    tags: list[str]
    latest_version: int
    updated_at: datetime
    card: CardOut


class FormulaList(Schema):
    """A page of the formulas in one place; `places` says how many there are in each place that has any.

    `next` is the mark after which the next page begins, empty where there is none. Of what is searched for no more than
    a thousand are counted in `total`.
    """

    items: list[FormulaItem]
    next: str
    total: int
    places: dict[str, int]
    tags: list[str]
    species: list[str]


class VersionItem(Schema):
    number: int
    note: str
    standing: Standing
    initials: str
    created_at: datetime
    created_by: str
    name: str
    after: int | None
    brought_back: OriginDraft | None = None


class FormulaOut(Schema):
    """A formula opened: the draft as it was typed, its revision, its versions."""

    id: int
    revision: int
    place: Place
    document: FormulaDraft
    versions: list[VersionItem]


class VersionOut(VersionItem):
    """A version with its document, as it was written."""

    document: FormulaDraft


class DraftSaved(Schema):
    revision: int


class VersionIn(Schema):
    """The revision to keep, and why; for one that is not ready who keeps it all the same, for a refused one that they
    know.
    """

    revision: int
    note: Text = Field("", max_length=services.LONGEST_NOTE)
    initials: Text = Field("", max_length=services.LONGEST_INITIALS)
    not_to_be_cooked: bool = False


class VersionNameIn(Schema):
    """What a version is called; an empty name takes its name away."""

    name: str


class ReasonOut(Schema):
    path: str
    text: str
    grade: str


class NotReadyOut(ProblemOut):
    """What cannot be kept as it is: with the reasons where it is readable and not ready."""

    standing: Standing | None = None
    not_ready: list[ReasonOut] = []


def _version(version: FormulaVersion, after: int | None) -> dict[str, Any]:
    author, naming = version.created_by, getattr(version, "naming", None)
    return {
        "name": naming.name if naming else "",
        "after": after,
        "brought_back": _origin(version),
        "number": version.number,
        "note": version.note,
        "standing": version.standing,
        "initials": version.initials,
        "created_at": version.created_at,
        "created_by": (author.initials or author.username) if author else "",
    }


def _origin(version: FormulaVersion) -> dict[str, Any] | None:
    """Which version it was brought back from, where its document says so in the way it should."""
    origin = getattr(version, "origin", None)
    return origin if isinstance(origin, dict) else None


def _after(version: FormulaVersion) -> int | None:
    """The version that a version came from."""
    return next((after for one, after in selectors.versions_of(version.formula) if one.pk == version.pk), None)


def _opened(formula: Formula) -> dict[str, Any]:
    versions = [_version(version, after) for version, after in selectors.versions_of(formula)]
    return {
        "id": formula.pk,
        "revision": formula.revision,
        "place": formula.place,
        "document": formula.document,
        "versions": versions,
    }


def _find(request: AuthedRequest, kitchen: str, formula: int) -> Formula:
    found = Formula.objects.of(kitchen_to_read(request.user, kitchen)).filter(pk=formula).first()
    if found is None:
        raise Http404
    return found


@router.get("/kitchens/{kitchen}/formulas", response={200: FormulaList}, operation_id="formulas")
def list_formulas(
    request: AuthedRequest,
    kitchen: str,
    q: str = "",
    fish: str = "",
    kind: str = "",
    tag: str = "",
    sort: str = "",
    place: str = "",
    after: str = "",
) -> dict[str, Any]:
    """The kitchen's formulas in a place, newest first or by title or fish; with `after` those behind a mark."""
    mine = kitchen_to_read(request.user, kitchen)
    found = selectors.formulas(mine, q, fish, kind, tag, sort, place)
    try:
        items, beyond = selectors.page_of(found, sort, after)
    except selectors.BadMark:
        errors = [{"path": "/query/after", "text": "This is no mark that a list gave."}]
        raise Problem(NOT_VALID, "The list is asked for from nowhere. Ask from its beginning.", errors=errors) from None
    return {
        "items": items,
        "next": beyond,
        "total": selectors.total_of(mine, found, place, any((q.strip(), fish, kind, tag))),
        "places": selectors.places_of(mine),
        "tags": selectors.tags_of(mine),
        "species": selectors.species_of(mine),
    }


@router.post(
    "/kitchens/{kitchen}/formulas",
    response={201: FormulaOut},
    operation_id="create_formula",
    openapi_extra=body(named("Formula")),
)
@refuses(*OF_A_FORMULA)
def create_formula(request: AuthedRequest, kitchen: str) -> tuple[int, dict[str, Any]]:
    """A new formula."""
    mine = kitchen_to_write(request.user, kitchen)
    formula = services.create_formula(mine, request.user, services.document_of(request.body))
    return 201, _opened(formula)


@router.get("/kitchens/{kitchen}/formulas/{formula}", response={200: FormulaOut}, operation_id="open_formula")
def open_formula(request: AuthedRequest, kitchen: str, formula: int) -> dict[str, Any]:
    """A formula with its draft."""
    return _opened(_find(request, kitchen, formula))


@router.put(
    "/kitchens/{kitchen}/formulas/{formula}/draft",
    response={200: DraftSaved, 409: StaleFormula},
    operation_id="save_draft",
    openapi_extra=body(
        {
            "type": "object",
            "required": ["revision", "document"],
            "properties": {"revision": {"type": "integer"}, "document": named("Formula")},
        }
    ),
)
@refuses(CHANGED_MEANWHILE, *OF_A_FORMULA)
def save_draft(request: AuthedRequest, kitchen: str, formula: int) -> dict[str, int]:
    """Save the draft as it was typed."""
    mine = kitchen_to_write(request.user, kitchen)
    _find(request, kitchen, formula)
    revision, document = services.draft_of(request.body)
    saved = services.save_draft(mine, request.user, formula, revision, document)
    return {"revision": saved.revision}


class PlaceIn(Schema):
    """Where a formula is put."""

    place: Place


@router.put("/kitchens/{kitchen}/formulas/{formula}/place", response={204: None}, operation_id="put_formula")
def put_formula(request: AuthedRequest, kitchen: str, formula: int, to: PlaceIn) -> tuple[int, None]:
    """Put a formula on the table, into the archive or into the bin; from each it can be put back."""
    mine = kitchen_to_write(request.user, kitchen)
    _find(request, kitchen, formula)
    services.put(mine, request.user, formula, to.place)
    return 204, None


@router.post(
    "/kitchens/{kitchen}/formulas/{formula}/versions",
    response={201: VersionItem, 422: NotReadyOut},
    operation_id="save_version",
)
@refuses(CHANGED_MEANWHILE, NOT_VALID_YET, NOT_READY, TOO_MUCH_WORK)
def save_version(request: AuthedRequest, kitchen: str, formula: int, version: VersionIn) -> tuple[int, dict[str, Any]]:
    """Keep the draft as the next version; 422 asks for initials where it is not ready."""
    mine = kitchen_to_write(request.user, kitchen)
    _find(request, kitchen, formula)
    keeping = services.Keeping(version.note, version.initials, version.not_to_be_cooked)
    kept = services.save_version(mine, request.user, formula, version.revision, keeping)
    return 201, _version(kept, _after(kept))


@router.get(
    "/kitchens/{kitchen}/formulas/{formula}/versions/{number}",
    response={200: VersionOut},
    operation_id="open_version",
)
def open_version(request: AuthedRequest, kitchen: str, formula: int, number: int) -> dict[str, Any]:
    """One version, as it was written."""
    version = _find(request, kitchen, formula).versions.select_related("created_by").filter(number=number).first()
    if version is None:
        raise Http404
    return {**_version(version, _after(version)), "document": version.document}


@router.put(
    "/kitchens/{kitchen}/formulas/{formula}/versions/{number}/name",
    response={204: None},
    operation_id="name_version",
    openapi_extra=body_of(VersionNameIn),
)
def name_version(request: AuthedRequest, kitchen: str, formula: int, number: int) -> tuple[int, None]:
    """Call a version something; an empty name takes its name away."""
    mine = kitchen_to_write(request.user, kitchen)
    if not _find(request, kitchen, formula).versions.filter(number=number).exists():
        raise Http404
    services.name_version(mine, request.user, formula, number, read_as(VersionNameIn, request.body).name)
    return 204, None
