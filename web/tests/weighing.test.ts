import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { InstrumentReading, Plan, PlannedStep, RunEvent } from '@/api';
import { eventsOf } from '@/run/events';
import { fold } from '@/run/fold';
import { dayClockAt } from '@/screens/run/state/clock';
import { scaleFor, shows, sourceOf } from '@/screens/run/state/shows';
import { cannotBe, insideOf, isOff, lineOf, notIn, shownAs } from '@/screens/run/state/weights';
import { coresJson } from './tables';

const plan = coresJson('run_plan') as Plan;
const amount = (line: string | null, mass_g: number, step_g = 0.1) => ({
  jar: 'a',
  line,
  name: `line ${line}`,
  mass_g,
  step_g,
  off_g: Math.max(step_g, mass_g / 100),
  low_g: 0,
  high_g: 10 * mass_g,
});
const step = {
  ...(plan.steps.find(({ id }) => id === 'salt') as PlannedStep),
  amounts: [amount('g1', 25), amount('g2', 2160, 1), amount(null, 40)],
};
const weighed = (line: string, value: number): RunEvent => ({
  id: `${line} ${value}`,
  do: 'weighed',
  at: '2026-12-04T16:01Z',
  step: 'salt',
  line,
  value,
});
const shownOf = (...events: RunEvent[]) => ({ state: fold(plan, eventsOf(events)) });
const reading = (more: Partial<InstrumentReading>): InstrumentReading => ({
  instrument: 'scale-1-5000',
  kind: 'scale',
  name: 'Scale',
  value: 345,
  unit: 'g',
  step: 1,
  most: 5000,
  steady: true,
  simulated: true,
  fault: null,
  says: [],
  at: 0,
  ...more,
});

test('a line is off by more than a step of its scale and more than one in a hundred', () => {
  const [salt, milk] = step.amounts;
  assert.ok(salt && milk);
  const cases: [typeof salt, number, boolean][] = [
    [salt, 25, false],
    [salt, 25.2, false],
    [salt, 25.3, true],
    [salt, 24.7, true],
    [salt, 0, true],
    [milk, 2180, false],
    [milk, 2190, true],
  ];
  for (const [one, value, off] of cases)
    assert.equal(isOff(shownOf(weighed(lineOf(one), value)), step, one), off, `${value} of ${one.mass_g}`);
  assert.equal(isOff(shownOf(), step, salt), false);
});

test('what is not in yet is told by name, and nothing of a line is in by itself', () => {
  const shown = shownOf(weighed('g1', 25), weighed('line null', 0));
  assert.deepEqual(notIn(shown, step), ['line g2']);
  assert.equal(insideOf(shown, step, amount(null, 40)), 0);
  assert.deepEqual(notIn(shownOf(), step), ['line g1', 'line g2', 'line null']);
});

test('ten times what was meant is no weight, nothing at all may be', () => {
  assert.equal(cannotBe(amount('g1', 25), 250), false);
  assert.equal(cannotBe(amount('g1', 25), 251), true);
  assert.equal(cannotBe(amount('g1', 25), 0), false);
  assert.equal(cannotBe({ ...amount('fish', 8640, 1), low_g: 4320 }, 864), true);
});

test('it is weighed on the scale of its step, and shown in its steps', () => {
  const fine = reading({ instrument: 'scale-0.1-500', step: 0.1, value: 12.3 });
  const coarse = reading({});
  assert.equal(scaleFor([fine, coarse], 0.1)?.instrument, 'scale-0.1-500');
  assert.equal(scaleFor([fine, coarse], 1)?.instrument, 'scale-1-5000');
  assert.equal(scaleFor([fine, coarse], null)?.instrument, 'scale-1-5000');
  assert.equal(scaleFor([], 1), undefined);
  assert.equal(shownAs(amount('g1', 25), 8.16), '8.2 g');
  assert.equal(shows(fine), '12.3 g');
  assert.equal(shows(reading({ kind: 'core_probe', unit: 'degC', step: 0.1, value: 3 })), '3.0 °C');
  assert.equal(shows(reading({ kind: 'ph_meter', unit: 'pH', step: 0.01, value: 4 })), '4.00');
  assert.equal(shows(reading({ value: null })), '—');
});

test('a number says where it comes from', () => {
  assert.equal(sourceOf(reading({})), 'simulated');
  assert.equal(sourceOf(reading({ simulated: false })), 'scale');
  assert.equal(sourceOf(reading({ simulated: false, kind: 'core_probe' })), 'probe');
});

test('what is far away is told with its day', () => {
  const like = '2026-12-04T16:00+01:00';
  const now = Date.parse(like);
  assert.equal(dayClockAt(like, now + 90 * 60_000, now), '17:30');
  assert.match(dayClockAt(like, now + 30 * 3_600_000, now), /5 Dec.* 22:00$/);
});

test('only in a rehearsal does a simulated reading open a gate of safety', () => {
  const passed: RunEvent = {
    id: '1',
    do: 'passed',
    at: '2026-12-04T16:01Z',
    step: 'receive',
    gate: 'cold',
    value: 3,
    source: 'simulated',
  };
  const standing = (rehearsal: boolean) =>
    fold(plan, eventsOf([passed]), rehearsal).gates.get('receive\ncold')?.standing;
  assert.deepEqual([standing(false), standing(true)], ['simulated', 'held']);
});
