"""What can hurt someone: the counter clock and the cautions. Imports jars and below."""

from jarcore.judgement.case import Case
from jarcore.judgement.cautions import cautions_of
from jarcore.judgement.exposure import Clock, clock_of

__all__ = ["Case", "Clock", "cautions_of", "clock_of"]
