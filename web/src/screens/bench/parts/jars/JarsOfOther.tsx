import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type FormulaDocument, formulaQuery, formulasQuery, type Json } from '@/api';
import { at, list, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { TextInput } from '@/ui';
import { fill, names, says } from '@/words';
import { Offer } from './Offer';

/** How many lines a jar has, in words. */
function linesOf(jar: Json): string {
  const count = list(within<'Jar'>(jar, 'lines')).length;
  return count === 1 ? says.jars.oneLine : fill(says.jars.manyLines, { count });
}

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
          label={names.searchForJar}
          placeholder={says.jars.searchHint}
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
      <ul aria-label={names.itsJars}>
        {chosen === null && <li className="p-2 text-quiet">{says.jars.chooseFormula}</li>}
        {jars.map((jar, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: jars of a draft may lack an id
          <li key={place}>
            <Offer
              name={text(within<'Jar'>(jar, 'name')) ?? fill(says.jars.place, { place: place + 1 })}
              kind={text(within<'Jar'>(jar, 'kind')) ?? ''}
              reason={linesOf(jar)}
              onTake={() => onTake(jar as { [key: string]: Json })}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
