import type { ReactNode } from 'react';
import { CHOICES, KINDS } from '@/app/texts';
import { Button, Choice, NumberInput, TextInput } from '@/ui';
import { faultAt, useBench } from './BenchContext';
import { list, put, text } from './document';

const TIMES = { s: 's', min: 'min', h: 'h', d: 'd' };
const HEAT = { degC: '°C', degF: '°F' };
const SCHOOLS: Record<string, string[]> = {
  dry_brine: ['measured', 'timed_rinse'],
  salt_crust: ['packed', 'seared'],
};
const TOUCHING = ['marinade', 'dry_brine', 'wet_brine', 'soak', 'rub'];

/** How the jar is used, as one readable sentence of choices. */
export function MethodSentence({ place }: { place: number }) {
  const { value, set, document, change, readOnly, evaluation } = useBench();
  const kind = text(value(['jars', place, 'kind'])) ?? '';
  const method = ['jars', place, 'method'];
  const schools = SCHOOLS[kind];
  const jars = list(value(['jars']));

  /** Another place has another temperature: the old one goes, and the core takes the place's own until one is typed. */
  function pick(field: string, picked: string) {
    const next = put(document, [...method, field], picked);
    change(field === 'place' ? put(next, [...method, 'place_temperature'], undefined) : next);
  }

  function choice(field: string, label: string, choices = CHOICES[field] ?? {}) {
    return (
      <Choice
        label={label}
        value={text(value([...method, field]))}
        choices={choices}
        disabled={readOnly}
        onPick={(picked) => pick(field, picked)}
      />
    );
  }

  function typed(field: string, label: string, units: Record<string, string>, unit: string) {
    const way = [...method, field];
    const fault = faultAt(evaluation, way, true);
    return (
      <>
        <NumberInput
          label={label}
          className="w-16"
          disabled={readOnly}
          value={value([...way, 'value'])}
          fault={fault?.code === 'estimated' ? undefined : fault?.text}
          onType={(number) => set(way, { unit: value([...way, 'unit']) ?? unit, value: number })}
        />
        <Choice
          label={`Unit of ${label.toLowerCase()}`}
          value={text(value([...way, 'unit'])) ?? unit}
          choices={units}
          disabled={readOnly}
          onPick={(picked) => set([...way, 'unit'], picked)}
        />
      </>
    );
  }

  function move(by: number) {
    const moved = [...jars];
    const [jar] = moved.splice(place, 1);
    moved.splice(place + by, 0, jar ?? null);
    change(put(document, ['jars'], moved));
  }

  return (
    <>
      <div className="flex flex-wrap items-center gap-1.5">
        <TextInput
          label="Name of the jar"
          value={value(['jars', place, 'name'])}
          onType={(name) => set(['jars', place, 'name'], name)}
          disabled={readOnly}
          className="w-48 grow border-transparent! px-1! font-title text-lg font-bold hover:border-line!"
        />
        <Choice
          label="Kind of jar"
          value={kind || null}
          choices={KINDS}
          disabled={readOnly}
          onPick={(picked) => set(['jars', place, 'kind'], picked)}
          fault={faultAt(evaluation, ['jars', place, 'kind'])?.text}
        />
        {!readOnly && (
          <>
            <Button
              look="quiet"
              className="px-2!"
              disabled={place === 0}
              onClick={() => move(-1)}
              aria-label="Earlier on the fish"
            >
              ←
            </Button>
            <Button
              look="quiet"
              className="px-2!"
              disabled={place >= jars.length - 1}
              onClick={() => move(1)}
              aria-label="Later on the fish"
            >
              →
            </Button>
            <Button look="quiet" onClick={() => set(['jars', place], undefined)}>
              Take away
            </Button>
          </>
        )}
      </div>
      {TOUCHING.includes(kind) && (
        <p className="mt-1.5 flex flex-wrap items-center gap-1.5">
          {schools && (
            <>
              {choice(
                'school',
                'School',
                Object.fromEntries(schools.map((one) => [one, CHOICES.school?.[one] ?? one])),
              )}
              <Quiet>in a</Quiet>
            </>
          )}
          {!schools && <Quiet>In a</Quiet>}
          {choice('vessel', 'Vessel')}
          <Quiet>in the</Quiet>
          {choice('place', 'Place')}
          <Quiet>at</Quiet>
          {typed('place_temperature', 'Temperature of the place', HEAT, 'degC')}
          <Quiet>for</Quiet>
          {typed('contact_time', 'Contact time', TIMES, 'min')}
          <Quiet>then</Quiet>
          {choice('after', 'Afterwards')}
        </p>
      )}
      {evaluation?.notices
        .filter((notice) => notice.code === 'estimated' && notice.path.startsWith(`/jars/${place}/method`))
        .map((notice) => (
          <p key={notice.path} className="mt-1 text-sm text-quiet" data-estimated={notice.path}>
            {notice.text}
          </p>
        ))}
    </>
  );
}

function Quiet({ children }: { children: ReactNode }) {
  return <span className="text-quiet">{children}</span>;
}
