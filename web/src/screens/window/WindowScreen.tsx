import { useSuspenseQuery } from '@tanstack/react-query';
import { Link, useParams, useRouteContext, useSearch } from '@tanstack/react-router';
import { useState } from 'react';
import { type FormulaDocument, formulaQuery, pantryQuery } from '@/api';
import { KINDS } from '@/app/texts';
import { BenchContext } from '@/formula/BenchContext';
import { at, list, text } from '@/formula/document';
import { ConflictDialog } from '@/formula/draft/ConflictDialog';
import { useDraft } from '@/formula/draft/useDraft';
import { useEvaluation } from '@/formula/useEvaluation';
import { Choice } from '@/ui';
import { JarInTime } from './JarInTime';

export function WindowScreen() {
  const { kitchen, formula } = useParams({ from: '/$kitchen/window/$formula' });
  return <WindowOf key={`${kitchen}/${formula}`} kitchen={kitchen} formula={Number(formula)} />;
}

/** A jar of the formula through time: the cut across, the fish at each minute, and what would move the window. */
function WindowOf({ kitchen, formula }: { kitchen: string; formula: number }) {
  const role = useRouteContext({ from: '/$kitchen' }).kitchen.role;
  const { jar: asked } = useSearch({ from: '/$kitchen/window/$formula' });
  const opened = useSuspenseQuery(formulaQuery(kitchen, formula)).data;
  const pantry = useSuspenseQuery(pantryQuery).data;
  const draft = useDraft(kitchen, formula, { ...opened, document: opened.document as FormulaDocument });
  const { answer, stale, want } = useEvaluation(draft.document);
  const [chosen, setChosen] = useState(asked);
  const jars = list(draft.document.jars);
  const jar = Math.min(chosen, Math.max(jars.length - 1, 0));
  const names = Object.fromEntries(
    jars.map((one, place) => [
      String(place),
      `${place + 1} ${text(at(one, ['name'])) ?? KINDS[text(at(one, ['kind'])) ?? ''] ?? 'Jar'}`,
    ]),
  );
  const bench = {
    kitchen,
    formula,
    document: draft.document,
    change: (next: FormulaDocument, key?: string) => {
      want(next);
      draft.change(next, key);
    },
    evaluation: answer,
    pantry,
    readOnly: role === 'viewer',
    propose: () => {},
  };
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
        </header>
        {answer && <JarInTime key={jar} jar={jar} evaluation={answer} />}
        {!answer && <p className="rounded-plate border border-line bg-plate p-4 text-quiet">Reckoning …</p>}
        <ConflictDialog draft={draft} />
      </main>
    </BenchContext>
  );
}
