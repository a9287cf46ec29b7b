"""A pH meter: a glass electrode by Nernst's law, and what two buffers make of what it shows."""

import math

from jarcore.data import parameter
from jarcore.devices.laws import HOUR_MS
from jarcore.devices.state import Buffer, Put
from jarcore.flesh.temperature import KELVIN

NEUTRAL = 7.0
TAKEN_AT_C = 25.0


def nernst_mv(celsius: float) -> float:
    """What an ideal electrode shows for one pH [mV] at a temperature [degC]: ln(10) R T/F. Source: Nernst's law.

    >>> round(nernst_mv(25), 2)
    59.16
    """
    gas, faraday = parameter("gas_constant"), parameter("faraday")
    return 1000 * math.log(10) * gas * (celsius + KELVIN) / faraday


def shown_mv(ph: float, since: int, at: int, celsius: float = TAKEN_AT_C) -> float:
    """What this electrode shows [mV] at a pH: less steep than the ideal, off at neutral, and drifting since it was new
    [ms since the epoch].
    """
    zero = parameter("electrode_zero_mv") + parameter("electrode_drift_mv_h") * max(0, at - since) / HOUR_MS
    return zero + parameter("electrode_slope") * nernst_mv(celsius) * (NEUTRAL - ph)


def ph_of(mv: float, low: Buffer | None, high: Buffer | None) -> float:
    """The pH of what it shows [mV], by its buffers; as of an ideal electrode where it was set by none."""
    if low is None or high is None or math.isclose(low.mv, high.mv):
        return NEUTRAL - mv / nernst_mv(TAKEN_AT_C)
    low_ph, high_ph = parameter("buffer_low_ph"), parameter("buffer_high_ph")
    return low_ph + (low.mv - mv) / (low.mv - high.mv) * (high_ph - low_ph)


def is_set(put: Put, at: int) -> bool:
    """Whether both buffers were taken, lately enough."""
    last_ms = parameter("buffers_last_h") * HOUR_MS
    return all(one is not None and at - one.at <= last_ms for one in (put.low_buffer, put.high_buffer))
