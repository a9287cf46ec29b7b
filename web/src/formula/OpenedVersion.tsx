import { type ReactNode, useState } from 'react';
import type { FormulaDocument } from '@/api';
import { list } from '@/document/document';
import { type Opened, OpenedContext, type Sought, useOpened } from './opened';
import { useEvaluation } from './useEvaluation';

interface Props {
  number: number;
  document: FormulaDocument;
  children: ReactNode;
}

/** A version opened as it was kept: the same screens, and nothing that can be changed. */
export function OpenedVersion({ number, document, children }: Props) {
  const draft = useOpened();
  const { answer, problem, stale } = useEvaluation(draft.kitchen, document);
  const [chosen, openJar] = useState(0);
  const [sought, seek] = useState<Sought | null>(null);
  const opened: Opened = {
    ...draft,
    document,
    latest: () => document,
    change: () => undefined,
    version: number,
    evaluation: answer,
    stale,
    unreckoned: problem,
    readOnly: true,
    jar: Math.min(chosen, Math.max(list(document.jars).length - 1, 0)),
    openJar,
    proposal: null,
    propose: () => undefined,
    sought,
    seek,
  };
  return <OpenedContext value={opened}>{children}</OpenedContext>;
}
