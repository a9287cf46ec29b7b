import type { Kind } from '@/api';
import { pointer, put, text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import type { FieldOf } from '@/document/place';
import { useOpened } from '@/formula/opened';
import { Choice, LinkButton } from '@/ui';
import { named, names, says, terms } from '@/words';
import { Assumed } from '../Assumed';
import { Quiet, TypedUnit } from './fields';

type Field = FieldOf<'Method'>;
const SIDES = { length: names.vesselLength, width: names.vesselWidth, depth: names.vesselDepth };

/** What may be chosen at a field of the method; nothing where it is typed. */
const choicesOf = (field: Field): Record<string, string> =>
  field in terms.choices ? terms.choices[field as keyof typeof terms.choices] : {};

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

  function choice(field: Field, label: string, choices: Record<string, string> = choicesOf(field)) {
    return (
      <Choice
        label={label}
        look="value"
        data-path={pointer([...method, field])}
        value={text(value([...method, field]))}
        choices={choices}
        disabled={readOnly}
        onPick={(picked) => pick(field, picked)}
      />
    );
  }
  const school =
    schools.length > 0 &&
    choice(
      'school',
      names.school,
      Object.fromEntries(schools.map((one) => [one, named(terms.choices.school, one)])),
    );

  const where = (
    <>
      <Quiet>{says.method.inThe}</Quiet>
      {choice('place', names.place)}
      <Quiet>{says.method.at}</Quiet>
      <TypedUnit
        way={[...method, 'place_temperature']}
        label={names.placeTemperature}
        quantity="temperature"
        unit="degC"
      />
    </>
  );

  return (
    <>
      {!kind?.touches_raw && school && (
        <p className="mt-0.5 flex items-center gap-1">
          <Quiet>{says.method.crustIs}</Quiet> {school}
        </p>
      )}
      {kind?.coats && (
        <p className="mt-0.5 flex flex-wrap items-center gap-x-1" data-part="coat-method">
          {kind.bowl && (
            <>
              <Quiet>{says.method.inBowl}</Quiet>
              <TypedUnit way={[...method, 'rest_time']} label={names.restTime} quantity="time" unit="min" />
            </>
          )}
          <Quiet>{kind.bowl ? says.method.thenStands : says.method.stands}</Quiet>
          <TypedUnit way={[...method, 'contact_time']} label={names.contactTime} quantity="time" unit="min" />
          {kind.bowl && where}
        </p>
      )}
      {kind?.touches_raw && !kind.coats && (
        <p className="mt-0.5 flex flex-wrap items-center gap-x-1">
          {school}
          <Quiet>{school ? says.method.thenInA : says.method.inA}</Quiet>
          {choice('vessel', names.vessel)}
          {where}
          <Quiet>{says.method.for}</Quiet>
          <TypedUnit way={[...method, 'contact_time']} label={names.contactTime} quantity="time" unit="min" />
          <Quiet>{says.method.next}</Quiet>
          {choice('after', names.afterwards)}
        </p>
      )}
      {kind?.clings && value([...method, 'after']) === 'scrape' && (
        <p className="mt-0.5 flex flex-wrap items-center gap-x-1" data-part="scrapings">
          <Quiet>{says.method.scrapings}</Quiet>
          <Choice
            label={names.fateOfScrapings}
            look="value"
            value={text(value([...method, 'fate'])) ?? 'discard'}
            choices={terms.choices.fate_of_scrapings}
            disabled={readOnly}
            onPick={(picked) => pick('fate', picked)}
          />
          {value([...method, 'fate']) === 'cooked' && <EatenShare method={method} />}
        </p>
      )}
      {kind?.flows && (
        <p className="mt-0.5 flex items-center gap-1">
          <Quiet>{says.method.flows}</Quiet> {choice('flow', names.flow)}
        </p>
      )}
      {kind?.finishes && (
        <p className="mt-0.5 flex flex-wrap items-center gap-1" data-part="finish-method">
          <Age method={method} />
          <Heated method={method} />
          <span className="inline-flex items-center">
            <EatenShare method={method} />
          </span>
        </p>
      )}
      {evaluation?.notices
        .filter((notice) => notice.code === 'estimated' && notice.path.startsWith(`/jars/${place}/method`))
        .map((notice) => (
          <div key={notice.path}>
            <p className="mt-1 text-sm text-quiet" data-estimated={notice.path}>
              {notice.text}
            </p>
            <Assumed at={notice.path} />
          </div>
        ))}
      {kind?.touches_raw && <More place={place} kind={kind} choice={choice} />}
    </>
  );
}

