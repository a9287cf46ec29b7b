import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useNavigate, useRouteContext } from '@tanstack/react-router';
import { useState } from 'react';
import {
  createFormula,
  type Filters,
  type FormulaDocument,
  type FormulaItem,
  formulaQuery,
  formulasQuery,
  type Problem,
  pantryQuery,
  queries,
} from '@/api';
import { kindNames } from '@/document/kinds';
import { shelfScale } from '@/drawing';
import { Button, Choice, LinkButton, TextInput } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { EmptyTable } from './parts/EmptyTable';
import { Standing } from './parts/Standing';

const HIGHEST = 118;
const EMPTY: FormulaDocument = {
  format: 'jar-table/formula',
  format_version: 1,
  title: names.newFormula,
  servings: 4,
  fish: { state: 'fresh' },
  jars: [],
  cook: { method: 'pan' },
};

/** The kitchen's formulas as jars standing on a table. */
export function Table() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const navigate = useNavigate();
  const [filters, setFilters] = useState<Filters>({});
  const asked = useQuery({ ...formulasQuery(kitchen.slug, filters), placeholderData: keepPreviousData });
  const items = asked.data?.items ?? [];
  const scale = shelfScale(
    items.flatMap((item) => item.card.jars.map((jar) => jar.strata)),
    HIGHEST,
  );
  const pantry = useQuery(pantryQuery(kitchen.slug)).data;
  const nameOf = (id: string) => pantry?.species.find((one) => one.id === id)?.name ?? id;
  const filtered = Object.entries(filters).some(([name, value]) => name !== 'sort' && value);

  async function start() {
    const made = await createFormula(kitchen.slug, structuredClone(EMPTY));
    await navigate({
      to: '/$kitchen/formula/$formula/bench',
      params: { kitchen: kitchen.slug, formula: String(made.id) },
    });
  }

  /** Another formula of the same document: what is changed in one does not change the other. */
  async function copy(item: FormulaItem) {
    const { document } = await queries.fetchQuery(formulaQuery(kitchen.slug, item.id));
    const { brought_back: _, ...kept } = document as FormulaDocument;
    await createFormula(kitchen.slug, { ...kept, title: fill(says.table.copyOf, { title: item.title }) });
    await queries.invalidateQueries({ queryKey: ['formulas', kitchen.slug] });
  }

  return (
    <main className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-2 text-2xl">{says.table.head}</h1>
        <TextInput
          label={names.searchFormulas}
          type="search"
          placeholder={says.table.hint}
          className="w-72"
          value={filters.q ?? ''}
          onType={(q) => setFilters({ ...filters, q: String(q) })}
        />
        <Choice
          label={names.fish}
          value={filters.fish ?? ''}
          choices={{
            '': says.table.everyFish,
            ...Object.fromEntries((asked.data?.species ?? []).map((id) => [id, nameOf(id)])),
          }}
          onPick={(fish) => setFilters({ ...filters, fish })}
        />
        <Choice
          label={names.kindOfJar}
          value={filters.kind ?? ''}
          choices={{ '': says.table.everyKind, ...kindNames(pantry) }}
          onPick={(kind) => setFilters({ ...filters, kind })}
        />
        <Choice
          label={names.tag}
          value={filters.tag ?? ''}
          choices={{
            '': says.table.everyTag,
            ...Object.fromEntries((asked.data?.tags ?? []).map((tag) => [tag, tag])),
          }}
          onPick={(tag) => setFilters({ ...filters, tag })}
        />
        <Choice
          label={names.sortedBy}
          value={filters.sort ?? ''}
          choices={terms.sorts}
          onPick={(sort) => setFilters({ ...filters, sort })}
        />
        {kitchen.role !== 'viewer' && (
          <Button className="ml-auto" onClick={start}>
            {names.newFormula}
          </Button>
        )}
      </div>
      {asked.isPending && <p className="mt-10 text-quiet">{says.table.setting}</p>}
      {asked.isError && (
        <p role="alert" className="mt-4 rounded-control bg-warn-soft p-3 text-warn">
          {(asked.error as Problem).detail}{' '}
          <LinkButton onClick={() => asked.refetch()}>{names.tryAgain}</LinkButton>
        </p>
      )}
      {asked.isSuccess && items.length === 0 && filtered && (
        <p className="mt-10 text-quiet">{says.table.noMatch}</p>
      )}
      {asked.isSuccess && items.length === 0 && !filtered && (
        <EmptyTable onStart={kitchen.role === 'viewer' ? undefined : start} />
      )}
      <ul className="mt-4 grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-5 gap-y-6">
        {items.map((item) => (
          <Standing
            key={item.id}
            item={item}
            pantry={pantry}
            kitchen={kitchen.slug}
            onCopy={kitchen.role === 'viewer' ? undefined : () => copy(item)}
            scale={scale}
            high={HIGHEST}
          />
        ))}
      </ul>
    </main>
  );
}
