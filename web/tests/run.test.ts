import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { openedBy, type Plan, type RunEvent, type RunOpened } from '@/api';
import { keepHere, unsent } from '@/formula/draft/keep';
import { eventsOf } from '@/run/events';
import { fold, nextOf, toDo } from '@/run/fold';
import { forgetRuns, keeperOf, sendRuns } from '@/run/keepers';
import { keptRun } from '@/run/kept';
import { UnsentPhotos } from '@/run/photos';
import { RunClock } from '@/run/RunClock';
import { RunKeeper } from '@/run/RunKeeper';
import { tablet } from '@/run/tablet';
import { UnsentEvents } from '@/run/unsent';
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
const keeping = (run = opened()) =>
  new RunKeeper('galley', run, new UnsentEvents('galley', 4), new UnsentPhotos('galley', 4));
const sent = () =>
  server.asked.filter(({ method }) => method === 'POST').map(({ body }) => body.events as RunEvent[]);

beforeEach(async () => {
  forgetRuns();
  const here = await tablet();
  await Promise.all([here.clear('events'), here.clear('photos'), here.clear('runs')]);
  mock.timers.reset();
  mock.timers.enable({ apis: ['setTimeout', 'Date'], now: at('16:06:00') });
  localStorage.clear();
  openedBy(7);
  server = new Server();
});

test('what is said is shown at once, and kept until the server has it', async () => {
  const keeper = keeping();
  const id = keeper.say('OT', { do: 'done', step: 'receive' });
  assert.equal(keeper.snapshot().state.steps.get('receive')?.standing, 'over');
  await settled();
  assert.equal(keeper.snapshot().unsent, 1);
  assert.equal(keeper.snapshot().problem?.trouble, 'lost');
  // The page is closed and opened again: it is there yet, and is sent once.
  keeper.stop();
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  const again = keeping();
  await settled();
  assert.equal(again.snapshot().state.steps.get('receive')?.standing, 'over');
  assert.deepEqual(
    sent()
      .at(-1)
      ?.map((one) => [one.id, one.step, one.by]),
    [[id, 'receive', 'OT']],
  );
  assert.equal(again.snapshot().unsent, 0);
  assert.deepEqual(await new UnsentEvents('galley', 4).read(), []);
});

test('the server is asked again by itself, and what is said meanwhile follows in order', async () => {
  const keeper = keeping();
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
  const keeper = keeping(opened({ now_ms: Date.now() + 3_600_000 }));
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
  const keeper = keeping();
  await keeper.news();
  assert.equal(keeper.snapshot().state.steps.get('receive')?.by, 'OT');
  await keeper.news();
  assert.deepEqual([keeper.snapshot().planNumber, keeper.snapshot().plan.title], [3, 'newer']);
});

test('what one has said is never sent in the name of whoever comes next', async () => {
  const keeper = keeping();
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
  assert.equal((await new UnsentEvents('galley', 4).read()).length, 1);
  // Whoever leaves sends first what they have said; what cannot be sent is there for them, and for nobody else.
  assert.equal(await sendRuns(), false);
  forgetRuns();
  openedBy(8);
  assert.deepEqual(await new UnsentEvents('galley', 4).read(), []);
  openedBy(7);
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  keeperOf('galley', opened());
  assert.equal(await sendRuns(), true);
  assert.equal(unsent('galley', 4)?.revision, 2);
});

