import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { type Mends as Found, mendsQuery, type PlannedStep, Problem } from '@/api';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';
import { Changes } from './Changes';

/** Of what is made apart for some covers no formula says what is in it. */
const NOT_FOUND = 404;

/** Why nothing can be offered yet, or at all. */
export function whyNone(error: Error | null): string {
  if (!error) return words.reckoning;
  return error instanceof Problem && error.status === NOT_FOUND ? words.noMends : words.mendsLater;
}

interface Props {
  step: PlannedStep;
  off: boolean;
  /** What goes on once that is settled, and meanwhile where nothing can be offered. */
  children: ReactNode;
}

/**
 * What mends a jar that something went into otherwise: each with what it makes of it; that it is left as it is is one of
 * them, and nothing else is weighed before one is taken.
 */
export function Mends({ step, off, children }: Props) {
  const { kitchen, run, shown } = useRun();
  const asks = off && step.jar !== null && step.course !== null;
  const asked = useQuery({
    ...mendsQuery(kitchen, run, { step: step.id }, shown.last, shown.planNumber),
    enabled: asks && shown.unsent === 0,
    retry: false,
  });
  if (!asks) return children;
  return (
    <section aria-label={words.names.mends} data-part="mends" className="mt-2 border-t border-edge pt-2">
      <h3 className="text-xl font-bold text-warn">{words.mendsSay}</h3>
      {!asked.data && <p className="text-lg text-quiet">{whyNone(asked.error)}</p>}
      {!asked.data?.answer.choices.length && children}
      {asked.data && <MendChoices step={step} found={asked.data} />}
    </section>
  );
}

interface ChoicesProps {
  step: PlannedStep;
  found: Found;
  onTaken?: () => void;
}

/** The ways to mend a jar, each with the readings that it changes and what it brings; one press takes it, on record. */
export function MendChoices({ step, found, onTaken }: ChoicesProps) {
  const { say } = useRun();
  const { answer, covers } = found;
  return (
    <>
      {[...(answer.refused ? [answer.refused] : []), ...answer.withheld].map((one) => (
        <p key={one} className="text-base text-quiet" data-part="withheld">
          {one}
        </p>
      ))}
      <ul className="space-y-2">
        {answer.choices.map((choice) => (
          <li key={choice.id}>
            <button
              type="button"
              data-mend={choice.id}
              onClick={() => {
                const { course, jar } = step;
                const mend = { choice: choice.id, patch: choice.patch, note: choice.text };
                const called = choice.deed || choice.text;
                say({ do: 'corrected', step: step.id, course, jar, covers, ...mend }, called);
                onTaken?.();
              }}
              className="min-h-14 w-full rounded-plate border-2 border-edge bg-plate px-4 py-2 text-left hover:bg-sunk"
            >
              <span className="block text-xl font-bold">{choice.deed || choice.text}</span>
              <span className="block text-base">{choice.text}</span>
              <Changes changes={choice.readings} />
              {choice.cautions.map((one) => (
                <span key={one} className="block text-base font-semibold text-stop">
                  {fill(words.brings, { caution: one })}
                </span>
              ))}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
