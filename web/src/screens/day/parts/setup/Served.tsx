import type { Json } from '@/api';
import { atWay, list, newId, putWay, text } from '@/document/document';
import { kitchenNow } from '@/service/kitchenClock';
import { clockOf, dayOf, daysBetween, onDay, shifted } from '@/service/times';
import { Choice, TextInput } from '@/ui';
import { fill } from '@/words';
import { day } from '@/words/day';
import { Said } from '@/words/Said';
import { onDays } from '../../state/like';
import { useService } from '../../state/opened';
import { Add, Count, Drop, Fault, Word } from './fields';

type Field = 'at' | 'from' | 'to';

/** When something is served: the day, and each plate at one time or in a wave. */
export function Served() {
  const { document, latest, take, put } = useService();
  const plates = list(document.plates);
  const on = dayServed(plates);
  return (
    <>
      <p className="flex items-center gap-2">
        <input
          type="date"
          aria-label={day.names.day}
          value={on}
          className="h-8 rounded-control border border-edge bg-plate px-2"
          onChange={({ target }) => {
            if (!target.value || !on) return;
            const days = daysBetween(on, target.value);
            take(onDays(latest(), (one) => shifted(one, days)));
          }}
        />
      </p>
      {plates.map((plate, place) => (
        <Plate key={text(atWay(plate, ['id'])) ?? place} place={place} day={on} many={plates.length} />
      ))}
      <Fault way={['plates']} />
      <Add
        label={day.names.addPlate}
        onAdd={() => put(['plates', plates.length], { id: newId(), at: `${on || today()}T19:00` })}
      />
      <NotBefore day={on} />
    </>
  );
}

const today = () => new Date(kitchenNow()).toISOString().slice(0, 10);

function dayServed(plates: ReturnType<typeof list>): string {
  const times = plates.flatMap((plate) =>
    (['at', 'from'] as const).map((field) => text(atWay(plate, [field])) ?? ''),
  );
  return (
    times
      .map(dayOf)
      .filter((one) => /^\d{4}-\d\d-\d\d$/.test(one))
      .sort()[0] ?? ''
  );
}

function Plate({ place, day: on, many }: { place: number; day: string; many: number }) {
  const { value, latest, take } = useService();
  const way = ['plates', place] as const;
  const par = value([...way, 'par']) === true;
  const wave = !par && value([...way, 'from']) !== undefined;
  const number = place + 1;

  /** At one time, in a wave or as a par: the time that is there stays. */
  function become(kind: string) {
    const { at, from, to, at_most, par: _, ...plate } = value(way) as { [key: string]: Json };
    const first = from ?? at ?? `${on}T19:00`;
    if (kind === 'at') take(putWay(latest(), way, { ...plate, at: first }));
    else
      take(
        putWay(latest(), way, {
          ...plate,
          from: first,
          to: to ?? first,
          ...(kind === 'par' ? { par: true } : { ...(at_most === undefined ? {} : { at_most }) }),
        }),
      );
  }

  const time = (field: Field, label: string) => <Time way={[...way, field]} day={on} label={label} />;
  return (
    <div className="flex flex-wrap items-center gap-x-1 leading-7" data-plate={place}>
      {many > 1 && (
        <Word
          way={[...way, 'name']}
          label={fill(day.names.plateName, { place: number })}
          hint={fill(day.names.plate, { place: number })}
        />
      )}
      <Choice
        label={fill(day.names.plateKind, { place: number })}
        look="value"
        value={par ? 'par' : wave ? 'wave' : 'at'}
        choices={day.setup.kinds}
        onPick={become}
      />
      <span>
        {par && (
          <Said
            words={day.setup.par}
            slots={{
              from: time('from', fill(day.names.plateFrom, { place: number })),
              to: time('to', fill(day.names.plateTo, { place: number })),
            }}
          />
        )}
        {wave && (
          <Said
            words={day.setup.wave}
            slots={{
              from: time('from', fill(day.names.plateFrom, { place: number })),
              to: time('to', fill(day.names.plateTo, { place: number })),
              most: <Count way={[...way, 'at_most']} label={fill(day.names.plateMost, { place: number })} />,
            }}
          />
        )}
        {!par && !wave && (
          <Said words={day.setup.at} slots={{ at: time('at', fill(day.names.plateAt, { place: number })) }} />
        )}
      </span>
      {many > 1 && <Drop way={way} label={fill(day.names.dropPlate, { place: number })} />}
      {(['at', 'from', 'to', 'at_most'] as const).map((field) => (
        <Fault key={field} way={[...way, field]} />
      ))}
      <Fault way={way} />
    </div>
  );
}

/** A time on the day of service, typed as a clock. */
function Time({ way, day: on, label }: { way: readonly (string | number)[]; day: string; label: string }) {
  const { value, set, faultAt, pantry } = useService();
  return (
    <TextInput
      label={label}
      look="value"
      value={clockTyped(text(value(way)) ?? '')}
      fault={faultAt(way)?.text}
      placeholder="19:00"
      onType={(typed) => set(way, onDay(on || today(), typed, pantry.day_begins_min))}
    />
  );
}

/** What was typed for a time, as it was typed. */
const clockTyped = (local: string): string => {
  const typed = local.split(/[T ]/)[1] ?? '';
  return /^\d\d:\d\d/.test(typed) ? typed.slice(0, 5) : typed;
};

/** From when on work is planned, where that is bound. */
function NotBefore({ day: on }: { day: string }) {
  const { value, put, set } = useService();
  const bound = text(value(['not_before']));
  const back = bound ? daysBetween(dayOf(bound), on) : null;
  return (
    <p className="leading-7">
      <Said
        words={day.setup.begin}
        slots={{
          at: (
            <>
              <Choice
                label={day.names.notBefore}
                look="value"
                value={back === null ? 'any' : String(back)}
                choices={{ any: day.setup.anyTime, ...day.setup.days }}
                onPick={(picked) =>
                  put(
                    ['not_before'],
                    picked === 'any'
                      ? undefined
                      : `${shifted(on, -Number(picked))}T${clockOf(bound ?? '') || '08:00'}`,
                  )
                }
              />
              {bound && (
                <>
                  {' '}
                  <TextInput
                    label={day.names.notBeforeTime}
                    look="value"
                    value={clockTyped(bound)}
                    onType={(typed) => set(['not_before'], `${dayOf(bound)}T${typed}`)}
                  />
                </>
              )}
            </>
          ),
        }}
      />
      <Fault way={['not_before']} />
    </p>
  );
}
