"""Tables of the trade and the reading of them. Imports nothing else of the core."""

from jarcore.data.avoided import ALLERGENS, avoided_by, named_in
from jarcore.data.codes import FAULT, Code, codes
from jarcore.data.durations import MINUTES_A_DAY, MINUTES_AN_HOUR, heat_in_words, in_words, time_steps
from jarcore.data.keys import Part, Same, fresh
from jarcore.data.kinds import KindRow, kind_rows
from jarcore.data.kitchen_rows import BadPantry, Fault, with_rows
from jarcore.data.labels import label_forms, row_of_label
from jarcore.data.made_by import by_this_core, engine, is_by_this_core, program
from jarcore.data.makings import CoolingRow, MakingRow, cooling_rows, making_rows
from jarcore.data.pantry import AROMATIC, AcidRow, Cut, Ingredient, Pantry, Scale, Species, default_pantry
from jarcore.data.patience import OutOfTime, look_at_the_time, patient_until
from jarcore.data.recording import anew, forget, kept, recorded
from jarcore.data.roots import root
from jarcore.data.sentences import Said, all_of, rendered, said, sentence
from jarcore.data.spoken import bare, bare_word
from jarcore.data.tables import named, parameter, parameters, rows, schools, shelf

__all__ = [
    "ALLERGENS",
    "AROMATIC",
    "FAULT",
    "MINUTES_AN_HOUR",
    "MINUTES_A_DAY",
    "AcidRow",
    "BadPantry",
    "Code",
    "CoolingRow",
    "Cut",
    "Fault",
    "Ingredient",
    "KindRow",
    "MakingRow",
    "OutOfTime",
    "Pantry",
    "Part",
    "Said",
    "Same",
    "Scale",
    "Species",
    "all_of",
    "anew",
    "avoided_by",
    "bare",
    "bare_word",
    "by_this_core",
    "codes",
    "cooling_rows",
    "default_pantry",
    "engine",
    "forget",
    "fresh",
    "heat_in_words",
    "in_words",
    "is_by_this_core",
    "kept",
    "kind_rows",
    "label_forms",
    "look_at_the_time",
    "making_rows",
    "named",
    "named_in",
    "parameter",
    "parameters",
    "patient_until",
    "program",
    "recorded",
    "rendered",
    "root",
    "row_of_label",
    "rows",
    "said",
    "schools",
    "sentence",
    "shelf",
    "time_steps",
    "with_rows",
]
