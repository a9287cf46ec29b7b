"""Verbs on formulas: make, save a draft, save a version. They take values, check, do and record."""

from dataclasses import dataclass
from typing import Any

from django.db import connection, transaction
from django.utils import timezone

from jarcore.data import FAULT, Pantry
from jarcore.documents import Evaluation, formula_object
from jarcore.formula import evaluate
from server.accounts import trail
from server.accounts.models import Kitchen, User
from server.common.bodies import keepable
from server.common.drafts import based_on, too_late
from server.common.kinds import CHANGED_MEANWHILE, CHANGED_SINCE, NOT_READY, NOT_VALID_YET
from server.common.problems import Problem
from server.feed.services import What, note
from server.formulas.filling import FILLED, fill_columns
from server.formulas.models import DraftRevision, Formula, FormulaVersion, Place, Standing, VersionName
from server.pantry.selectors import stock_of

LONGEST_NOTE = 2000
LONGEST_NAME = 80
LONGEST_INITIALS = 8
# So many drafts are kept since the last version: whoever comes back with an older one merges from nothing.
MOST_REVISIONS = 200
# What the trail says of a stop that was accepted, and how many of one draft it tells at once.
ACCEPTED_SAYS = ("code", "path", "initials", "reason")
MOST_ACCEPTED = 20


def document_of(raw: bytes) -> dict[str, Any]:
    """The formula in a request's body. Raises: NotAFormula; Problem 422 with each place that cannot be kept."""
    return formula_object(keepable(raw))


def draft_of(raw: bytes) -> tuple[int, dict[str, Any]]:
    """The revision and the formula in a request's body. Raises: as document_of."""
    value = keepable(raw, prefix="/document")
    return based_on(value, "draft"), formula_object(value.get("document"))


def _record(formula: Formula, user: User) -> None:
    """Keep the draft as it is, to merge from; of a draft that is long typed in the oldest are let go."""
    formula.revisions.filter(revision__lte=formula.revision - MOST_REVISIONS).delete()
    DraftRevision.objects.create(formula=formula, revision=formula.revision, document=formula.document, saved_by=user)


def create_formula(kitchen: Kitchen, user: User, document: dict[str, Any]) -> Formula:
    """A new formula with its draft."""
    formula = Formula(kitchen=kitchen, document=document)
    fill_columns(formula, stock_of(kitchen).pantry)
    with transaction.atomic():
        formula.save()
        _record(formula, user)
        _note_accepted(kitchen, user, {}, formula)
        note(kitchen, What.FORMULA, formula.pk, formula.revision)
    return formula


def save_draft(kitchen: Kitchen, user: User, number: int, since: int, document: dict[str, Any]) -> Formula:
    """Save the draft that was based on the revision SINCE.

    Raises: Formula.DoesNotExist; Problem 409 when somebody saved since, with base, theirs, yours, the
    three-way merge and the places where both changed the same thing.
    """
    saved = None
    while saved is None:
        formula, pantry = Formula.objects.of(kitchen).get(pk=number), stock_of(kitchen).pantry
        if since != formula.revision:
            raise _stale(formula, since, document)
        if formula.document == document:
            return formula
        formula.document = document
        fill_columns(formula, pantry)
        saved = _saved(kitchen, user, formula, pantry)
    return saved


@transaction.atomic
def _saved(kitchen: Kitchen, user: User, formula: Formula, pantry: Pantry) -> Formula | None:
    """The draft that was filled with a pantry, saved; None where somebody saved it, or other rows, meanwhile."""
    now = Formula.objects.of(kitchen).held(formula.pk)
    if now.revision != formula.revision or stock_of(kitchen).pantry is not pantry:
        return None
    before = now.document
    for name in FILLED:
        setattr(now, name, getattr(formula, name))
    now.revision += 1
    now.save(update_fields=[*FILLED, "revision", "updated_at"])
    _record(now, user)
    _note_accepted(kitchen, user, before, now)
    note(kitchen, What.FORMULA, now.pk, now.revision)
    return now