/** How long before its use the jar was made: garlic under oil has its days. */
function Age({ method }: { method: readonly ['jars', number, 'method'] }) {
  return (
    <>
      <Quiet>{says.method.madeBefore}</Quiet>
      <TypedUnit way={[...method, 'age']} label={names.ageOfJar} quantity="time" unit="d" />
    </>
  );
}

/** How much is eaten of what is served: all of it where nothing is said. */
function EatenShare({ method }: { method: readonly ['jars', number, 'method'] }) {
  return (
    <>
      <Quiet>{says.method.ofItEaten}</Quiet>
      <TypedUnit
        way={[...method, 'eaten_share']}
        label={names.eatenShare}
        quantity="share"
        unit="%"
        hint="100"
      />
    </>
  );
}

/** Whether the jar meets heat as it is made: what must be cooled, and what goes into a cold pan, hang on it. */
function Heated({ method }: { method: readonly ['jars', number, 'method'] }) {
  const { value, set, readOnly } = useOpened();
  const way = [...method, 'heated'] as const;
  const heated = value(way);
  return (
    <Choice
      label={names.heated}
      look="value"
      data-path={pointer(way)}
      value={heated === true ? 'heated' : heated === false ? 'cold' : 'unsaid'}
      choices={terms.choices.heated}
      disabled={readOnly}
      onPick={(picked) => set(way, picked === 'unsaid' ? undefined : picked === 'heated')}
    />
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
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer text-quiet">{names.moreOfMethod}</summary>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="flex items-center gap-1">
          <Quiet>{says.method.of}</Quiet> {choice('vessel_material', names.vesselMaterial)}
        </span>
        <span className="flex items-center gap-1">
          <Quiet>{says.method.inside}</Quiet>
          {(['length', 'width', 'depth'] as const).map((side) => (
            <TypedUnit
              key={side}
              way={[...method, 'vessel_size', side]}
              label={SIDES[side]}
              quantity="vessel"
              unit="cm"
            />
          ))}
        </span>
        <span className="flex items-center gap-1">
          <Quiet>{says.method.turnedEvery}</Quiet>
          <TypedUnit way={[...method, 'turn_every']} label={names.turnedEvery} quantity="time" unit="min" />
        </span>
        {!kind.bowl && (
          <span className="flex items-center gap-1">
            <Quiet>{says.method.restsAfter}</Quiet>
            <TypedUnit way={[...method, 'rest_time']} label={names.restTime} quantity="time" unit="min" />
          </span>
        )}
        <span className="flex items-center gap-1">
          <Age method={method} />
          {kind.liquid && <Heated method={method} />}
        </span>
        {kind.lies_dry && (
          <>
            <span className="flex items-center gap-1">
              <Quiet>{says.method.salt}</Quiet> {choice('coverage', names.coverage)}
            </span>
            <span className="flex items-center gap-1">
              <Quiet>{says.method.rinsedFor}</Quiet>
              <TypedUnit way={[...method, 'rinse_time']} label={names.rinseTime} quantity="time" unit="s" />
            </span>
          </>
        )}
        {kind.liquid && (
          <>
            <span className="flex items-center gap-1">
              <Quiet>{says.method.keptClean}</Quiet>{' '}
              <TypedUnit
                way={[...method, 'clean_share']}
                label={names.cleanShare}
                quantity="share"
                unit="%"
              />
            </span>
            <span className="flex items-center gap-1">
              <Quiet>{says.method.theRest}</Quiet> {choice('fate', names.fate)}
            </span>
            <span className="flex items-center gap-1">
              <EatenShare method={method} />
            </span>
          </>
        )}
        {!readOnly && value([...method, 'vessel_size']) !== undefined && (
          <LinkButton onClick={() => set([...method, 'vessel_size'], undefined)}>
            {names.sizeNotKnown}
          </LinkButton>
        )}
      </div>
    </details>
  );
}
