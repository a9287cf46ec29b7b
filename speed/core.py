"""The core against scipy on the same case, and how it grows."""

import copy
import json
import statistics
import time
from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any

import numpy as np
from scipy.integrate import solve_ivp

from jarcore.flesh.diffusion import uptakes
from jarcore.flesh.engine import graded_widths, salt_profile
from jarcore.formula import evaluate
from jarcore.questions import ask, profiles

ROOT = Path(__file__).parents[1]
CELLS, POINTS = 50, 100


def median_ms(work: Callable[[], object], times: int = 50) -> float:
    """Median time of WORK [ms], after one run to warm up."""
    work()
    spent = []
    for _ in range(times):
        started = time.perf_counter()
        work()
        spent.append((time.perf_counter() - started) * 1000)
    return statistics.median(spent)


def by_scipy(fouriers: np.ndarray, widths: np.ndarray) -> np.ndarray:
    """Salt in a half slab with constant surfaces by the method of lines: LSODA, banded, rtol 1e-5."""
    gaps = (widths[:-1] + widths[1:]) / 2

    def slope(_t: float, u: np.ndarray) -> np.ndarray:
        flux = np.zeros(len(widths) + 1)
        flux[0] = 2 * (1.0 - u[0]) / widths[0]
        flux[1:-1] = (u[:-1] - u[1:]) / gaps
        return (flux[:-1] - flux[1:]) / widths

    span = (0.0, float(fouriers[-1]))
    solved = solve_ivp(slope, span, np.zeros(len(widths)), method="LSODA", t_eval=fouriers, rtol=1e-5, lband=1, uband=1)
    return solved.y


def document(name: str) -> dict[str, Any]:
    """An example."""
    return json.loads((ROOT / "examples" / f"{name}.jar.json").read_text(encoding="utf-8"))


