"""Crumb: the outermost layer of a coat."""

from dataclasses import replace

from jarcore.jars.coating import laid_on
from jarcore.jars.families import LAYER

KIND = replace(LAYER, id="crumb", coat=laid_on("crumb_pick_up", "tray_crumb"))
