import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { openedBy, type Plan, type RunEvent, type RunOpened } from '@/api';
import { keepHere, unsent } from '@/formula/draft/keep';
import { eventsOf } from '@/run/events';
import { fold, nextOf, toDo } from '@/run/fold';
import { forgetRuns, keeperOf, sendRuns } from '@/run/keepers';
import { RunKeeper } from '@/run/RunKeeper';
import { eventsUnsent } from '@/run/unsent';
import { ringsAt } from '@/screens/run/state/rings';
import { json, passed, problem, Server, settled } from './server';
import { coresJson, coresTable } from './tables';

const plan = coresJson('run_plan') as Plan;
const clock = (ms: number | null) => (ms === null ? null : new Date(ms).toISOString().slice(11, 16));
const at = (time: string) => Date.parse(`2026-12-04T${time}Z`);
const event = (id: string, did: string, time: string, more: RunEvent = {}): RunEvent => ({
  id,
  do: did,
  at: `2026-12-04T${time}Z`,
  ...more,
});
const stateOf = (events: RunEvent[]) => fold(plan, eventsOf(events));

test('events leave each step where the core leaves it', () => {
  for (const row of coresTable('run_events')) {
    const state = stateOf(JSON.parse(row.events ?? ''));
    const stands = [...state.steps].flatMap(([name, { standing }]) =>
      standing === 'open' ? [] : [[name, standing]],
    );
    assert.deepEqual(Object.fromEntries(stands), JSON.parse(row.steps ?? ''), row.case);
    const gates = [...state.gates].flatMap(([key, { standing }]) =>
      standing === 'open' ? [] : [[key.replace('\n', ' '), standing]],
    );
    assert.deepEqual(Object.fromEntries(gates), JSON.parse(row.gates ?? ''), row.case);
    const weights = [...state.weights].map(([key, value]) => [key.replace('\n', ' '), value]);
    assert.deepEqual(Object.fromEntries(weights), JSON.parse(row.weights ?? ''), row.case);
    const timers = state.timers.map(({ step, due, bestFrom, latest }) => [
      step,
      ...[due, bestFrom, latest].map(clock),
    ]);
    assert.deepEqual(timers, JSON.parse(row.timers ?? ''), row.case);
    for (const who of ['ES', 'OT']) {
      const called = toDo(plan, state, who, Date.parse(row.now ?? '')).map(({ id }) => id);
      assert.equal(called.join(' '), row[who], `${row.case}, ${who}`);
    }
  }
});

test('who has to wait for others is told for whom', () => {
  const state = stateOf([event('1', 'done', '16:06:00', { step: 'receive' })]);
  assert.deepEqual(nextOf(plan, state, 'ES', at('16:12:00'))?.step.id, 'put-on');
  const none = stateOf([]);
  const next = nextOf(plan, none, 'ES', at('16:00:00'));
  assert.deepEqual([next?.step.id, next?.waits.map(({ id }) => id)], ['put-on', ['receive']]);
  const over = stateOf([
    event('1', 'done', '17:20:00', { step: 'plate' }),
    event('2', 'done', '17:20:00', { step: 'salt' }),
  ]);
  assert.equal(nextOf(plan, over, 'ES', at('17:21:00')), null);
});

test('a jar rings at its best, when it comes off, and at its latest; never counted down', () => {
  const { timers } = stateOf([event('1', 'done', '16:20:00', { step: 'put-on' })]);
  const rung = (time: string) => ringsAt(timers, at(time)).map(({ loudness }) => loudness);
  assert.deepEqual(rung('16:49:59'), []);
  assert.deepEqual(rung('16:50:00'), ['best']);
  assert.deepEqual(rung('17:05:00'), ['best', 'gentle']);
  assert.deepEqual(rung('17:35:00'), ['best', 'gentle', 'hard']);
});

let server: Server;
const opened = (more: object = {}) =>
  ({
    id: 4,
    last: 0,
    now_ms: Date.now(),
    events: [],
    plan_number: 1,
    plan,
    planned: plan,
    document: { title: 'Tonight' },
    changed: [],
    ended_at: null,
    ...more,
  }) as unknown as RunOpened;
const answer = (events: RunEvent[], more: object = {}) => ({
  now_ms: Date.now(),
  last: events.length,
  events: events.map((one, place) => ({ number: place + 1, ...one })),
  plan_number: 1,
  plan: null,
  document: null,
  changed: [],
  ended_at: null,
  taken: events.map(({ id }) => ({ id, became: 'kept', told: [] })),
  ...more,
});
const sent = () =>
  server.asked.filter(({ method }) => method === 'POST').map(({ body }) => body.events as RunEvent[]);

beforeEach(() => {
  forgetRuns();
  mock.timers.reset();
  mock.timers.enable({ apis: ['setTimeout', 'Date'], now: at('16:06:00') });
  localStorage.clear();
  Object.assign(localStorage, { full: false });
  openedBy(7);
  server = new Server();
});

