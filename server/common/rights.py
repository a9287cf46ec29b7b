"""What the application may do in the database, which its owner has made: read and write rows, and no more.

The owner migrates; the application connects as another role. It cannot drop the triggers that keep versions as they
are, nor take the versions away, nor say which migrations were run.
"""

import os
from typing import Any

from django.db import connection

# The role that the application connects as; ./jar makes it in its own cluster.
ROLE = os.environ.get("JAR_DATABASE_ROLE", "jar_app")
GRANTS = """
GRANT USAGE ON SCHEMA public TO {role};
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO {role};
GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public TO {role};
GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA public TO {role};
REVOKE INSERT, UPDATE, DELETE ON django_migrations FROM {role};
REVOKE UPDATE, DELETE ON formulas_formulaversion FROM {role};
GRANT UPDATE (created_by_id) ON formulas_formulaversion TO {role};
REVOKE UPDATE, DELETE, TRUNCATE ON accounts_entry FROM {role};
REVOKE UPDATE, DELETE, TRUNCATE ON runs_runevent FROM {role};
GRANT UPDATE (signed_by_id) ON runs_runevent TO {role};
REVOKE UPDATE, DELETE, TRUNCATE ON temperatures_logentry FROM {role};
GRANT UPDATE (signed_by_id) ON temperatures_logentry TO {role};
"""


def grant(**_sent: Any) -> None:
    """Give the application's role its rights, where there is one: after each migration, for tables come and go."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT rolname <> current_user FROM pg_roles WHERE rolname = %s", [ROLE])
        found = cursor.fetchone()
        # Where the application itself migrates it is the owner, and nothing is to be given.
        if found and found[0]:
            cursor.execute(GRANTS.format(role=connection.ops.quote_name(ROLE)))
