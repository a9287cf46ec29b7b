import { useState } from 'react';
import type { Json, Pantry } from '@/api';
import { isObject } from '@/document/document';
import type { Place } from '@/document/place';
import { faultAt, useOpened } from '@/formula/opened';

const PLATE = 'plate.';

export type AimRow = Pantry['targets'][number];
export type Bound = 'min' | 'max' | 'value';
export type Target = { [bound in Bound]?: Json };

/** The targets of a jar and of the plate as the document has them, and the verbs that change them. */
export interface Aims {
  rows: AimRow[];
  /** What can be aimed at besides. */
  rest: AimRow[];
  /** Whether anything is aimed at in numbers. */
  any: boolean;
  of: (key: string) => Target;
  add: (key: string) => void;
  write: (key: string, bound: Bound, typed: Json) => void;
  take: (key: string) => void;
  /** What is wrong with what was typed as a bound. */
  fault: (key: string, bound: Bound) => string | undefined;
}

export function useAims(jar: number): Aims {
  const { value, set, pantry, evaluation } = useOpened();
  // Chosen, and without a number yet: there is nothing to keep in the document.
  const [begun, setBegun] = useState<string[]>([]);
  const wayOf = (key: string): Place =>
    key.startsWith(PLATE) ? ['targets', key.slice(PLATE.length)] : ['jars', jar, 'targets', key];
  const boundOf = (key: string, bound: Bound): Place =>
    key.startsWith(PLATE)
      ? ['targets', key.slice(PLATE.length), bound]
      : ['jars', jar, 'targets', key, bound];
  const of = (key: string): Target => {
    const there = value(wayOf(key));
    return isObject(there) ? there : {};
  };
  const isAimed = (key: string) => Object.keys(of(key)).length > 0;
  const rows = pantry.targets.filter((one) => isAimed(one.id) || begun.includes(one.id));
  const write = (key: string, bound: Bound, typed: Json) => {
    const next = Object.fromEntries(
      Object.entries({ ...of(key), [bound]: typed }).filter(([, one]) => one !== null),
    );
    if (!begun.includes(key)) setBegun([...begun, key]);
    set(wayOf(key), Object.keys(next).length ? next : undefined);
  };
  return {
    rows,
    rest: pantry.targets.filter((one) => !rows.includes(one)),
    any: rows.some((one) => Object.values(of(one.id)).some((bound) => typeof bound === 'number')),
    of,
    add: (key) => setBegun([...begun, key]),
    write,
    take: (key) => {
      setBegun(begun.filter((one) => one !== key));
      if (isAimed(key)) set(wayOf(key), undefined);
    },
    fault: (key, bound) => faultAt(evaluation, boundOf(key, bound))?.text,
  };
}
