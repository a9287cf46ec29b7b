"""The open documents: models, the door, tolerant reading, patches, merging. Imports only jarcore.data."""

from jarcore.documents.door import LARGEST_BYTES, NotAFormula, formula_object, parse
from jarcore.documents.evaluation import Evaluation
from jarcore.documents.formula import Formula
from jarcore.documents.merge import Merge, merge
from jarcore.documents.notices import Notice, notice
from jarcore.documents.tolerant import read_formula

__all__ = [
    "LARGEST_BYTES",
    "Evaluation",
    "Formula",
    "Merge",
    "NotAFormula",
    "Notice",
    "formula_object",
    "merge",
    "notice",
    "parse",
    "read_formula",
]
