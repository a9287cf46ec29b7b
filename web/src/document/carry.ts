import type { FormulaDocument, Json } from '@/api';
import { isObject } from './document';

type Held = Json | undefined;

/**
 * A change (from BEFORE to AFTER) made to another document that grew from the same one, wherever that still holds what
 * the change began from. Parts with ids (jars, lines, groups) are met by id, so that they may have moved. What others
 * changed since stays theirs.
 */
export function carried(
  before: FormulaDocument,
  after: FormulaDocument,
  here: FormulaDocument,
): FormulaDocument {
  return carry(before, after, here) as FormulaDocument;
}

function carry(before: Held, after: Held, here: Held): Held {
  if (same(before, after) || same(after, here)) return here;
  if (same(before, here)) return after;
  if (isObject(before) && isObject(after) && isObject(here)) return carryFields(before, after, here);
  const lists = [before, after, here].map(byId);
  const [was, will, is] = lists;
  return was && will && is ? carryParts(was, will, is) : here;
}

type Fields = { [key: string]: Json };

function carryFields(before: Fields, after: Fields, here: Fields): Fields {
  const made: Fields = {};
  for (const key of new Set([...Object.keys(here), ...Object.keys(after)])) {
    const value = carry(before[key], after[key], here[key]);
    if (value !== undefined) made[key] = value;
  }
  return made;
}

type Parts = Map<string, Json>;

function carryParts(before: Parts, after: Parts, here: Parts): Json[] {
  const order = placed(before, after, here);
  return order.flatMap((id) => carry(before.get(id), after.get(id), here.get(id)) ?? []);
}

/** All ids that may stand: in their order here, but where only the change moved parts, in its order. */
function placed(before: Parts, after: Parts, here: Parts): string[] {
  const ids = (parts: Parts, within: Parts) => [...parts.keys()].filter((id) => within.has(id));
  const moved = !same(ids(before, after), ids(after, before));
  const [first, second] = moved ? [after, here] : [here, after];
  const order = [...first.keys()];
  let previous: string | undefined;
  for (const id of second.keys()) {
    if (!order.includes(id)) order.splice(previous === undefined ? 0 : order.indexOf(previous) + 1, 0, id);
    previous = id;
  }
  return order;
}

/** The parts of a list by their ids, in order; undefined when it is no list, or one lacks an id of its own. */
function byId(value: Held): Parts | undefined {
  if (!Array.isArray(value)) return undefined;
  const parts = new Map(value.map((part) => [isObject(part) ? part.id : undefined, part]));
  const named = [...parts.keys()].every((id) => typeof id === 'string');
  return named && parts.size === value.length ? (parts as Parts) : undefined;
}

/** Whether two values are the same JSON. */
export function same(one: Held, other: Held): boolean {
  if (one === other) return true;
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length && one.every((part, place) => same(part, other[place]));
  if (!isObject(one) || !isObject(other)) return false;
  const keys = Object.keys(one);
  return (
    keys.length === Object.keys(other).length &&
    keys.every((key) => key in other && same(one[key], other[key]))
  );
}
