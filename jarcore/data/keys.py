"""Keys by which answers are kept: what is equal to what, without reckoning with the thing itself."""

from typing import Any, Generic, TypeVar

from pydantic import BaseModel

T = TypeVar("T")
M = TypeVar("M", bound=BaseModel)


class Same(Generic[T]):
    """A thing that is equal to itself alone."""

    __slots__ = ("thing",)

    def __init__(self, thing: T) -> None:
        self.thing = thing

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and self.thing is other.thing

    def __hash__(self) -> int:
        return id(self.thing)


class Part(Generic[M]):
    """A part of a document that is equal to any that states the same."""

    __slots__ = ("model", "text")

    def __init__(self, model: M) -> None:
        self.model, self.text = model, model.model_dump_json()

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Part) and self.text == other.text

    def __hash__(self) -> int:
        return hash(self.text)


def fresh(value: T) -> T:
    """A JSON value of one's own: whoever changes an answer changes none that is kept."""
    copied: Any = value
    if isinstance(value, dict):
        copied = {key: fresh(one) if isinstance(one, dict | list) else one for key, one in value.items()}
    elif isinstance(value, list):
        copied = [fresh(one) if isinstance(one, dict | list) else one for one in value]
    return copied  # type: ignore[no-any-return]
