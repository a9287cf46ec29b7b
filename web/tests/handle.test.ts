import assert from 'node:assert/strict';
import { test } from 'node:test';
import { stepAt, stepped, tidy } from '@/drawing/steps';
import { table } from './tables';

/** Steps as a kitchen has them. */
const STEPS = [
  { from_min: 0, step_min: 1 },
  { from_min: 60, step_min: 5 },
  { from_min: 240, step_min: 15 },
  { from_min: 720, step_min: 30 },
];

for (const { minutes, up, down, told, source } of table('handle'))
  test(`a handle at ${minutes} min goes one step up and down (${source})`, () => {
    const here = Number(minutes);
    assert.equal(stepped(here, 1, STEPS), Number(up));
    assert.equal(stepped(here, -1, STEPS), Number(down));
    assert.equal(tidy(here, STEPS), Number(told));
  });

test('a handle comes back where it was, from every time that a cook would say', () => {
  for (let here = 2; here < 3000; here = stepped(here, 1, STEPS)) {
    assert.equal(stepped(stepped(here, 1, STEPS), -1, STEPS), here);
    assert.equal(here % stepAt(here, STEPS), 0);
  }
});
