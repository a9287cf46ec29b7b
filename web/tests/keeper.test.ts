import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { type FormulaDocument, isBack, openedBy } from '@/api';
import { put } from '@/document/document';
import { DraftKeeper } from '@/formula/draft/DraftKeeper';
import { unsent, unsentOf } from '@/formula/draft/keep';
import { forgetAll, keeperOf, leftHere, sendAll, serviceKeeperOf } from '@/formula/draft/keepers';
import { formula, held, json, passed, problem, Server, settled } from './server';

let server: Server;
let keeper: DraftKeeper;

const opened = (document: FormulaDocument = formula(), revision = 5) => ({ revision, document });
const state = () => keeper.snapshot().keeping.state;
const again = () => {
  const { keeping } = keeper.snapshot();
  return keeping.state === 'trouble' && keeping.again;
};
const type = (value: number) =>
  keeper.change(put(keeper.snapshot().document, ['servings'], value), 'servings');
const kept = (revision: number) => json(200, { revision });
const stale = (
  revision: number,
  theirs: FormulaDocument,
  merged: FormulaDocument,
  conflicts: object[] = [],
) => problem(409, { revision, base: formula(), theirs, yours: {}, merged, conflicts });
const saves = () => server.asked.filter((one) => one.method === 'PUT').map((one) => one.body);

beforeEach(() => {
  // While their timers are those that are cleared: one of another clock would take one of the new clock with it.
  forgetAll();
  mock.timers.reset();
  mock.timers.enable({ apis: ['setTimeout', 'Date'] });
  localStorage.clear();
  openedBy(7);
  Object.assign(localStorage, { full: false });
  server = new Server();
  keeper = new DraftKeeper('galley', 1, opened());
  keeper.subscribe(() => {});
});

test('what is typed is kept here at once, and by the server once after a pause', async () => {
  server.says(kept(6));
  type(6);
  type(8);
  assert.equal(state(), 'typing');
  assert.equal(unsent('galley', 1)?.document.servings, 8);
  await passed(499);
  assert.equal(saves().length, 0);
  await passed(1);
  assert.deepEqual(saves(), [{ revision: 5, document: formula({ servings: 8 }) }]);
  assert.equal(server.asked[0]?.path, '/api/kitchens/galley/formulas/1/draft');
  assert.equal(state(), 'kept');
  assert.equal(keeper.revision, 6);
  assert.equal(unsent('galley', 1), null);
});

test('what is typed while a save is on its way is the next save', async () => {
  const slow = held(kept(6));
  server.says(slow.answer, kept(7));
  type(6);
  await passed(500);
  type(8);
  slow.let();
  await settled();
  assert.equal(state(), 'typing');
  assert.equal(unsent('galley', 1)?.revision, 6);
  await passed(500);
  assert.deepEqual(
    saves().map((one) => [one.revision, one.document.servings]),
    [
      [5, 6],
      [6, 8],
    ],
  );
  assert.equal(state(), 'kept');
});

test('a save that comes too late is merged, and the merge is sent', async () => {
  const theirs = formula({ title: 'Theirs' });
  const both = formula({ title: 'Theirs', servings: 6 });
  server.says(stale(9, theirs, both), kept(10));
  type(6);
  await passed(500);
  assert.deepEqual(keeper.snapshot().document, both);
  await passed(0);
  assert.deepEqual(saves()[1], { revision: 9, document: both });
  assert.deepEqual([state(), keeper.revision, keeper.snapshot().merged], ['kept', 10, true]);
  keeper.undo();
  assert.deepEqual(keeper.snapshot().document, theirs);
});

test('typed on while a save comes too late: the newer draft is merged, and no key is lost', async () => {
  const late = held(stale(9, formula(), formula({ servings: 6 })));
  server.says(
    late.answer,
    stale(9, formula({ title: 'Theirs' }), formula({ title: 'Theirs', servings: 8 })),
    kept(10),
  );
  type(6);
  await passed(500);
  type(8);
  late.let();
  await settled();
  assert.equal(keeper.snapshot().document.servings, 8);
  await passed(0);
  assert.deepEqual(saves()[1], { revision: 5, document: formula({ servings: 8 }) });
  await passed(0);
  assert.deepEqual(keeper.snapshot().document, formula({ title: 'Theirs', servings: 8 }));
  assert.equal(state(), 'kept');
});

