import { text } from '@/document/document';
import { heatOf } from '@/document/kinds';
import { useOpened } from '@/formula/opened';
import { names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { CautionMarks } from '../../readings/CautionMarks';
import { AtPlace, Degrees, Flag, Pick } from '../fields';
import { Basting } from './Basting';
import { Finished } from './Finished';
import { Fryer } from './Fryer';
import { HeatMore } from './HeatMore';
import { HeatTime } from './HeatTime';
import { hinted } from './hinted';
import { Lid } from './Lid';
import { Oil } from './Oil';
import { Order } from './Order';
import { Turned } from './Turned';

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
                  {says.cooking.at}
                  <Degrees
                    way={['cook', 'medium_temperature']}
                    label={names.heatTemperature}
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
                <Degrees
                  way={['cook', 'core_target']}
                  label={names.coreTarget}
                  hint={hinted(evaluation?.cook.core_c)}
                />
              ),
              start: (
                <Degrees
                  way={['cook', 'start_temperature']}
                  label={names.startTemperature}
                  hint={says.cooking.asTheFish}
                />
              ),
            }}
          />
        </p>
        {heat?.turned && <Turned heat={heat} />}
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
