"""Wash: binds the next layer."""

from dataclasses import replace

from jarcore.jars.coating import laid_on
from jarcore.jars.families import LAYER

KIND = replace(LAYER, id="wash", coat=laid_on("wash_pick_up", "tray_wash"), bowl=True)
