import { useState } from 'react';
import { list } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { names } from '@/words';
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

type Asked = 'add' | 'scale' | 'version' | 'keys' | 'about' | null;
const KEYS_ON = 'jar-table/single-keys';
const focus = (label: string) => document.querySelector<HTMLElement>(`[aria-label="${label}"]`)?.focus();

/** The formula: fish on the left, jars in the order they touch it, readings on the right, the window at the foot. */
export function BenchScreen() {
  const { document: formula, stale, readOnly, jar: open, openJar, proposal, propose } = useOpened();
  const [asked, setAsked] = useState<Asked>(null);
  const [keysOn, setKeysOn] = useState(localStorage.getItem(KEYS_ON) !== 'off');
  const jars = list(formula.jars);

  function press(key: Key) {
    if (key === '?') setAsked('keys');
    else if (key === ',') openJar(Math.max(open - 1, 0));
    else if (key === '.') openJar(Math.min(open + 1, jars.length - 1));
    else if (key === 'l') focus(names.addLine);
    else if (key === 'w') focus(names.weight);
    else if (key === 't') focus(names.thickness);
    else if (!readOnly) setAsked(key === 'a' ? 'add' : key === 's' ? 'scale' : 'version');
  }
  useShortcuts({ on: keysOn, press });
  const close = () => setAsked(null);

  return (
    <>
      <main
        className="grid grow gap-3 p-3 md:grid-cols-[15rem_minmax(0,1fr)] xl:h-[calc(100dvh-3rem)] xl:grid-cols-[16rem_minmax(0,1fr)_17.500rem] xl:grid-rows-[auto_minmax(0,1fr)_auto]"
        data-stale={stale}
        aria-busy={stale}
      >
        <FishPanel className="xl:row-span-2" onScale={() => setAsked('scale')} />
        <section className="flex min-w-0 flex-col gap-2 xl:row-span-2 xl:min-h-0">
          <Heading
            asking={asked === 'version'}
            onAsk={(asking) => setAsked(asking ? 'version' : null)}
            onKeys={() => setAsked('keys')}
            onAbout={() => setAsked('about')}
          />
          {jars.length > 0 ? (
            <>
              <Shelf open={open} onOpen={openJar} onAdd={() => setAsked('add')} />
              <JarPanel place={open} key={open} onOpenJar={openJar} />
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
      <AddJar open={asked === 'add'} onClose={close} onOpenJar={openJar} />
      <AboutDialog open={asked === 'about'} onClose={close} />
      <ScaleDialog open={asked === 'scale'} onClose={close} />
      <ChangePreview proposal={proposal} onClose={() => propose(null)} />
      <KeysDialog
        open={asked === 'keys'}
        onClose={close}
        on={keysOn}
        onSwitch={(on) => {
          localStorage.setItem(KEYS_ON, on ? 'on' : 'off');
          setKeysOn(on);
        }}
      />
    </>
  );
}
