"""What one request may cost: documents over the limits, work that takes too long, and who waits for it meanwhile."""

from unittest import mock

from django.db import connection, transaction
from django.test import TransactionTestCase

from jarcore.data import Pantry
from server.accounts.models import Kitchen, Role
from server.formulas.filling import fill_columns
from server.formulas.models import Formula
from server.formulas.services import Keeping, create_formula, save_draft, save_version
from speed import worst
from tests.core.cases import changed, zander
from tests.http.door import DoorTest, person


class TooMuchTest(DoorTest):
    def test_a_document_over_the_limits_is_refused_at_its_place_wherever_it_comes_in(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)
        large = changed(zander(), fish__groups=[{}] * 25)
        for method, path, body, place in (
            ("POST", "/api/evaluate", large, "/fish/groups"),
            ("POST", "/api/kitchens/galley/ask/windows", {"document": large, "jar": 0}, "/fish/groups"),
            ("POST", "/api/kitchens/galley/formulas", large, "/fish/groups"),
            (
                "PUT",
                f"/api/kitchens/galley/formulas/{formula['id']}/draft",
                {"revision": 1, "document": large},
                "/fish/groups",
            ),
        ):
            with self.subTest(path):
                self.assert_problem(self.send(self.door, method, path, body), 413, place)

    def test_what_takes_longer_than_anybody_waits_is_given_up_in_words(self) -> None:
        with self.settings(RECKONED_AT_MOST_S=0.0):
            answer = self.send(self.door, "POST", "/api/kitchens/galley/ask/evaluate", {"document": zander()})
        self.assertIn("Split", self.assert_problem(answer, 422)["detail"])

    def test_the_worst_that_is_let_in_is_answered(self) -> None:
        for name, make in worst.WORST.items():
            with self.subTest(name):
                answer = self.json("POST", "/api/kitchens/galley/ask/evaluate", {"document": make(1)})
                self.assertEqual(len(answer["jars"]), len(make(1)["jars"]))


class NobodyWaitsTest(TransactionTestCase):
    """While the core reckons nobody waits for a formula."""

    def test_no_row_is_held_while_a_draft_or_a_version_is_reckoned_with(self) -> None:
        cook = person("cook", Role.COOK)
        kitchen = Kitchen.objects.get(slug="galley")
        formula = create_formula(kitchen, cook, zander())
        reckoned = []

        def free(filled: Formula | dict[str, object], pantry: Pantry) -> None:
            self.assertFalse(connection.in_atomic_block)
            with transaction.atomic():
                Formula.objects.select_for_update(nowait=True).get(pk=formula.pk)
            reckoned.append(filled)

        def fill(filled: Formula, pantry: Pantry) -> None:
            free(filled, pantry)
            fill_columns(filled, pantry)

        with mock.patch("server.formulas.services.fill_columns", fill):
            save_draft(kitchen, cook, formula.pk, 1, changed(zander(), servings=5))
        with mock.patch("server.formulas.services._kept_knowingly", free):
            save_version(kitchen, cook, formula.pk, 2, Keeping(initials="CO"))
        self.assertEqual(len(reckoned), 2)
