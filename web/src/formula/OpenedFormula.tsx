import { useSuspenseQuery } from '@tanstack/react-query';
import { useRouteContext, useRouter } from '@tanstack/react-router';
import { type ReactNode, useEffect, useState, useSyncExternalStore } from 'react';
import { type FormulaDocument, formulaQuery, newest, onNews, pantryQuery, queries } from '@/api';
import { list } from '@/document/document';
import { addressOf } from './address';
import { ConflictDialog } from './draft/ConflictDialog';
import { keeperOf } from './draft/keepers';
import { useUndoKeys } from './draft/useUndoKeys';
import { type Asked, type Opened, OpenedContext, type Proposal, type Sought } from './opened';
import { useEvaluation } from './useEvaluation';

interface Props {
  kitchen: string;
  formula: number;
  /** The screen that is looked at; all screens of the formula share what is opened here. */
  children: ReactNode;
}

/** A formula opened: its draft with undo, its evaluation, and what its screens share. */
export function OpenedFormula({ kitchen, formula, children }: Props) {
  const role = useRouteContext({ from: '/$kitchen' }).kitchen.role;
  const stored = useSuspenseQuery(formulaQuery(kitchen, formula)).data;
  const pantry = useSuspenseQuery(pantryQuery(kitchen)).data;
  const [keeper] = useState(() =>
    keeperOf(kitchen, formula, { ...stored, document: stored.document as FormulaDocument }),
  );
  const { document, formula: number, ...draft } = useSyncExternalStore(keeper.subscribe, keeper.snapshot);
  const { answer, problem, stale, evaluator } = useEvaluation(kitchen, document);
  const [proposal, propose] = useState<Proposal | null>(null);
  const [chosen, openJar] = useState(0);
  const [sought, seek] = useState<Sought | null>(null);
  const [asked, ask] = useState<Asked>(null);
  const readOnly = role === 'viewer' || stored.place === 'bin';

  useEffect(() => keeper.met({ ...stored, document: stored.document as FormulaDocument }), [keeper, stored]);
  useEffect(() => {
    keeper.news(newest(kitchen, 'formula', formula));
    return onNews((where, { whole, changes }) => {
      if (where !== kitchen) return;
      for (const { what, mark } of changes.filter((one) => one.item === formula)) {
        if (what === 'formula') keeper.news(mark);
        if (what === 'version') void queries.invalidateQueries(formulaQuery(kitchen, formula));
      }
      if (whole) void queries.invalidateQueries(formulaQuery(kitchen, formula));
      if (whole || changes.some((one) => one.what === 'rows')) evaluator.afresh();
    });
  }, [keeper, evaluator, kitchen, formula]);
  const router = useRouter();
  useEffect(() => {
    // It has its number now: the address says so, and what is looked at stays.
    if (number === formula) return;
    void router.navigate({
      to: '.',
      params: (now: object) => ({ ...now, formula: addressOf(number) }),
      search: true,
      replace: true,
    });
  }, [router, number, formula]);
  useUndoKeys(readOnly ? null : keeper);

  const opened: Opened = {
    kitchen,
    formula,
    document,
    latest: () => keeper.snapshot().document,
    change: (next, key) => {
      // Asked before it is drawn: the core reckons while the page does.
      evaluator.want(next);
      keeper.change(next, key);
    },
    draft: {
      ...draft,
      undo: keeper.undo,
      redo: keeper.redo,
      send: keeper.send,
      number: () => keeper.snapshot().formula,
      revision: () => keeper.revision,
    },
    place: stored.place,
    versions: stored.versions,
    version: null,
    evaluation: answer,
    stale,
    unreckoned: problem,
    tryNow: () => {
      keeper.now();
      evaluator.now();
    },
    pantry,
    readOnly,
    jar: Math.min(chosen, Math.max(list(document.jars).length - 1, 0)),
    openJar,
    proposal,
    propose,
    sought,
    seek,
    asked,
    ask,
  };
  return (
    <OpenedContext value={opened}>
      {children}
      <ConflictDialog />
    </OpenedContext>
  );
}
