import assert from 'node:assert/strict';
import { afterEach, beforeEach, mock, test } from 'node:test';
import { isBack } from '@/api';
import { Evaluator } from '@/formula/Evaluator';
import { type Asked, formula, held, json, passed, problem, Server, settled } from './server';

let server: Server;
let evaluator: Evaluator;
let leave: () => void;
const echo = (asked: Asked) => json(200, { of: asked.body.document.servings });
const shown = () => (evaluator.snapshot().answer as unknown as { of: number } | null)?.of;
const of = (servings: number) => formula({ servings });

beforeEach(() => {
  mock.timers.reset();
  mock.timers.enable({ apis: ['setTimeout', 'Date'] });
  server = new Server();
  evaluator = new Evaluator('galley');
  leave = evaluator.subscribe(() => {});
});

afterEach(() => leave());

test('asks at once, one request at a time, and the latest wins', async () => {
  const slow = held(json(200, { of: 1 }));
  server.says(slow.answer, echo);
  for (const servings of [1, 2, 3]) evaluator.want(of(servings));
  await settled();
  assert.equal(server.asked.length, 1);
  assert.equal(server.asked[0]?.path, '/api/kitchens/galley/ask/evaluate');
  slow.let();
  await settled();
  assert.deepEqual([server.asked.length, shown()], [2, 3]);
});

test('the same document is not asked about twice', async () => {
  server.says(echo);
  const document = of(1);
  evaluator.want(document);
  evaluator.want(document);
  await settled();
  evaluator.want(document);
  await settled();
  assert.equal(server.asked.length, 1);
});

test('the last answer stays through a lost connection, which is said, and tried for as long as it takes', async () => {
  server.says(echo);
  evaluator.want(of(1));
  await settled();
  server.goes();
  evaluator.want(of(2));
  await settled();
  assert.equal(shown(), 1);
  assert.equal(evaluator.snapshot().problem?.trouble, 'lost');
  for (const pause of [1, 2, 4, 8, 15, 30, 30]) await passed(pause * 1000);
  assert.equal(server.asked.length, 9);
  server.says(echo);
  await passed(30_000);
  assert.equal(shown(), 2);
  assert.equal(evaluator.snapshot().problem, null);
});

test('typing while there is no connection does not hammer; the newest is asked when the server is heard', async () => {
  evaluator.want(of(1));
  await settled();
  for (let key = 2; key < 30; key += 1) evaluator.want(of(key));
  await settled();
  assert.equal(server.asked.length, 1);
  server.says(echo);
  isBack();
  await settled();
  assert.equal(shown(), 29);
});

test('an error of the server is not asked about for ever, and the next document is', async () => {
  server.says(problem(500));
  evaluator.want(of(1));
  await passed(600_000);
  await passed(600_000);
  await passed(600_000);
  await passed(600_000);
  assert.equal(server.asked.length, 4);
  assert.equal(evaluator.snapshot().problem?.detail, 'because 500');
  server.says(echo);
  evaluator.want(of(2));
  await settled();
  assert.equal(shown(), 2);
});

for (const status of [401, 403, 413])
  test(`a refusal (${status}) is said once, and tried again only when somebody presses`, async () => {
    server.says(problem(status));
    const document = of(1);
    evaluator.want(document);
    await settled();
    evaluator.want(document);
    await passed(600_000);
    assert.equal(server.asked.length, 1);
    server.says(echo);
    evaluator.now();
    await settled();
    assert.equal(shown(), 1);
  });

test('an answer that is no JSON is none', async () => {
  server.says(new Response('<html>', { status: 200 }));
  evaluator.want(of(1));
  await settled();
  assert.equal(evaluator.snapshot().problem?.trouble, 'lost');
});

test('no answer in time is none', async () => {
  globalThis.fetch = ((_: unknown, { signal }: RequestInit) =>
    new Promise((_, fail) => {
      signal?.addEventListener('abort', () => fail(new Error('cut')));
    })) as typeof fetch;
  evaluator.want(of(1));
  await passed(19_999);
  assert.equal(evaluator.snapshot().problem, null);
  await passed(1);
  assert.equal(evaluator.snapshot().problem?.trouble, 'lost');
});

test('with other rows the same document is asked about anew', async () => {
  server.says(json(200, { of: 1 }), json(200, { of: 2 }));
  evaluator.want(of(1));
  await settled();
  evaluator.afresh();
  await settled();
  assert.equal(shown(), 2);
});

test('rows that change while an answer is on its way are reckoned with all the same', async () => {
  const slow = held(json(200, { of: 1 }));
  server.says(slow.answer, json(200, { of: 2 }));
  evaluator.want(of(1));
  await settled();
  evaluator.afresh();
  slow.let();
  await settled();
  assert.equal(shown(), 2);
});

test('who is not looked at asks no more', async () => {
  evaluator.want(of(1));
  await settled();
  leave();
  await passed(600_000);
  isBack();
  await settled();
  assert.equal(server.asked.length, 1);
});