def grown(jars: int, lines: int) -> dict[str, Any]:
    """A formula with so many jars and lines in all, of every timed kind in turn."""
    one = document("char-citrus")
    extra = [
        {"id": f"x{i}", "ingredient": name, "amount": {"value": 1, "unit": "%"}, "basis": "fish"}
        for i, name in enumerate(
            ["dill", "garlic", "honey", "ginger", "cumin-ground", "mustard-smooth", "soy-sauce-light"] * 20
        )
    ]
    made = []
    for place in range(jars):
        jar = copy.deepcopy(one["jars"][0])
        jar |= {"id": f"j{place}", "kind": ("dry_brine", "marinade", "dredge", "finish")[place % 4]}
        jar["lines"] = (jar["lines"] + extra)[: lines // jars + (place < lines % jars)]
        made.append(jar)
    return {**one, "jars": made}


LINEAR = {
    "salt_pct_of_fish": {"value": 1.1},
    "sugar_pct": {"value": 8},
    "oil_to_acid_volume": {"value": 0.6},
    "acid_pct_citric": {"min": 0.5, "max": 1},
    "water_pct": {"min": 30},
    "oil_pct": {"max": 25},
    "mass_g": {"min": 300, "max": 420},
    "alcohol_pct_volume": {"max": 2},
}
IN_IT = (
    "sea-salt-fine soy-sauce-light fish-sauce miso-white mustard-smooth sugar-white honey palm-sugar lemon-juice "
    "lime-juice rice-vinegar white-wine olive-oil sesame-oil garlic ginger shallot chilli-fresh cumin-ground water "
    "yogurt-plain orange-juice dill black-pepper sweet-rice-wine"
)


def one_large_jar() -> dict[str, Any]:
    """A jar of 25 lines that holds nearly everything that can be aimed at."""
    formula = document("char-citrus")
    formula["jars"][0]["lines"] = [
        {"id": name, "ingredient": name, "amount": {"value": 5 + 5 * (place % 5), "unit": "g"}, "basis": "fixed"}
        for place, name in enumerate(IN_IT.split())
    ]
    return formula


def _solved(typed: Callable[[], dict[str, Any]], asked: dict[str, Any]) -> None:
    ask("solve", {"document": typed(), **asked})


def typing(formula: dict[str, Any], amount: dict[str, Any]) -> Callable[[], dict[str, Any]]:
    """Types another amount at each call; gives the formula with it."""
    place = "value" if "value" in amount else "high"
    first = float(amount[place])
    steps = iter(range(1, 100_000))

    def typed() -> dict[str, Any]:
        amount[place] = first * (1 + next(steps) / 1e5)
        return formula

    return typed


def report() -> None:
    """Print the core's figures."""
    print("core")
    large = grown(4, 25)
    # Each time something is typed: an answer that is only remembered is no answer.
    in_a_jar = typing(large, large["jars"][1]["lines"][0]["amount"])
    in_the_fish = typing(large, large["fish"]["weight"])
    whole, cold = median_ms(lambda: evaluate(in_a_jar())), median_ms(lambda: evaluate(in_the_fish()))
    print(f"  evaluate, 4 jars and 25 lines, typing in one of them: {whole:.2f} ms median (to reach: under 2 ms)")
    print(f"  typing the weight of the fish, so that no front is known: {cold:.2f} ms median (to reach: under 3 ms)")
    print(f"  the same document again: {median_ms(lambda: evaluate(large)):.2f} ms median")
    print(
        f"  this machine adds up ten thousand squares in {median_ms(lambda: sum(i * i for i in range(10_000))):.2f} ms"
    )
    for name in ("zander-caraway", "char-citrus"):
        small = document(name)
        print(f"  evaluate {name}: {median_ms(partial(evaluate, small)):.2f} ms median")
    for what, targets, aim in (
        ("8 targets", LINEAR, 50),
        ("8 targets, pH and window", {**LINEAR, "ph": {"max": 4.2}, "window.best_min": {"value": 40}}, 300),
    ):
        asked = {"jar": 0, "targets": targets}
        wide = one_large_jar()
        found = median_ms(partial(_solved, typing(wide, wide["jars"][0]["lines"][0]["amount"]), asked), times=15)
        print(f"  solve, 25 lines {what}: {found:.0f} ms median (to reach: under {aim} ms)")
    courses = median_ms(lambda: profiles(in_a_jar()))
    print(f"  all profiles of them, typing in one: {courses:.2f} ms median (to reach: under 5 ms)")
    fouriers = np.linspace(0.005, 1.0, POINTS)
    even, graded = np.full(CELLS, 1 / CELLS), graded_widths(1.0, CELLS)
    scipy_mean = by_scipy(fouriers, even).mean(axis=0)
    theirs = median_ms(lambda: by_scipy(fouriers, even), times=10)
    series = median_ms(lambda: uptakes(fouriers))
    off = float(np.abs(uptakes(fouriers) - scipy_mean).max())
    print(
        f"  uptake series at {POINTS} times: {theirs / series:.0f} x scipy LSODA (to reach: 100 x), apart by {off:.1e}"
    )
    # A bath a million times the flesh keeps its surface constant.
    engine = median_ms(lambda: salt_profile(1.0, 1.0, 1e6, 1e6, 1.0, fouriers))
    peer = median_ms(lambda: by_scipy(fouriers, graded), times=10)
    apart = float(np.abs(salt_profile(1.0, 1.0, 1e6, 1e6, 1.0, fouriers)[1] - by_scipy(fouriers, graded).T).max())
    print(f"  staged engine, full profile: {peer / engine:.0f} x scipy LSODA (to reach: 20 x), apart by {apart:.1e}")
    for label, cases in (
        ("jars", [(n, grown(n, 5 * n)) for n in (1, 2, 4, 8)]),
        ("lines in one jar", [(n, grown(1, n)) for n in (5, 10, 20, 40)]),
    ):
        first = None
        for number, case in cases:
            typed = typing(case, case["fish"]["weight"])
            spent = median_ms(lambda typed=typed: evaluate(typed()), times=20)  # type: ignore[misc]
            first = first or spent
            print(f"  growth with {label}: {number} -> {spent / first:.1f} x the first")
    base = None
    for number in (100, 400, 1600):
        spent = median_ms(partial(salt_profile, 1.0, 1.0, 1e6, 1e6, 1.0, np.linspace(0.005, 1.0, number)), times=20)
        base = base or spent
        print(f"  growth with time points: {number} -> {spent / base:.1f} x the first")
