import type { ReactNode } from 'react';
import type { TimeWindow } from '@/api';
import { fill, named, names, says, terms } from '@/words';
import { duration, inUnit, MISSING, millimetres, percent, plain } from '@/words/numbers';
import type { Moment } from '../state/moment';

interface Props {
  now: Moment;
  window: TimeWindow;
  dry: boolean;
  /** Where this fish's clock starts [degC]. */
  threshold: number;
  /** What stops the formula, if anything does. */
  stop?: string;
}

/** The fish at this minute, in figures and in one sentence. */
export function StateNow({ now, window, dry, threshold, stop }: Props) {
  const next =
    now.minutes > window.latest_min ? undefined : window.limits.find((limit) => limit.minutes >= now.minutes);
  const figure = (key: string, name: string, words: ReactNode) => (
    <div className="flex justify-between gap-3 border-b border-line py-0.5">
      <dt>{name}</dt>
      <dd className="font-semibold whitespace-nowrap" data-now={key}>
        {words}
      </dd>
    </div>
  );
  return (
    <section aria-label={names.fishNow}>
      <p className="text-base" data-part="sentence" aria-live="polite">
        {stop ? fill(says.now.stopped, { holds: held(now), why: stop }) : sentence(now, window)}
      </p>
      <dl className="mt-2 text-sm">
        {figure('surface', says.now.surface, percent(now.salt[0] ?? 0))}
        {figure('middle', says.now.middle, percent(now.salt.at(-1) ?? 0))}
        {figure('mean', says.now.mean, percent(now.mean))}
        {dry && figure('face', says.now.face, percent(now.onFace))}
        {figure('even', says.now.even, now.evenness === null ? MISSING : plain(now.evenness, 2))}
        {figure('firmed', says.now.firmed, percent(now.firmed * 100, 0))}
        {figure(
          'acid',
          says.now.acid,
          now.acidMm > 0
            ? fill(says.now.turned, { depth: millimetres(now.acidMm), share: percent(now.turned * 100, 0) })
            : says.now.nothing,
        )}
        {figure('warm', fill(says.now.warm, { threshold: inUnit(threshold, 'degC') }), duration(now.warm))}
        {figure(
          'next',
          says.now.next,
          next
            ? fill(says.now.limit, {
                binding: named(terms.binding, next.binding),
                time: duration(next.minutes),
              })
            : says.now.pastLatest,
        )}
      </dl>
    </section>
  );
}

const held = (now: Moment) =>
  fill(now.acidMm > 0.05 ? says.now.holdsSour : says.now.holds, {
    time: duration(now.minutes),
    salt: percent(now.mean),
    acid: millimetres(now.acidMm),
  });

/** What a cook would say of it. */
function sentence(now: Moment, window: TimeWindow): string {
  const holds = held(now);
  if (now.minutes > window.latest_min) return fill(says.now.late, { holds, reason: window.reasons[0] ?? '' });
  if (now.minutes > window.best_to_min)
    return fill(says.now.pastBest, { holds, time: duration(window.latest_min) });
  if (now.minutes >= window.best_from_min) return fill(says.now.best, { holds });
  if (now.minutes >= window.earliest_min)
    return fill(says.now.begun, { holds, time: duration(window.best_from_min) });
  return fill(says.now.little, { holds });
}
