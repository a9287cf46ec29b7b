"""Rows that are read with every request, by a query that is made once.

Django makes the SQL of a query anew each time it is asked, which takes several times as long as asking it. What it
makes of a row is left to it.
"""

from typing import Any, Generic, TypeVar

from django.db import connection, models

M = TypeVar("M", bound=models.Model)


class Reading(Generic[M]):
    """One row of a model by conditions on it (as `one`), with the row that one of its foreign keys leads to.

    Parameters: joined, the name of that foreign key, whose row may be missing where it may be null; where, SQL in which
    the row is called `one` and the joined one `other`, with a %s for each parameter.
    """

    def __init__(self, model: type[M], joined: str, where: str) -> None:
        self.model, self.joined, self.where = model, joined, where
        self._sql = ""

    def first(self, *parameters: Any) -> M | None:
        """The row, if there is one."""
        key: Any = self.model._meta.get_field(self.joined)
        mine, others = self.model._meta.concrete_fields, key.related_model._meta.concrete_fields
        # Made with the first reading: models are not all there when this is imported.
        self._sql = self._sql or self._made(key, mine, others)
        with connection.cursor() as cursor:
            cursor.execute(self._sql, parameters)
            row = cursor.fetchone()
        if row is None:
            return None
        found = _of(self.model, mine, row[: len(mine)])
        other = row[len(mine) :]
        setattr(found, self.joined, _of(key.related_model, others, other) if other[0] is not None else None)
        return found

    def _made(self, key: Any, mine: Any, others: Any) -> str:
        columns = [f'one."{field.column}"' for field in mine] + [f'other."{field.column}"' for field in others]
        kind = "LEFT JOIN" if key.null else "JOIN"
        return (
            f'SELECT {", ".join(columns)} FROM "{self.model._meta.db_table}" AS one '  # noqa: S608  (names of our own)
            f'{kind} "{key.related_model._meta.db_table}" AS other ON other.id = one."{key.column}" '
            f"WHERE {self.where} LIMIT 1"
        )


def _of(model: type[M], fields: Any, values: tuple[Any, ...]) -> M:
    """An instance of a row, each value as its field reads it from the database."""
    read = [
        field.from_db_value(value, None, connection) if hasattr(field, "from_db_value") else value
        for field, value in zip(fields, values, strict=True)
    ]
    return model.from_db(connection.alias, [field.attname for field in fields], read)
