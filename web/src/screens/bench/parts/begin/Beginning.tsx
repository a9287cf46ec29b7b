import { useState } from 'react';
import { useOpened } from '@/formula/opened';
import { Begin } from './Begin';
import { EmptyBench } from './EmptyBench';

/** Who has left the questions is not asked them again, on this device. */
const LEFT = 'jar-table/begins-alone';

/** A formula without a jar: asked one thing at a time, or told what there is to do. */
export function Beginning({ onAdd }: { onAdd: () => void }) {
  const { readOnly } = useOpened();
  const [alone, setAlone] = useState(localStorage.getItem(LEFT) === 'yes');
  const turn = (left: boolean) => {
    localStorage.setItem(LEFT, left ? 'yes' : 'no');
    setAlone(left);
  };
  if (alone || readOnly) return <EmptyBench onAdd={onAdd} onAsk={readOnly ? undefined : () => turn(false)} />;
  return <Begin onAdd={onAdd} onLeave={() => turn(true)} />;
}