test('what is said is shown at once, and kept until the server has it', async () => {
  const keeper = new RunKeeper('galley', opened(), eventsUnsent('galley', 4));
  const id = keeper.say('OT', { do: 'done', step: 'receive' });
  assert.equal(keeper.snapshot().state.steps.get('receive')?.standing, 'over');
  await settled();
  assert.equal(keeper.snapshot().unsent, 1);
  assert.equal(keeper.snapshot().problem?.trouble, 'lost');
  // The page is closed and opened again: it is there yet, and is sent once.
  keeper.stop();
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  const again = new RunKeeper('galley', opened(), eventsUnsent('galley', 4));
  assert.equal(again.snapshot().state.steps.get('receive')?.standing, 'over');
  await settled();
  assert.deepEqual(
    sent()
      .at(-1)
      ?.map((one) => [one.id, one.step, one.by]),
    [[id, 'receive', 'OT']],
  );
  assert.equal(again.snapshot().unsent, 0);
  assert.deepEqual(eventsUnsent('galley', 4).read(), []);
});

test('the server is asked again by itself, and what is said meanwhile follows in order', async () => {
  const keeper = new RunKeeper('galley', opened(), eventsUnsent('galley', 4));
  keeper.say('OT', { do: 'done', step: 'receive' });
  await settled();
  keeper.say('ES', { do: 'done', step: 'put-on' });
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  await passed(1000);
  assert.deepEqual(
    sent()
      .at(-1)
      ?.map(({ step }) => step),
    ['receive', 'put-on'],
  );
  assert.equal(keeper.snapshot().unsent, 0);
});

test('a clock that is off is measured, and each event says by how much', async () => {
  server.says((asked) => json(200, answer(asked.body?.events ?? [], { now_ms: Date.now() + 3_600_000 })));
  const keeper = new RunKeeper(
    'galley',
    opened({ now_ms: Date.now() + 3_600_000 }),
    eventsUnsent('galley', 4),
  );
  assert.equal(clock(keeper.now()), '17:06');
  keeper.say('OT', { do: 'done', step: 'receive' });
  await settled();
  assert.equal(sent()[0]?.[0]?.offset_ms, 3_600_000);
  assert.equal(clock(keeper.snapshot().state.steps.get('receive')?.ended ?? null), '17:06');
});

test('what another tablet said comes in, and an answer that was overtaken brings no older plan', async () => {
  const theirs = event('9', 'done', '16:05:00', { step: 'receive', by: 'OT' });
  const newer = { ...plan, title: 'newer' };
  server.says(
    json(200, answer([theirs], { plan_number: 3, plan: newer })),
    json(200, answer([theirs], { plan_number: 2, plan })),
  );
  const keeper = new RunKeeper('galley', opened(), eventsUnsent('galley', 4));
  await keeper.news();
  assert.equal(keeper.snapshot().state.steps.get('receive')?.by, 'OT');
  await keeper.news();
  assert.deepEqual([keeper.snapshot().planNumber, keeper.snapshot().plan.title], [3, 'newer']);
});

test('what one has said is never sent in the name of whoever comes next', async () => {
  const keeper = new RunKeeper('galley', opened(), eventsUnsent('galley', 4));
  keeper.say('OT', { do: 'done', step: 'receive' });
  await settled();
  openedBy(8);
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  const before = sent().length;
  await passed(5000);
  assert.equal(sent().length, before);
  openedBy(7);
  await keeper.news();
  await settled();
  assert.equal(keeper.snapshot().unsent, 0);
});

test('events and drafts of one number are kept apart', async () => {
  keepHere('galley', 4, { revision: 2, document: { title: 'A draft' } });
  const keeper = keeperOf('galley', opened());
  keeper.say('OT', { do: 'done', step: 'receive' });
  await settled();
  assert.equal(unsent('galley', 4)?.document.title, 'A draft');
  assert.equal(eventsUnsent('galley', 4).read().length, 1);
  // Whoever leaves sends first what they have said; what cannot be sent is there for them, and for nobody else.
  assert.equal(await sendRuns(), false);
  forgetRuns();
  openedBy(8);
  assert.deepEqual(eventsUnsent('galley', 4).read(), []);
  openedBy(7);
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  keeperOf('galley', opened());
  assert.equal(await sendRuns(), true);
  assert.equal(unsent('galley', 4)?.revision, 2);
});

test('a tablet without room says so, and goes on', async () => {
  Object.assign(localStorage, { full: true });
  server.says(problem(503));
  const keeper = new RunKeeper('galley', opened(), eventsUnsent('galley', 4));
  keeper.say('OT', { do: 'done', step: 'receive' });
  await settled();
  assert.deepEqual([keeper.snapshot().keeps, keeper.snapshot().unsent], [false, 1]);
});
