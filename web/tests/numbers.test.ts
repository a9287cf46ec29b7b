import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  clock,
  day,
  degrees,
  duration,
  grams,
  heatTime,
  inUnit,
  millilitres,
  millimetres,
  onScale,
  percent,
  plain,
  seconds,
} from '@/words/numbers';
import { table } from './tables';

const FORMATS = { grams, millilitres, percent, millimetres, duration, heatTime, plain, degrees, seconds };

for (const { format = '', value = '', shown, source } of table('numbers'))
  test(`${format} of ${value} is ${shown} (${source})`, () =>
    assert.equal(FORMATS[format as keyof typeof FORMATS](JSON.parse(value)), shown));

for (const { value = '', unit = '', shown, source } of table('units'))
  test(`${value} in ${unit || 'no unit'} is ${shown} (${source})`, () =>
    assert.equal(inUnit(JSON.parse(value), unit), shown));

for (const [grams, step, shown] of [
  [8.2, 0.1, '8.2 g'],
  [237, 1, '237 g'],
  [1504, 1, '1.504 kg'],
  [1234.5, 0.1, '1.2345 kg'],
  [1240, 10, '1.24 kg'],
  [42, 2, '42 g'],
] as const)
  test(`${grams} g on a scale of ${step} g is ${shown}: no digit more than the step shows`, () =>
    assert.equal(onScale(grams, step), shown));

test('the time of day has four digits', () => {
  assert.equal(clock(new Date(2026, 0, 2, 7, 5)), '07:05');
});

test('a day is written day, month, year', () => {
  assert.equal(day(new Date(2026, 0, 2)), '02/01/2026');
});
