/** Random edits of random formulas, by a generator that is always seeded alike. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { FormulaDocument, Json } from '@/api';
import { carried, same } from '@/document/carry';
import { isObject } from '@/document/document';
import { History } from '@/formula/draft/History';
import { formula, jar, line } from './server';

/** Numbers from 0 to under 1 (mulberry32, public domain). */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

type Part = { [key: string]: Json };

/** Edits a copy: a value, a line more or less, lines or jars in another order, a field in or out. */
function edited(document: FormulaDocument, random: () => number, who: string): FormulaDocument {
  const copy = structuredClone(document);
  const any = (most: number) => Math.floor(random() * most);
  const jars = copy.jars as Part[];
  const one = jars[any(jars.length)];
  const lines = (one?.lines ?? []) as Part[];
  const edits = [
    () => Object.assign(copy, { servings: any(40) }),
    () => Object.assign(copy.fish as Part, { thickness: { value: any(60), unit: 'mm' } }),
    () => Object.assign(copy, random() < 0.5 ? { notes: `${who} ${any(9)}` } : { tags: [who, `${any(3)}`] }),
    () => delete copy.notes,
    () => lines.splice(any(lines.length + 1), 0, line(`${who}${any(1e6)}`)),
    () => lines.splice(any(lines.length), 1),
    () => lines.reverse(),
    () => jars.push(jar(`${who}${any(1e6)}`, [`${who}${any(1e6)}`])),
    () => Object.assign(lines[any(lines.length)] ?? {}, { amount: { value: any(90), unit: 'g' } }),
  ];
  edits[any(edits.length)]?.();
  return copy;
}

const start = () => formula({ jars: [jar('a', ['s', 'c', 'o']), jar('b', ['x', 'y'])] });

/** All that somebody wrote and nobody else: their ids and notes in a document. */
const ofPerson = (value: Json, who: string): string[] =>
  typeof value === 'string'
    ? value.startsWith(who)
      ? [value]
      : []
    : Array.isArray(value)
      ? value.flatMap((part) => ofPerson(part, who))
      : isObject(value)
        ? Object.values(value).flatMap((part) => ofPerson(part, who))
        : [];

test('any edit is taken back to just what was there before', () => {
  const random = seeded(1);
  for (let round = 0; round < 500; round += 1) {
    let before = start();
    for (let step = 0; step < 6; step += 1) {
      const after = edited(before, random, 'mine');
      assert.ok(same(carried(after, before, after), before));
      assert.ok(same(carried(before, after, before), after));
      before = after;
    }
  }
});

test('taking back one’s own never takes away what somebody else put in', () => {
  const random = seeded(2);
  for (let round = 0; round < 1000; round += 1) {
    const before = start();
    const mine = edited(before, random, 'mine');
    const here = edited(edited(mine, random, 'theirs'), random, 'theirs');
    const back = carried(mine, before, here);
    assert.deepEqual(ofPerson(back, 'theirs').sort(), ofPerson(here, 'theirs').sort());
  }
});

test('the steps of a long edit lead all the way back, and forth again', () => {
  const random = seeded(3);
  for (let round = 0; round < 100; round += 1) {
    const history = new History();
    const first = start();
    let here = first;
    for (let step = 0; step < 30; step += 1) {
      const next = edited(here, random, 'mine');
      history.note(here, next, '');
      here = next;
    }
    const last = here;
    for (let back = history.undo(here); back; back = history.undo(here)) here = back;
    assert.ok(same(here, first));
    for (let forth = history.redo(here); forth; forth = history.redo(here)) here = forth;
    assert.ok(same(here, last));
  }
});

test('with somebody else’s changes in between, going all the way back leaves theirs', () => {
  const random = seeded(4);
  for (let round = 0; round < 300; round += 1) {
    const history = new History();
    let here = start();
    for (let step = 0; step < 8; step += 1) {
      const next = edited(here, random, step % 3 === 2 ? 'theirs' : 'mine');
      if (step % 3 === 2) history.met(here, next, next);
      else history.note(here, next, '');
      here = next;
    }
    const theirs = ofPerson(here, 'theirs');
    for (let back = history.undo(here); back; back = history.undo(here)) here = back;
    // What one took out oneself comes back, so there may be more of theirs than there was.
    const left = ofPerson(here, 'theirs');
    for (const one of theirs) assert.ok(left.includes(one), one);
  }
});
