import type { HeatTraits } from '@/api';
import { text } from '@/document/document';
import { heatOf } from '@/document/kinds';
import { useOpened } from '@/formula/opened';
import { fill, names, says, terms } from '@/words';
import { grams, plain } from '@/words/numbers';
import { Said } from '@/words/Said';
import { CautionMarks } from '../readings/CautionMarks';
import { AtPlace, Flag, Measure, Pick, Typed } from './fields';
import { HeatMore } from './HeatMore';
import { HeatTime } from './HeatTime';
import { Order } from './Order';

/** How the fish is cooked: how long that takes first, then method, sides, lid, oil and what finishes it as sentences. */
export function Cooking() {
  const { value, evaluation, pantry } = useOpened();
  const heat = heatOf(pantry, text(value(['cook', 'method'])));
  return (
    <>
      <HeatTime />
      <div className="mt-1 leading-7" data-part="heat-sentence">
        <p>
          <Said
            words={says.cooking.method}
            slots={{
              method: <Pick way={['cook', 'method']} label={names.cooked} choices={terms.choices.heat} />,
              level: heat?.levelled && (
                <>
                  {says.cooking.comma}
                  <Pick
                    way={['cook', 'preset']}
                    label={names.heatLevel}
                    choices={
                      heat.in_a_pan ? { ...BY_THICKNESS, ...terms.choices.preset } : terms.choices.preset
                    }
                    usual={heat.in_a_pan ? 'by_thickness' : 'hot'}
                    none="by_thickness"
                  />
                </>
              ),
              fan: (heat?.fanned || value(['cook', 'fan']) === true) && (
                <Flag
                  way={['cook', 'fan']}
                  label={names.fan}
                  no={says.cooking.noFan}
                  yes={says.cooking.fan}
                />
              ),
              dial: heat?.dialled && (
                <>
                  {heat.fried ? says.cooking.oilAt : says.cooking.at}
                  <Measure
                    way={['cook', 'medium_temperature']}
                    label={names.heatTemperature}
                    quantity="temperature"
                    unit="degC"
                    hint={hinted(heat.usual_c)}
                  />
                </>
              ),
            }}
          />
        </p>
        <p>
          <Said
            words={says.cooking.toCore}
            slots={{
              core: (
                <Measure
                  way={['cook', 'core_target']}
                  label={names.coreTarget}
                  quantity="temperature"
                  unit="degC"
                  hint={hinted(evaluation?.cook.core_c)}
                />
              ),
              start: (
                <Measure
                  way={['cook', 'start_temperature']}
                  label={names.startTemperature}
                  quantity="temperature"
                  unit="degC"
                  hint={says.cooking.asTheFish}
                />
              ),
            }}
          />
        </p>
        {heat?.turned && <Sides heat={heat} />}
        {heat && !heat.turned && value(['cook', 'basted']) === true && (
          <p>
            <Basting />
          </p>
        )}
        {heat && (heat.covers || value(['cook', 'covered']) === true) && <Lid heat={heat} />}
        {heat?.fried ? <Fryer heat={heat} /> : heat && <Oil />}
        {heat && (heat.leads_on || value(['cook', 'finished_in']) !== undefined) && <Finished />}
      </div>
      {STATED.map((field) => (
        <AtPlace key={field} way={['cook', field]} />
      ))}
      <CautionMarks below="/cook" />
      <HeatMore />
      <Order />
    </>
  );
}

/** A figure that is taken while nothing is typed; nothing where it is not known. */
const hinted = (figure: number | null | undefined) => (figure ? plain(figure, 0) : undefined);

/** The heat of a pan, where none is stated. */
const BY_THICKNESS = { by_thickness: says.cooking.byThickness };

/** What the sentences hold: what is wrong with any of it is told below them. */
const STATED = [
  'medium_temperature',
  'core_target',
  'start_temperature',
  'first_side',
  'first_side_share',
  'covered',
  'covered_time',
  'basted',
  'fan',
  'pan',
  'oil',
  'burner_w',
  'finished_in',
  'second_fry',
] as const;

/** Which side goes down first and how long it lies, and what is done to it there. */
function Sides({ heat }: { heat: HeatTraits }) {
  const { value, evaluation } = useOpened();
  const stages = evaluation?.cook.stages ?? [];
  const [first, second] = stages.map((stage) => stage.minutes);
  return (
    <>
      <p>
        <Said
          words={says.cooking.sides}
          slots={{
            side: (
              <Pick
                way={['cook', 'first_side']}
                label={names.firstSide}
                choices={terms.choices.first_side}
                usual="none"
                none="none"
              />
            ),
            share: (
              <Typed
                way={['cook', 'first_side_share', 'value']}
                label={names.firstSideShare}
                unit="%"
                hint={hinted(first && second && (100 * first) / (first + second))}
              />
            ),
          }}
        />
      </p>
      <p>
        {heat.in_a_pan && (
          <>
            <Flag
              way={['cook', 'pressed']}
              label={names.pressed}
              no={says.cooking.notPressed}
              yes={says.cooking.pressed}
            />
            {says.cooking.and}
          </>
        )}
        {(heat.bastes || value(['cook', 'basted']) === true) && <Basting />}
        {heat.in_a_pan && (
          <Said
            words={says.cooking.pan}
            slots={{
              across: (
                <Measure
                  way={['cook', 'pan', 'diameter']}
                  label={names.panSize}
                  quantity="length"
                  unit="cm"
                />
              ),
            }}
          />
        )}
      </p>
    </>
  );
}

function Basting() {
  return (
    <Flag
      way={['cook', 'basted']}
      label={names.basted}
      no={says.cooking.notBasted}
      yes={says.cooking.basted}
    />
  );
}

