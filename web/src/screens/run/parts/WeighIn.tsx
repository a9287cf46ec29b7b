import { useState } from 'react';
import type { PlannedStep } from '@/api';
import { lineKey } from '@/run/fold';
import { fill } from '@/words';
import { onScale } from '@/words/numbers';
import { run as words } from '@/words/run';
import { useRun, useTyped } from '../state/opened';
import { scaleFor, sourceOf } from '../state/shows';
import { useReadings } from '../state/useReadings';
import { type Amount, cannotBe, insideOf, isOff, lineOf, shownAs } from '../state/weights';
import { FillingJar } from './FillingJar';
import { Mends } from './Mends';
import { Band, ScaleHand, useHand } from './Weighing';

/** Everything that is weighed for a step, one line after another: what it is to weigh, what is in, what is on the scale. */
export function WeighIn({ step }: { step: PlannedStep }) {
  const { shown, readOnly } = useRun();
  const [again, setAgain] = useState<string | null>(null);
  const next = step.amounts.find((one) => lineOf(one) === again || insideOf(shown, step, one) === undefined);
  const current = again ? (step.amounts.find((one) => lineOf(one) === again) ?? next) : next;
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
        <Mends step={step} off={step.amounts.some((one) => one.line !== null && isOff(shown, step, one))}>
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

/** One line on the scale: the reading, its band, and the press that says it is in; typing takes over any time. */
function Weigh({ step, amount, onWeighed }: { step: PlannedStep; amount: Amount; onWeighed: () => void }) {
  const { say } = useRun();
  const scale = scaleFor(useReadings(true), amount.step_g);
  const [typed, setTyped] = useTyped(`weigh ${lineKey(step.id, lineOf(amount))}`);
  const number = Number(typed.trim().replace(',', '.'));
  const isTyped = typed.trim() !== '';
  const wrong = isTyped && !(number >= 0 && Number.isFinite(number));
  const value = isTyped ? (wrong ? null : number) : scale?.steady ? scale.value : null;
  // Nothing on the scale is nothing weighed; that nothing goes in is typed.
  const impossible = typeof value === 'number' && cannotBe(amount, value);
  const ready = typeof value === 'number' && (isTyped || value > 0) && !impossible;
  const hand = useHand();
  return (
    <form
      className="mt-2 space-y-2 border-t border-edge pt-2"
      data-part="weigh"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        say(
          {
            do: 'weighed',
            step: step.id,
            course: step.course,
            jar: amount.jar,
            line: lineOf(amount),
            value,
            unit: 'g',
            meant: amount.mass_g,
            source: isTyped || !scale ? 'typed' : sourceOf(scale),
            ...(isTyped || !scale ? {} : { instrument: scale.instrument }),
          },
          fill(words.weighed, { line: amount.name, value: shownAs(amount, value) }),
        );
        setTyped('');
        // What comes next goes into the same jar.
        if (!isTyped && scale?.simulated) void hand(scale.instrument, { deed: 'tare' });
        onWeighed();
      }}
    >
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="text-lg">{fill(words.weighNow, { line: amount.name })}</span>
        <output
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
        <p key={one} role="alert" className="text-lg font-semibold text-stop">
          {one}
        </p>
      ))}
      {!scale && <p className="text-lg text-quiet">{words.noScale}</p>}
      <Band value={scale?.value ?? null} meant={amount.mass_g} step={amount.step_g ?? amount.off_g} />
      {scale && <ScaleHand scale={scale} meant={amount.mass_g} />}
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
          {ready ? fill(words.names.itIsIn, { value: shownAs(amount, value) }) : words.names.settles}
        </button>
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
