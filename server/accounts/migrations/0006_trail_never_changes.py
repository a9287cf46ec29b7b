"""A line of the trail stays as it was written; Django's own rows of sessions, which say of nobody whose they are, go."""

from django.db import migrations

FORBID = """
CREATE FUNCTION trail_never_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'DELETE' AND current_setting('jar.purging', true) = 'yes' THEN
        RETURN OLD;
    END IF;
    RAISE EXCEPTION 'a line of the trail stays as it was written';
END $$;
CREATE TRIGGER trail_never_changes BEFORE UPDATE OR DELETE ON accounts_entry
    FOR EACH ROW EXECUTE FUNCTION trail_never_changes();
"""
ALLOW = """
DROP TRIGGER trail_never_changes ON accounts_entry;
DROP FUNCTION trail_never_changes();
"""


class Migration(migrations.Migration):
    dependencies = [("accounts", "0005_trail")]
    operations = [
        migrations.RunSQL(FORBID, ALLOW),
        migrations.RunSQL("DROP TABLE IF EXISTS django_session", migrations.RunSQL.noop),
    ]
