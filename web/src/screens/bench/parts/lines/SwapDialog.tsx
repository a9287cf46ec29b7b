import { useState } from 'react';
import { patched } from '@/document/patch';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Differences } from '@/formula/whole/Differences';
import { Button, Dialog, Trouble } from '@/ui';
import { fill, names, says } from '@/words';
import { grams } from '@/words/numbers';

interface Props {
  open: boolean;
  onClose: () => void;
  jar: number;
  line: number;
  name: string;
}

/** Equivalents of an ingredient: what each keeps, and all that it changes, before it is taken. */
export function SwapDialog({ open, onClose, jar, line, name }: Props) {
  const { document, apply } = useOpened();
  const [chosen, setChosen] = useState<string | null>(null);
  const { answer, problem } = useQuestion('swaps', open ? { jar, line } : null);
  const swap = answer?.find((one) => one.id === chosen);
  const seen = useQuestion('compare', swap ? { after: patched(document, swap.patch) } : null);
  const close = () => {
    setChosen(null);
    onClose();
  };
  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && close()}
      title={fill(says.lines.instead, { line: name.toLowerCase() })}
      says={says.lines.insteadSays}
      wide
    >
      <Trouble words={problem?.detail} />
      <div className="mt-3 grid gap-4 md:grid-cols-2">
        <ul aria-label={names.equivalents} className="max-h-[55dvh] overflow-auto">
          {answer?.length === 0 && <li className="text-quiet">{says.lines.noEquivalent}</li>}
          {answer?.map((one) => (
            <li key={one.id + one.keeps}>
              <button
                type="button"
                aria-pressed={one.id === chosen}
                onClick={() => setChosen(one.id)}
                className={`w-full rounded-control px-2 py-1.5 text-left hover:bg-kelp-soft ${one.id === chosen ? 'bg-kelp-soft' : ''}`}
              >
                <span className="font-semibold">{one.name}</span>{' '}
                <span className="float-right">{grams(one.mass_g)}</span>
                <span className="block text-sm text-quiet">{one.keeps}</span>
              </button>
            </li>
          ))}
        </ul>
        <div className="text-sm">
          {!swap && answer && answer.length > 0 && <p className="text-quiet">{says.lines.chooseOne}</p>}
          {swap && seen.answer && <Differences differences={seen.answer.differences} />}
        </div>
      </div>
      <div className="mt-4 flex justify-end gap-2">
        <Button look="quiet" onClick={close}>
          {names.leaveIt}
        </Button>
        <Button
          disabled={!swap}
          onClick={() => {
            if (swap) apply(swap.patch);
            close();
          }}
        >
          {names.swapIt}
        </Button>
      </div>
    </Dialog>
  );
}
