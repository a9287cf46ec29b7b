import { useState } from 'react';
import { type Deed, type InstrumentReading, Problem, pressInstrument } from '@/api';
import { fill } from '@/words';
import { onScale } from '@/words/numbers';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';
import { isWrong } from '../state/shows';
import { useHearReadings } from '../state/useReadings';

/** So much over what is meant still stands on the bar [1]. */
const BEYOND = 1.3;

interface OnScaleProps {
  name: string;
  scale: InstrumentReading | undefined;
}

/** What the scale shows of a line, large, and what is wrong with it. */
export function OnScale({ name, scale }: OnScaleProps) {
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="text-lg">{fill(words.weighNow, { line: name })}</span>
        <output
          // Four times a second is too often to be told.
          aria-live="off"
          className="ml-auto text-4xl font-bold"
          data-part="scale"
          data-steady={scale?.steady ?? false}
        >
          {scale?.value === null || scale === undefined ? '—' : onScale(scale.value, scale.step)}
        </output>
        {scale?.simulated && <span className="text-base text-quiet">{words.simulated}</span>}
      </p>
      {scale?.says.map((one) => (
        <p
          key={one}
          role={isWrong(scale) ? 'alert' : 'status'}
          className={`text-lg ${isWrong(scale) ? 'font-semibold text-stop' : 'text-quiet'}`}
        >
          {one}
        </p>
      ))}
      {!scale && <p className="text-lg text-quiet">{words.noScale}</p>}
    </>
  );
}

interface BandProps {
  value: number | null;
  meant: number;
  step: number;
}

/** What is on the scale against the band that is meant: as wide as a step of the scale. */
export function Band({ value, meant, step }: BandProps) {
  const most = meant * BEYOND || 1;
  const at = (grams: number) => `${Math.min(100, Math.max(0, (grams / most) * 100))}%`;
  const over = value !== null && value > meant + step / 2;
  return (
    <div
      className="relative h-6 overflow-hidden rounded-control border border-edge bg-sunk"
      data-part="band"
      aria-hidden
    >
      {value !== null && (
        <span
          className={`absolute inset-y-0 left-0 ${over ? 'bg-warn' : 'bg-kelp'}`}
          style={{ width: at(value) }}
        />
      )}
      <span
        className="absolute inset-y-0 min-w-1 border-x-2 border-ink bg-best-soft/70"
        style={{ left: at(meant - step / 2), width: `${(step / most) * 100}%` }}
      />
    </div>
  );
}

/** What a hand does with a simulated instrument; false where that was not heard. */
export function useHand(): (instrument: string, deed: Deed) => Promise<boolean> {
  const { kitchen, run } = useRun();
  const hear = useHearReadings();
  return async (instrument, deed) => {
    try {
      hear(await pressInstrument(kitchen, run, instrument, deed));
      return true;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return false;
    }
  };
}

/** Pour onto a simulated scale, take out, tare, take all off. */
export function ScaleHand({ scale, meant }: { scale: InstrumentReading; meant: number }) {
  const hand = useHand();
  const [failed, setFailed] = useState(false);
  if (!scale.simulated) return null;
  const press = async (deed: Deed) => setFailed(!(await hand(scale.instrument, deed)));
  const left = Math.max(0, meant - (scale.value ?? 0));
  const pours = [
    { part: 'pour', grams: left },
    { part: 'more', grams: meant / 10 },
    { part: 'out', grams: -meant / 10 },
    // What is not at rest is not added to.
  ].filter(({ grams }) => scale.steady && Math.abs(grams) >= scale.step);
  return (
    <div className="flex flex-wrap gap-2" data-part="hand">
      <Small part="tare" onPress={() => press({ deed: 'tare' })}>
        {words.names.tare}
      </Small>
      <Small part="take" onPress={() => press({ deed: 'take' })}>
        {words.deeds.take}
      </Small>
      {pours.map(({ part, grams }) => (
        <Small key={part} part={part} onPress={() => press({ deed: 'put', grams })}>
          {fill(grams < 0 ? words.names.takeOut : words.names.pour, {
            grams: onScale(Math.abs(grams), scale.step),
          })}
        </Small>
      ))}
      {failed && <p role="alert">{words.noScale}</p>}
    </div>
  );
}

interface SmallProps {
  part: string;
  onPress: () => void;
  children: string;
}

function Small({ part, onPress, children }: SmallProps) {
  return (
    <button
      type="button"
      data-hand={part}
      onClick={onPress}
      className="min-h-11 rounded-control border border-edge bg-plate px-3 text-base"
    >
      {children}
    </button>
  );
}
