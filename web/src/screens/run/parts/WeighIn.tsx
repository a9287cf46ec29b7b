import { useState } from 'react';
import type { PlannedStep, RunEvent } from '@/api';
import { lineKey } from '@/run/fold';
import { fill } from '@/words';
import { grams } from '@/words/numbers';
import { run as words } from '@/words/run';
import { useRun, useTyped } from '../state/opened';
import { scaleFor, sourceOf } from '../state/shows';
import { useReadings } from '../state/useReadings';
import { type Amount, cannotBe, insideOf, isOff, lineOf, shownAs } from '../state/weights';
import { FillingJar } from './FillingJar';
import { Mends } from './Mends';
import { Band, OnScale, ScaleHand, useHand } from './Weighing';

/** Everything that is weighed for a step, one line after another: what it is to weigh, what is in, what is on the scale. */
export function WeighIn({ step }: { step: PlannedStep }) {
  const { shown, readOnly } = useRun();
  const [again, setAgain] = useState<string | null>(null);
  const current =
    step.amounts.find((one) => lineOf(one) === again) ??
    step.amounts.find((one) => insideOf(shown, step, one) === undefined);
  if (step.amounts.length === 0) return null;
  const inside = step.amounts.map((one) => insideOf(shown, step, one) ?? 0);
  return (
    <div className="mt-3 rounded-plate bg-plate px-4 py-2 text-ink" data-part="amounts">
      <div className="flex gap-4">
        <FillingJar meant={step.amounts.map(({ mass_g }) => mass_g)} inside={inside} />
        <ul className="min-w-0 grow">
          {step.amounts.map((one) => (
            <Line
              key={lineOf(one)}
              step={step}
              amount={one}
              current={!readOnly && one === current}
              onAgain={() => setAgain(lineOf(one))}
            />
          ))}
        </ul>
      </div>
      {!readOnly && (
        <Mends
          step={step}
          // What is weighed again is not mended meanwhile.
          off={again === null && step.amounts.some((one) => one.line !== null && isOff(shown, step, one))}
        >
          {current && (
            <Weigh key={lineOf(current)} step={step} amount={current} onWeighed={() => setAgain(null)} />
          )}
        </Mends>
      )}
    </div>
  );
}

interface LineProps {
  step: PlannedStep;
  amount: Amount;
  current: boolean;
  onAgain: () => void;
}

function Line({ step, amount, current, onAgain }: LineProps) {
  const { shown, readOnly } = useRun();
  const value = insideOf(shown, step, amount);
  const off = isOff(shown, step, amount);
  return (
    <li
      data-line={lineOf(amount)}
      data-in={value ?? ''}
      data-off={off}
      className={`flex min-h-11 items-center gap-3 border-b border-line text-xl last:border-b-0 ${current ? 'font-bold' : ''}`}
    >
      <span className="min-w-0 grow truncate">{amount.name}</span>
      {value !== undefined && (
        <span className={off ? 'font-semibold text-warn' : 'font-semibold text-best'}>
          {fill(off ? words.inOff : words.inIs, {
            value: shownAs(amount, value),
            off: `${value > amount.mass_g ? '+' : '−'}${shownAs(amount, Math.abs(value - amount.mass_g))}`,
          })}
        </span>
      )}
      <b className={value === undefined ? '' : 'text-quiet'}>{shownAs(amount, amount.mass_g)}</b>
      {value !== undefined && !readOnly && (
        <button
          type="button"
          aria-label={fill(words.names.weighAgain, { line: amount.name })}
          onClick={onAgain}
          className="min-h-11 px-2 text-base underline"
        >
          {words.names.again}
        </button>
      )}
    </li>
  );
}

/** What is weighed for a line, and where that number comes from. */
type From = Pick<RunEvent, 'source' | 'instrument'>;

/**
 * One line on the scale: the reading, its band, and the press that says it is in; typing takes over any time. What is
 * more than the scale bears is weighed in lots.
 */
