"""The oil of a fryer over time: an energy balance of what the burner gives, what is lost, and what the fish takes."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from jarcore.data import parameter
from jarcore.flesh.engine import Vector
from jarcore.heat.core import burner_gives, oil_holds

STEP_S = 2.0


@dataclass(frozen=True, slots=True)
class Load:
    """So much fish [kg] that goes in at a time [s]."""

    at_s: float
    kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Fryer:
    """Oil [l] on a burner [W] of usual efficiency, set to a temperature [degC], in a room [degC]."""

    litres: float
    watts: float
    set_c: float
    room_c: float

    def course(self, seconds: float, loads: Sequence[Load] = ()) -> Vector:
        """The oil [degC] each STEP_S since it was lit, through loads.

        C dT/dt = burner - loss - fish. A thermostat lights the burner below what is set; fish takes its heat within the
        plunge. Source: an energy balance by explicit steps; the heat that fish takes as in the model of frying.
        """
        steps = int(seconds / STEP_S) + 1
        celsius, burns = np.empty(steps), True
        now, fish = self.room_c, np.zeros(steps)
        plunge = parameter("plunge")
        for load in loads:
            begin, end = (int(max(0.0, one) / STEP_S) for one in (load.at_s, load.at_s + plunge))
            fish[begin:end] += load.kg * parameter("fry_heat") * 1000 / plunge
        gives, holds = burner_gives(self.watts), oil_holds(self.litres)
        loss = parameter("fryer_loss_w") / (parameter("fry_nominal") - self.room_c)
        for step in range(steps):
            celsius[step] = now
            burns = now < self.set_c - (0.0 if burns else parameter("fryer_thermostat"))
            given = gives if burns else 0.0
            now += STEP_S * (given - loss * (now - self.room_c) - float(fish[step])) / holds
            now = max(now, self.room_c)
        return celsius
