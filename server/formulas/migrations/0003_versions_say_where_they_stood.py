"""A version says whether it was ready and who kept it; what is there already is judged by the rules of today."""

from typing import Any

from django.db import migrations, models

PROTECT = """
CREATE OR REPLACE FUNCTION formula_version_never_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    -- The author's row may go (ON DELETE SET NULL); the document and what was said of it may not change.
    IF NEW.document IS DISTINCT FROM OLD.document OR NEW.number <> OLD.number OR NEW.formula_id <> OLD.formula_id
       OR NEW.note <> OLD.note OR NEW.created_at <> OLD.created_at
       OR NEW.standing <> OLD.standing OR NEW.initials <> OLD.initials THEN
        RAISE EXCEPTION 'a saved version does not change';
    END IF;
    RETURN NEW;
END $$;
"""
AS_BEFORE = """
CREATE OR REPLACE FUNCTION formula_version_never_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF NEW.document IS DISTINCT FROM OLD.document OR NEW.number <> OLD.number OR NEW.formula_id <> OLD.formula_id
       OR NEW.note <> OLD.note OR NEW.created_at <> OLD.created_at THEN
        RAISE EXCEPTION 'a saved version does not change';
    END IF;
    RETURN NEW;
END $$;
"""
MANY = 200
COLUMNS = ("title", "species", "kinds", "tags", "card", "search_text")


def judge(apps: Any, _schema: Any) -> None:
    """Where each version stands, and the card of each formula, made anew."""
    from jarcore.data import default_pantry
    from jarcore.formula import evaluate
    from server.formulas.filling import fill_columns

    versions = apps.get_model("formulas", "FormulaVersion").objects
    for version in versions.only("pk", "document").iterator(chunk_size=MANY):
        versions.filter(pk=version.pk).update(standing=evaluate(version.document)["standing"])
    formulas = apps.get_model("formulas", "Formula").objects
    for formula in formulas.iterator(chunk_size=MANY):
        fill_columns(formula, default_pantry())
        # Not saved whole: the time of the last change is the cook's, not this one's.
        formulas.filter(pk=formula.pk).update(**{name: getattr(formula, name) for name in COLUMNS})


class Migration(migrations.Migration):
    dependencies = [("formulas", "0002_versions_never_change")]
    operations = [
        migrations.AddField(
            "formulaversion",
            "standing",
            models.CharField(
                max_length=16,
                choices=[("ready", "Ready"), ("not_ready", "Not Ready"), ("not_to_be_cooked", "Not To Be Cooked")],
                default="not_ready",
            ),
        ),
        migrations.AddField(
            "formulaversion", "initials", models.CharField(max_length=8, blank=True, default=""), False
        ),
        migrations.RunPython(judge, migrations.RunPython.noop),
        migrations.RunSQL(PROTECT, AS_BEFORE),
    ]
