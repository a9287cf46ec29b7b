import { Finder } from '@/ui';
import { useBench } from './BenchContext';
import { list, newId } from './document';

const LIQUID = ['sour', 'liquid', 'dairy', 'sweet', 'salty', 'egg'];

/** Type the name of an ingredient and get a line; its amount is typed next. */
export function AddLine({ jar }: { jar: number }) {
  const { pantry, value, set, readOnly } = useBench();
  const way = ['jars', jar, 'lines'];
  if (readOnly) return null;
  const items = pantry.ingredients.map((one) => ({
    id: one.id,
    name: one.name,
    hint: one.synonyms[0],
    words: [one.name, one.id, ...one.synonyms].join(' ').toLowerCase(),
  }));

  function add(ingredient: string) {
    const group = pantry.ingredients.find((one) => one.id === ingredient)?.group ?? '';
    const amount = LIQUID.includes(group) ? { unit: 'ml' } : { unit: '%' };
    const basis = LIQUID.includes(group) ? 'fixed' : 'fish';
    set([...way, list(value(way)).length], { id: newId(), ingredient, amount, basis });
  }

  return (
    <div className="mt-2 max-w-md">
      <Finder
        label="Add a line"
        placeholder="Add a line: type lemon, salt, dill …"
        items={items}
        onPick={add}
      />
    </div>
  );
}
