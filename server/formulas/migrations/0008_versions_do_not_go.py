"""A saved version does not go either, but with its formula, and that only when it was thrown out long enough ago."""

from django.db import migrations

FORBID = """
CREATE FUNCTION formula_version_never_goes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF current_setting('jar.purging', true) IS DISTINCT FROM 'yes' THEN
        RAISE EXCEPTION 'a saved version does not go by itself';
    END IF;
    RETURN OLD;
END $$;
CREATE TRIGGER formula_version_never_goes BEFORE DELETE ON formulas_formulaversion
    FOR EACH ROW EXECUTE FUNCTION formula_version_never_goes();

-- Whoever may not delete a version may have this done: it asks itself whether the formula may go.
CREATE FUNCTION purge_formula(gone bigint) RETURNS boolean LANGUAGE plpgsql SECURITY DEFINER
SET search_path = public, pg_temp AS $$
BEGIN
    PERFORM 1 FROM formulas_formula
    WHERE id = gone AND place = 'bin' AND place_since < now() - interval '30 days' FOR UPDATE;
    IF NOT FOUND THEN
        RETURN false;
    END IF;
    PERFORM set_config('jar.purging', 'yes', true);
    DELETE FROM formulas_versionname n USING formulas_formulaversion v WHERE n.version_id = v.id AND v.formula_id = gone;
    DELETE FROM formulas_formulaversion WHERE formula_id = gone;
    DELETE FROM formulas_draftrevision WHERE formula_id = gone;
    DELETE FROM formulas_formula WHERE id = gone;
    PERFORM set_config('jar.purging', '', true);
    RETURN true;
END $$;
"""
ALLOW = """
DROP FUNCTION purge_formula(bigint);
DROP TRIGGER formula_version_never_goes ON formulas_formulaversion;
DROP FUNCTION formula_version_never_goes();
"""


class Migration(migrations.Migration):
    dependencies = [("formulas", "0007_tallies_are_kept")]
    operations = [migrations.RunSQL(FORBID, ALLOW)]
