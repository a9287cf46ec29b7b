import { useState } from 'react';
import { Button, useFetched, useKeys } from '@/ui';
import { names } from '@/words';
import type { Screen } from './Help';

/** It is fetched ahead with the rooms, and not before them. */
export const fetchHelp = () => import('./Help');

/** The way to the help of a screen, by a press or by its key. */
export function HelpButton({ screen }: { screen: Screen }) {
  const [open, setOpen] = useState(false);
  const { Part: Help, want } = useFetched(fetchHelp);
  const show = () => {
    want();
    setOpen(true);
  };
  useKeys({ '?': show });
  return (
    <>
      <Button look="quiet" className="px-2!" onClick={show} aria-label={names.help}>
        ?
      </Button>
      {Help && <Help screen={screen} open={open} onClose={() => setOpen(false)} />}
    </>
  );
}
