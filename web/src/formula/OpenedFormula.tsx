import { useSuspenseQuery } from '@tanstack/react-query';
import { useRouteContext } from '@tanstack/react-router';
import { useState } from 'react';
import { type FormulaDocument, formulaQuery, pantryQuery } from '@/api';
import type { Bench, Proposal } from './BenchContext';
import { useDraft } from './draft/useDraft';
import { useEvaluation } from './useEvaluation';

/** A formula opened on a screen: its draft, its evaluation, and what the parts of the screen share. */
export function useFormula(kitchen: string, formula: number) {
  const role = useRouteContext({ from: '/$kitchen' }).kitchen.role;
  const opened = useSuspenseQuery(formulaQuery(kitchen, formula)).data;
  const pantry = useSuspenseQuery(pantryQuery(kitchen)).data;
  const draft = useDraft(kitchen, formula, { ...opened, document: opened.document as FormulaDocument });
  const { answer, stale, want } = useEvaluation(kitchen, draft.document);
  const [proposal, propose] = useState<Proposal | null>(null);
  const bench: Bench = {
    kitchen,
    formula,
    document: draft.document,
    latest: draft.latest,
    change: (next, key) => {
      // Asked before it is drawn: the core reckons while the page does.
      want(next);
      draft.change(next, key);
    },
    evaluation: answer,
    pantry,
    readOnly: role === 'viewer',
    propose,
  };
  return { bench, draft, stale, versions: opened.versions, proposal, drop: () => propose(null) };
}
