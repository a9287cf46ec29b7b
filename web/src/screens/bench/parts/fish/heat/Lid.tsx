import type { HeatTraits } from '@/api';
import { useOpened } from '@/formula/opened';
import { names, says } from '@/words';
import { Said } from '@/words/Said';
import { Flag, Minutes } from '../fields';

/** Covered or open; in an oven the lid may come off on the way. */
export function Lid({ heat }: { heat: HeatTraits }) {
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
              <Minutes
                way={['cook', 'covered_time']}
                label={names.coveredTime}
                hint={says.cooking.throughout}
              />
            ),
          }}
        />
      )}
    </p>
  );
}