test('a tablet without room says so, and goes on', async () => {
  const full = mock.method(IDBObjectStore.prototype, 'put', () => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  server.says(problem(503));
  const keeper = keeping();
  keeper.say('OT', { do: 'done', step: 'receive' });
  await settled();
  assert.deepEqual([keeper.snapshot().keeps, keeper.snapshot().unsent], [false, 1]);
  // What found no room is kept with what comes next, once there is some.
  full.mock.restore();
  keeper.say('OT', { do: 'done', step: 'put-on' });
  await settled();
  assert.equal(keeper.snapshot().keeps, true);
  assert.equal((await new UnsentEvents('galley', 4).read()).length, 2);
});

test('what an older build kept is sent, and two pages of one tablet keep what both say', async () => {
  const before = event('00000000-0000-4000-8000-000000000001', 'done', '16:05:00', { step: 'receive' });
  localStorage.setItem('jar-table/run/7/galley/4', JSON.stringify([before]));
  const one = keeping();
  const other = keeping();
  await settled();
  assert.equal(localStorage.getItem('jar-table/run/7/galley/4'), null);
  one.say('OT', { do: 'done', step: 'put-on' });
  other.say('ES', { do: 'started', step: 'trim' });
  await settled();
  assert.equal((await new UnsentEvents('galley', 4).read()).length, 3);
  server.says((asked) => json(200, answer(asked.body?.events ?? [])));
  await passed(60_000);
  assert.deepEqual([one.snapshot().unsent, other.snapshot().unsent], [0, 0]);
  assert.deepEqual(await new UnsentEvents('galley', 4).read(), []);
});

test('a run opens as this tablet knew it last, and its time goes on', async () => {
  server.says((asked) => json(200, answer(asked.body?.events ?? [], { now_ms: Date.now() + 60_000 })));
  const keeper = keeping();
  keeper.say('OT', { do: 'done', step: 'receive' });
  await passed(2000);
  keeper.stop();
  mock.timers.tick(598_000);
  const kept = await keptRun('galley', 4);
  assert.ok(kept);
  assert.equal(kept.events.length, 1);
  const again = keeping(kept);
  assert.equal(again.snapshot().state.steps.get('receive')?.standing, 'over');
  assert.equal(clock(again.now()), '16:17');
  assert.equal(clock(again.snapshot().heardAt), '16:07');
  // Set back meanwhile, it does not take the evening back.
  mock.timers.setTime(at('15:00:00'));
  assert.equal(clock((await keptRun('galley', 4))?.now_ms ?? 0), '16:07');
  openedBy(8);
  assert.equal(await keptRun('galley', 4), null);
});

test('a clock that is set back goes on steadily, one that leaps ahead may have slept, and both are told', () => {
  const here = new RunClock();
  here.set(at('17:06:00'), Date.now());
  assert.deepEqual([clock(here.now()), here.jumped], ['17:06', false]);
  mock.timers.setTime(at('15:00:00'));
  assert.deepEqual([clock(here.now()), here.jumped], ['17:06', true]);
  assert.equal(clock(Date.now() + here.offset), '17:06');
  mock.timers.setTime(at('16:36:00'));
  assert.deepEqual([clock(here.now()), here.jumped], ['17:36', true]);
  here.set(at('17:37:00'), Date.now(), 60);
  assert.deepEqual([clock(here.now()), here.jumped], ['17:37', false]);
});

test('a photo waits on the tablet until the server has it, and one that it never takes is told', async () => {
  const keeper = keeperOf('galley', opened());
  keeper.photograph('OT', new Blob(['1'], { type: 'image/jpeg' }), { do: 'photographed', step: 'receive' });
  await settled();
  assert.equal(keeper.snapshot().unsent, 2);
  forgetRuns();
  server.says((asked) =>
    asked.method === 'PUT' ? json(200, { id: 'a' }) : json(200, answer(asked.body?.events ?? [])),
  );
  const again = keeperOf('galley', opened());
  await settled();
  await passed(2000);
  const put = server.asked.filter(({ method }) => method === 'PUT').at(-1);
  assert.equal(put?.path.split('/').at(-1), sent().at(-1)?.[0]?.photo);
  assert.equal(put?.headers.get('content-type'), 'image/jpeg');
  assert.equal(again.snapshot().unsent, 0);
  server.says((asked) =>
    asked.method === 'PUT'
      ? problem(422, { detail: 'no photo' })
      : json(200, answer(asked.body?.events ?? [])),
  );
  again.photograph('OT', new Blob(['1'], { type: 'image/jpeg' }), { do: 'photographed' });
  await passed(2000);
  assert.deepEqual([again.snapshot().unsent, again.snapshot().told], [0, ['no photo']]);
});
