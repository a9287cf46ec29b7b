"""What is cooked: each course's formula for its covers, and for those of them that are cooked without something."""

import math
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from jarcore.data import ALLERGENS, Pantry, avoided_by, parameter, sentence
from jarcore.documents import Evaluation, NotAFormula, formula_object
from jarcore.documents.evaluated_jar import LineResult
from jarcore.documents.patches import Patch, changed, put_below
from jarcore.formula.evaluate import evaluation_of
from jarcore.formula.prepare import Prepared, prepare
from jarcore.questions.correct import as_it_went_in, of_other_fish, stated_g
from jarcore.questions.scale import scale
from jarcore.questions.substitute import substitute
from jarcore.run import Pour, times_of
from jarcore.service.drawing import Batches, Drawn, aged
from jarcore.service.served import Go, Ordered, ReadService

REFUSED = "not_to_be_cooked"
FISH = "fish"


@dataclass(frozen=True, kw_only=True)
class Portion:
    """Covers of a course that are cooked alike: the formula for them as it was `written`, for the fish as it was
    weighed, with the lines of its jars; the patch by what went in otherwise, and the same with that, read and
    evaluated; and when they are served. `fish_g` is what the fish was to weigh, as that is stated [g].

    `without` is what it is kept clean of, `holds` the allergens that whatever it touches has held from then on;
    `left_out` names sides that these covers do not get, `drawn` is what jars are drawn from, by their ids;
    `par` that it is held raw-ready, for so long [min], and fired by ticket.
    """

    key: str
    course: str
    path: str
    title: str
    covers: int
    goes: tuple[Go, ...]
    written: Mapping[str, Any]
    went_in: Patch
    lines: Sequence[Sequence[LineResult]]
    fish_g: float | None
    ready: Prepared
    evaluation: Evaluation
    without: frozenset[str] = frozenset()
    left_out: tuple[str, ...] = ()
    pans_counted: bool = False
    drawn: Mapping[str, Drawn] = field(default_factory=dict)
    par: bool = False
    held_min: int = 0

    @property
    def holds(self) -> frozenset[str]:
        """Allergens of its jars and its fish."""
        brought = frozenset[str]().union(*(laid.contents.held for laid in self.ready.jars))
        return (brought & frozenset(ALLERGENS)) | {FISH}

    @property
    def pieces(self) -> float:
        """How many pieces it is."""
        return self.ready.fish.pieces or float(self.covers)

    @property
    def handled(self) -> float:
        """How many pieces it is to whoever handles them: small ones go by the handful."""
        edible_g = self.ready.fish.edible_g
        return min(self.pieces, edible_g / parameter("handled_g")) if edible_g else self.pieces


@dataclass(frozen=True, slots=True)
class Refused:
    """A course, or covers of it, that is not cooked, and why in words; by how much there is too little time [min]."""

    course: str
    path: str
    text: str
    short_min: int = 0


# Covers without something: what they are called, how many, without what, and the formula that is mended for them.
_Made = tuple[str, int, tuple[str, ...], dict[str, Any] | Refused]


def portions_of(course: Ordered, service: ReadService, batches: Batches, pantry: Pantry) -> Iterator[Portion | Refused]:
    """The portions of a course, those without something first: they are cooked in clean oil. Jars are drawn from
    BATCHES where there is one.
    """
    if course.plate is None or course.formula is None or not course.covers:
        yield Refused(course.id, course.path, sentence("day/unstated", course=course.id))
        return
    try:
        document = formula_object(dict(course.formula))
    except NotAFormula as refusal:
        yield Refused(course.id, course.path, sentence("day/no-formula", course=course.id, why=str(refusal)))
        return
    document = with_kitchen(document, service)
    variants = [(name, covers, without, _mended(course, document, covers, without, pantry))
                for name, covers, without in course.variants]  # fmt: skip
    plain = course.covers - sum(count for _, count, _ in course.variants)
    drawn = batches.for_course(course, document, _drawing(document, plain, variants))
    served_at = course.plate.ends
    for name, covers, without, mended in variants:
        if isinstance(mended, Refused):
            yield mended
            continue
        # What is made otherwise for them is in no batch.
        mine = {jar: one for jar, one in drawn.items() if jar in _as_ever(document, mended)}
        made = _variant(course, service, aged(mended, mine, served_at), name, covers, without, pantry)
        yield _in_kitchen(made, service, mine)
    if plain:
        goes = course.plate.goes(plain)
        made = _portion(course, service, aged(document, drawn, served_at), course.id, plain, goes, pantry)
        yield _in_kitchen(made, service, drawn)


