"""What a jar is: its lines, readings and window. Imports flesh and below."""

from jarcore.jars.basis import vessels_of
from jarcore.jars.coating import coat_of
from jarcore.jars.contents import Coat, Contents, line_results, reading_of, target_states, weigh_jar
from jarcore.jars.cooking import cook_result, heat_for, target_of
from jarcore.jars.fish import MeasuredFish, fish_result, measure_fish
from jarcore.jars.kinds import LIQUIDS, SaltStep, gone_in_pct, rinse_of, salt_step, window_for
from jarcore.jars.place import CONTACT_KINDS, Standing, contact_share, standing_of
from jarcore.jars.quantities import Quantities
from jarcore.jars.window import Limit, in_words

__all__ = [
    "CONTACT_KINDS",
    "LIQUIDS",
    "Coat",
    "Contents",
    "Limit",
    "MeasuredFish",
    "Quantities",
    "SaltStep",
    "Standing",
    "coat_of",
    "contact_share",
    "cook_result",
    "fish_result",
    "gone_in_pct",
    "heat_for",
    "in_words",
    "line_results",
    "measure_fish",
    "reading_of",
    "rinse_of",
    "salt_step",
    "standing_of",
    "target_of",
    "target_states",
    "vessels_of",
    "weigh_jar",
    "window_for",
]
