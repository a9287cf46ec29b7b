import { useLayoutEffect, useState, useSyncExternalStore } from 'react';
import type { FormulaDocument } from '@/api';
import { Evaluator } from './Evaluator';

/** The evaluation of a document; `stale` says that it is not of the present one. */
export function useEvaluation(kitchen: string, document: FormulaDocument) {
  const [evaluator] = useState(() => new Evaluator(kitchen));
  const { answer, of, problem } = useSyncExternalStore(evaluator.subscribe, evaluator.snapshot);
  useLayoutEffect(() => evaluator.want(document), [evaluator, document]);
  return { answer, problem, stale: of !== document, evaluator };
}
