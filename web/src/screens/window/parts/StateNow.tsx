import type { ReactNode } from 'react';
import type { TimeWindow } from '@/api';
import { duration, millimetres, percent, plain } from '@/words/numbers';
import { BINDING } from '@/words/texts';
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
    <section aria-label="The fish at this minute">
      <p className="text-base" data-part="sentence" aria-live="polite">
        {stop ? `${held(now)} Stopped: ${stop}` : sentence(now, window)}
      </p>
      <dl className="mt-2 text-sm">
        {figure('surface', 'Salt at the surface', percent(now.salt[0] ?? 0))}
        {figure('middle', 'Salt in the middle', percent(now.salt.at(-1) ?? 0))}
        {figure('mean', 'Salt, mean of the fish', percent(now.mean))}
        {dry && figure('face', 'Salt still on the face', percent(now.onFace))}
        {figure('even', 'How even (middle to mean)', now.evenness === null ? '—' : plain(now.evenness, 2))}
        {figure('firmed', 'Firmed by salt', percent(now.firmed * 100, 0))}
        {figure(
          'acid',
          'Turned by acid',
          now.acidMm > 0 ? `${millimetres(now.acidMm)}, ${percent(now.turned * 100, 0)} of it` : 'nothing',
        )}
        {figure('warm', `Above ${plain(threshold, threshold % 1 ? 1 : 0)} °C so far`, duration(now.warm))}
        {figure(
          'next',
          'What limits next',
          next ? `${BINDING[next.binding]}, at ${duration(next.minutes)}` : 'past the latest',
        )}
      </dl>
    </section>
  );
}

const held = (now: Moment) => {
  const acid = now.acidMm > 0.05 ? ` and ${millimetres(now.acidMm)} of rim turned by acid, still raw` : '';
  return `After ${duration(now.minutes)} the fish holds ${percent(now.mean)} salt${acid}.`;
};

/** What a cook would say of it. */
function sentence(now: Moment, window: TimeWindow): string {
  const so = held(now);
  if (now.minutes > window.latest_min) return `${so} That is past the latest: ${window.reasons[0]}.`;
  if (now.minutes > window.best_to_min)
    return `${so} It is past its best; lift it out by ${duration(window.latest_min)}.`;
  if (now.minutes >= window.best_from_min) return `${so} It is at its best now.`;
  if (now.minutes >= window.earliest_min)
    return `${so} It has begun to work; its best begins at ${duration(window.best_from_min)}.`;
  return `${so} It has done little yet.`;
}
