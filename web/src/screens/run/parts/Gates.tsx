import { useState } from 'react';
import type { Gate, PlannedStep, RunEvent } from '@/api';
import { gateKey, simulatedOpens } from '@/run/fold';
import type { Shown } from '@/run/RunKeeper';
import { fill, named, terms } from '@/words';
import { run as words } from '@/words/run';
import { useRun, useTyped } from '../state/opened';
import { shows, sourceOf } from '../state/shows';
import { useReadings } from '../state/useReadings';

/** What has to be so at a step: looked at, or read off. */
export function Gates({ step }: { step: PlannedStep }) {
  if (step.gates.length === 0) return null;
  return (
    <ul className="mt-3 space-y-2" data-part="gates">
      {step.gates.map((gate) => (
        <GateLine key={gate.id} step={step} gate={gate} />
      ))}
    </ul>
  );
}

/** So much of a reason is kept [characters]. */
export const LONGEST = 800;

function GateLine({ step, gate }: { step: PlannedStep; gate: Gate }) {
  const { shown, say } = useRun();
  const stands = shown.state.gates.get(gateKey(step.id, gate.id));
  const standing = stands?.standing ?? 'open';
  const says = stands?.event?.says;
  const value = says?.value ?? null;
  const passed = isPassed(standing);
  const failed = standing !== 'open' && !passed;
  const pass = (said: Omit<RunEvent, 'do'>) =>
    say({ do: 'passed', step: step.id, gate: gate.id, ...said }, gate.text);
  const reading = { value: value ?? '', unit: unitOf(gate) };
  return (
    <li
      data-gate={gate.id}
      data-standing={standing}
      data-passed={passed}
      className={`rounded-plate bg-plate p-3 text-ink ${failed ? 'border-2 border-stop' : ''}`}
    >
      <div className="flex flex-wrap items-center gap-3">
        <p className="min-w-0 grow basis-60 text-xl font-semibold">{gate.text}</p>
        {passed && (
          <p className="text-lg font-semibold text-best">
            {standing === 'accepted'
              ? fill(words.acceptedBecause, { why: says?.accepted ?? '' })
              : value === null
                ? words.isSo
                : fill(words.held, reading)}
          </p>
        )}
        {!passed && gate.unit && (
          <Reading
            gate={gate}
            where={gateKey(step.id, gate.id)}
            onRead={(read, from) => pass({ value: read, unit: gate.unit, ...from })}
          />
        )}
        {!passed && !gate.unit && (
          <button
            type="button"
            aria-label={`${gate.text} ${words.names.yes}`}
            onClick={() => pass({ held: true })}
            className="min-h-14 min-w-24 rounded-control bg-kelp px-5 text-xl font-bold text-on-kelp"
          >
            {words.names.yes}
          </button>
        )}
      </div>
      {failed && (
        <p className="mt-2 text-xl font-semibold text-stop" role="alert">
          {standing === 'simulated'
            ? words.onlySimulated
            : standing === 'impossible'
              ? fill(words.impossible, reading)
              : fill(words.notHeld, { ...reading, instead: gate.instead })}
        </p>
      )}
      {failed && <Anyway step={step} gate={gate} value={standing === 'failed' ? value : null} />}
    </li>
  );
}

/** Whether a step goes on by a gate. */
const isPassed = (standing: string | undefined): boolean => standing === 'held' || standing === 'accepted';

/** Whether every gate of a step is passed. */
export const allPassed = ({ state }: Shown, step: PlannedStep): boolean =>
  step.gates.every((gate) => isPassed(state.gates.get(gateKey(step.id, gate.id))?.standing));

const unitOf = ({ unit }: Gate): string => (unit ? named(terms.units, unit) : '');

interface ReadingProps {
  gate: Gate;
  where: string;
  onRead: (value: number, from: Pick<RunEvent, 'source' | 'instrument'>) => void;
}

