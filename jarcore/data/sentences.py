"""What the core says in words: one row a sentence. A figure that rests on a row is written {name} and follows it.

A row's key is the code of a finding and, where one code has several sentences, a slash and which of them it is.
"""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from string import Formatter
from typing import Any

from jarcore.data.durations import heat_in_words, in_words
from jarcore.data.recording import kept
from jarcore.data.tables import parameters, rows

# Sentences that are kept in words.
MOST_SENTENCES = 1024


def all_of(words: Sequence[str]) -> str:
    """Words of a list as they are said one after another.

    >>> all_of(("salt",)), all_of(("salt", "dill", "lemon"))
    ('salt', 'salt, dill and lemon')
    """
    return " and ".join([", ".join(words[:-1]), words[-1]] if len(words) > 1 else words)


# So much is told to the gram [g].
FINE_TO_G = 1000
# Ways to write a value beyond Python's own: grams, minutes, a share as per cent, words of a list.
FORMS: Mapping[str, Callable[[Any], str]] = {
    "grams": lambda grams: f"{grams:.4g}" if grams < FINE_TO_G else f"{grams:,.0f}",
    "time": in_words,
    "heat": heat_in_words,
    "pct": lambda share: f"{share * 100:g}",
    "list": ", ".join,
    "and": " and ".join,
    "all": all_of,
    "short": lambda text: str(text)[:40],
    "start": lambda text: text[:1].upper() + text[1:],
}


@dataclass(frozen=True, slots=True)
class Said:
    """A sentence with its named values, not yet in words."""

    key: str
    values: Mapping[str, Any]

    @property
    def text(self) -> str:
        """In words."""
        return rendered(_templates()[self.key], self.values)

    @property
    def deed(self) -> str | None:
        """What one press does about it, in words; None where nothing is proposed."""
        template = _deeds()[self.key]
        return rendered(template, self.values) if template else None


def said(key: str, /, **values: Any) -> Said:
    """The sentence KEY with named values. Values not given are those of the parameter rows."""
    return Said(key, values)


def sentence(key: str, /, **values: Any) -> str:
    """The sentence KEY in words."""
    return rendered(_templates()[key], values)


def rendered(template: str, values: Mapping[str, Any] | None = None) -> str:
    """A template in words: each {name:form} out of VALUES, or else out of the parameter rows.

    Raises: KeyError for a name that is neither; `faults` finds those that no row can fill.
    """
    return _rendered(template, values) if values else _of_rows_alone(template)


@kept(maxsize=MOST_SENTENCES)
def _of_rows_alone(template: str) -> str:
    """A template whose figures are all rows, kept: most sentences are."""
    return _rendered(template, {})


def _rendered(template: str, values: Mapping[str, Any]) -> str:
    if "{" not in template:
        return template
    text = []
    for literal, name, form in _parts(template):
        text.append(literal)
        if name:
            value = values[name] if name in values else parameters()[name].value
            text.append(_written(value, form))
    return "".join(text)


def names_in(template: str) -> Iterable[tuple[str, str]]:
    """(name, form) of each figure or word that a template takes."""
    return ((name, form) for _, name, form in _parts(template) if name)


def deed_template_of(key: str) -> str:
    """What one press does about a sentence, as its row has it; '' for nothing."""
    return _deeds()[key]


def literal_of(template: str) -> str:
    """What of a template is written out."""
    return " ".join(literal for literal, _, _ in _parts(template))


def keys() -> frozenset[str]:
    """All keys of sentences."""
    return frozenset(_templates())


def template_of(key: str) -> str:
    """A sentence as its row has it."""
    return _templates()[key]


def _written(value: Any, form: str) -> str:
    way = FORMS.get(form)
    if way is not None:
        return way(value)
    if not form and isinstance(value, float):
        return f"{value:g}"
    return format(value, form)


@cache
def _parts(template: str) -> tuple[tuple[str, str, str], ...]:
    return tuple((literal, name or "", form or "") for literal, name, form, _ in Formatter().parse(template))


@cache
def _templates() -> dict[str, str]:
    return {row["key"]: row["text"] for row in rows("sentences")}


@cache
def _deeds() -> dict[str, str]:
    return {row["key"]: row["deed"] for row in rows("sentences")}