test('a clash is asked about; nothing is sent before it is settled, and then once', async () => {
  const clash = { path: '/servings', base: 4, theirs: 7, yours: 6 };
  server.says(stale(9, formula({ servings: 7 }), formula({ servings: 6 }), [clash]), kept(10));
  type(6);
  await passed(500);
  assert.equal(state(), 'conflict');
  await passed(60_000);
  assert.equal(await keeper.send(), false);
  assert.equal(saves().length, 1);
  keeper.change({ ...keeper.snapshot().document });
  await passed(500);
  assert.deepEqual(saves()[1], { revision: 9, document: formula({ servings: 6 }) });
  assert.equal(state(), 'kept');
});

for (const [name, answer] of [
  ['no connection', null],
  ['a server that is not there (503)', problem(503)],
  ['a gateway that waits in vain (504)', problem(504)],
  ['a page of something in between, with status 200', new Response('<html>sign in to the wifi</html>')],
] as const)
  test(`${name}: tried again for as long as it takes, in growing pauses`, async () => {
    if (answer) server.says(answer);
    type(6);
    await passed(500);
    assert.deepEqual([state(), again()], ['trouble', true]);
    for (const pause of [1, 2, 4, 8, 15, 30, 30, 30]) {
      const before = server.asked.length;
      await passed(pause * 1000 - 1);
      assert.equal(server.asked.length, before, `earlier than ${pause} s`);
      await passed(1);
      assert.equal(server.asked.length, before + 1, `after ${pause} s`);
    }
    assert.equal(unsent('galley', 1)?.document.servings, 6);
    server.says(kept(6));
    await passed(30_000);
    assert.equal(state(), 'kept');
  });

test('typing while there is no connection does not hammer the server', async () => {
  type(6);
  await passed(500);
  await passed(1000);
  const before = server.asked.length;
  for (let key = 0; key < 30; key += 1) {
    type(100 + key);
    await passed(60);
  }
  assert.equal(server.asked.length, before);
  assert.equal(unsent('galley', 1)?.document.servings, 129);
});

test('when the server is heard again, what waits is sent at once', async () => {
  keeper = keeperOf('galley', 2, opened());
  keeper.subscribe(() => {});
  type(6);
  await passed(500);
  server.says(kept(6));
  isBack();
  await settled();
  assert.equal(state(), 'kept');
});

test('an error of the server is tried three times more, then said; the next change tries anew', async () => {
  server.says(problem(500));
  type(6);
  await passed(500);
  for (const pause of [1, 2, 4]) {
    assert.ok(again());
    await passed(pause * 1000);
  }
  assert.deepEqual([state(), again(), server.asked.length], ['trouble', false, 4]);
  await passed(600_000);
  assert.equal(server.asked.length, 4);
  server.says(kept(6));
  type(7);
  await passed(500);
  assert.equal(state(), 'kept');
});

for (const status of [401, 403, 404, 413, 422])
  test(`a refusal (${status}) is said, not tried again, and typing stays here`, async () => {
    server.says(problem(status));
    type(6);
    await passed(500);
    const { keeping } = keeper.snapshot();
    assert.equal(keeping.state === 'trouble' && keeping.problem.detail, `because ${status}`);
    assert.ok(!again());
    await passed(600_000);
    assert.equal(server.asked.length, 1);
    assert.equal(unsent('galley', 1)?.document.servings, 6);
    keeper.now();
    await settled();
    assert.equal(server.asked.length, 2);
  });

test('signing out sends what waits first, and says when it could not', async () => {
  keeper = keeperOf('galley', 3, opened());
  server.says(kept(6));
  type(6);
  assert.equal(await sendAll(), true);
  assert.equal(saves().length, 1);
  server.goes();
  type(8);
  assert.equal(await sendAll(), false);
  forgetAll();
  assert.equal(unsent('galley', 3)?.document.servings, 8);
  // Signed in again: it is there, and is sent.
  server.says(kept(7));
  keeper = keeperOf('galley', 3, opened(formula({ servings: 6 }), 6));
  keeper.subscribe(() => {});
  assert.equal(keeper.snapshot().document.servings, 8);
  await passed(0);
  assert.deepEqual(saves().at(-1), { revision: 6, document: formula({ servings: 8 }) });
});

test('send waits for the save that is on its way, and for what was typed meanwhile', async () => {
  const slow = held(kept(6));
  server.says(slow.answer, kept(7));
  type(6);
  await passed(500);
  type(8);
  const sent = keeper.send();
  slow.let();
  assert.equal(await sent, true);
  assert.deepEqual(
    saves().map((one) => one.document.servings),
    [6, 8],
  );
});

test('a full store: the server is then the only keeper', async () => {
  Object.assign(localStorage, { full: true });
  server.says(kept(6));
  type(6);
  await passed(500);
  assert.equal(state(), 'kept');
});

