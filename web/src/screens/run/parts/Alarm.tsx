import { useMemo, useState } from 'react';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { calledOf } from '../state/called';
import { useRun } from '../state/opened';
import { heardOf, ringsAt } from '../state/rings';
import { soundOn, useAlarm } from '../state/useAlarm';

/** What rings and nobody has heard yet: the hard ones first, then what rings longest. */
export function Alarm() {
  const { shown, now, run, courses } = useRun();
  const store = useMemo(() => heardOf(run), [run]);
  const [heard, hear] = useState<ReadonlySet<string>>(store.read);
  const steps = new Map(shown.plan.steps.map((step) => [step.id, step]));
  const ring =
    ringsAt(shown.state.timers, now)
      .filter(({ id, step }) => !heard.has(id) && steps.get(step)?.rings)
      .sort(
        (one, other) =>
          Number(other.loudness === 'hard') - Number(one.loudness === 'hard') || one.at - other.at,
      )[0] ?? null;
  const what = ring ? calledOf(steps.get(ring.step), courses) : '';
  const says = ring ? fill(words.rings[ring.loudness], { what }) : '';
  useAlarm(ring, says, fill(words.ringTitle, { what }));
  return (
    <div role="alert" data-part="alarm" className="empty:hidden">
      {ring && (
        <p
          data-ring={ring.loudness}
          className={`flex items-center gap-3 rounded-plate border-4 p-2 pl-4 text-2xl font-bold motion-safe:animate-pulse ${ring.loudness === 'hard' ? 'border-stop bg-stop text-on-stop' : 'border-best bg-best-soft'}`}
        >
          <span className="min-w-0 grow">{says}</span>
          <button
            type="button"
            onClick={() => {
              void soundOn();
              const known = new Set([...heard, ring.id]);
              hear(known);
              store.write(known);
            }}
            className="min-h-14 rounded-control border-2 border-edge bg-plate px-5 text-xl text-ink"
          >
            {words.names.heard}
          </button>
        </p>
      )}
    </div>
  );
}
