"""What a kitchen keeps of its own: rows, labels, scales, prices."""

from dataclasses import asdict
from typing import Any

from ninja import Router, Schema

from jarcore.data import Pantry
from jarcore.data.prices import Sort
from jarcore.documents.refusal import NOT_A_PANTRY
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import body, body_of, named
from server.common.bodies import keepable, read_as
from server.common.kinds import TOO_MANY
from server.common.refusals import refuses
from server.common.typed import PantryDraft, PriceDraft, ScaleDraft
from server.pantry import services
from server.pantry.selectors import own_rows, stock_of

router = Router(tags=["pantry"])


class ScaleOut(Schema):
    """A scale: its step and the most that it bears [g]."""

    step_g: float
    max_g: float


class ScalesOut(Schema):
    """The scales that are weighed on: the kitchen's own, or the usual ones where it has none."""

    scales: list[ScaleOut]


class PriceOut(Schema):
    """What a thing costs: `price` for `per` of a `unit`, the share of it that can be used [%], the day it was so; of a
    fish on which basis it is weighed.
    """

    sort: Sort
    id: str
    price: float
    per: float
    unit: str
    usable_pct: float
    at: str | None
    basis: str | None


class PricesOut(Schema):
    """All prices of a kitchen, in its currency."""

    currency: str | None
    prices: list[PriceOut]


class FaultOut(Schema):
    """A row that is not used, and why."""

    path: str
    text: str


class RowsOut(Schema):
    """A kitchen's own rows as they were sent (null where it has none), and what of them is not used."""

    document: PantryDraft | None
    faults: list[FaultOut]


class ScalesIn(Schema):
    """The kitchen's scales; the core says of each what it has to be."""

    scales: list[ScaleDraft]


class PricesIn(Schema):
    """Prices to be kept, in the kitchen's currency; without a `price` a thing has none any more. The core says of each
    what it has to be.
    """

    currency: str | None = None
    prices: list[PriceDraft]


class LabelIn(Schema):
    """What a label says: what it is like, or its form; salt, sugar, fat and acid in 100 g [g]; allergens."""

    name: str
    like: str | None = None
    form: str | None = None
    salt: float | None = None
    sugar: float | None = None
    fat: float | None = None
    acid: float | None = None
    allergens: list[str] = []


class MadeOut(Schema):
    """The id of what was made."""

    id: str


def prices_of(pantry: Pantry) -> dict[str, Any]:
    """A pantry's prices as they are sent."""
    shown = [{**asdict(one), "usable_pct": 100 * one.usable} for one in pantry.prices.values()]
    return {"prices": shown, "currency": pantry.currency}


@router.get("/kitchens/{kitchen}/rows", response=RowsOut, operation_id="own_rows")
def read_rows(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """The kitchen's own rows as they were sent, and what of them is not used."""
    mine = kitchen_to_read(request.user, kitchen)
    return {"document": own_rows(mine), "faults": list(stock_of(mine).faults)}


@router.put(
    "/kitchens/{kitchen}/rows",
    response=RowsOut,
    operation_id="keep_rows",
    openapi_extra=body(named("Pantry")),
)
@refuses(NOT_A_PANTRY)
def keep_rows(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Keep the kitchen's own rows: a jar-table/pantry document, all of them at once."""
    mine = kitchen_to_write(request.user, kitchen)
    value = keepable(request.body)
    return {"document": value, "faults": services.keep_rows(mine, request.user, value)}


@router.post(
    "/kitchens/{kitchen}/rows/ingredients",
    response={201: MadeOut},
    operation_id="keep_from_label",
    openapi_extra=body_of(LabelIn),
)
def keep_from_label(request: AuthedRequest, kitchen: str) -> tuple[int, dict[str, Any]]:
    """Add one ingredient to the kitchen's own rows, from what its label says."""
    mine = kitchen_to_write(request.user, kitchen)
    label = read_as(LabelIn, request.body)
    return 201, {"id": services.keep_from_label(mine, request.user, label.model_dump(exclude_unset=True))}


@router.put(
    "/kitchens/{kitchen}/scales",
    response=ScalesOut,
    operation_id="keep_scales",
    openapi_extra=body_of(ScalesIn),
)
@refuses(TOO_MANY)
def keep_scales(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Keep the kitchen's scales: their steps and capacities decide how each line is weighed."""
    mine = kitchen_to_write(request.user, kitchen)
    services.keep_scales(mine, request.user, read_as(ScalesIn, request.body).scales)
    return {"scales": list(stock_of(mine).pantry.scales)}


@router.put(
    "/kitchens/{kitchen}/prices",
    response=PricesOut,
    operation_id="keep_prices",
    openapi_extra=body_of(PricesIn),
)
def keep_prices(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Keep prices of things, as entries of a jar-table/pantry document: each in the place of the one of the same thing,
    and none any more where its `price` is null.
    """
    mine = kitchen_to_write(request.user, kitchen)
    sent = read_as(PricesIn, request.body)
    services.keep_prices(mine, request.user, sent.prices, sent.currency)
    return prices_of(stock_of(mine).pantry)
