import type { Relaxation, Solved } from '@/api';
import type { Patch } from '@/document/patch';
import { useJarName } from '@/formula/jars/useJarName';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { announce, Button, Dialog, Trouble, useTyped } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { inUnit, MISSING } from '@/words/numbers';
import { DialogFoot } from '../DialogFoot';
import { Aims } from './Aims';
import { askedOf, type Held, SolvedLines } from './SolvedLines';
import { useAims } from './useAims';

/** Which lines stay, and whether others may come: typed, and not taken yet. */
const NOTHING: { held: Held; suggest: boolean } = { held: { locked: [], bounds: {} }, suggest: false };

/** Targets in, amounts out: what the jar should come to, the lines before and after, what cannot be had and why. */
export default function AskDialog({ jar, onClose }: { jar: number; onClose: () => void }) {
  const { kitchen, formula, apply } = useOpened();
  const nameOf = useJarName();
  const aims = useAims(jar);
  const [{ held, suggest }, type] = useTyped(`ask/${kitchen}/${formula}/${jar}`, NOTHING);
  const { answer, problem, busy } = useQuestion(
    'solve',
    aims.any ? { jar, ...askedOf(held), suggest } : null,
  );
  const take = (patch: Patch) => {
    apply(patch);
    type(NOTHING);
    announce(amounts.ask.taken);
    onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={(still) => !still && onClose()}
      title={fill(amounts.names.askTitle, { jar: nameOf(jar) })}
      says={amounts.ask.says}
      wide
    >
      <Aims aims={aims} answer={answer} />
      <label className="mt-2 flex items-center gap-2">
        <input
          type="checkbox"
          checked={suggest}
          onChange={(event) => type({ held, suggest: event.target.checked })}
        />
        {amounts.names.suggest}
      </label>
      <Trouble words={problem?.detail} />
      {!aims.any && <p className="mt-3 text-quiet">{amounts.ask.none}</p>}
      {answer && (
        <div data-part="solved" data-met={answer.met} aria-busy={busy}>
          <p role="status" className={`mt-3 font-semibold ${answer.met ? 'text-best' : 'text-warn'}`}>
            {answer.met ? (answer.patch.length ? amounts.ask.met : amounts.ask.already) : amounts.ask.unmet}
          </p>
          {answer.cautions.map((caution) => (
            <p key={caution} className="mt-1 text-sm text-warn" data-part="brought">
              {fill(amounts.correct.brings, { what: caution })}
            </p>
          ))}
          <NotMet answer={answer} onTake={take} />
          <SolvedLines lines={answer.lines} held={held} onHold={(next) => type({ held: next, suggest })} />
        </div>
      )}
      <DialogFoot>
        <Button look="quiet" onClick={onClose}>
          {amounts.names.close}
        </Button>
        <Button disabled={busy || !answer?.patch.length} onClick={() => answer && take(answer.patch)}>
          {amounts.names.takeAmounts}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}

/** What is not met and by how much, and what would allow the rest: each by one press. */
function NotMet({ answer, onTake }: { answer: Solved; onTake: (patch: Patch) => void }) {
  if (answer.met) return null;
  const off = (one: Solved['unmet'][number]) => {
    const by = inUnit(one.by, answer.readings[one.target]?.unit ?? '');
    return one.by === null
      ? amounts.ask.unknown
      : fill(one.state === 'over' ? amounts.ask.over : amounts.ask.under, { by });
  };
  return (
    <>
      <ul className="mt-1 text-warn" data-part="unmet">
        {answer.unmet.map((one) => (
          <li key={one.target}>
            {answer.readings[one.target]?.name ?? MISSING}: {off(one)}
          </li>
        ))}
      </ul>
      {answer.relaxations.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-1.5" aria-label={amounts.names.relaxations}>
          {answer.relaxations.map((one: Relaxation) => (
            <li key={one.text}>
              <Button look="plain" className="text-left" onClick={() => onTake(one.patch)}>
                {one.deed}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
