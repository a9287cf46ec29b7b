"""Keys by which answers are kept: what is equal to what, without reckoning with the thing itself."""

import marshal
from typing import Any, Generic, TypeVar, cast

T = TypeVar("T")
WITHOUT_REFERENCES = 2
NESTED = frozenset((dict, list))


class Same(Generic[T]):
    """A thing that is equal to itself alone."""

    __slots__ = ("thing",)

    def __init__(self, thing: T) -> None:
        self.thing = thing

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and self.thing is other.thing

    def __hash__(self) -> int:
        return id(self.thing)


class Part(Generic[T]):
    """Something that was read or made, equal to any other that came from the same JSON."""

    __slots__ = ("key", "read")

    def __init__(self, read: T, raw: Any) -> None:
        self.read = read
        try:
            # Without references: two equal values are the same bytes, whoever else holds a piece of them.
            self.key: object = marshal.dumps(raw, WITHOUT_REFERENCES)
        except ValueError:
            # What is no JSON is equal to nothing.
            self.key = self

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Part) and (self is other or (self.key is not self and self.key == other.key))

    def __hash__(self) -> int:
        return id(self) if self.key is self else hash(self.key)


def fresh(value: T) -> T:
    """A JSON value of one's own: whoever changes an answer changes none that is kept."""
    own: Any = value
    if own.__class__ not in NESTED:
        return value
    copied = own.copy()
    for key, one in copied.items() if copied.__class__ is dict else enumerate(copied):
        if one.__class__ in NESTED:
            copied[key] = fresh(one)
    return cast(T, copied)
