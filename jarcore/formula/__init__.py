"""The whole of one formula: read, weighed, timed, judged. Imports judgement and below."""

from jarcore.formula.costs import for_a_gram, jar_cost
from jarcore.formula.evaluate import evaluate, evaluation_of
from jarcore.formula.ledger import ledger_of
from jarcore.formula.prepare import Prepared, prepare, with_contents

__all__ = [
    "Prepared",
    "evaluate",
    "evaluation_of",
    "for_a_gram",
    "jar_cost",
    "ledger_of",
    "prepare",
    "with_contents",
]
