"""The demo kitchen's rows, put into the test database and taken out again: as seeding and emptying it do, in a tenth of
the time. Where the database's user may not put triggers and references aside it is seeded and emptied as usual.
"""

import time_machine
from django.db import connection

from server.accounts.models import Kitchen
from server.demo.management.commands.demo import seed
from server.demo.people import KITCHEN

# What migrations have put there stays.
STAY = ("django_migrations", "django_content_type", "auth_permission")
_kept: dict[str, bytes] = {}


def kitchen_as_seeded() -> Kitchen:
    """The demo's kitchen, in a database that is empty."""
    if not _kept or not may_put_aside():
        kitchen = seed()
        # Times of a test that travels are not everybody's.
        if may_put_aside() and not time_machine.escape_hatch.is_travelling():
            _kept.update(_copied())
        return kitchen
    with connection.cursor() as cursor:
        cursor.execute("SET session_replication_role = replica")
        for table, rows in _kept.items():
            with cursor.copy(f"COPY {table} FROM STDIN") as copy:
                copy.write(rows)
        cursor.execute("SET session_replication_role = DEFAULT")
    return Kitchen.objects.get(slug=KITCHEN)


def emptied() -> None:
    """No row is left but what migrations have put there."""
    whole = "; ".join(f"DELETE FROM {table}" for table in _tables())
    with connection.cursor() as cursor:
        cursor.execute(f"SET session_replication_role = replica; {whole}; SET session_replication_role = DEFAULT")


def may_put_aside() -> bool:
    """Whether the database's user may put triggers and references aside."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT rolsuper FROM pg_roles WHERE rolname = current_user")
        return bool(cursor.fetchone()[0])


def _copied() -> dict[str, bytes]:
    found = {}
    with connection.cursor() as cursor:
        for table in _tables():
            with cursor.copy(f"COPY {table} TO STDOUT") as copy:
                rows = b"".join(bytes(part) for part in copy)
            if rows:
                found[table] = rows
    return found


def _tables() -> list[str]:
    names = connection.introspection.django_table_names(only_existing=True, include_views=False)
    return sorted(set(names) - set(STAY))
