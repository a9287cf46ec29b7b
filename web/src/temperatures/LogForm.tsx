import { useId, useState } from 'react';
import type { InstrumentReading, LogKind, RunEvent } from '@/api';
import { Choice, TextInput, useTyped } from '@/ui';
import { fill } from '@/words';
import { plain } from '@/words/numbers';
import { temperatures as words } from '@/words/temperatures';

/** What is said of a line of the record; who says it adds the rest. */
export type Logging = RunEvent & { do: 'logged'; what: string };

interface Props {
  kinds: readonly LogKind[];
  /** What the instruments say, as far as they count here. */
  readings: readonly InstrumentReading[];
  /** Which kind stands there first. */
  first?: string;
  /** Takes a line; whether what was typed can go. */
  onLog: (said: Logging, kind: LogKind) => boolean | Promise<boolean>;
}

const FIELD = 'mt-1 h-12 w-full text-lg';
const BLANK = { which: '', value: '', meant: '', done: '' };
type Field = keyof typeof BLANK;
/** What is wrong with what is typed, in words, and where. */
interface Fault {
  field: Field;
  says: string;
}
const numberOf = (text: string): number => Number(text.trim().replace(',', '.'));

/** One line of the temperature record, typed or taken off an instrument. What is wrong is told where it stands. */
export function LogForm({ kinds, readings, first, onLog }: Props) {
  const [name, setName] = useState(first ?? kinds[0]?.kind ?? '');
  // What is typed outlives a dialog that is closed, and a page that is left.
  const [typed, setTyped] = useTyped('log', BLANK);
  const [taken, setTaken] = useState<InstrumentReading | null>(null);
  const [wrong, setWrong] = useState<Fault | null>(null);
  const id = useId();
  const kind = kinds.find((one) => one.kind === name) ?? kinds[0];
  if (!kind) return null;
  const reading = readings.find((one) => one.kind === kind.instrument && one.value !== null);
  const type = (field: Field) => (text: string) => {
    setTyped({ ...typed, [field]: text });
    if (field === 'value') setTaken(null);
    setWrong(null);
  };

  /** What is wrong with what is typed, in words. */
  function fault({ unit, low, high, meant }: LogKind): Fault | null {
    if (unit === null) return null;
    if (typed.value.trim() === '') return { field: 'value', says: words.wrong.none };
    const asked: Field[] = meant && typed.meant.trim() ? ['value', 'meant'] : ['value'];
    for (const field of asked) {
      const value = numberOf(typed[field]);
      if (!Number.isFinite(value)) return { field, says: fill(words.wrong.number, { value: typed[field] }) };
      if ((low !== null && value < low) || (high !== null && value > high))
        return { field, says: fill(words.wrong.impossible, { value: plain(value) }) };
    }
    return null;
  }

  async function enter(entered: LogKind) {
    const found = fault(entered);
    setWrong(found);
    if (found !== null) return;
    const meant = numberOf(typed.meant);
    const gone = await onLog(
      {
        do: 'logged',
        what: entered.kind,
        source: 'typed',
        ...(taken ? { source: taken.simulated ? 'simulated' : 'probe', instrument: taken.instrument } : {}),
        ...(entered.unit === null ? {} : { value: numberOf(typed.value), unit: entered.unit }),
        ...(entered.meant && typed.meant.trim() ? { meant } : {}),
        ...(typed.which.trim() ? { note: typed.which.trim() } : {}),
        ...(typed.done.trim() ? { accepted: typed.done.trim() } : {}),
      },
      entered,
    );
    if (!gone) return;
    setTyped(BLANK);
    setTaken(null);
  }

  const text = (field: Field, label: string, placeholder = '') => (
    <div>
      <label className="block text-base font-semibold" htmlFor={`${id}-${field}`}>
        {label}
      </label>
      <TextInput
        id={`${id}-${field}`}
        label={label}
        value={typed[field]}
        placeholder={placeholder}
        maxLength={LONGEST}
        fault={wrong?.field === field ? wrong.says : undefined}
        onType={type(field)}
        className={FIELD}
      />
      {wrong?.field === field && <Wrong says={wrong.says} />}
    </div>
  );

  return (
    <form
      className="space-y-3"
      data-part="log"
      onSubmit={(event) => {
        event.preventDefault();
        void enter(kind);
      }}
    >
      <Choice
        label={words.names.kind}
        value={kind.kind}
        choices={Object.fromEntries(kinds.map((one) => [one.kind, one.name]))}
        onPick={(picked) => {
          setName(picked);
          setTaken(null);
          setWrong(null);
        }}
        className={FIELD}
      />
      {text('which', kind.which)}
      {kind.unit !== null && (
        <div>
          <label className="block text-base font-semibold" htmlFor={`${id}-value`}>
            {words.names.value}
          </label>
          <div className="flex flex-wrap items-center gap-2">
            <TextInput
              id={`${id}-value`}
              label={words.names.value}
              inputMode="decimal"
              value={typed.value}
              fault={wrong?.field === 'value' ? wrong.says : undefined}
              onType={type('value')}
              aria-describedby={`${id}-limit`}
              className="mt-1 h-12 w-28 text-right text-lg"
            />
            {reading && (
              <button
                type="button"
                data-part="take"
                onClick={() => {
                  setTyped({ ...typed, value: String(reading.value) });
                  setTaken(reading);
                  setWrong(null);
                }}
                className="min-h-12 rounded-control border-2 border-kelp bg-plate px-3 font-semibold text-kelp"
              >
                {fill(words.names.take, { value: plain(reading.value) })}
                {reading.simulated && ` (${words.simulated})`}
              </button>
            )}
          </div>
          <p id={`${id}-limit`} className="text-quiet">
            {kind.limit && fill(words.limit, { limit: kind.limit })}
          </p>
          {wrong?.field === 'value' && <Wrong says={wrong.says} />}
        </div>
      )}
      {kind.meant && text('meant', `${kind.meant} (°C)`)}
      {kind.unit !== null && text('done', words.names.done, kind.instead)}
      <button
        type="submit"
        data-part="enter"
        className="min-h-12 rounded-control bg-kelp px-5 text-lg font-bold text-on-kelp"
      >
        {words.names.enter}
      </button>
    </form>
  );
}

function Wrong({ says }: { says: string }) {
  return (
    <p role="alert" className="font-semibold text-stop">
      {says}
    </p>
  );
}

/** So much of a note is kept [characters]. */
const LONGEST = 400;
