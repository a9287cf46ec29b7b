"""What is wrong with the tables, and with how the code uses them: run by ./jar check, never at run time."""

import ast
import re
from collections.abc import Iterable, Iterator
from functools import cache
from typing import TypeGuard

from jarcore.data.codes import codes
from jarcore.data.sentences import deed_template_of, keys, literal_of, names_in, template_of
from jarcore.data.tables import CONFIDENCES, FOLDER, parameters, rows, schools, shelf, words

# Notices carry no authority of their own: they say what is missing in a document.
WITHOUT_SOURCE = "notice"
# Tables of words alone, and those in which the first column alone is no key.
OF_WORDS = ("sentences", "readings", "targets", "classes", "dose_words", "fields")
MANY_A_KEY = ("limits", "heat", "growth", "swaps", "classes", "loose_amounts", "doses", "stand_ins", "fields")
# Columns of sentences: what stands in them in figures follows a row.
SENTENCES = {
    "sentences": ("text", "deed"),
    "codes": ("when", "text", "do"),
    "locks": ("text",),
    "receiving": ("sound", "refuse"),
    "dose_words": ("text",),
    "order": ("why",),
    "steps": ("text",),
    "fields": ("absent",),
}
# What is no figure of the trade: so many of a unit is the unit of a reading, and counting begins at nought.
UNITS = re.compile(r"\b100 (g|ml|cm2|l)\b|UTF-8|\b(from|above) 0\b")
# Key and path; what comes after them is a patch.
OF_A_FINDING = 2
FINDERS, SAYERS = ("found", "say"), ("found", "say", "said", "sentence")
# Columns whose words a rule may name.
VOCABULARY = ("flags", "group", "phase", "allergens", "particle", "burn", "fat_class", "firmness", "shape")
CORE = FOLDER.parent


class _Text(ast.Constant):
    """A constant that is a text."""

    value: str


def faults() -> list[str]:
    """All that is wrong, each with its place."""
    return [*_rows(), *_json(), *_figures(), *_vocabulary_of_sentences(), *_code()]


def _rows() -> Iterator[str]:
    for path in sorted(FOLDER.glob("*.csv")):
        seen: set[str] = set()
        for line, row in enumerate(rows(path.stem), start=2):
            where = f"{path.name}:{line}"
            key = next(iter(row.values()))
            if None in row or None in row.values():
                yield f"{where} has another number of cells than the head"
                continue
            exempt = row.get("kind") == WITHOUT_SOURCE or path.stem in OF_WORDS
            if not exempt and not row.get("source", "").strip():
                yield f"{where} ({key}) has no source"
            if not exempt and row.get("confidence") not in CONFIDENCES:
                yield f"{where} ({key}) has no confidence H, M or L"
            if key in seen and path.stem not in MANY_A_KEY:
                yield f"{where} repeats {key}"
            seen.add(key)


def _json() -> Iterator[str]:
    for name, key, items in (("shelf", "id", shelf()), ("schools", "question", schools())):
        for one in items:
            if not one["source"] or one["confidence"] not in CONFIDENCES:
                yield f"{name}.json ({one[key]}) has no source or confidence"


def _figures() -> Iterator[str]:
    for table, columns in SENTENCES.items():
        for line, row in enumerate(rows(table), start=2):
            for column in columns:
                if re.search(r"\d", UNITS.sub("", literal_of(row[column]))):
                    yield f"{table}.csv:{line} has a figure in its {column}: write it {{row}}"


def _vocabulary_of_sentences() -> Iterator[str]:
    for table in ("codes", "locks", "receiving", "order", "fields"):
        for line, row in enumerate(rows(table), start=2):
            for column in SENTENCES[table]:
                for name, _ in names_in(row[column]):
                    if name not in parameters():
                        yield f"{table}.csv:{line} names {{{name}}} in its {column}, which is no row"


def _code() -> Iterator[str]:
    # Sentences that rows name, or that go by the age of a diner.
    by_rows = {row["reason"] for row in rows("coat_windows")} | {f"portion/{row['age']}" for row in rows("portions")}
    used = set(by_rows)
    for path in sorted(CORE.rglob("*.py")):
        text = path.read_text(encoding="utf-8")
        used |= {node.value for node in _nodes(text) if _is_text(node)}
        if path.parent != FOLDER:
            yield from faults_in(path.relative_to(CORE.parent).as_posix(), text)
    yield from (f"sentences.csv ({key}) is said by nobody" for key in sorted(keys() - used))
    yield from (f"{key} is said, and is no sentence" for key in sorted(by_rows - keys()))


