"""What grew and why: each line against what a plain multiplier would have made of it."""

from collections.abc import Iterator, Mapping
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import parameter, rows, sentence
from jarcore.documents import Evaluation

NOTHING = 1e-6


class Grown(TypedDict):
    """One line before and after [g], how many times as much, the basis that decided, and the reason in words; `apart`
    when multiplying is wrong.
    """

    jar: int
    name: str
    before_g: float | None
    after_g: float | None
    times: float | None
    basis: str
    why: str
    plain_g: float | None
    apart: bool


class Growth(TypedDict):
    """How many times the fish grew, each line, and warnings where multiplying would have gone wrong."""

    times: float | None
    lines: list[Grown]
    warnings: list[str]


def growth_of(before: Mapping[str, Any], after: Mapping[str, Any], old: Evaluation, new: Evaluation) -> Growth:
    """How each line grew between two evaluated documents, matched by the ids of jars and lines."""
    was, now = old["fish"]["edible_g"], new["fish"]["edible_g"]
    times = now / was if was and now else None
    lines = list(_lines(after, old, new, times))
    warnings = [*_whole_pieces(before, after, times), *_warnings(lines, old, new, times)]
    return {"times": times, "lines": lines, "warnings": warnings}


def _whole_pieces(before: Mapping[str, Any], after: Mapping[str, Any], times: float | None) -> Iterator[str]:
    """That the fish did not follow the servings, for half a fish is no piece."""
    was, now = before.get("servings"), after.get("servings")
    numbers = all(isinstance(one, int | float) and not isinstance(one, bool) for one in (was, now))
    if not numbers or not was or was == now or times is None:
        return
    wish = now / was
    if abs(times / wish - 1) > parameter("growth_apart"):
        yield sentence("growth/pieces", times=times, wish=wish)


def _lines(after: Mapping[str, Any], old: Evaluation, new: Evaluation, times: float | None) -> Iterator[Grown]:
    known: dict[tuple[str | None, str | None], float | None] = {
        (jar["id"], line["id"]): line["mass_g"]
        for jar in old["jars"]
        for line in jar["lines"]
        if jar["id"] and line["id"]
    }
    for place, jar in enumerate(new["jars"]):
        for row, line in enumerate(jar["lines"]):
            mass = known.get((jar["id"], line["id"]))
            if mass is None and line["mass_g"] is None:
                continue
            basis = _basis(after, place, row)
            grew = line["mass_g"] / mass if mass and line["mass_g"] is not None else None
            yield {
                "jar": place,
                "name": line["name"] or "line",
                "before_g": mass,
                "after_g": line["mass_g"],
                "times": grew,
                "basis": basis,
                "why": _why(basis, line["exponent"] < 1, grew, times),
                "plain_g": mass * times if mass is not None and times else None,
                "apart": bool(grew is not None and times and abs(grew / times - 1) > parameter("growth_apart")),
            }


def _basis(document: Mapping[str, Any], jar: int, line: int) -> str:
    """The basis as written; the evaluation has the line, so it is there, but what stands in it may be anything."""
    basis = document["jars"][jar]["lines"][line]
    basis = basis.get("basis") if isinstance(basis, Mapping) else None
    return basis if isinstance(basis, str) else ""


def _why(basis: str, strong: bool, grew: float | None, times: float | None) -> str:
    why = _by_row(basis, strong)
    if strong and grew and times and abs(abs(grew / times - 1) - parameter("strong_bound")) < NOTHING:
        return sentence("growth/bounded", why=why)
    return why


def _by_row(basis: str, strong: bool) -> str:
    found = [row for row in rows("growth") if row["basis"] == basis]
    fit = next((row for row in found if row["strong"] == str(int(strong and basis == "fish"))), None)
    return fit["why"] if fit else sentence("growth/not-stated")


def _warnings(lines: list[Grown], old: Evaluation, new: Evaluation, times: float | None) -> Iterator[str]:
    if times is None or abs(times - 1) < parameter("growth_apart"):
        return
    for line in lines:
        plain, mass = line["plain_g"], line["after_g"]
        if line["apart"] and plain and mass is not None:
            yield sentence("growth/line", name=line["name"], now=mass, plain=plain, why=line["why"])
    known = {jar["id"]: jar["reading"] for jar in old["jars"]}
    for jar in new["jars"]:
        was, now = known.get(jar["id"]), jar["reading"]
        if was and now["set_out_g"] != now["pick_up_g"] and was["set_out_g"] != was["pick_up_g"]:
            yield sentence("growth/set-out", now=now["set_out_g"], plain=was["set_out_g"] * times)
    vessels = {jar["id"]: jar["vessels"] for jar in old["jars"]}
    for jar in new["jars"]:
        were = vessels.get(jar["id"])
        if were and jar["vessels"] and were != jar["vessels"]:
            yield sentence("growth/vessels", now=jar["vessels"], before=were)
    oil, before_oil = new["cook"]["oil"], old["cook"]["oil"]
    if oil and before_oil and oil["batches"] != before_oil["batches"]:
        yield sentence("growth/oil", litres=oil["volume_l"], now=oil["batches"], before=before_oil["batches"])
    if old["cook"]["minutes"] and old["cook"]["minutes"] == new["cook"]["minutes"]:
        yield sentence("growth/heat", minutes=new["cook"]["minutes"])
    latest = [[jar["window"] and jar["window"]["latest_min"] for jar in one["jars"]] for one in (old, new)]
    if any(latest[0]) and latest[0] == latest[1]:
        yield sentence("growth/windows")