test('what somebody else saved comes in by itself', async () => {
  server.says(json(200, { id: 1, revision: 6, document: formula({ title: 'Theirs' }), versions: [] }));
  keeper.news(6);
  await settled();
  assert.deepEqual([keeper.revision, state(), keeper.snapshot().document.title], [6, 'kept', 'Theirs']);
  assert.ok(keeper.snapshot().merged);
});

test('one’s own save, heard of later, is no news', async () => {
  server.says(kept(6));
  type(6);
  await passed(500);
  keeper.news(6);
  await settled();
  assert.equal(server.asked.length, 1);
});

test('what was heard while one’s own was on its way is looked at after it', async () => {
  const slow = held(kept(6));
  const theirs = json(200, {
    id: 1,
    revision: 7,
    document: formula({ servings: 6, title: 'Theirs' }),
    versions: [],
  });
  server.says(slow.answer, theirs);
  type(6);
  await passed(500);
  keeper.news(7);
  assert.equal(server.asked.length, 1);
  slow.let();
  await settled();
  assert.deepEqual([keeper.revision, keeper.snapshot().document.title], [7, 'Theirs']);
});

test('an older answer than what is kept changes nothing', () => {
  keeper.met(opened(formula({ title: 'Older' }), 4));
  assert.equal(keeper.snapshot().document.title, 'One');
});

test('a formula opened again has the same keeper, with its steps back', () => {
  const first = keeperOf('galley', 4, opened());
  first.change(formula({ servings: 6 }));
  assert.equal(keeperOf('galley', 4, opened(formula(), 5)), first);
  assert.ok(keeperOf('galley', 4, opened()).snapshot().back);
  assert.notEqual(keeperOf('other', 4, opened()), first);
});

test('what one person typed is sent under no other name, and waits for its author', async () => {
  server.goes();
  type(6);
  await passed(500);
  assert.equal(state(), 'trouble');
  assert.equal(openedBy(8), true);
  forgetAll();
  keeper.stop();
  assert.equal(unsent('galley', 1), null, 'another person finds nothing of it');
  assert.deepEqual(leftHere('galley'), []);
  const theirs = keeperOf('galley', 1, opened());
  theirs.subscribe(() => {});
  await passed(60_000);
  assert.equal(theirs.snapshot().document.servings, formula().servings);
  assert.equal(openedBy(7), true);
  forgetAll();
  assert.deepEqual(
    leftHere('galley').map((one) => one.formula),
    [1],
  );
  server.says(kept(6));
  const mine = keeperOf('galley', 1, opened());
  mine.subscribe(() => {});
  assert.deepEqual(leftHere('galley'), [], 'it is open');
  await passed(500);
  assert.equal(saves().at(-1)?.document.servings, 6);
  assert.deepEqual(unsentOf('galley'), []);
});

test('a keeper that outlives its author writes nothing into the store of the next one', async () => {
  openedBy(8);
  type(6);
  assert.equal(unsent('galley', 1), null);
  assert.equal(unsent('galley', 1, 7)?.document.servings, 6);
  await passed(500);
});

test('each request says whose page it comes from', async () => {
  server.says(kept(6));
  type(6);
  await passed(500);
  assert.equal(server.asked.at(-1)?.headers.get('X-Person'), '7');
});

test('what was kept before without saying by whom is found by the one whose browser it is', () => {
  const before = 'jar-table/unsent/galley/3';
  localStorage.setItem(before, JSON.stringify(opened(formula({ servings: 9 }))));
  assert.equal(unsent('galley', 3)?.document.servings, 9);
  assert.equal(localStorage.getItem(before), null);
  localStorage.setItem(before, JSON.stringify(opened()));
  openedBy(8);
  assert.equal(unsent('galley', 3), null, 'it may be that of the other one who has something here');
  assert.notEqual(localStorage.getItem(before), null);
});

test('a service is kept as a formula is, by its own door, and is no formula left here', async () => {
  const service = serviceKeeperOf('galley', 3, { revision: 2, document: { title: 'One' } });
  service.subscribe(() => {});
  server.goes();
  service.change({ title: 'Two' });
  assert.deepEqual(unsent('galley', 'service-3'), { revision: 2, document: { title: 'Two' } });
  assert.deepEqual(unsentOf('galley'), []);
  server.says(json(200, { revision: 3, document: { title: 'Two' }, plan: {} }));
  assert.ok(await service.send());
  assert.equal(saves().length, 1);
  assert.equal(server.asked.at(-1)?.path, '/api/kitchens/galley/services/3');
  assert.equal(service.revision, 3);
  assert.equal(unsent('galley', 'service-3'), null);
});
