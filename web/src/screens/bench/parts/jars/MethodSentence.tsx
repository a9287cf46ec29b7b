import type { Kind } from '@/api';
import { put, text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import type { FieldOf } from '@/document/place';
import { useOpened } from '@/formula/opened';
import { Choice, LinkButton } from '@/ui';
import { CHOICES, HEAT_UNITS, TIME_UNITS } from '@/words/texts';
import { Quiet, TypedUnit } from './fields';

type Field = FieldOf<'Method'>;

/** How the jar is used, as one readable sentence of choices. */
export function MethodSentence({ place }: { place: number }) {
  const { value, document, change, readOnly, evaluation, pantry } = useOpened();
  const kind = kindOf(pantry, text(value(['jars', place, 'kind'])));
  const method = ['jars', place, 'method'] as const;
  const schools = kind?.schools ?? [];

  /** Another place has another temperature: the old one goes, and the core takes the place's own until one is typed. */
  function pick(field: Field, picked: string) {
    const next = put(document, [...method, field], picked);
    change(field === 'place' ? put(next, [...method, 'place_temperature'], undefined) : next);
  }

  function choice(field: Field, label: string, choices = CHOICES[field] ?? {}) {
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
  const school =
    schools.length > 0 &&
    choice('school', 'School', Object.fromEntries(schools.map((one) => [one, CHOICES.school?.[one] ?? one])));

  return (
    <>
      {!kind?.touches_raw && school && (
        <p className="mt-1.5 flex items-center gap-1.5">
          <Quiet>The crust is</Quiet> {school}
        </p>
      )}
      {kind?.touches_raw && (
        <p className="mt-1.5 flex flex-wrap items-center gap-x-1.5 gap-y-1">
          {school}
          <Quiet>{school ? 'in a' : 'In a'}</Quiet>
          {choice('vessel', 'Vessel')}
          <Quiet>in the</Quiet>
          {choice('place', 'Place')}
          <Quiet>at</Quiet>
          <TypedUnit
            way={[...method, 'place_temperature']}
            label="Temperature of the place"
            units={HEAT_UNITS}
            unit="degC"
          />
          <Quiet>for</Quiet>
          <TypedUnit way={[...method, 'contact_time']} label="Contact time" units={TIME_UNITS} unit="min" />
          <Quiet>then</Quiet>
          {choice('after', 'Afterwards')}
        </p>
      )}
      {kind?.flows && (
        <p className="mt-1.5 flex items-center gap-1.5">
          <Quiet>It should flow like</Quiet> {choice('flow', 'Flow')}
        </p>
      )}
      {evaluation?.notices
        .filter((notice) => notice.code === 'estimated' && notice.path.startsWith(`/jars/${place}/method`))
        .map((notice) => (
          <p key={notice.path} className="mt-1 text-sm text-quiet" data-estimated={notice.path}>
            {notice.text}
          </p>
        ))}
      {kind?.touches_raw && <More place={place} kind={kind} choice={choice} />}
    </>
  );
}

interface MoreProps {
  place: number;
  kind: Kind;
  choice: (field: Field, label: string) => React.ReactNode;
}

/** What is rarely changed: the vessel's size and stuff, turning, the clean share, what becomes of the rest. */
function More({ place, kind, choice }: MoreProps) {
  const { value, set, readOnly } = useOpened();
  const method = ['jars', place, 'method'] as const;
  const share = (field: 'clean_share' | 'eaten_share', label: string) => (
    <TypedUnit way={[...method, field]} label={label} units={{ '%': '%' }} unit="%" />
  );
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer text-quiet">Vessel, turning, what is kept clean</summary>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="flex items-center gap-1">
          <Quiet>of</Quiet> {choice('vessel_material', 'Material of the vessel')}
        </span>
        <span className="flex items-center gap-1">
          <Quiet>inside</Quiet>
          {(['length', 'width', 'depth'] as const).map((side) => (
            <TypedUnit
              key={side}
              way={[...method, 'vessel_size', side]}
              label={`Vessel ${side}`}
              units={{ mm: 'mm', cm: 'cm' }}
              unit="cm"
            />
          ))}
        </span>
        <span className="flex items-center gap-1">
          <Quiet>turned every</Quiet>
          <TypedUnit way={[...method, 'turn_every']} label="Turned every" units={TIME_UNITS} unit="min" />
        </span>
        {kind.lies_dry && (
          <>
            <span className="flex items-center gap-1">
              <Quiet>salt</Quiet> {choice('coverage', 'Coverage')}
            </span>
            <span className="flex items-center gap-1">
              <Quiet>rinsed for</Quiet>
              <TypedUnit way={[...method, 'rinse_time']} label="Rinse time" units={TIME_UNITS} unit="s" />
            </span>
          </>
        )}
        {kind.liquid && (
          <>
            <span className="flex items-center gap-1">
              <Quiet>kept clean for the plate</Quiet> {share('clean_share', 'Clean share')}
            </span>
            <span className="flex items-center gap-1">
              <Quiet>the rest is</Quiet> {choice('fate', 'Fate of the rest')}
            </span>
            <span className="flex items-center gap-1">
              <Quiet>of it eaten</Quiet> {share('eaten_share', 'Eaten share')}
            </span>
          </>
        )}
        {!readOnly && value([...method, 'vessel_size']) !== undefined && (
          <LinkButton onClick={() => set([...method, 'vessel_size'], undefined)}>size not known</LinkButton>
        )}
      </div>
    </details>
  );
}
