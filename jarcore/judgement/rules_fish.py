"""Rules about the fish, where it stands and how long."""

from collections.abc import Iterator

from jarcore.data import codes, in_words, parameter
from jarcore.jars import untimed_for_want_of
from jarcore.judgement.case import SMALL_CHILDREN, Case, Hit

BY_FLAG = {
    "toxic": "puffer-fish",
    "histamine": "histamine-fish",
    "reef": "reef-fish",
    "wax-ester": "wax-ester",
    "spines": "spines",
}


def _fish(case: Case) -> Iterator[Hit]:
    fish = case.fish
    if fish.species is None:
        yield "unknown-fish", "/fish/species", None
    for flag, code in BY_FLAG.items():
        if fish.has(flag):
            yield code, "/fish/species", _perhaps(case, code)
    if fish.mercury == "avoid" and not fish.has("toxic"):
        yield "mercury-avoid", "/fish/species", _perhaps(case, "mercury-avoid")
    unread = case.unread("/fish/receiving")
    if unread or (case.formula.fish and case.formula.fish.receiving == "rejected"):
        text = "What was typed of the receiving check is not understood, and is taken as a refusal." if unread else None
        yield "rejected-lot", "/fish/receiving", text
    boned = fish.has("small-bones") or fish.has("pin-bones") or fish.bone == "in"
    if boned and case.ages(*SMALL_CHILDREN):
        yield "bones-child", "/diners", None


def _perhaps(case: Case, code: str) -> str | None:
    """An ambiguous name is taken for the strictest of the fish it may mean, and says so."""
    species = case.fish.species
    if species is None or not case.fish.candidates:
        return None
    return f"“{species.name}” means several fish and is taken for the strictest. {codes()[code].text}"


def _places(case: Case) -> Iterator[Hit]:
    threshold = case.clock.threshold_c
    histamine = case.fish.has("histamine")
    if case.fish.celsius > threshold + parameter("cold_slack"):
        too_warm = histamine and case.fish.celsius > parameter("cold_holding")
        text = f"The fish is at {case.fish.celsius:.1f} °C when it comes to the bench; {threshold:g} °C is the most."
        yield ("histamine-counter", "/fish/temperature", None) if too_warm else ("arrives-warm", "/fish/temperature", text)  # fmt: skip
    for contents, standing in case.touching():
        path = f"{contents.path}/method/place"
        counter = standing.place == "counter"
        if histamine and (counter or standing.above_cold):
            yield "histamine-counter", path, None
        elif standing.warm and not counter:
            text = f"This place is at {standing.celsius:.1f} °C; this fish belongs at {threshold:g} °C or below, and its clock runs here."
            yield "chiller-warm", f"{contents.path}/method/place_temperature", text
        if standing.vessel == "bag":
            yield "vacuum-none", f"{contents.path}/method/vessel", None
    yield from _clock(case)


def _clock(case: Case) -> Iterator[Hit]:
    code, longest = case.clock.grade(), case.clock.longest
    if code is None or longest is None:
        return
    spells = ", ".join(f"{in_words(spell.minutes)} ({spell.words})" for spell in case.clock.spells if spell.minutes)
    path = f"{longest.path}/method/place" if longest.path.startswith("/jars/") else longest.path
    yield code, path, f"{codes()[code].text} Here: {in_words(case.clock.minutes)}: {spells}."


def _times(case: Case) -> Iterator[Hit]:
    """A planned time past the latest, and all times together past what raw fish is kept."""
    for contents, standing, window in zip(case.jars, case.standings, case.windows, strict=True):
        path, planned = f"{contents.path}/method/contact_time", standing.contact_min
        if planned is None:
            continue
        wanting = untimed_for_want_of(contents)
        if window is None and not wanting:
            wanting = [spec.called for spec in contents.unweighed()]
        if wanting:
            text = f"{in_words(planned)} is planned, and how long this jar may act is not known without the amount of {' and '.join(wanting)}."
            yield "contact-past-latest", path, text
        elif window is not None and planned > window["latest_min"] + 1e-9:
            text = f"{in_words(planned)} is planned; this jar may act {in_words(window['latest_min'])} at most: {window['reasons'][0]}."
            yield "contact-past-latest", path, text
    yield from _keeping(case)


def _keeping(case: Case) -> Iterator[Hit]:
    longest = parameter("cap_dry_brine")
    touching = {contents.path for contents, _ in case.touching()}
    hours = [
        (minutes + standing.rest_min, contents.path)
        for contents, standing, minutes in zip(case.jars, case.standings, case.contacts, strict=True)
        if contents.path in touching and minutes is not None
    ]
    alone = [path for minutes, path in hours if minutes > longest]
    for path in alone:
        yield "keeping-days", f"{path}/method/contact_time", None
    whole = sum(minutes for minutes, _ in hours)
    if not alone and whole > longest:
        text = f"All jars together hold the raw fish {in_words(whole)}; it is kept {in_words(longest)} at most."
        yield "keeping-days", f"{max(hours)[1]}/method/contact_time", text


RULES = (_fish, _places, _times)
