"""A kitchen with a million events: the list of its runs, one of them opened, and what is asked while it goes on."""

import os

import psycopg

from speed.load import Client

RUNS, EVENTS, ASKED, TO_REACH_MS = 4000, 250, 60, 100
# Runs as full as a long evening, all of one kitchen; the newest goes by the plan of the demo's own run.
FILL = """
WITH one AS (SELECT * FROM runs_run ORDER BY id DESC LIMIT 1),
made AS (INSERT INTO runs_run (kitchen_id, title, zone, document, planned, plan, plan_number, served, began_at,
                               ended_at, last)
  SELECT one.kitchen_id, 'Run ' || n, one.zone, one.document, one.planned, one.planned, 1, one.served,
         now() - n * interval '1 hour', now() - n * interval '1 hour', %s
  FROM one, generate_series(1, %s) n RETURNING id)
INSERT INTO runs_runevent (id, run_id, number, document)
SELECT gen_random_uuid(), made.id, n,
       jsonb_build_object('id', gen_random_uuid(), 'do', 'done', 'step', 'a', 'at', '2026-12-04T18:00:00Z')
FROM made, generate_series(1, %s) n
"""


def report(address: str) -> None:
    """Print the 95th percentile of what is asked of runs."""
    with psycopg.connect(os.environ["DATABASE_URL"], autocommit=True) as database:
        database.execute(FILL, [EVENTS, RUNS, EVENTS])
        database.execute("ANALYZE runs_run; ANALYZE runs_runevent")
        found = database.execute(
            "SELECT max(r.id), max(k.slug) FROM runs_run r JOIN accounts_kitchen k ON k.id = kitchen_id"
        )
        row = found.fetchone()
        assert row is not None
        run, kitchen = row
    client = Client(address).sign_in()
    print(f"runs with {RUNS * EVENTS} events in a kitchen, 95th percentile [ms], to reach {TO_REACH_MS}")
    asked = {
        "the list": "runs",
        "one opened": f"runs/{run}",
        "what is new, nothing": f"runs/{run}/live?after={EVENTS}&plan_number=1",
        "what is new, ten events": f"runs/{run}/live?after={EVENTS - 10}&plan_number=1",
        "on record": f"runs/{run}/record",
        "as it is": f"runs/{run}/as-it-is",
        "the instruments read": f"instruments/readings?run={run}",
    }
    for name, path in asked.items():
        spent = sorted(client.ask("GET", f"/api/kitchens/{kitchen}/{path}")[1] for _ in range(ASKED))
        print(f"  {name:24} {spent[int(0.95 * (ASKED - 1))]:.0f}")
