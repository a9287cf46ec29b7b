"""./jar bench."""

from bench import core

core.report()
