"""The database itself takes more lines and changes none: what is wrong is voided by another."""

from django.db import migrations

FORBID = """
CREATE FUNCTION logged_never_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'DELETE' THEN
        -- With its kitchen, where the database's owner takes that out.
        IF current_setting('jar.purging', true) = 'yes' THEN
            RETURN OLD;
        END IF;
        RAISE EXCEPTION 'a line of the temperature record does not go';
    END IF;
    -- The row of whoever signed it may go (ON DELETE SET NULL); what it says may not change.
    IF (NEW.id, NEW.kitchen_id, NEW.at, NEW.document) IS DISTINCT FROM (OLD.id, OLD.kitchen_id, OLD.at, OLD.document)
    THEN
        RAISE EXCEPTION 'a line of the temperature record does not change';
    END IF;
    RETURN NEW;
END $$;
CREATE TRIGGER logged_never_changes BEFORE UPDATE OR DELETE ON temperatures_logentry
    FOR EACH ROW EXECUTE FUNCTION logged_never_changes();
"""
ALLOW = """
DROP TRIGGER logged_never_changes ON temperatures_logentry;
DROP FUNCTION logged_never_changes();
"""


class Migration(migrations.Migration):
    dependencies = [("temperatures", "0001_initial")]
    operations = [migrations.RunSQL(FORBID, ALLOW)]
