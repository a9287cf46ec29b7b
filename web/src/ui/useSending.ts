import { useState } from 'react';
import { Problem } from '@/api';

/** What is sent from a form: while it is under way, and what of it the server could not take. */
export interface Sending {
  busy: boolean;
  problem: Problem | null;
  /** What is wrong at a place of what was sent. */
  faultOf: (path: string) => string | undefined;
  /** What is wrong with it as a whole, where no place of it is named. */
  fault: string | undefined;
  /** Whether it was done; what was typed stays where it is. */
  send: (deed: () => Promise<unknown>) => Promise<boolean>;
}

export function useSending(): Sending {
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
  return {
    busy,
    problem,
    faultOf: (path) => problem?.errors.find((one) => one.path === path)?.text,
    fault: problem && problem.errors.length === 0 ? problem.detail : undefined,
    send,
  };
}
