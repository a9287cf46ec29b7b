import { useState } from 'react';
import { useOpened } from '@/formula/opened';
import { Button, useFetched } from '@/ui';
import { names } from '@/words';

/** They are fetched ahead with the rooms, and not before them. */
export const fetchAsking = () => import('./AskDialog');
export const fetchCorrecting = () => import('./CorrectDialog');

/** Targets in, amounts out, and what to do when it went otherwise: two dialogs about the open jar. */
export function Amounts({ jar }: { jar: number }) {
  const { readOnly } = useOpened();
  const [open, setOpen] = useState<'ask' | 'correct' | null>(null);
  const { Part: Ask, want: wantAsking } = useFetched(fetchAsking);
  const { Part: Correct, want: wantCorrecting } = useFetched(fetchCorrecting);
  if (readOnly) return null;
  const show = (which: 'ask' | 'correct', want: () => void) => () => {
    want();
    setOpen(which);
  };
  return (
    <div className="mt-1.5 flex flex-wrap gap-1 text-sm">
      <Button look="plain" className="min-h-8! px-2!" onClick={show('ask', wantAsking)}>
        {names.askAmounts}
      </Button>
      <Button look="plain" className="min-h-8! px-2!" onClick={show('correct', wantCorrecting)}>
        {names.correctIt}
      </Button>
      {Ask && open === 'ask' && <Ask key={jar} jar={jar} onClose={() => setOpen(null)} />}
      {Correct && open === 'correct' && <Correct key={jar} jar={jar} onClose={() => setOpen(null)} />}
    </div>
  );
}
