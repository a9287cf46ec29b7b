import type { PlannedStep } from '@/api';
import type { Timer } from '@/run/fold';
import { fill } from '@/words';
import { duration } from '@/words/numbers';
import { run as words } from '@/words/run';
import { calledOf } from '../state/called';
import { dayClockAt, minutesTo } from '../state/clock';
import { useRun } from '../state/opened';

/** So many timers are shown, what is due first first. */
const MOST = 6;

/** Everything that runs by itself: by name, as a clock time and the time that is left. */
export function Timers() {
  const { shown } = useRun();
  const steps = new Map(shown.plan.steps.map((step) => [step.id, step]));
  const timers = shown.state.timers.slice(0, MOST);
  return (
    <section aria-label={words.names.timers} data-part="timers">
      {timers.length === 0 ? (
        <p className="rounded-plate border border-line bg-plate p-3 text-lg text-quiet">{words.noTimers}</p>
      ) : (
        <ul className="grid grid-cols-2 gap-2 sm:grid-cols-3">
          {timers.map((timer) => (
            <TimerCard key={timer.step} timer={timer} step={steps.get(timer.step)} />
          ))}
        </ul>
      )}
    </section>
  );
}

function TimerCard({ timer, step }: { timer: Timer; step: PlannedStep | undefined }) {
  const { now, courses, zone } = useRun();
  const at = (ms: number) => dayClockAt(zone, ms, now);
  // A jar is best from some time on, and comes off by its latest; what it is due at lies between.
  const next = timer.bestFrom !== null && now < timer.bestFrom ? timer.bestFrom : timer.due;
  const over = now >= next;
  const late = timer.latest !== null ? now >= timer.latest : false;
  const minutes = Math.abs(minutesTo(over ? next : now, over ? now : next));
  return (
    <li
      data-timer={timer.step}
      data-due={timer.due}
      className={`min-w-0 rounded-plate border bg-plate px-3 py-2 ${late ? 'border-stop' : over ? 'border-best' : 'border-line'}`}
    >
      <p className="truncate text-base text-quiet" title={step?.text}>
        {calledOf(step, courses)}
      </p>
      <p className={`text-3xl font-bold ${late ? 'text-stop' : over ? 'text-best' : ''}`}>{at(next)}</p>
      <p className="text-base">
        <b>{fill(over ? words.past : words.left, { time: duration(minutes) })}</b>
        {timer.bestFrom !== null &&
          ` · ${fill(now < timer.bestFrom ? words.best : words.bestNow, { at: at(timer.bestFrom) })}`}
        {timer.latest !== null && ` · ${fill(words.latest, { at: at(timer.latest) })}`}
      </p>
      {!over && step?.alone && <p className="text-base text-quiet">{words.alone}</p>}
    </li>
  );
}
