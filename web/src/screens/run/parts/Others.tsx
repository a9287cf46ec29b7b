import type { PlannedStep } from '@/api';
import { nextOf } from '@/run/fold';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { calledOf } from '../state/called';
import { stateOf, useRun } from '../state/opened';

/** So many steps of all hands are told ahead. */
const AHEAD = 3;

/** What the others are at, and the next steps of all hands. */
export function Others() {
  const { shown, who, people, now, courses } = useRun();
  const first = new Map(people.map((one) => [one, nextOf(shown.plan, shown.state, one, now)?.step]));
  const current = new Set([...first.values()].map((step) => step?.id));
  const next = shown.plan.steps
    .filter(
      (step) => step.press !== 'none' && stateOf(shown, step).standing === 'open' && !current.has(step.id),
    )
    .slice(0, AHEAD);
  return (
    <section
      aria-label={words.names.next}
      data-part="next"
      className="overflow-hidden rounded-plate border border-line bg-plate"
    >
      {people
        .filter((one) => one !== who)
        .map((one) => {
          const step = first.get(one);
          const later = step !== undefined && Date.parse(step.start) > now;
          return (
            <p key={one} className="border-b border-line bg-kelp-soft px-4 py-2 text-lg" data-other={one}>
              <b>
                {fill(later ? words.otherNext : words.otherNow, {
                  who: one,
                  at: step?.start.slice(11, 16) ?? '',
                })}
              </b>{' '}
              {step ? calledOf(step, courses) : words.free}
            </p>
          );
        })}
      <ol>
        {next.map((step) => (
          <Next key={step.id} step={step} />
        ))}
      </ol>
    </section>
  );
}

function Next({ step }: { step: PlannedStep }) {
  const { courses } = useRun();
  return (
    <li className="flex gap-4 border-b border-line px-4 py-2 last:border-b-0" data-next={step.id}>
      <span className="text-xl font-bold">{step.start.slice(11, 16)}</span>
      <span className="min-w-0 grow text-lg">{calledOf(step, courses)}</span>
      <span className="text-lg font-semibold">{step.calls.join(', ')}</span>
    </li>
  );
}
