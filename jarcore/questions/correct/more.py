"""More of one thing in a jar whose other lines stay as they are, whatever they follow."""

from jarcore.documents import Patch
from jarcore.questions.correct.mishap import Mishap
from jarcore.questions.solve.asking import Asking
from jarcore.questions.solve.attempt import patch_of


def more_of(mishap: Mishap, thing: str, grams: float, place: int | None) -> Patch:
    """The patch that puts so much more [g] of an ingredient into the jar: into its line at PLACE, else into a new one.

    Less than nothing takes it out of that line.
    """
    asking = Asking(
        document=mishap.document,
        pantry=mishap.pantry,
        jar=mishap.jar,
        aims=(),
        added=() if place is not None else (thing,),
    )
    masses = asking.amounts.now_g.copy()
    masses[-1 if place is None else place] += grams
    return patch_of(asking, masses)
