import { useState } from 'react';
import type { Gate, PlannedStep } from '@/api';
import { gateKey } from '@/run/fold';
import { fill } from '@/words';
import { inUnit } from '@/words/numbers';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';

/** Whether every gate of a step is passed, or was gone on without. */
export function useGates(step: PlannedStep): { passed: boolean } {
  const { shown } = useRun();
  const open = step.gates.filter((gate) => {
    const says = shown.state.passed.get(gateKey(step.id, gate.id))?.says;
    return !(says?.held === true || says?.accepted);
  });
  return { passed: open.length === 0 };
}

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

const UNITS: Record<string, string> = { degC: '°C' };

function GateLine({ step, gate }: { step: PlannedStep; gate: Gate }) {
  const { shown, say } = useRun();
  const says = shown.state.passed.get(gateKey(step.id, gate.id))?.says;
  const passed = says?.held === true || Boolean(says?.accepted);
  const failed = says !== undefined && !passed;
  const pass = (value: number | null, held: boolean) =>
    say(
      {
        do: 'passed',
        step: step.id,
        gate: gate.id,
        held,
        source: value === null ? 'pressed' : 'typed',
        ...(value === null ? {} : { value, unit: gate.unit ?? '' }),
      },
      gate.text,
    );
  return (
    <li
      data-gate={gate.id}
      data-passed={passed}
      className={`rounded-plate bg-plate p-3 text-ink ${failed ? 'border-2 border-stop' : ''}`}
    >
      <div className="flex flex-wrap items-center gap-3">
        <p className="min-w-0 grow basis-60 text-xl font-semibold">{gate.text}</p>
        {passed ? (
          <p className="text-lg font-semibold text-best">
            {gate.unit && says?.value !== undefined && says.value !== null && says.held
              ? fill(words.held, {
                  value: inUnit(says.value, gate.unit).replace(/ .*$/, ''),
                  unit: UNITS[gate.unit] ?? '',
                })
              : says?.accepted
                ? fill(words.acceptedBecause, { why: says.accepted })
                : '✓'}
          </p>
        ) : gate.unit ? (
          <Reading gate={gate} onRead={(value) => pass(value, holds(gate, value))} />
        ) : (
          <button
            type="button"
            aria-label={`${gate.text} ${words.names.yes}`}
            onClick={() => pass(null, true)}
            className="min-h-14 min-w-24 rounded-control bg-kelp px-5 text-xl font-bold text-on-kelp"
          >
            {words.names.yes}
          </button>
        )}
      </div>
      {failed && (
        <p className="mt-2 text-xl font-semibold text-stop" role="alert">
          {fill(words.notHeld, {
            value: says.value ?? '',
            unit: UNITS[gate.unit ?? ''] ?? '',
            instead: gate.instead,
          })}
        </p>
      )}
      {failed && <Anyway step={step} gate={gate} value={says.value ?? null} />}
    </li>
  );
}

/** Whether a value is within what a gate allows. */
const holds = ({ least, most }: Gate, value: number): boolean =>
  (least === null || value >= least) && (most === null || value <= most);

function Reading({ gate, onRead }: { gate: Gate; onRead: (value: number) => void }) {
  const [text, setText] = useState('');
  const value = Number(text.trim().replace(',', '.'));
  const read = text.trim() !== '' && Number.isFinite(value) && Math.abs(value) < 500;
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!read) return;
        onRead(value);
        setText('');
      }}
    >
      <input
        aria-label={fill(words.names.read, { gate: gate.text, unit: UNITS[gate.unit ?? ''] ?? '' })}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        onChange={(event) => setText(event.target.value)}
        aria-invalid={text.trim() !== '' && !read ? true : undefined}
        className="h-14 w-24 rounded-control border-2 border-edge bg-plate px-3 text-right text-2xl font-bold"
      />
      <span className="text-xl">{UNITS[gate.unit ?? '']}</span>
      <button
        type="submit"
        disabled={!read}
        className="min-h-14 rounded-control bg-kelp px-4 text-xl font-bold text-on-kelp disabled:opacity-45"
      >
        {words.names.readIt}
      </button>
    </form>
  );
}

/** Going on without: knowingly, with a reason, and on record. */
function Anyway({ step, gate, value }: { step: PlannedStep; gate: Gate; value: number | null }) {
  const { say } = useRun();
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState('');
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
        say(
          {
            do: 'passed',
            step: step.id,
            gate: gate.id,
            held: false,
            accepted: why.trim(),
            ...(value === null ? {} : { value, unit: gate.unit ?? '' }),
          },
          words.names.goOnAnyway,
        );
      }}
    >
      <p className="text-base">
        {gate.safety ? words.becauseSafety : words.because} {fill(words.source, { source: gate.source })}
      </p>
      <div className="flex gap-2">
        <input
          aria-label={words.names.why}
          placeholder={words.names.why}
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
