"""A run that is killed two hundred times: how much was acknowledged, and how much of it is lost."""

import os
import time

import django

from tests.running.checkout import Checkout

MOMENTS, SEED = 200, 11


def report() -> None:
    """Print what came through: worker, web server, database and browser killed at moments that a seed draws."""
    os.environ.update(JAR_MODE="test", DJANGO_SETTINGS_MODULE="server.config.settings")
    django.setup()
    from tests.running.evening import killed  # late: it needs the settings

    checkout = Checkout()
    try:
        assert checkout.jar("demo")[0] == 0, "the demo does not start"
        started = time.perf_counter()
        many, lost = killed(checkout, MOMENTS, SEED)
        spent = time.perf_counter() - started
    finally:
        checkout.remove()
    print(f"killed {MOMENTS} times in {spent:.0f} s: {many} things acknowledged, {len(lost)} lost")
