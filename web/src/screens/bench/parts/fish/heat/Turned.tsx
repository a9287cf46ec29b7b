import type { HeatTraits } from '@/api';
import { useOpened } from '@/formula/opened';
import { names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { Flag, Measure, Pick, Typed } from '../fields';
import { Basting } from './Basting';
import { hinted } from './hinted';

/** Which side goes down first and how long it lies, and what is done to it there. */
export function Turned({ heat }: { heat: HeatTraits }) {
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
