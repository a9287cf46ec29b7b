import { useState } from 'react';
import { Button, useFetched } from '@/ui';
import { names } from '@/words';

const fetchWithout = () => import('./WithoutDialog');

/** The way to substitutes for all that somebody may not eat, or that is not there. */
export function Without() {
  const [open, setOpen] = useState(false);
  const { Part: Dialog, want } = useFetched(fetchWithout);
  const show = () => {
    want();
    setOpen(true);
  };
  return (
    <>
      <Button look="plain" className="mt-2 min-h-8! px-2! text-sm" onClick={show}>
        {names.makeWithout}
      </Button>
      {Dialog && open && <Dialog onClose={() => setOpen(false)} />}
    </>
  );
}
