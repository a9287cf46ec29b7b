"""What a jar is: its lines, readings and window. Imports flesh and below."""

from jarcore.jars.basis import vessels_of
from jarcore.jars.clock import Clock, Spell, clock_of, known_spells, threshold_of
from jarcore.jars.coating import COATS, coat_of
from jarcore.jars.contents import Coat, Contents, line_results, reading_of, target_states, weigh_jar
from jarcore.jars.cooking import cook_result, done_of, heat_for, is_round, target_of
from jarcore.jars.fish import MeasuredFish, fish_result, measure_fish
from jarcore.jars.kinds import LIQUIDS, untimed_for_want_of, window_for
from jarcore.jars.oil import FRIED, too_hot, too_little
from jarcore.jars.place import CONTACT_KINDS, Standing, contact_share, standing_of
from jarcore.jars.quantities import Quantities
from jarcore.jars.salted import Laid, Salted, goes_in_pct, gone_in_pct, rinse_of, salted
from jarcore.jars.window import Limit, in_words

__all__ = [
    "COATS",
    "CONTACT_KINDS",
    "FRIED",
    "LIQUIDS",
    "Clock",
    "Coat",
    "Contents",
    "Laid",
    "Limit",
    "MeasuredFish",
    "Quantities",
    "Salted",
    "Spell",
    "Standing",
    "clock_of",
    "coat_of",
    "contact_share",
    "cook_result",
    "done_of",
    "fish_result",
    "goes_in_pct",
    "gone_in_pct",
    "heat_for",
    "in_words",
    "is_round",
    "known_spells",
    "line_results",
    "measure_fish",
    "reading_of",
    "rinse_of",
    "salted",
    "standing_of",
    "target_of",
    "target_states",
    "threshold_of",
    "too_hot",
    "too_little",
    "untimed_for_want_of",
    "vessels_of",
    "weigh_jar",
    "window_for",
]
