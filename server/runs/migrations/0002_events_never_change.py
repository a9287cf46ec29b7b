"""The database itself takes more events and changes none: what is wrong is voided by another."""

from django.db import migrations

FORBID = """
CREATE FUNCTION run_event_never_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'DELETE' THEN
        -- With its kitchen, where the database's owner takes that out.
        IF current_setting('jar.purging', true) = 'yes' THEN
            RETURN OLD;
        END IF;
        RAISE EXCEPTION 'an event does not go';
    END IF;
    -- The row of whoever signed it may go (ON DELETE SET NULL); what it says may not change.
    IF NEW.document IS DISTINCT FROM OLD.document OR NEW.number <> OLD.number OR NEW.run_id <> OLD.run_id
       OR NEW.was IS DISTINCT FROM OLD.was OR NEW.id <> OLD.id THEN
        RAISE EXCEPTION 'an event does not change';
    END IF;
    RETURN NEW;
END $$;
CREATE TRIGGER run_event_never_changes BEFORE UPDATE OR DELETE ON runs_runevent
    FOR EACH ROW EXECUTE FUNCTION run_event_never_changes();
"""
ALLOW = """
DROP TRIGGER run_event_never_changes ON runs_runevent;
DROP FUNCTION run_event_never_changes();
"""


class Migration(migrations.Migration):
    dependencies = [("runs", "0001_initial")]
    operations = [migrations.RunSQL(FORBID, ALLOW)]
