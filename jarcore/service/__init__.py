"""The day: a service planned backwards from its plates, step by step. Imports questions and below."""

from jarcore.service.compared import compared
from jarcore.service.moving import moved
from jarcore.service.planning import plan

__all__ = ["compared", "moved", "plan"]
