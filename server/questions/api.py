"""Questions over HTTP: each that the core declares, asked within a kitchen, so that its own rows count.

`evaluate` and `profiles` are answered with the shipped rows too, for whoever has no kitchen.
"""

from collections.abc import Callable
from typing import Any

from django.http import HttpResponse
from ninja import Router
from ninja.constants import NOT_SET

from jarcore.documents import formula_object, parse
from jarcore.questions import QUESTIONS, Question, ask
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read
from server.common.answers import answer_of, body, core_json, named, request_of
from server.common.refusals import OF_A_FORMULA, refuses
from server.pantry.selectors import stock_of

router = Router(tags=["questions"], auth=NOT_SET)
DOCUMENT = "/document"
WITHOUT_A_KITCHEN = ("evaluate", "profiles")


def _in_kitchen(question: Question[Any]) -> Callable[[AuthedRequest, str], HttpResponse]:
    """The endpoint of a question within a kitchen."""

    @refuses(*OF_A_FORMULA)
    def answer(request: AuthedRequest, kitchen: str) -> HttpResponse:
        stock = stock_of(kitchen_to_read(request.user, kitchen))
        value, findings = parse(request.body)
        told = [one.moved(DOCUMENT) for one in findings if one.within(DOCUMENT)]
        return core_json(ask(question.name, value, stock.pantry, [*told, *stock.told]))

    return answer


def _of_anybody(question: Question[Any]) -> Callable[[AuthedRequest], HttpResponse]:
    """The endpoint of a question with the shipped rows; its body is the formula itself."""

    @refuses(*OF_A_FORMULA)
    def answer(request: AuthedRequest) -> HttpResponse:
        value, findings = parse(request.body)
        return core_json(ask(question.name, {"document": formula_object(value)}, None, findings))

    return answer


for one in QUESTIONS.values():
    words: dict[str, Any] = {"summary": one.name, "description": one.says}
    name = one.name.replace("-", "_")
    router.post(
        f"/kitchens/{{kitchen}}/ask/{one.name}",
        operation_id=f"ask_{name}",
        openapi_extra={**request_of(one), **answer_of(one)},
        **words,
    )(_in_kitchen(one))
    if one.name in WITHOUT_A_KITCHEN:
        router.post(
            f"/{one.name}",
            operation_id=name,
            openapi_extra={**body(named("Formula")), **answer_of(one)},
            **words,
        )(_of_anybody(one))
