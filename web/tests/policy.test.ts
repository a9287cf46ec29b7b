import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { POLICY, Problem } from '@/api';
import { pauseBefore } from '@/api/policy';
import { says, type TroubleName } from '@/words';

const of = (status: number) => new Problem(status, '', '');

for (const [status, trouble] of [
  [0, 'lost'],
  [400, 'refused'],
  [401, 'signed_out'],
  [403, 'not_allowed'],
  [404, 'missing'],
  [409, 'refused'],
  [413, 'refused'],
  [418, 'refused'],
  [422, 'refused'],
  [426, 'too_old'],
  [429, 'busy'],
  [500, 'broken'],
  [501, 'broken'],
  [502, 'lost'],
  [503, 'lost'],
  [504, 'lost'],
  [599, 'broken'],
] as const)
  test(`${status} is ${trouble}`, () => assert.equal(of(status).trouble, trouble));

test('whatever it is, something is said and there is a way out', () => {
  for (const name of Object.keys(says.troubles) as TroubleName[]) {
    assert.ok(says.troubles[name].title && says.troubles[name].typing);
    assert.ok(POLICY[name].ways.length > 0);
  }
});

test('nothing that is waited for is tried for ever', () => {
  for (const status of [0, 401, 404, 429, 500]) assert.equal(pauseBefore(of(status), 5, 'waited'), null);
});

test('the documentation says the same', () => {
  const text = readFileSync(new URL('../../docs/when-it-fails.md', import.meta.url), 'utf8');
  const rows = [...text.matchAll(/^\| (\w+) \| (?!what)[^|]+ \| (\w+) \| (\w+) \| ([\w, ]+) \|$/gm)];
  const said = rows.map(([, name, behind, waited, ways]) => [
    name,
    {
      behind: behind === 'always' ? Number.POSITIVE_INFINITY : Number(behind),
      waited: Number(waited),
      ways: ways?.split(', '),
    },
  ]);
  assert.deepEqual(Object.fromEntries(said), POLICY);
});
