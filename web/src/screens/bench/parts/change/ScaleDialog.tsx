import { useState } from 'react';
import type { Comparison, Json } from '@/api';
import { patched } from '@/document/patch';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { said } from '@/formula/whole/Differences';
import { Button, Choice, Dialog, NumberInput, Trouble } from '@/ui';
import { fill, names, says } from '@/words';
import { grams, plain } from '@/words/numbers';
import { DialogFoot } from '../DialogFoot';

type By = 'servings' | 'pieces' | 'edible_g' | 'bought_g';
const BY: Record<By, string> = {
  servings: says.scaling.servings,
  pieces: says.scaling.pieces,
  edible_g: says.scaling.edible_g,
  bought_g: says.scaling.bought_g,
};

/** Another number of covers, pieces or grams: what grew and why, before it is taken. */
export function ScaleDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { document, apply } = useOpened();
  const [by, setBy] = useState<By>('servings');
  const [typed, setTyped] = useState<Json>(null);
  const to = typeof typed === 'number' && typed > 0 ? typed : null;
  const { answer: patch, problem, busy } = useQuestion('scale', open && to !== null ? { [by]: to } : null);
  const seen = useQuestion('compare', patch?.length ? { after: patched(document, patch) } : null);
  const close = () => {
    setTyped(null);
    onClose();
  };
  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && close()}
      title={says.scaling.head}
      says={says.scaling.says}
      wide
    >
      <div className="mt-3 flex items-center gap-2">
        <span>{says.scaling.to}</span>
        <NumberInput label={names.scaleTo} value={typed} onType={setTyped} className="w-24" autoFocus />
        <Choice label={names.scaleBy} value={by} choices={BY} onPick={setBy} />
      </div>
      {typed !== null && to === null && <p className="mt-2 text-stop">{says.app.aboveNothing}</p>}
      <Trouble words={(problem ?? seen.problem)?.detail} />
      {patch?.length === 0 && <p className="mt-3 text-warn">{says.scaling.nothing}</p>}
      {seen.answer && <Grew comparison={seen.answer} />}
      <DialogFoot>
        <Button look="quiet" onClick={close}>
          {names.leaveIt}
        </Button>
        <Button
          disabled={busy || !patch?.length}
          onClick={() => {
            if (patch) apply(patch);
            close();
          }}
        >
          {names.scaleIt}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}

/** What grew by weight, what by surface, what by batch, and what not at all. */
function Grew({ comparison }: { comparison: Comparison }) {
  const { growth, differences } = comparison;
  const fish = differences.filter((one) => one.group === 'fish');
  return (
    <div className="mt-3" data-part="growth">
      <p>
        {fish.map((one) => (
          <span key={one.what} className="mr-4 inline-block">
            {one.what} <strong>{said(one, one.after)}</strong>
          </span>
        ))}
      </p>
      {growth.warnings.length > 0 && (
        <ul
          className="mt-2 list-disc rounded-control bg-warn-soft py-2 pr-2 pl-6 text-sm text-warn"
          aria-label={names.whereItGoesWrong}
        >
          {growth.warnings.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      <table className="mt-3 w-full text-sm">
        <thead className="text-left text-quiet">
          <tr>
            <th className="py-1 font-normal">{says.scaling.line}</th>
            <th className="text-right font-normal">{says.scaling.now}</th>
            <th className="text-right font-normal">{says.scaling.next}</th>
            <th className="text-right font-normal">{says.scaling.times}</th>
            <th className="pl-3 font-normal">{says.scaling.why}</th>
          </tr>
        </thead>
        <tbody>
          {growth.lines.map((line, place) => {
            return (
              <tr
                // biome-ignore lint/suspicious/noArrayIndexKey: two lines may have one name
                key={place}
                className="border-t border-line"
                data-grew={line.name}
                data-basis={line.basis}
              >
                <td className="py-1">{line.name}</td>
                <td className="text-right text-quiet">{grams(line.before_g)}</td>
                <td className="text-right font-semibold">{grams(line.after_g)}</td>
                <td className={`text-right ${line.apart ? 'font-bold text-warn' : ''}`}>
                  × {plain(line.times, 2)}
                </td>
                <td className="pl-3 text-quiet">{line.why}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <Windows differences={differences} />
    </div>
  );
}

function Windows({ differences }: { differences: Comparison['differences'] }) {
  const found = differences.filter((one) => one.group === 'window' && one.unit === 'min');
  if (!found.length) return null;
  return (
    <p className="mt-2 text-sm text-quiet">
      {fill(says.scaling.windows, {
        windows: found
          .map((one) =>
            fill(says.scaling.windowMoves, {
              what: one.what,
              before: said(one, one.before),
              after: said(one, one.after),
            }),
          )
          .join('; '),
      })}
    </p>
  );
}
