import { useLayoutEffect, useState, useSyncExternalStore } from 'react';
import type { FormulaDocument } from '@/api';
import { Evaluator } from './Evaluator';

/** The evaluation of what is on the bench; `stale` says that it is not of the present document. */
export function useEvaluation(kitchen: string, document: FormulaDocument) {
  const [evaluator] = useState(() => new Evaluator(kitchen));
  const { answer, of } = useSyncExternalStore(evaluator.subscribe, evaluator.snapshot);
  useLayoutEffect(() => evaluator.want(document), [evaluator, document]);
  return { answer, stale: of !== document, want: evaluator.want };
}
