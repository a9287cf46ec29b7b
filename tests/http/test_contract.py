"""The API keeps what its description says, whatever is sent: each answer is described there, and none is a 500."""

from typing import Any

import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from schemathesis.core.result import Ok
from schemathesis.specs.openapi import checks

from server.accounts.models import Membership, Role
from server.config.api import api
from server.config.wsgi import application
from tests.core.cases import zander
from tests.http.door import DoorTest, person

# They would end the session or what it may do, or wait for its next try.
LEFT_OUT = (
    "sign_in",
    "sign_out",
    "end_sessions",
    "share_tablet",
    "leave",
    "change_password",
    "offer_second_factor",
    "drop_second_factor",
)
HELD_TO = [
    schemathesis.checks.not_a_server_error,
    checks.status_code_conformance,
    checks.content_type_conformance,
    checks.response_schema_conformance,
]
EXAMPLES = 5


def described() -> Any:
    """The API's description, without who may ask: here somebody is signed in."""
    schema = api.get_openapi_schema(path_prefix="/api/")
    schema["components"].pop("securitySchemes", None)
    for operations in schema["paths"].values():
        for operation in operations.values():
            operation.pop("security", None)
    return schema


class ContractTest(DoorTest):
    def setUp(self) -> None:
        super().setUp()
        # An owner, so that what only owners may is sent too; of two, for a kitchen is never without.
        Membership.objects.filter(user=self.cook).update(role=Role.OWNER)
        self.other = person("other", Role.OWNER).pk
        self.formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)["id"]
        # The requests go past Django's own client: what ends the connection of a test is taken off.
        for signal in (request_started, request_finished):
            signal.disconnect(close_old_connections)
            self.addCleanup(signal.connect, close_old_connections)

    def test_whatever_is_sent_is_answered_as_it_is_described(self) -> None:
        schema = schemathesis.openapi.from_dict(described())
        schema.app = application
        cookies = {name: morsel.value for name, morsel in self.door.cookies.items()}
        headers = {"X-CSRFToken": cookies["csrftoken"], "Host": "localhost", "Accept-Encoding": "identity"}
        for found in schema.get_all_operations():
            assert isinstance(found, Ok)
            operation = found.ok()
            if operation.definition.raw["operationId"] not in LEFT_OUT:
                with self.subTest(operation.label):
                    self.hold(operation, headers, cookies)

    def hold(self, operation: Any, headers: dict[str, str], cookies: dict[str, str]) -> None:
        """Send an operation anything that its description allows: mostly of what is there, sometimes of what is not."""

        @settings(
            max_examples=EXAMPLES,
            deadline=None,
            derandomize=True,
            suppress_health_check=list(HealthCheck),
            database=None,
        )
        @given(case=operation.as_strategy(), there=st.integers(0, 3))
        def run(case: Any, there: int) -> None:
            if there:
                known = {"kitchen": "galley", "formula": self.formula, "number": 1, "person": self.other}
                case.path_parameters.update({k: v for k, v in known.items() if k in case.path_parameters})
            response = case.call(headers=headers, cookies=cookies)
            case.validate_response(response, checks=HELD_TO, headers=headers)

        run()
