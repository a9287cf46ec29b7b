import { createContext, useContext } from 'react';
import type { FormulaDocument, PlannedStep } from '@/api';
import type { StepState } from '@/run/fold';
import type { RunKeeper, Saying, Shown } from '@/run/RunKeeper';

/** A run that is opened: what is known of it, who is at this tablet, and the verbs. */
export interface OpenedRun {
  kitchen: string;
  run: number;
  service: number | null;
  document: FormulaDocument;
  shown: Shown;
  keeper: RunKeeper;
  /** Who is at this tablet, as the plan calls them, and who else there is. */
  who: string;
  people: string[];
  come: (who: string) => void;
  /** Now, by the clock that all go by [ms since the epoch]. */
  now: number;
  readOnly: boolean;
  /** What was said last, and can be taken back for some seconds. */
  said: Said | null;
  /** Say what happened, and what that is called. */
  say: (saying: Saying, called: string) => void;
  takeBack: (event: string) => void;
}

export interface Said {
  event: string;
  called: string;
  at: number;
}

export const RunContext = createContext<OpenedRun | null>(null);

export function useRun(): OpenedRun {
  const opened = useContext(RunContext);
  if (!opened) throw new Error('useRun outside an opened run');
  return opened;
}

const NOTHING: StepState = {
  standing: 'open',
  began: null,
  ended: null,
  by: null,
  skipped: false,
  until: null,
};

/** Where a step stands. */
export const stateOf = ({ state }: Shown, step: PlannedStep): StepState =>
  state.steps.get(step.id) ?? NOTHING;
