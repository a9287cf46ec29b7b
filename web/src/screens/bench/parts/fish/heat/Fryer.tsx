import type { HeatTraits } from '@/api';
import { useOpened } from '@/formula/opened';
import { names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { Degrees, Flag, Measure, Minutes, Pick, Typed } from '../fields';
import { hinted } from './hinted';

/** The oil that it is fried in, what heats that, and a second fry. */
export function Fryer({ heat }: { heat: HeatTraits }) {
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
        heat: <Degrees way={['cook', 'second_fry', 'medium_temperature']} label={names.secondFry} />,
        time: <Minutes way={['cook', 'second_fry', 'time']} label={names.secondFryTime} />,
        rest: <Minutes way={['cook', 'second_fry', 'rest']} label={names.secondFryRest} />,
      }}
    />
  );
}
