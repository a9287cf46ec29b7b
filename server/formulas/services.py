"""Verbs on formulas: make, save a draft, save a version. They take values, check, do and record."""

from dataclasses import asdict, dataclass
from typing import Any

from django.db import connection, transaction
from django.db.models import Q
from django.utils import timezone

from jarcore.data import FAULT, Pantry
from jarcore.documents import Evaluation, formula_object, merge
from jarcore.documents.evaluated_jar import JarResult
from jarcore.formula import ENGINE, evaluate
from server.accounts.models import Kitchen, User
from server.common.bodies import keepable
from server.common.problems import Problem
from server.feed.services import What, note
from server.formulas.models import DraftRevision, Formula, FormulaVersion, Place, Standing, VersionName
from server.pantry.selectors import revision_of, stock_of

UNTITLED = "Untitled"
LONGEST_NOTE = 2000
LONGEST_NAME = 80
LONGEST_INITIALS = 8
# An index takes no longer entries; the document keeps the whole.
LONGEST_TAG = 64
MOST_TAGS = 50
# So many drafts are kept since the last version: whoever comes back with an older one merges from nothing.
MOST_REVISIONS = 200
# What a saved draft fills.
FILLED = ("document", "title", "species", "kinds", "tags", "search_text", "card")


def document_of(raw: bytes) -> dict[str, Any]:
    """The formula in a request's body. Raises: NotAFormula; Problem 422 with each place that cannot be kept."""
    return formula_object(keepable(raw))


def draft_of(raw: bytes) -> tuple[int, dict[str, Any]]:
    """The revision and the formula in a request's body. Raises: as document_of."""
    value = keepable(raw, prefix="/document")
    revision = value.get("revision") if isinstance(value, dict) else None
    if not isinstance(revision, int) or isinstance(revision, bool) or not 0 <= revision < 2**31:
        errors = [{"path": "/revision", "text": "The revision this draft was based on is a whole number."}]
        raise Problem(422, "Not valid", "The draft does not say what it was based on.", errors=errors)
    return revision, formula_object(value.get("document"))


def fill_columns(formula: Formula, pantry: Pantry) -> None:
    """Fill what lists and search need from the document, reckoned with the kitchen's pantry."""
    document = formula.document
    answer = evaluate(document, pantry)
    title = document.get("title")
    # Without a title it goes by its fish.
    titled = isinstance(title, str) and title.strip()
    formula.title = title if titled else answer["fish"]["name"] or UNTITLED
    fish = document.get("fish")
    species = fish.get("species") if isinstance(fish, dict) else None
    formula.species = species[:64] if isinstance(species, str) else ""
    written = document.get("jars")
    jars = [jar if isinstance(jar, dict) else {} for jar in written] if isinstance(written, list) else []
    kinds = [jar["kind"] for jar in jars if isinstance(jar.get("kind"), str)]
    formula.kinds = sorted({kind[:16] for kind in kinds})
    tags = document.get("tags")
    formula.tags = (
        [tag[:LONGEST_TAG] for tag in tags if isinstance(tag, str)][:MOST_TAGS] if isinstance(tags, list) else []
    )
    formula.card = {
        "engine": answer["engine"],
        "fish": answer["fish"]["name"],
        "edible_g": answer["fish"]["edible_g"],
        "ready": answer["ready"],
        "standing": answer["standing"],
        "verdict": answer["verdict"]["text"],
        "tone": answer["verdict"]["tone"],
        "jars": [
            {
                "id": result["id"],
                "name": jar.get("name") if isinstance(jar.get("name"), str) else None,
                "kind": jar.get("kind") if isinstance(jar.get("kind"), str) else None,
                "planned_min": _planned(result),
                "volume_ml": result["reading"]["volume_ml"],
                "strata": result["reading"]["strata"],
            }
            for jar, result in zip(jars, answer["jars"], strict=False)
        ],
    }
    words = [formula.title, answer["fish"]["name"] or "", formula.species, *formula.kinds, *formula.tags]
    words += [str(entry["name"]) for entry in formula.card["jars"] if entry["name"]]
    words += [line["name"] for result in answer["jars"] for line in result["lines"] if line["name"]]
    formula.search_text = " ".join(words).lower()[:4000]


def _planned(result: JarResult) -> float | None:
    """The contact time that is planned for a jar [min]; None where none is."""
    state = result["window"]["at_contact_time"] if result["window"] else None
    return state["minutes"] if state and state["planned"] else None


def numbers_of(kitchen: Kitchen) -> list[int]:
    """Numbers of all formulas of a kitchen, in order."""
    return list(Formula.objects.of(kitchen).order_by("pk").values_list("pk", flat=True))


def tell_refilled(kitchen: Kitchen) -> None:
    """Tell the pages that are open on a kitchen that all its cards are other ones."""
    note(kitchen, What.ROWS, mark=revision_of(kitchen))


def refill_one(kitchen: Kitchen, number: int) -> None:
    """Fill the columns of one formula anew, once more where it or the rows changed while that was reckoned."""
    filled = False
    while not filled:
        formula = Formula.objects.of(kitchen).filter(pk=number).first()
        if formula is None:
            return
        pantry = stock_of(kitchen).pantry
        fill_columns(formula, pantry)
        with transaction.atomic():
            now = _held(kitchen, number)
            filled = now.revision == formula.revision and stock_of(kitchen).pantry is pantry
            if filled:
                # Not saved as a whole: the drafts stay as they are, and as old as they are.
                Formula.objects.filter(pk=number).update(card=formula.card, search_text=formula.search_text)


