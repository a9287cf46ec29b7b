import { text } from '@/document/document';
import { heatOf } from '@/document/kinds';
import { readingOf } from '@/document/readings';
import { useOpened } from '@/formula/opened';
import { fill, names, says, terms } from '@/words';
import { degrees, duration, millimetres, plain } from '@/words/numbers';
import { Said } from '@/words/Said';
import { CautionMarks } from '../readings/CautionMarks';
import { Explained } from '../readings/Explained';
import { Measured, Pick, Row, Typed } from './fields';

/** How the fish is cooked: method, heat, core, oil; and how long that takes. */
export function Cooking() {
  const { value, evaluation, pantry } = useOpened();
  const oils = Object.fromEntries(
    pantry.ingredients.filter((one) => one.smoke_c !== null).map((one) => [one.id, one.name.toLowerCase()]),
  );
  const heat = heatOf(pantry, text(value(['cook', 'method'])));
  return (
    <>
      <Row label={names.cooked}>
        <Pick way={['cook', 'method']} label={names.cooked} choices={terms.choices.heat} />
      </Row>
      {heat?.levelled && (
        <Row label={says.cooking.level}>
          <Pick way={['cook', 'preset']} label={names.heatLevel} choices={terms.choices.preset} />
        </Row>
      )}
      {heat?.in_a_pan && (
        <Measured
          row={says.cooking.panSize}
          way={['cook', 'pan', 'diameter']}
          label={names.panSize}
          quantity="length"
          unit="cm"
        />
      )}
      {heat?.turned && (
        <Row label={says.cooking.firstSide} way={['cook', 'first_side_share']}>
          <Typed way={['cook', 'first_side_share', 'value']} label={names.firstSide} unit="%" hint="50" />
          <span className="self-center text-sm text-quiet">{terms.units['%']}</span>
        </Row>
      )}
      {heat?.dialled && (
        <Measured
          row={heat?.fried ? says.cooking.oilAt : says.cooking.dial}
          way={['cook', 'medium_temperature']}
          label={names.heatTemperature}
          quantity="temperature"
          unit="degC"
          hint="…"
        />
      )}
      <Measured
        row={says.cooking.core}
        way={['cook', 'core_target']}
        label={names.coreTarget}
        quantity="temperature"
        unit="degC"
        hint={plain(evaluation?.cook.core_c, 0)}
      />
      <Measured
        row={says.cooking.startsAt}
        way={['cook', 'start_temperature']}
        label={names.startTemperature}
        quantity="temperature"
        unit="degC"
        hint={says.cooking.asTheFish}
      />
      {heat?.fried && (
        <>
          <Measured
            row={says.cooking.oil}
            way={['cook', 'oil', 'volume']}
            label={names.oilVolume}
            quantity="volume"
            unit="l"
          />
          <Row label={names.whichOil}>
            <Pick way={['cook', 'oil', 'ingredient']} label={names.whichOil} choices={oils} />
          </Row>
          {heat.deep && (
            <Measured
              row={says.cooking.secondFry}
              way={['cook', 'second_fry', 'medium_temperature']}
              label={names.secondFry}
              quantity="temperature"
              unit="degC"
            />
          )}
          <Row label={names.whichBurner}>
            <Pick way={['cook', 'burner']} label={names.whichBurner} choices={terms.choices.burner} />
          </Row>
          <Row label={says.cooking.burner} way={['cook', 'burner_w']}>
            <Typed way={['cook', 'burner_w']} label={names.burnerPower} />
            <span className="self-center text-sm text-quiet">{terms.units.W}</span>
          </Row>
        </>
      )}
      <CautionMarks below="/cook" />
      <CookTime />
      <Order />
    </>
  );
}

/** Whether the stages are two sides of as long, which one sentence tells. */
const sameSides = (stages: { minutes: number }[]) =>
  stages.length === 2 && Math.abs((stages[0]?.minutes ?? 0) - (stages[1]?.minutes ?? 0)) < 1 / 60;

