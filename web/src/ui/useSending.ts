import { useState } from 'react';
import { Problem } from '@/api';

/** What is sent from a form: while it is under way, and what of it the server could not take. */
export interface Sending {
  busy: boolean;
  problem: Problem | null;
  /** What is wrong at a place of what was sent. */
  faultOf: (path: string) => string | undefined;
  /** What is wrong and stands at no place that the form shows. */
  fault: string | undefined;
  /** Whether it was done; what was typed stays where it is. */
  send: (deed: () => Promise<unknown>) => Promise<boolean>;
  /** It is typed on: what was wrong is not said any more. */
  again: () => void;
}

/** Sends what a form holds. PLACES are how the places begin whose faults the form shows itself. */
export function useSending(...places: string[]): Sending {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  async function send(deed: () => Promise<unknown>): Promise<boolean> {
    setBusy(true);
    setProblem(null);
    try {
      await deed();
      return true;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error);
      return false;
    } finally {
      setBusy(false);
    }
  }
  const errors = problem?.errors ?? [];
  const shown = errors.some(({ path }) => places.some((place) => path.startsWith(place)));
  return {
    busy,
    problem,
    faultOf: (path) => errors.find((one) => one.path === path)?.text,
    fault: problem && !shown ? (errors[0]?.text ?? problem.detail) : undefined,
    send,
    again: () => setProblem(null),
  };
}
