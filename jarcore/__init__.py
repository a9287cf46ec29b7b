"""The trade's rules and arithmetic: no Django, no HTTP, no clock, no chance.

Imports go one way: bench -> judgement -> jars -> flesh -> substances -> documents -> data.
"""

__version__ = "0.1.0"