def faults_in(name: str, text: str) -> Iterator[str]:
    """What is wrong with how one module (its NAME and its TEXT) uses the tables."""
    ids, nodes = _ids(), _nodes(text)
    docstrings = {id(node) for node in _docstrings(nodes)}
    for node in nodes:
        where = f"{name}:{getattr(node, 'lineno', 0)}"
        if _is_text(node) and id(node) not in docstrings:
            yield from _literal(where, node.value, ids)
        elif isinstance(node, ast.Call):
            yield from _call(where, node)
        elif isinstance(node, ast.Compare):
            yield from _compare(where, node)


def _is_text(node: ast.AST) -> TypeGuard[_Text]:
    return isinstance(node, ast.Constant) and isinstance(node.value, str)


@cache
def _ids() -> set[str]:
    """Ids of ingredients and fish that are no word of a vocabulary too."""
    known = {row["id"] for table in ("ingredients", "species") for row in rows(table)}
    spoken = {
        word
        for table in ("ingredients", "species")
        for row in rows(table)
        for column in VOCABULARY
        if column in row
        for word in words(row[column])
    }
    return known - spoken - set(codes()) - {"water"}  # water is also what every composition is counted in


@cache
def _nodes(text: str) -> tuple[ast.AST, ...]:
    """All that a module consists of; parsed once."""
    return tuple(ast.walk(ast.parse(text)))


def _docstrings(nodes: Iterable[ast.AST]) -> Iterator[ast.Constant]:
    for node in nodes:
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef) and node.body:
            first = node.body[0]
            if isinstance(first, ast.Expr) and isinstance(first.value, ast.Constant):
                yield first.value


def _literal(where: str, text: str, ids: set[str]) -> Iterator[str]:
    if text in ids:
        yield f"{where} names the row “{text}”: a rule goes by a flag or another column, which own rows have too"
    if re.search(r"[a-z] [a-z]", text) and re.search(r"\d", UNITS.sub("", text)):
        yield f"{where} says a figure in a sentence: it belongs in sentences.csv, as {{row}}"


def _call(where: str, node: ast.Call) -> Iterator[str]:
    name = node.func.id if isinstance(node.func, ast.Name) else getattr(node.func, "attr", "")
    if not node.args:
        return
    first = node.args[0]
    if name == "parameter":
        if isinstance(first, ast.JoinedStr | ast.BinOp):
            yield f"{where} glues the name of a row together: list the names with `named`"
        elif isinstance(first, ast.Constant) and first.value not in parameters():
            yield f"{where} asks for the row {first.value!r}, which is not there"
    elif name in SAYERS and isinstance(first, ast.Constant) and isinstance(first.value, str):
        yield from _said(where, name, first.value, node)


def _said(where: str, name: str, key: str, node: ast.Call) -> Iterator[str]:
    if key not in keys():
        yield f"{where} says {key}, which is no sentence"
        return
    if name in FINDERS and key.partition("/")[0] not in codes():
        yield f"{where} finds {key}, whose code is not in codes.csv"
    proposes = len(node.args) > OF_A_FINDING or any(word.arg == "patch" for word in node.keywords)
    if name in FINDERS and proposes and not deed_template_of(key):
        yield f"{where} finds {key} with a patch, and no words say what one press does"
    given = {word.arg for word in node.keywords if word.arg != "patch"}
    wanted = {one for one, _ in names_in(template_of(key))}
    missing = wanted - given - set(parameters())
    if missing and None not in given:
        yield f"{where} says {key} without {', '.join(sorted(missing))}"


def _compare(where: str, node: ast.Compare) -> Iterator[str]:
    sides = [node.left, *node.comparators]
    by_id = any(isinstance(side, ast.Attribute) and side.attr == "id" for side in sides)
    words_there = [part for side in sides for part in (side.elts if isinstance(side, ast.Tuple | ast.List) else [side])]
    if by_id and any(map(_is_text, words_there)):
        yield f"{where} compares an id with a word: a rule goes by a flag or another column of its row"
