import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import {
  type Deed,
  type Instruments as Described,
  type InstrumentReading,
  instrumentsQuery,
  Problem,
  pressInstrument,
} from '@/api';
import { Dialog } from '@/ui';
import { fill, named } from '@/words';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';
import { isWrong, shows } from '../state/shows';
import { useHearReadings } from '../state/useReadings';
import { Pace } from './Pace';

type One = Described['instruments'][number];

interface PanelProps {
  readings: readonly InstrumentReading[];
  onClose: () => void;
}

/** The panel of instruments: things are put on and into them, and each can be made wrong on purpose. */
export function Panel({ readings, onClose }: PanelProps) {
  const { kitchen, run, shown, readOnly } = useRun();
  const described = useQuery(instrumentsQuery(kitchen, run, shown.last)).data;
  const hear = useHearReadings();
  const [wrong, setWrong] = useState<{ instrument: string; says: string } | null>(null);
  // One after the other, as a hand does them: what overtook another on its way would undo it.
  const before = useRef<Promise<void>>(Promise.resolve());
  const press = (instrument: string, deed: Deed) => {
    const next = () => pressed(instrument, deed);
    before.current = before.current.then(next, next);
  };
  const pressed = async (instrument: string, deed: Deed) => {
    try {
      hear(await pressInstrument(kitchen, run, instrument, deed));
      setWrong(null);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setWrong({ instrument, says: error.detail });
    }
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={words.names.instruments}
      says={words.panelSays}
      wide
    >
      <Pace />
      <ul className="mt-3 space-y-3">
        {described?.instruments.map((one) => {
          const reading = readings.find(({ instrument }) => instrument === one.id);
          return (
            <li key={one.id} data-instrument={one.id} className="rounded-plate border border-line p-3">
              <p className="flex flex-wrap items-baseline gap-3 text-lg">
                <span className="font-semibold">{one.name}</span>
                <output aria-live="off" className="text-2xl font-bold" data-part="reading">
                  {reading ? shows(reading) : '—'}
                </output>
                <span className="text-base text-quiet">
                  {reading?.simulated ? words.simulated : words.real}
                </span>
              </p>
              {reading?.says.map((said) => (
                <p key={said} className={`text-base ${isWrong(reading) ? 'text-stop' : 'text-quiet'}`}>
                  {said}
                </p>
              ))}
              {!readOnly && (
                <Hand
                  instrument={one}
                  things={described.things}
                  fault={reading?.fault ?? null}
                  onPress={(deed) => press(one.id, deed)}
                />
              )}
              {wrong?.instrument === one.id && (
                <p role="alert" className="text-base text-stop">
                  {wrong.says}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </Dialog>
  );
}

interface HandProps {
  instrument: One;
  things: Described['things'];
  fault: string | null;
  onPress: (deed: Deed) => void;
}

/** What a hand can do with one instrument. */
function Hand({ instrument, things, fault, onPress }: HandProps) {
  const [text, setText] = useState('');
  const [what, setWhat] = useState('');
  const [where, setWhere] = useState(instrument.places[0]);
  const can = new Set(instrument.deeds);
  const number = Number(text.trim().replace(',', '.'));
  const plainly = (['take', 'tare', 'wipe', 'buffer', 'open', 'shut'] as const).filter((deed) =>
    can.has(deed),
  );
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      {can.has('put') && (
        <form
          className="flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (text.trim() && Number.isFinite(number)) onPress({ deed: 'put', grams: number });
          }}
        >
          <input
            aria-label={fill(words.names.putGrams, { name: instrument.name })}
            inputMode="decimal"
            value={text}
            onChange={(event) => setText(event.target.value)}
            aria-invalid={(text.trim() !== '' && !Number.isFinite(number)) || undefined}
            className="h-11 w-24 rounded-control border border-edge bg-plate px-2 text-right text-lg"
          />
          <Press type="submit">{words.deeds.put}</Press>
          {text.trim() !== '' && !Number.isFinite(number) && (
            <span role="alert" className="self-center text-base text-stop">
              {fill(words.wrong.weight, { value: text.trim() })}
            </span>
          )}
        </form>
      )}
      {can.has('into') && (
        <>
          <select
            aria-label={fill(words.names.intoWhat, { name: instrument.name })}
            value={what}
            onChange={(event) => {
              setWhat(event.target.value);
              if (event.target.value)
                onPress({ deed: 'into', what: event.target.value, ...(where ? { where } : {}) });
            }}
            className="h-11 max-w-60 rounded-control border border-edge bg-plate px-2 text-base"
          >
            <option value="">{words.names.into}</option>
            {things
              .filter(({ id }) => instrument.into.includes(id))
              .map((thing) => (
                <option key={thing.id} value={thing.id}>
                  {words.things[thing.id as keyof typeof words.things] ?? thing.called}
                </option>
              ))}
          </select>
          {instrument.places.length > 0 && (
            <select
              aria-label={fill(words.names.whereIn, { name: instrument.name })}
              value={where}
              onChange={(event) => {
                setWhere(event.target.value);
                if (what) onPress({ deed: 'into', what, where: event.target.value });
              }}
              className="h-11 rounded-control border border-edge bg-plate px-2 text-base"
            >
              {instrument.places.map((one) => (
                <option key={one} value={one}>
                  {named(words.wheres, one)}
                </option>
              ))}
            </select>
          )}
        </>
      )}
      {plainly.map((deed) => (
        <Press key={deed} deed={deed} onPress={() => onPress({ deed })}>
          {words.deeds[deed]}
        </Press>
      ))}
      {can.has('fault') && (
        <select
          aria-label={fill(words.names.wrongOf, { name: instrument.name })}
          value={fault && fault in words.faults ? fault : ''}
          onChange={({ target: { value } }) =>
            onPress(value ? { deed: 'fault', fault: value } : { deed: 'mend' })
          }
          className="ml-auto h-11 rounded-control border border-edge bg-plate px-2 text-base"
        >
          <option value="">{words.inOrder}</option>
          {Object.entries(words.faults).map(([one, called]) => (
            <option key={one} value={one}>
              {called}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}

interface PressProps {
  children: string;
  deed?: string;
  type?: 'button' | 'submit';
  onPress?: () => void;
}

function Press({ children, deed, type = 'button', onPress }: PressProps) {
  return (
    <button
      type={type}
      data-deed={deed}
      onClick={onPress}
      className="min-h-11 rounded-control border border-edge bg-plate px-3 text-base hover:bg-sunk"
    >
      {children}
    </button>
  );
}
