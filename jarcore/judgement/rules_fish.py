"""Rules about the fish, where it stands and how long."""

from collections.abc import Iterator

from jarcore.data import codes, parameter, said
from jarcore.documents.formula import SMALL_CHILDREN
from jarcore.fish import is_warm
from jarcore.jars import untimed_for_want_of
from jarcore.judgement.case import Case, Hit

BY_FLAG = {
    "toxic": "puffer-fish",
    "histamine": "histamine-fish",
    "reef": "reef-fish",
    "wax-ester": "wax-ester",
    "spines": "spines",
}


def _fish(case: Case) -> Iterator[Hit]:
    fish = case.fish
    # Before a fish is named and a jar stands there is nothing yet that could be stopped.
    if fish.species is None and (case.jars or (case.formula.fish and case.formula.fish.species)):
        yield Hit("unknown-fish", "/fish/species")
    for flag, code in BY_FLAG.items():
        if fish.has(flag):
            yield _perhaps(case, code)
    if fish.mercury == "avoid" and not fish.has("toxic"):
        yield _perhaps(case, "mercury-avoid")
    unread = case.unread("/fish/receiving")
    if unread or (case.formula.fish and case.formula.fish.receiving == "rejected"):
        yield Hit("rejected-lot", "/fish/receiving", said("rejected-lot/unread") if unread else None)
    boned = fish.has("small-bones") or fish.has("pin-bones") or fish.bone == "in"
    if boned and case.ages(*SMALL_CHILDREN):
        yield Hit("bones-child", "/diners")


def _perhaps(case: Case, code: str) -> Hit:
    """Of the species: an ambiguous name is taken for the strictest of the fish it may mean, and says so."""
    species, words = case.fish.species, None
    if species is not None and case.fish.candidates:
        words = said("ambiguous", name=species.name, caution=codes()[code].text)
    return Hit(code, "/fish/species", words)


def _places(case: Case) -> Iterator[Hit]:
    threshold = case.clock.threshold_c
    histamine = case.fish.has("histamine")
    if is_warm(case.fish, case.fish.celsius):
        if histamine and case.fish.celsius > parameter("cold_holding"):
            yield Hit("histamine-counter", "/fish/temperature", do=said("do/chill"))
        else:
            words = said("arrives-warm", celsius=case.fish.celsius, threshold=threshold)
            yield Hit("arrives-warm", "/fish/temperature", words)
    for laid in case.touching():
        standing = laid.standing
        counter = standing.place == "counter"
        if histamine and (counter or standing.above_cold):
            do = said("do/to-the-chiller" if counter else "do/colder", jar=laid.contents.called)
            yield Hit("histamine-counter", f"{laid.path}/method/place", do=do)
        elif standing.warm and not counter:
            words = said("chiller-warm", celsius=standing.celsius, threshold=threshold)
            yield Hit("chiller-warm", f"{laid.path}/method/place_temperature", words)
        if standing.vessel == "bag":
            yield Hit("vacuum-none", f"{laid.path}/method/vessel")
    yield from _clock(case)


def _clock(case: Case) -> Iterator[Hit]:
    code, longest = case.clock.grade(), case.clock.longest
    if code is None or longest is None:
        return
    spells = [said("spell", minutes=one.minutes, words=one.words.text).text for one in case.clock.spells if one.minutes]
    path = f"{longest.path}/method/place" if longest.path.startswith("/jars/") else longest.path
    words = said("counter-time", caution=codes()[code].text, minutes=case.clock.minutes, spells=spells)
    if longest.path.startswith("/jars/"):
        do = said("do/to-the-chiller-or-shorter", jar=case.place_of(path))
    else:
        do = said("do/chill" if longest.path.startswith("/fish") else "do/from-the-cold")
    yield Hit(code, path, words, do, named=True)


def _times(case: Case) -> Iterator[Hit]:
    """A planned time past the latest, and all times together past what raw fish is kept."""
    for laid in case.jars:
        path, planned, window = f"{laid.path}/method/contact_time", laid.standing.contact_min, laid.window
        if planned is None:
            continue
        called = laid.contents.called
        wanting = untimed_for_want_of(laid)
        if window is None and not wanting:
            wanting = [spec.called for spec in laid.contents.unweighed()]
        if wanting:
            words = said("contact-past-latest/unknown", jar=called, planned=planned, wanting=wanting)
            yield Hit("contact-past-latest", path, words, said("do/state-amount", wanting=wanting), named=True)
        elif window is not None and planned > window["latest_min"] + 1e-9:
            latest, reason = window["latest_min"], window["reasons"][0]
            words = said("contact-past-latest", jar=called, planned=planned, latest=latest, reason=reason)
            best = said("do/plan", best_from=window["best_from_min"], best_to=window["best_to_min"])
            yield Hit("contact-past-latest", path, words, best, named=True)
    yield from _keeping(case)


def _keeping(case: Case) -> Iterator[Hit]:
    longest = parameter("cap_dry_brine")
    hours = [(laid.minutes + laid.standing.rest_min, laid.path) for laid in case.touching() if laid.minutes is not None]
    alone = [path for minutes, path in hours if minutes > longest]
    for path in alone:
        yield Hit("keeping-days", f"{path}/method/contact_time")
    whole = sum(minutes for minutes, _ in hours)
    if not alone and whole > longest:
        yield Hit("keeping-days", f"{max(hours)[1]}/method/contact_time", said("keeping-days/all", whole=whole))


RULES = (_fish, _places, _times)