def _drawing(document: Mapping[str, Any], plain: int, variants: Sequence[_Made]) -> dict[str, int]:
    """How many covers each jar could be drawn for, by its id: all but those for whom it is made otherwise."""
    covers = dict.fromkeys(_lines(document), plain)
    for _, count, _, mended in variants:
        if not isinstance(mended, Refused):
            for jar in _as_ever(document, mended):
                covers[jar] += count
    return covers


def _as_ever(document: Mapping[str, Any], mended: Mapping[str, Any]) -> set[str]:
    """The jars that are not made otherwise, by their ids."""
    were, are = _lines(document), _lines(mended)
    return {jar for jar, lines in were.items() if are.get(jar) == lines}


def _lines(document: Mapping[str, Any]) -> dict[str, Any]:
    """What is in each jar of a formula, by its id."""
    jars = document.get("jars")
    there = [one for one in jars if isinstance(one, Mapping)] if isinstance(jars, list) else []
    return {str(one["id"]): one.get("lines") for one in there if one.get("id")}


def with_kitchen(document: Mapping[str, Any], service: ReadService) -> dict[str, Any]:
    """The formula in this kitchen: its fryer's oil and its widest pan, where the kitchen states them."""
    cook = document.get("cook")
    method = cook.get("method") if isinstance(cook, Mapping) else None
    fryer = next((one for one in service.stoves if one.kind == "fryer"), None)
    patch: Patch = []
    if method == "deep_fry" and fryer is not None:
        if fryer.litres:
            patch += put_below(document, ["cook", "oil", "volume"], {"value": fryer.litres, "unit": "l"})
        if fryer.watts:
            patch += put_below(document, ["cook", "burner_w"], fryer.watts)
    elif method in ("pan", "shallow_fry") and service.pans_mm and not _stated_pan(cook):
        patch += put_below(document, ["cook", "pan", "diameter"], {"value": service.pans_mm[-1], "unit": "mm"})
    return changed(document, patch)


def _in_kitchen(made: Portion | Refused, service: ReadService, drawn: Mapping[str, Drawn]) -> Portion | Refused:
    """A portion in a kitchen that counts its pans, where it states them, with what its jars are drawn from."""
    return replace(made, pans_counted=bool(service.pans), drawn=drawn) if isinstance(made, Portion) else made


def _stated_pan(cook: Any) -> bool:
    pan = cook.get("pan")
    return isinstance(pan, Mapping) and isinstance(pan.get("diameter"), Mapping)


def _portion(
    course: Ordered,
    service: ReadService,
    document: Mapping[str, Any],
    key: str,
    covers: int,
    goes: tuple[Go, ...],
    pantry: Pantry,
    without: frozenset[str] = frozenset(),
) -> Portion | Refused:
    scaled = changed(document, scale(document, servings=float(covers), pantry=pantry))
    ready = prepare(scaled, pantry)
    fish_g, pours = stated_g(scaled, ready), _poured(service.pours, course.id, key)
    fish = weighed_fish(scaled, ready, pours)
    if fish:
        meant = _masses(evaluation_of(scaled, ready))
        scaled = changed(scaled, fish)
        ready = prepare(scaled, pantry)
    evaluation = evaluation_of(scaled, ready)
    lines = [jar["lines"] for jar in evaluation["jars"]]
    if fish:
        pours = _meant_now(pours, meant, _masses(evaluation))
    went_in = as_it_went_in(scaled, times_of(pours), pantry) if pours and evaluation["standing"] != REFUSED else []
    if went_in:
        ready, evaluation = _as_it_went_in(changed(scaled, went_in), ready, evaluation, pantry)
    title = ready.formula.title or course.id
    if evaluation["standing"] == REFUSED:
        why = evaluation["verdict"]["text"]
        return Refused(course.id, course.path, sentence("day/refused", course=title, why=why))
    return Portion(
        key=key,
        course=course.id,
        path=course.path,
        title=title,
        covers=covers,
        goes=goes,
        written=scaled,
        went_in=went_in,
        lines=lines,
        fish_g=fish_g,
        ready=ready,
        evaluation=evaluation,
        without=without,
        par=course.plate.par if course.plate else False,
        held_min=course.plate.ends - course.plate.begins if course.plate else 0,
        left_out=tuple(one.side.name or FISH for one in ready.sides if one.holds & without),
    )


