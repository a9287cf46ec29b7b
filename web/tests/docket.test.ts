import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { FormulaDocument, JarOnFish, Plan, PlannedStep } from '@/api';
import { likeTomorrow, onDays } from '@/screens/day/state/like';
import { pinned, unpinned } from '@/screens/day/state/pins';
import { columnsOf, jarColumns, lettersOf, minuteOf } from '@/service/columns';
import { roomy, scaleOf } from '@/service/scale';
import { daysBetween, localAfter, localIn, onDay, shifted, wall } from '@/service/times';

const step = (id: string, start: string, end: string, more: Partial<PlannedStep> = {}): PlannedStep => ({
  id,
  course: 'a',
  do: 'cook',
  text: id,
  jar: null,
  group: null,
  start: `2026-12-04T${start}+01:00`,
  end: `2026-12-04T${end}+01:00`,
  active: true,
  people: ['ES'],
  stations: [],
  zone: 'raw',
  after: [],
  not_before: null,
  not_after: null,
  fixed: false,
  pinned: false,
  press: 'done',
  calls: ['ES'],
  must: false,
  gates: [],
  amounts: [],
  rings: true,
  alone: false,
  ...more,
});
const planOf = (steps: PlannedStep[]) => ({ steps, windows: [], served: [] }) as unknown as Plan;
const kitchen: FormulaDocument = {
  people: [{ id: 'ES' }, { id: 'OT', name: 'the other' }],
  stations: [
    { id: 'left', kind: 'burner' },
    { id: 'oven', kind: 'oven' },
  ],
};

test('time runs down, every step as high as its words need', () => {
  const spells = [
    { start: 0, end: 2, least: 20 },
    { start: 2, end: 3, least: 20 },
    { start: 1, end: 61, least: 20 },
  ];
  const { y, high, marks } = scaleOf(spells);
  assert.deepEqual(marks, [0, 1, 2, 3, 61]);
  for (const { start, end, least } of spells) assert.ok(y(end) - y(start) >= least);
  for (let minute = 1; minute <= 61; minute += 1) assert.ok(y(minute) >= y(minute - 1));
  assert.equal(y(61), high);
});

test('an idle night is drawn short and told', () => {
  const scale = scaleOf([
    { start: 0, end: 5, least: 20 },
    { start: 605, end: 610, least: 20 },
  ]);
  assert.ok(scale.high < 120);
  assert.deepEqual(
    scale.tears.map(({ start, end }) => [start, end]),
    [[5, 605]],
  );
});

test('what is drawn at a place is the time that is drawn there', () => {
  const scale = scaleOf([
    { start: 10, end: 12, least: 30 },
    { start: 40, end: 100, least: 20 },
  ]);
  for (const minute of [10, 11, 12, 25, 40, 73, 100]) assert.equal(scale.at(scale.y(minute)), minute);
  assert.equal(scale.at(-50), 10);
  assert.equal(scale.at(9999), 100);
  assert.equal(scaleOf([]).high, 0);
});

test('words of times have room below one another', () => {
  assert.deepEqual(
    roomy([0, 3, 20, 24], (mark) => mark, 17),
    [0, 20],
  );
});

test('everybody has a column, and a station that is used; its parts without a gap are one', () => {
  const steps = [
    step('a.batch.cook', '18:00', '18:03', { active: false, people: [], stations: ['left'] }),
    step('a.batch.turn', '18:03', '18:04', { stations: ['left'] }),
    step('a.batch.cook-2', '18:04', '18:06', { active: false, people: [], stations: ['left'] }),
    step('a.other.cook', '18:06', '18:09', { active: false, people: [], stations: ['left'] }),
  ];
  const columns = columnsOf({ kitchen }, planOf(steps));
  assert.deepEqual(
    columns.map(({ name, blocks }) => [name, blocks.map(({ start, end }) => end - start)]),
    [
      ['ES', [1]],
      ['the other', []],
      ['left', [6, 3]],
    ],
  );
});

