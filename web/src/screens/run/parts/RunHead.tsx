import { Link } from '@tanstack/react-router';
import { atWay, list, text } from '@/document/document';
import { nextOf } from '@/run/fold';
import { Head } from '@/ui';
import { fill, named, terms } from '@/words';
import { duration } from '@/words/numbers';
import { run as words } from '@/words/run';
import { clockAt, minutesTo } from '../state/clock';
import { useRun } from '../state/opened';
import { Sound } from './Sound';

/** Where one is, and who is at this tablet. */
export function RunTitle() {
  const { document, kitchen, service } = useRun();
  return (
    <Head>
      <span className="min-w-0 truncate font-title text-lg font-bold max-sm:hidden">
        {text(document.title) || words.untitled}
      </span>
      {service !== null && (
        <Link
          to="/$kitchen/day/$service"
          params={{ kitchen, service: String(service) }}
          className="ml-auto inline-flex min-h-9 items-center underline pointer-coarse:min-h-11"
        >
          {words.names.back}
        </Link>
      )}
    </Head>
  );
}

/** What the plan tells where raw fish stands warm for as long as is warned of. */
export const WARM = 'warm-by-plan';

/** The clock, when plates leave and what is in hand until then, the fish's warm minutes, and who is here. */
export function RunHead() {
  const { shown, now, who, people, come, readOnly, zone } = useRun();
  const { plan, state } = shown;
  const plated = new Set(
    plan.steps
      .filter((step) => step.do === 'plate' && state.steps.get(step.id)?.standing === 'over')
      .map(({ end }) => end),
  );
  const plate = plan.served.map(({ at }) => at).find((at) => !plated.has(at));
  const left = plate ? minutesTo(now, Date.parse(plate)) : 0;
  const step = nextOf(plan, state, who, now)?.step;
  const hand = step?.not_after ? minutesTo(now, Date.parse(step.not_after.at)) : null;
  // The fish that is nearest to its limit is the one that counts.
  const [warm] = [...plan.warm_minutes].sort(
    (one, other) => other.minutes / other.limit_min - one.minutes / one.limit_min,
  );
  const warned = plan.notices.some(({ code }) => code === WARM);
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line bg-plate px-4 py-2">
      <p className="text-5xl font-bold" data-part="clock">
        {clockAt(zone, now)}
      </p>
      <div className="min-w-0 grow text-lg leading-snug">
        <p data-part="plates">
          {plate
            ? fill(left >= 0 ? words.plates : words.platesLate, {
                at: plate.slice(11, 16),
                time: duration(Math.abs(left)),
              })
            : words.allPlated}
          {hand !== null && plate && (
            <b className={`ml-2 ${hand >= 0 ? 'text-best' : 'text-stop'}`} data-part="in-hand">
              {fill(hand >= 0 ? words.inHand : words.behind, { time: duration(Math.abs(hand)) })}
            </b>
          )}
        </p>
        {warm && (
          <p className={warned ? 'font-bold text-warn' : 'text-quiet'} data-part="warm">
            {fill(words.warm, {
              course: warm.course,
              minutes: Math.round(warm.minutes),
              limit: duration(warm.limit_min),
            })}
          </p>
        )}
      </div>
      {!readOnly && <Sound />}
      {!readOnly && people.length > 1 && (
        <fieldset className="flex gap-1" aria-label={words.names.who}>
          {people.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === who}
              data-person={one}
              onClick={() => come(one)}
              className={`min-h-12 min-w-12 rounded-control border-2 px-3 text-xl font-bold ${one === who ? 'border-kelp bg-kelp text-on-kelp' : 'border-edge bg-plate'}`}
            >
              {one}
            </button>
          ))}
        </fieldset>
      )}
    </div>
  );
}

/** What is cooked without something, and how: it is never out of sight. */
export function Apart() {
  const { document } = useRun();
  const apart = list(document.courses).flatMap((course) =>
    list(atWay(course, ['variants'])).map((one) => ({
      course: text(atWay(course, ['id'])) ?? '',
      covers: Number(atWay(one, ['covers']) ?? 0),
      without: list(atWay(one, ['without'])).map((what) => named(terms.avoided, String(what))),
    })),
  );
  if (apart.length === 0) return null;
  return (
    <ul className="space-y-1" data-part="apart">
      {apart.map(({ course, covers, without }) => (
        <li
          key={`${course} ${without.join(' ')}`}
          className="rounded-plate border-2 border-stop bg-stop-soft px-4 py-2 text-lg"
        >
          <b>{fill(words.apart, { covers, course, without: without.join(', ') })}</b> {words.apartHow}
        </li>
      ))}
    </ul>
  );
}