/** How long in the heat, with its range, and what the fryer takes. */
function CookTime() {
  const { evaluation, pantry } = useOpened();
  const cook = evaluation?.cook;
  const why = evaluation?.notices.find(
    (notice) => notice.path.startsWith('/cook') && ['not-modelled', 'outside-model'].includes(notice.code),
  );
  return (
    <div className="pt-2 text-sm">
      {cook?.minutes && (
        <p className="text-quiet" data-reading="cook">
          <Said
            words={cook.groups.length > 0 ? says.cooking.slowestTake : says.cooking.takes}
            slots={{
              time: <strong className="text-ink">{duration(cook.minutes)}</strong>,
              range: [0, 1].map((end) => duration(cook.minutes_range?.[end] ?? cook.minutes)).join('–'),
              sides:
                sameSides(cook.stages) &&
                fill(says.cooking.aSide, { time: duration(cook.stages[0]?.minutes) }),
              rest: duration(cook.rest_minutes),
              pull: cook.pull_c && fill(says.cooking.pull, { core: degrees(cook.pull_c) }),
              batches:
                cook.oil &&
                fill(says.cooking.batches, {
                  batches: plain(cook.oil.batches, 0),
                  pieces: plain(cook.oil.pieces_per_batch, 0),
                  drop: degrees(cook.oil.drop_c),
                }),
              pan:
                cook.pan &&
                fill(says.cooking.panBatches, {
                  pieces: plain(cook.pan.pieces_per_batch, 0),
                  batches: plain(cook.pan.batches, 0),
                }),
            }}
          />
        </p>
      )}
      {cook && cook.stages.length > 1 && !sameSides(cook.stages) && (
        <ol className="mt-1 list-inside list-decimal" data-part="stages">
          {cook.stages.map((stage) => (
            <li key={stage.name}>
              {fill(says.cooking.stage, {
                name: stage.name,
                time: duration(stage.minutes),
                at:
                  stage.celsius === undefined
                    ? ''
                    : fill(says.cooking.stageAt, { heat: degrees(stage.celsius) }),
                core:
                  stage.core_c === undefined
                    ? ''
                    : fill(says.cooking.stageCore, { core: degrees(stage.core_c) }),
              })}
            </li>
          ))}
        </ol>
      )}
      {cook?.practice && (
        <p className="text-quiet" data-part="practice">
          {fill(says.cooking.practice, {
            core: degrees(cook.practice.core_c),
            time: duration(cook.practice.minutes),
          })}
        </p>
      )}
      {cook?.minutes && (
        <Explained name="cook" label={fill(names.howReached, { what: readingOf(pantry, 'minutes').name })} />
      )}
      {cook && cook.groups.length > 0 && (
        <ul className="mt-1" data-part="unlike">
          {cook.groups.map((group, place) => (
            <li key={group.id ?? place} data-group={place}>
              <Said
                words={says.cooking.group}
                slots={{
                  pieces: plain(group.pieces, 0),
                  thickness: millimetres(group.thickness_mm),
                  time: <strong>{duration(group.minutes)}</strong>,
                  core: degrees(group.core_c),
                  early:
                    group.out_before_min > 0 &&
                    fill(says.cooking.early, { time: duration(group.out_before_min) }),
                  left:
                    group.left_in_c !== null && fill(says.cooking.leftIn, { core: degrees(group.left_in_c) }),
                }}
              />
            </li>
          ))}
        </ul>
      )}
      {cook?.zones.map((zone) => (
        <p key={zone.name}>{fill(says.cooking.zone, { zone: zone.name, core: degrees(zone.core_c) })}</p>
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
      <h3 className="text-base">{says.cooking.order}</h3>
      <ol>
        {cook.order.map((step) => (
          <li key={step.step}>
            <Said
              words={says.cooking.step}
              slots={{
                what: step.ingredients.join(', '),
                why: <span className="text-quiet">{step.why}</span>,
              }}
            />
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
