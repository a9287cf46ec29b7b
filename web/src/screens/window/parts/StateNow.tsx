import type { TimeWindow } from '@/api';
import { fill, named, names, says, terms } from '@/words';
import { duration, inUnit, MISSING, millimetres, percent, plain } from '@/words/numbers';
import type { Moment } from '../state/moment';

interface Props {
  /** The moments that are looked at; the last is the one that moves. */
  moments: Moment[];
  window: TimeWindow;
  dry: boolean;
  /** Where this fish's clock starts [degC]. */
  threshold: number;
}

/** The fish at one minute, or at two side by side, in figures. */
export function Figures({ moments, window, dry, threshold }: Props) {
  const rows: [key: string, name: string, words: (now: Moment) => string][] = [
    ['surface', says.now.surface, (now) => percent(now.salt[0] ?? 0)],
    ['middle', says.now.middle, (now) => percent(now.salt.at(-1) ?? 0)],
    ['mean', says.now.mean, (now) => percent(now.mean)],
    ...(dry ? [['face', says.now.face, (now) => percent(now.onFace)] satisfies (typeof rows)[number]] : []),
    ['even', says.now.even, (now) => (now.evenness === null ? MISSING : plain(now.evenness, 2))],
    ['firmed', says.now.firmed, (now) => percent(now.firmed * 100, 0)],
    [
      'acid',
      says.now.acid,
      (now) =>
        now.acidMm > 0
          ? fill(says.now.turned, { depth: millimetres(now.acidMm), share: percent(now.turned * 100, 0) })
          : says.now.nothing,
    ],
    ['warm', fill(says.now.warm, { threshold: inUnit(threshold, 'degC') }), (now) => duration(now.warm)],
    ['next', says.now.next, (now) => limitAfter(now, window)],
  ];
  return (
    <section aria-label={names.fishNow} className="mt-2 border-t border-line pt-1">
      {moments.length > 1 && (
        <p className="text-right text-sm text-quiet">
          {fill(says.now.beside, {
            pinned: duration(moments[0]?.minutes),
            now: duration(moments.at(-1)?.minutes),
          })}
        </p>
      )}
      <dl className="grid gap-x-6 text-sm sm:grid-cols-2 lg:grid-cols-3">
        {rows.map(([key, name, words]) => (
          <div key={key} className="flex justify-between gap-3 border-b border-line py-0.5">
            <dt>{name}</dt>
            {moments.map((now, place) => (
              <dd
                key={place === moments.length - 1 ? 'now' : 'pinned'}
                className={`whitespace-nowrap ${place === moments.length - 1 ? 'font-semibold' : 'ml-auto text-quiet'}`}
                data-now={place === moments.length - 1 ? key : undefined}
                data-pinned={place === moments.length - 1 ? undefined : key}
              >
                {words(now)}
              </dd>
            ))}
          </div>
        ))}
      </dl>
    </section>
  );
}

/** What would end it next, and when. */
function limitAfter(now: Moment, window: TimeWindow): string {
  const next =
    now.minutes > window.latest_min ? undefined : window.limits.find((limit) => limit.minutes >= now.minutes);
  if (!next) return says.now.pastLatest;
  return fill(says.now.limit, { binding: named(terms.binding, next.binding), time: duration(next.minutes) });
}

const held = (now: Moment) =>
  fill(now.acidMm > 0.05 ? says.now.holdsSour : says.now.holds, {
    time: duration(now.minutes),
    salt: percent(now.mean),
    acid: millimetres(now.acidMm),
  });

/** What a cook would say of a moment; while something stops the formula, that. */
export function sentence(now: Moment, window: TimeWindow, stop?: string): string {
  const holds = held(now);
  if (stop) return fill(says.now.stopped, { holds, why: stop });
  if (now.minutes > window.latest_min) return fill(says.now.late, { holds, reason: window.reasons[0] ?? '' });
  if (now.minutes > window.best_to_min)
    return fill(says.now.pastBest, { holds, time: duration(window.latest_min) });
  if (now.minutes >= window.best_from_min) return fill(says.now.best, { holds });
  if (now.minutes >= window.earliest_min)
    return fill(says.now.begun, { holds, time: duration(window.best_from_min) });
  return fill(says.now.little, { holds });
}
