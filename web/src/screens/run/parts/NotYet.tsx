import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type PlannedStep, putOffQuery } from '@/api';
import { Dialog } from '@/ui';
import { fill } from '@/words';
import { duration } from '@/words/numbers';
import { run as words } from '@/words/run';
import { deedOf } from '../state/called';
import { clockAt } from '../state/clock';
import { useRun } from '../state/opened';

/** A step is put off by so much [min]. */
const BY_MIN = [5, 10, 20];

/** Not yet: until when, and what that costs. */
export function NotYet({ step, onClose }: { step: PlannedStep; onClose: () => void }) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={deedOf(step)} says={words.notYetSays}>
      <Choices step={step} onSaid={onClose} />
    </Dialog>
  );
}

function Choices({ step, onSaid }: { step: PlannedStep; onSaid: () => void }) {
  const { kitchen, run, shown, say, keeper } = useRun();
  // Asked once: the times stay what they are while somebody reads what they cost.
  const [from] = useState(() => Math.max(Math.ceil(keeper.now() / 60_000) * 60_000, Date.parse(step.start)));
  const times = BY_MIN.map((minutes) => new Date(from + minutes * 60_000).toISOString());
  const costs = useQuery({
    ...putOffQuery(kitchen, run, shown.planNumber, step.id, times),
    retry: false,
  });
  return (
    <ul className="mt-3 space-y-2">
      {times.map((until, place) => {
        const minutes = BY_MIN[place] ?? 0;
        const at = clockAt(step.start, Date.parse(until));
        const says = costs.data?.find((one) => one.until === until)?.says;
        return (
          <li key={minutes}>
            <button
              type="button"
              data-minutes={minutes}
              onClick={() => {
                say({ do: 'not_yet', step: step.id, until }, fill(words.putOff, { at }));
                onSaid();
              }}
              className="min-h-16 w-full rounded-plate border-2 border-edge bg-plate px-4 py-2 text-left hover:bg-sunk"
            >
              <span className="block text-xl font-bold">
                {fill(words.names.wait, { minutes: duration(minutes), at })}
              </span>
              <span className="block text-base text-quiet">
                {costs.isError
                  ? words.costUnknown
                  : says
                    ? says.slice(0, 3).join(' ') || words.costsNothing
                    : words.reckoning}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
