import { Link, useParams, useSearch } from '@tanstack/react-router';
import { useState } from 'react';
import { at, list, text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { BenchContext } from '@/formula/BenchContext';
import { ConflictDialog } from '@/formula/draft/ConflictDialog';
import { useFormula } from '@/formula/useFormula';
import { Verdict } from '@/formula/Verdict';
import { Choice } from '@/ui';
import { JarInTime } from './parts/JarInTime';

export function WindowScreen() {
  const { kitchen, formula } = useParams({ from: '/$kitchen/window/$formula' });
  return <WindowOf key={`${kitchen}/${formula}`} kitchen={kitchen} formula={Number(formula)} />;
}

/** A jar of the formula through time: the cut across, the fish at each minute, and what would move the window. */
function WindowOf({ kitchen, formula }: { kitchen: string; formula: number }) {
  const { jar: asked } = useSearch({ from: '/$kitchen/window/$formula' });
  const { bench, draft, stale } = useFormula(kitchen, formula);
  const [chosen, setChosen] = useState(asked);
  const jars = list(draft.document.jars);
  const jar = Math.min(chosen, Math.max(jars.length - 1, 0));
  const names = Object.fromEntries(
    jars.map((one, place) => [
      String(place),
      `${place + 1} ${text(at(one, ['name'])) ?? kindOf(bench.pantry, text(at(one, ['kind'])))?.name ?? 'Jar'}`,
    ]),
  );
  const answer = bench.evaluation;
  return (
    <BenchContext value={bench}>
      <main className="flex grow flex-col gap-3 p-3" data-stale={stale} aria-busy={stale}>
        <header className="flex flex-wrap items-center gap-3">
          <h1 className="text-xl">{text(draft.document.title) ?? 'Untitled'}</h1>
          <Choice
            label="Which jar"
            value={String(jar)}
            choices={names}
            onPick={(picked) => setChosen(Number(picked))}
          />
          <span className="text-sm text-quiet" role="status" data-state={draft.keeping.state}>
            {draft.keeping.state === 'kept'
              ? 'All changes kept'
              : draft.keeping.state === 'offline'
                ? 'Not connected: kept here'
                : ''}
          </span>
          <Link
            to="/$kitchen/bench/$formula"
            params={{ kitchen, formula: String(formula) }}
            className="ml-auto inline-flex min-h-9 items-center rounded-control border border-edge bg-plate px-3 font-semibold hover:bg-sunk"
          >
            To the Bench
          </Link>
          <p className="basis-full">
            <Verdict />
          </p>
        </header>
        {answer && <JarInTime key={jar} jar={jar} evaluation={answer} />}
        {!answer && <p className="rounded-plate border border-line bg-plate p-4 text-quiet">Reckoning …</p>}
        <ConflictDialog draft={draft} />
      </main>
    </BenchContext>
  );
}