def _held(kitchen: Kitchen, number: int) -> Formula:
    """A formula, held until the transaction ends. Nothing is reckoned while one is. Raises: Formula.DoesNotExist."""
    return Formula.objects.of(kitchen).select_for_update().get(pk=number)


def filled_before() -> list[Kitchen]:
    """Kitchens with formulas that another version of the core has filled: their cards do not say what it says today."""
    # A card from before cards named their core has no such key, and equals nothing.
    unnamed = Q(card__engine__isnull=True)
    stale = Formula.objects.filter(unnamed | ~Q(card__engine=ENGINE)).values("kitchen")
    return list(Kitchen.objects.filter(pk__in=stale))


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
        note(kitchen, What.FORMULA, formula.pk, formula.revision)
    return formula


def save_draft(kitchen: Kitchen, user: User, number: int, based_on: int, document: dict[str, Any]) -> Formula:
    """Save the draft that was based on a revision.

    Raises: Formula.DoesNotExist; Problem 409 when somebody saved since, with base, theirs, yours, the
    three-way merge and the places where both changed the same thing.
    """
    saved = None
    while saved is None:
        formula, pantry = Formula.objects.of(kitchen).get(pk=number), stock_of(kitchen).pantry
        if based_on != formula.revision:
            raise _stale(formula, based_on, document)
        if formula.document == document:
            return formula
        formula.document = document
        fill_columns(formula, pantry)
        saved = _saved(kitchen, user, formula, pantry)
    return saved


@transaction.atomic
def _saved(kitchen: Kitchen, user: User, formula: Formula, pantry: Pantry) -> Formula | None:
    """The draft that was filled with a pantry, saved; None where somebody saved it, or other rows, meanwhile."""
    now = _held(kitchen, formula.pk)
    if now.revision != formula.revision or stock_of(kitchen).pantry is not pantry:
        return None
    for name in FILLED:
        setattr(now, name, getattr(formula, name))
    now.revision += 1
    now.save(update_fields=[*FILLED, "revision", "updated_at"])
    _record(now, user)
    note(kitchen, What.FORMULA, now.pk, now.revision)
    return now


def _stale(formula: Formula, based_on: int, yours: dict[str, Any]) -> Problem:
    base = formula.revisions.filter(revision=based_on).values_list("document", flat=True).first()
    merged = merge(base if base is not None else {}, formula.document, yours)
    return Problem(
        409,
        "Changed meanwhile",
        "Somebody saved this formula since you opened it. Nothing is lost: both changes are here.",
        revision=formula.revision,
        base=base,
        theirs=formula.document,
        yours=yours,
        merged=merged.document,
        conflicts=[asdict(conflict) for conflict in merged.conflicts],
    )


@dataclass(frozen=True, slots=True)
class Keeping:
    """What somebody says who keeps a version: why, and, when it is not ready, their initials and that they know."""

    note: str = ""
    initials: str = ""
    not_to_be_cooked: bool = False


def save_version(kitchen: Kitchen, user: User, number: int, revision: int, keeping: Keeping) -> FormulaVersion:
    """Keep the draft at a revision as the next version.

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
            raise Problem(
                422, "Not valid yet", "A version must be readable in every part. Mend these places.", errors=errors
            )
        _kept_knowingly(answer, keeping)
        kept = _kept(kitchen, user, number, revision, keeping, Standing(answer["standing"]), pantry)
    return kept


def _is_at(formula: Formula, revision: int) -> None:
    """Raises: Problem 409 where the draft is at another revision."""
    if revision != formula.revision:
        raise Problem(
            409,
            "Changed meanwhile",
            "The draft changed since. Look at it again, then keep it.",
            revision=formula.revision,
        )


@transaction.atomic
def _kept(
    kitchen: Kitchen, user: User, number: int, revision: int, keeping: Keeping, standing: Standing, pantry: Pantry
) -> FormulaVersion | None:
    """The next version, of a standing that was reckoned with a pantry; None where other rows were kept meanwhile."""
    formula = _held(kitchen, number)
    _is_at(formula, revision)
    if stock_of(kitchen).pantry is not pantry:
        return None
    formula.latest_version += 1
    formula.save(update_fields=["latest_version", "updated_at"])
    version = FormulaVersion.objects.create(
        formula=formula,
        number=formula.latest_version,
        document=formula.document,
        note=keeping.note.replace("\0", "")[:LONGEST_NOTE],
        standing=standing,
        initials="" if standing == Standing.READY else _initials(keeping),
        created_by=user,
    )
    formula.revisions.filter(revision__lt=formula.revision).delete()
    note(kitchen, What.VERSION, formula.pk, version.number)
    return version


@transaction.atomic
def put(kitchen: Kitchen, number: int, place: Place) -> None:
    """Put a formula on the table, into the archive or into the bin; its draft and versions stay as they are.

    Raises: Formula.DoesNotExist.
    """
    formula = _held(kitchen, number)
    # Not saved as a whole: it is as old as its draft.
    Formula.objects.filter(pk=formula.pk).update(place=place, place_since=timezone.now())
    note(kitchen, What.FORMULA, formula.pk, formula.revision)


def empty_the_bin() -> int:
    """Delete what was thrown out too long ago to be brought back, with its versions; how many formulas that were.

    The database has the last word on how long that is (migration 0008): no other way leads past its versions.
    """
    number = 0
    # Each by itself: nobody waits for a thousand.
    for formula in Formula.objects.filter(place=Place.BIN, place_since__isnull=False).order_by("pk").iterator():
        with transaction.atomic(), connection.cursor() as cursor:
            cursor.execute("SELECT purge_formula(%s)", [formula.pk])
            if cursor.fetchone() == (True,):
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
            422,
            "Not ready",
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
