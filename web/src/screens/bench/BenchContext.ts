import { createContext, useContext } from 'react';
import type { Evaluation, FormulaDocument, Json, Notice, Pantry } from '@/api';
import { at, pointer, put, type Way } from './document';

export interface Bench {
  document: FormulaDocument;
  change: (document: FormulaDocument) => void;
  evaluation: Evaluation | null;
  pantry: Pantry;
  readOnly: boolean;
}

export const BenchContext = createContext<Bench | null>(null);

/** The formula on the bench, and the verbs that change one place of it. */
export function useBench() {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error('useBench outside a bench');
  return {
    ...bench,
    value: (way: Way): Json | undefined => at(bench.document, way),
    set: (way: Way, value: Json | undefined) => bench.change(put(bench.document, way, value)),
  };
}

const QUIET = ['not-modelled', 'unstated', 'unknown-field'];

/** What is wrong at a place, in the core's words; `deep` also takes what lies below it. */
export function faultAt(evaluation: Evaluation | null, way: Way, deep = false): Notice | undefined {
  const path = pointer(way);
  return evaluation?.notices.find(
    (notice) =>
      !QUIET.includes(notice.code) && (notice.path === path || (deep && notice.path.startsWith(`${path}/`))),
  );
}
