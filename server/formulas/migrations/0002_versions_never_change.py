"""The database itself refuses to change a saved version; deleting a whole formula still takes its versions along."""

from django.db import migrations

FORBID = """
CREATE FUNCTION formula_version_never_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    -- The author's row may go (ON DELETE SET NULL); the document may not change.
    IF NEW.document IS DISTINCT FROM OLD.document OR NEW.number <> OLD.number OR NEW.formula_id <> OLD.formula_id
       OR NEW.note <> OLD.note OR NEW.created_at <> OLD.created_at THEN
        RAISE EXCEPTION 'a saved version does not change';
    END IF;
    RETURN NEW;
END $$;
CREATE TRIGGER formula_version_never_changes BEFORE UPDATE ON formulas_formulaversion
    FOR EACH ROW EXECUTE FUNCTION formula_version_never_changes();
"""
ALLOW = """
DROP TRIGGER formula_version_never_changes ON formulas_formulaversion;
DROP FUNCTION formula_version_never_changes();
"""


class Migration(migrations.Migration):
    dependencies = [("formulas", "0001_initial")]
    operations = [migrations.RunSQL(FORBID, ALLOW)]
