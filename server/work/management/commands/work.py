"""The worker: does what is queued, one piece after another, until it is told to stop."""

import argparse
import asyncio
from typing import Any

from django.core.management.base import BaseCommand
from procrastinate import App
from procrastinate.contrib.django import app

SHUTDOWN_S = 10.0


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        """Options."""
        parser.add_argument("--once", action="store_true", help="stop when nothing waits any more")

    def handle(self, *, once: bool, **_options: Any) -> None:
        """Work. Only one worker runs (its supervisor sees to that), so what another was doing is nobody's any more."""
        connector = app.connector.get_worker_connector()  # type: ignore[attr-defined]
        with app.replace_connector(connector) as own:
            asyncio.run(_work(own, once))


async def _work(own: App, once: bool) -> None:
    async with own.open_async():
        for job in await own.job_manager.get_stalled_jobs(seconds_since_heartbeat=0):
            await own.job_manager.retry_job(job)
        await own.run_worker_async(
            concurrency=1,
            wait=not once,
            delete_jobs="successful",
            shutdown_graceful_timeout=SHUTDOWN_S,
        )
