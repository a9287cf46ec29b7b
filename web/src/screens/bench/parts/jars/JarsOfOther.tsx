import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type FormulaDocument, formulaQuery, formulasQuery, type Json } from '@/api';
import { at, list, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { TextInput } from '@/ui';
import { Offer } from './Offer';

/** Jars of the kitchen's other formulas: find the formula, take one of its jars. */
export function JarsOfOther({ onTake }: { onTake: (jar: { [key: string]: Json }) => void }) {
  const { kitchen, formula } = useOpened();
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState<number | null>(null);
  const found = useQuery(formulasQuery(kitchen, { q: words })).data?.items ?? [];
  const opened = useQuery({ ...formulaQuery(kitchen, chosen ?? 0), enabled: chosen !== null });
  const jars = list(at(opened.data?.document as FormulaDocument | undefined, ['jars']));
  return (
    <div className="mt-3 grid gap-3 md:grid-cols-2">
      <div>
        <TextInput
          label="Search formulas for a jar"
          placeholder="Search formulas …"
          value={words}
          onType={setWords}
          className="w-full"
        />
        <ul className="mt-2 max-h-[48dvh] overflow-auto">
          {found
            .filter((one) => one.id !== formula)
            .map((one) => (
              <li key={one.id}>
                <button
                  type="button"
                  aria-pressed={one.id === chosen}
                  onClick={() => setChosen(one.id)}
                  className={`w-full rounded-control px-2 py-1.5 text-left hover:bg-kelp-soft ${one.id === chosen ? 'bg-kelp-soft' : ''}`}
                >
                  {one.title}
                </button>
              </li>
            ))}
        </ul>
      </div>
      <ul aria-label="Its jars">
        {chosen === null && <li className="p-2 text-quiet">Choose a formula to see its jars.</li>}
        {jars.map((jar, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: jars of a draft may lack an id
          <li key={place}>
            <Offer
              name={text(within<'Jar'>(jar, 'name')) ?? `Jar ${place + 1}`}
              kind={text(within<'Jar'>(jar, 'kind')) ?? ''}
              reason={`${list(within<'Jar'>(jar, 'lines')).length} lines`}
              onTake={() => onTake(jar as { [key: string]: Json })}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
