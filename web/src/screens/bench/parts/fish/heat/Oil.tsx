import { useOpened } from '@/formula/opened';
import { fill, names, says, terms } from '@/words';
import { grams } from '@/words/numbers';
import { Said } from '@/words/Said';
import { Pick } from '../fields';

/** Where the oil goes that is not fried in. */
export function Oil() {
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
