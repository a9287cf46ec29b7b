import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { FishResult, FormulaDocument, Pantry } from '@/api';
import { at, atWay, newId, pointer, put, wayOf, within } from '@/document/document';
import { type Patch, patched } from '@/document/patch';
import { around, type PlaceWith } from '@/document/place';
import { placeName } from '@/document/placeName';
import { asTyped, keepable } from '@/document/typed';
import { withNewIds } from '@/formula/jars/newIds';
import { withCut } from '@/screens/bench/state/withCut';
import { formula } from './server';
import { table } from './tables';

for (const { pointer: path = '', way = '', source } of table('pointers'))
  test(`pointer “${path}” (${source})`, () => {
    assert.deepEqual(wayOf(path), JSON.parse(way));
    assert.equal(pointer(JSON.parse(way)), path);
  });

for (const row of table('patches'))
  test(`patch: ${row.case} (${row.source})`, () => {
    const document = JSON.parse(row.document ?? '') as FormulaDocument;
    const before = structuredClone(document);
    assert.deepEqual(patched(document, JSON.parse(row.patch ?? '') as Patch), JSON.parse(row.after ?? ''));
    assert.deepEqual(document, before, 'the document itself is never changed');
  });

for (const { typed = '', value = '' } of table('typed'))
  test(`typed “${typed}” is ${value}`, () => assert.deepEqual(asTyped(typed), JSON.parse(value)));

test('what no file can keep is left out as it is typed', () => {
  assert.equal(keepable('a\u0000b'), 'ab');
  assert.equal(keepable('\ud83d'), '\ufffd');
  assert.equal(keepable('jalapeño 🌶'), 'jalapeño 🌶');
});

test('a value is put where parts of the way are not there yet, and nothing else is touched', () => {
  const before = formula();
  const after = put(before, ['fish', 'slashes', 'per_side'], 3);
  assert.equal(at(after, ['fish', 'slashes', 'per_side']), 3);
  assert.equal(after.jars, before.jars);
  assert.equal(at(before, ['fish', 'slashes']), undefined);
});

test('undefined takes a field or a part out', () => {
  const less = put(put(formula(), ['servings'], undefined), ['jars', 0, 'lines', 0], undefined);
  assert.ok(!('servings' in less));
  assert.equal(at(less, ['jars', 0, 'lines', 0, 'id']), 'c');
});

test('a way ends where a part is something else', () => {
  for (const way of [
    ['title', 'x'],
    ['jars', 'x'],
    ['jars', 7],
    ['fish', 0, 'y'],
  ])
    assert.equal(atWay(formula(), way), undefined);
});

test('ids are random enough that two people meet none of each other’s', () => {
  assert.equal(new Set(Array.from({ length: 500 }, newId)).size, 500);
});

test('a jar that is put in has ids of its own, and its ratios hang on its own lines', () => {
  const made = withNewIds({
    id: 'old',
    lines: [{ id: 'a' }, { id: 'b', of: 'a' }, { of: 'elsewhere' }],
  });
  const [a, b, c] = made.lines as { id: string; of?: string }[];
  assert.equal(new Set(['old', 'a', 'b', made.id, a?.id, b?.id, c?.id]).size, 7);
  assert.equal(b?.of, a?.id);
  assert.equal(c?.of, 'elsewhere');
});

test('another cut takes with it what was only usual of the old one', () => {
  const was = { usual: { skin: 'one_side', bone: 'out', basis: 'fillet' } } as unknown as FishResult;
  const fish = { cut: 'fillet', skin: 'one_side', bone: 'in', weight: { value: 1, basis: 'fillet' } };
  const groups = [{ weight: { basis: 'fillet' } }, { weight: { basis: 'whole' } }];
  const changed = withCut({ fish: { ...fish, groups } }, 'whole', was).fish;
  assert.deepEqual(changed, {
    cut: 'whole',
    bone: 'in',
    weight: { value: 1 },
    groups: [{ weight: {} }, { weight: { basis: 'whole' } }],
  });
  assert.deepEqual(withCut({ fish }, 'whole', undefined).fish, { ...fish, cut: 'whole' });
});

test('a place is named as a cook would', () => {
  const pantry = { ingredients: [{ id: 'ingredient-s', name: 'Fine salt' }] } as unknown as Pantry;
  const document = put(formula(), ['jars', 0, 'name'], 'Dry brine');
  for (const [path, name] of [
    ['/jars/0/lines/0/amount/value', 'Dry brine › Fine salt › amount'],
    ['/jars/0/lines/1/of', 'Dry brine › ingredient-c › hangs on'],
    ['/jars/3/method/contact_time', 'jar 4 › method › contact time'],
    ['/fish/weight', 'fish › weight'],
    ['', 'the formula'],
  ] as const)
    assert.equal(placeName(document, pantry, path), name);
});

test('a place that does not exist does not compile, and what is there all the same is kept', () => {
  // What is tested stands in the comments: the type check fails where one of these is no error.
  const odd: FormulaDocument = { ...formula(), fish: { thikness: 22 } };
  // @ts-expect-error no such field
  assert.equal(at(odd, ['fish', 'thikness']), 22);
  // @ts-expect-error a jar is met by its place
  assert.equal(at(odd, ['jars', 'first']), undefined);
  // @ts-expect-error a line has no such field
  assert.equal(within<'Line'>({ wieght: 1 }, 'wieght'), 1);
  const measured: PlaceWith<'unit'>[] = [
    ['fish', 'weight'],
    ['jars', 0, 'method', 'contact_time'],
  ];
  // @ts-expect-error nothing with a unit stands there
  measured.push(['fish', 'species']);
  assert.deepEqual(at(formula(), around(['fish', 'thickness', 'value'])), { value: 22, unit: 'mm' });
});
