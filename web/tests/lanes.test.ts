import assert from 'node:assert/strict';
import { test } from 'node:test';
import { lanes } from '@/screens/versions/state/lanes';

const after = (...pairs: [number, number | null][]) =>
  pairs.map(([number, from]) => ({ number, after: from }));
const laneOf = (versions: ReturnType<typeof after>, origin: number | null) =>
  Object.fromEntries(lanes(versions, origin).rows.map((row) => [row.number, row.lane]));

test('versions that follow each other stand in one lane, and the draft above them', () => {
  assert.deepEqual(laneOf(after([3, 2], [2, 1], [1, null]), 3), { 0: 0, 3: 0, 2: 0, 1: 0 });
});

test('what came from a version again has a lane of its own, and goes on in it', () => {
  const found = laneOf(after([4, 3], [3, 1], [2, 1], [1, null]), 4);
  assert.deepEqual(found, { 1: 0, 2: 0, 3: 1, 4: 1, 0: 1 });
});

test('a draft that was brought back from an older version stands apart from the newest', () => {
  assert.equal(laneOf(after([2, 1], [1, null]), 1)[0], 1);
  assert.deepEqual(laneOf([], null), { 0: 0 });
});

test('rows stand from the newest down, each once', () => {
  const { rows, wide } = lanes(after([3, 1], [2, 1], [1, null]), 3);
  assert.deepEqual(
    rows.map((row) => [row.number, row.place]),
    [
      [0, 0],
      [3, 1],
      [2, 2],
      [1, 3],
    ],
  );
  assert.equal(wide, 2);
});
