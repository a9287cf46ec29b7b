"""What a jar is: its lines, readings and window. Imports flesh and below."""

from jarcore.jars.contents import Contents, line_results, reading_of, spread, target_states, weigh_jar
from jarcore.jars.fish import MeasuredFish, fish_result, measure_fish
from jarcore.jars.kinds import SaltStep, salt_step, span_of
from jarcore.jars.place import CONTACT_KINDS, Standing, standing_of
from jarcore.jars.quantities import Quantities
from jarcore.jars.window import Limit, Span, window_of

__all__ = [
    "CONTACT_KINDS",
    "Contents",
    "Limit",
    "MeasuredFish",
    "Quantities",
    "SaltStep",
    "Span",
    "Standing",
    "fish_result",
    "line_results",
    "measure_fish",
    "reading_of",
    "salt_step",
    "span_of",
    "spread",
    "standing_of",
    "target_states",
    "weigh_jar",
    "window_of",
]
