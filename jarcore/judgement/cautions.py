"""Cautions: rules over a formula. The words, grades and sources are rows of data/codes.csv."""

from collections.abc import Callable, Iterator

from jarcore.data import codes
from jarcore.documents.evaluation import Caution
from jarcore.judgement import rules_raw, rules_service
from jarcore.judgement.case import Case, Hit


def _always(case: Case) -> Iterator[Hit]:
    yield "allergens-present", "", f"Holds allergens: {', '.join(case.allergens)}."
    yield "local-codes", "", None


RULES: tuple[Callable[[Case], Iterator[Hit]], ...] = (*rules_raw.RULES, *rules_service.RULES, _always)
ORDER = ("refuse", "stop", "warn", "note")


def cautions_of(case: Case) -> list[Caution]:
    """All cautions of a formula, gravest first, each with its source and whether it was accepted on record."""
    accepted = {
        (entry.code, entry.path): entry
        for entry in case.formula.accepted or []
        if entry.initials and entry.initials.strip() and entry.reason and entry.reason.strip()
    }
    found: list[Caution] = []
    for rule in RULES:
        for code, path, text in rule(case):
            row = codes()[code]
            record = accepted.get((code, path)) if row.grade == "stop" else None
            found.append(
                {
                    "code": code,
                    "grade": row.grade,  # type: ignore[typeddict-item]
                    "text": text or row.text,
                    "do": row.do,
                    "source": row.source,
                    "path": path,
                    "accepted": record.model_dump(exclude_none=True) if record else None,
                }
            )
    return sorted(found, key=lambda caution: ORDER.index(caution["grade"]))
