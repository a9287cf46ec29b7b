"""An example of a real instrument: one that writes lines of text, as scales and probes do over a serial line.

A line is its state and its value: `S 12.3 g` at rest, `U 12.1 g` not yet, `OL` overloaded, `LB` battery low.
"""

import re
from dataclasses import dataclass
from pathlib import Path

from jarcore.data import parameter
from jarcore.devices.readings import Described, InstrumentReading

LINE = re.compile(r"^(?P<state>[SU])\s+(?P<value>[-+]?\d+(?:[.,]\d+)?)\s*(?P<unit>\S*)$")
OVERLOAD, FLAT = "OL", "LB"
# So much of the end of what it has written is looked at [bytes].
TAIL = 256
STEADY = "S"


@dataclass(frozen=True, slots=True, kw_only=True)
class LinesFile:
    """An instrument that adds lines to a file, or a device that looks like one."""

    described: Described
    path: Path

    def read(self, at: int) -> InstrumentReading:
        """What its last whole line says; one that has said nothing for a while is unplugged.

        AT is the time [ms since the epoch].
        """
        try:
            said_at = self.path.stat().st_mtime * 1000
            with self.path.open("rb") as file:
                file.seek(0, 2)
                file.seek(max(0, file.tell() - TAIL))
                text = file.read().decode("ascii", errors="replace")
        except OSError:
            return self.described.says(at, None, simulated=False, fault="unplugged")
        whole = [line.strip() for line in text.split("\n")[:-1] if line.strip()]
        if at - said_at > parameter("lines_silent_s") * 1000 or not whole:
            return self.described.says(at, None, simulated=False, fault="unplugged")
        return self._says(whole[-1], at)

    def _says(self, line: str, at: int) -> InstrumentReading:
        if line == OVERLOAD:
            return self.described.says(at, None, simulated=False, fault="overload")
        if line == FLAT:
            return self.described.says(at, None, simulated=False, fault="flat")
        found = LINE.match(line)
        # What is in another unit is nothing to go by.
        if found is None or found["unit"] not in ("", _unit(self.described.kind.unit)):
            return self.described.says(at, None, simulated=False, fault="nonsense")
        value = float(found["value"].replace(",", "."))
        return self.described.says(at, value, simulated=False, steady=found["state"] == STEADY)


def _unit(unit: str) -> str:
    return {"degC": "C", "pH": "pH"}.get(unit, unit)
