"""What can hurt someone: the cautions. Imports jars and below."""

from jarcore.judgement.case import Case, Sodium
from jarcore.judgement.cautions import cautions_of, stands
from jarcore.judgement.held import allergens_of

__all__ = ["Case", "Sodium", "allergens_of", "cautions_of", "stands"]