def _note_accepted(kitchen: Kitchen, user: User, before: dict[str, Any], formula: Formula) -> None:
    """Tell the trail which stops are accepted knowingly since, and which are no longer."""
    was, now = _accepted_in(before), _accepted_in(formula.document)
    for deed, these in ((trail.Deed.STOP_ACCEPTED, now - was), (trail.Deed.ACCEPTANCE_TAKEN_BACK, was - now)):
        for one in sorted(these)[:MOST_ACCEPTED]:
            trail.note(deed, kitchen, user, f"{formula.title} · {one}")


def _accepted_in(document: dict[str, Any]) -> set[str]:
    """The stops that a draft says are accepted, each in words; whatever else stands there is none."""
    entries = document.get("accepted")
    found = [one for one in entries if isinstance(one, dict)] if isinstance(entries, list) else []
    return {" · ".join(str(one.get(part) or "") for part in ACCEPTED_SAYS) for one in found}


def _stale(formula: Formula, since: int, yours: dict[str, Any]) -> Problem:
    base = formula.revisions.filter(revision=since).values_list("document", flat=True).first()
    return too_late("formula", formula.revision, base, formula.document, yours)


@dataclass(frozen=True, slots=True)
class Keeping:
    """What somebody says who keeps a version: why, and, when it is not ready, their initials and that they know."""

    note: str = ""
    initials: str = ""
    not_to_be_cooked: bool = False


def save_version(kitchen: Kitchen, user: User, number: int, revision: int, keeping: Keeping) -> FormulaVersion:
    """Keep the draft at a revision as the next version; where it is kept already, and stands as it did, that version.

    Raises: Formula.DoesNotExist; Problem 409 when the draft moved on; Problem 422 when it is not valid, or not ready
    and nobody has said that they keep it all the same.
    """
    kept = None
    while kept is None:
        formula, pantry = Formula.objects.of(kitchen).get(pk=number), stock_of(kitchen).pantry
        _is_at(formula, revision)
        answer = evaluate(formula.document, pantry)
        errors = _not_valid(answer)
        if errors:
            raise Problem(NOT_VALID_YET, "A version must be readable in every part. Mend these places.", errors=errors)
        _kept_knowingly(answer, keeping)
        kept = _kept(kitchen, user, number, revision, keeping, Standing(answer["standing"]), pantry)
    return kept


def keep_as_version(kitchen: Kitchen, user: User, number: int | None, document: dict[str, Any]) -> FormulaVersion:
    """The version that a document is of; kept as one where the draft of a formula still is what it says. NUMBER is
    the formula's, None where it is a new one.

    Raises: Problem 422 where it cannot be kept, or the draft is another by now.
    """
    known = None if number is None else Formula.objects.of(kitchen).filter(pk=number).first()
    formula = known or create_formula(kitchen, user, document)
    kept = formula.versions.filter(document=document).order_by("-number").first()
    if kept is not None:
        return kept
    if formula.document != document:
        text = f"The draft of “{formula.title}” has changed since it was put into this service. Take it anew there."
        raise Problem(CHANGED_SINCE, text, errors=[{"path": "", "text": text}])
    return save_version(kitchen, user, formula.pk, formula.revision, Keeping(initials=user.initials))


def _is_at(formula: Formula, revision: int) -> None:
    """Raises: Problem 409 where the draft is at another revision."""
    if revision != formula.revision:
        raise Problem(
            CHANGED_MEANWHILE,
            "The draft changed since. Look at it again, then keep it.",
            revision=formula.revision,
        )


