import { createContext, useContext, useState } from 'react';
import type { FormulaDocument, LogKind, PlannedStep } from '@/api';
import type { StepState } from '@/run/fold';
import type { RunKeeper, Saying, Shown } from '@/run/RunKeeper';

/** A run that is opened: what is known of it, who is at this tablet, and the verbs. */
export interface OpenedRun {
  kitchen: string;
  run: number;
  service: number | null;
  document: FormulaDocument;
  /** Where it is cooked: a zone by its name, or a time with its offset. */
  zone: string;
  /** How many courses there are: with more than one each step says of which it is. */
  courses: number;
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
  /** Keep a photo, and say of what it is. */
  photograph: (photo: Blob, saying: Saying, called: string) => void;
  /** What can be entered into the temperature record, and at which paces it can be played. */
  logKinds: readonly LogKind[];
  paces: readonly number[];
  /** What is typed and not said yet, by where: it outlives the step that stands there. */
  typed: Map<string, string>;
}

export interface Said {
  event: string;
  called: string;
  at: number;
  /** By this tablet's own clock [ms since the epoch]: the seconds to take it back are real ones. */
  since: number;
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

/** A field whose text is kept when another step comes between. */
export function useTyped(where: string): [string, (text: string) => void] {
  const { typed } = useRun();
  const [text, setText] = useState(() => typed.get(where) ?? '');
  return [
    text,
    (then) => {
      if (then) typed.set(where, then);
      else typed.delete(where);
      setText(then);
    },
  ];
}

/** Where a step stands. */
export const stateOf = ({ state }: Shown, step: PlannedStep): StepState =>
  state.steps.get(step.id) ?? NOTHING;
