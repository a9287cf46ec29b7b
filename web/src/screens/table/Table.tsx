import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useNavigate, useRouteContext } from '@tanstack/react-router';
import { lazy, Suspense, useEffect, useState } from 'react';
import {
  createFormula,
  type Filters,
  type FormulaDocument,
  type FormulaItem,
  type FormulaPlace,
  formulaQuery,
  formulasQuery,
  NOT_YET,
  Problem,
  pantryQuery,
  putFormula,
  queries,
} from '@/api';
import { kindNames } from '@/document/kinds';
import { shelfScale } from '@/drawing';
import { addressOf } from '@/formula/address';
import { storeLeft } from '@/formula/draft/keepers';
import { Button, Choice, LinkButton, Main, TextInput, Trouble } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Left } from './parts/Left';
import { Standing } from './parts/Standing';
import { Today } from './parts/Today';

const HIGHEST = 118;

/** Only a kitchen without a formula wants it. */
const EmptyTable = lazy(() =>
  import('./parts/EmptyTable').then(({ EmptyTable }) => ({ default: EmptyTable })),
);

const PLACES = ['table', 'archive', 'bin'] as const satisfies readonly FormulaPlace[];

/** What putting a formula somewhere is called. */
const PUT: Record<FormulaPlace, string> = {
  table: names.putOnTable,
  archive: names.putAway,
  bin: names.throwOut,
};

/** What was put somewhere else last, and where it was. */
interface Moved {
  item: { id: number; title: string };
  from: FormulaPlace;
  to: FormulaPlace;
}

/** A place with how many formulas are there. */
const placeName = (place: FormulaPlace, numbers: Record<string, number> | undefined) =>
  fill(says.table.place, { place: terms.places[place], number: numbers?.[place] ?? 0 });

/** The kitchen's formulas as jars standing on a table. */
export function Table() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const navigate = useNavigate();
  const [filters, filter] = useState<Filters>({});
  /** Another list begins from its beginning. */
  function setFilters(to: Filters) {
    filter(to);
    setDeep(0);
  }
  const asked = useQuery({ ...formulasQuery(kitchen.slug, filters), placeholderData: keepPreviousData });
  /** How many more pages are shown; each begins where the one before it ends, wherever that is by now. */
  const [deep, setDeep] = useState(0);
  const after = (mark: string) => formulasQuery(kitchen.slug, { ...filters, after: mark });
  const marks: string[] = [];
  let next = asked.data?.next ?? '';
  while (next && marks.length < deep) {
    marks.push(next);
    next = queries.getQueryData(after(next).queryKey)?.next ?? '';
  }
  const further = useQueries({ queries: marks.map(after) });
  const pages = [asked.data, ...further.map((one) => one.data)];
  const items = pages.flatMap((page) => page?.items ?? []);
  const scale = shelfScale(
    items.flatMap((item) => item.card.jars.map((jar) => jar.strata)),
    HIGHEST,
  );
  const pantry = useQuery(pantryQuery(kitchen.slug)).data;
  const nameOf = (id: string) => pantry?.species.find((one) => one.id === id)?.name ?? id;
  const { place = 'table', sort: _, ...narrowing } = filters;
  const filtered = Object.values(narrowing).some(Boolean);
  const may = kitchen.role !== 'viewer';
  const [moved, setMoved] = useState<Moved | null>(null);
  const [trouble, setTrouble] = useState<Problem | null>(null);

  /** Put it somewhere else; where it was is remembered, so that one press takes it back. */
  async function move(item: { id: number; title: string }, from: FormulaPlace, to: FormulaPlace) {
    setTrouble(null);
    await putFormula(kitchen.slug, item.id, to);
    setMoved({ item, from, to });
  }

  /** What could not be done is said, and nothing is where it is not. */
  const tried = (deed: Promise<void>) =>
    void deed.catch((error: unknown) => {
      if (!(error instanceof Problem)) throw error;
      setTrouble(error);
    });

  useEffect(() => void storeLeft(kitchen.slug), [kitchen.slug]);

  /** Nothing is stored until something is typed into it. */
  const start = () =>
    navigate({
      to: '/$kitchen/formula/$formula/bench',
      params: { kitchen: kitchen.slug, formula: addressOf(NOT_YET) },
    });

  const compare = (item: FormulaItem) =>
    navigate({ to: '/$kitchen/compare', params: { kitchen: kitchen.slug }, search: { of: String(item.id) } });

  /** Another formula of the same document: what is changed in one does not change the other. */
  async function copy(item: FormulaItem) {
    setTrouble(null);
    const { document } = await queries.fetchQuery(formulaQuery(kitchen.slug, item.id));
    const { brought_back: _, ...kept } = document as FormulaDocument;
    await createFormula(kitchen.slug, { ...kept, title: fill(says.table.copyOf, { title: item.title }) });
    await queries.invalidateQueries({ queryKey: ['formulas', kitchen.slug] });
  }

  return (
    <Main title={terms.places[place]} className="mx-auto w-full max-w-7xl p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-2 text-2xl">{terms.places[place]}</h1>
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
        <Choice
          label={names.whichPlace}
          value={place}
          choices={Object.fromEntries(PLACES.map((one) => [one, placeName(one, asked.data?.places)]))}
          onPick={(picked) => setFilters({ ...filters, place: picked as FormulaPlace })}
        />
        {may && (
          <Button className="ml-auto" onClick={start}>
            {names.newFormula}
          </Button>
        )}
      </div>
      <div role="status" data-part="moved">
        {moved && (
          <p className="mt-3 flex items-center gap-3 rounded-control bg-kelp-soft px-3 py-1.5">
            {fill(says.table.moved[moved.to], { title: moved.item.title })}
            <LinkButton onClick={() => tried(move(moved.item, moved.to, moved.from))}>
              {names.undoMove}
            </LinkButton>
          </p>
        )}
      </div>
      <Left kitchen={kitchen.slug} />
      {place === 'table' && <Today kitchen={kitchen.slug} />}
      <Trouble words={trouble?.detail} />
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
      {asked.isSuccess && items.length === 0 && !filtered && place === 'table' && (
        <Suspense>
          <EmptyTable onStart={may ? start : undefined} />
        </Suspense>
      )}
      {asked.isSuccess && items.length === 0 && !filtered && place !== 'table' && (
        <p className="mt-10 text-quiet">{says.table.empties[place]}</p>
      )}
      <ul className="mt-4 grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-5 gap-y-6">
        {items.map((item) => (
          <Standing
            key={item.id}
            item={item}
            pantry={pantry}
            kitchen={kitchen.slug}
            menu={
              may
                ? [
                    ...(place === 'table'
                      ? [
                          { name: names.copyFormula, onSelect: () => tried(copy(item)) },
                          { name: names.sideBySide, onSelect: () => void compare(item) },
                        ]
                      : []),
                    ...PLACES.filter((to) => to !== place).map((to) => ({
                      name: PUT[to],
                      onSelect: () => tried(move(item, place, to)),
                    })),
                  ]
                : undefined
            }
            scale={scale}
            high={HIGHEST}
          />
        ))}
      </ul>
      {next && (
        <p className="mt-6 text-center">
          <Button onClick={() => setDeep(deep + 1)}>{names.moreFormulas}</Button>
        </p>
      )}
    </Main>
  );
}