@transaction.atomic
def _kept(
    kitchen: Kitchen, user: User, number: int, revision: int, keeping: Keeping, standing: Standing, pantry: Pantry
) -> FormulaVersion | None:
    """The next version, of a standing that was reckoned with a pantry; None where other rows were kept meanwhile."""
    formula = Formula.objects.of(kitchen).held(number)
    _is_at(formula, revision)
    if stock_of(kitchen).pantry is not pantry:
        return None
    known = formula.versions.filter(revision=revision, standing=standing).first()
    if known is not None:
        return known
    formula.latest_version += 1
    formula.save(update_fields=["latest_version", "updated_at"])
    version = FormulaVersion.objects.create(
        formula=formula,
        number=formula.latest_version,
        document=formula.document,
        revision=revision,
        note=keeping.note.replace("\0", "")[:LONGEST_NOTE],
        standing=standing,
        initials="" if standing == Standing.READY else _initials(keeping),
        created_by=user,
    )
    formula.revisions.filter(revision__lt=formula.revision).delete()
    trail.note(trail.Deed.VERSION_KEPT, kitchen, user, f"{formula.title} · {version.number} · {standing.label.lower()}")
    note(kitchen, What.VERSION, formula.pk, version.number)
    return version


@transaction.atomic
def put(kitchen: Kitchen, user: User, number: int, place: Place) -> None:
    """Put a formula on the table, into the archive or into the bin; its draft and versions stay as they are.

    Raises: Formula.DoesNotExist.
    """
    formula = Formula.objects.of(kitchen).held(number)
    # Not saved as a whole: it is as old as its draft.
    Formula.objects.filter(pk=formula.pk).update(place=place, place_since=timezone.now())
    trail.note(trail.Deed.PUT, kitchen, user, f"{formula.title} → {place}")
    note(kitchen, What.FORMULA, formula.pk, formula.revision)


def empty_the_bin() -> int:
    """Delete what was thrown out too long ago to be brought back, with its versions; how many formulas that were.

    The database has the last word on how long that is (migration 0008): no other way leads past its versions.
    """
    number = 0
    # Each by itself: nobody waits for a thousand.
    thrown_out = Formula.objects.filter(place=Place.BIN, place_since__isnull=False)
    for formula in thrown_out.select_related("kitchen").defer("document").order_by("pk").iterator():
        with transaction.atomic(), connection.cursor() as cursor:
            cursor.execute("SELECT purge_formula(%s)", [formula.pk])
            if cursor.fetchone() == (True,):
                trail.note(trail.Deed.PURGED, formula.kitchen, None, formula.title)
                note(formula.kitchen, What.FORMULA, formula.pk)
                number += 1
    return number


@transaction.atomic
def name_version(kitchen: Kitchen, user: User, formula: int, number: int, name: str) -> None:
    """Call a version something; an empty name takes the name away. Raises: FormulaVersion.DoesNotExist."""
    version = FormulaVersion.objects.get(formula__kitchen=kitchen, formula=formula, number=number)
    called = name.replace("\0", "").strip()[:LONGEST_NAME]
    if called:
        VersionName.objects.update_or_create(version=version, defaults={"name": called, "named_by": user})
    else:
        VersionName.objects.filter(version=version).delete()
    note(kitchen, What.VERSION, formula, number)


def _initials(keeping: Keeping) -> str:
    return keeping.initials.replace("\0", "").strip()[:LONGEST_INITIALS]


def _kept_knowingly(answer: Evaluation, keeping: Keeping) -> None:
    """A formula that is not ready is kept only by somebody who says so; one that is refused only as not to be
    cooked.
    """
    if answer["standing"] == Standing.READY.value:
        return
    errors = []
    if not _initials(keeping):
        errors.append({"path": "/initials", "text": "Type your initials: they are kept with the version."})
    refused = answer["standing"] == Standing.NOT_TO_BE_COOKED.value
    if refused and not keeping.not_to_be_cooked:
        errors.append({"path": "/not_to_be_cooked", "text": "This is refused: it is kept only as not to be cooked."})
    if errors:
        raise Problem(
            NOT_READY,
            "It is refused and can be kept only as not to be cooked."
            if refused
            else "It is not ready. It can be kept all the same, marked so.",
            errors=errors,
            standing=answer["standing"],
            not_ready=answer["not_ready"],
        )


def _not_valid(answer: Evaluation) -> list[dict[str, str]]:
    """What a draft may hold and a version may not."""
    return [{"path": n["path"], "text": n["text"]} for n in answer["notices"] if n["grade"] == FAULT]
