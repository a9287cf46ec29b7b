"""What a jar is: weighed, read, placed on its fish, timed. Imports flesh and below."""

from jarcore.jars.coating import stuffs
from jarcore.jars.contents import Contents, weigh_jar
from jarcore.jars.exposure import clock_of, counter_limit, known_spells
from jarcore.jars.kind import Kind
from jarcore.jars.kinds import KINDS, kind_of
from jarcore.jars.laid import Coat, Coated, Laid, Salted, on_one_fish
from jarcore.jars.made import made_steps, making_findings
from jarcore.jars.place import Standing, standing_of
from jarcore.jars.readings import best_at, bounds_of, brought_pct, line_results, meq_per_g, reading_of, target_states
from jarcore.jars.salting import salted
from jarcore.jars.side import SideRead, read_sides, side_rows, unknown_words
from jarcore.jars.souring import acts_sour
from jarcore.jars.timing import untimed_for_want_of, window_for
from jarcore.jars.traits import Traits, all_traits
from jarcore.jars.window import Limit

__all__ = [
    "KINDS",
    "Coat",
    "Coated",
    "Contents",
    "Kind",
    "Laid",
    "Limit",
    "Salted",
    "SideRead",
    "Standing",
    "Traits",
    "acts_sour",
    "all_traits",
    "best_at",
    "bounds_of",
    "brought_pct",
    "clock_of",
    "counter_limit",
    "kind_of",
    "known_spells",
    "line_results",
    "made_steps",
    "making_findings",
    "meq_per_g",
    "on_one_fish",
    "read_sides",
    "reading_of",
    "salted",
    "side_rows",
    "standing_of",
    "stuffs",
    "target_states",
    "unknown_words",
    "untimed_for_want_of",
    "weigh_jar",
    "window_for",
]
