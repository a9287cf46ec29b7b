"""What the application may do in the database: rows, and nothing that would undo what the database itself keeps."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta

from django.db import ProgrammingError, connection, transaction
from django.utils import timezone

from server.accounts.models import Kitchen, User
from server.common.rights import ROLE
from server.formulas.models import Formula, FormulaVersion, Place
from server.formulas.services import Keeping, create_formula, empty_the_bin, put, save_draft, save_version
from tests.core.cases import changed, zander
from tests.http.door import DoorTest


class RightsTest(DoorTest):
    def setUp(self) -> None:
        super().setUp()
        self.kitchen = Kitchen.objects.get(slug="galley")
        self.formula = create_formula(self.kitchen, self.cook, zander())
        save_version(self.kitchen, self.cook, self.formula.pk, 1, Keeping(initials="CO"))

    @contextmanager
    def as_application(self) -> Iterator[None]:
        """Within it statements are the application's, not the owner's."""
        with connection.cursor() as cursor:
            cursor.execute(f"SET ROLE {ROLE}")
            yield
            cursor.execute("RESET ROLE")

    def execute(self, statement: str) -> None:
        with connection.cursor() as cursor:
            cursor.execute(statement)

    def test_the_application_does_its_work(self) -> None:
        with self.as_application():
            made = create_formula(self.kitchen, self.cook, zander())
            save_draft(self.kitchen, self.cook, made.pk, 1, changed(zander(), servings=9))
            save_version(self.kitchen, self.cook, made.pk, 2, Keeping(initials="CO"))
            put(self.kitchen, self.cook, made.pk, Place.ARCHIVE)
            self.json("GET", "/api/kitchens/galley/formulas")
            # Somebody who leaves takes no version along.
            other = User.objects.create_user(username="leaves")
            FormulaVersion.objects.filter(formula=made).update(created_by=other)
            other.delete()
        self.assertIsNone(made.versions.get().created_by)

    def test_it_cannot_undo_what_the_database_keeps(self) -> None:
        for statement in (
            "UPDATE formulas_formulaversion SET document = '{}'",
            "DELETE FROM formulas_formulaversion",
            "TRUNCATE formulas_formulaversion CASCADE",
            "DROP TRIGGER formula_version_never_changes ON formulas_formulaversion",
            "ALTER TABLE formulas_formulaversion DISABLE TRIGGER ALL",
            "DROP FUNCTION formula_version_never_goes() CASCADE",
            "DELETE FROM django_migrations",
            "CREATE TABLE mine ()",
            "CREATE ROLE another",
            "SET session_replication_role = replica",
        ):
            with self.subTest(statement), self.assertRaises(ProgrammingError), transaction.atomic():
                self.execute(f"SET LOCAL ROLE {ROLE}; {statement}")

    def test_nor_can_the_owner_by_mistake(self) -> None:
        for statement in ("DELETE FROM formulas_formulaversion", "UPDATE formulas_formulaversion SET number = 7"):
            with (
                self.subTest(statement),
                self.assertRaisesRegex(ProgrammingError, "a saved version"),
                transaction.atomic(),
            ):
                self.execute(statement)

    def test_what_was_thrown_out_long_ago_goes_and_nothing_else(self) -> None:
        young = create_formula(self.kitchen, self.cook, zander())
        for number, days in ((self.formula.pk, 31), (young.pk, 2)):
            put(self.kitchen, self.cook, number, Place.BIN)
            Formula.objects.filter(pk=number).update(place_since=timezone.now() - timedelta(days=days))
        with self.as_application():
            self.assertEqual(empty_the_bin(), 1)
        self.assertEqual(list(Formula.objects.values_list("pk", flat=True)), [young.pk])
        self.assertEqual(FormulaVersion.objects.count(), 0)

    def test_the_role_is_nobodys_superuser(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("SELECT rolsuper, rolcreatedb, rolcreaterole FROM pg_roles WHERE rolname = %s", [ROLE])
            self.assertEqual(cursor.fetchone(), (False, False, False))
