import { useOpened } from '@/formula/opened';
import { says } from '@/words';
import { Said } from '@/words/Said';

/** In which order things go into the pan, and what must not be turned round. */
export function Order() {
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
