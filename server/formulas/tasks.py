"""Long work on formulas."""

from collections.abc import Iterator
from functools import partial

from procrastinate.contrib.django import app

from server.formulas import filling, services
from server.work.models import Work
from server.work.services import Item, do

EMPTY_THE_BIN = "formulas.empty_the_bin"
REFILL = "formulas.refill"


@app.task(name=REFILL)
def refill(work: int) -> None:
    """Fill the columns of all formulas of a kitchen anew: its rows are other ones."""
    kitchen = Work.objects.select_related("kitchen").get(pk=work).kitchen
    numbers = filling.numbers_of(kitchen)

    def after(reached: int) -> Iterator[Item]:
        for number in numbers:
            if number > reached:
                yield Item(number, partial(filling.refill_one, kitchen, number))

    if do(work, len(numbers), after):
        filling.tell_refilled(kitchen)


@app.periodic(cron="17 3 * * *")
@app.task(name=EMPTY_THE_BIN)
def empty_the_bin(timestamp: int) -> None:  # noqa: ARG001  (the queue says for when it was due)
    """Each night: what was thrown out too long ago is gone."""
    services.empty_the_bin()