test('jars that are on one after another share a column', () => {
  const jar = (name: string, on: string, off: string) =>
    ({ name, on: `2026-12-04T${on}+01:00`, off: `2026-12-04T${off}+01:00` }) as JarOnFish;
  const columns = jarColumns([
    jar('a', '12:00', '14:00'),
    jar('b', '13:00', '15:00'),
    jar('c', '14:00', '16:00'),
  ]);
  assert.deepEqual(
    columns.map((column) => column.map(({ name }) => name)),
    [['a', 'c'], ['b']],
  );
});

test('courses have letters where there is more than one', () => {
  assert.equal(lettersOf({ courses: [{ id: 'a' }] }).get('a')?.letter, '');
  assert.equal(lettersOf({ courses: [{ id: 'a' }, { id: 'b' }] }).get('b')?.letter, 'B');
});

test('a step has one pin, and none when it is let go', () => {
  const once = pinned({}, 'x', '2026-12-04T18:00');
  const twice = pinned(pinned(once, 'y', '2026-12-04T18:30'), 'x', '2026-12-04T19:00');
  assert.deepEqual(twice.pins, [
    { step: 'y', at: '2026-12-04T18:30' },
    { step: 'x', at: '2026-12-04T19:00' },
  ]);
  assert.equal(unpinned(once, 'x').pins, undefined);
});

test('times are of the day of service, small hours of the night after it', () => {
  assert.equal(onDay('2026-12-04', '19:00', 240), '2026-12-04T19:00');
  assert.equal(onDay('2026-12-31', '0:30', 240), '2027-01-01T00:30');
  assert.equal(onDay('2026-12-04', '7 o', 240), '2026-12-04T7 o');
  assert.equal(onDay('2026-12-04', '4:00', 240), '2026-12-04T04:00');
  assert.equal(shifted('2026-03-01', -1), '2026-02-28');
  assert.equal(daysBetween('2026-10-24', '2026-10-26'), 2);
  assert.equal(wall('2026-12-04T18:05+01:00'), '18:05');
  assert.equal(localAfter('2026-12-04T23:50+01:00', 15), '2026-12-05T00:05');
  assert.equal(minuteOf('1970-01-01T01:01+01:00'), 1);
});

test('another service is as this one on another day, with nothing put anywhere', () => {
  const service: FormulaDocument = {
    plates: [{ id: 'p', from: '2026-12-04T23:30', to: '2026-12-05T00:10' }, { id: 'q' }],
    not_before: '2026-12-03T12:00',
    pins: [{ step: 'x', at: '2026-12-04T18:00' }],
  };
  assert.deepEqual(
    onDays(service, (day) => shifted(day, 7)),
    {
      plates: [{ id: 'p', from: '2026-12-11T23:30', to: '2026-12-12T00:10' }, { id: 'q' }],
      not_before: '2026-12-10T12:00',
    },
  );
  const plates = likeTomorrow(service).plates as { from: string }[];
  const tomorrow = new Date();
  tomorrow.setDate(tomorrow.getDate() + 1);
  assert.equal(new Date(`${plates[0]?.from}:00`).toDateString(), tomorrow.toDateString());
});

test('a clock follows its zone through the night in which it is changed', () => {
  const shown = (zone: string, at: string) => localIn(zone, Date.parse(at) / 60_000);
  // In Norway clocks go back at 01:00 UTC of the last Sunday of October, and on in March (EU 2000/84/EC).
  assert.equal(shown('Europe/Oslo', '2026-10-25T00:30Z'), '2026-10-25T02:30');
  assert.equal(shown('Europe/Oslo', '2026-10-25T01:30Z'), '2026-10-25T02:30');
  assert.equal(shown('Europe/Oslo', '2027-03-28T00:59Z'), '2027-03-28T01:59');
  assert.equal(shown('Europe/Oslo', '2027-03-28T01:00Z'), '2027-03-28T03:00');
  // Where only a time is known it goes by the offset of that, and what is no zone by none.
  assert.equal(shown('2026-10-24T22:00+02:00', '2026-10-25T00:30Z'), '2026-10-25T02:30');
  assert.equal(shown('Nowhere/Nothing', '2026-10-25T00:30Z'), '2026-10-25T00:30');
});
