"""Marinade: stays in contact and flavours."""

from dataclasses import replace

from jarcore.jars.families import LIQUID

KIND = replace(LIQUID, id="marinade", clings=True, boiled_first=True)