/** Covered or open; in an oven the lid may come off on the way. */
function Lid({ heat }: { heat: HeatTraits }) {
  const { value } = useOpened();
  return (
    <p>
      <Flag
        way={['cook', 'covered']}
        label={names.covered}
        no={says.cooking.open}
        yes={says.cooking.covered}
      />
      {heat.opens && value(['cook', 'covered']) === true && (
        <Said
          words={says.cooking.coveredFor}
          slots={{
            time: (
              <Measure
                way={['cook', 'covered_time']}
                label={names.coveredTime}
                quantity="time"
                unit="min"
                hint={says.cooking.throughout}
              />
            ),
          }}
        />
      )}
    </p>
  );
}

/** Where the oil goes that is not fried in. */
function Oil() {
  const { evaluation } = useOpened();
  const film = evaluation?.cook.oil_film_g;
  return (
    <p>
      <Said
        words={says.cooking.oilGoes}
        slots={{
          where: (
            <Pick
              way={['cook', 'oil', 'on']}
              label={names.oilOn}
              choices={terms.choices.oil_on}
              usual="pan"
              none="pan"
            />
          ),
          film: film && <span className="text-quiet">{fill(says.cooking.film, { mass: grams(film) })}</span>,
        }}
      />
    </p>
  );
}

/** The oil that it is fried in, what heats that, and a second fry. */
function Fryer({ heat }: { heat: HeatTraits }) {
  const { value, set, pantry, evaluation } = useOpened();
  const oils = Object.fromEntries(
    pantry.ingredients.filter((one) => one.smoke_c !== null).map((one) => [one.id, one.name.toLowerCase()]),
  );
  const twice = value(['cook', 'second_fry']) !== undefined;
  return (
    <>
      <p>
        <Said
          words={says.cooking.fryer}
          slots={{
            litres: (
              <Measure
                way={['cook', 'oil', 'volume']}
                label={names.oilVolume}
                quantity="volume"
                unit="l"
                hint={hinted(evaluation?.cook.oil?.volume_l)}
              />
            ),
            oil: (
              <Pick
                way={['cook', 'oil', 'ingredient']}
                label={names.whichOil}
                choices={oils}
                empty={says.cooking.anyOil}
              />
            ),
            depth: heat.in_a_pan && (
              <Said
                words={says.cooking.depth}
                slots={{
                  depth: (
                    <Measure
                      way={['cook', 'oil', 'depth']}
                      label={names.oilDepth}
                      quantity="length"
                      unit="mm"
                    />
                  ),
                }}
              />
            ),
            burner: (
              <Pick
                way={['cook', 'burner']}
                label={names.whichBurner}
                choices={terms.choices.burner}
                empty={says.cooking.anyBurner}
              />
            ),
            watts: <Typed way={['cook', 'burner_w']} label={names.burnerPower} />,
          }}
        />
      </p>
      {heat.deep && (
        <p>
          <Flag
            way={['cook', 'second_fry']}
            label={names.friedTwice}
            no={says.cooking.once}
            yes={says.cooking.twice}
            value={twice}
            onPick={(two) =>
              set(['cook', 'second_fry'], two ? { time: { unit: 'min', value: 1 } } : undefined)
            }
          />
          {twice && <SecondFry />}
        </p>
      )}
    </>
  );
}

function SecondFry() {
  return (
    <Said
      words={says.cooking.secondFry}
      slots={{
        heat: (
          <Measure
            way={['cook', 'second_fry', 'medium_temperature']}
            label={names.secondFry}
            quantity="temperature"
            unit="degC"
          />
        ),
        time: (
          <Measure
            way={['cook', 'second_fry', 'time']}
            label={names.secondFryTime}
            quantity="time"
            unit="min"
          />
        ),
        rest: (
          <Measure
            way={['cook', 'second_fry', 'rest']}
            label={names.secondFryRest}
            quantity="time"
            unit="min"
          />
        ),
      }}
    />
  );
}

/** What a piece is finished in after it was browned. */
function Finished() {
  const { value, set, evaluation } = useOpened();
  const way = ['cook', 'finished_in'] as const;
  const stages = evaluation?.cook.stages ?? [];
  const before = stages.slice(0, -1).reduce((sum, stage) => sum + stage.minutes, 0);
  const to = text(value([...way, 'method']));
  const known = value(way) !== undefined;
  return (
    <p>
      <Said
        words={says.cooking.thenIn}
        slots={{
          heat: (
            <Pick
              way={[...way, 'method']}
              label={names.finishedIn}
              choices={terms.choices.finished_in}
              usual={known ? 'oven' : 'none'}
              none="none"
              onPick={(picked) =>
                set(way, picked === 'none' ? undefined : { ...(value(way) as object), method: picked })
              }
            />
          ),
          how: known && (
            <>
              <Said
                words={says.cooking.finishing}
                slots={{
                  at: (
                    <Measure
                      way={[...way, 'medium_temperature']}
                      label={names.finishedAt}
                      quantity="temperature"
                      unit="degC"
                      hint={hinted(stages.at(-1)?.celsius)}
                    />
                  ),
                  after: (
                    <Measure
                      way={[...way, 'after']}
                      label={names.finishedAfter}
                      quantity="time"
                      unit="min"
                      hint={hinted(before)}
                    />
                  ),
                }}
              />
              {to !== 'top_grill' && (
                <Flag
                  way={[...way, 'fan']}
                  label={names.finishedFan}
                  no={says.cooking.noFan}
                  yes={says.cooking.fan}
                />
              )}
            </>
          ),
        }}
      />
    </p>
  );
}
