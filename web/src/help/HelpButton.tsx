import { lazy, Suspense, useState } from 'react';
import { Button, useKeys } from '@/ui';
import { names } from '@/words';
import type { Screen } from './Help';

/** It is fetched ahead with the rooms, and not before them. */
export const fetchHelp = () => import('./Help');
const Help = lazy(() => fetchHelp().then(({ Help }) => ({ default: Help })));

/** The way to the help of a screen, by a press or by its key. */
export function HelpButton({ screen }: { screen: Screen }) {
  const [open, setOpen] = useState(false);
  useKeys({ '?': () => setOpen(true) });
  return (
    <>
      <Button look="quiet" className="px-2!" onClick={() => setOpen(true)} aria-label={names.help}>
        ?
      </Button>
      {open && (
        <Suspense>
          <Help screen={screen} open={open} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
