import { type FormEvent, useEffect, useRef, useState } from 'react';
import { ask, Problem } from '@/api';
import { at, list, newId, put, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { announce, Button, TextInput } from '@/ui';
import { fill } from '@/words';
import { making } from '@/words/making';
import { degrees, duration, grams, percent } from '@/words/numbers';
import { Said } from '@/words/Said';
import { AtPlace, Pick, Typed } from '../fish/fields';
import { CautionMarks } from '../readings/CautionMarks';

/** Steps that were begun in a jar and not added yet: another jar may be opened meanwhile. */
const begun = new Map<string, string>();
/** What of a step can be typed beside its minutes, by its deed: masses. */
const MASSES: Record<string, readonly ('to_mass' | 'lot' | 'water' | 'left_in_pot')[]> = {
  reduce: ['to_mass', 'left_in_pot'],
  boil_off: ['left_in_pot'],
  grind: ['lot', 'left_in_pot'],
  rinse_pot: ['water'],
};
const COOL = 'cool';

/** How a jar is made: short steps in the trade's words, what each takes and leaves, and a line to type the next one. */
export function Making({ jar }: { jar: number }) {
  const { value, evaluation, readOnly } = useOpened();
  const steps = list(value(['jars', jar, 'making']));
  const made = evaluation?.jars[jar]?.making ?? [];
  const whole = made.reduce((sum, step) => sum + step.minutes, 0);
  return (
    <section className="mt-3 border-t border-line pt-2" aria-labelledby="making" data-part="making">
      <h3 id="making" className="text-base">
        {making.head}
        {whole > 0 && (
          <span className="ml-2 font-sans text-sm font-normal text-quiet">
            {fill(making.whole, { time: duration(whole) })}
          </span>
        )}
      </h3>
      <ol className="mt-1">
        {steps.map((step, place) => (
          <Step
            key={text(within<'MakingStep'>(step, 'id')) ?? place}
            jar={jar}
            place={place}
            last={place === steps.length - 1}
          />
        ))}
      </ol>
      <CautionMarks below={`/jars/${jar}/making`} />
      {!readOnly && <NextStep jar={jar} first={steps.length === 0} />}
    </section>
  );
}

function Step({ jar, place, last }: { jar: number; place: number; last: boolean }) {
  const { value, set, evaluation, readOnly, change, latest } = useOpened();
  const all = ['jars', jar, 'making'] as const;
  const way = [...all, place] as const;
  const id = text(value([...way, 'id']));
  const result = evaluation?.jars[jar]?.making.find((one) => one.id === id);
  const deed = text(value([...way, 'do'])) ?? '';
  const step = place + 1;
  function move(by: number) {
    const steps = [...list(at(latest(), all))];
    const [one] = steps.splice(place, 1);
    steps.splice(place + by, 0, one ?? null);
    change(put(latest(), all, steps));
    announce(fill(making.movedTo, { step: step + by }));
  }
  return (
    <li className="border-b border-line py-1" data-step={place} data-do={deed}>
      <p className="flex items-start gap-2">
        <span className="grow">{result?.text ?? text(value([...way, 'note'])) ?? deed}</span>
        {!readOnly && (
          <span className="flex shrink-0">
            {place > 0 && <Small label={fill(making.up, { step })} sign="↑" onPress={() => move(-1)} />}
            {!last && <Small label={fill(making.down, { step })} sign="↓" onPress={() => move(1)} />}
            <Small label={fill(making.drop, { step })} sign="×" onPress={() => set(way, undefined)} />
          </span>
        )}
      </p>
      <p className="flex flex-wrap items-center gap-x-3 text-sm text-quiet">
        <span>
          <Said
            words={making.takes}
            slots={{
              minutes: (
                <Typed
                  way={[...way, 'minutes']}
                  label={fill(making.minutes, { step })}
                  hint={result ? String(Math.max(1, Math.round(result.minutes))) : undefined}
                />
              ),
            }}
          />
          {result?.proposed && ` ${making.proposed}`}
        </span>
        {deed === COOL && (
          <Pick
            way={[...way, 'cooled_in']}
            label={fill(making.cooledIn, { step })}
            choices={making.places}
            empty={making.usualPlace}
          />
        )}
        {deed === COOL && (
          <Pick
            way={[...way, 'vessel']}
            label={fill(making.vessel, { step })}
            choices={making.vessels}
            usual="pot"
          />
        )}
        {(MASSES[deed] ?? []).map((field) => (
          <span key={field}>
            <Said
              words={making.masses[field]}
              slots={{
                mass: (
                  <Typed
                    way={[...way, field, 'value']}
                    unit="g"
                    label={fill(making.massOf, { step, what: making.massNames[field] })}
                  />
                ),
              }}
            />
          </span>
        ))}
        {result && (
          <span data-part="left">
            {fill(making.leaves, { mass: grams(result.mass_g), heat: degrees(result.celsius) })}
            {result.alcohol_left !== null &&
              fill(making.alcohol, { share: percent(result.alcohol_left * 100, 0) })}
          </span>
        )}
      </p>
      <AtPlace way={way} />
    </li>
  );
}

function Small({ label, sign, onPress }: { label: string; sign: string; onPress: () => void }) {
  return (
    <Button look="quiet" className="min-h-7! min-w-7 px-1.5!" aria-label={label} onClick={onPress}>
      {sign}
    </Button>
  );
}

/** A step typed as a cook says it. The core reads it; what is no step yet stays where it was typed, and it says why. */
function NextStep({ jar, first }: { jar: number; first: boolean }) {
  const { kitchen, formula, document, latest, value, set } = useOpened();
  const place = `${kitchen}/${formula}/${String(value(['jars', jar, 'id']) ?? jar)}`;
  const [typed, show] = useState(begun.get(place) ?? '');
  const [missing, setMissing] = useState<string | null>(null);
  const form = useRef<HTMLFormElement>(null);
  // Who wants to say how it is made types at once.
  const [asked] = useState(first);
  useEffect(() => {
    if (asked) form.current?.querySelector('input')?.focus();
  }, [asked]);
  const type = (words: string) => {
    begun.set(place, words);
    show(words);
    setMissing(null);
  };

  async function add(event: FormEvent) {
    event.preventDefault();
    const words = typed.trim();
    if (!words) return;
    try {
      const read = await ask(kitchen, 'read-making', document, { jar, text: words });
      if (read.missing || !read.step) return setMissing(read.missing ?? making.nothing);
      const way = ['jars', jar, 'making'] as const;
      set([...way, list(at(latest(), way)).length], { id: newId(), ...read.step });
      // What was typed on while it was read is the next step already.
      if (begun.get(place)?.trim() === words) type('');
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setMissing(error.detail);
    }
  }

  return (
    <form ref={form} onSubmit={add} className="mt-1">
      <div className="flex gap-2">
        <TextInput
          label={making.add}
          value={typed}
          onType={type}
          placeholder={making.hint}
          className="h-9! min-w-0 grow"
        />
        <Button look="plain" type="submit">
          {making.addIt}
        </Button>
      </div>
      {missing && (
        <p role="alert" className="mt-1 text-sm text-stop">
          {missing}
        </p>
      )}
    </form>
  );
}
