import assert from 'node:assert/strict';
import { test } from 'node:test';
import { free, inLine } from '@/drawing/labels';

const APART = 10;

/** A generator of the same numbers each time. */
function numbers(seed: number) {
  let state = seed;
  return () => {
    state = (state * 1103515245 + 12345) % 2 ** 31;
    return state / 2 ** 31;
  };
}

test('words along a bar stand free of each other and on the bar, in their order, wherever they belong', () => {
  const random = numbers(7);
  for (let tried = 0; tried < 500; tried += 1) {
    const width = 200 + random() * 1000;
    const labels = Array.from({ length: 1 + Math.floor(random() * 4) }, () => ({
      at: random() * width,
      wide: 20 + random() * 120,
    })).sort((a, b) => a.at - b.at);
    const starts = inLine(labels, width);
    const needed = labels.reduce((sum, one) => sum + one.wide, 0) + APART * (labels.length - 1);
    assert.equal(starts === null, needed > width);
    starts?.forEach((start, place) => {
      const next = starts[place + 1] ?? width + APART;
      assert.ok(start >= -1e-6 && start + (labels[place]?.wide ?? 0) + APART <= next + 1e-6);
    });
  }
});

test('a word stands at its place where nothing is in the way, and within the bar', () => {
  assert.deepEqual(inLine([{ at: 100, wide: 40 }], 400), [80]);
  assert.deepEqual(inLine([{ at: 2, wide: 40 }], 400), [0]);
  assert.deepEqual(inLine([{ at: 399, wide: 40 }], 400), [360]);
});

test('what has no room between those that stand is left out', () => {
  const further = [50, 60, 150].map((at) => ({ at, wide: 30 }));
  assert.deepEqual(
    free(further, [[140, 200]], 300).map((one) => one.at),
    [50],
  );
});
