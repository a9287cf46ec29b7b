import { createContext, useContext } from 'react';
import type { Evaluation, FormulaDocument, Json, Notice, Pantry } from '@/api';
import { at, pointer, put, type Way } from '@/document/document';
import { type Patch, patched } from '@/document/patch';

/** A change that is shown with its differences before it is taken. */
export interface Proposal {
  title: string;
  says?: string;
  patch: Patch;
}

export interface Bench {
  kitchen: string;
  formula: number;
  document: FormulaDocument;
  /** What is on the bench at this very moment: what waited for an answer changes this, not what it once saw. */
  latest: () => FormulaDocument;
  /** KEY joins changes of one place, typed one after the other, to one step of undo. */
  change: (document: FormulaDocument, key?: string) => void;
  evaluation: Evaluation | null;
  pantry: Pantry;
  readOnly: boolean;
  propose: (proposal: Proposal) => void;
}

export const BenchContext = createContext<Bench | null>(null);

/** The formula on the bench, and the verbs that change one place of it. */
export function useBench() {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error('useBench outside a bench');
  return {
    ...bench,
    value: (way: Way): Json | undefined => at(bench.document, way),
    set: (way: Way, value: Json | undefined) => bench.change(put(bench.latest(), way, value), pointer(way)),
    apply: (patch: Patch) => bench.change(patched(bench.latest(), patch)),
  };
}

/** What was taken for granted is told, and is no fault of what was typed. */
export const isTold = (notice: Notice) => notice.grade === 'told';

/** What is wrong at a place, in the core's words; `deep` also takes what lies below it. What comes with a patch is advice. */
export function faultAt(evaluation: Evaluation | null, way: Way, deep = false): Notice | undefined {
  const path = pointer(way);
  return evaluation?.notices.find(
    (notice) =>
      !notice.patch &&
      notice.grade !== 'quiet' &&
      (notice.path === path || (deep && notice.path.startsWith(`${path}/`))),
  );
}
