import { useState, useSyncExternalStore } from 'react';
import { DraftKeeper } from './DraftKeeper';
import type { Unsent } from './keep';

/** The draft of a formula, its state of keeping, and the verbs that change and send it. */
export function useDraft(kitchen: string, formula: number, opened: Unsent) {
  const [keeper] = useState(() => new DraftKeeper(kitchen, formula, opened));
  const shown = useSyncExternalStore(keeper.subscribe, keeper.snapshot);
  const { change, send, undo, redo } = keeper;
  const latest = () => keeper.snapshot().document;
  return { ...shown, latest, change, send, undo, redo, revision: () => keeper.revision };
}

export type Draft = ReturnType<typeof useDraft>;
