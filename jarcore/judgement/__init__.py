"""What can hurt someone: grades what the others found. Imports heat and below."""

from jarcore.judgement.case import Case, Sodium
from jarcore.judgement.cautions import cautions_of, stands
from jarcore.judgement.held import allergens_of

__all__ = [
    "Case",
    "Sodium",
    "allergens_of",
    "cautions_of",
    "stands",
]
