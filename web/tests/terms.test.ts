import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { unitOf, unitsFor } from '@/document/units';
import { terms } from '@/words';

type Schema = { enum?: string[]; anyOf?: Schema[]; properties?: Record<string, Schema> };

/** What the published format allows at a field: its schema, not our tables, says which words there must be. */
function allowed(document: 'formula' | 'evaluation', part: string, field: string): string[] {
  const path = new URL(`../../docs/format/${document}.schema.json`, import.meta.url);
  const { $defs } = JSON.parse(readFileSync(path, 'utf8')) as { $defs: Record<string, Schema> };
  const told = $defs[part]?.properties?.[field];
  const found = [told, ...(told?.anyOf ?? [])].find((one) => one?.enum)?.enum;
  assert.ok(found, `${part}.${field} is no choice in the format`);
  return found.toSorted();
}

const { choices } = terms;
for (const [part, field, words] of [
  ['Line', 'basis', terms.bases],
  ['Line', 'when', choices.when],
  ['Method', 'school', choices.school],
  ['Method', 'vessel', choices.vessel],
  ['Method', 'place', choices.place],
  ['Method', 'vessel_material', choices.vessel_material],
  ['Method', 'coverage', choices.coverage],
  ['Method', 'flow', choices.flow],
  ['Method', 'fate', choices.fate],
  ['Method', 'after', choices.after],
  ['Slashes', 'depth', choices.depth],
  ['Fish', 'origin', choices.origin],
  ['Fish', 'skin', choices.skin],
  ['Fish', 'bone', choices.bone],
  ['Fish', 'state', choices.state],
  ['Weight', 'basis', choices.basis],
  ['Cook', 'preset', choices.preset],
  ['Cook', 'method', choices.heat],
  ['Cook', 'burner', choices.burner],
  ['Diner', 'age', choices.age],
  ['Weight', 'unit', unitsFor('mass')],
  ['Length', 'unit', unitsFor('length')],
  ['Time', 'unit', unitsFor('time')],
  ['Temperature', 'unit', unitsFor('temperature')],
] as const)
  test(`each choice of ${part}.${field} has its name, and nothing else has`, () =>
    assert.deepEqual(Object.keys(words).sort(), allowed('formula', part, field)));

for (const [part, field, words] of [
  ['Window', 'binding', terms.binding],
  ['Stratum', 'component', terms.components],
  ['Caution', 'grade', terms.grades],
] as const)
  test(`each ${field} of ${part} that the core tells has its name`, () =>
    assert.deepEqual(Object.keys(words).sort(), allowed('evaluation', part, field)));

test('a line may be weighed in each unit of the format: what is counted only where the ingredient is', () => {
  const counted = ['clove', 'piece', 'pinch', 'slice', 'sprig'];
  const all = Object.keys(unitsFor('amount', ...counted)).sort();
  assert.deepEqual(all, allowed('formula', 'Amount', 'unit'));
  assert.ok(!('clove' in unitsFor('amount')));
  assert.ok(
    Object.keys(unitsFor('volume')).every((unit) => allowed('formula', 'Volume', 'unit').includes(unit)),
  );
});

test('a unit is shown as it is written, and its choice is called by its field', () => {
  assert.deepEqual(unitsFor('temperature'), { degC: '°C', degF: '°F' });
  assert.equal(unitOf('Contact time'), 'Unit of contact time');
});
