"""What is cooked: each course's formula for its covers, and for those of them that are cooked without something."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from jarcore.data import ALLERGENS, Pantry, avoided_by, parameter, sentence
from jarcore.documents import Evaluation, NotAFormula, formula_object
from jarcore.documents.patches import Patch, changed, put_below
from jarcore.formula.evaluate import evaluation_of
from jarcore.formula.prepare import Prepared, prepare
from jarcore.questions.scale import scale
from jarcore.questions.substitute import substitute
from jarcore.service.drawing import Batches, Drawn, aged
from jarcore.service.served import Go, Ordered, PlateTimes, ReadService

REFUSED = "not_to_be_cooked"
FISH = "fish"


@dataclass(frozen=True, kw_only=True)
class Portion:
    """Covers of a course that are cooked alike: the formula for them, read and evaluated, and when they are served.

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
    drawn = batches.for_course(course, document)
    document = aged(document, drawn, course.plate.ends)
    plain = course.covers - sum(count for _, count, _ in course.variants)
    for name, count, without in course.variants:
        made = _variant(course, course.plate, document, name, count, without, pantry)
        yield _in_kitchen(made, service, drawn)
    if plain:
        made = _portion(course, document, course.id, plain, course.plate.goes(plain), pantry)
        yield _in_kitchen(made, service, drawn)


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
    document: Mapping[str, Any],
    key: str,
    covers: int,
    goes: tuple[Go, ...],
    pantry: Pantry,
    without: frozenset[str] = frozenset(),
) -> Portion | Refused:
    scaled = changed(document, scale(document, servings=float(covers), pantry=pantry))
    ready = prepare(scaled, pantry)
    evaluation = evaluation_of(scaled, ready)
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
        ready=ready,
        evaluation=evaluation,
        without=without,
        par=course.plate.par if course.plate else False,
        held_min=course.plate.ends - course.plate.begins if course.plate else 0,
        left_out=tuple(one.side.name or FISH for one in ready.sides if one.holds & without),
    )


def _variant(
    course: Ordered,
    plate: PlateTimes,
    document: Mapping[str, Any],
    name: str,
    covers: int,
    without: tuple[str, ...],
    pantry: Pantry,
) -> Portion | Refused:
    """Covers without something: with the nearest of everything that brings it, and in the first go."""
    avoided = frozenset(one for word in without for one in avoided_by(word) or (word,))
    # What is served beside the fish is left out, and is no reason to refuse it.
    jars = {key: value for key, value in document.items() if key != "sides"}
    answer = substitute(jars, without, pantry=pantry)
    stuck = [line["name"] for line in answer["lines"] if not line["choices"]]
    named = sentence("day/covers-without", covers=covers, without=list(without))
    if stuck or answer["unknown"]:
        why = sentence("day/cannot-replace", what=stuck or answer["unknown"])
        return Refused(course.id, course.path, sentence("day/refused", course=f"{course.id}, {named}", why=why))
    mended = changed(document, answer["patch"])
    go = (Go(at=plate.begins, covers=covers),)
    made = _portion(course, mended, f"{course.id}~{name}", covers, go, pantry, avoided)
    if isinstance(made, Portion) and avoided & made.holds:
        why = sentence("day/cannot-replace", what=sorted(avoided & made.holds))
        return Refused(course.id, course.path, sentence("day/refused", course=f"{course.id}, {named}", why=why))
    return made


def whole(minutes: float) -> int:
    """Minutes as they are planned: whole ones, rounded up."""
    return max(0, math.ceil(minutes))


def pieces_said(pieces: int) -> str:
    """So many pieces, in words."""
    return sentence("step/piece") if pieces == 1 else sentence("step/pieces", pieces=pieces)
