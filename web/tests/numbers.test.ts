import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  clock,
  day,
  degrees,
  duration,
  grams,
  inUnit,
  millilitres,
  millimetres,
  percent,
  plain,
  seconds,
} from '@/words/numbers';
import { table } from './tables';

const FORMATS = { grams, millilitres, percent, millimetres, duration, plain, degrees, seconds };

for (const { format = '', value = '', shown, source } of table('numbers'))
  test(`${format} of ${value} is ${shown} (${source})`, () =>
    assert.equal(FORMATS[format as keyof typeof FORMATS](JSON.parse(value)), shown));

for (const { value = '', unit = '', shown, source } of table('units'))
  test(`${value} in ${unit || 'no unit'} is ${shown} (${source})`, () =>
    assert.equal(inUnit(JSON.parse(value), unit), shown));

test('the time of day has four digits', () => {
  assert.equal(clock(new Date(2026, 0, 2, 7, 5)), '07:05');
});

test('a day is written day, month, year', () => {
  assert.equal(day(new Date(2026, 0, 2)), '02/01/2026');
});