/** The probe as it stands in it, to be taken with one press; what is simulated says so. */
function Probe({ gate, onRead }: Pick<ReadingProps, 'gate' | 'onRead'>) {
  const { shown } = useRun();
  const probe = useReadings().find((one) => one.kind === gate.instrument);
  const value = probe?.value ?? null;
  if (!probe || value === null) return null;
  const counts = !probe.simulated || simulatedOpens(gate, shown.rehearsal);
  return (
    <button
      type="button"
      aria-describedby={probe.says.length > 0 ? `says-${gate.id}` : undefined}
      data-part="take-reading"
      disabled={!probe.steady || !counts}
      title={counts ? undefined : words.onlySimulated}
      onClick={() => onRead(value, { source: sourceOf(probe), instrument: probe.instrument })}
      className="min-h-14 rounded-control border-2 border-kelp bg-plate px-4 text-xl font-bold text-kelp disabled:opacity-45"
    >
      {fill(words.names.takeReading, { value: shows(probe) })}
      {probe.simulated && <span className="block text-sm font-normal">{words.simulated}</span>}
      {probe.says.length > 0 && (
        <span id={`says-${gate.id}`} className="block max-w-56 text-sm font-normal text-stop">
          {probe.says.join(' ')}
        </span>
      )}
    </button>
  );
}

function Reading({ gate, where, onRead }: ReadingProps) {
  const [text, setText] = useTyped(where);
  const value = Number(text.trim().replace(',', '.'));
  const read = text.trim() !== '' && Number.isFinite(value);
  const wrong = text.trim() !== '' && !read && !/^-$/.test(text.trim());
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!read) return;
        onRead(value, { source: 'typed' });
        setText('');
      }}
    >
      <input
        aria-label={fill(words.names.read, { gate: gate.text, unit: unitOf(gate) })}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        onChange={(event) => setText(event.target.value)}
        aria-invalid={wrong || undefined}
        className={`h-14 w-24 rounded-control border-2 bg-plate px-3 text-right text-2xl font-bold ${wrong ? 'border-stop' : 'border-edge'}`}
      />
      <span className="text-xl">{unitOf(gate)}</span>
      <Probe gate={gate} onRead={onRead} />
      <button
        type="submit"
        disabled={!read}
        className="min-h-14 rounded-control bg-kelp px-4 text-xl font-bold text-on-kelp disabled:opacity-45"
      >
        {words.names.readIt}
      </button>
      {wrong && (
        <p className="w-full text-lg text-stop" role="alert">
          {fill(words.noNumber, { value: text.trim() })}
        </p>
      )}
    </form>
  );
}

/** Going on without: knowingly, with a reason, and on record. */
function Anyway({ step, gate, value }: { step: PlannedStep; gate: Gate; value: number | null }) {
  const { say } = useRun();
  const [why, setWhy] = useTyped(`why ${gateKey(step.id, gate.id)}`);
  const [open, setOpen] = useState(why !== '');
  if (!open)
    return (
      <button type="button" onClick={() => setOpen(true)} className="mt-2 min-h-11 px-1 text-lg underline">
        {words.names.goOnAnyway} …
      </button>
    );
  return (
    <form
      className="mt-2 space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!why.trim()) return;
        const read = value === null ? {} : { value, unit: gate.unit, source: 'typed' };
        say(
          { do: 'passed', step: step.id, gate: gate.id, accepted: why.trim(), ...read },
          words.names.goOnAnyway,
        );
        setWhy('');
      }}
    >
      <p className="text-base">
        {gate.safety ? words.becauseSafety : words.because} {fill(words.source, { source: gate.source })}
      </p>
      <div className="flex gap-2">
        <input
          aria-label={words.names.why}
          placeholder={words.names.why}
          maxLength={LONGEST}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          className="h-12 min-w-0 grow rounded-control border-2 border-edge bg-plate px-3 text-lg"
        />
        <button
          type="submit"
          disabled={!why.trim()}
          className="min-h-12 rounded-control border-2 border-stop px-3 text-lg font-semibold text-stop disabled:opacity-45"
        >
          {words.names.goOnAnyway}
        </button>
      </div>
    </form>
  );
}
