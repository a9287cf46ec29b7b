"""Dredge: a dry coat for the pan or the fryer."""

from dataclasses import replace

from jarcore.jars.coating import laid_on
from jarcore.jars.families import LAYER

KIND = replace(LAYER, id="dredge", coat=laid_on("dredge_pick_up", "tray_dredge"))
