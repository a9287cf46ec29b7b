import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { NOT_YET } from '@/api';
import { put } from '@/document/document';
import { addressOf, formulaAt } from '@/formula/address';
import { unsent } from '@/formula/draft/keep';
import { forgetAll, keeperOf, lookedAtAs, storeLeft } from '@/formula/draft/keepers';
import { formula, held, json, passed, problem, Server, settled } from './server';

let server: Server;

const blank = () => ({ revision: 0, document: formula() });
const made = (id: number) =>
  json(201, { id, revision: 1, place: 'table', versions: [], document: formula({ servings: 6 }) });
const asked = () => server.asked.map((one) => `${one.method} ${one.path}`);
const FORMULAS = '/api/kitchens/galley/formulas';

beforeEach(() => {
  mock.timers.reset();
  mock.timers.enable({ apis: ['setTimeout', 'Date'] });
  localStorage.clear();
  Object.assign(localStorage, { full: false });
  forgetAll();
  server = new Server();
});

function begun() {
  const keeper = keeperOf('galley', NOT_YET, blank());
  keeper.subscribe(() => {});
  const type = (value: number) => keeper.change(put(keeper.snapshot().document, ['servings'], value));
  return { keeper, type };
}

test('a formula that nobody typed into is stored nowhere', async () => {
  const { keeper } = begun();
  await passed(5000);
  assert.equal(await keeper.send(), true);
  assert.deepEqual(asked(), []);
  assert.equal(unsent('galley', NOT_YET), null);
});

test('the first thing typed stores it, and from then on it is saved under its number', async () => {
  server.says(made(42), json(200, { revision: 2 }));
  const { keeper, type } = begun();
  type(6);
  assert.equal(unsent('galley', NOT_YET)?.document.servings, 6);
  await passed(500);
  assert.equal(keeper.snapshot().formula, 42);
  assert.equal(unsent('galley', NOT_YET), null);
  type(8);
  assert.equal(unsent('galley', 42)?.document.servings, 8);
  await passed(500);
  assert.deepEqual(asked(), [`POST ${FORMULAS}`, `PUT ${FORMULAS}/42/draft`]);
  assert.equal(keeper.revision, 2);
});

test('what is typed while it is being stored is kept here and saved after it', async () => {
  const slow = held(made(42));
  server.says(slow.answer, json(200, { revision: 2 }));
  const { keeper, type } = begun();
  type(6);
  await passed(500);
  type(8);
  slow.let();
  await settled();
  assert.equal(unsent('galley', NOT_YET), null);
  assert.equal(unsent('galley', 42)?.document.servings, 8);
  await passed(500);
  assert.equal(keeper.snapshot().keeping.state, 'kept');
});

test('it stays what it is looked at as when it gets its number, and the next one is another', async () => {
  server.says(made(42));
  const before = lookedAtAs('galley', NOT_YET);
  const { keeper, type } = begun();
  type(6);
  await passed(500);
  assert.equal(lookedAtAs('galley', 42), before);
  assert.notEqual(lookedAtAs('galley', NOT_YET), before);
  assert.equal(keeperOf('galley', 42, blank()), keeper);
  assert.notEqual(keeperOf('galley', NOT_YET, blank()), keeper);
});

test('one that was left before the server had it is stored when the Table is looked at', async () => {
  server.says(problem(503, {}), made(7));
  const { keeper, type } = begun();
  type(6);
  keeper.stop();
  forgetAll();
  await storeLeft('galley');
  assert.equal(unsent('galley', NOT_YET)?.document.servings, 6, 'it is not lost where that does not work');
  await storeLeft('galley');
  assert.equal(unsent('galley', NOT_YET), null);
  await storeLeft('galley');
  assert.equal(asked().length, 2, 'and once only');
});

test('an address is a number or a new one', () => {
  assert.deepEqual([addressOf(NOT_YET), addressOf(42)], ['new', '42']);
  assert.deepEqual([formulaAt('new'), formulaAt('42')], [NOT_YET, 42]);
  for (const none of ['0', '-1', '4.5', 'newer', '', '1e3', '9'.repeat(16)])
    assert.ok(Number.isNaN(formulaAt(none)), none);
});
