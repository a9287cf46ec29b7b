"""What comes to the plate beside the fish out of the heat: sauces, what was scraped off, sides; and the plate."""

from collections.abc import Sequence
from dataclasses import replace

from jarcore.data import parameter, sentence
from jarcore.jars import Laid
from jarcore.service.deeds import deed_rows
from jarcore.service.jarring import OnFish
from jarcore.service.portions import Portion, whole
from jarcore.service.work import Link, Part, Station, Task

CLEAN = "clean"


def plate(state: OnFish, place: int, after: Sequence[Link]) -> str:
    portion, go = state.portion, state.portion.goes[place]
    part = kept_apart(deed_rows()["plate"].part("plate", go.covers, covers=go.covers, course=portion.title), portion)
    task = Task(
        id=f"{state.key}.plate-{place + 1}",
        course=portion.course,
        portion=state.key,
        parts=(part,),
        at=go.at,
        covers=go.covers,
    )
    return state.draft.add(task, [one for one in after if one.before])


def kept_apart(part: Part, portion: Portion) -> Part:
    """What is done with covers without something says that they are kept apart, and what they do not get."""
    if not portion.without:
        return part
    apart = sentence("step/apart", without=sorted(portion.without))
    left = [sentence("step/left-out", what=list(portion.left_out))] if portion.left_out else []
    return replace(part, text=" ".join([part.text, apart, *left]))


def sauce(state: OnFish, laid: Laid, ready: str | None) -> Link:
    """A finish made ready: a hot one just before, a cold one within its hours."""
    hot = laid.is_heated
    name = f"{laid.jar.id or laid.path.rpartition('/')[2]}.sauce"
    if state.alike and ready in state.alike.made.values():
        made = f"{state.alike.key}.{name}"
    else:
        after = [Link(before=ready, then="", most=int(parameter("jar_keeps")))] if ready else []
        made = state.add("sauce", name, {"jar": laid.contents.called}, after, jar=laid.jar.id)
    most = parameter("sauce_hot" if hot else "sauce_cold") + _wave_min(state.portion)
    return Link(before=made, then="", most=int(most), rule="sauce", why=sentence("hold/sauce"))


def _wave_min(portion: Portion) -> int:
    return max(go.at for go in portion.goes) - min(go.at for go in portion.goes)


def scrapings(state: OnFish, laid: Laid, out: str) -> Link:
    """What was scraped off is fried apart, where it is eaten."""
    words = {"jar": laid.contents.called}
    made = state.add("fry_scrapings", f"{laid.jar.id or 'jar'}.scrapings", words, [Link(before=out, then="")])
    task = state.draft.tasks[-1]
    state.draft.tasks[-1] = replace(task, stations=(Station(kinds=("burner",)),))
    most = parameter("sauce_hot") + _wave_min(state.portion)
    return Link(before=made, then="", most=int(most), rule="sauce", why=sentence("hold/sauce"))


def clean_down(state: OnFish) -> list[Link]:
    """Boards, tongs and hands from raw to cooked, once the fish is through its jars."""
    if state.alike:
        return [Link(before=f"{state.alike.key}.{CLEAN}", then="")] if state.alike.raw else []
    if not state.raw:
        return []
    made = state.add(CLEAN, CLEAN, {}, [Link(before=one, then="") for one in state.raw])
    return [Link(before=made, then="")]


def side_tasks(state: OnFish, first: str) -> None:
    """Tasks beside the fish: done in time before the FIRST plate, and no longer before it than they may stand."""
    portion = state.portion
    if portion.without:
        return
    for place, side in enumerate(portion.ready.sides):
        if not side.minutes:
            continue
        part = Part(
            do="side",
            text=side.side.name or sentence("step/side"),
            minutes=max(1, whole(side.minutes)),
            hands=side.hands,
            zone="clean",
        )
        task = Task(
            id=f"{state.key}.{side.side.id or f'side-{place + 1}'}",
            course=portion.course,
            portion=state.key,
            parts=(part,),
            stations=tuple(Station(kinds=(use,)) for use in side.uses),
        )
        before = whole(side.before_min)
        most = before + int(parameter("side_stands"))
        made = state.draft.add(task)
        why = sentence("hold/side")
        state.draft.links.append(Link(before=made, then=first, least=before, most=most, rule="side", why=why))