function Weigh({ step, amount, onWeighed }: { step: PlannedStep; amount: Amount; onWeighed: () => void }) {
  const { say } = useRun();
  const scale = scaleFor(useReadings(true), amount.step_g);
  const where = `${lineKey(step.id, lineOf(amount))}`;
  const [typed, setTyped] = useTyped(`weigh ${where}`);
  const [lots, setLots] = useTyped(`lots ${where}`);
  const hand = useHand();
  const soFar = Number(lots);
  const number = Number(typed.trim().replace(',', '.'));
  const isTyped = typed.trim() !== '';
  const inLots = !!scale?.most && amount.mass_g > scale.most;
  // What is typed is all of it; what the scale shows then is one lot.
  const lot = inLots && !isTyped;
  const wrong = isTyped && !(number >= 0 && Number.isFinite(number));
  const value = isTyped ? (wrong ? null : number) : scale?.steady ? scale.value : null;
  const impossible = !lot && typeof value === 'number' && cannotBe(amount, value);
  // Nothing on the scale is nothing weighed; that nothing goes in is typed.
  const ready = typeof value === 'number' && (isTyped || value > 0) && !impossible;
  const from: From =
    scale && !isTyped ? { source: sourceOf(scale), instrument: scale.instrument } : { source: 'typed' };

  function weighed(total: number, of: From) {
    const { course } = step;
    const { jar, mass_g: meant } = amount;
    say(
      {
        do: 'weighed',
        step: step.id,
        course,
        jar,
        line: lineOf(amount),
        value: total,
        unit: 'g',
        meant,
        ...of,
      },
      fill(words.weighed, { line: amount.name, value: shownAs(amount, total) }),
    );
    setTyped('');
    setLots('');
    onWeighed();
  }

  return (
    <form
      className="mt-2 space-y-2 border-t border-edge pt-2"
      data-part="weigh"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        // What comes next goes into the same jar; a lot is taken off before the next.
        if (!isTyped && scale?.simulated) void hand(scale.instrument, { deed: lot ? 'take' : 'tare' });
        if (lot) setLots(String(soFar + value));
        else weighed(value, from);
      }}
    >
      <OnScale name={amount.name} scale={scale} />
      {inLots && (
        <p className="text-lg" data-part="lots">
          {fill(words.inLots, { most: grams(scale.most), sum: shownAs(amount, soFar) })}
        </p>
      )}
      <Band
        value={scale?.value ?? null}
        meant={Math.max(amount.mass_g - soFar, 0)}
        step={amount.step_g ?? amount.off_g}
      />
      {scale && (
        <ScaleHand scale={scale} meant={Math.min(amount.mass_g - soFar, scale.most ?? amount.mass_g)} />
      )}
      <div className="flex flex-wrap items-center gap-2">
        <input
          aria-label={fill(words.names.typeWeight, { line: amount.name })}
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          placeholder={words.names.orType}
          onChange={(event) => setTyped(event.target.value)}
          aria-invalid={wrong || undefined}
          className={`h-14 w-32 rounded-control border-2 bg-plate px-3 text-right text-xl ${wrong ? 'border-stop' : 'border-edge'}`}
        />
        <button
          type="submit"
          data-part="in"
          disabled={!ready}
          className="min-h-14 grow rounded-control bg-kelp px-4 text-xl font-bold text-on-kelp disabled:opacity-45"
        >
          {ready
            ? fill(lot ? words.names.oneLot : words.names.itIsIn, { value: shownAs(amount, value) })
            : !scale || scale.value === null
              ? words.names.typeIt
              : scale.steady
                ? words.names.putOn
                : words.names.settles}
        </button>
        {soFar > 0 && (
          <button
            type="button"
            data-part="all-in"
            disabled={cannotBe(amount, soFar)}
            onClick={() =>
              weighed(soFar, scale ? { source: sourceOf(scale), instrument: scale.instrument } : from)
            }
            className="min-h-14 w-full rounded-control border-2 border-kelp bg-plate px-4 text-xl font-bold text-kelp disabled:opacity-45"
          >
            {fill(words.names.allIn, { value: shownAs(amount, soFar) })}
          </button>
        )}
      </div>
      {impossible && (
        <p className="text-lg text-stop" role="alert">
          {fill(words.wrong.cannotWeigh, {
            value: shownAs(amount, value),
            meant: shownAs(amount, amount.mass_g),
          })}
        </p>
      )}
      {wrong && (
        <p className="text-lg text-stop" role="alert">
          {fill(words.wrong.weight, { value: typed.trim() })}
        </p>
      )}
    </form>
  );
}
