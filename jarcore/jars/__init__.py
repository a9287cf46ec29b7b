"""What a jar is: weighed, read, placed on its fish, timed. Imports flesh and below."""

from jarcore.jars.coating import COATS, coat_of
from jarcore.jars.contents import Coat, Contents, weigh_jar
from jarcore.jars.exposure import clock_of, known_spells
from jarcore.jars.kinds import LIQUIDS, untimed_for_want_of, window_for
from jarcore.jars.place import CONTACT_KINDS, Standing, contact_share, standing_of
from jarcore.jars.readings import line_results, reading_of, target_states
from jarcore.jars.salted import Laid, Salted, goes_in_pct, gone_in_pct, rinse_of, salted
from jarcore.jars.weighing import vessels_of
from jarcore.jars.window import Limit

__all__ = [
    "COATS",
    "CONTACT_KINDS",
    "LIQUIDS",
    "Coat",
    "Contents",
    "Laid",
    "Limit",
    "Salted",
    "Standing",
    "clock_of",
    "coat_of",
    "contact_share",
    "goes_in_pct",
    "gone_in_pct",
    "known_spells",
    "line_results",
    "reading_of",
    "rinse_of",
    "salted",
    "standing_of",
    "target_states",
    "untimed_for_want_of",
    "vessels_of",
    "weigh_jar",
    "window_for",
]
