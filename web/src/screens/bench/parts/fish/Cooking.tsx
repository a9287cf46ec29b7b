import type { ReactNode } from 'react';
import { text } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { duration, millimetres, plain } from '@/words/numbers';
import { CHOICES, HEAT_UNITS, VOLUME_UNITS } from '@/words/texts';
import { CautionMarks } from '../readings/CautionMarks';
import { Explained } from '../readings/Explained';
import { Pick, Row, Typed } from './fields';

const FRIED = ['deep_fry', 'shallow_fry'];
const DIALLED = ['oven', 'poach', 'braise', 'deep_fry', 'shallow_fry', 'salt_crust'];

type Degrees = 'medium_temperature' | 'core_target' | 'start_temperature';

/** How the fish is cooked: method, heat, core, oil; and how long that takes. */
export function Cooking() {
  const { value, evaluation, pantry } = useOpened();
  const oils = Object.fromEntries(
    pantry.ingredients.filter((one) => one.smoke_c !== null).map((one) => [one.id, one.name.toLowerCase()]),
  );
  const method = text(value(['cook', 'method'])) ?? '';
  const degrees = (field: Degrees, label: string, hint: string): ReactNode => (
    <>
      <Typed way={['cook', field, 'value']} label={label} unit="degC" hint={hint} />
      <Pick
        way={['cook', field, 'unit']}
        label={`Unit of the ${label.toLowerCase()}`}
        choices={HEAT_UNITS}
        usual="degC"
      />
    </>
  );
  return (
    <>
      <Row label="Cooked">
        <Pick way={['cook', 'method']} label="Cooked" choices={CHOICES.heat ?? {}} />
      </Row>
      {method === 'pan' && (
        <Row label="Pan">
          <Pick way={['cook', 'preset']} label="Heat of the pan" choices={CHOICES.preset ?? {}} />
        </Row>
      )}
      {DIALLED.includes(method) && (
        <Row label={FRIED.includes(method) ? 'Oil at' : 'Dial'} way={['cook', 'medium_temperature']}>
          {degrees('medium_temperature', 'Temperature of the heat', '…')}
        </Row>
      )}
      <Row label="Core" way={['cook', 'core_target']}>
        {degrees('core_target', 'Core target', plain(evaluation?.cook.core_c, 0))}
      </Row>
      <Row label="Starts at" way={['cook', 'start_temperature']}>
        {degrees('start_temperature', 'Start temperature', 'fish')}
      </Row>
      {FRIED.includes(method) && (
        <>
          <Row label="Oil" way={['cook', 'oil', 'volume']}>
            <Typed way={['cook', 'oil', 'volume', 'value']} label="Volume of the oil" unit="l" />
            <Pick
              way={['cook', 'oil', 'volume', 'unit']}
              label="Unit of the oil"
              choices={VOLUME_UNITS}
              usual="l"
            />
          </Row>
          <Row label="Which oil">
            <Pick way={['cook', 'oil', 'ingredient']} label="Which oil" choices={oils} />
          </Row>
          <Row label="Burner" way={['cook', 'burner_w']}>
            <Typed way={['cook', 'burner_w']} label="Power of the burner" wide />
            <span className="self-center text-sm text-quiet">W</span>
          </Row>
        </>
      )}
      <CautionMarks below="/cook" />
      <CookTime />
      <Order />
    </>
  );
}

/** How long in the heat, with its range, and what the fryer takes. */
function CookTime() {
  const { evaluation } = useOpened();
  const cook = evaluation?.cook;
  const why = evaluation?.notices.find(
    (notice) =>
      notice.path.startsWith('/cook') &&
      ['not-modelled', 'outside-model', 'first-fry-short'].includes(notice.code),
  );
  return (
    <div className="pt-2 text-sm">
      {cook?.minutes && (
        <p className="text-quiet" data-reading="cook">
          {cook.groups.length > 0 ? 'The slowest take about' : 'About'}{' '}
          <strong className="text-ink">{duration(cook.minutes)}</strong> in the heat (
          {duration(cook.minutes_range?.[0] ?? cook.minutes)}–
          {duration(cook.minutes_range?.[1] ?? cook.minutes)})
          {cook.stages.length > 1 && `, ${duration(cook.stages[0]?.minutes)} a side`}; rest{' '}
          {duration(cook.rest_minutes)}.{cook.pull_c && ` Pull at ${plain(cook.pull_c, 0)} °C.`}
          {cook.oil &&
            ` ${plain(cook.oil.batches, 0)} batches of ${plain(cook.oil.pieces_per_batch, 0)}; the oil falls by ${plain(cook.oil.drop_c, 0)} °C.`}{' '}
          Read the core on a probe.
        </p>
      )}
      {cook?.minutes && <Explained name="cook" label="How the time in the heat is reached" />}
      {cook && cook.groups.length > 0 && (
        <ul className="mt-1" data-part="unlike">
          {cook.groups.map((group, place) => (
            <li key={group.id ?? place} data-group={place}>
              {plain(group.pieces, 0)} of {millimetres(group.thickness_mm)}:{' '}
              <strong>{duration(group.minutes)}</strong> to {plain(group.core_c, 0)} °C
              {group.out_before_min > 0 ? `, out ${duration(group.out_before_min)} before the rest` : ''}
              {group.left_in_c !== null && ` (left in it would come to ${plain(group.left_in_c, 0)} °C)`}.
            </li>
          ))}
        </ul>
      )}
      {cook?.zones.map((zone) => (
        <p key={zone.name}>
          The {zone.name} zone peaks at {plain(zone.core_c, 0)} °C.
        </p>
      ))}
      {cook?.burn?.do ? <p className="mt-1 text-warn">{cook.burn.do}</p> : null}
      {why && <p className="mt-1 text-warn">{why.text}</p>}
    </div>
  );
}

/** In which order things go into the pan, and what must not be turned round. */
function Order() {
  const cook = useOpened().evaluation?.cook;
  if (!cook || (!cook.order.length && !cook.locks.length)) return null;
  return (
    <div className="mt-2 text-sm">
      <h3 className="text-base">In this order</h3>
      <ol>
        {cook.order.map((step) => (
          <li key={step.step}>
            {step.ingredients.join(', ')} <span className="text-quiet">({step.why})</span>
          </li>
        ))}
      </ol>
      {cook.locks.map((lock) => (
        <p key={lock} className="text-quiet">
          {lock}
        </p>
      ))}
    </div>
  );
}
