"""Cautions: rules over a formula. The words, grades and sources are rows of data/codes.csv."""

from collections.abc import Callable, Iterable, Iterator, Sequence
from typing import cast

from jarcore.data import codes, said
from jarcore.documents.evaluation import AcceptedOnRecord, Caution
from jarcore.judgement import rules_diners, rules_fish, rules_heat, rules_jars, rules_kept
from jarcore.judgement.case import Case, Hit


def _always(case: Case) -> Iterator[Hit]:
    yield Hit("allergens-present", "", said("allergens-present", allergens=case.allergens))
    yield Hit("local-codes", "")


RULES: tuple[Callable[[Case], Iterator[Hit]], ...] = (
    *rules_fish.RULES,
    *rules_heat.RULES,
    *rules_jars.RULES,
    *rules_kept.RULES,
    *rules_diners.RULES,
    _always,
)
ORDER = ("refuse", "stop", "warn", "note")


def stands(caution: Caution) -> bool:
    """Whether a caution keeps the formula from being ready: a refusal, or a stop that nobody accepted on record."""
    return caution["grade"] == "refuse" or (caution["grade"] == "stop" and caution["accepted"] is None)


def cautions_of(case: Case) -> list[Caution]:
    """All cautions of a formula, gravest first, each with its source and whether it was accepted on record."""
    accepted = {
        (entry.code, entry.path): entry
        for entry in case.formula.accepted or []
        if entry.initials and entry.initials.strip() and entry.reason and entry.reason.strip()
    }
    found: list[Caution] = []
    for hits in _alike(hit for rule in RULES for hit in rule(case)):
        hit, row = hits[0], codes()[hits[0].code]
        record = accepted.get((hit.code, hit.path)) if row.grade == "stop" else None
        found.append(
            {
                "code": hit.code,
                "grade": row.grade,  # type: ignore[typeddict-item]
                "text": _text(hits, case),
                "do": _do(hit),
                "source": row.source,
                "path": hit.path,
                "paths": [one.path for one in hits],
                "accepted": cast(AcceptedOnRecord, record.model_dump(exclude_none=True)) if record else None,
            }
        )
    return sorted(found, key=lambda caution: ORDER.index(caution["grade"]))


def _alike(hits: Iterator[Hit]) -> Iterable[list[Hit]]:
    """Hits that say the same of several places, together: they are told once. A stop is accepted place by place."""
    found: dict[tuple[str, ...], list[Hit]] = {}
    for hit in hits:
        stop = codes()[hit.code].grade == "stop"
        key = (hit.code, hit.words.text if hit.words else "", _do(hit), hit.path if stop else "")
        found.setdefault(key, []).append(hit)
    return found.values()


def _text(hits: Sequence[Hit], case: Case) -> str:
    """What is said, with the jars it is said of."""
    hit = hits[0]
    text = hit.words.text if hit.words else codes()[hit.code].text
    places = list(dict.fromkeys(place for one in hits if (place := case.place_of(one.path))))
    return text if hit.named or not places else said("caution", places=places, text=text).text


def _do(hit: Hit) -> str:
    return hit.do.text if hit.do else codes()[hit.code].do