def _poured(pours: Iterable[Pour], course: str, key: str) -> list[Pour]:
    """What was weighed for a portion: of a jar of its own, or of the one that its course shares."""
    mine = [one for one in pours if one.step.startswith(f"{key}.")]
    own = {one.jar for one in mine}
    return [*mine, *(one for one in pours if one.jar not in own and one.step.startswith(f"{course}."))]


def weighed_fish(document: Mapping[str, Any], ready: Prepared, pours: Iterable[Pour]) -> Patch:
    """The patch by which the fish weighs what the scale said of it; empty where nobody has weighed it."""
    many, stated = times_of(pours).get("", {}).get(FISH), stated_g(document, ready)
    most = parameter("fish_within")
    # So much more or less than was thought is a slip of the scale or of the hand, and nobody cooks by it.
    if many is None or stated is None or not 1 / most <= many <= most:
        return []
    return of_other_fish(document, ready, stated * many)


def _masses(evaluation: Evaluation) -> dict[tuple[str, str], float]:
    """What each line is to weigh [g], by its jar and itself."""
    return {
        (str(jar["id"]), str(line["id"])): line["mass_g"]
        for jar in evaluation["jars"]
        for line in jar["lines"]
        if line["mass_g"]
    }


def _meant_now(
    pours: Sequence[Pour], before: Mapping[tuple[str, str], float], after: Mapping[tuple[str, str], float]
) -> list[Pour]:
    """What went in before the fish was weighed, by what it would be meant to be for the fish that there is."""
    since = max(one.at for one in pours if not one.jar)
    return [
        replace(one, meant_g=one.meant_g * after[one.jar, one.line] / before[one.jar, one.line])
        if one.at < since and (one.jar, one.line) in before and (one.jar, one.line) in after
        else one
        for one in pours
    ]


def _as_it_went_in(
    document: Mapping[str, Any], ready: Prepared, evaluation: Evaluation, pantry: Pantry
) -> tuple[Prepared, Evaluation]:
    """A formula with what really went in, read and evaluated. What is not to be cooked like that is planned on as it
    was written: that it is not is said where it is mended.
    """
    now = prepare(document, pantry)
    then = evaluation_of(document, now)
    return (ready, evaluation) if then["standing"] == REFUSED else (now, then)


def _mended(
    course: Ordered, document: Mapping[str, Any], covers: int, without: tuple[str, ...], pantry: Pantry
) -> dict[str, Any] | Refused:
    """The formula with the nearest of everything that brings what some covers are cooked without."""
    # What is served beside the fish is left out, and is no reason to refuse it.
    jars = {key: value for key, value in document.items() if key != "sides"}
    answer = substitute(jars, without, pantry=pantry)
    stuck = [line["name"] for line in answer["lines"] if not line["choices"]]
    if stuck or answer["unknown"]:
        return _cannot(course, covers, without, stuck or answer["unknown"])
    return changed(document, answer["patch"])


def _cannot(course: Ordered, covers: int, without: tuple[str, ...], what: list[str]) -> Refused:
    named = sentence("day/covers-without", covers=covers, without=list(without))
    why = sentence("day/cannot-replace", what=what)
    return Refused(course.id, course.path, sentence("day/refused", course=f"{course.id}, {named}", why=why))


def _variant(
    course: Ordered,
    service: ReadService,
    mended: Mapping[str, Any],
    name: str,
    covers: int,
    without: tuple[str, ...],
    pantry: Pantry,
) -> Portion | Refused:
    """Covers without something, of a formula that is mended for them, in the first go."""
    avoided = frozenset(one for word in without for one in avoided_by(word) or (word,))
    assert course.plate is not None
    go = (Go(at=course.plate.begins, covers=covers),)
    made = _portion(course, service, mended, f"{course.id}~{name}", covers, go, pantry, avoided)
    if isinstance(made, Portion) and avoided & made.holds:
        return _cannot(course, covers, without, sorted(avoided & made.holds))
    return made


def whole(minutes: float) -> int:
    """Minutes as they are planned: whole ones, rounded up."""
    return max(0, math.ceil(minutes))


def pieces_said(pieces: int) -> str:
    """So many pieces, in words."""
    return sentence("step/piece") if pieces == 1 else sentence("step/pieces", pieces=pieces)
