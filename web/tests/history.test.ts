import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import type { FormulaDocument } from '@/api';
import { at, put } from '@/document/document';
import type { Place } from '@/document/place';
import { History } from '@/formula/draft/History';
import { formula } from './server';

const THICKNESS = ['fish', 'thickness', 'value'] as const;
let history: History;
let here: FormulaDocument;

function change(way: Place, value: number, key = '') {
  const next = put(here, way, value);
  history.note(here, next, key);
  here = next;
}

const undo = () => {
  here = history.undo(here) ?? here;
};

beforeEach(() => {
  mock.timers.reset();
  mock.timers.enable({ apis: ['Date'] });
  history = new History();
  here = formula();
});

test('typing in one place is one step, until it pauses or goes elsewhere', () => {
  change(['servings'], 6, 's');
  change(['servings'], 60, 's');
  mock.timers.tick(1300);
  change(['servings'], 61, 's');
  change(THICKNESS, 30, 't');
  const seen = [];
  while (history.back) {
    undo();
    seen.push([here.servings, at(here, THICKNESS)]);
  }
  assert.deepEqual(seen, [
    [61, 22],
    [60, 22],
    [4, 22],
  ]);
});

test('steps go forth again until something else is changed', () => {
  change(['servings'], 6);
  undo();
  here = history.redo(here) ?? here;
  assert.equal(here.servings, 6);
  undo();
  change(THICKNESS, 30);
  assert.ok(!history.forth);
});

test('no more than two hundred steps are remembered', () => {
  for (let step = 0; step < 250; step += 1) change(['servings'], 100 + step);
  let steps = 0;
  for (; history.back; steps += 1) undo();
  assert.equal(steps, 200);
  assert.equal(here.servings, 149);
});

test('somebody else’s change leaves one’s own steps', () => {
  change(THICKNESS, 31);
  const theirs = put(here, ['servings'], 6);
  history.met(here, theirs, theirs);
  here = theirs;
  undo();
  assert.deepEqual([here.servings, at(here, THICKNESS)], [6, 22]);
  here = history.redo(here) ?? here;
  assert.deepEqual([here.servings, at(here, THICKNESS)], [6, 31]);
});

test('a step that somebody else overwrote is gone, the one before it is not', () => {
  change(['servings'], 8);
  change(THICKNESS, 31);
  const theirs = put(here, THICKNESS, 30);
  history.met(here, theirs, theirs);
  here = theirs;
  undo();
  assert.deepEqual([here.servings, at(here, THICKNESS)], [4, 30]);
  assert.ok(!history.back);
});

test('a clash that was won goes back to what they had, never behind it', () => {
  const base = here;
  change(['servings'], 8);
  const theirs = put(base, ['servings'], 6);
  history.met(base, theirs, here);
  undo();
  assert.equal(here.servings, 6);
});

test('a step that goes nowhere is stepped over', () => {
  change(['servings'], 8);
  change(THICKNESS, 31);
  // Not told of: both places are held by another value by now.
  here = put(here, THICKNESS, 30);
  undo();
  assert.deepEqual([here.servings, at(here, THICKNESS)], [4, 30]);
  assert.equal(history.undo(here), undefined);
});
