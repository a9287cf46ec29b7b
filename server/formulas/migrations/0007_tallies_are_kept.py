"""The database keeps the tallies with every change of a formula: by statement, so that many at once cost one addition."""

from django.db import migrations

# Each formula counts once in its place, once for its fish, and once for each of its tags.
COUNTED = """
    SELECT f.kitchen_id, f.place, w.what, w.name, {sign} AS n FROM {rows} f,
    LATERAL (SELECT 'place' AS what, '' AS name
             UNION ALL SELECT 'fish', f.species WHERE f.species <> ''
             UNION ALL SELECT DISTINCT 'tag', tag FROM unnest(f.tags) AS tag) w
"""
# In one order, so that two statements wait for each other and not both. What is taken from a tally that is gone (its
# kitchen is being deleted) is taken from nowhere.
ADDED = """
    INSERT INTO formulas_tally AS t (kitchen_id, place, what, name, number)
    SELECT kitchen_id, place, what, name, sum(n) FROM ({counted}) AS moved
    GROUP BY kitchen_id, place, what, name
    HAVING sum(n) > 0 OR (sum(n) < 0 AND EXISTS (
        SELECT FROM formulas_tally known WHERE known.kitchen_id = moved.kitchen_id AND known.place = moved.place
        AND known.what = moved.what AND known.name = moved.name))
    ORDER BY kitchen_id, place, what, name
    ON CONFLICT (kitchen_id, place, what, name) DO UPDATE SET number = t.number + EXCLUDED.number;
"""
COME = COUNTED.format(sign="1", rows="come")
GONE = COUNTED.format(sign="-1", rows="gone")
KEPT = f"""
CREATE FUNCTION formula_tally() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF TG_OP = 'INSERT' THEN {ADDED.format(counted=COME)}
    ELSIF TG_OP = 'DELETE' THEN {ADDED.format(counted=GONE)}
    ELSE {ADDED.format(counted=f"{COME} UNION ALL {GONE}")}
    END IF;
    RETURN NULL;
END $$;
CREATE TRIGGER formula_tally_come AFTER INSERT ON formulas_formula
    REFERENCING NEW TABLE AS come FOR EACH STATEMENT EXECUTE FUNCTION formula_tally();
CREATE TRIGGER formula_tally_moved AFTER UPDATE ON formulas_formula
    REFERENCING NEW TABLE AS come OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION formula_tally();
CREATE TRIGGER formula_tally_gone AFTER DELETE ON formulas_formula
    REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION formula_tally();
{ADDED.format(counted=COUNTED.format(sign="1", rows="formulas_formula"))}
"""
NO_LONGER = """
DROP TRIGGER formula_tally_come ON formulas_formula;
DROP TRIGGER formula_tally_moved ON formulas_formula;
DROP TRIGGER formula_tally_gone ON formulas_formula;
DROP FUNCTION formula_tally();
DELETE FROM formulas_tally;
"""


class Migration(migrations.Migration):
    dependencies = [("formulas", "0006_tallies")]
    operations = [migrations.RunSQL(KEPT, NO_LONGER)]
