"""The open documents: models, the door, tolerant reading, patches, merging. Imports only jarcore.data."""

from jarcore.documents.door import LARGEST_BYTES, formula_object, parse, rows_of_a_kitchen, service_object
from jarcore.documents.evaluation import Evaluation
from jarcore.documents.findings import Finding, Findings, Notice, Patch, found, notices_of
from jarcore.documents.formula import Formula
from jarcore.documents.merge import Merge, merge
from jarcore.documents.plan import Plan
from jarcore.documents.refusal import NotAFormula
from jarcore.documents.service import Service
from jarcore.documents.tolerant import read_formula, read_service

__all__ = [
    "LARGEST_BYTES",
    "Evaluation",
    "Finding",
    "Findings",
    "Formula",
    "Merge",
    "NotAFormula",
    "Notice",
    "Patch",
    "Plan",
    "Service",
    "formula_object",
    "found",
    "merge",
    "notices_of",
    "parse",
    "read_formula",
    "read_service",
    "rows_of_a_kitchen",
    "service_object",
]
