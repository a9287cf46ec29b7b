import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { beginService, type FormulaDocument, keepBatch, queries, serviceQuery, throwServiceOut } from '@/api';
import { courseOf, nameOf, renewed } from '@/screens/day/state/courses';
import { json, problem, Server } from './server';

let server: Server;

const version = (number: number) => ({ number, note: '', standing: 'ready', initials: '', created_by: 'MK' });
const formula = (title: string, versions: number[], servings: unknown = 4) => ({
  id: 7,
  revision: 3,
  place: 'table',
  versions: versions.map(version),
  document: { title, servings, fish: { species: 'zander' } },
});
const kept = (number: number, servings: unknown) => ({
  ...version(number),
  document: { title: 'Kept', servings, fish: { species: 'zander' } },
});
const asked = () =>
  server.asked.map((one) => `${one.method} ${one.path.replace('/api/kitchens/galley', '')}`);

beforeEach(() => {
  queries.clear();
  server = new Server();
});

test('a course is called by the first word of its formula, and no two alike', () => {
  assert.equal(nameOf('Zander, caraway dry brine', []), 'zander');
  assert.equal(nameOf('Zander again', ['zander', 'zander-2']), 'zander-3');
  assert.equal(nameOf('Ähre & Öl', []), 'ähre');
  assert.equal(nameOf('—', []), 'course');
});

test('what is cooked is the newest version as it was kept, at the first plate, for as many as it serves', async () => {
  server.says(json(200, formula('Zander', [3, 2, 1])), json(200, kept(3, 6)));
  const service: FormulaDocument = { plates: [{ id: 'wave' }], courses: [{ id: 'kept' }] };
  assert.deepEqual(await courseOf('galley', 7, service), {
    id: 'kept-2',
    plate: 'wave',
    covers: 6,
    version: { formula: 7, number: 3 },
    formula: kept(3, 6).document,
  });
  assert.deepEqual(asked(), ['GET /formulas/7', 'GET /formulas/7/versions/3']);
});

test('of a formula that has no version the draft is cooked, and says so; servings that are none are four', async () => {
  server.says(json(200, formula('', [], 'many')));
  const course = await courseOf('galley', 7, {});
  assert.deepEqual(course, {
    id: 'zander',
    covers: 4,
    version: { formula: 7 },
    formula: formula('', [], 'many').document,
  });
});

test('a newer version is taken with all else as it was', async () => {
  server.says(json(200, formula('Zander', [4])), json(200, kept(4, 2)));
  const course = { id: 'z', covers: 9, plate: 'p', version: { formula: 7, number: 3 }, formula: {} };
  assert.deepEqual(await renewed('galley', course), {
    ...course,
    version: { formula: 7, number: 4 },
    formula: kept(4, 2).document,
  });
});

test('a service is begun by the server, and is known at once', async () => {
  const opened = { id: 5, revision: 1, document: {}, plan: {}, searched: false, changed: [], trail: [] };
  server.says(json(201, opened));
  await beginService('galley');
  assert.deepEqual(server.asked[0]?.body, {});
  assert.equal(queries.getQueryData(serviceQuery('galley', 5).queryKey)?.id, 5);
  await beginService('galley', { title: 'Like it' });
  assert.deepEqual(server.asked[1]?.body, { document: { title: 'Like it' } });
});

test('what the server refuses is told, and nothing is taken for done', async () => {
  server.says(problem(422, { errors: [{ path: '/mass_g', text: 'More than nothing.' }] }));
  await assert.rejects(keepBatch('galley', { formula: 7, jar: 'a', mass_g: 0 }), { status: 422 });
  server.says(problem(403));
  await assert.rejects(throwServiceOut('galley', 5, true), { status: 403 });
  assert.deepEqual(asked(), ['POST /batches', 'PUT /services/5/thrown-out']);
});
