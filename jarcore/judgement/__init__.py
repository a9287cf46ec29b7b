"""What can hurt someone: the cautions. Imports jars and below."""

from jarcore.judgement.case import Case, Sodium
from jarcore.judgement.cautions import cautions_of, stands
from jarcore.judgement.rules_diners import side_holds

__all__ = ["Case", "Sodium", "cautions_of", "side_holds", "stands"]
