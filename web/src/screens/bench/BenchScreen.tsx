import { useParams } from '@tanstack/react-router';
import { useState } from 'react';
import { list } from '@/document/document';
import { BenchContext } from '@/formula/BenchContext';
import { useFormula } from '@/formula/useFormula';
import { AboutDialog } from './parts/AboutDialog';
import { ChangePreview } from './parts/change/ChangePreview';
import { ScaleDialog } from './parts/change/ScaleDialog';
import { EmptyBench } from './parts/EmptyBench';
import { FishPanel } from './parts/fish/FishPanel';
import { Heading } from './parts/Heading';
import { AddJar } from './parts/jars/AddJar';
import { JarPanel } from './parts/jars/JarPanel';
import { Shelf } from './parts/jars/Shelf';
import { KeysDialog } from './parts/keys/KeysDialog';
import { Readings } from './parts/readings/Readings';
import { WindowStrip } from './parts/WindowStrip';
import type { Key } from './state/shortcuts';
import { useShortcuts } from './state/useShortcuts';

export function BenchScreen() {
  const { kitchen, formula } = useParams({ from: '/$kitchen/bench/$formula' });
  return <BenchOf key={`${kitchen}/${formula}`} kitchen={kitchen} formula={Number(formula)} />;
}

type Asked = 'add' | 'scale' | 'version' | 'keys' | 'about' | null;
const KEYS_ON = 'jar-table/single-keys';
const focus = (label: string) => document.querySelector<HTMLElement>(`[aria-label="${label}"]`)?.focus();

/** The formula: fish on the left, jars in the order they touch it, readings on the right, the window at the foot. */
function BenchOf({ kitchen, formula }: { kitchen: string; formula: number }) {
  const { bench, draft, stale, versions, proposal, drop } = useFormula(kitchen, formula);
  const [chosen, setChosen] = useState(0);
  const [asked, setAsked] = useState<Asked>(null);
  const [keysOn, setKeysOn] = useState(localStorage.getItem(KEYS_ON) !== 'off');
  const jars = list(draft.document.jars);
  const open = Math.min(chosen, Math.max(jars.length - 1, 0));
  const { readOnly } = bench;

  function press(key: Key) {
    if (key === '?') setAsked('keys');
    else if (key === ',') setChosen(Math.max(open - 1, 0));
    else if (key === '.') setChosen(Math.min(open + 1, jars.length - 1));
    else if (key === 'l') focus('Add a line');
    else if (key === 'w') focus('Weight');
    else if (key === 't') focus('Thickness');
    else if (!readOnly) setAsked(key === 'a' ? 'add' : key === 's' ? 'scale' : 'version');
  }
  useShortcuts({ on: keysOn, undo: draft.undo, redo: draft.redo, press });
  const close = () => setAsked(null);

  return (
    <BenchContext value={bench}>
      <main
        className="grid grow gap-3 p-3 md:grid-cols-[15rem_minmax(0,1fr)] xl:h-[calc(100dvh-3rem)] xl:grid-cols-[16rem_minmax(0,1fr)_17.500rem] xl:grid-rows-[auto_minmax(0,1fr)_auto]"
        data-stale={stale}
        aria-busy={stale}
      >
        <FishPanel className="xl:row-span-2" onScale={() => setAsked('scale')} />
        <section className="flex min-w-0 flex-col gap-2 xl:row-span-2 xl:min-h-0">
          <Heading
            draft={draft}
            kitchen={kitchen}
            formula={formula}
            versions={versions}
            stale={stale}
            asking={asked === 'version'}
            onAsk={(asking) => setAsked(asking ? 'version' : null)}
            onKeys={() => setAsked('keys')}
            onAbout={() => setAsked('about')}
          />
          {jars.length > 0 ? (
            <>
              <Shelf open={open} onOpen={setChosen} onAdd={() => setAsked('add')} />
              <JarPanel place={open} key={open} onOpenJar={setChosen} />
            </>
          ) : (
            <EmptyBench onAdd={() => setAsked('add')} />
          )}
        </section>
        <Readings
          className="order-1 md:col-span-2 xl:order-none xl:col-span-1 xl:row-span-2"
          jar={open}
          stale={stale}
        />
        {jars.length > 0 && <WindowStrip className="md:col-span-2 xl:col-span-3" jar={open} stale={stale} />}
      </main>
      <AddJar open={asked === 'add'} onClose={close} onOpenJar={setChosen} />
      <AboutDialog open={asked === 'about'} onClose={close} />
      <ScaleDialog open={asked === 'scale'} onClose={close} />
      <ChangePreview proposal={proposal} onClose={drop} />
      <KeysDialog
        open={asked === 'keys'}
        onClose={close}
        on={keysOn}
        onSwitch={(on) => {
          localStorage.setItem(KEYS_ON, on ? 'on' : 'off');
          setKeysOn(on);
        }}
      />
    </BenchContext>
  );
}
