"""The trade's rules and arithmetic: no Django, no HTTP, no clock, no chance.

Imports go one way: questions -> formula -> judgement -> heat -> jars -> flesh -> fish -> substances -> reading ->
documents -> data.
"""

from jarcore.version import VERSION

__version__ = VERSION
