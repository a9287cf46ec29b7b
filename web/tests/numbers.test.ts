import assert from 'node:assert/strict';
import { test } from 'node:test';
import { clock, duration, grams, inUnit, millilitres, millimetres, percent, plain } from '@/words/numbers';
import { table } from './tables';

const FORMATS = { grams, millilitres, percent, millimetres, duration, plain };

for (const { format = '', value = '', shown, source } of table('numbers'))
  test(`${format} of ${value} is ${shown} (${source})`, () =>
    assert.equal(FORMATS[format as keyof typeof FORMATS](JSON.parse(value)), shown));

for (const { value = '', unit = '', shown, source } of table('units'))
  test(`${value} in ${unit || 'no unit'} is ${shown} (${source})`, () =>
    assert.equal(inUnit(JSON.parse(value), unit), shown));

test('the time of day has four digits', () => {
  assert.equal(clock(new Date(2026, 0, 2, 7, 5)), '07:05');
});
