import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { FormulaDocument } from '@/api';
import { carried, same } from '@/document/carry';
import { at, put } from '@/document/document';
import { formula, jar, line } from './server';

const lines = (document: FormulaDocument, place = 0) =>
  (at(document, ['jars', place, 'lines']) as { id: string }[]).map((one) => one.id);

test('a change goes back to just what was there before', () => {
  const before = formula();
  for (const after of [
    put(before, ['servings'], 8),
    put(before, ['notes'], 'crush it'),
    put(before, ['servings'], undefined),
    put(before, ['jars', 0, 'lines', 1], undefined),
    put(before, ['jars'], [jar('b', []), ...(before.jars as [])]),
    put(before, ['tags'], ['winter']),
    put(before, ['jars'], 'none'),
  ])
    assert.deepEqual(carried(after, before, after), before);
});

test('what others changed elsewhere stays when a change is taken back', () => {
  const before = formula();
  const mine = put(before, ['fish', 'thickness', 'value'], 31);
  const here = put(put(mine, ['servings'], 6), ['jars', 0, 'lines', 0, 'amount', 'value'], 2);
  const back = carried(mine, before, here);
  assert.equal(at(back, ['fish', 'thickness', 'value']), 22);
  assert.equal(back.servings, 6);
  assert.equal(at(back, ['jars', 0, 'lines', 0, 'amount', 'value']), 2);
});

test('what others changed at the same place stays theirs', () => {
  const before = formula();
  const mine = put(before, ['servings'], 8);
  const here = put(mine, ['servings'], 6);
  assert.deepEqual(carried(mine, before, here), here);
});

test('a line that was added goes, though others moved it and added theirs', () => {
  const before = formula();
  const mine = put(before, ['jars', 0, 'lines', 2], line('mine'));
  const here = put(mine, ['jars', 0, 'lines'], [line('theirs'), line('mine'), line('s'), line('c')]);
  assert.deepEqual(lines(carried(mine, before, here)), ['theirs', 's', 'c']);
});

test('a line that was taken away comes back to its neighbour', () => {
  const before = formula();
  const mine = put(before, ['jars', 0, 'lines', 1], undefined);
  const here = put(mine, ['jars', 0, 'lines'], [line('theirs'), line('s')]);
  assert.deepEqual(lines(carried(mine, before, here)), ['theirs', 's', 'c']);
});

test('a line that others changed is not taken away with its adding', () => {
  const before = formula();
  const mine = put(before, ['jars', 0, 'lines', 2], line('mine'));
  const here = put(mine, ['jars', 0, 'lines', 2, 'amount', 'value'], 9);
  assert.deepEqual(lines(carried(mine, before, here)), ['s', 'c', 'mine']);
});

test('lines are put back in their order where only one’s own change moved them', () => {
  const before = formula({ jars: [jar('a', ['x', 'y', 'z'])] });
  const mine = put(before, ['jars', 0], jar('a', ['z', 'x', 'y']));
  const here = put(mine, ['jars', 0, 'lines', 3], line('theirs'));
  assert.deepEqual(lines(carried(mine, before, here)), ['x', 'y', 'theirs', 'z']);
});

test('parts without ids, or with one twice, are one value', () => {
  const before = formula({ jars: [{ lines: [1, 2] }] });
  const mine = put(before, ['jars', 0, 'lines'], [1, 2, 3]);
  assert.deepEqual(carried(mine, before, put(mine, ['servings'], 6)).jars, before.jars);
  const twice = formula({ jars: [jar('a', ['x', 'x'])] });
  const other = put(twice, ['jars', 0, 'lines', 0], undefined);
  const here = put(other, ['jars', 0, 'kind'], 'glaze');
  assert.deepEqual(lines(carried(other, twice, here)), ['x', 'x']);
});

test('the same JSON is the same whatever the order of its fields', () => {
  assert.ok(same({ a: [1, { b: null }], c: 2 }, { c: 2, a: [1, { b: null }] }));
  for (const [one, other] of [
    [{ a: 1 }, { a: 1, b: 2 }],
    [[1], [1, 2]],
    [{ a: 1 }, { b: 1 }],
    [{ 0: 1 }, [1]],
    [null, undefined],
    ['1', 1],
  ] as const)
    assert.ok(!same(one as never, other as never));
});
