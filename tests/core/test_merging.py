"""Merging drafts, over random changes: what only one person changed is never lost."""

import copy
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from jarcore.documents import merge
from tests.core.cases import zander

PLACES = [
    ("servings",),
    ("title",),
    ("fish", "thickness", "value"),
    ("fish", "pieces"),
    ("jars", 0, "name"),
    ("jars", 0, "lines", 0, "amount", "value"),
    ("jars", 0, "lines", 1, "amount", "value"),
]
CHANGES = st.dictionaries(st.sampled_from(PLACES), st.integers(101, 109), max_size=5)


def put(document: dict[str, Any], changes: dict[tuple[Any, ...], int]) -> dict[str, Any]:
    changed = copy.deepcopy(document)
    for way, value in changes.items():
        here: Any = changed
        for step in way[:-1]:
            here = here[step]
        here[way[-1]] = value
    return changed


def at(document: Any, way: tuple[Any, ...]) -> Any:
    for step in way:
        document = document[step]
    return document


class MergingTest(TestCase):
    quick = settings(max_examples=80, deadline=None, derandomize=True)

    @quick
    @given(theirs=CHANGES, yours=CHANGES)
    def test_each_lone_change_is_in_the_merge_and_each_clash_is_reported(
        self, theirs: dict[Any, int], yours: dict[Any, int]
    ) -> None:
        merged = merge(zander(), put(zander(), theirs), put(zander(), yours))
        for way, value in yours.items():
            self.assertEqual(at(merged.document, way), value)
        for way, value in theirs.items():
            if way not in yours:
                self.assertEqual(at(merged.document, way), value)
        clashes = {"/" + "/".join(map(str, way)) for way in theirs if way in yours and theirs[way] != yours[way]}
        self.assertEqual({conflict.path for conflict in merged.conflicts}, clashes)

    @quick
    @given(yours=CHANGES)
    def test_merging_with_oneself_or_with_nobody_changes_nothing(self, yours: dict[Any, int]) -> None:
        mine = put(zander(), yours)
        for theirs in (zander(), mine):
            merged = merge(zander(), theirs, mine)
            self.assertEqual((merged.document, merged.conflicts), (mine, ()))

    def test_lines_that_both_added_both_stay_in_their_order(self) -> None:
        theirs, yours = zander(), zander()
        theirs["jars"][0]["lines"].insert(1, {"id": "t", "ingredient": "dill"})
        yours["jars"][0]["lines"].append({"id": "y", "ingredient": "garlic"})
        merged = merge(zander(), theirs, yours)
        self.assertEqual([line["id"] for line in merged.document["jars"][0]["lines"]], ["l1", "t", "l2", "y"])

    def test_a_line_that_one_took_out_is_gone_when_nobody_changed_it(self) -> None:
        theirs = zander()
        del theirs["jars"][0]["lines"][1]
        merged = merge(zander(), theirs, put(zander(), {("servings",): 9}))
        self.assertEqual([line["id"] for line in merged.document["jars"][0]["lines"]], ["l1"])
        self.assertEqual((merged.document["servings"], merged.conflicts), (9, ()))

    def test_without_a_base_nothing_is_guessed(self) -> None:
        """The server forgets drafts from before the last version: then every difference is asked about."""
        merged = merge({}, put(zander(), {("servings",): 5}), put(zander(), {("servings",): 6}))
        self.assertEqual([conflict.path for conflict in merged.conflicts], ["/servings"])
