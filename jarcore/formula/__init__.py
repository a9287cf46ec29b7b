"""The whole of one formula: read, weighed, timed, judged. Imports judgement and below."""

from jarcore.formula.evaluate import evaluate, evaluation_of
from jarcore.formula.ledger import ledger_of
from jarcore.formula.prepare import Prepared, prepare

__all__ = ["Prepared", "evaluate", "evaluation_of", "ledger_of", "prepare"]
