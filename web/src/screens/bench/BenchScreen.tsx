import { useSuspenseQuery } from '@tanstack/react-query';
import { useParams, useRouteContext } from '@tanstack/react-router';
import { useState } from 'react';
import { type FormulaDocument, formulaQuery, pantryQuery } from '@/api';
import { BenchContext } from './BenchContext';
import { list } from './document';
import { FishPanel } from './FishPanel';
import { Heading } from './Heading';
import { JarPanel } from './JarPanel';
import { Readings } from './Readings';
import { Shelf } from './Shelf';
import { useDraft } from './useDraft';
import { useEvaluation } from './useEvaluation';
import { WindowStrip } from './WindowStrip';

export function BenchScreen() {
  const { kitchen, formula } = useParams({ from: '/$kitchen/bench/$formula' });
  return <BenchOf key={`${kitchen}/${formula}`} kitchen={kitchen} formula={Number(formula)} />;
}

/** The formula: fish on the left, jars in the order they touch it, readings on the right, the window at the foot. */
function BenchOf({ kitchen, formula }: { kitchen: string; formula: number }) {
  const role = useRouteContext({ from: '/$kitchen' }).kitchen.role;
  const opened = useSuspenseQuery(formulaQuery(kitchen, formula)).data;
  const pantry = useSuspenseQuery(pantryQuery).data;
  const draft = useDraft(kitchen, formula, { ...opened, document: opened.document as FormulaDocument });
  const { answer, stale } = useEvaluation(draft.document);
  const [chosen, setChosen] = useState(0);
  const jars = list(draft.document.jars);
  const open = Math.min(chosen, Math.max(jars.length - 1, 0));
  const bench = {
    document: draft.document,
    change: draft.change,
    evaluation: answer,
    pantry,
    readOnly: role === 'viewer',
  };

  return (
    <BenchContext value={bench}>
      <main
        className="grid grow gap-3 p-3 md:grid-cols-[15.500rem_minmax(0,1fr)] xl:h-[calc(100dvh-3rem)] xl:grid-cols-[16rem_minmax(0,1fr)_17.500rem] xl:grid-rows-[auto_minmax(0,1fr)_auto]"
        data-stale={stale}
        aria-busy={stale}
      >
        <FishPanel className="xl:row-span-2" />
        <section className="flex min-w-0 flex-col gap-3 xl:row-span-2 xl:min-h-0">
          <Heading
            draft={draft}
            kitchen={kitchen}
            formula={formula}
            versions={opened.versions}
            stale={stale}
          />
          <Shelf open={open} onOpen={setChosen} />
          {jars.length > 0 && <JarPanel place={open} key={open} />}
        </section>
        <Readings
          className="order-1 md:col-span-2 xl:order-none xl:col-span-1 xl:row-span-2"
          jar={open}
          stale={stale}
        />
        {jars.length > 0 && <WindowStrip className="md:col-span-2 xl:col-span-3" jar={open} stale={stale} />}
      </main>
    </BenchContext>
  );
}
