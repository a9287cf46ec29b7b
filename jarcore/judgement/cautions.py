"""Cautions: rules over a formula. The words, grades and sources are rows of data/codes.csv."""

from collections.abc import Callable, Iterator
from typing import cast

from jarcore.data import codes, said
from jarcore.documents.evaluation import AcceptedOnRecord, Caution
from jarcore.judgement import rules_diners, rules_fish, rules_heat, rules_jars
from jarcore.judgement.case import Case, Hit


def _always(case: Case) -> Iterator[Hit]:
    yield Hit("allergens-present", "", said("allergens-present", allergens=case.allergens))
    yield Hit("local-codes", "")


RULES: tuple[Callable[[Case], Iterator[Hit]], ...] = (
    *rules_fish.RULES,
    *rules_heat.RULES,
    *rules_jars.RULES,
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
    for rule in RULES:
        for hit in rule(case):
            row = codes()[hit.code]
            record = accepted.get((hit.code, hit.path)) if row.grade == "stop" else None
            found.append(
                {
                    "code": hit.code,
                    "grade": row.grade,  # type: ignore[typeddict-item]
                    "text": hit.words.text if hit.words else row.text,
                    "do": row.do,
                    "source": row.source,
                    "path": hit.path,
                    "accepted": cast(AcceptedOnRecord, record.model_dump(exclude_none=True)) if record else None,
                }
            )
    return sorted(found, key=lambda caution: ORDER.index(caution["grade"]))
