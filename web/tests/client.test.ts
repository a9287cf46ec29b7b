/** What comes back from the server, whatever it is, is data or a Problem; and how often a screen asks for it. */
import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { QueryObserver } from '@tanstack/react-query';
import { api, ask, createFormula, formulaQuery, isBack, Problem, queries, taken } from '@/api';
import { formula, json, passed, problem, Server, settled } from './server';

let server: Server;
const opened = json(200, { id: 1, revision: 1, document: formula(), versions: [] });

const failing = async (asked: Promise<unknown>): Promise<Problem> => {
  const error = await asked.then(
    () => assert.fail('it was answered'),
    (thrown: unknown) => thrown,
  );
  assert.ok(error instanceof Problem, String(error));
  return error;
};

// Once for all: a timer that an earlier test left is cleared by its number, which a new clock would give again.
mock.timers.enable({ apis: ['setTimeout', 'Date'] });

beforeEach(() => {
  queries.clear();
  server = new Server();
});

test('a problem document is told in the server’s words, with the places that are wrong', async () => {
  const errors = [{ path: '/servings', text: 'Type a number.' }];
  server.says(problem(422, { title: 'Not valid', detail: 'See the places.', errors }));
  const told = await failing(createFormula('galley', formula()));
  assert.deepEqual([told.status, told.title, told.detail], [422, 'Not valid', 'See the places.']);
  assert.deepEqual(told.errors, errors);
});

for (const [what, answer] of [
  ['a page of HTML', new Response('<h1>Bad gateway</h1>', { status: 502 })],
  ['nothing at all', new Response(null, { status: 500 })],
  ['a JSON text that is no object', json(500, 'sorry')],
  ['null', json(500, null)],
] as const)
  test(`an error with ${what} is a problem all the same`, async () => {
    server.says(answer);
    for (const asked of [
      () => createFormula('galley', formula()),
      () => ask('galley', 'schools', formula(), {}),
    ]) {
      const told = await failing(asked());
      assert.equal(told.status, answer.status);
      assert.ok(told.title && told.detail);
      assert.deepEqual(told.errors, []);
    }
  });

test('an answer that breaks off is none', async () => {
  server.says(new Response('{"id": 1, "revi', { headers: { 'Content-Type': 'application/json' } }));
  assert.equal((await failing(createFormula('galley', formula()))).trouble, 'lost');
  assert.equal((await failing(ask('galley', 'schools', formula(), {}))).trouble, 'lost');
});

test('each request carries the token, and names are safe in an address', async () => {
  const sent: [string, string | null][] = [];
  globalThis.fetch = (async (input: Request | string, init?: RequestInit) => {
    const request = new Request(
      new URL(input instanceof Request ? input.url : input, location.origin),
      input instanceof Request ? input : init,
    );
    sent.push([new URL(request.url).pathname, request.headers.get('X-CSRFToken')]);
    return json(200, []);
  }) as typeof fetch;
  await ask('a/b ?', 'schools', formula(), {});
  await taken(api.GET('/api/kitchens/{kitchen}/shelf', { params: { path: { kitchen: 'a/b ?' } } }));
  assert.deepEqual(sent, [
    ['/api/kitchens/a%2Fb%20%3F/ask/schools', 'token'],
    ['/api/kitchens/a%2Fb%20%3F/shelf', 'token'],
  ]);
});

/** A screen that shows a formula. */
function screen() {
  const observer = new QueryObserver(queries, formulaQuery('galley', 1));
  const leave = observer.subscribe(() => {});
  return { observer, leave };
}

test('a screen that nobody answers tries twice more, then says so, and comes when the server is heard', async () => {
  const { observer, leave } = screen();
  await passed(1000);
  await passed(2000);
  await passed(60_000);
  assert.equal(server.asked.length, 3);
  assert.equal((observer.getCurrentResult().error as Problem).trouble, 'lost');
  server.says(opened);
  isBack();
  await settled();
  assert.equal(observer.getCurrentResult().data?.revision, 1);
  leave();
});

for (const [status, times] of [
  [401, 1],
  [404, 1],
  [422, 1],
  [500, 2],
  [503, 3],
] as const)
  test(`a screen that is answered ${status} asks ${times} times`, async () => {
    server.says(problem(status));
    const { leave } = screen();
    for (let pause = 0; pause < 9; pause += 1) await passed(2_000);
    assert.equal(server.asked.length, times);
    leave();
  });
