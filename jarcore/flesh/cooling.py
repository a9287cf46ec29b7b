"""How something hot cools: Newton's law, the pot or the tray as one lump, and the limits that cooling is held to."""

import math
from dataclasses import dataclass

from jarcore.data import CoolingRow, cooling_rows, parameter

POT, TRAY = "pot", "tray"


@dataclass(frozen=True, slots=True, kw_only=True)
class Cooling:
    """A volume in a vessel in a place: its time constant [min] and what it tends to [degC].

    Source: Newton's law of cooling, dT/dt = (T_place - T)/lag, lag = m c/(h A).
    """

    lag_min: float
    place_c: float

    def at(self, from_c: float, minutes: float) -> float:
        """The temperature after a time [degC].

        >>> round(Cooling(lag_min=60, place_c=4).at(100, 60), 2)
        39.32
        """
        return self.place_c + (from_c - self.place_c) * math.exp(-minutes / self.lag_min)

    def minutes(self, from_c: float, to_c: float) -> float | None:
        """How long it takes from one temperature to another [min]; None where it never comes there.

        >>> round(Cooling(lag_min=60, place_c=4).minutes(100, 5), 1)
        273.9
        """
        if from_c <= to_c:
            return 0.0
        if to_c <= self.place_c:
            return None
        return self.lag_min * math.log((from_c - self.place_c) / (to_c - self.place_c))

    def too_slow(self, from_c: float) -> bool:
        """Whether it breaks a limit of cooling from a temperature [degC]: 57 to 21 °C, and to 5 °C in all.

        Source: Food Code 2022 3-501.14(A).
        """
        begin = min(from_c, parameter("cool_from"))
        for to_c, limit in (("cool_first", "cool_first_limit"), ("cold_holding", "cool_whole_limit")):
            minutes = self.minutes(begin, parameter(to_c))
            if begin > parameter(to_c) and (minutes is None or minutes > parameter(limit)):
                return True
        return False


def cooling_of(litres: float, place: str, vessel: str | None = None) -> Cooling:
    """How a volume [l] cools in a place of the table, in a pot (as wide as it is filled high) or a shallow tray.

    In an ice bath the pot's wall takes the heat, elsewhere its face too.
    """
    row = cooling_rows()[place]
    place_c = parameter(row.medium)
    heat_j_per_k = litres * parameter("jar_density") * parameter("jar_heat")
    area_m2 = _area_m2(litres, row, vessel or POT)
    return Cooling(lag_min=heat_j_per_k / (row.h * area_m2) / 60, place_c=place_c)


def _area_m2(litres: float, row: CoolingRow, vessel: str) -> float:
    volume_m3 = litres / 1000
    if vessel == TRAY:
        plan = volume_m3 / (parameter("tray_depth") / 1000)
        return plan if row.stirred else 2 * plan
    across = math.cbrt(4 * volume_m3 / math.pi)
    wall = math.pi * across**2
    ends = math.pi * across**2 / 4
    return wall + (ends if row.stirred else 2 * ends)
