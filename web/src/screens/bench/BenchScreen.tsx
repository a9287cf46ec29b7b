import { useCallback, useState } from 'react';
import { list } from '@/document/document';
import { Rail } from '@/formula/jars/Rail';
import { useOpened } from '@/formula/opened';
import { useLeading } from '@/formula/places';
import { useRoomTitle } from '@/formula/useTitle';
import { Verdict } from '@/formula/Verdict';
import { Main, useKeys } from '@/ui';
import { names } from '@/words';
import { Beginning } from './parts/begin/Beginning';
import { ChangePreview } from './parts/change/ChangePreview';
import { ScaleDialog } from './parts/change/ScaleDialog';
import { FishPanel } from './parts/fish/FishPanel';
import { type FishPart, partWith } from './parts/fish/parts';
import { AddJar } from './parts/jars/AddJar';
import { JarPanel } from './parts/jars/JarPanel';
import { Readings } from './parts/readings/Readings';
import { WindowStrip } from './parts/WindowStrip';
import { useTold } from './state/useTold';

type Asked = 'add' | 'scale' | null;
const focus = (label: string) => document.querySelector<HTMLElement>(`[aria-label="${label}"]`)?.focus();
const jarOf = (path: string) => /^\/jars\/(\d+)/.exec(path)?.[1];

/** The formula: the verdict, fish on the left, jars in the order they touch it, readings on the right, time at the foot. */
export function BenchScreen() {
  const { document: formula, stale, readOnly, jar: open, openJar, proposal, propose, ask } = useOpened();
  const [asked, setAsked] = useState<Asked>(null);
  const [part, setPart] = useState<FishPart>('measures');
  const jars = list(formula.jars);

  const measure = (field: string) => {
    setPart('measures');
    requestAnimationFrame(() => focus(field));
  };
  useKeys({
    ',': () => openJar(Math.max(open - 1, 0)),
    '.': () => openJar(Math.min(open + 1, jars.length - 1)),
    l: () => focus(names.addLine),
    w: () => measure(names.weight),
    t: () => measure(names.thickness),
    ...(readOnly ? {} : { v: () => ask('version'), a: () => setAsked('add'), s: () => setAsked('scale') }),
  });
  useLeading(
    useCallback(
      (path: string) => {
        const jar = jarOf(path);
        if (jar !== undefined) openJar(Number(jar));
        setPart((now) => partWith(path) ?? now);
      },
      [openJar],
    ),
  );
  useTold(open);
  const title = useRoomTitle(names.bench);
  const close = () => setAsked(null);

  return (
    <>
      <Main
        title={title}
        className="grid grow gap-2 p-3 pt-2 md:grid-cols-[15.5rem_minmax(0,1fr)] xl:min-h-0 xl:flex-[1_1_0] xl:grid-cols-[15.5rem_minmax(0,1fr)_17rem] xl:grid-rows-[auto_minmax(0,1fr)_auto]"
        data-stale={stale}
        aria-busy={stale}
      >
        <div className="max-md:order-first md:col-span-2 xl:col-span-3">
          <Verdict />
        </div>
        <FishPanel part={part} onPart={setPart} onScale={() => setAsked('scale')} />
        <section className="flex min-w-0 flex-col max-md:order-first xl:min-h-0">
          {jars.length > 0 ? (
            <>
              <Rail open={open} onOpen={openJar} onAdd={() => setAsked('add')} />
              <JarPanel place={open} key={open} onOpenJar={openJar} />
            </>
          ) : (
            <Beginning onAdd={() => setAsked('add')} />
          )}
        </section>
        <Readings className="order-1 md:col-span-2 xl:order-none xl:col-span-1" jar={open} stale={stale} />
        {jars.length > 0 && <WindowStrip className="md:col-span-2 xl:col-span-3" jar={open} stale={stale} />}
      </Main>
      <AddJar open={asked === 'add'} onClose={close} onOpenJar={openJar} />
      <ScaleDialog open={asked === 'scale'} onClose={close} />
      <ChangePreview proposal={proposal} onClose={() => propose(null)} />
    </>
  );
}
