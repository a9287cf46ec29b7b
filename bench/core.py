"""The core against scipy on the same case."""

import json
import statistics
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np
from scipy.integrate import solve_ivp

from jarcore.bench import evaluate
from jarcore.flesh.diffusion import uptake

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


def uptake_by_scipy(fouriers: np.ndarray) -> np.ndarray:
    """Mean uptake of a slab with constant surfaces by the method of lines: LSODA, banded, half slab."""
    width = 1.0 / CELLS

    def slope(_t: float, u: np.ndarray) -> np.ndarray:
        flux = np.empty(CELLS + 1)
        flux[0] = 2 * (1.0 - u[0]) / width
        flux[1:-1] = (u[:-1] - u[1:]) / width
        flux[-1] = 0.0
        return (flux[:-1] - flux[1:]) / width

    start = np.zeros(CELLS)
    span = (0.0, float(fouriers[-1]))
    solved = solve_ivp(slope, span, start, method="LSODA", t_eval=fouriers, rtol=1e-5, lband=1, uband=1)
    return solved.y.mean(axis=0)


def report() -> None:
    """Print the core's figures."""
    for name in ("zander-caraway", "char-citrus"):
        document = json.loads((ROOT / "examples" / f"{name}.jar.json").read_text(encoding="utf-8"))
        print(f"evaluate {name}: {median_ms(lambda d=document: evaluate(d)):.2f} ms median (to reach: under 5 ms)")
    fouriers = np.linspace(0.01, 1.0, POINTS)
    ours = median_ms(lambda: [uptake(float(f)) for f in fouriers])
    theirs = median_ms(lambda: uptake_by_scipy(fouriers), times=10)
    off = max(abs(uptake(float(f)) - u) for f, u in zip(fouriers, uptake_by_scipy(fouriers), strict=True))
    print(
        f"uptake at {POINTS} times: {theirs / ours:.0f} x faster than scipy solve_ivp LSODA (N = {CELLS}), apart by {off:.1e}"
    )
