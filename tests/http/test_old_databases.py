"""A database as an older main left it opens: what it holds is judged by the rules of today, and its documents stay."""

from typing import Any

from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import TransactionTestCase

from server.accounts.models import Kitchen
from server.formulas.models import Formula
from server.formulas.tasks import refill
from server.pantry.selectors import own_rows, stock_of
from server.work.models import Work
from tests.core.cases import changed, zander

OLD = [("formulas", "0002_versions_never_change")]


class OldDatabaseTest(TransactionTestCase):
    def migrate(self, to: Any) -> Any:
        executor = MigrationExecutor(connection)
        executor.migrate(to)
        return MigrationExecutor(connection).loader.project_state(to).apps

    def test_cards_of_another_core_are_filled_anew(self) -> None:
        kitchen = Kitchen.objects.create(slug="core", name="Core")
        cured = changed(zander(), jars__0__lines__0__amount__value=3)
        made = Formula.objects.create(kitchen=kitchen, document=cured, title="Cured", card={"ready": True, "jars": []})
        before = Formula.objects.get(pk=made.pk).updated_at
        call_command("migrate", verbosity=0)
        refill(work=Work.objects.get(kitchen=kitchen).pk)
        made.refresh_from_db()
        self.assertEqual((made.card["standing"], made.updated_at), ("not_ready", before))

    def tearDown(self) -> None:
        self.migrate(MigrationExecutor(connection).loader.graph.leaf_nodes())

    def test_scales_among_the_rows_are_the_kitchen_s_settings_now(self) -> None:
        old = self.migrate([("pantry", "0002_own_rows"), ("accounts", "0004_sessions_say_whose_they_are")])
        scales, rows = [{"step_g": 0.5, "max_g": 800}], {"format": "jar-table/pantry", "format_version": 1}
        for slug, more in (("weighs", {"scales": scales}), ("odd", {"scales": "none"}), ("plain", {})):
            kitchen = old.get_model("accounts", "Kitchen").objects.create(slug=slug, name=slug)
            old.get_model("pantry", "OwnRows").objects.create(kitchen=kitchen, document={**rows, **more})
        self.migrate(MigrationExecutor(connection).loader.graph.leaf_nodes())
        kept = {one.slug: (one.settings.scales, own_rows(one)) for one in Kitchen.objects.all()}
        self.assertEqual(kept["weighs"], (scales, {**rows, "scales": scales}))
        self.assertEqual(kept["odd"], (None, {**rows, "scales": "none"}))
        self.assertEqual(kept["plain"], (None, rows))
        weighed = stock_of(Kitchen.objects.get(slug="weighs")).pantry.scales
        self.assertEqual([(one.step_g, one.max_g) for one in weighed], [(0.5, 800)])

    def test_versions_and_cards_from_before_say_where_they_stand(self) -> None:
        documents = {
            "ready": zander(),
            "not_ready": changed(zander(), diners=[{"avoid": ["fish"]}]),
            "not_to_be_cooked": changed(zander(), fish__species="puffer-fish"),
        }
        old = self.migrate(OLD)
        kitchen = old.get_model("accounts", "Kitchen").objects.create(slug="old", name="Old")
        for standing, document in documents.items():
            made = old.get_model("formulas", "Formula").objects.create(
                kitchen=kitchen, document=document, title=standing, card={"ready": True, "jars": []}, latest_version=1
            )
            old.get_model("formulas", "FormulaVersion").objects.create(formula=made, number=1, document=document)
        changed_at = dict(old.get_model("formulas", "Formula").objects.values_list("pk", "updated_at"))
        new = self.migrate(MigrationExecutor(connection).loader.graph.leaf_nodes())
        for version in new.get_model("formulas", "FormulaVersion").objects.select_related("formula"):
            formula = version.formula
            self.assertEqual(version.document, documents[version.standing])
            self.assertEqual(version.initials, "")
            self.assertEqual(
                (formula.card["standing"], formula.card["ready"]), (version.standing, version.standing == "ready")
            )
            self.assertEqual(formula.updated_at, changed_at[formula.pk])
        self.assertEqual(
            sorted(new.get_model("formulas", "FormulaVersion").objects.values_list("standing", flat=True)),
            sorted(documents),
        )
