import { useQuery } from '@tanstack/react-query';
import { useNavigate, useRouteContext, useSearch } from '@tanstack/react-router';
import { useState } from 'react';
import { ask, createFormula, type FormulaDocument, Problem, pantryQuery, queries } from '@/api';
import { text } from '@/document/document';
import { patched } from '@/document/patch';
import { announce, Button, Main, Trouble, useTyped } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { Heads } from './parts/Heads';
import type { Taken } from './parts/JarRows';
import { Picker } from './parts/Picker';
import { Sheet } from './parts/Sheet';
import { addressOf, MOST, named, useColumns, type Which } from './state/useColumns';

const words = amounts.compare;

/** Two to four versions side by side, what differs between them, and another made from them. */
export function CompareScreen() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const { of } = useSearch({ from: '/$kitchen/compare' });
  const which = named(of);
  const navigate = useNavigate();
  const [made, setMade] = useTyped<FormulaDocument | null>(`compare/${kitchen.slug}`, null);
  const [only, setOnly] = useState(true);
  const [problem, setProblem] = useState<string>();
  const { columns, gone } = useColumns(kitchen.slug, which);
  const pantry = useQuery(pantryQuery(kitchen.slug));
  const may = kitchen.role !== 'viewer';
  const documents = [...columns.map((one) => one.document), ...(made && may ? [made] : [])];
  const [document, ...others] = documents;
  const asked = useQuery({
    queryKey: ['question', kitchen.slug, 'beside', documents, pantry.dataUpdatedAt],
    queryFn: () => ask(kitchen.slug, 'beside', document as FormulaDocument, { others }),
    enabled: documents.length > 1 && columns.length === which.length,
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const look = (some: Which[]) =>
    navigate({ to: '/$kitchen/compare', params: { kitchen: kitchen.slug }, search: { of: addressOf(some) } });

  /** What cannot be done is said; nothing that was typed goes. */
  async function tried(work: () => Promise<unknown>) {
    try {
      setProblem(undefined);
      await work();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error.detail);
    }
  }

  const take = ({ from, ...places }: Taken) =>
    tried(async () => {
      const source = columns[from]?.document;
      if (!made || !source) return;
      setMade(patched(made, await ask(kitchen.slug, 'across', made, { source, ...places })));
    });
  const put = () =>
    tried(async () => {
      if (!made) return;
      const kept = await createFormula(kitchen.slug, made);
      setMade(null);
      await queries.invalidateQueries({ queryKey: ['formulas', kitchen.slug] });
      await navigate({
        to: '/$kitchen/formula/$formula/bench',
        params: { kitchen: kitchen.slug, formula: String(kept.id) },
      });
    });
  const begin = (document: FormulaDocument) => {
    const other = columns.find((one) => one.document !== document)?.title ?? '';
    // It goes on from nothing that was kept: it is a formula of its own.
    const { brought_back: _, accepted: __, corrections: ___, ...own } = document;
    setMade({ ...own, title: fill(words.madeFrom, { title: text(document.title) ?? '', other }) });
    announce(words.made);
  };

  return (
    <Main title={words.title} className="flex grow flex-col gap-2 p-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">{words.title}</h1>
        <p className="text-quiet">{words.says}</p>
        <span className="ml-auto flex items-center gap-3 print:hidden">
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} />
            {words.onlyDiffers}
          </label>
          <Button look="plain" onClick={() => print()}>
            {words.print}
          </Button>
        </span>
      </div>
      {which.length < MOST && (
        <Picker
          kitchen={kitchen.slug}
          onPick={(formula) => void look([...which, { formula, number: null }])}
        />
      )}
      {which.length < 2 && !made && <p className="text-quiet">{which.length ? words.one : words.none}</p>}
      {gone && <p className="text-stop">{words.gone}</p>}
      <Trouble words={problem ?? (asked.error as Problem | null)?.detail} />
      {columns.length > 0 && (
        <div
          className="overflow-x-auto rounded-plate border border-line bg-plate p-3"
          data-part="beside"
          aria-busy={asked.isFetching}
        >
          <table className="w-full table-fixed text-sm">
            <Heads
              kitchen={kitchen.slug}
              columns={columns}
              heads={asked.data?.heads ?? []}
              made={may ? made : null}
              may={may}
              onVersion={(place, number) =>
                void look(which.map((one, at) => (at === place ? { ...one, number } : one)))
              }
              onWithout={(place) => void look(which.filter((_, at) => at !== place))}
              onBegin={begin}
              onTitle={(title) => made && setMade({ ...made, title })}
              onDrop={() => setMade(null)}
              onPut={put}
            />
            {asked.data && (
              <Sheet
                beside={asked.data}
                of={columns.length}
                making={Boolean(made && may)}
                only={only}
                onTake={take}
              />
            )}
          </table>
        </div>
      )}
    </Main>
  );
}
